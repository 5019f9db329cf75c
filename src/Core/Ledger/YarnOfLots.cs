using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Ledger;

/// <summary>What a yarn can be by the lots it was made of: what is measured of it is held against that where it is logged.</summary>
public static class YarnOfLots
{
    // From air between a few hairs to a wire of fibre, in grams in a cubic centimetre of the wraps (ours, wide).
    private const double Loftiest = 0.03,
        Densest = 1.6;

    /// <summary>Asks about a length or wraps that hardly can be.</summary>
    /// <param name="yarn">As it was measured.</param>
    /// <param name="form">What it is.</param>
    /// <param name="grams">What it weighs, above zero; null when not known.</param>
    /// <param name="from">What was measured of each lot it was made of; nothing measured where nobody did.</param>
    /// <returns><c>unlikely</c> at <c>length</c> or <c>wraps</c>, or null.</returns>
    public static Refusal? Unlikely(YarnMeasures yarn, LotForm form, double? grams, IReadOnlyCollection<YarnMeasures> from)
    {
        var spun = from.Count > 0 && from.All(f => f.Metres is not null);
        var strands = form == LotForm.Plied ? yarn.Strands ?? 2 : 1;
        if (spun && from.Sum(f => f.Metres!.Value) / strands is var longest)
        {
            var asked = Length(
                yarn.Metres,
                new Span(0, TypedFigures.MoreThanThere * longest),
                $"About {Number(Math.Round(longest))} m can come of it.",
                longest
            );
            if (asked is not null)
            {
                return asked;
            }
        }

        if (grams is > 0 && yarn.WrapsPerInch is { } wraps)
        {
            double Metres(double density) => grams.Value / Wraps.Tex(wraps, density) * 1000;
            var asked = Length(
                yarn.Metres,
                new Span(Metres(Densest), Metres(Loftiest)),
                $"So much yarn of {Number(wraps)} wraps is {Number(Math.Round(Metres(Densest)))} to {Number(Math.Round(Metres(Loftiest)))} m.",
                null
            );
            if (asked is not null)
            {
                return asked;
            }
        }

        return form == LotForm.Yarn && from.Count == 1 && from.First().WrapsPerInch is { } before
            ? TypedFigures.Figure(
                "wraps",
                yarn.WrapsPerInch,
                TypedFigures.Wraps(before, []),
                $"Before the wash it had {Number(before)} wraps an inch.",
                Number,
                before
            )
            : null;
    }

    private static Refusal? Length(double? metres, Span can, string because, double? usual) =>
        TypedFigures.Figure("length", metres, can, because, m => Number(m) + " m", usual, LinearDensity.MetresPerYard);

    private static string Number(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);
}
