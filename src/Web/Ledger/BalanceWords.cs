using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Ledger;

/// <summary>Says a balance in words.</summary>
public static class BalanceWords
{
    /// <param name="noil">Grams of noil among what was kept: fibre, and no yield of top.</param>
    public static BalanceView View(this Balance balance, MassUnit unit, StepKind step, Slip? slip = null, double? noil = null)
    {
        var rest = balance.Unaccounted ?? balance.ByDifference;
        var working = rest is null
            ? null
            : new Working(
                "taken + taken up \u2212 kept \u2212 weighed losses, all at reference mass",
                [
                    new("taken", balance.In!.Mass.Write(unit)),
                    new("taken up", balance.Gains.Mass.Write(unit)),
                    new("kept", balance.Kept!.Mass.Write(unit)),
                    new("weighed losses", balance.WeighedLosses!.Mass.Write(unit)),
                    new("one standard deviation", Mass.FromGrams(rest.Sigma).WriteSpread(unit)),
                ],
                Figures.BalanceSource
            );
        return new BalanceView(
            balance.In?.ToFigure(unit, Provenance.Reckoned),
            balance.Gains.ToFigure(unit, Provenance.Measured),
            balance.Kept?.ToFigure(unit, Provenance.Reckoned),
            balance.WeighedLosses?.ToFigure(unit, Provenance.Measured),
            balance.ByDifference?.ToFigure(unit, Provenance.Reckoned, working),
            balance.Unaccounted?.ToFigure(unit, Provenance.Reckoned, working),
            balance.Status,
            balance.Yield is { } yield
                ? Figures.PercentFigure(
                    yield * (1 - NoilShare(balance, noil)),
                    Provenance.Reckoned,
                    new Working(
                        noil is null ? "kept / taken, both at reference mass" : "(kept \u2212 noil) / taken, all at reference mass",
                        [
                            new("kept", balance.Kept!.Mass.Write(unit)),
                            .. noil is { } left
                                ? [new WorkingInput("of it noil", Mass.FromGrams(left).Write(unit))]
                                : Array.Empty<WorkingInput>(),
                            new("taken", balance.In!.Mass.Write(unit)),
                        ],
                        Figures.BalanceSource
                    )
                )
                : null,
            noil is { } grams && balance.Kept is { Mass.Grams: > 0 } both
                ? Figures.PercentFigure(
                    NoilShare(balance, noil),
                    Provenance.Reckoned,
                    new Working(
                        "noil / (top + noil)",
                        [new("noil", Mass.FromGrams(grams).Write(unit)), new("top and noil", both.Mass.Write(unit))],
                        Figures.BalanceSource
                    )
                )
                : null,
            balance.LostNotWeighed?.ToFigure(unit, Provenance.Reckoned, working),
            balance.LostNotWeighed is null ? null : balance.Usual!.Kind,
            Sentence(balance, unit, slip, step)
        );
    }

    private static double NoilShare(Balance balance, double? noil) =>
        balance.Kept is { Mass.Grams: > 0 } kept && noil is { } grams ? Math.Clamp(grams / kept.Mass.Grams, 0, 1) : 0;

    /// <summary>What a balance comes to, in a sentence that says what the figures mean to the hand.</summary>
    public static string Sentence(Balance balance, MassUnit unit, Slip? slip, StepKind step)
    {
        var rest = balance.Unaccounted ?? balance.ByDifference;
        return balance.Status switch
        {
            BalanceStatus.Open => "The balance closes when everything has been weighed dry.",
            BalanceStatus.Impossible => $"More came out ({(balance.Kept!.Mass + balance.WeighedLosses!.Mass).Write(unit)}) than went in "
                + $"({(balance.In!.Mass + balance.Gains.Mass).Write(unit)}). {Guess(slip, unit)}",
            BalanceStatus.Suspicious => $"{rest!.Write(unit)} are not accounted for; the weighings can be off by "
                + $"{Mass.FromGrams(rest.Sigma * Balance.Bound).WriteSpread(unit)}{Usually(balance.Usual, unit, step)}."
                + (slip is null ? "" : " " + Guess(slip, unit)),
            BalanceStatus.Unusual => Unlike(balance, unit, step, null),
            BalanceStatus.UsualLoss => $"It fits: {rest!.Write(unit)} lost, not weighed ({balance.Usual!.Kind.Words()}).",
            BalanceStatus.UsualGain =>
                $"It fits: {Mass.FromGrams(balance.TakenUpNotWeighed!.Value).Write(unit)} taken up, not weighed ({balance.UsualGain!.Kind.Words()}).",
            _ when rest is null => "Taken in.",
            _ when balance.IsTakenTold =>
                $"{balance.Kept!.Write(unit)} came of a part that nobody weighed; what is left of it is reckoned, and nothing checks it.",
            _ when balance.ByDifference is { } gone => $"{gone.Write(unit)} left, found by difference: nothing else checks what came out.",
            _ => $"It fits: {rest!.Write(unit)} unaccounted, within what the weighings explain.",
        };
    }

