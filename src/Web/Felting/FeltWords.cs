using System.Globalization;
using EarthyTuft.Core.Felting;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using static System.FormattableString;

namespace EarthyTuft.Web.Felting;

/// <summary>What a felting test comes to, in words.</summary>
internal static class FeltWords
{
    /// <summary>So many other balls are drawn beside one.</summary>
    public const int MostBeside = 8;

    public static string After(RolledBy by, double count) =>
        by == RolledBy.Strokes ? Invariant($"{count:0} strokes") : Invariant($"{count:0.#} min");

    public static string Doubt(FeltReading reading) =>
        reading.GrewBy is { } grew
            ? Invariant(
                $"It is {grew:0.#} mm wider than before, and felt does not grow: read it again, or say that it was so. Until then it counts for nothing."
            )
            : "";

    /// <summary>What it comes to and why; before that what is still to be done.</summary>
    public static string Sentence(FeltState state, FeltingOutcome? outcome)
    {
        if (outcome is null)
        {
            var next = FeltRun.NextLook(state) is { } look ? $" after about {After(state.Plan.By, look)} in all" : "";
            return state.Readings.Count == 0
                ? $"Roll it lightly between wet soapy hands, about 40 °C warm, and note its width{next}."
                : $"Roll on, and note it again{next}.";
        }

        if (outcome.Felts == FeltingGrade.No)
        {
            return "It opened as it dried: it does not felt.";
        }

        FeltReading[] counted = [.. state.Readings.Where(r => r.Counts)];
        var held = counted.FirstOrDefault(r => r.Holds);
        var why = string.Join(
            " and ",
            new[]
            {
                held is null ? "it never kept its shape" : $"it kept its shape within {After(state.Plan.By, held.Count)}",
                outcome.Density is { } density
                    ? Invariant(
                        $"it ended at {outcome.WidthMillimetres:0.#} mm, which is {density:0.00} g/cm³ (give or take {outcome.DensityDoubt * 100:0} %)"
                    )
                    : "it stayed loose",
            }
        );
        return outcome.Felts switch
        {
            FeltingGrade.Readily => $"It felts readily: {why}.",
            FeltingGrade.Moderately => $"It felts moderately: {why}.",
            _ => $"It hardly felts: {why}.",
        };
    }

    /// <summary>What to think of it beside what was tested before: of this fleece, else of its breed.</summary>
    public static string Beside(FeltingOutcome? outcome, string code, string parentage, IReadOnlyList<TestedFelting> tests)
    {
        if (
            outcome?.Density is not { } density
            || KnownFelting.Of(code, parentage, tests, null).Test is not { Outcome.Density: { } other } before
        )
        {
            return "";
        }

        return FeltRun.AreUnlike(density, other)
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"The pinch of {before.Code} before it came to {other:0.00} g/cm³: the two differ by more than a fifth. Weigh and roll another "
                    + $"pinch before you go by either."
            )
            : Invariant($"The pinch of {before.Code} before it came to {other:0.00} g/cm³: the two agree.");
    }
}
