using CsCheck;
using EarthyTuft.Core.Scouring;
using Xunit;

namespace EarthyTuft.Core.Tests.Scouring;

/// <summary>The worked figures of docs/craft.md, section 6, and the edges.</summary>
public class BathTests
{
    [Fact]
    public void A_tub_takes_warmth_by_its_weight_and_what_it_is_made_of()
    {
        Assert.Equal(0.8, TubWarmth.LitresEquivalent(30, null, TubMaterial.Steel).Value, 0.5e-9);
        Assert.Equal(6 * 0.49 / 4.186, TubWarmth.LitresEquivalent(30, 6, TubMaterial.Steel).Value, 0.5e-9);
        // So much of the bath's warmth goes into six kilograms of steel as into that much water.
        Assert.Equal(
            (20 * 4.186 * 60 + 6 * 0.49 * 15) / (20 * 4.186 + 6 * 0.49),
            BathWater.Settled(20, 60, 0, 15, TubWarmth.LitresEquivalent(30, 6, TubMaterial.Steel).Value),
            9
        );
        Assert.All(Enum.GetValues<TubMaterial>(), m => Assert.InRange(TubWarmth.HeatOf(m), 0.3, 2));
        Assert.Equal("emptyKilograms", Assert.Single(TubWarmth.LitresEquivalent(30, 0, TubMaterial.Zinc).Refusals).Field);
    }

    [Fact]
    public void Hot_and_cold_make_the_bath()
    {
        var mix = BathWater.ReckonMix(new(20, 60, 98, 48)).Value;
        Assert.Equal(4.8, mix.HotLitres, 0.5e-9);
        Assert.Equal(15.2, mix.ColdLitres, 0.5e-9);
        Assert.Equal(new BathMixOutput(20, 0), BathWater.ReckonMix(new(20, 40, 40, 40)).Value);
        Assert.Equal(new BathMixOutput(0, 20), BathWater.ReckonMix(new(20, 12, 60, 12)).Value);
    }

    [Theory]
    [InlineData(20, 60, 55, 12, "targetCelsius", "cannot-be-reached")]
    [InlineData(20, 10, 55, 12, "targetCelsius", "cannot-be-reached")]
    [InlineData(20, 20, 12, 55, "hotCelsius", "cannot-be-reached")]
    [InlineData(20, 60, 101, 12, "hotCelsius", "out-of-range")]
    [InlineData(20, 60, 98, -1, "coldCelsius", "out-of-range")]
    [InlineData(0, 60, 98, 12, "litres", "out-of-range")]
    [InlineData(double.NaN, 60, 98, 12, "litres", "out-of-range")]
    public void What_cannot_be_mixed_is_refused(double litres, double target, double hot, double cold, string field, string code) =>
        Assert.Contains(BathWater.ReckonMix(new(litres, target, hot, cold)).Refusals, r => r.Field == field && r.Code == code);

    [Fact]
    public void Fleece_and_tub_take_their_warmth()
    {
        var settle = BathWater.ReckonSettle(new(20, 60, 600, 15, 0.8)).Value;
        Assert.Equal(57.87, settle.SettledCelsius, 0.5e-2);
        Assert.Equal(62.24, settle.PourCelsius, 0.5e-2);
        Assert.False(settle.Scalds);
        // Poured as told, it settles as wanted.
        Assert.Equal(60, BathWater.ReckonSettle(new(20, settle.PourCelsius, 600, 15, 0.8)).Value.SettledCelsius, 0.5e-9);
    }

    [Fact]
    public void A_pour_above_ninety_is_warned_of_and_above_boiling_refused()
    {
        Assert.True(BathWater.ReckonSettle(new(10, 88, 1000, 15, 0.5)).Value.Scalds);
        Assert.Equal("too-hot-to-pour", Assert.Single(BathWater.ReckonSettle(new(2, 95, 2000, 10, 1)).Refusals).Code);
        Assert.True(BathWater.ReckonSettle(new(0, 60, 600, 15, 0.8)).IsRefused);
        Assert.True(BathWater.ReckonSettle(new(20, 60, -1, 15, 0.8)).IsRefused);
    }

    [Fact]
    public void A_bath_reaches_its_floor()
    {
        var cooling = Cooling.Reckon(new(62, 14, 57.4, 12, 45)).Value;
        Assert.Equal(0.008395, cooling.RatePerMinute, 0.5e-6);
        Assert.Equal(52.1, cooling.MinutesToFloor!.Value, 0.5e-1);
        Assert.Null(Cooling.Reckon(new(62, 14, 57.4, 12, 14)).Value.MinutesToFloor);
        Assert.Equal(0, Cooling.Reckon(new(62, 14, 57.4, 12, 62)).Value.MinutesToFloor);
    }

    [Theory]
    [InlineData(57.4, 14, 62, 12, "laterCelsius")]
    [InlineData(62, 58, 57.4, 12, "airCelsius")]
    [InlineData(62, 14, 57.4, 0, "minutesBetween")]
    [InlineData(double.PositiveInfinity, 14, 57.4, 12, "startCelsius")]
    public void A_bath_that_does_not_cool_is_refused(double start, double air, double later, double minutes, string field) =>
        Assert.Contains(Cooling.Reckon(new(start, air, later, minutes, 45)).Refusals, r => r.Field == field);

