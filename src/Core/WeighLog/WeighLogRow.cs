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
        "entry",
        "line",
        "step",
        "done_at",
        "who",
        "minutes",
        "notes",
        "confirmed_because",
        "flow",
        "lot",
        "form",
        "fibre",
        "breed",
        "animal",
        "colour",
        "shorn_on",
        "price",
        "amount",
        "empties_lot",
        "kind",
        "fate",
        "mass_g",
        "state",
        "humidity_percent",
        "scale_step_g",
        "weighed_on",
        "spent",
        "worth",
        "voided_because",
        "added_at",
        "added_by",
        "answer",
        "before",
        "came_dyed",
        "made_of",
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

    /// <summary>When a line was added to an entry that was logged already, null for what was logged with it.</summary>
    public DateTimeOffset? AddedAt { get; init; }

    /// <summary>Who added it.</summary>
    public string AddedBy { get; init; } = "";

    /// <summary>What was answered when the log asked where the gap of the entry comes from.</summary>
    public GapAnswer? Answer { get; init; }

    /// <summary>What had been done to what comes in before it came.</summary>
    public string Before { get; init; } = "";

    /// <summary>What comes in is dyed.</summary>
    public bool CameDyed { get; init; }

    /// <summary>The parts of a blend that comes in; empty for one fibre.</summary>
    public IReadOnlyList<LabelPart> MadeOf { get; init; } = [];

    /// <summary>The row as cells, in the order of <see cref="Columns"/>, safe to open in a spreadsheet.</summary>
    public IReadOnlyList<string> ToCells() =>
        [
            Entry.ToString(CultureInfo.InvariantCulture),
            Line.ToString(CultureInfo.InvariantCulture),
            Step.Hyphened(),
            Moment(DoneAt),
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
            AddedAt is { } added ? Moment(added) : "",
            Harmless(AddedBy),
            Word(Answer),
            Harmless(Before),
            CameDyed ? "yes" : "",
            Harmless(
                string.Join(
                    " + ",
                    MadeOf.Select(p =>
                        FormattableString
                            .Invariant($"{p.Percent:0.######} {p.Fibre.Hyphened()}{(p.Breed.Length > 0 ? " " + p.Breed : "")}")
                            .TrimStart()
                    )
                )
            ),
        ];

    private static string Moment(DateTimeOffset at) =>
        at.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss.FFFFFF'Z'", CultureInfo.InvariantCulture);

    /// <summary>Reads a row.</summary>
    /// <param name="cell">The cell of a column by name, empty where the file has no such column.</param>
    /// <param name="commaParts">The file's cells are parted by commas, so a comma in a number is no decimal mark.</param>
    /// <returns>The row, or a refusal for each cell that does not read; the refusal's field is the column.</returns>
    public static Result<WeighLogRow> FromCells(Func<string, string> cell, bool commaParts = true)
    {
        var reader = new CellReader(cell, commaParts);
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
            Lot = reader.Code("lot"),
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
            MassGrams = reader.Number("mass_g", 0, MassReader.Largest.Grams, MassReader.Smallest.Grams),
            State = reader.Maybe<WeighingState>("state"),
            HumidityPercent = reader.Number("humidity_percent", 0, 100),
            ScaleStepGrams = reader.Number("scale_step_g", 0.0001, 1000),
            WeighedOn = reader.Day("weighed_on"),
            Spent = (decimal?)reader.Number("spent", 0, 1_000_000),
            Worth = (decimal?)reader.Number("worth", 0, 1_000_000),
            VoidedBecause = reader.Text("voided_because", 500),
            AddedAt = cell("added_at").Trim().Length == 0 ? null : reader.Time("added_at"),
            AddedBy = reader.Text("added_by", 60),
            Answer = reader.Maybe<GapAnswer>("answer"),
            Before = reader.Text("before", 300),
            CameDyed = cell("came_dyed").Trim().Length > 0 && reader.YesNo("came_dyed"),
            MadeOf = reader.Parts("made_of"),
        };
        if (row.Amount == Amount.Weighed && row.MassGrams is null && reader.Passed)
        {
            reader.Refuse("mass_g", "empty", "is empty, and the row says it was weighed");
        }

        return reader.Passed ? row : Result<WeighLogRow>.Refused(reader.Refusals);
    }

    /// <summary>
    /// Keeps a spreadsheet from taking a text for a formula: where one begins like a formula, or with an apostrophe, it gets an apostrophe
    /// in front; within it too, after a semicolon, a tab or a line break, where another spreadsheet than the one it was meant for begins a
    /// new cell.
    /// <see cref="AsMeant"/> takes exactly those off again.
    /// </summary>
    /// <param name="text">Any text.</param>
    public static string Harmless(string text)
    {
        if (!text.Where((letter, i) => IsTelling(letter, BeginsCell(text, i), i)).Any())
        {
            return text;
        }

        var safe = new System.Text.StringBuilder(text.Length + 4);
        for (var i = 0; i < text.Length; i++)
        {
            if (IsTelling(text[i], BeginsCell(text, i), i))
            {
                safe.Append('\'');
            }

            safe.Append(text[i]);
        }

        return safe.ToString();
    }

    /// <summary>Undoes <see cref="Harmless"/>.</summary>
    /// <param name="cell">A cell.</param>
    public static string AsMeant(string cell)
    {
        if (!cell.Contains('\''))
        {
            return cell;
        }

        var meant = new System.Text.StringBuilder(cell.Length);
        var begins = true;
        for (var i = 0; i < cell.Length; i++)
        {
            if (cell[i] == '\'' && begins && i + 1 < cell.Length && IsTelling(cell[i + 1], true, meant.Length))
            {
                i++;
            }

            meant.Append(cell[i]);
            begins = EndsCell(cell[i]);
        }

        return meant.ToString();
    }

    private static bool BeginsCell(string text, int place) => place == 0 || EndsCell(text[place - 1]);

    private static bool EndsCell(char letter) => letter is ';' or '\t' or '\r' or '\n';

    private static bool IsTelling(char letter, bool begins, int place) =>
        begins && (letter is '=' or '+' or '-' or '@' or '\'' || (place == 0 && letter is ('\t' or '\r' or '\n')));

    private static string Word<T>(T? value)
        where T : struct, Enum => value?.Hyphened() ?? "";

    private static string Number<T>(T? value)
        where T : struct, IFormattable => value?.ToString(null, CultureInfo.InvariantCulture) ?? "";

    private static string Day(DateOnly? day) => day?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "";
}
