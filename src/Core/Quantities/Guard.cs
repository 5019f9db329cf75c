namespace EarthyTuft.Core.Quantities;

/// <summary>The edge rules every reckoning shares (docs/craft.md, section 4, "Rules at the edges"): missing, non-finite and negative values
/// are refused, and zero where it divides.</summary>
public sealed class Guard
{
    private readonly List<Refusal> refusals = [];

    /// <summary>What has been refused so far.</summary>
    public IReadOnlyList<Refusal> Refusals => refusals;

    /// <summary>True when nothing was refused.</summary>
    public bool Passed => refusals.Count == 0;

    /// <summary>Asks for a finite number of at least zero.</summary>
    /// <param name="value">The number.</param>
    /// <param name="field">Its name.</param>
    public Guard NotNegative(double value, string field) =>
        Need(double.IsFinite(value) && value >= 0, field, "out-of-range", "must be a number of zero or more");

    /// <summary>Asks for a finite number above zero: it divides, or nothing could be that small.</summary>
    /// <param name="value">The number.</param>
    /// <param name="field">Its name.</param>
    public Guard Positive(double value, string field) =>
        Need(double.IsFinite(value) && value > 0, field, "out-of-range", "must be a number above zero");

    /// <summary>Asks for a finite number between two bounds, both included.</summary>
    /// <param name="value">The number.</param>
    /// <param name="low">The lower bound.</param>
    /// <param name="high">The upper bound.</param>
    /// <param name="field">Its name.</param>
    public Guard Within(double value, double low, double high, string field) =>
        Need(
            double.IsFinite(value) && value >= low && value <= high,
            field,
            "out-of-range",
            FormattableString.Invariant($"must be between {low} and {high}")
        );

    /// <summary>Asks for something to hold.</summary>
    /// <param name="holds">Whether it does.</param>
    /// <param name="field">The field at fault if not.</param>
    /// <param name="code">The refusal's stable word.</param>
    /// <param name="demand">The rest of the sentence after the field's name; a whole sentence where it begins with a capital.</param>
    public Guard Need(bool holds, string field, string code, string demand)
    {
        if (!holds)
        {
            refusals.Add(new Refusal(field, code, char.IsUpper(demand[0]) ? $"{demand}." : $"{Subject(field)} {demand}."));
        }

        return this;
    }

    /// <summary>Adds what was refused elsewhere.</summary>
    /// <param name="refusal">Null when nothing was.</param>
    public Guard Add(Refusal? refusal)
    {
        if (refusal is not null)
        {
            refusals.Add(refusal);
        }

        return this;
    }

    // A person at the bench knows a weight, not a path into a request; whoever programs has the path in the refusal's field.
    private static string Subject(string field) =>
        field[(field.LastIndexOf('.') + 1)..].Split('[')[0] switch
        {
            "mass" => "The weight",
            "length" => "The length",
            "from" => "What was taken",
            "to" => "What was made",
            "form" => "What was made",
            "losses" => "What was lost",
            "lot" => "The lot",
            "price" => "The price",
            "celsius" => "The temperature",
            "airCelsius" => "The air",
            "hotWater" => "The hot water",
            "place" => "This",
            "at" => "That",
            "state" => "The fibre",
            "parts" => "What is in it",
            "heap" or "loss" or "gain" => "What is added",
            "dosePercent" => "The dose",
            "mordantPercent" => "The share of mordant",
            "mordant" => "The mordant",
            "spunMass" => "The yarn",
            "spinningMinutes" => "The time of spinning",
            "joinsPer10Metres" => "The count of joins",
            "lumpsPer10Metres" => "The count of lumps",
            "wrapsPlaces" => "The wraps at several places",
            "mark" => "A judgement",
            "scale" => "This",
            "handle" => "How it feels",
            "neps" => "The count of neps",
            "things" => "The table",
            "thing" => "A name",
            "bobbins" => "Bobbins",
            "gramsPerMetre" => "The thickness of a pencil",
            "pieceMillimetres" => "A piece for the fold",
            "handMillimetres" => "The breadth of a hand",
            "supplyGramsPerMetre" => "A metre of the strip",
            "singlesTex" => "The weight of the singles",
            "millimetresPerStitch" => "The yarn of a stitch",
            "stitches" when field.StartsWith("swatch.", StringComparison.Ordinal) => "The stitches of the swatch",
            "stitches" => "The stitches of a row",
            "stitchesAfter" => "The stitches after the wash",
            "rows" => "The rows",
            "rowsAfter" => "The rows after the wash",
            "toolMillimetres" => "The needle",
            "relaxedMillimetres" => "The swatch as it lies",
            "stretchedMillimetres" => "The swatch drawn out",
            "afterMinuteMillimetres" => "The swatch after a minute",
            "spare" => "What is to spare",
            "change" => "What to change",
            "wrapsPerInch" or "wraps" => "The count of wraps",
            "yarn" => "Yarn",
            "finishedBy" => "How it was finished",
            "hangs" => "How a skein hangs",
            "lotIds" => "What is taken",
            "bobbinGrams" => "What a bobbin holds",
            "millimetres" => "The length",
            "degrees" => "The angle",
            "plies" => "The number of plies",
            "treadles" => "The number of treadles",
            "mostTreadles" => "The most treadles",
            "ratio" => "The ratio",
            "drawMillimetres" => "The draw",
            "bloomPercent" => "The bloom",
            "takeUpPercent" => "The take-up",
            "extraTurnsPercent" => "The share of more turns",
            "finishedDensity" or "singlesDensity" => "The wrap density",
            "colourBefore" or "colourAfter" => "The colour",
            _ => field,
        };

    /// <summary>The reckoning's result, or what was refused.</summary>
    /// <typeparam name="T">The result's type.</typeparam>
    /// <param name="reckon">Runs only when everything passed.</param>
    public Result<T> Then<T>(Func<Result<T>> reckon) => Passed ? reckon() : Result<T>.Refused(refusals);
}
