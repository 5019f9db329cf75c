namespace EarthyTuft.Core.Ledger;

/// <summary>A stretch of the ribbon: fibre of one lot on its way from the step that made it to one that used it, or to now.</summary>
/// <param name="LotId">The lot.</param>
/// <param name="FromEntryId">The step that made it.</param>
/// <param name="ToEntryId">The step that took it, null for what is still there.</param>
/// <param name="Grams">Reference mass; null when it cannot be told yet.</param>
/// <param name="OnPath">Whether it belongs to the way of the lot in question, or only branches off.</param>
/// <param name="More">How many steps it stands for that are not drawn one by one; 0 for one that is.</param>
public sealed record RibbonBand(Guid LotId, Guid FromEntryId, Guid? ToEntryId, double? Grams, bool OnPath, int More = 0);

/// <summary>What leaves the ribbon at a step.</summary>
/// <param name="EntryId">The step.</param>
/// <param name="FlowId">The flow.</param>
/// <param name="Grams">Reference mass; null when it cannot be told yet.</param>
/// <param name="Share">Of what the step took, 0 to 1; null when not known.</param>
/// <param name="ByDifference">Found from the rest and not weighed.</param>
/// <param name="NotWeighed">What was lost and not weighed is told as; null for a loss that stands in the log.</param>
public sealed record RibbonStrand(Guid EntryId, Guid FlowId, double? Grams, double? Share, bool ByDifference, LossKind? NotWeighed = null);

/// <summary>One step on the ribbon.</summary>
/// <param name="EntryId">The step.</param>
/// <param name="Column">Its place from the left: 0 for taking in, one more than the latest step it takes from.</param>
/// <param name="Balance">Its balance.</param>
public sealed record RibbonStage(Guid EntryId, int Column, Balance Balance);

/// <summary>A lot's whole course: stages from left to right, bands between them, strands leaving downwards.</summary>
/// <param name="Stages">By column.</param>
/// <param name="Bands">Every stretch.</param>
/// <param name="Strands">Every loss.</param>
public sealed record Ribbon(IReadOnlyList<RibbonStage> Stages, IReadOnlyList<RibbonBand> Bands, IReadOnlyList<RibbonStrand> Strands)
{
    /// <summary>Less than this, in grams, is not drawn as still there.</summary>
    private const double Crumb = 0.5;

    /// <summary>The most steps that are drawn one by one; nobody reads a longer ribbon, and it only slows the page.</summary>
    public const int MostStages = 50;

    /// <summary>Works the ribbon of a lot out.</summary>
    /// <param name="lotId">The lot in question.</param>
    /// <param name="all">The entries that led to it and that followed from it, oldest first.</param>
    /// <param name="solver">Their masses.</param>
    /// <param name="most">The most steps that are drawn one by one: the nearest to the lot first, then the newest.</param>
    public static Ribbon Of(Guid lotId, IReadOnlyCollection<Entry> all, MassSolver solver, int most = MostStages)
    {
        var family = Nearest(lotId, all, most);
        var byId = family.ToDictionary(e => e.Id);
        var takenBy = all.SelectMany(e => e.Flows.Where(f => f.Role == FlowRole.In).Select(f => (Entry: e, Flow: f)))
            .ToLookup(t => t.Flow.LotId!.Value);
        var madeIn = family
            .SelectMany(e => e.Flows.Where(f => f.Role == FlowRole.Out).Select(f => (f.LotId!.Value, e.Id)))
            .ToDictionary(p => p.Value, p => p.Id);
        var columns = Columns(family, madeIn);
        var (before, after) = Path(lotId, byId, madeIn);
        var path = before.Union(after).ToHashSet();

        var bands = new List<RibbonBand>();
        foreach (var (lot, from) in madeIn)
        {
            var takings = takenBy[lot].ToArray();
            var drawn = takings.Where(t => byId.ContainsKey(t.Entry.Id)).ToArray();
            var others = takings.Except(drawn).Select(t => solver.Of(t.Flow)?.Grams).ToArray();
            if (others.Length > 0)
            {
                bands.Add(
                    new RibbonBand(lot, from, null, others.Any(g => g is null) ? null : others.Sum(), after.Contains(lot), others.Length)
                );
            }

            bands.AddRange(
                drawn.Select(t => new RibbonBand(
                    lot,
                    from,
                    t.Entry.Id,
                    solver.Of(t.Flow)?.Grams,
                    path.Contains(lot) && Lots(t.Entry, FlowRole.Out).Any(path.Contains)
                ))
            );
            var left = solver.Left(lot)?.Grams;
            if (!solver.IsEmptied(lot) && (left is null || left > Crumb))
            {
                bands.Add(new RibbonBand(lot, from, null, left, after.Contains(lot)));
            }
        }

        var stages = family.Select(e => new RibbonStage(e.Id, columns[e.Id], solver.BalanceAt(e.Id))).OrderBy(s => s.Column).ToArray();
        var strands = stages
            .SelectMany(s =>
                byId[s.EntryId].Flows.Where(f => f.Role == FlowRole.Loss).Select(f => Strand(s, f, solver)).Concat(NotWeighed(s))
            )
            .ToArray();
        return new Ribbon(stages, [.. bands.OrderBy(b => columns[b.FromEntryId])], strands);
    }

