using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>A figure learned from own skeins.</summary>
/// <param name="Value">Their median.</param>
/// <param name="Count">How many skeins stand behind it.</param>
public sealed record LearnedFigure(double Value, int Count);

/// <summary>One own yarn on its way from the aim to the wash; null is not known.</summary>
/// <param name="Class">Of its fibre.</param>
/// <param name="ToldWraps">Wraps of the singles that the aim said to spin.</param>
/// <param name="UsualWraps">Wraps of the washed yarn that such singles become by the typical figures.</param>
/// <param name="Singles">Measured on the bobbin.</param>
/// <param name="SinglesGrams">Their weight.</param>
/// <param name="Fresh">Measured before the wash.</param>
/// <param name="Washed">Measured after it.</param>
/// <param name="WashedGrams">The finished skein's weight.</param>
/// <param name="SinglesMetres">The length of all singles that went in, together.</param>
public sealed record OwnSkein(
    FleeceClass? Class,
    double? ToldWraps,
    double? UsualWraps,
    YarnMeasures? Singles,
    double? SinglesGrams,
    YarnMeasures? Fresh,
    YarnMeasures? Washed,
    double? WashedGrams,
    double? SinglesMetres
);

/// <summary>
/// What a workshop's own skeins teach (docs/craft.md, section 15). Each figure is a median, so that one slip in the log teaches nothing, of
/// the newest skeins of like fibre, so that a hand that changes is followed. Where fewer than three of like fibre are known all count.
/// </summary>
/// <param name="FinishedDensity">Wrap density of washed yarn, g/cm3.</param>
/// <param name="SinglesDensity">Wrap density of singles under the wheel's tension, g/cm3.</param>
/// <param name="BloomPercent">By how much wraps fall in the wash.</param>
/// <param name="TakeUpPercent">Length that plying takes up.</param>
/// <param name="Miss">What was spun over what was told, in wraps of singles: above one is finer.</param>
/// <param name="Finished">Washed wraps over what the typical figures say of the singles that were told: hand, fibre and wash
/// together.</param>
public sealed record OwnYarn(
    LearnedFigure? FinishedDensity,
    LearnedFigure? SinglesDensity,
    LearnedFigure? BloomPercent,
    LearnedFigure? TakeUpPercent,
    LearnedFigure? Miss,
    LearnedFigure? Finished
)
{
    /// <summary>So many of the newest count.</summary>
    public const int Newest = 8;

    /// <summary>With fewer the median is no more than a hint.</summary>
    public const int Enough = 3;

    /// <summary>Nothing is learned yet.</summary>
    public static readonly OwnYarn Nothing = new(null, null, null, null, null, null);

    /// <summary>Learns.</summary>
    /// <param name="skeins">Own skeins, the newest first.</param>
    /// <param name="of">The class that is asked for, null when not known.</param>
    public static OwnYarn Of(IReadOnlyCollection<OwnSkein> skeins, FleeceClass? of)
    {
        LearnedFigure? Median(Func<OwnSkein, double?> figure, double least, double most)
        {
            // What cannot be is a slip.
            bool Can(OwnSkein s) => figure(s) is { } value && double.IsFinite(value) && value >= least && value <= most;
            var all = skeins.Where(Can).ToArray();
            var like = all.Where(s => s.Class == of && of is not null).ToArray();
            double[] values = [.. (like.Length >= Enough ? like : all).Take(Newest).Select(s => figure(s)!.Value).Order()];
            return values.Length == 0
                ? null
                : new LearnedFigure((values[(values.Length - 1) / 2] + values[values.Length / 2]) / 2, values.Length);
        }

        return new OwnYarn(
            Median(s => s.Washed is { } washed ? YarnFacts.Of(washed, s.WashedGrams, 1).Density : null, 0.02, 1.5),
            Median(s => s.Singles is { } singles ? YarnFacts.Of(singles, s.SinglesGrams, 1).Density : null, 0.02, 1.5),
            Median(s => s is { Fresh: { } fresh, Washed: { } washed } ? WashedYarn.Of(fresh, washed).BloomPercent : null, -20, 100),
            Median(
                s =>
                    s is { SinglesMetres: { } singles, Fresh: { Metres: { } metres, Strands: > 1 and var strands } }
                        ? (singles / strands / metres - 1) * 100
                        : null,
                0,
                50
            ),
            Median(s => s.Singles?.WrapsPerInch / s.ToldWraps, 0.4, 2.5),
            Median(s => s.Washed?.WrapsPerInch / s.UsualWraps, 0.4, 2.5)
        );
    }

    /// <summary>A ratio that few skeins stand behind, drawn towards one.</summary>
    /// <param name="ratio">The learned one, null where none is.</param>
    public static double Believed(LearnedFigure? ratio) =>
        ratio is null ? 1 : Math.Pow(ratio.Value, Math.Min(1, ratio.Count / (double)Enough));

    /// <summary>What the washed yarn will be of singles that the typical figures would make so many wraps of.</summary>
    /// <param name="usualWraps">By the typical figures, above zero.</param>
    public double Finish(double usualWraps) => usualWraps * Believed(Finished);
}
