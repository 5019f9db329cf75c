using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Stations;

/// <summary>A figure that can be noted at a station beside the weights; it stays with the entry.</summary>
/// <param name="Key">Its stable name in requests, files and tables.</param>
/// <param name="Unit">What it counts in; empty for pieces.</param>
/// <param name="Low">The lowest that can be, included.</param>
/// <param name="High">The highest that can be, included.</param>
/// <param name="IsWhole">Pieces are whole.</param>
/// <param name="With">The measure without which it says nothing, null where it stands by itself.</param>
/// <param name="IsTally">It is counted by one tap each.</param>
public sealed record Measure(
    string Key,
    string Unit,
    double Low,
    double High,
    bool IsWhole = false,
    string? With = null,
    bool IsTally = false
)
{
    /// <summary>Hairs and bits plucked out by hand; fibre is picked over at every station.</summary>
    public static readonly Measure Plucked = new("plucked", "", 1, 100_000, IsWhole: true, IsTally: true);

    /// <summary>Guard hairs counted in a small weighed pinch of what was made.</summary>
    public static readonly Measure Hairs = new("hairs", "", 0, 100_000, IsWhole: true, With: "pinch");

    /// <summary>What that pinch weighed.</summary>
    public static readonly Measure Pinch = new("pinch", "g", 0.01, 1000, With: "hairs");

    /// <summary>Checks what was noted at a station.</summary>
    /// <param name="station">The station.</param>
    /// <param name="noted">Values by key.</param>
    /// <returns>Nothing, or <c>not-measured-here</c>, <c>out-of-range</c>, <c>missing</c> at <c>measures.key</c>.</returns>
    public static IReadOnlyList<Refusal> Check(Station station, IReadOnlyDictionary<string, double> noted)
    {
        var refusals = new List<Refusal>();
        foreach (var (key, value) in noted)
        {
            var field = $"measures.{key}";
            if (station.Measures.FirstOrDefault(m => m.Key == key) is not { } measure)
            {
                refusals.Add(new Refusal(field, "not-measured-here", "Nothing of that name is noted at this station."));
            }
            else if (!(value >= measure.Low && value <= measure.High) || (measure.IsWhole && value != Math.Floor(value)))
            {
                refusals.Add(
                    new Refusal(
                        field,
                        "out-of-range",
                        FormattableString.Invariant(
                            $"It must be {(measure.IsWhole ? "a whole number " : "")}between {measure.Low} and {measure.High}."
                        )
                    )
                );
            }
            else if (measure.With is { } other && !noted.ContainsKey(other))
            {
                refusals.Add(new Refusal($"measures.{other}", "missing", "The one says nothing without the other: both figures, or none."));
            }
        }

        return refusals;
    }
}