    private static IReadOnlyCollection<Entry> Nearest(Guid lotId, IReadOnlyCollection<Entry> all, int most)
    {
        if (all.Count <= most)
        {
            return all;
        }

        var makers = all.SelectMany(e => e.Flows.Where(f => f.Role == FlowRole.Out).Select(f => (f.LotId!.Value, e)))
            .ToDictionary(p => p.Value, p => p.e);
        var takers = all.SelectMany(e => e.Flows.Where(f => f.Role == FlowRole.In).Select(f => (f.LotId!.Value, e)))
            .ToLookup(p => p.Value, p => p.e);
        var place = all.Select((e, i) => (e.Id, i)).ToDictionary(p => p.Id, p => p.i);
        var chosen = new HashSet<Guid>();
        // What led to the lot comes first: a ribbon without its beginning tells nothing.
        for (var open = new Queue<Guid>([lotId]); chosen.Count < most && open.TryDequeue(out var lot); )
        {
            if (makers.TryGetValue(lot, out var entry) && chosen.Add(entry.Id))
            {
                Lots(entry, FlowRole.In).ToList().ForEach(open.Enqueue);
            }
        }

        for (var open = new Queue<Guid>([lotId]); chosen.Count < most && open.TryDequeue(out var lot); )
        {
            foreach (var entry in takers[lot].OrderByDescending(e => place[e.Id]).Take(most))
            {
                if (chosen.Count < most && chosen.Add(entry.Id))
                {
                    Lots(entry, FlowRole.Out).ToList().ForEach(open.Enqueue);
                }
            }
        }

        return [.. all.Where(e => chosen.Contains(e.Id))];
    }

    private static RibbonStrand Strand(RibbonStage stage, Flow flow, MassSolver solver)
    {
        var byDifference = flow.Amount == Amount.ByDifference;
        var grams = byDifference ? stage.Balance.ByDifference?.Mass.Grams : solver.Of(flow)?.Grams;
        return new RibbonStrand(
            stage.EntryId,
            flow.Id,
            grams,
            stage.Balance.In is { Mass.Grams: > 0 } taken ? grams / taken.Mass.Grams : null,
            byDifference
        );
    }

    private static IEnumerable<RibbonStrand> NotWeighed(RibbonStage stage)
    {
        if (stage.Balance is { LostNotWeighed: { } lost, Usual: { } usual, In: { } taken })
        {
            yield return new RibbonStrand(
                stage.EntryId,
                UsualLoss.FlowOf(stage.EntryId),
                lost.Mass.Grams,
                lost.Mass.Grams / taken.Mass.Grams,
                true,
                usual.Kind
            );
        }
    }

    private static Dictionary<Guid, int> Columns(IReadOnlyCollection<Entry> family, Dictionary<Guid, Guid> madeIn)
    {
        // Longest way from the left: entries are placed once everything they take from is.
        var columns = new Dictionary<Guid, int>();
        var waiting = new Queue<Entry>(family);
        for (var idle = 0; waiting.Count > 0 && idle <= waiting.Count; )
        {
            var entry = waiting.Dequeue();
            var before = entry
                .Flows.Where(f => f.Role == FlowRole.In && madeIn.ContainsKey(f.LotId!.Value))
                .Select(f => madeIn[f.LotId!.Value])
                .ToArray();
            if (before.All(columns.ContainsKey))
            {
                columns[entry.Id] = before.Length == 0 ? 0 : before.Max(b => columns[b]) + 1;
                idle = 0;
            }
            else
            {
                waiting.Enqueue(entry);
                idle++;
            }
        }

        return columns;
    }

    /// <summary>The lots that led to one, and those that followed from it; the lot itself is in both.</summary>
    private static (HashSet<Guid> Before, HashSet<Guid> After) Path(Guid lotId, Dictionary<Guid, Entry> byId, Dictionary<Guid, Guid> madeIn)
    {
        var takenBy = byId
            .Values.SelectMany(e => e.Flows.Where(f => f.Role == FlowRole.In).Select(f => (f.LotId!.Value, e)))
            .ToLookup(p => p.Value, p => p.e);
        return (
            Walk(lot => madeIn.TryGetValue(lot, out var entry) ? Lots(byId[entry], FlowRole.In) : []),
            Walk(lot => takenBy[lot].SelectMany(e => Lots(e, FlowRole.Out)))
        );

        HashSet<Guid> Walk(Func<Guid, IEnumerable<Guid>> next)
        {
            var seen = new HashSet<Guid> { lotId };
            var open = new Stack<Guid>(seen);
            while (open.TryPop(out var lot))
            {
                foreach (var other in next(lot).Where(seen.Add))
                {
                    open.Push(other);
                }
            }

            return seen;
        }
    }

    private static IEnumerable<Guid> Lots(Entry entry, FlowRole role) => entry.Flows.Where(f => f.Role == role).Select(f => f.LotId!.Value);
}