    /// <summary>A loss found by difference that hardly ever comes out so: what it would be, and what is usual.</summary>
    /// <param name="told">What would bring it inside, null when nothing would.</param>
    public static string Unlike(Balance balance, MassUnit unit, StepKind step, Explanation? told)
    {
        var (taken, kept) = (balance.In!.Mass, balance.Kept!.Mass);
        var first = $"{kept.Write(unit)} from {taken.Write(unit)} is {Figures.Percent(kept.Grams / taken.Grams)}";
        var usual = balance.Usual is not { } known
            ? "."
            : $"; {Doing(step)} like this keeps {Share(known.Most)} to {Share(known.Least)} % of it, all but once in a hundred.";
        return $"{first}{usual} {(told is null ? "No other weight checks it." : Guess(told, unit))}";

        string Share(Mass lost) =>
            Math.Round(Math.Clamp(1 - (lost.Grams / taken.Grams), 0, 1) * 100).ToString(System.Globalization.CultureInfo.InvariantCulture);
    }

    private static string Guess(Explanation told, MassUnit unit)
    {
        if (told.Open is not { } open)
        {
            return Guess(new Slip(told.Kind!.Value, told.FlowId, told.Logged, told.Likelier, 0), unit);
        }

        var (logged, least, most) = (Mass.FromGrams(told.Logged), Mass.FromGrams(open.Low), Mass.FromGrams(open.High));
        return $"Is a digit missing in {logged.Write(unit)}? {least.Write(unit)} to {most.Write(unit)} would fit.";
    }

    /// <summary>More is taken than the book has: both figures.</summary>
    /// <returns>Null when nothing is.</returns>
    public static string? AboveTheBook(IReadOnlyList<OverBook> over, MassUnit unit) =>
        over.Count == 0
            ? null
            : string.Join(
                " ",
                over.Select(o =>
                    $"The scale says {o.Taken.Write(unit)}, and the book has {o.Book.Write(unit)} of {o.Lot.Code}: one of the weights is a slip."
                )
            );

    /// <summary>What a recount found or missed.</summary>
    public static string Recounted(Estimate gap, MassUnit unit) =>
        gap.Mass.Grams < 0
            ? $"{Mass.FromGrams(-gap.Mass.Grams).Write(unit)} more than the log said were found; the weighings can be off by "
                + $"{Mass.FromGrams(gap.Sigma * Balance.Bound).WriteSpread(unit)}."
            : $"{gap.Write(unit)} less than the log said are there; the weighings can be off by {Mass.FromGrams(gap.Sigma * Balance.Bound).WriteSpread(unit)}.";

    private static string Usually(UsualLoss? usual, MassUnit unit, StepKind step) =>
        usual is null ? ""
        : usual.Most.Grams < 1 ? ""
        : usual.Least.Grams < 0.005 * usual.Most.Grams || usual.Least.Grams < 1
            ? $"; {Doing(step)} like this usually takes up to {Round(usual.Most).Write(unit)}"
        : $"; {Doing(step)} like this usually takes {Round(usual.Least).Write(unit)} to {Round(usual.Most).Write(unit)}";

    // What is usual is known to two digits.
    private static Mass Round(Mass mass)
    {
        var digit = Math.Pow(10, Math.Floor(Math.Log10(Math.Max(mass.Grams, 1))) - 1);
        return Mass.FromGrams(Math.Round(mass.Grams / digit) * digit);
    }

    private static string Doing(StepKind step) =>
        step switch
        {
            StepKind.Skirt => "skirting a fleece",
            StepKind.Wash => "washing a fleece",
            StepKind.Dry => "drying fibre",
            StepKind.Card => "carding fibre",
            StepKind.Comb => "combing fibre",
            StepKind.Blend => "blending fibre",
            StepKind.Open => "opening fibre",
            StepKind.Dehair => "dehairing fibre",
            StepKind.Gin => "ginning cotton",
            StepKind.PartCaps => "parting caps",
            StepKind.Degum => "degumming silk",
            StepKind.Dye => "dyeing fibre",
            StepKind.Dress => "dressing fibre",
            StepKind.Divide => "dividing a heap",
            StepKind.Join => "joining heaps",
            _ => "a step",
        };

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
            SlipKind.FirstDigitLost => $"Is the first digit missing in {logged}? {likelier} would fit.",
            SlipKind.DigitLost => $"Is a digit missing in {logged}? {likelier} would fit.",
            SlipKind.DigitAdded => $"Is a digit too many in {logged}? {likelier} would fit.",
            SlipKind.DigitsExchanged => $"Are two digits exchanged in {logged}? {likelier} would fit.",
            SlipKind.PoundsForKilograms => $"Were pounds and kilograms taken for each other at {logged}? {likelier} would fit.",
            SlipKind.OuncesForGrams => $"Were ounces and grams taken for each other at {logged}? {likelier} would fit.",
            SlipKind.LotsExchanged => $"Were two weights exchanged? {logged} and {likelier} would fit the other way round.",
            _ => $"Did {likelier} go somewhere that is not logged?",
        };
    }
}
