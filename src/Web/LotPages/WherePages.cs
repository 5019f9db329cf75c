using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Ledger;

namespace EarthyTuft.Web.LotPages;

/// <summary>One line of "where did it go".</summary>
/// <param name="Share">Of everything that came in.</param>
/// <param name="NotChecked">Found by difference from a weight that no other weight checks.</param>
public sealed record WhereLine(
    WentTo To,
    LossKind? Loss,
    Fate? Fate,
    StepKind? Step,
    MassFigure? Logged,
    MassFigure? Reconciled,
    string? Share,
    bool NotChecked
);

/// <summary>Where the fleeces behind a lot went.</summary>
/// <param name="Fleeces">Their codes.</param>
/// <param name="Closes">Whether what nobody knows is within what the weighings explain; null when that cannot be said.</param>
public sealed record WherePage(
    string Code,
    IReadOnlyList<string> Fleeces,
    IReadOnlyList<WhereLine> Lines,
    AgreementView Agreement,
    bool? Closes
);

public static class WherePages
{
    public static async Task<WherePage?> Of(EarthyTuftDb db, RequestContext context, string code, CancellationToken cancellationToken)
    {
        if (await Family.OfCode(db, code, cancellationToken) is not { } around)
        {
            return null;
        }

        // Everything that was made of the fleeces behind the lot, not only what led to it.
        var lot = around.Lots.Values.Single(l => l.Code == code);
        var origins = new Lineage(around.Entries, around.Masses).Origins(lot.Id).Select(o => o.RootLotId).ToArray();
        var roots = origins.Length > 0 ? origins : [lot.Id];
        var family = await Family.Of(db, roots, cancellationToken);
        var flows = family.Flows.ToDictionary(f => f.FlowId);
        var reconciliation = Reconciliation.Of(family.Entries, context.UsualBowl, family.Masses);
        var where = Whereabouts.Of(family.Entries, family.Masses, reconciliation, f => (flows[f.Id].LossKind!.Value, flows[f.Id].Fate));
        var unit = context.Workshop.Unit;
        var incoming = where.Lines.Where(l => l.IsIncoming).Sum(l => l.Logged?.Mass.Grams ?? 0);
        // Found from weights that nothing checks: then the figure is no more certain than they are.
        var alone = family.Entries.Any(e =>
            e.FindsByDifference
            && family.Masses.GapAt(e.Id) is { } gap
            && gap.Terms.Any(t => reconciliation.Flows.TryGetValue(t.Weighing.Id, out var told) && !told.IsChecked)
        );
        var rest = where.Lines.Single(l => l.To == WentTo.Unaccounted).Logged;
        return new WherePage(
            code,
            [.. roots.Select(r => family.Lots[r].Code)],
            [
                .. where.Lines.Select(l => new WhereLine(
                    l.To,
                    l.Loss,
                    l.Fate,
                    l.Step,
                    l.Logged?.ToFigure(
                        unit,
                        l.To is WentTo.LostByDifference or WentTo.Unaccounted or WentTo.StillThere
                            ? Provenance.Reckoned
                            : Provenance.Measured
                    ),
                    l.ReconciledGrams is { } grams ? Mass.FromGrams(grams).ToFigure(unit, Provenance.Reckoned) : null,
                    incoming > 0 && l.Logged is { } mass ? Figures.Percent(mass.Mass.Grams / incoming) : null,
                    l.To == WentTo.LostByDifference && alone
                )),
            ],
            DoubtViews.Of(reconciliation, family, unit),
            rest is null ? null : Balance.Judge(rest, false) == BalanceStatus.Fits
        );
    }
}
