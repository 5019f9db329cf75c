using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Lots;

namespace EarthyTuft.Web.Lots;

/// <summary>The last wash on the way to a lot.</summary>
/// <param name="MayJudge">The lot is what came out of it: it can be looked back on.</param>
public sealed record WashedView(DateTimeOffset On, WashJudgementView? Judged, bool MayJudge)
{
    /// <summary>When a lot was washed, and what was decided about that.</summary>
    internal static WashedView? Of(LotDossier dossier)
    {
        if (Lineage.Last(dossier.Family.Entries, dossier.Lot.Id, StepKind.Wash) is not { } wash)
        {
            return null;
        }

        var line = Lineage.Ancestors(dossier.Family.Entries, dossier.Lot.Id);
        var judged = dossier.WashJudgements.LastOrDefault(j => j.EntryId == wash.Id && line.Contains(j.LotId));
        return new WashedView(
            dossier.Family.Flows.First(f => f.EntryId == wash.Id).DoneAt,
            judged is null ? null : new WashJudgementView(judged.Decision, judged.Handle, judged.LossPercent, judged.JudgedAt, judged.Who),
            dossier.Lot is { Form: LotForm.Clean, UsedUpAt: null, MadeBy: StepKind.Wash or StepKind.Dry }
        );
    }
}

/// <summary>What somebody decided about a wash.</summary>
public sealed record WashJudgementView(WashDecision Decision, WashedHandle? Handle, double LossPercent, DateTimeOffset At, string Who);
