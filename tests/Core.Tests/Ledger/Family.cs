using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>Small families of entries, written the way a person would tell them.</summary>
internal sealed class Family
{
    private static readonly DateOnly Day = new(2026, 5, 14);
    private readonly Dictionary<string, Guid> lots = [];

    public List<Entry> Entries { get; } = [];

    public MassSolver Settled => MassSolver.Of(Entries);

    public Guid this[string lot] => lots.TryGetValue(lot, out var id) ? id : lots[lot] = Guid.CreateVersion7();

    public Entry Step(StepKind step, params Flow[] flows)
    {
        var entry = new Entry(Guid.CreateVersion7(), step, flows);
        Entries.Add(entry);
        return entry;
    }

    public Flow Out(string lot, double? grams) =>
        new(Guid.CreateVersion7(), FlowRole.Out, grams is null ? Amount.NotWeighed : Amount.Weighed, this[lot], Weigh(grams));

    public Flow All(string lot) => new(Guid.CreateVersion7(), FlowRole.In, Amount.Whole, this[lot], null, true);

    public Flow Part(string lot, double grams) => new(Guid.CreateVersion7(), FlowRole.In, Amount.Weighed, this[lot], Weigh(grams));

    public static Flow Loss(double grams) => new(Guid.CreateVersion7(), FlowRole.Loss, Amount.Weighed, null, Weigh(grams));

    public static Flow Gone() => new(Guid.CreateVersion7(), FlowRole.Loss, Amount.ByDifference, null, null);

    public static Flow Gain(double grams) => new(Guid.CreateVersion7(), FlowRole.Gain, Amount.Weighed, null, Weigh(grams));

    public static ReferenceWeighing? Weigh(double? grams, DateOnly? session = null) =>
        grams is not { } g
            ? null
            : ReferenceWeighing.Of(
                new Weighing(Guid.CreateVersion7(), Mass.FromGrams(g), WeighingState.Rested, 65, Mass.FromGrams(1), session ?? Day),
                new Nature(Fibre.Wool, Preparation.Carded, null)
            );
}
