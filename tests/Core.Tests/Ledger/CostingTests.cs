using EarthyTuft.Core.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

public class CostingTests
{
    private readonly Family family = new();
    private readonly Dictionary<Guid, Outlay> outlays = [];
    private readonly Dictionary<Guid, decimal> worth = [];

    [Fact]
    public void Money_follows_the_mass_through_every_step()
    {
        TakeIn("raw", 2000, 40);
        Did(family.Step(StepKind.Wash, family.All("raw"), family.Out("clean", 1250), Family.Gone()), spent: 5);
        family.Step(StepKind.Card, family.Part("clean", 500), family.Out("batts", 480), Family.Loss(20));
        Assert.Equal(45, Cost("clean"));
        Assert.Equal(3.6m, Per100("clean")!.Value, 6);
        // 500 of 1250 g carry 18; they became 480 g.
        Assert.Equal(18, Cost("batts")!.Value, 6);
        Assert.Equal(3.75m, Per100("batts")!.Value, 6);
    }

    [Fact]
    public void Hours_count_only_where_the_workshop_counts_them()
    {
        TakeIn("raw", 1000, 10);
        Did(family.Step(StepKind.Skirt, family.All("raw"), family.Out("skirted", 900), Family.Loss(100)), minutes: 90);
        Assert.Equal(10, Cost("skirted"));
        Assert.Equal(25, Cost("skirted", hourlyRate: 10));
    }

    [Fact]
    public void Second_grade_is_a_credit_to_the_main_lot()
    {
        TakeIn("raw", 1000, 30);
        var noil = family.Out("noil", 200);
        worth[noil.Id] = 6;
        family.Step(StepKind.Comb, family.All("raw"), family.Out("top", 780), noil);
        Assert.Equal(24, Cost("top"));
        Assert.Equal(6, Cost("noil"));
    }

    [Fact]
    public void A_second_grade_worth_more_than_everything_leaves_the_main_lot_free()
    {
        TakeIn("raw", 1000, 4);
        var noil = family.Out("noil", 200);
        worth[noil.Id] = 6;
        family.Step(StepKind.Comb, family.All("raw"), family.Out("top", 780), noil);
        Assert.Equal(0, Cost("top"));
        Assert.Equal(4, Cost("noil"));
    }

    [Fact]
    public void A_fleece_without_a_price_leaves_everything_behind_it_without_one()
    {
        TakeIn("dear", 1000, 30);
        family.Step(StepKind.TakeIn, family.Out("unpriced", 1000));
        family.Step(StepKind.Join, family.All("dear"), family.All("unpriced"), family.Out("both", 2000));
        Assert.Null(Cost("both"));
        Assert.Equal(30, Cost("dear"));
    }

    [Fact]
    public void No_money_is_made_or_lost_on_the_way()
    {
        var random = new Random(3);
        for (var i = 0; i < 40; i++)
        {
            var entries = SimulatedShop.Family(random, 3 + random.Next(20)).Entries;
            var masses = MassSolver.Of(entries);
            var prices = entries.Where(e => e.Step == StepKind.TakeIn).ToDictionary(e => e.Id, _ => new Outlay(10, null));
            var costing = Costing.Of(entries, masses, prices, new Dictionary<Guid, decimal>(), null);
            var shares = TakenShares.Of(entries, masses);
            var lots = entries.SelectMany(e => e.Flows).Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value).ToArray();
            var taken = entries.SelectMany(e => e.Flows).Where(f => f.Role == FlowRole.In).ToLookup(f => f.LotId!.Value);
            // What was not taken is what is there.
            var there = lots.Sum(l => costing.Of(l) * (decimal?)(1 - taken[l].Sum(t => shares.Of(t))));
            if (lots.All(l => costing.Of(l) is not null) && lots.SelectMany(l => taken[l]).All(t => shares.Of(t) is not null))
            {
                Assert.Equal(10 * prices.Count, (double)there!.Value, 0.01 * prices.Count);
            }
        }
    }

    [Theory]
    [InlineData(120, 60, 120)]
    [InlineData(50, 100, 30)]
    public void A_pace_is_all_grams_over_all_hours(double grams, int minutes, double pace)
    {
        Assert.Equal(pace, Pace.Of([(grams, minutes)])!.GramsPerHour, 1e-9);
        Assert.Equal(pace, Pace.Of([(grams, minutes), (grams, minutes)])!.GramsPerHour, 1e-9);
        Assert.Null(Pace.Of([]));
        Assert.Equal(2, new Pace(30, 1).Hours(60));
    }

    private void TakeIn(string lot, double grams, decimal price) =>
        outlays[family.Step(StepKind.TakeIn, family.Out(lot, grams)).Id] = new Outlay(price, null);

    private void Did(Entry entry, decimal? spent = null, int? minutes = null) => outlays[entry.Id] = new Outlay(spent, minutes);

    private decimal? Cost(string lot, decimal? hourlyRate = null) => Reckoned(hourlyRate).Of(family[lot]);

    private decimal? Per100(string lot) => Reckoned(null).Per100Grams(family[lot], family.Settled);

    private Costing Reckoned(decimal? hourlyRate) => Costing.Of(family.Entries, family.Settled, outlays, worth, hourlyRate);
}
