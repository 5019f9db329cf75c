using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

// The idea, once. How often people make a slip is typical until this workshop's own are known: each weighing that was set right says what
// had been wrong with it. One scale stands beside the bowls, one person skips digits, another weighs too early; after a few such weights the
// explanation that stands first is the one that is usual here. Bowls that were weighed along more than once are known by their weight.

/// <summary>How often each kind of slip is made in a workshop, and the bowls that are weighed along there.</summary>
/// <param name="UsualBowl">The workshop's usual bowl, null when it has none.</param>
public sealed record SlipHabits(Mass? UsualBowl)
{
    /// <summary>What is typical counts as so many weights that were set right (ours).</summary>
    public const double Prior = 20;

    /// <summary>Bowls that are told apart differ by more than so many grams.</summary>
    private const double SameBowl = 3;

    /// <summary>Where nothing is known.</summary>
    public static readonly SlipHabits Unknown = new((Mass?)null);

    private IReadOnlyDictionary<SlipKind, int> Made { get; init; } = new Dictionary<SlipKind, int>();

    /// <summary>Bowls that were weighed along more than once, in grams, with how often; the most frequent first.</summary>
    public IReadOnlyList<(double Grams, int Times)> Bowls { get; private init; } = [];

    /// <summary>Learns from weights that were set right.</summary>
    /// <param name="usualBowl">The workshop's usual bowl, null when it has none.</param>
    /// <param name="mended">What had been logged and what it was, in grams above zero.</param>
    public static SlipHabits Of(Mass? usualBowl, IReadOnlyCollection<(double Logged, double Right)> mended)
    {
        var untyped = mended.Where(m => SlipChances.TypedKindOf(m.Logged, m.Right) is null && m.Logged > m.Right).ToArray();
        var bowls = Bowled(untyped.Select(m => m.Logged - m.Right).Where(g => g is >= LightestBowl and <= HeaviestBowl));
        return new SlipHabits(usualBowl)
        {
            Made = mended.Select(m => KindOf(m.Logged, m.Right, usualBowl, bowls)).OfType<SlipKind>().CountBy(kind => kind).ToDictionary(),
            Bowls = bowls,
        };
    }

    private const double LightestBowl = 40,
        HeaviestBowl = 800;

    private static (double Grams, int Times)[] Bowled(IEnumerable<double> differences)
    {
        var groups = new List<List<double>>();
        foreach (var grams in differences.Order())
        {
            if (groups.Count > 0 && grams - groups[^1][^1] <= SameBowl)
            {
                groups[^1].Add(grams);
            }
            else
            {
                groups.Add([grams]);
            }
        }

        return [.. groups.Where(g => g.Count > 1).Select(g => (g.Average(), g.Count)).OrderByDescending(b => b.Count)];
    }

    // What had been wrong; null where it is like no slip, or like a bowl and damp alike.
    private static SlipKind? KindOf(double logged, double right, Mass? usualBowl, (double Grams, int Times)[] bowls)
    {
        if (SlipChances.TypedKindOf(logged, right) is { } typed)
        {
            return typed;
        }

        var over = logged - right;
        bool Is(double bowl) => Math.Abs(over - bowl) <= SameBowl;
        if ((usualBowl is { } usual && Is(usual.Grams)) || bowls.Any(b => Is(b.Grams)))
        {
            return SlipKind.ForgottenTare;
        }

        var mayBeDamp = logged >= 1.08 * right && logged <= 2 * right;
        return (mayBeDamp, over is >= LightestBowl and <= HeaviestBowl) switch
        {
            (true, false) => SlipKind.DampWeight,
            (false, true) => SlipKind.ForgottenTare,
            _ => null,
        };
    }

    /// <summary>How many times likelier a kind of slip is here than is typical.</summary>
    /// <param name="kind">The kind; the usual bowl and any other count together.</param>
    /// <returns>Above zero: 1 where nothing was set right. Weighed by what is typical the mean over all kinds is 1.</returns>
    public double Factor(SlipKind kind)
    {
        var of = kind == SlipKind.UsualBowl ? SlipKind.ForgottenTare : kind;
        if (!Typical.TryGetValue(of, out var share))
        {
            return 1;
        }

        var all = Typical.Values.Sum();
        return ((Prior * share / all) + Made.GetValueOrDefault(of)) / (Prior + Made.Values.Sum()) / (share / all);
    }

    /// <summary>How often people make each kind, of all weights that are wrong (typical; docs/craft.md, section 4).</summary>
    internal static readonly IReadOnlyDictionary<SlipKind, double> Typical = new Dictionary<SlipKind, double>
    {
        [SlipKind.FirstDigitLost] = 0.05,
        [SlipKind.DigitLost] = 0.04,
        [SlipKind.DigitAdded] = 0.05,
        [SlipKind.TenTimes] = 0.09,
        [SlipKind.ForgottenTare] = 0.2,
        [SlipKind.DampWeight] = 0.15,
        [SlipKind.DigitsExchanged] = 0.1,
        [SlipKind.PoundsForKilograms] = 0.07,
        [SlipKind.OuncesForGrams] = 0.03,
    };
}
