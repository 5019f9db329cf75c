using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.WeighLog;

/// <summary>What a row of the weigh log tells.</summary>
public enum RowKind
{
    /// <summary>Taken from a lot.</summary>
    In,

    /// <summary>Given to a lot.</summary>
    Out,

    /// <summary>Lost.</summary>
    Loss,

    /// <summary>Taken up.</summary>
    Gain,

    /// <summary>An earlier row's weight set right.</summary>
    Correction,

    /// <summary>What is left of a lot, weighed anew.</summary>
    Count,
}

/// <summary>
/// One row of the weigh log: one flow of one entry, or a correction of one. Written and read as cells, so that what goes out comes back.
/// docs/formats.md describes the columns.
/// </summary>
public sealed record WeighLogRow
{
    /// <summary>The header, in order. Units stand in the names.</summary>
    public static readonly IReadOnlyList<string> Columns =
    [
        "entry", "line", "step", "done_at", "who", "minutes", "notes", "confirmed_because", "flow", "lot", "form", "fibre", "breed", "animal",
        "colour", "shorn_on", "price", "amount", "empties_lot", "kind", "fate", "mass_g", "state", "humidity_percent", "scale_step_g", "weighed_on",
        "spent", "worth", "voided_because",
    ];

    /// <summary>Numbers the entry within the file; rows of one entry stand together.</summary>
    public int Entry { get; init; }

    /// <summary>Numbers the flow within its entry, from 1; a correction names the line it corrects.</summary>
    public int Line { get; init; }

    /// <summary>The step.</summary>
    public StepKind Step { get; init; }

    /// <summary>When it was done, or when it was corrected.</summary>
    public DateTimeOffset DoneAt { get; init; }

    /// <summary>Who did it.</summary>
    public string Who { get; init; } = "";

    /// <summary>Minutes at the bench, null when not logged.</summary>
    public int? Minutes { get; init; }

    /// <summary>Notes; for a correction its reason.</summary>
    public string Notes { get; init; } = "";

    /// <summary>Why an entry that cannot be was kept, empty otherwise.</summary>
    public string ConfirmedBecause { get; init; } = "";

    /// <summary>What the row tells.</summary>
    public RowKind Flow { get; init; }

    /// <summary>The lot's code, for takings and outputs.</summary>
    public string Lot { get; init; } = "";

    /// <summary>The form of a lot that is made.</summary>
    public LotForm? Form { get; init; }

    /// <summary>The fibre of a fleece that comes in.</summary>
    public Fibre? Fibre { get; init; }

    /// <summary>The parentage of a fleece that comes in, as <see cref="Parentage"/> reads it.</summary>
    public string Breed { get; init; } = "";

    /// <summary>The animal of a fleece that comes in.</summary>
    public string Animal { get; init; } = "";

    /// <summary>The colour of a fleece that comes in.</summary>
    public string Colour { get; init; } = "";

    /// <summary>When a fleece that comes in was shorn.</summary>
    public DateOnly? ShornOn { get; init; }

    /// <summary>What a fleece that comes in cost, in the workshop's currency.</summary>
    public decimal? Price { get; init; }

    /// <summary>How the mass is known.</summary>
    public Amount Amount { get; init; }

    /// <summary>For a taking: nothing was left of the lot.</summary>
    public bool EmptiesLot { get; init; }

    /// <summary>The kind of a loss.</summary>
    public LossKind? Loss { get; init; }

    /// <summary>The kind of a gain.</summary>
    public GainKind? Gain { get; init; }

    /// <summary>What became of a loss.</summary>
    public Fate? Fate { get; init; }

    /// <summary>What the scale said, in grams; null when not weighed.</summary>
    public double? MassGrams { get; init; }

    /// <summary>The state it was weighed in.</summary>
    public WeighingState? State { get; init; }

    /// <summary>The room's relative humidity, null when not read.</summary>
    public double? HumidityPercent { get; init; }

    /// <summary>The scale's division in grams.</summary>
    public double? ScaleStepGrams { get; init; }

    /// <summary>The workshop's day of the weighing.</summary>
    public DateOnly? WeighedOn { get; init; }

    /// <summary>Carriage of a fleece, agents of a step, in the workshop's currency; of the entry.</summary>
    public decimal? Spent { get; init; }

