using CsCheck;
using EarthyTuft.Core.Comparing;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Sampling;
using Xunit;

namespace EarthyTuft.Core.Tests.Comparing;

/// <summary>Ways beside one another: what differs beyond its doubt, what is as good, and what else differed.</summary>
public class ComparisonTests
{
    private static readonly DateTimeOffset Morning = new(2026, 5, 14, 8, 0, 0, TimeSpan.Zero);

    private static PreparedWay Way(
        LotForm form,
        double taken,
        double made,
        double? minutes,
        double doubt = 0.3,
        double rest = 0,
        string who = "Ada",
        int hours = 0
    ) =>
        new(
            [StepKind.Card],
            form,
            [Guid.NewGuid()],
            [Guid.NewGuid()],
            new Known(taken, doubt),
            new Known(made, doubt),
            rest,
            minutes,
            1,
            [who],
            Morning.AddHours(hours),
            Morning.AddHours(hours + 1)
        );

    private static Sample Spun(Draw draw, double grams, int minutes, double joins, double lumps, double wpi = 20) =>
        new(LotForm.Cloud, draw, wpi, 2, 25, "", []) { Spun = new Spun(grams, minutes, joins, lumps) };

    private static ComparedLine Line(Comparison comparison, ComparedBy by) => comparison.Lines.Single(l => l.By == by);

    [Fact]
    public void The_slower_road_is_named_with_what_it_buys()
    {
        var cloud = new ComparedWay(Way(LotForm.Cloud, 24, 23.4, 20), Spun: [SpunPart.Of(Spun(Draw.Long, 20, 90, 14, 22), "Ada")]);
        var punis = new ComparedWay(Way(LotForm.Puni, 24, 23.1, 75), Spun: [SpunPart.Of(Spun(Draw.Long, 20, 70, 5, 6), "Ada")]);
        var comparison = Comparison.Of([cloud, punis], 200, 0.1);
        Assert.Equal(1, comparison.Slowest);
        Assert.Equal([ComparedBy.Joins, ComparedBy.Lumps], comparison.Bought);
        Assert.Equal([Standing.Better, Standing.Worse], Line(comparison, ComparedBy.PreparingHours).Standings);
        // 14 joins against 5 are known to 3.7 and 2.2: twice their doubt is 8.7, and the difference is 9.
        Assert.Equal([Standing.Worse, Standing.Better], Line(comparison, ComparedBy.Joins).Standings);
        Assert.Empty(comparison.Otherwise);
        var whole = Line(comparison, ComparedBy.WholeHours).Values;
        Assert.Equal(20 / 60.0 / 23.4 * 100 + 90 / 60.0 / 20 * 100, whole[0]!.Value, 6);
        Assert.Equal(200 * (23.1 / 24) * whole[1]!.Value / 100, Line(comparison, ComparedBy.HoursForTheRest).Values[1]!.Value, 6);
    }

    [Fact]
    public void What_is_within_its_doubt_is_no_difference()
    {
        var comparison = Comparison.Of([new(Way(LotForm.Cloud, 24, 23.4, 60)), new(Way(LotForm.Puni, 24, 23.2, 62))], null, 1);
        Assert.True(comparison.IsEven);
        Assert.Null(comparison.Slowest);
        Assert.Empty(comparison.Bought);
        Assert.All(comparison.Lines, l => Assert.All(l.Standings, s => Assert.Equal(Standing.AsGood, s)));
        Assert.DoesNotContain(comparison.Lines, l => l.By is ComparedBy.Neps or ComparedBy.WholeHours or ComparedBy.HoursForTheRest);
    }

