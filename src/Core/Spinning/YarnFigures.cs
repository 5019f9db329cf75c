using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

// The idea, once. A yarn is reckoned by one set of figures, and everything that is told of it follows from that set: the grist of so many
// strands, the same washed, wraps on the bobbin, in a ply-back and in the finished yarn. Whoever learns or says one of them changes the set,
// never a single result, and so two figures of one yarn cannot speak against each other.

/// <summary>What a fibre's yarn is reckoned with (docs/craft.md, section 15).</summary>
/// <param name="SinglesDensity">Wrap density of singles under the wheel's tension, g/cm3, above zero.</param>
/// <param name="RestingDensity">Wrap density of singles that were washed and lie at rest, g/cm3, above zero.</param>
/// <param name="FinishedDensity">Wrap density of washed yarn of several strands, g/cm3, above zero.</param>
/// <param name="BloomPercent">By how much the wraps fall in the wash, in percent, zero or more.</param>
/// <param name="TakeUpPercent">Length that plying takes up, in percent, zero or more.</param>
/// <param name="LengthChangePercent">By how much washing changes the length, in percent: below zero it becomes shorter.</param>
public sealed record YarnFigures(
    double SinglesDensity,
    double RestingDensity,
    double FinishedDensity,
    double BloomPercent,
    double TakeUpPercent,
    double LengthChangePercent
)
{
    /// <summary>Wrap density of singles under the wheel's tension, g/cm3 (typical).</summary>
    public const double UnderTension = 0.24;

    /// <summary>Wrap density of singles of wool, washed and at rest, g/cm3 (typical).</summary>
    public const double AtRest = 0.13;

    /// <summary>Wrap density of finished wool, g/cm3 (typical).</summary>
    public const double Finished = 0.11;

    /// <summary>The same of carded wool spun with twist let in (typical).</summary>
    public const double WoollenFinished = 0.10;

    /// <summary>The same of combed wool (typical).</summary>
    public const double WorstedFinished = 0.13;

    /// <summary>The same of cotton and silk, of singles likewise (typical; soft cotton is often nearer 0.11).</summary>
    public const double SmoothFinished = 0.2;

    /// <summary>Of wool, in percent of wraps (ours).</summary>
    public const double UsualBloom = 10;

    /// <summary>Of cotton, silk and flax, in percent of wraps (ours).</summary>
    public const double SmoothBloom = 2;

    /// <summary>Of a two-ply at a medium angle, in percent (typical).</summary>
    public const double UsualTakeUp = YarnStructures.TypicalTakeUpPercent;

    /// <summary>No figure leaves these bounds, whatever was learned.</summary>
    public const double LeastDensity = 0.02,
        MostDensity = 1.5,
        MostBloom = 100,
        MostTakeUp = 50,
        MostShortening = -50,
        MostLengthening = 20;

    /// <summary>Where nothing is known of the fibre.</summary>
    public static readonly YarnFigures Typical = new(UnderTension, AtRest, Finished, UsualBloom, UsualTakeUp, 0);

    /// <summary>What is typical of a fibre in a preparation.</summary>
    /// <param name="fibre">Null where it is not known.</param>
    /// <param name="form">What it is spun from; null where that is not known.</param>
    public static YarnFigures TypicalOf(Fibre? fibre, LotForm? form) =>
        Typical with
        {
            RestingDensity = fibre is Fibre.Cotton or Fibre.Silk ? SmoothFinished : AtRest,
            FinishedDensity =
                fibre is Fibre.Cotton or Fibre.Silk ? SmoothFinished
                : form is LotForm.Top ? WorstedFinished
                : form?.IsCarded() == true ? WoollenFinished
                : Finished,
            BloomPercent = fibre is Fibre.Cotton or Fibre.Silk or Fibre.Flax ? SmoothBloom : UsualBloom,
        };

    /// <summary>Wrap density of the washed yarn of so many strands.</summary>
    /// <param name="strands">At least one.</param>
    public double WashedDensity(int strands) => strands > 1 ? FinishedDensity : RestingDensity;

    /// <summary>Wrap density of yarn that was spun, as it lies: singles under the wheel's tension, plied yarn before its wash, or washed.</summary>
    /// <param name="form">Singles, plied or yarn.</param>
    /// <param name="strands">At least one.</param>
    public double Density(LotForm form, int strands) =>
        form switch
        {
            LotForm.Singles => SinglesDensity,
            LotForm.Plied => WashedDensity(strands) * (1 + LengthChangePercent / 100) * Math.Pow(1 + BloomPercent / 100, 2),
            _ => WashedDensity(strands),
        };

    /// <summary>Grist of singles of so many wraps under tension.</summary>
    /// <param name="wraps">Above zero.</param>
    public double SinglesTex(double wraps) => Wraps.Tex(wraps, SinglesDensity);

    /// <summary>Wraps of singles under tension: the inverse of <see cref="SinglesTex" />.</summary>
    /// <param name="singlesTex">Above zero.</param>
    public double SinglesWraps(double singlesTex) => Wraps.Of(singlesTex, SinglesDensity);

    /// <summary>Grist of the yarn before its wash.</summary>
    /// <param name="singlesTex">Of each strand, above zero.</param>
    /// <param name="strands">At least one.</param>
    public double FreshTex(double singlesTex, int strands) => Plying.Tex(singlesTex, strands, TakeUpPercent);

    /// <summary>Grist of the yarn after its wash: what became shorter is heavier for its length.</summary>
    /// <param name="singlesTex">Of each strand, above zero.</param>
    /// <param name="strands">At least one.</param>
    public double WashedTex(double singlesTex, int strands) => FreshTex(singlesTex, strands) / (1 + LengthChangePercent / 100);

    /// <summary>Wraps of the washed yarn.</summary>
    /// <param name="singlesTex">Of each strand, above zero.</param>
    /// <param name="strands">At least one.</param>
    public double WashedWraps(double singlesTex, int strands) => Wraps.Of(WashedTex(singlesTex, strands), WashedDensity(strands));

    /// <summary>Wraps of the yarn before its wash, relaxed: of two strands what a fresh ply-back reads.</summary>
    /// <param name="singlesTex">Of each strand, above zero.</param>
    /// <param name="strands">At least one.</param>
    public double FreshWraps(double singlesTex, int strands) => WashedWraps(singlesTex, strands) * (1 + BloomPercent / 100);

    /// <summary>Grist of the singles for a washed yarn: the inverse of <see cref="WashedWraps" />.</summary>
    /// <param name="wraps">Of the washed yarn, above zero.</param>
    /// <param name="strands">At least one.</param>
    public double SinglesTexForWashed(double wraps, int strands) => Wraps.Tex(wraps, WashedDensity(strands)) / WashedTex(1, strands);

    /// <summary>Grist of the singles in a fresh yarn: the inverse of <see cref="FreshWraps" />.</summary>
    /// <param name="wraps">Of the fresh yarn, above zero.</param>
    /// <param name="strands">At least one; a ply-back has two.</param>
    public double SinglesTexForFresh(double wraps, int strands) => SinglesTexForWashed(wraps / (1 + BloomPercent / 100), strands);
}
