namespace EarthyTuft.Core.Quantities;

/// <summary>The edge rules every reckoning shares (docs/craft.md, section 4, "Rules at the edges"): missing, non-finite and negative values
/// are refused, and zero where it divides.</summary>
/// <param name="subjects">What the fields of the room that asks are called where one is refused, beside those that all rooms share; null for none.</param>
public sealed class Guard(IReadOnlyDictionary<string, string>? subjects = null)
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
            var end = demand.EndsWith('?') ? "" : ".";
            refusals.Add(new Refusal(field, code, (char.IsUpper(demand[0]) ? demand : $"{Subject(field)} {demand}") + end));
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
    private string Subject(string field)
    {
        var last = field[(field.LastIndexOf('.') + 1)..].Split('[')[0];
        return subjects?.GetValueOrDefault(last) ?? Shared(last) ?? field;
    }

    private static string? Shared(string field) =>
        field switch
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
            "at" => "That",
            "state" => "The fibre",
            "parts" => "What is in it",
            "heap" or "loss" or "gain" => "What is added",
            "lotIds" => "What is taken",
            "millimetres" => "The length",
            _ => null,
        };

    /// <summary>The reckoning's result, or what was refused.</summary>
    /// <typeparam name="T">The result's type.</typeparam>
    /// <param name="reckon">Runs only when everything passed.</param>
    public Result<T> Then<T>(Func<Result<T>> reckon) => Passed ? reckon() : Result<T>.Refused(refusals);
}