    [Fact]
    public void Evenness_is_compared_of_one_kind_of_yarn_and_not_across_kinds()
    {
        static ILookup<LotForm, WrapsReading> Read(params (LotForm Form, string Wraps)[] read) =>
            read.ToLookup(r => r.Form, r => WrapsReading.Read(r.Wraps, "wraps").Value);
        const string uneven = "12 16 11 17 14 13 18 12",
            even = "14 14 15 14 14 13 14 14",
            one = "14";
        var cloud = Way(LotForm.Cloud, 24, 23.4, 20);
        var punis = Way(LotForm.Puni, 24, 23.1, 75);
        var comparison = Comparison.Of(
            [
                new(cloud, Wraps: Read((LotForm.Yarn, uneven), (LotForm.Yarn, one))),
                new(punis, Wraps: Read((LotForm.Yarn, even), (LotForm.Singles, uneven))),
            ],
            null,
            0.1
        );
        Assert.Equal([Standing.Worse, Standing.Better], Line(comparison, ComparedBy.UnevenYarn).Standings);
        Assert.Equal([Standing.NotKnown, Standing.AsGood], Line(comparison, ComparedBy.UnevenSingles).Standings);
        Assert.DoesNotContain(comparison.Lines, l => l.By == ComparedBy.UnevenPlied);
        Assert.Equal(0.183, Line(comparison, ComparedBy.UnevenYarn).Values[0]!.Value, 3);
        Assert.Equal([ComparedBy.UnevenYarn], comparison.Bought);
        // What stands with the sample counts where no skein was read.
        Sample Places(string wraps) =>
            new(LotForm.Cloud, null, null, null, null, "", [])
            {
                Spun = new Spun(null, null, null, null, WrapsReading.Read(wraps, "wraps").Value),
            };
        comparison = Comparison.Of(
            [new(cloud, Spun: [SpunPart.Of(Places(uneven), "Ada")]), new(punis, Spun: [SpunPart.Of(Places(even), "Ada")])],
            null,
            0.1
        );
        Assert.Equal([Standing.Worse, Standing.Better], Line(comparison, ComparedBy.UnevenYarn).Standings);
    }

    [Fact]
    public void What_differed_besides_is_told()
    {
        var comparison = Comparison.Of(
            [
                new(Way(LotForm.Cloud, 5, 4.9, 9, who: "Ada"), Spun: [SpunPart.Of(Spun(Draw.Long, 4, 30, 3, 3, wpi: 14), "Ada")]),
                new(
                    Way(LotForm.Top, 400, 330, 500, who: "Bea", hours: 48),
                    Spun: [SpunPart.Of(Spun(Draw.Short, 4, 30, 3, 3, wpi: 22), "Bea")]
                ),
            ],
            null,
            1
        );
        Assert.Equal(
            [Otherwise.Draw, Otherwise.Thickness, Otherwise.Spinner, Otherwise.Preparer, Otherwise.Day, Otherwise.Amount],
            comparison.Otherwise
        );
        Assert.Empty(Comparison.Of([new(Way(LotForm.Cloud, 5, 4.9, 9))], null, 1).Otherwise);
    }

