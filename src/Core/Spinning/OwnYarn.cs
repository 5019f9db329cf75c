using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Yarns;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.Statistics;

namespace EarthyTuft.Core.Spinning;

// The idea, once. Each of one's own skeins says several things at once of figures that hang together: wraps on the bobbin over the wraps that
// were told say how the hand misses; grist on the bobbin says the density of singles; the washed yarn's wraps over what was told say all of
// it together. In logarithms every one of these is a sum of the same few unknowns, so they are found together, by least squares, as what
// departs from the typical set: one set, from which everything is told. What is far off the middle of its like (a slip of a digit) counts
// next to nothing. It is learned first from all skeins, then from those of the fibre's class, then from those of the same preparation and
// draw; each narrower group begins from the wider one, which counts as three skeins.

/// <summary>What teaches of what: the narrower the more.</summary>
/// <param name="Class">Of the fibre; null where it is not known.</param>
/// <param name="Form">What it is spun from; null where that is not known.</param>
/// <param name="Draw">How it is drawn; null where nobody said.</param>
public sealed record SpunOf(FleeceClass? Class, LotForm? Form = null, Draw? Draw = null);

/// <summary>One own yarn on its way from the aim to the wash; null is not known.</summary>
/// <param name="Kind">What it was spun of, and how.</param>
/// <param name="Typical">What is typical of that.</param>
/// <param name="Strands">That lie side by side in it, at least one; where nobody said, only densities and lengths tell something.</param>
/// <param name="ToldWraps">Wraps of the singles that the aim said to spin.</param>
/// <param name="Singles">Measured on the bobbin.</param>
/// <param name="SinglesGrams">Their weight.</param>
/// <param name="Fresh">Measured before the wash.</param>
/// <param name="Washed">Measured after it.</param>
/// <param name="WashedGrams">The finished skein's weight.</param>
/// <param name="SinglesMetres">The length of all singles that went in, together.</param>
public sealed record OwnSkein(
    SpunOf Kind,
    YarnFigures Typical,
    int? Strands,
    double? ToldWraps,
    YarnMeasures? Singles,
    double? SinglesGrams,
    YarnMeasures? Fresh,
    YarnMeasures? Washed,
    double? WashedGrams,
    double? SinglesMetres
);

/// <summary>How many own skeins told of what.</summary>
/// <param name="Singles">Of the wrap density of singles under tension.</param>
/// <param name="Density">Of the wrap density of yarn that was washed.</param>
/// <param name="Bloom">Of what the wash does to wraps.</param>
/// <param name="TakeUp">Of what plying takes up.</param>
/// <param name="Miss">Of what was spun over what was told.</param>
/// <param name="Whole">Of the whole way from what was told to the washed yarn.</param>
public sealed record OwnCounts(int Singles, int Density, int Bloom, int TakeUp, int Miss, int Whole)
{
    /// <summary>Nothing was told.</summary>
    public static readonly OwnCounts None = new(0, 0, 0, 0, 0, 0);
}

/// <summary>What a workshop's own skeins teach of a fibre's yarn (docs/craft.md, section 15).</summary>
/// <param name="Figures">What to reckon with.</param>
/// <param name="Miss">Wraps of singles that are spun over those that are told, above zero: above one is finer.</param>
/// <param name="Counts">How many skeins stand behind it: of its class, or of all where there is none of it.</param>
public sealed record OwnYarn(YarnFigures Figures, double Miss, OwnCounts Counts)
{
    /// <summary>So many of the newest count in each group: a hand that changes is followed.</summary>
    public const int Newest = 8;

    /// <summary>The wider group counts as so many skeins.</summary>
    public const double WiderGroup = 3;

    // The unknowns: logarithms of what is over what is typical.
    private const int Singles = 0,
        Resting = 1,
        Finished = 2,
        Bloom = 3,
        TakeUp = 4,
        Length = 5,
        Hand = 6,
        Unknowns = 7;

    // What one skein tells of each: one standard deviation (ours, by the unevenness of yarn and the wraps that are read in one place).
    private static readonly double[] Doubts = [0.14, 0.14, 0.14, 0.10, 0.02, 0.02, 0.07];

    private const double WrapsDoubt = 0.07,
        GristDoubt = 0.06;

    /// <summary>Beyond a factor of so much it is a slip and says nothing.</summary>
    private const double MostFactor = 4;

    /// <summary>So many standard deviations off the middle of its like, or off what the wider group says, a reading counts half (ours).</summary>
    private const double HalfOffMiddle = 2,
        HalfOffWider = 4;

    private const int EnoughForMiddle = 3;

