using System.Globalization;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>The slips people make at a scale (docs/craft.md, section 4).</summary>
public enum SlipKind
{
    /// <summary>Weighed before it was dry.</summary>
    DampWeight,

    /// <summary>The usual bowl was weighed with it.</summary>
    UsualBowl,

    /// <summary>A container was weighed with it, or taken off twice.</summary>
    ForgottenTare,

    /// <summary>Ten times too large or too small.</summary>
    TenTimes,

    /// <summary>Two digits exchanged.</summary>
    DigitsExchanged,

    /// <summary>Pounds read as kilograms or the other way.</summary>
    PoundsForKilograms,

    /// <summary>Ounces read as grams or the other way.</summary>
    OuncesForGrams,

    /// <summary>Two lots taken for each other.</summary>
    LotsExchanged,

    /// <summary>Something came out or was lost that nobody logged.</summary>
    SomethingNotLogged,

    /// <summary>The first digit was not typed.</summary>
    FirstDigitLost,

    /// <summary>Another digit was not typed.</summary>
    DigitLost,

    /// <summary>A digit too many was typed.</summary>
    DigitAdded,
}

/// <summary>A weighing that would explain a gap.</summary>
/// <param name="Kind">What kind of slip.</param>
/// <param name="FlowId">The flow whose weighing is in doubt, null when none is.</param>
/// <param name="Logged">What was logged, in grams.</param>
/// <param name="Likelier">What the scale should have said for the balance to close, in grams.</param>
/// <param name="Misfit">How badly the slip fits the gap: 0 is exactly, larger is worse.</param>
public sealed record Slip(SlipKind Kind, Guid? FlowId, double Logged, double Likelier, double Misfit);

/// <summary>Finds which slip would best explain a step that does not close.</summary>
public static class Slips
{
    /// <summary>Names the likeliest slip behind a gap.</summary>
    /// <param name="flows">The step's flows with their masses.</param>
    /// <param name="gap">In and gains less kept and losses.</param>
    /// <param name="usualBowl">The workshop's usual bowl, null when it has none.</param>
    /// <returns>The best explanation, null when the gap fits.</returns>
    public static Slip? Likeliest(IReadOnlyList<(Flow Flow, LinearForm? Mass)> flows, Estimate gap, Mass? usualBowl)
    {
        if (Math.Abs(gap.Mass.Grams) <= Balance.Bound * gap.Sigma)
        {
            return null;
        }

        var weighed = flows.Where(f => f.Flow.Weighing is { Grams: > 0 }).Select(f => f.Flow).ToArray();
        var candidates = weighed
            .SelectMany(f =>
            {
                // What the flow should have been for the gap to vanish, and how sharply the rest of the balance fixes that.
                var sign = f.Role is FlowRole.In or FlowRole.Gain ? 1 : -1;
                return Explaining(f, f.Weighing!.Grams - (gap.Mass.Grams * sign), gap.Sigma, usualBowl);
            })
            .ToList();
        candidates.AddRange(Exchanged(weighed, gap));

        // Ties are broken by how often people make the slip: the enumeration is in that order.
        return candidates.OrderBy(s => Math.Round(s.Misfit, 2)).ThenBy(s => s.Kind).FirstOrDefault()
            ?? (gap.Mass.Grams > 0 ? new Slip(SlipKind.SomethingNotLogged, null, 0, gap.Mass.Grams, 1) : null);
    }

    /// <summary>Which slips would have turned the right weight of a flow into the logged one.</summary>
    /// <param name="flow">A weighed flow.</param>
    /// <param name="rightGrams">What it should have been, in reference grams, by everything else.</param>
    /// <param name="sigma">How sharply everything else says so, in grams.</param>
    /// <param name="usualBowl">The workshop's usual bowl, null when it has none.</param>
    /// <returns>Every slip that fits, in no order; the misfit tells them apart.</returns>
    public static IEnumerable<Slip> Explaining(Flow flow, double rightGrams, double sigma, Mass? usualBowl)
    {
        if (flow.Weighing is not { Grams: > 0, Logged: > 0 } weighing)
        {
            yield break;
        }

        var factor = weighing.Grams / weighing.Logged;
        var logged = weighing.Logged;
        var right = rightGrams / factor;
        var blur = Math.Max(sigma / factor, 0.5);
        if (right <= 0)
        {
            yield break;
        }

        Slip At(SlipKind kind, double likelier, double penalty) =>
            new(kind, flow.Id, logged, likelier, (Math.Abs(likelier - right) / (3 * blur)) + penalty);

        foreach (var (kind, likelier) in Ratios(logged))
        {
            if (Math.Abs(likelier - right) <= 3 * blur)
            {
                yield return At(kind, likelier, 0);
            }
        }

        foreach (var likelier in Transposed(logged))
        {
            if (Math.Abs(likelier - right) <= 3 * blur)
            {
                yield return At(SlipKind.DigitsExchanged, likelier, 0.1);
            }
        }

        if (usualBowl is { Grams: > 0 } bowl && logged > right && Math.Abs(logged - bowl.Grams - right) <= 3 * blur)
        {
            yield return At(SlipKind.UsualBowl, logged - bowl.Grams, 0);
        }

        var excess = (logged - right) / right;
        if (flow.Role == FlowRole.Out && excess is > 0 and <= 1.5)
        {
            yield return new Slip(SlipKind.DampWeight, flow.Id, logged, right, 1);
        }

        if (logged - right is >= 20 and <= 3000)
        {
            yield return new Slip(SlipKind.ForgottenTare, flow.Id, logged, right, 1.2);
        }
    }

    private static IEnumerable<(SlipKind Kind, double Likelier)> Ratios(double logged) =>
        [
            (SlipKind.TenTimes, logged * 10),
            (SlipKind.TenTimes, logged / 10),
            (SlipKind.PoundsForKilograms, logged * Mass.GramsPerPound / 1000),
            (SlipKind.PoundsForKilograms, logged * 1000 / Mass.GramsPerPound),
            (SlipKind.OuncesForGrams, logged * Mass.GramsPerOunce),
            (SlipKind.OuncesForGrams, logged / Mass.GramsPerOunce),
        ];

    private static IEnumerable<double> Transposed(double logged)
    {
        var text = logged.ToString("0.###", CultureInfo.InvariantCulture);
        for (var i = 0; i + 1 < text.Length; i++)
        {
            if (char.IsDigit(text[i]) && char.IsDigit(text[i + 1]) && text[i] != text[i + 1])
            {
                yield return double.Parse(text[..i] + text[i + 1] + text[i] + text[(i + 2)..], CultureInfo.InvariantCulture);
            }
        }
    }

    private static IEnumerable<Slip> Exchanged(Flow[] weighed, Estimate gap)
    {
        foreach (var one in weighed.Where(f => f.Role == FlowRole.In))
        {
            foreach (var other in weighed.Where(f => f.Role is FlowRole.Out or FlowRole.Loss))
            {
                // Changing places moves the gap by twice their difference.
                var moved = gap.Mass.Grams - (2 * (one.Weighing!.Grams - other.Weighing!.Grams));
                var blur = Math.Max(gap.Sigma, 0.5);
                if (Math.Abs(moved) <= 3 * blur)
                {
                    yield return new Slip(
                        SlipKind.LotsExchanged,
                        one.Id,
                        one.Weighing.Logged,
                        other.Weighing.Logged,
                        (Math.Abs(moved) / (3 * blur)) + 0.2
                    );
                }
            }
        }
    }
}