    [Fact]
    public void All_that_was_spun_counts_and_not_the_newest_sample_alone()
    {
        SpunPart Bobbin(double grams, double minutes, double metres, double joins, double neps) =>
            new("Ada")
            {
                Draw = Draw.Short,
                Grams = grams,
                Minutes = minutes,
                Metres = metres,
                Joins = new CountedIn(joins, metres),
                Lumps = new CountedIn(neps, metres),
            };
        var batt = Way(LotForm.Batt, 100, 96, 60);
        ComparedWay strips = new(batt, CostPer100Grams: 4, Spun: [Bobbin(20, 60, 240, 24, 12), Bobbin(30, 80, 330, 30, 21)])
        {
            Holding = Holding.Strips,
            YarnTex = 200,
            TakeUp = new Known(0.04, 0.01),
        };
        ComparedWay fold = new(batt, CostPer100Grams: 4, Spun: [Bobbin(22, 50, 240, 8, 60)])
        {
            Holding = Holding.FromTheFold,
            YarnTex = 250,
        };
        var comparison = Comparison.Of([strips, fold], null, 0.1, new WantedYarn(null, 1000));
        var joins = Line(comparison, ComparedBy.Joins);
        Assert.Equal(54 / 570.0 * 10, joins.Values[0]!.Value, 9);
        Assert.Equal(Math.Sqrt(54) / 570 * 10, joins.Values[0]!.Doubt, 9);
        Assert.Equal([Standing.Worse, Standing.Better], joins.Standings);
        Assert.Equal([Standing.Better, Standing.Worse], Line(comparison, ComparedBy.Lumps).Standings);
        Assert.Equal(570 / 140.0 * 60, Line(comparison, ComparedBy.MetresPerHour).Values[0]!.Value, 9);
        Assert.Equal(140 / 60.0 / 50 * 100, Line(comparison, ComparedBy.SpinningHours).Values[0]!.Value, 9);
        // More take-up is neither better nor worse, and nobody measured the other.
        Assert.Equal([Standing.AsGood, Standing.NotKnown], Line(comparison, ComparedBy.TakeUp).Standings);
        // 1 000 m of 200 tex are 200 g of yarn; a little falls to the floor in spinning, four of a hundred in carding.
        Assert.Equal(200 / 0.97 / 0.96, Line(comparison, ComparedBy.GramsForWanted).Values[0]!.Value, 1);
        Assert.Equal(
            250 / 200.0,
            Line(comparison, ComparedBy.GramsForWanted).Values[1]!.Value / Line(comparison, ComparedBy.GramsForWanted).Values[0]!.Value,
            9
        );
        Assert.Equal(4 * 200 / 0.97 / 100, Line(comparison, ComparedBy.CostForWanted).Values[0]!.Value, 2);
        Assert.Equal(
            (200 / 0.97 * batt.HoursPer100Grams!.Value / 100) + (200 * 140 / 60.0 / 50),
            Line(comparison, ComparedBy.HoursForWanted).Values[0]!.Value,
            2
        );
        // One batt: neither day, nor amount, nor who prepared it differs.
        Assert.Empty(comparison.Otherwise);
        Assert.DoesNotContain(Comparison.Of([strips, fold], null, 0.1).Lines, l => l.By == ComparedBy.GramsForWanted);
    }

    [Fact]
    public void Of_what_was_not_measured_everywhere_nothing_is_said()
    {
        var quick = new ComparedWay(Way(LotForm.Cloud, 24, 23.4, 20), new Known(3, 0.5));
        var slow = new ComparedWay(Way(LotForm.Puni, 24, 23.1, 75));
        Assert.Equal([ComparedBy.Yield], Comparison.Of([quick, slow], null, 0.1).Measured);
        Assert.Equal(
            [ComparedBy.Yield, ComparedBy.Neps],
            Comparison.Of([quick, slow with { Neps = new Known(2.8, 0.5) }], null, 0.1).Measured
        );
    }

    /// <summary>Nobody is better and worse at once, the best is never worse, and the order of the ways changes nothing.</summary>
    [Fact]
    public void Standings_hold_together() =>
        Gen.Select(Gen.Double[4, 400], Gen.Double[0.5, 0.99], Gen.Double[5, 600], Gen.Double[0.05, 3])
            .Array[1, 5]
            .Sample(ways =>
            {
                ComparedWay[] all = [.. ways.Select(w => new ComparedWay(Way(LotForm.Batt, w.Item1, w.Item1 * w.Item2, w.Item3, w.Item4)))];
                var comparison = Comparison.Of(all, 100, 1);
                var turned = Comparison.Of([.. all.Reverse()], 100, 1);
                foreach (var (line, back) in comparison.Lines.Zip(turned.Lines))
                {
                    Assert.Equal(line.Standings, back.Standings.Reverse());
                    Assert.Equal(line.Standings.Contains(Standing.Worse), line.Standings.Contains(Standing.Better));
                    var more = line.By is ComparedBy.Yield or ComparedBy.GramsPerHour;
                    var best = Enumerable.Range(0, all.Length).MaxBy(i => more ? line.Values[i]!.Value : -line.Values[i]!.Value);
                    Assert.NotEqual(Standing.Worse, line.Standings[best]);
                }

                Assert.All(all, w => Assert.True(w.Way!.Yield.Value is > 0 and < 1));
            });
}
