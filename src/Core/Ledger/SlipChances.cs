using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

// The idea, once. Something speaks for what a weighing should have been: the rest of a balance, or what usually comes out of a step. Each
// kind of slip turns a right weight into a wrong one in its own way: some in just one (pounds for kilograms), some in a few (a digit lost
// somewhere), some in any of a range (damp). The chance of a slip is how often people make it, times how likely the right weights are that
// it would have turned into the one that was logged (Bayes' rule; docs/craft.md, section 4, "Explanations are weighed").

/// <summary>A kind of slip that may stand behind a weighing.</summary>
/// <param name="Kind">What kind.</param>
/// <param name="Likelier">What the scale should have said, in grams.</param>
/// <param name="Least">The least that it may have been, in grams: the same as <paramref name="Likelier"/> where the slip tells the figure by
/// itself.</param>
/// <param name="Most">The most that it may have been, in grams.</param>
/// <param name="Chance">How likely it is beside the other slips, above nothing: not a share of one.</param>
public sealed record SlipChance(SlipKind Kind, double Likelier, double Least, double Most, double Chance);

/// <summary>Weighs the slips that may stand behind one weighing.</summary>
public static class SlipChances
{
    /// <summary>A bowl that somebody forgot, in grams (typical).</summary>
    private static readonly (double Least, double Most) Bowl = (100, 400);

    private static double Share(SlipKind kind) => SlipHabits.Typical[kind];

    private static readonly double BowlShare = Share(SlipKind.ForgottenTare);

    /// <summary>Beside the bowls that were weighed along here, others count as so many times (ours).</summary>
    private const double UnknownBowls = 3;

    // Damp adds to a rested weight; wool that still drips weighs up to twice as much (typical).
    private static readonly (double Prior, double Least, double Most)[] Damp =
    [
        (Share(SlipKind.DampWeight) * 2 / 3, 1.08, 1.30),
        (Share(SlipKind.DampWeight) / 3, 1.30, 2.00),
    ];

    private const int Steps = 40;

    /// <summary>Every kind of slip that could have turned a likely weight into the one that was logged.</summary>
    /// <param name="logged">What was logged, in grams above zero.</param>
    /// <param name="mayBeDamp">Whether wool that came out is weighed, which can be damp.</param>
    /// <param name="density">How likely it is that the scale should have said so many grams, by everything but the weighing itself.</param>
    /// <param name="habits">How often each kind of slip is made here, and which bowls are weighed along.</param>
    /// <returns>Likeliest first; a kind stands there once for each figure that it may have been, and a lost digit once for all.</returns>
    public static IReadOnlyList<SlipChance> Of(double logged, bool mayBeDamp, Func<double, double> density, SlipHabits habits)
    {
        var found = new List<SlipChance>();
        // A digit that was lost can be any; of the others each figure stands for itself.
        foreach (var way in Typed(logged).GroupBy(t => (t.Kind, Right: t.Kind == SlipKind.DigitLost ? 0 : t.Right)))
        {
            Add(way.Key.Kind, [.. way.Select(t => (t.Right, t.Share * density(t.Right)))]);
        }

        if (habits.UsualBowl is { Grams: > 0 } bowl && logged > bowl.Grams)
        {
            Add(SlipKind.UsualBowl, [(logged - bowl.Grams, BowlShare * density(logged - bowl.Grams))]);
        }

        // A bowl that was weighed along here before is known by its weight.
        var times = habits.Bowls.Sum(b => b.Times) + UnknownBowls;
        foreach (var (grams, often) in habits.Bowls.Where(b => logged > b.Grams))
        {
            Add(SlipKind.ForgottenTare, [(logged - grams, BowlShare * often / times * density(logged - grams))]);
        }

        // Any bowl, each weight as likely; where one is usual another is the rarer slip.
        var any = (habits.UsualBowl is null ? BowlShare : BowlShare / 4) * UnknownBowls / times / (Bowl.Most - Bowl.Least);
        Add(
            SlipKind.ForgottenTare,
            Range(Bowl.Least, Bowl.Most, logged).Select(t => (logged - t.At, any * t.Width * density(logged - t.At)))
        );
        if (mayBeDamp)
        {
            Add(
                SlipKind.DampWeight,
                Damp.SelectMany(d =>
                    Range(d.Least, d.Most, double.PositiveInfinity)
                        .Select(f => (logged / f.At, d.Prior / (d.Most - d.Least) * f.Width * density(logged / f.At) / f.At))
                )
            );
        }

        return [.. found.OrderByDescending(f => f.Chance)];

        void Add(SlipKind kind, IEnumerable<(double Right, double Chance)> ways)
        {
            var here = habits.Factor(kind);
            var all = ways.Where(w => w.Right > 0 && w.Chance > 0).Select(w => (w.Right, Chance: w.Chance * here)).ToArray();
            if (all.Length == 0)
            {
                return;
            }

            var sum = all.Sum(w => w.Chance);
            var best = all.MaxBy(w => w.Chance);
            // Of digits the likeliest one stands for all, a nought at the end where it can be; of a range its middle does.
            var likelier =
                kind is SlipKind.DampWeight or SlipKind.ForgottenTare ? all.Sum(w => w.Right * w.Chance) / sum
                : kind == SlipKind.DigitLost && all.Any(w => w.Right == logged * 10 && w.Chance > best.Chance / 2) ? logged * 10
                : best.Right;
            var worth = all.Where(w => w.Chance > best.Chance / 10).ToArray();
            found.Add(new SlipChance(kind, likelier, worth.Min(w => w.Right), worth.Max(w => w.Right), sum));
        }
    }