    /// <summary>Nothing is learned yet.</summary>
    /// <param name="typical">What is typical.</param>
    public static OwnYarn Nothing(YarnFigures typical) => new(typical, 1, OwnCounts.None);

    /// <summary>Learns.</summary>
    /// <param name="skeins">Own skeins, the newest first.</param>
    /// <param name="of">What is asked for.</param>
    /// <param name="typical">What is typical of that.</param>
    public static OwnYarn Of(IReadOnlyCollection<OwnSkein> skeins, SpunOf of, YarnFigures typical)
    {
        var like = of.Class is null ? [] : skeins.Where(s => s.Kind.Class == of.Class).ToArray();
        var same = of.Form is null ? [] : like.Where(s => s.Kind.Form == of.Form && (of.Draw is null || s.Kind.Draw == of.Draw)).ToArray();
        var departs = Vector<double>.Build.Dense(Unknowns);
        foreach (var group in new[] { skeins, like, same })
        {
            departs = Learn([.. group.Take(Newest).SelectMany(Says)], departs);
        }

        return new OwnYarn(
            Applied(typical, departs),
            Math.Exp(departs[Hand]),
            Counted([.. (like.Length > 0 ? like : skeins).Take(Newest)])
        );
    }

    private static YarnFigures Applied(YarnFigures typical, Vector<double> departs)
    {
        double Density(double of, int which) =>
            Math.Clamp(of * Math.Exp(departs[which]), YarnFigures.LeastDensity, YarnFigures.MostDensity);
        double Percent(double of, int which, double least, double most) =>
            Math.Clamp(of + (100 + of) * (Math.Exp(departs[which]) - 1), least, most);
        return new YarnFigures(
            Density(typical.SinglesDensity, Singles),
            Density(typical.RestingDensity, Resting),
            Density(typical.FinishedDensity, Finished),
            Percent(typical.BloomPercent, Bloom, 0, YarnFigures.MostBloom),
            Percent(typical.TakeUpPercent, TakeUp, 0, YarnFigures.MostTakeUp),
            Percent(typical.LengthChangePercent, Length, YarnFigures.MostShortening, YarnFigures.MostLengthening)
        );
    }

    // One thing that a skein says: so much is the sum of some unknowns, give or take.
    private sealed record Said(Saying Of, double Value, double Doubt, params (int Unknown, double Times)[] Sum);

    private enum Saying
    {
        SinglesWraps,
        SinglesGrist,
        WashedGrist,
        WashedWraps,
        FreshWraps,
        SinglesDensity,
        WashedDensity,
        WrapsToWraps,
        Bloom,
        TakeUp,
        Length,
    }

    private static IEnumerable<Said> Says(OwnSkein skein) =>
        All(skein).Where(s => double.IsFinite(s.Value) && Math.Abs(s.Value) <= Math.Log(MostFactor));