    [Theory]
    [InlineData(2300, 30, 25, 2, 1150, 28.75)]
    [InlineData(1200, 30, 25, 1, 1200, 30)]
    [InlineData(1200.1, 30, 25, 2, 600.05, 15.00125)]
    [InlineData(0, 30, 25, 1, 0, 0)]
    public void A_fleece_is_shared_out_over_a_tub(double grams, double tub, double perKilogram, int batches, double each, double litres)
    {
        var output = ScourBatches.Reckon(new(grams, tub, perKilogram)).Value;
        Assert.Equal(batches, output.Batches);
        Assert.Equal(each, output.GramsPerBatch, 0.5e-6);
        Assert.Equal(litres, output.LitresPerBath, 0.5e-6);
    }

    [Fact]
    public void No_batch_is_above_what_the_tub_holds() =>
        Gen.Select(Gen.Double[1, 20_000], Gen.Double[1, 120], Gen.Double[5, 60])
            .Sample(
                (grams, tub, perKilogram) =>
                {
                    var batches = ScourBatches.Of(grams, tub, perKilogram);
                    Assert.True(batches.Litres <= tub * (1 + 1e-8));
                    Assert.Equal(grams, batches.Grams * batches.Count, 0.5e-6);
                }
            );

    [Fact]
    public void Heat_is_what_the_water_takes() => Assert.Equal(1.116, BathWater.KilowattHours(20, 60, 12), 0.5e-3);

    [Fact]
    public void A_tub_is_known_by_its_own_baths()
    {
        Assert.Equal(TubRate.Typical, TubRate.Of([]));
        var once = TubRate.Of([0.012]);
        var often = TubRate.Of([0.012, 0.0121, 0.0119, 0.012, 0.0122]);
        Assert.InRange(once.PerMinute, 0.010, 0.012);
        Assert.InRange(often.PerMinute, 0.0115, 0.0121);
        Assert.True(often.LogRate.Deviation < once.LogRate.Deviation);
        Assert.True(once.LogRate.Deviation < TubRate.Typical.LogRate.Deviation);
        Assert.Equal(5, often.Baths);
        Assert.True(TubRate.Of([.. Enumerable.Repeat(0.01, 400)]).LogRate.Deviation >= 0.08);
    }

    [Fact]
    public void Open_water_cools_as_worked_in_the_handbook()
    {
        var open = new WaterCooling(60, 18, 0.004, 400, 0.6);
        Assert.Equal(53.18, open.At(20), 0.005);
        Assert.Equal(53.9, open.MinutesTo(45)!.Value, 0.05);
        // An exponential through the same twenty minutes says too early.
        Assert.Equal(49.9, new Cooling(60, 18, Cooling.Rate(60, open.At(20), 18, 20)).MinutesTo(45)!.Value, 0.1);
    }

    [Fact]
    public void Without_evaporation_open_water_is_an_exponential()
    {
        var random = new Random(7);
        for (var i = 0; i < 300; i++)
        {
            double start = 20 + 70 * random.NextDouble(),
                air = -5 + 40 * random.NextDouble(),
                rate = 0.002 + 0.03 * random.NextDouble(),
                minutes = 90 * random.NextDouble();
            var (water, plain) = (new WaterCooling(start, air, rate, 0), new Cooling(start, air, rate));
            Assert.Equal(plain.At(minutes), water.At(minutes), 0.06);
            var floor = air + (start - air) * (0.2 + 0.7 * random.NextDouble());
            if (start > air + 2)
            {
                Assert.Equal(plain.MinutesTo(floor)!.Value, water.MinutesTo(floor)!.Value, 1e-3 / rate);
                Assert.Null(water.MinutesTo(air - 1));
            }
        }
    }

    [Fact]
    public void More_evaporation_is_sooner_at_the_floor_and_colder_at_rest()
    {
        double[] floors = [.. new double[] { 0, 50, 100, 350, 800 }.Select(b => new WaterCooling(60, 16, 0.004, b).MinutesTo(45)!.Value)];
        Assert.Equal(floors.OrderDescending(), floors);
        Assert.InRange(new WaterCooling(60, 16, 0.004, 350).At(5000), 10, 15);
        Assert.Equal(0, new WaterCooling(44, 16, 0.004, 350).MinutesTo(45));
        // Poured colder than the room it warms, and stays.
        Assert.InRange(new WaterCooling(5, 16, 0.004, 100).At(600), 10, 16);
    }

    [Fact]
    public void A_lid_is_known_and_a_tub_learns_its_evaporation()
    {
        Assert.Equal(TubRate.TypicalCovered, TubRate.Of([], covered: true));
        Assert.True(TubRate.TypicalCovered.Evaporation < TubRate.Typical.Evaporation);
        var learned = TubRate.Of([0.009, 0.0092, 0.0088], [600, 640, 580]);
        Assert.InRange(learned.Evaporation, 450, 620);
        Assert.True(learned.LogEvaporation.Deviation < TubRate.Typical.LogEvaporation.Deviation);
        Assert.Equal(0.009, learned.PerMinute, 0.0005);
    }
}