    /// <summary>What may have been meant by a figure that can hardly be: those that a slip of the hand, or another unit, turns into it.</summary>
    /// <param name="typed">The figure, above zero.</param>
    /// <param name="can">What it can be.</param>
    /// <param name="usual">What it is like most often, above zero; null where each ratio is as likely.</param>
    /// <param name="units">How many of the one unit another is, each above zero.</param>
    /// <returns>The likeliest first, each within what it can be.</returns>
    public static IReadOnlyList<double> Meant(double typed, Span can, double? usual, IReadOnlyCollection<double> units) =>
        [
            .. Typed(typed)
                .Where(t => !Units.Any(u => u.Kind == t.Kind))
                .Select(t => (t.Right, t.Share))
                .Concat(
                    units.SelectMany(u => new (double Right, double Share)[] { (typed * u, UnitShare * u), (typed / u, UnitShare / u) })
                )
                // A point that was not typed, or not seen.
                .Concat([(Right: typed / 10, Share: PointLost), (Right: typed / 100, Share: PointLost / 3)])
                .Where(t => t.Right > 0 && can.Holds(t.Right))
                .GroupBy(t => Math.Round(t.Right, 6))
                .Select(g => (Right: g.Key, Chance: g.Sum(t => t.Share) * Likely(g.Key, usual)))
                .OrderByDescending(t => t.Chance)
                .ThenBy(t => t.Right)
                .Select(t => t.Right),
        ];

    /// <summary>A wrong weight of no known kind: any figure between a thirtieth and thirty times the right one, by its ratio.</summary>
    /// <param name="logged">What was logged, in grams above zero.</param>
    /// <param name="right">Where the density is about highest, in grams above zero.</param>
    /// <param name="width">About its standard deviation, in grams above zero.</param>
    /// <param name="density">How likely it is that the scale should have said so many grams, by everything but the weighing itself.</param>
    /// <returns>What it should have been, and how likely that is beside the known kinds.</returns>
    public static (double Likelier, double Chance) Unknown(double logged, double right, double width, Func<double, double> density)
    {
        var ways = Range(right - (4 * width), right + (4 * width), double.PositiveInfinity)
            .Where(p => p.At > 0)
            .Select(p => (p.At, Chance: p.Width * density(p.At)))
            .ToArray();
        var sum = ways.Sum(w => w.Chance);
        return (sum <= 0 ? right : ways.Sum(w => w.At * w.Chance) / sum, sum * UnknownShare / (2 * Math.Log(30) * logged));
    }

    /// <summary>How often a slip is of no known kind (typical).</summary>
    private const double UnknownShare = 0.03;

