using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Spinning;

/// <summary>Figures that the person said of the yarn: they count, whatever was learned.</summary>
/// <param name="FinishedDensity">Wrap density of the washed yarn, of singles at rest likewise; null for what is known.</param>
/// <param name="BloomPercent">Null likewise.</param>
/// <param name="TakeUpPercent">Null likewise.</param>
public sealed record SaidFigures(double? FinishedDensity = null, double? BloomPercent = null, double? TakeUpPercent = null)
{
    /// <summary>The person said nothing.</summary>
    public static readonly SaidFigures Nothing = new();

    /// <summary>A set with what was said in it.</summary>
    /// <param name="known">What is known or typical.</param>
    public YarnFigures Over(YarnFigures known) =>
        known with
        {
            RestingDensity = FinishedDensity ?? known.RestingDensity,
            FinishedDensity = FinishedDensity ?? known.FinishedDensity,
            BloomPercent = BloomPercent ?? known.BloomPercent,
            TakeUpPercent = TakeUpPercent ?? known.TakeUpPercent,
        };
}

/// <summary>An aim with what own skeins teach (docs/craft.md, section 15).</summary>
/// <param name="Wish">The yarn that is wanted, with the figures it was reckoned with.</param>
/// <param name="Aim">What to spin for it.</param>
/// <param name="ToldWraps">Wraps of the singles that this person is told to aim at, who usually misses them.</param>
/// <param name="Counts">How many skeins stand behind it.</param>
public sealed record LearnedAim(YarnWish Wish, YarnAim Aim, double ToldWraps, OwnCounts Counts)
{
    /// <summary>Reckons.</summary>
    /// <param name="wish">The yarn that is wanted; its figures do not count.</param>
    /// <param name="own">What own skeins teach.</param>
    /// <param name="said">What the person said of it.</param>
    /// <param name="fibre">What is known of the fibre.</param>
    /// <param name="on">What it is spun on, null where nobody said.</param>
    /// <returns>The aim, or what <see cref="YarnAim.Of" /> refuses.</returns>
    public static Result<LearnedAim> Of(YarnWish wish, OwnYarn own, SaidFigures said, SpunFibre fibre, SpunOn? on)
    {
        var reckoned = wish with { Figures = said.Over(own.Figures) };
        return YarnAim
            .Of(reckoned, fibre, on)
            .Then<LearnedAim>(aim => new LearnedAim(reckoned, aim, aim.SinglesWraps / own.Miss, own.Counts));
    }
}