    /// <summary>What a second grade is worth, or what was paid for what was sold.</summary>
    public decimal? Worth { get; init; }

    /// <summary>Why the entry was voided, empty when it was not.</summary>
    public string VoidedBecause { get; init; } = "";

    /// <summary>The row as cells, in the order of <see cref="Columns"/>, safe to open in a spreadsheet.</summary>
    public IReadOnlyList<string> ToCells() =>
    [
        Entry.ToString(CultureInfo.InvariantCulture),
        Line.ToString(CultureInfo.InvariantCulture),
        Step.Hyphened(),
        DoneAt.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss.FFFFFF'Z'", CultureInfo.InvariantCulture),
        Harmless(Who),
        Number(Minutes),
        Harmless(Notes),
        Harmless(ConfirmedBecause),
        Flow.Hyphened(),
        Harmless(Lot),
        Word(Form),
        Word(Fibre),
        Harmless(Breed),
        Harmless(Animal),
        Harmless(Colour),
        Day(ShornOn),
        Number(Price),
        Flow == RowKind.Correction ? "" : Amount.Hyphened(),
        Flow == RowKind.In ? (EmptiesLot ? "yes" : "no") : "",
        Loss is not null ? Word(Loss) : Word(Gain),
        Word(Fate),
        Number(MassGrams),
        Word(State),
        Number(HumidityPercent),
        Number(ScaleStepGrams),
        Day(WeighedOn),
        Number(Spent),
        Number(Worth),
        Harmless(VoidedBecause),
    ];

    /// <summary>Reads a row.</summary>
    /// <param name="cell">The cell of a column by name, empty where the file has no such column.</param>
    /// <returns>The row, or a refusal for each cell that does not read; the refusal's field is the column.</returns>
    public static Result<WeighLogRow> FromCells(Func<string, string> cell)
    {
        var reader = new CellReader(cell);
        var flow = reader.Need<RowKind>("flow");
        var row = new WeighLogRow
        {
            Entry = reader.Whole("entry", 1, int.MaxValue) ?? reader.Missing<int>("entry"),
            Line = reader.Whole("line", 1, 1000) ?? reader.Missing<int>("line"),
            Step = reader.Need<StepKind>("step"),
            DoneAt = reader.Time("done_at"),
            Who = reader.Text("who", 60),
            Minutes = reader.Whole("minutes", 0, 10080),
            Notes = reader.Text("notes", 2000),
            ConfirmedBecause = reader.Text("confirmed_because", 500),
            Flow = flow,
            Lot = reader.Text("lot", 24),
            Form = reader.Maybe<LotForm>("form"),
            Fibre = reader.Maybe<Fibre>("fibre"),
            Breed = reader.Text("breed", 200),
            Animal = reader.Text("animal", 80),
            Colour = reader.Text("colour", 60),
            ShornOn = reader.Day("shorn_on"),
            Price = (decimal?)reader.Number("price", 0, 1_000_000),
            Amount = flow == RowKind.Correction ? Amount.Weighed : reader.Need<Amount>("amount"),
            EmptiesLot = flow == RowKind.In && reader.YesNo("empties_lot"),
            Loss = flow == RowKind.Loss ? reader.Need<LossKind>("kind") : null,
            Gain = flow == RowKind.Gain ? reader.Need<GainKind>("kind") : null,
            Fate = reader.Maybe<Fate>("fate"),
            MassGrams = reader.Number("mass_g", 0, MassReader.Largest.Grams),
            State = reader.Maybe<WeighingState>("state"),
            HumidityPercent = reader.Number("humidity_percent", 0, 100),
            ScaleStepGrams = reader.Number("scale_step_g", 0.0001, 1000),
            WeighedOn = reader.Day("weighed_on"),
            Spent = (decimal?)reader.Number("spent", 0, 1_000_000),
            Worth = (decimal?)reader.Number("worth", 0, 1_000_000),
            VoidedBecause = reader.Text("voided_because", 500),
        };
        if (row.Amount == Amount.Weighed && row.MassGrams is null && reader.Passed)
        {
            reader.Refuse("mass_g", "empty", "is empty, and the row says it was weighed");
        }

        return reader.Passed ? row : Result<WeighLogRow>.Refused(reader.Refusals);
    }

