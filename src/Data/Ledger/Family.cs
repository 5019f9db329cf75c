using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Ledger;

/// <summary>
/// The entries that led to a lot and that followed from it, with everything that was taken from the lots on the way.
/// Settled and ready for balances, lineage and ribbon.
/// </summary>
public sealed class Family
{
    private readonly Lazy<Dictionary<Guid, double?>> noil;

    private Family(IReadOnlyList<FamilyFlow> flows, bool partly = false)
    {
        noil = new(NoilByEntry);
        Flows = flows;
        Lots = flows.Select(f => f.Lot).OfType<StoredLot>().DistinctBy(l => l.Id).ToDictionary(l => l.Id);
        var made = flows.Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value).ToHashSet();
        Entries = [.. flows.GroupBy(f => f.EntryId).Select(g => ToEntry([.. g], made))];
        Masses = partly ? MassSolver.OfLots(Entries) : MassSolver.Of(Entries);
    }

    private Family(Family other) =>
        (noil, Flows, Lots, Entries, Masses) = (other.noil, other.Flows, other.Lots, other.Entries, other.Masses);

    /// <summary>Every stored flow, oldest entry first.</summary>
    public IReadOnlyList<FamilyFlow> Flows { get; }

    public IReadOnlyDictionary<Guid, StoredLot> Lots { get; }

    public IReadOnlyList<Entry> Entries { get; private init; }

    public MassSolver Masses { get; private init; }

    /// <summary>The same family with what usually goes at its steps, by entry.</summary>
    internal Family With(IReadOnlyDictionary<Guid, UsualLoss> usual)
    {
        Entry[] entries = [.. Entries.Select(e => e with { Usual = usual.GetValueOrDefault(e.Id) })];
        // It moves masses only where a part was taken that nobody weighed.
        return new(this)
        {
            Entries = entries,
            Masses = entries.Any(e => e.TellsWhatWasTaken) ? MassSolver.Of(entries) : Masses.With(usual),
        };
    }

    /// <summary>
    /// What lots of several parts are made of, by the masses as they are known now: a weight that is set right changes the shares. What
    /// parts a lot has stays as it was noted.
    /// </summary>
    /// <returns>Only the lots whose shares came out otherwise than they stand.</returns>
    public IReadOnlyDictionary<Guid, Composition> Compositions()
    {
        var told = new Dictionary<Guid, Composition>();
        if (Lots.Values.All(l => !l.Composition.IsMixed))
        {
            return told;
        }

        Composition Of(Guid lot) => told.GetValueOrDefault(lot) ?? Lots[lot].Composition;
        foreach (var entry in Entries)
        {
            var sources = entry.Flows.Where(f => f.Role == FlowRole.In).Select(f => (Of(f.LotId!.Value), Masses.Of(f)?.Grams)).ToArray();
            if (sources.Length == 0 || Composition.Mixed(sources) is not { IsMixed: true } mixed)
            {
                continue;
            }

            foreach (
                var lot in entry
                    .Flows.Where(f => f.Role == FlowRole.Out)
                    .Select(f => f.LotId!.Value)
                    .Where(l => Lots[l].Composition is var stands && stands.HasPartsOf(mixed) && !stands.Equals(mixed))
            )
            {
                told[lot] = mixed;
            }
        }

        return told;
    }

    /// <summary>
    /// How much of what an entry made is noil, in reference grams. Noil is kept fibre, and yet no yield of top: the two are told apart.
    /// </summary>
    /// <returns>Null when the entry made none, or its mass is not known.</returns>
    public double? NoilAt(Guid entryId) => noil.Value.TryGetValue(entryId, out var grams) ? grams : null;

    private Dictionary<Guid, double?> NoilByEntry()
    {
        var made = Flows.Where(f => f.Role == FlowRole.Out && f.Lot?.Form == LotForm.Noil).Select(f => f.FlowId).ToHashSet();
        return made.Count == 0
            ? []
            : Entries
                .Where(e => e.Flows.Any(f => made.Contains(f.Id)))
                .ToDictionary(e => e.Id, e => e.Flows.Where(f => made.Contains(f.Id)).Sum(f => Masses.Of(f)?.Grams));
    }

    /// <summary>The family of some lots.</summary>
    public static async Task<Family> Of(EarthyTuftDb db, Guid[] lotIds, CancellationToken cancellationToken) =>
        new(await FamilyQueries.Of(db, lotIds, cancellationToken));

    /// <summary>The family of the lot with a code, null when the workshop has no such lot.</summary>
    public static async Task<Family?> OfCode(EarthyTuftDb db, string code, CancellationToken cancellationToken) =>
        await FamilyQueries.OfCode(db, code, cancellationToken) is { Count: > 0 } flows ? new Family(flows) : null;

    /// <summary>
    /// Only what made some lots and what took from them: enough to know what is left. To write, the lots are locked first, in one order
    /// for everybody: whoever takes from the same lot waits here and then sees what the other left.
    /// </summary>
    public static async Task<Family> Around(EarthyTuftDb db, Guid[] lotIds, bool toWrite, CancellationToken cancellationToken) =>
        new(await FamilyQueries.Around(db, lotIds, toWrite, cancellationToken), partly: true);

    /// <summary>Every entry of the workshop.</summary>
    public static async Task<Family> Whole(EarthyTuftDb db, CancellationToken cancellationToken) =>
        new(await FamilyQueries.Whole(db, cancellationToken));

    /// <summary>The families of entries that are staged and not yet stored, each for itself; every lot that they name is at hand.</summary>
    internal static IEnumerable<(Family Family, IReadOnlyList<EntryRow> Entries)> OfStaged(
        IReadOnlyList<EntryRow> entries,
        IReadOnlyDictionary<Guid, LotRow> lots
    )
    {
        var known = lots.Values.ToDictionary(l => l.Id, l => l.ToLot());
        foreach (var kin in Kin(entries))
        {
            var inOrder = kin.OrderBy(e => e.DoneAt).ThenBy(e => e.RecordedAt).ThenBy(e => e.Id).ToArray();
            yield return (new Family([.. inOrder.SelectMany(e => FamilyFlow.Of(e, known))]), inOrder);
        }
    }

    // Entries that name the same lot belong together, and so do those that they share other lots with.
    private static IEnumerable<IReadOnlyList<EntryRow>> Kin(IReadOnlyList<EntryRow> entries)
    {
        var parent = Enumerable.Range(0, entries.Count).ToArray();
        int Root(int i)
        {
            while (parent[i] != i)
            {
                i = parent[i] = parent[parent[i]];
            }

            return i;
        }

        var firstOf = new Dictionary<Guid, int>();
        for (var i = 0; i < entries.Count; i++)
        {
            foreach (var lot in entries[i].Flows.Select(f => f.LotId).OfType<Guid>())
            {
                if (firstOf.TryGetValue(lot, out var other))
                {
                    parent[Root(i)] = Root(other);
                }
                else
                {
                    firstOf[lot] = i;
                }
            }
        }

        return Enumerable.Range(0, entries.Count).GroupBy(Root).Select(g => (IReadOnlyList<EntryRow>)[.. g.Select(i => entries[i])]);
    }

    private static Entry ToEntry(IReadOnlyList<FamilyFlow> flows, HashSet<Guid> made)
    {
        var source = flows.FirstOrDefault(f => f.Role == FlowRole.In)?.Lot;
        // What is lost is of what was made: of a blend that is the mix.
        var composition = flows.FirstOrDefault(f => f.Role == FlowRole.Out)?.Lot?.Composition ?? source?.Composition;
        var greasy = source is null || composition is null ? Nature.Inert : Nature.Of(composition, source.Form, source.CleanYield);
        return new Entry(
            flows[0].EntryId,
            flows[0].Step,
            [.. flows.Select(f => new Flow(f.FlowId, f.Role, f.Amount, f.LotId, Weighed(f, greasy) ?? FromOutside(f, made), f.EmptiesLot))]
        )
        {
            Usual = flows[0].Entry.Usual,
            UsualGain = flows.Any(f => f.Role == FlowRole.Gain) ? null : AllStations.Find(flows[0].Step)?.UsualGain,
        };
    }

    /// <summary>What usually goes at a step, as it is stored with the entry.</summary>
    internal static UsualLoss? Usual(LossKind? kind, double? least, double? most, double? allowance) =>
        kind is { } of
            ? new UsualLoss(of, Mass.FromGrams(least!.Value), Mass.FromGrams(most!.Value), Mass.FromGrams(allowance!.Value))
            : null;

    private static ReferenceWeighing? Weighed(FamilyFlow flow, Nature source) =>
        flow.LoggedGrams is not { } grams
            ? null
            : ReferenceWeighing.Of(
                new Weighing(
                    flow.FlowId,
                    Mass.FromGrams(grams),
                    flow.State!.Value,
                    flow.HumidityPercent,
                    Mass.FromGrams(flow.ScaleStepGrams!.Value),
                    flow.Session!.Value
                ),
                flow.Lot is { } lot ? Nature.Of(lot.Composition, lot.Form, lot.CleanYield)
                    : flow.LossKind is { } kind ? Nature.OfLoss(kind, source)
                    : Nature.Inert
            );

    // A lot that joined from outside the family brings the mass it was settled with when it was last reckoned.
    private static ReferenceWeighing? FromOutside(FamilyFlow flow, HashSet<Guid> made) =>
        flow is { Role: FlowRole.In, Amount: Amount.Whole, SettledGrams: { } grams } && !made.Contains(flow.LotId!.Value)
            ? new ReferenceWeighing(
                flow.FlowId,
                DateOnly.FromDateTime(flow.DoneAt.UtcDateTime),
                grams,
                grams,
                Math.Pow(flow.SettledSigma ?? 0, 2),
                0
            )
            : null;
}
