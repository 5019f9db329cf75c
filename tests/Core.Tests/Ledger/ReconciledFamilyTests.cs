using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>What must hold of any family that was reconciled, whatever its shape.</summary>
public class ReconciledFamilyTests
{
    private const int Families = 80;

    [Fact]
    public void Every_balance_of_a_clean_family_closes() => Each(20261201, false, (entries, all) =>
        {
            foreach (var entry in entries.Where(e => e.Step.HasBalance()))
            {
                var masses = entry.Flows.Select(f => (f, all.Flows[f.Id].Reconciled?.Mass.Grams)).ToArray();
                if (masses.All(m => m.Grams is not null))
                {
                    Assert.Equal(0, masses.Sum(m => m.f.Role is FlowRole.In or FlowRole.Gain ? m.Grams!.Value : -m.Grams!.Value), 1e-5);
                }
            }
        });

    [Fact]
    public void What_was_taken_from_an_emptied_lot_is_what_was_in_it() => Each(20261202, false, (entries, all) =>
        {
            foreach (var stretch in LotStretch.Of(entries).Where(s => s.IsClosed))
            {
                var made = all.Flows[stretch.Start.Id].Reconciled?.Mass.Grams;
                var taken = stretch.Takings.Select(t => all.Flows[t.Id].Reconciled?.Mass.Grams).ToArray();
                if (made is not null && taken.All(t => t is not null))
                {
                    Assert.Equal(made.Value, taken.Sum()!.Value, 1e-5);
                }
            }
        });

    [Fact]
    public void Knowing_more_never_makes_a_weighing_worse_known() => Each(20261203, false, (entries, all) =>
        {
            foreach (var weighing in entries.SelectMany(e => e.Flows).Where(f => f.Weighing is not null))
            {
                var alone = Math.Sqrt(weighing.Weighing!.OwnVariance + (weighing.Weighing.Shared * weighing.Weighing.Shared));
                Assert.InRange(all.Flows[weighing.Id].Reconciled!.Sigma, 0, alone + 1e-6);
            }
        });

    [Fact]
    public void A_weighing_that_nothing_checks_stays_as_it_is_but_for_its_room() => Each(20261204, false, (entries, all) =>
        {
            foreach (
                var (told, weighing) in entries
                    .SelectMany(e => e.Flows)
                    .Where(f => f.Weighing is not null)
                    .Select(f => (all.Flows[f.Id], f.Weighing!))
            )
            {
                if (told.ZScore is null)
                {
                    Assert.Equal(weighing.Grams, told.Reconciled!.Mass.Grams, 1e-5);
                }
            }
        });

    [Fact]
    public void The_order_of_a_days_entries_does_not_matter_to_figures() => Each(20261205, true, (entries, all) =>
        {
            // Flows within an entry may be told in any order.
            var random = new Random(1);
            var shuffled = entries.Select(e => e with { Flows = [.. e.Flows.OrderBy(_ => random.Next())] }).ToList();
            var again = Reconciliation.Of(shuffled);
            Assert.Equal(all.Degrees, again.Degrees);
            Assert.Equal(all.ChiSquared, again.ChiSquared, 1e-5 * Math.Max(1, all.ChiSquared));
            Assert.Equal(all.Doubts.Count, again.Doubts.Count);
        });

    [Fact]
    public void Everything_twice_as_heavy_is_reconciled_to_twice_as_much() => Each(20261206, false, (entries, all) =>
        {
            var heavy = entries
                .Select(e =>
                    e with
                    {
                        Flows =
                        [
                            .. e.Flows.Select(f =>
                                f.Weighing is not { } w
                                    ? f
                                    : f with
                                    {
                                        Weighing = w with
                                        {
                                            Grams = 2 * w.Grams,
                                            Logged = 2 * w.Logged,
                                            OwnVariance = 4 * w.OwnVariance,
                                            Shared = 2 * w.Shared,
                                        },
                                    }
                            ),
                        ],
                    }
                )
                .ToList();
            var twice = Reconciliation.Of(heavy);
            foreach (var (id, told) in all.Flows.Where(f => f.Value.Reconciled is not null))
            {
                Assert.Equal(2 * told.Reconciled!.Mass.Grams, twice.Flows[id].Reconciled!.Mass.Grams, 1e-4);
            }

            Assert.Equal(all.ChiSquared, twice.ChiSquared, 1e-5 * Math.Max(1, all.ChiSquared));
        });

