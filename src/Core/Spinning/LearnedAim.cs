using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>An aim with what own skeins teach (docs/craft.md, section 15).</summary>
/// <param name="Wish">The yarn that is wanted, with the figures it was reckoned with.</param>
/// <param name="Aim">What to spin for it.</param>
/// <param name="ToldWraps">Wraps of the singles that this person is told to aim at, who usually misses them.</param>
/// <param name="UsualWraps">Wraps of the washed yarn that such singles become by the typical figures.</param>
/// <param name="Own">What was learned.</param>
public sealed record LearnedAim(YarnWish Wish, YarnAim Aim, double ToldWraps, double UsualWraps, OwnYarn Own)
{
    /// <summary>Reckons.</summary>
    /// <param name="typical">The yarn that is wanted, with the typical figures of its fibre.</param>
    /// <param name="own">What own skeins teach.</param>
    /// <param name="fibre">What is known of the fibre.</param>
    /// <param name="on">What it is spun on, null where nobody said.</param>
    /// <param name="isTypical">False where the person said densities, bloom or take-up: then these count, and what is learned of them does
    /// not.</param>
    /// <returns>The aim, or what <see cref="YarnAim.Of" /> refuses.</returns>
    public static Result<LearnedAim> Of(YarnWish typical, OwnYarn own, SpunFibre fibre, SpunOn? on, bool isTypical) =>
        YarnAim
            .Of(typical, fibre, on)
            .Then(byTypical =>
            {
                if (!isTypical)
                {
                    var told = byTypical.SinglesWraps / OwnYarn.Believed(own.Miss);
                    return YarnAim
                        .Of(typical, fibre, on)
                        .Then<LearnedAim>(aim => new LearnedAim(typical, aim, told, UsualOf(told, typical), own));
                }

                var wish = typical with
                {
                    FinishedDensity = Drawn(typical.FinishedDensity, own.FinishedDensity),
                    SinglesDensity = Drawn(typical.SinglesDensity, own.SinglesDensity),
                    BloomPercent = Between(typical.BloomPercent, own.BloomPercent),
                    TakeUpPercent = Between(typical.TakeUpPercent, own.TakeUpPercent),
                };
                if (own.Finished is null)
                {
                    return YarnAim
                        .Of(wish, fibre, on)
                        .Then<LearnedAim>(aim =>
                        {
                            var told = aim.SinglesWraps / OwnYarn.Believed(own.Miss);
                            return new LearnedAim(wish, aim, told, UsualOf(told, typical), own);
                        });
                }

                // Hand, fibre and wash together are best known from the whole way: aim where it ends at the yarn that is wanted.
                var usual = typical.WrapsPerInch / OwnYarn.Believed(own.Finished);
                var toldWraps = byTypical.SinglesWraps * usual / typical.WrapsPerInch;
                return YarnAim
                    .Of(wish with { SinglesWraps = toldWraps * OwnYarn.Believed(own.Miss) }, fibre, on)
                    .Then<LearnedAim>(aim => new LearnedAim(wish with { SinglesWraps = aim.SinglesWraps }, aim, toldWraps, usual, own));
            });

    /// <summary>What the washed yarn will be when this person is told these singles.</summary>
    public double Predicted => Own.Finish(UsualWraps);

    /// <summary>Washed wraps that singles become by a wish's own figures: the inverse of the aim.</summary>
    /// <param name="singlesWraps">Under the wheel's tension, above zero.</param>
    /// <param name="wish">Its strands, densities and take-up.</param>
    public static double UsualOf(double singlesWraps, YarnWish wish) =>
        Wraps.Of(Plying.Tex(Wraps.Tex(singlesWraps, wish.SinglesDensity), wish.Strands, wish.TakeUpPercent), wish.FinishedDensity);

    private static double Drawn(double typical, LearnedFigure? own) =>
        own is null ? typical : typical * Math.Pow(own.Value / typical, Math.Min(1, own.Count / (double)OwnYarn.Enough));

    private static double Between(double typical, LearnedFigure? own) =>
        own is null ? typical : Math.Max(0, typical + (own.Value - typical) * Math.Min(1, own.Count / (double)OwnYarn.Enough));
}
