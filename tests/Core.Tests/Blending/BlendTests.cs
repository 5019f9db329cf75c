using CsCheck;
using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Yarns;
using Xunit;

namespace EarthyTuft.Core.Tests.Blending;

/// <summary>Weighing out a blend, and the sums beside it: loads and how far to draw out.</summary>
public class BlendTests
{
    private static BlendInput Of(double total, double most, double step, params BlendComponent[] components) =>
        new(total, most, step, components);

    private static string[] Refused<T>(Result<T> result) => [.. result.Refusals.Select(r => $"{r.Field} {r.Code}")];

    [Fact]
    public void Two_per_cent_of_a_batt_cannot_be_weighed_to_the_gram()
    {
        var blend = Blend
            .Reckon(
                Of(
                    1200,
                    50,
                    1,
                    new("wool", 40, Fibre.Wool),
                    new("alpaca", 38, Fibre.Alpaca),
                    new("silk", 20, Fibre.Silk),
                    new("sparkle", 2)
                )
            )
            .Value;
        Assert.Equal((24, 50.0), (blend.Loads, blend.GramsPerLoad));
        Assert.Equal([20.0, 19.0, 10.0, 1.0], blend.Components.Select(c => Math.Round(c.GramsPerLoad, 9)));
        Assert.Equal(50, blend.Components[3].WorstErrorPercent, 1e-9);
        Assert.Equal(24, blend.Components[3].TotalGrams, 1e-9);
        // Of the sparkle nobody knows a regain.
        Assert.Null(blend.MeanRegainPercent);
        Assert.Equal(83.3, Math.Round(Blend.WorstErrorPercent(0.6, 1), 1));
    }

    [Fact]
    public void Wool_and_silk_have_a_regain_fineness_and_price_between_them()
    {
        var blend = Blend.Reckon(Of(100, 100, 0.1, new("wool", 60, Fibre.Wool, 24, 3), new("silk", 40, Fibre.Silk, 12, 9))).Value;
        // Shares of rested mass at 65 %: 60 / 1.145 and 40 / 1.10 oven-dry.
        var (wool, silk) = (60 / 1.145, 40 / 1.10);
        Assert.Equal(100 * (wool * 0.145 + silk * 0.10) / (wool + silk), blend.MeanRegainPercent!.Value, 1e-9);
        Assert.Equal((19.2, 5.4), (Math.Round(blend.MeanMicron!.Value, 9), Math.Round(blend.PricePer100Grams!.Value, 9)));
        Assert.Null(
            Blend.Reckon(Of(100, 100, 0.1, new("wool", 60, Fibre.Wool, 24), new("nylon", 40, Fibre.Nylon, 20))).Value.MeanRegainPercent
        );
    }

    [Fact]
    public void What_is_weighed_out_is_all_of_it() =>
        Gen.Select(Gen.Double[1, 9000], Gen.Double[1, 500], Gen.Double[0.01, 5], Gen.Double[0.5, 10].Array[1, 12])
            .Sample(
                (total, most, step, parts) =>
                {
                    var whole = parts.Sum();
                    var blend = Blend
                        .Reckon(Of(total, most, step, [.. parts.Select((p, i) => new BlendComponent($"{i}", 100 * p / whole))]))
                        .Value;
                    Assert.Equal(total, blend.Components.Sum(c => c.TotalGrams), total * 1e-9);
                    Assert.Equal(blend.GramsPerLoad, blend.Components.Sum(c => c.GramsPerLoad), total * 1e-9);
                    Assert.True(blend.GramsPerLoad <= most * (1 + 1e-6));
                    Assert.Equal(total, blend.Loads * blend.GramsPerLoad, total * 1e-9);
                }
            );

    [Fact]
    public void What_cannot_be_is_refused_by_name()
    {
        BlendComponent[] thirteen = [.. Enumerable.Range(0, 13).Select(i => new BlendComponent($"{i}", 100.0 / 13))];
        Assert.Equal(["components nothing-taken"], Refused(Blend.Reckon(Of(100, 50, 1))));
        Assert.Equal(["components too-many"], Refused(Blend.Reckon(Of(100, 50, 1, thirteen))));
        Assert.Equal(["components[0].sharePercent out-of-range"], Refused(Blend.Reckon(Of(100, 50, 1, new("a", 0), new("b", 100)))));
        Assert.Equal(["components[0].sharePercent out-of-range"], Refused(Blend.Reckon(Of(100, 50, 1, new BlendComponent("a", 101)))));
        Assert.Equal(
            ["totalGrams out-of-range", "scaleStepGrams out-of-range"],
            Refused(Blend.Reckon(Of(0, 50, double.NaN, new BlendComponent("a", 100))))
        );
        Assert.Equal(["components[0].micron out-of-range"], Refused(Blend.Reckon(Of(10, 50, 1, new BlendComponent("a", 100, null, 0)))));
        var missed = Blend.Reckon(Of(100, 50, 1, new("a", 60), new("b", 38.5)));
        Assert.Equal(["components not-a-hundred"], Refused(missed));
        Assert.Contains("98.5 %: 1.5 % are missing", missed.Refusals[0].Reason);
        Assert.False(Blend.Reckon(Of(100, 50, 1, new("a", 33.333), new("b", 33.333), new("c", 33.334))).IsRefused);
        Assert.Contains("are too many", Blend.Reckon(Of(100, 50, 1, new("a", 60), new("b", 41))).Refusals[0].Reason);
    }

    [Fact]
    public void Loads_and_drafts_are_sums_of_their_own()
    {
        var loads = LoadsReckoning.Reckon(new(430, 50)).Value;
        Assert.Equal((9, 47.8), (loads.Loads, Math.Round(loads.GramsPerLoad, 1)));
        Assert.Equal(["grams out-of-range", "mostPerLoadGrams out-of-range"], Refused(LoadsReckoning.Reckon(new(0, -1))));
        Assert.Equal(["mostPerLoadGrams out-of-range"], Refused(LoadsReckoning.Reckon(new(1e9, 1e-3))));
        Assert.Equal(25, Draft.Reckon(new(5, 200)).Value.Draft, 1e-9);
        Assert.Equal(["yarnTex out-of-range"], Refused(Draft.Reckon(new(5, 0))));
    }
}