    [Fact]
    public void A_doubted_weighing_takes_no_part_and_the_rest_agrees() => Each(20261207, true, (entries, all) =>
        {
            foreach (var doubt in all.Doubts.Where(d => d.Slip?.Kind is not SlipKind.SomethingNotLogged))
            {
                Assert.True(all.Flows[doubt.FlowIds[0]].Excluded);
                Assert.Null(all.Flows[doubt.FlowIds[0]].ZScore);
                Assert.Equal(doubt.FlowIds.Count, doubt.EntryIds.Count);
            }

            Assert.All(all.Flows.Values.Where(f => f.ZScore is not null), f => Assert.True(double.IsFinite(f.ZScore!.Value)));
            Assert.InRange(all.ChiSquared, 0, double.MaxValue);
            Assert.InRange(all.Degrees, 0, int.MaxValue);
        });

    [Fact]
    public void A_nearly_exact_weighing_in_an_uncertain_room_can_still_be_named()
    {
        var family = new Family();
        var day = new DateOnly(2026, 5, 14);
        Flow Exact(Flow flow, double grams) =>
            flow with
            {
                Amount = Amount.Weighed,
                Weighing = new ReferenceWeighing(flow.Id, day, grams, grams, 1e-12, grams * 0.02),
            };
        family.Step(StepKind.TakeIn, Exact(family.Out("raw", 1), 1000));
        family.Step(StepKind.Skirt, family.All("raw"), Exact(family.Out("a", 1), 700), Exact(Family.Loss(1), 200));
        var all = Reconciliation.Of(family.Entries);
        Assert.NotEmpty(all.Doubts);
        Assert.All(all.Doubts, d => Assert.True(double.IsFinite(d.ZScore)));
    }

    [Fact]
    public void An_empty_log_and_a_single_fleece_have_nothing_to_say()
    {
        Assert.Empty(Reconciliation.Of([]).Flows);
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 900));
        var all = Reconciliation.Of(family.Entries, Mass.FromGrams(200));
        Assert.Equal((0, 0, 0), (all.Degrees, all.Checkable, all.Doubts.Count));
        Assert.Equal(900, Assert.Single(all.Flows.Values).Reconciled!.Mass.Grams, 1e-9);
    }

    [Fact]
    public void The_usual_bowl_is_recognised_when_the_workshop_has_one()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        family.Step(StepKind.Divide, family.All("raw"), family.Out("a", 586), family.Out("b", 600));
        family.Step(StepKind.Card, family.All("a"), family.Out("a2", 390), Family.Loss(10));
        var doubt = Assert.Single(Reconciliation.Of(family.Entries, Mass.FromGrams(186)).Doubts);
        Assert.Equal((SlipKind.UsualBowl, 400.0), (doubt.Slip!.Kind, doubt.Slip.Likelier));
        Assert.NotEqual(SlipKind.UsualBowl, Assert.Single(Reconciliation.Of(family.Entries).Doubts).Slip!.Kind);
    }

    private static void Each(int seed, bool slipped, Action<IReadOnlyList<Entry>, Reconciliation> holds)
    {
        var random = new Random(seed);
        for (var i = 0; i < Families; i++)
        {
            var shop = SimulatedShop.Family(random, 3 + random.Next(25));
            var entries = slipped && shop.WithSlip(random) is { } wrong ? wrong.Entries : shop.Entries;
            var all = Reconciliation.Of(entries);
            if (slipped || all.Doubts.Count == 0)
            {
                holds(entries, all);
            }
        }
    }
}