    private static IEnumerable<Said> All(OwnSkein skein)
    {
        // A yarn that was plied of nobody knows how many has the density of plied yarn.
        var (typical, strands) = (skein.Typical, skein.Strands ?? YarnAim.TwoStrands);
        var density = strands > 1 ? Finished : Resting;
        // Washed wraps over those that the typical figures make of the same singles.
        (int, double)[] washing =
        [
            (density, 0.5),
            (Singles, -0.5),
            (Length, 0.5),
            .. strands > 1 ? [(TakeUp, -0.5)] : Array.Empty<(int, double)>(),
        ];
        double UsualWashed(double singlesWraps) => typical.WashedWraps(typical.SinglesTex(singlesWraps), strands);
        var singles = skein.Singles is { } s ? YarnFacts.Of(s, skein.SinglesGrams, 1) : null;
        var washed = skein.Washed is { } w ? YarnFacts.Of(w, skein.WashedGrams, 1) : null;
        var (onBobbin, fresh, after) = (skein.Singles?.WrapsPerInch, skein.Fresh?.WrapsPerInch, skein.Washed?.WrapsPerInch);
        if (skein is { ToldWraps: { } told, Strands: not null })
        {
            if (onBobbin is { } wraps)
            {
                yield return new Said(Saying.SinglesWraps, Math.Log(wraps / told), WrapsDoubt, (Hand, 1));
            }

            if (singles is { IsGuessed: false, Tex: { } tex })
            {
                yield return new Said(Saying.SinglesGrist, Math.Log(tex / typical.SinglesTex(told)), GristDoubt, (Singles, 1), (Hand, -2));
            }

            if (washed is { IsGuessed: false, Tex: { } grist })
            {
                yield return new Said(
                    Saying.WashedGrist,
                    Math.Log(grist / typical.WashedTex(typical.SinglesTex(told), strands)),
                    GristDoubt,
                    [(Singles, 1), (Hand, -2), (Length, -1), .. strands > 1 ? [(TakeUp, 1)] : Array.Empty<(int, double)>()]
                );
            }

            if (after is { } end)
            {
                yield return new Said(Saying.WashedWraps, Math.Log(end / UsualWashed(told)), WrapsDoubt, [(Hand, 1), .. washing]);
            }

            if (after is null && fresh is { } before)
            {
                yield return new Said(
                    Saying.FreshWraps,
                    Math.Log(before / UsualWashed(told) / (1 + typical.BloomPercent / 100)),
                    WrapsDoubt,
                    [(Hand, 1), (Bloom, 1), .. washing]
                );
            }
        }
        else
        {
            if (singles?.Density is { } dense)
            {
                yield return new Said(Saying.SinglesDensity, Math.Log(dense / typical.SinglesDensity), Doubts[Singles], (Singles, 1));
            }

            if (washed?.Density is { } loft)
            {
                yield return new Said(Saying.WashedDensity, Math.Log(loft / typical.WashedDensity(strands)), Doubts[density], (density, 1));
            }

            // Where a grist was not measured, wraps on both sides still tell the one density by the other.
            if (
                skein.Strands is not null
                && (singles?.Density is null || washed?.Density is null)
                && onBobbin is { } wraps
                && after is { } end
            )
            {
                yield return new Said(Saying.WrapsToWraps, Math.Log(end / UsualWashed(wraps)), Doubts[Bloom], washing);
            }
        }

        if (fresh / after is { } bloomed)
        {
            yield return new Said(Saying.Bloom, Math.Log(bloomed / (1 + typical.BloomPercent / 100)), Doubts[Bloom], (Bloom, 1));
        }

        if (TakenUp(skein) is { } taken)
        {
            yield return new Said(Saying.TakeUp, Math.Log(taken / (1 + typical.TakeUpPercent / 100)), Doubts[TakeUp], (TakeUp, 1));
        }

        if (skein.Washed?.Metres / skein.Fresh?.Metres is { } longer)
        {
            yield return new Said(Saying.Length, Math.Log(longer / (1 + typical.LengthChangePercent / 100)), Doubts[Length], (Length, 1));
        }
    }

    // Singles over the yarn that was plied of them, of each strand.
    private static double? TakenUp(OwnSkein skein) =>
        skein is { SinglesMetres: { } metres, Fresh.Metres: { } plied, Strands: > 1 and var strands } ? metres / strands / plied : null;

    private static Vector<double> Learn(IReadOnlyList<Said> said, Vector<double> wider)
    {
        // Of three and more that say the same thing the middle one tells which of them is a slip; before that the wider group does.
        var middles = said.GroupBy(s => s.Of)
            .Where(g => g.Count() >= EnoughForMiddle)
            .ToDictionary(g => g.Key, g => Statistics.Median(g.Select(s => s.Value)));
        var left = Matrix<double>.Build.DenseDiagonal(Unknowns, Unknowns, i => WiderGroup / (Doubts[i] * Doubts[i]));
        var right = left * wider;
        foreach (var one in said)
        {
            var off = middles.TryGetValue(one.Of, out var middle)
                ? (one.Value - middle) / one.Doubt / HalfOffMiddle
                : (one.Value - one.Sum.Sum(t => t.Times * wider[t.Unknown])) / one.Doubt / HalfOffWider;
            var weight = 1 / (1 + off * off) / (one.Doubt * one.Doubt);
            foreach (var (row, times) in one.Sum)
            {
                right[row] += weight * times * one.Value;
                foreach (var (column, by) in one.Sum)
                {
                    left[row, column] += weight * times * by;
                }
            }
        }

        return left.Cholesky().Solve(right);
    }

    private static OwnCounts Counted(IReadOnlyCollection<OwnSkein> skeins) =>
        new(
            skeins.Count(s => s is { Singles: { WrapsPerInch: not null, Metres: not null }, SinglesGrams: > 0 }),
            skeins.Count(s => s is { Washed: { WrapsPerInch: not null, Metres: not null }, WashedGrams: > 0 }),
            skeins.Count(s => s is { Fresh.WrapsPerInch: not null, Washed.WrapsPerInch: not null }),
            skeins.Count(s => TakenUp(s) is not null),
            skeins.Count(s => s is { ToldWraps: not null, Singles.WrapsPerInch: not null }),
            skeins.Count(s => s is { ToldWraps: not null, Washed.WrapsPerInch: not null })
        );
}
