using System.Globalization;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Ledger;

/// <summary>A weighing that may be the wrong one.</summary>
/// <param name="Words">Which weighing it is, as a person would say it.</param>
/// <param name="Logged">As the scale said it.</param>
public sealed record SuspectView(Guid FlowId, Guid EntryId, StepKind Step, DateTimeOffset DoneAt, string Words, MassFigure Logged);

/// <summary>What reconciliation doubts.</summary>
/// <param name="Suspects">Likeliest first; several when no balance can tell them apart.</param>
/// <param name="Deviations">How many standard deviations it is out.</param>
/// <param name="Likelier">What the rest of the family says it was.</param>
public sealed record DoubtView(
    IReadOnlyList<SuspectView> Suspects,
    NumberFigure Deviations,
    MassFigure Likelier,
    SlipKind? Slip,
    string Sentence
);

/// <summary>How well the weighings of a family agree.</summary>
/// <param name="Checks">How many independent balances there are.</param>
/// <param name="Weighings">How many weighings some balance checks.</param>
/// <param name="Sentence">What it comes to, also when nothing can be said.</param>
public sealed record AgreementView(int Checks, int Weighings, IReadOnlyList<DoubtView> Doubts, string Sentence);

/// <summary>Says in words what reconciliation found.</summary>
public static class DoubtViews
{
    public static AgreementView Of(Reconciliation reconciliation, Family family, MassUnit unit)
    {
        var flows = family.Flows.ToDictionary(f => f.FlowId);
        // What somebody answered, also with not knowing, is not asked again.
        var answered = family
            .Flows.Where(f => f.Entry.Answer is not null || f.ConfirmedBecause is not null)
            .Select(f => f.EntryId)
            .ToHashSet();
        var doubts = reconciliation
            .Doubts.Where(d => !d.EntryIds.Any(answered.Contains) && !(d.UnlikeAt is { } at && answered.Contains(at)))
            .ToArray();
        return new AgreementView(
            reconciliation.Degrees,
            reconciliation.Checkable,
            [.. doubts.Select(d => View(d, flows, unit))],
            Sentence(reconciliation, doubts.Length, flows)
        );
    }

    private static string Sentence(Reconciliation r, int doubts, Dictionary<Guid, FamilyFlow> flows)
    {
        var open = r.Flows.Values.Count(f => f.Reconciled is null);
        var unsolved =
            open == 0 ? ""
            : open == 1 ? " One mass cannot be determined: nothing fixes it."
            : FormattableString.Invariant($" {open} masses cannot be determined: nothing fixes them.");
        var alone = r.Flows.Values.Count(f =>
            f is { LoggedGrams: not null, IsChecked: false, Excluded: false } && flows.ContainsKey(f.FlowId)
        );
        var unchecked_ =
            alone == 0 ? ""
            : alone == 1 ? " One weighing is not checked by any."
            : FormattableString.Invariant($" {alone} weighings are not checked by any.");
        return r.Degrees == 0 && doubts == 0 ? "No balance can check these weighings yet: nothing was weighed twice." + unsolved
            : doubts == 0
                ? FormattableString.Invariant(
                    $"{r.Checkable} weighings are checked by {(r.Degrees == 1 ? "one balance" : $"{r.Degrees} balances")}, and they agree."
                )
                    + unchecked_
                    + unsolved
            : FormattableString.Invariant($"{(doubts == 1 ? "One weighing does" : $"{doubts} weighings do")} not agree with the rest.")
                + unsolved;
    }

    private static DoubtView View(Doubt doubt, Dictionary<Guid, FamilyFlow> flows, MassUnit unit)
    {
        var suspects = doubt.FlowIds.Where(flows.ContainsKey).Select(p => Suspect(flows[p], unit)).ToArray();
        var likelier = doubt.Likelier.ToFigure(
            unit,
            Provenance.Reckoned,
            new Working(
                "what every other balance of the family leaves for this weighing",
                [
                    new("logged", suspects[0].Logged.Text),
                    new("logged, at reference mass", Mass.FromGrams(doubt.LoggedGrams).Write(unit)),
                    new("reconciled", doubt.Likelier.Write(unit)),
                    new("one standard deviation", Mass.FromGrams(doubt.Likelier.Sigma).WriteSpread(unit)),
                ],
                "reconciliation by weighted least squares over the family"
            )
        );
        var missing = doubt.Slip?.Kind == SlipKind.SomethingNotLogged;
        var alone = doubt.UnlikeAt is not null;
        var swapped = doubt.Slip?.Kind == SlipKind.LotsExchanged;
        var which =
            swapped ? $"{suspects[0].Words} and {suspects[1].Words}"
            : suspects.Length == 1 ? suspects[0].Words
            : $"{suspects[0].Words}, or "
                + $"{string.Join(" or ", suspects.Skip(1).Take(3).Select(s => s.Words))}{(suspects.Length > 4 ? " or another" : "")}"
                + (alone ? "" : " (no balance can tell them apart)");
        return new DoubtView(
            suspects,
            new NumberFigure(
                doubt.ZScore,
                Math.Abs(doubt.ZScore).ToString("0.0", CultureInfo.InvariantCulture) + " standard deviations out",
                Provenance.Reckoned
            ),
            likelier,
            doubt.Slip?.Kind,
            missing
                ? $"{BalanceWords.Guess(doubt.Slip, unit)} The step of {suspects[0].DoneAt.ToString("d MMM", CultureInfo.InvariantCulture)} is "
                    + $"short by that; or one of its weighings is out by as much "
                    + $"({string.Join(", ", suspects.Skip(1).Take(3).Select(s => s.Logged.Text))})."
                : $"Look at {which}{(alone ? ", which only what is usual speaks against" : "")}. "
                    + (doubt.Slip is null ? $"The rest of the log leaves {likelier.Text} for it." : BalanceWords.Guess(doubt.Slip, unit))
        );
    }

    internal static SuspectView Suspect(FamilyFlow flow, MassUnit unit)
    {
        var logged = Mass.FromGrams(flow.LoggedGrams ?? flow.SettledGrams ?? 0).ToFigure(unit, Provenance.Measured);
        var day = flow.DoneAt.ToString("d MMM", CultureInfo.InvariantCulture);
        var what = flow.Role switch
        {
            FlowRole.In => $"the {logged.Text} taken from {flow.Lot!.Code}",
            FlowRole.Out => $"the {logged.Text} of {flow.Lot!.Code}",
            FlowRole.Count => $"the recount of {flow.Lot!.Code}, {logged.Text}",
            FlowRole.Gain => $"the {logged.Text} taken up",
            _ => $"the {logged.Text} lost",
        };
        return new SuspectView(flow.FlowId, flow.EntryId, flow.Step, flow.DoneAt, $"{what} on {day}", logged);
    }
}
