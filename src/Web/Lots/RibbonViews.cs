using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Ledger;

namespace EarthyTuft.Web.Lots;

/// <summary>A stretch of the ribbon that is still to come: drawn as an outline.</summary>
/// <param name="Column">Its place from the left.</param>
public sealed record AheadView(StepKind Step, int Column, string Because, MassFigure Mass, MassFigure Low, MassFigure High);

public sealed record RibbonStageView(
    Guid EntryId,
    StepKind Step,
    int Column,
    DateTimeOffset DoneAt,
    BalanceStatus Status,
    MassFigure? Unaccounted,
    NumberFigure? Yield,
    bool Doubted
);

public sealed record RibbonBandView(
    Guid LotId,
    string Code,
    LotForm Form,
    Fibre Fibre,
    Guid FromEntryId,
    Guid? ToEntryId,
    MassFigure? Mass,
    bool OnPath,
    bool IsThis,
    bool Doubted,
    int More
);

public sealed record RibbonStrandView(
    Guid EntryId,
    LossKind Kind,
    Fate? Fate,
    MassFigure? Mass,
    string? Share,
    bool ByDifference,
    bool Doubted,
    bool NotWeighed
);

/// <summary>A ribbon with its figures; positions are the screen's business, masses and columns are not.</summary>
public sealed record RibbonView(
    IReadOnlyList<RibbonStageView> Stages,
    IReadOnlyList<RibbonBandView> Bands,
    IReadOnlyList<RibbonStrandView> Strands,
    IReadOnlyList<AheadView> Ahead
)
{
    internal static RibbonView Of(
        Ribbon ribbon,
        Family family,
        Guid thisLot,
        Reconciliation reconciliation,
        IReadOnlyList<AheadView> ahead,
        MassUnit unit
    )
    {
        var doubted = reconciliation.Doubts.SelectMany(d => d.FlowIds).ToHashSet();
        var doubtedEntries = reconciliation.Doubts.SelectMany(d => d.EntryIds).ToHashSet();
        var doubtedBands = family
            .Flows.Where(f => doubted.Contains(f.FlowId) && f.LotId is not null)
            .Select(f => (f.LotId!.Value, f.EntryId))
            .ToHashSet();
        var entries = family.Flows.GroupBy(f => f.EntryId).ToDictionary(g => g.Key, g => g.First());
        var flows = family.Flows.ToDictionary(f => f.FlowId);
        return new RibbonView(
            [
                .. ribbon.Stages.Select(s =>
                {
                    var balance = s.Balance.View(unit, entries[s.EntryId].Step, noil: family.NoilAt(s.EntryId));
                    return new RibbonStageView(
                        s.EntryId,
                        entries[s.EntryId].Step,
                        s.Column,
                        entries[s.EntryId].DoneAt,
                        s.Balance.Status,
                        balance.Unaccounted is { } gap ? gap with { Working = null } : null,
                        balance.Yield is { } yield ? yield with { Working = null } : null,
                        doubtedEntries.Contains(s.EntryId)
                    );
                }),
            ],
            [
                .. ribbon.Bands.Select(b => new RibbonBandView(
                    b.LotId,
                    family.Lots[b.LotId].Code,
                    family.Lots[b.LotId].Form,
                    family.Lots[b.LotId].Fibre,
                    b.FromEntryId,
                    b.ToEntryId,
                    Figures.ToFigure(b.Grams, null, unit, Provenance.Reckoned),
                    b.OnPath,
                    b.LotId == thisLot,
                    doubtedBands.Contains((b.LotId, b.FromEntryId)) || (b.ToEntryId is { } to && doubtedBands.Contains((b.LotId, to))),
                    b.More
                )),
            ],
            [
                .. ribbon.Strands.Select(s => new RibbonStrandView(
                    s.EntryId,
                    s.NotWeighed ?? flows[s.FlowId].LossKind!.Value,
                    s.NotWeighed is null ? flows[s.FlowId].Fate : null,
                    Figures.ToFigure(s.Grams, null, unit, s.ByDifference ? Provenance.Reckoned : Provenance.Measured),
                    s.Share is { } share ? Figures.Percent(share) : null,
                    s.ByDifference,
                    doubted.Contains(s.FlowId),
                    s.NotWeighed is not null
                )),
            ],
            ahead
        );
    }
}

/// <param name="Form">What it came in as; raw fleece is raw behind it, anything else is what somebody else had left of one.</param>
public sealed record OriginView(
    Guid LotId,
    string Code,
    LotForm Form,
    Fibre Fibre,
    string Parentage,
    string Animal,
    string Share,
    MassFigure Raw
)
{
    /// <summary>The fleeces behind a lot, the largest share first.</summary>
    internal static IReadOnlyList<OriginView> Of(Lineage lineage, Family family, Guid lotId, MassUnit unit) =>
        [
            .. lineage
                .Origins(lotId)
                .Select(o => new OriginView(
                    o.RootLotId,
                    family.Lots[o.RootLotId].Code,
                    family.Lots[o.RootLotId].Form,
                    family.Lots[o.RootLotId].Fibre,
                    family.Lots[o.RootLotId].Parentage,
                    family.Lots[o.RootLotId].Animal,
                    Figures.Percent(o.Share),
                    Mass.FromGrams(o.RawGrams).ToFigure(unit, Provenance.Reckoned)
                )),
        ];
}

/// <summary>What became of the raw weight behind a lot.</summary>
internal static class LotYields
{
    /// <summary>The total yield of a lot; null when a mass on the way is not known.</summary>
    public static NumberFigure? Total(Lineage lineage, Family family, Guid lotId, MassUnit unit)
    {
        if (lineage.TotalYield(lotId) is not { } yield)
        {
            return null;
        }

        var made = family.Masses.Made(lotId)!.Estimate.Mass;
        return Figures.PercentFigure(
            yield,
            Provenance.Reckoned,
            new Working(
                "made weight / raw weight behind it; what a step takes is spread over what it gives by mass",
                [new("made", made.Write(unit)), new("raw behind it", Mass.FromGrams(made.Grams / yield).Write(unit))],
                Figures.BalanceSource
            )
        );
    }
}