    /// <summary>
    /// Keeps a spreadsheet from taking a text for a formula: one that begins like a formula, or with an apostrophe, gets an apostrophe
    /// in front. <see cref="AsMeant"/> takes exactly that one off again.
    /// </summary>
    /// <param name="text">Any text.</param>
    public static string Harmless(string text) => text.Length > 0 && IsTelling(text[0]) ? "'" + text : text;

    /// <summary>Undoes <see cref="Harmless"/>.</summary>
    /// <param name="cell">A cell.</param>
    public static string AsMeant(string cell) => cell.Length > 1 && cell[0] == '\'' && IsTelling(cell[1]) ? cell[1..] : cell;

    private static bool IsTelling(char first) => first is '=' or '+' or '-' or '@' or '\t' or '\r' or '\n' or '\'';

    private static string Word<T>(T? value)
        where T : struct, Enum => value?.Hyphened() ?? "";

    private static string Number<T>(T? value)
        where T : struct, IFormattable => value?.ToString(null, CultureInfo.InvariantCulture) ?? "";

    private static string Day(DateOnly? day) => day?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "";

    private sealed class CellReader(Func<string, string> cell)
    {
        private readonly List<Refusal> refusals = [];

        public bool Passed => refusals.Count == 0;

        public IReadOnlyList<Refusal> Refusals => refusals;

        public void Refuse(string column, string code, string why) => refusals.Add(new Refusal(column, code, $"{column} {why}."));

        public T Missing<T>(string column)
            where T : struct
        {
            if (!refusals.Any(r => r.Field == column))
            {
                Refuse(column, "empty", "is empty");
            }

            return default;
        }

        public string Text(string column, int most)
        {
            var text = AsMeant(cell(column));
            if (text.Length > most)
            {
                Refuse(column, "too-long", $"is longer than {most} characters");
            }

            return text;
        }

        public T? Maybe<T>(string column)
            where T : struct, Enum
        {
            var text = cell(column).Trim();
            if (text.Length == 0)
            {
                return null;
            }

            foreach (var value in Enum.GetValues<T>())
            {
                if (value.Hyphened() == text.ToLowerInvariant())
                {
                    return value;
                }
            }

            Refuse(column, "not-a-word", $"says \u201C{(text.Length > 30 ? text[..30] : text)}\u201D, which is none of: {string.Join(", ", Enum.GetValues<T>().Select(v => v.Hyphened()))}");
            return null;
        }

        public T Need<T>(string column)
            where T : struct, Enum => Maybe<T>(column) ?? Missing<T>(column);

        public double? Number(string column, double low, double high)
        {
            var text = cell(column).Trim();
            if (text.Length == 0)
            {
                return null;
            }

            if (double.TryParse(text, NumberStyles.AllowDecimalPoint | NumberStyles.AllowExponent, CultureInfo.InvariantCulture, out var value) && value >= low && value <= high)
            {
                return value;
            }

            Refuse(column, "out-of-range", FormattableString.Invariant($"must be a number from {low} to {high}, with a point as the decimal mark"));
            return null;
        }

        public int? Whole(string column, int low, int high)
        {
            var text = cell(column).Trim();
            if (text.Length == 0)
            {
                return null;
            }

            if (int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var value) && value >= low && value <= high)
            {
                return value;
            }

            Refuse(column, "out-of-range", $"must be a whole number of at least {low}");
            return null;
        }

        public DateOnly? Day(string column)
        {
            var text = cell(column).Trim();
            if (text.Length == 0)
            {
                return null;
            }

            if (DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day))
            {
                return day;
            }

            Refuse(column, "not-a-day", "must be a day like 2026-05-14");
            return null;
        }

        public DateTimeOffset Time(string column)
        {
            var text = cell(column).Trim();
            if (text.Length >= 10 && DateTimeOffset.TryParse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal, out var time) && time.Year is >= 1900 and <= 2200)
            {
                return time;
            }

            Refuse(column, "not-a-time", "must be a time like 2026-05-14T09:30:00Z");
            return default;
        }

        public bool YesNo(string column)
        {
            var text = cell(column).Trim().ToLowerInvariant();
            if (text is "yes" or "no" or "")
            {
                return text == "yes";
            }

            Refuse(column, "not-a-word", "must be yes or no");
            return false;
        }
    }
}