    private static IEnumerable<(double At, double Width)> Range(double least, double most, double below)
    {
        var width = (most - least) / Steps;
        return Enumerable.Range(0, Steps).Select(i => (At: least + ((i + 0.5) * width), width)).Where(p => p.At < below);
    }

    /// <summary>Which slip of the hand turned a right weight into the one that was logged.</summary>
    /// <param name="logged">What was logged, in grams above zero.</param>
    /// <param name="right">What it was, in grams above zero.</param>
    /// <returns>The likeliest; null where none does.</returns>
    internal static SlipKind? TypedKindOf(double logged, double right) =>
        Typed(logged)
            .Where(t => Math.Abs(t.Right - right) <= 0.002 * right)
            .OrderByDescending(t => t.Share)
            .Select(t => (SlipKind?)t.Kind)
            .FirstOrDefault();

    // Right weights that a slip of the hand turns into the logged figure, with how often people make it and how many of its ways lead there.
    private static IEnumerable<(SlipKind Kind, double Right, double Share)> Typed(double logged)
    {
        var text = logged.ToString("0.###", CultureInfo.InvariantCulture);
        var digits = text.Count(char.IsDigit);
        static double Read(string typed) => double.Parse(typed, CultureInfo.InvariantCulture);

        yield return (SlipKind.TenTimes, logged * 10, Share(SlipKind.TenTimes));
        if (text[^1] == '0' || text.Contains('.', StringComparison.Ordinal))
        {
            yield return (SlipKind.TenTimes, logged / 10, Share(SlipKind.TenTimes));
        }

        for (var d = '1'; d <= '9'; d++)
        {
            yield return (SlipKind.FirstDigitLost, Read(d + text), Share(SlipKind.FirstDigitLost));
        }

        for (var i = 1; i <= text.Length; i++)
        {
            for (var d = '0'; d <= '9'; d++)
            {
                yield return (SlipKind.DigitLost, Read(text[..i] + d + text[i..]), Share(SlipKind.DigitLost) / digits);
            }
        }

        for (var i = 0; digits > 1 && i < text.Length; i++)
        {
            if (char.IsDigit(text[i]))
            {
                yield return (SlipKind.DigitAdded, Read("0" + text[..i] + text[(i + 1)..]), Share(SlipKind.DigitAdded) / (10 * digits));
            }
        }

        for (var i = 0; i + 1 < text.Length; i++)
        {
            if (char.IsDigit(text[i]) && char.IsDigit(text[i + 1]) && text[i] != text[i + 1])
            {
                yield return (
                    SlipKind.DigitsExchanged,
                    Read(text[..i] + text[i + 1] + text[i] + text[(i + 2)..]),
                    Share(SlipKind.DigitsExchanged) / Math.Max(1, digits - 1)
                );
            }
        }

        // So many right weights become one logged figure as the one unit is smaller than the other.
        foreach (var (kind, factor, share) in Units)
        {
            yield return (kind, logged * factor, share * factor);
        }
    }

    // Figures scatter by their ratio: so many of them lie within a gram, and fewer where they are larger.
    private static double Likely(double right, double? usual) =>
        (usual is { } middle ? Math.Exp(-Math.Pow(Math.Log(right / middle) / UsualSpread, 2) / 2) : 1) / right;

    /// <summary>How far figures of one kind scatter at a bench, as the standard deviation of their logarithm (typical).</summary>
    private const double UsualSpread = 0.3;

    /// <summary>How often a point gets lost (typical).</summary>
    private const double PointLost = 0.06;

    /// <summary>How often a figure is read in another unit (typical).</summary>
    private const double UnitShare = 0.05;

    private static readonly (SlipKind Kind, double Factor, double Share)[] Units =
    [
        (SlipKind.PoundsForKilograms, Mass.GramsPerPound / 1000, Share(SlipKind.PoundsForKilograms) / 2),
        (SlipKind.PoundsForKilograms, 1000 / Mass.GramsPerPound, Share(SlipKind.PoundsForKilograms) / 2),
        (SlipKind.OuncesForGrams, Mass.GramsPerOunce, Share(SlipKind.OuncesForGrams) / 2),
        (SlipKind.OuncesForGrams, 1 / Mass.GramsPerOunce, Share(SlipKind.OuncesForGrams) / 2),
    ];
}
