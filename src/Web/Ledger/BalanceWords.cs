using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Web.House;

namespace EarthyTuft.Web.Ledger;

/// <summary>Says a balance in words.</summary>
public static class BalanceWords
{
    /// <param name="noil">Grams of noil among what was kept: fibre, and no yield of top.</param>
    public static BalanceView View(this Balance balance, MassUnit unit, Slip? slip = null, double? noil = null)
    {
        var rest = balance.Unaccounted ?? balance.ByDifference;
        var working = rest is null ? null : new Working(
            "taken + taken up \u2212 kept \u2212 weighed losses, all at reference mass",
            [
                new("taken", balance.In!.Mass.Write(unit)),
                new("taken up", balance.Gains.Mass.Write(unit)),
                new("kept", balance.Kept!.Mass.Write(unit)),
                new("weighed losses", balance.WeighedLosses!.Mass.Write(unit)),
                new("one standard deviation", Mass.FromGrams(rest.Sigma).WriteSpread(unit)),
            ],
            Figures.BalanceSource);
        return new BalanceView(
            balance.In?.ToFigure(unit, Provenance.Reckoned),
            balance.Gains.ToFigure(unit, Provenance.Measured),
            balance.Kept?.ToFigure(unit, Provenance.Reckoned),
            balance.WeighedLosses?.ToFigure(unit, Provenance.Measured),
            balance.ByDifference?.ToFigure(unit, Provenance.Reckoned, working),
            balance.Unaccounted?.ToFigure(unit, Provenance.Reckoned, working),
            balance.Status,
            balance.Yield is { } yield ? Figures.PercentFigure(yield * (1 - NoilShare(balance, noil)), Provenance.Reckoned, new Working(
                noil is null ? "kept / taken, both at reference mass" : "(kept \u2212 noil) / taken, all at reference mass",
                [
                    new("kept", balance.Kept!.Mass.Write(unit)),
                    .. noil is { } left ? [new WorkingInput("of it noil", Mass.FromGrams(left).Write(unit))] : Array.Empty<WorkingInput>(),
                    new("taken", balance.In!.Mass.Write(unit)),
                ],
                Figures.BalanceSource)) : null,
            noil is { } grams && balance.Kept is { Mass.Grams: > 0 } both ? Figures.PercentFigure(NoilShare(balance, noil), Provenance.Reckoned, new Working(
                "noil / (top + noil)",
                [new("noil", Mass.FromGrams(grams).Write(unit)), new("top and noil", both.Mass.Write(unit))],
                Figures.BalanceSource)) : null,
            Sentence(balance, unit, slip));
    }

    private static double NoilShare(Balance balance, double? noil) => balance.Kept is { Mass.Grams: > 0 } kept && noil is { } grams ? Math.Clamp(grams / kept.Mass.Grams, 0, 1) : 0;

    public static string Sentence(Balance balance, MassUnit unit, Slip? slip)
    {
        var rest = balance.Unaccounted ?? balance.ByDifference;
        return balance.Status switch
        {
            BalanceStatus.Open => "The balance closes when everything has been weighed dry.",
            BalanceStatus.Impossible => $"More came out ({(balance.Kept!.Mass + balance.WeighedLosses!.Mass).Write(unit)}) than went in ({(balance.In!.Mass + balance.Gains.Mass).Write(unit)}). {Guess(slip, unit)}",
            BalanceStatus.Suspicious => $"{rest!.Write(unit)} are not accounted for; the weighings alone explain \u00B1{Mass.FromGrams(rest.Sigma * Balance.Bound).WriteSpread(unit)}. {Guess(slip, unit)}",
            _ when rest is null => "Taken in.",
            _ when balance.ByDifference is { } gone => $"It fits: {gone.Write(unit)} left by difference.",
            _ => $"It fits: {rest!.Write(unit)} unaccounted, within what the weighings explain.",
        };
    }

    /// <summary>The likeliest slip as a question, with the figures that would set it right.</summary>
    public static string Guess(Slip? slip, MassUnit unit)
    {
        if (slip is null)
        {
            return "No single weighing explains it.";
        }

        var logged = Mass.FromGrams(slip.Logged).Write(unit);
        var likelier = Mass.FromGrams(slip.Likelier).Write(unit);
        return slip.Kind switch
        {
            SlipKind.DampWeight => $"Was the {logged} weighed damp? Dry it would be about {likelier}.",
            SlipKind.UsualBowl => $"Was the usual bowl weighed with the {logged}? Without it: {likelier}.",
            SlipKind.ForgottenTare => $"Was something weighed along with the {logged}? About {likelier} would fit.",
            SlipKind.TenTimes => $"Is a digit too many or too few in {logged}? {likelier} would fit.",
            SlipKind.DigitsExchanged => $"Are two digits exchanged in {logged}? {likelier} would fit.",
            SlipKind.PoundsForKilograms => $"Were pounds and kilograms taken for each other at {logged}? {likelier} would fit.",
            SlipKind.OuncesForGrams => $"Were ounces and grams taken for each other at {logged}? {likelier} would fit.",
            SlipKind.LotsExchanged => $"Were two weights exchanged? {logged} and {likelier} would fit the other way round.",
            _ => $"Did {likelier} go somewhere that is not logged?",
        };
    }
}
