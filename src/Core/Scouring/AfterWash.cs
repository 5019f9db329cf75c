using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>The judgement after a wash (docs/craft.md, section 6).</summary>
/// <param name="Outcome">What the wash did.</param>
/// <param name="LossPercent">What left, in percent of what went in.</param>
/// <param name="LowPercent">One in ten loses less.</param>
/// <param name="HighPercent">One in ten loses more.</param>
/// <param name="Sentence">What to think of it.</param>
/// <param name="Offers">What can be done, the best first.</param>
/// <param name="Choices">What can be decided, the best first; none while it has to dry on or be told apart.</param>
public sealed record AfterWash(
    WashOutcome Outcome,
    double LossPercent,
    double LowPercent,
    double HighPercent,
    string Sentence,
    IReadOnlyList<string> Offers,
    IReadOnlyList<WashDecision> Choices
)
{
    /// <summary>Two weighings that differ by no more than this share are the same weight.</summary>
    public const double Agrees = 0.005;

    /// <summary>Judges.</summary>
    /// <param name="greasyGrams">What went in, above zero.</param>
    /// <param name="afterGrams">What it weighs now, above zero.</param>
    /// <param name="expectedYield">What this kind keeps, lower and upper as fractions.</param>
    /// <param name="handle">How it feels, null for "don't know".</param>
    /// <param name="laterGrams">Weighed again an hour or more later, null when not.</param>
    /// <param name="leaveWax">The workshop leaves wax on purpose.</param>
    public static Result<AfterWash> Of(
        double greasyGrams,
        double afterGrams,
        (double Lower, double Upper) expectedYield,
        WashedHandle? handle,
        double? laterGrams,
        bool leaveWax
    ) =>
        new Guard(WashFields.Subjects)
            .Positive(greasyGrams, "greasyGrams")
            .Positive(afterGrams, "afterGrams")
            .Positive(laterGrams ?? 1, "laterGrams")
            .Then<AfterWash>(() =>
            {
                var now = laterGrams ?? afterGrams;
                double kept = now / greasyGrams,
                    low = 100 * (1 - expectedYield.Upper),
                    high = 100 * (1 - expectedYield.Lower);
                AfterWash Say(WashOutcome outcome, string sentence, params string[] offers) =>
                    new(outcome, 100 * (1 - kept), low, high, sentence, offers, ChoicesAfter(outcome, leaveWax));
                var shrank = laterGrams is { } later && later < afterGrams * (1 - Agrees);
                if (handle == WashedHandle.Damp || shrank)
                {
                    return Say(
                        WashOutcome.StillDamp,
                        shrank
                            ? "It has grown lighter since: water is still leaving."
                            : "It feels damp: what it weighs is fibre and water.",
                        "Dry on and weigh again; the weight is provisional until two weighings agree."
                    );
                }

                if (kept >= expectedYield.Lower && kept <= expectedYield.Upper)
                {
                    return handle == WashedHandle.Tacky
                        ? Say(WashOutcome.WaxLeft, "The loss is usual, and yet it is tacky: some wax settled back.", Wax(leaveWax))
                        : Say(WashOutcome.Fine, "It lost what this kind usually loses.", "Fine: use it or store it, dry and closed.");
                }

                if (kept < expectedYield.Lower)
                {
                    return Say(
                        WashOutcome.MoreThanUsual,
                        "It lost more than this kind usually does: much dirt or wax, or fibre went with the water.",
                        "Look at the net and the drain for fibre.",
                        "Fine, if it was a dirty fleece."
                    );
                }

                return handle == WashedHandle.Tacky || laterGrams is not null
                    ? Say(
                        WashOutcome.WaxLeft,
                        handle == WashedHandle.Tacky
                            ? "It lost too little and is tacky: wax is left. It combs with effort, makes more noil and yellows in store."
                            : "It lost too little and its weight stands still: that is not water. Wax or dirt is left.",
                        Wax(leaveWax)
                    )
                    : Say(
                        WashOutcome.CannotTell,
                        "It lost less than this kind usually does. Wax left, or still damp: the weight alone does not tell.",
                        "Feel it: tacky is wax, cool is water.",
                        "Weigh it again in an hour: water goes on leaving, wax stays."
                    );
            });

    private static WashDecision[] ChoicesAfter(WashOutcome outcome, bool leaveWax) =>
        outcome switch
        {
            WashOutcome.Fine or WashOutcome.MoreThanUsual => [WashDecision.Fine],
            WashOutcome.WaxLeft when leaveWax => [WashDecision.WaxAccepted, WashDecision.UseSoon, WashDecision.WashAgain],
            WashOutcome.WaxLeft => [WashDecision.WashAgain, WashDecision.UseSoon, WashDecision.WaxAccepted],
            _ => [],
        };

    private static string[] Wax(bool onPurpose) =>
        onPurpose
            ? ["Leave it: you spin in the grease. Use it soon, wax hardens.", "Wash again, hotter."]
            : ["Wash again, hotter and with fresh agent.", "Use it soon: old wax hardens.", "Leave it on purpose, to spin in the grease."];
}
