using CsCheck;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

public class WeighingTests
{
    private static readonly Nature Clean = new(Fibre.Wool, Preparation.Carded, null);
    private static readonly DateOnly Monday = new(2026, 5, 11);

    private static Weighing Of(
        double grams,
        WeighingState state = WeighingState.Rested,
        double? humidity = 65,
        double step = 1,
        DateOnly? day = null
    ) => new(Guid.CreateVersion7(), Mass.FromGrams(grams), state, humidity, Mass.FromGrams(step), day ?? Monday);

    [Fact]
    public void Uncertainty_has_three_terms()
    {
        var w = ReferenceWeighing.Of(Of(1000, humidity: 50, step: 5), Clean)!;
        const double s = 1.145 / 1.116;
        Assert.Equal(1000 * s, w.Grams, 0.5e-9);
        Assert.Equal(s * s * ((25.0 / 12) + 1), w.OwnVariance, 0.5e-9);
        Assert.Equal(s * 1000 * 0.010 / 1.116, w.Shared, 0.5e-9);
    }

    [Fact]
    public void Unread_humidity_is_taken_as_65_and_doubts_more()
    {
        var unread = ReferenceWeighing.Of(Of(1000, humidity: null), Clean)!;
        Assert.Equal(1000, unread.Grams, 0.5e-9);
        Assert.Equal(2 * ReferenceWeighing.Of(Of(1000), Clean)!.Shared, unread.Shared, 0.5e-9);
    }

    [Fact]
    public void In_the_grease_only_the_clean_part_takes_up_water()
    {
        var greasy = Nature.Of(Fibre.Wool, LotForm.Raw, new Span(0.5, 0.7));
        var w = ReferenceWeighing.Of(Of(1000, humidity: 80), greasy)!;
        const double s = 1.145 / 1.188;
        Assert.Equal(1000 * (1 + (0.6 * (s - 1))), w.Grams, 0.5e-9);
        Assert.True(w.OwnVariance > ReferenceWeighing.Of(Of(1000, humidity: 80), Clean)!.OwnVariance);
    }

    [Fact]
    public void Damp_tells_nothing_warm_is_dry_and_sold_is_at_the_allowance()
    {
        Assert.Null(ReferenceWeighing.Of(Of(1000, WeighingState.Damp), Clean));
        Assert.Equal(1000 * 1.145 / 1.08, ReferenceWeighing.Of(Of(1000, WeighingState.Warm), Clean)!.Grams, 0.5e-9);
        Assert.Equal(1000 * 1.145 / 1.17, ReferenceWeighing.Of(Of(1000, WeighingState.AsSold), Clean)!.Grams, 0.5e-9);
        Assert.Equal(
            1000 * 1.145 / 1.1825,
            ReferenceWeighing.Of(Of(1000, WeighingState.AsSold), Nature.Of(Fibre.Wool, LotForm.Top, new(1, 1)))!.Grams,
            0.5e-9
        );
    }

    [Fact]
    public void Dirt_and_fibre_without_a_curve_count_at_their_weight()
    {
        Assert.Equal(100, ReferenceWeighing.Of(Of(100, humidity: 20), Nature.Inert)!.Grams);
        var nylon = ReferenceWeighing.Of(Of(100, humidity: 20), new Nature(Fibre.Nylon, Preparation.Carded, null))!;
        Assert.Equal((100, 0), (nylon.Grams, nylon.Shared));
        Assert.Equal(Nature.Inert, Nature.OfLoss(LossKind.DirtAndSand, Clean));
        Assert.Equal(Clean, Nature.OfLoss(LossKind.Noil, Clean));
    }

    [Fact]
    public void The_rooms_error_is_shared_within_a_sitting_and_not_between_sittings()
    {
        LinearForm On(DateOnly day) => LinearForm.Of(ReferenceWeighing.Of(Of(2000, humidity: null, day: day), Clean)!);
        var sameDay = (On(Monday) - On(Monday)).Estimate.Sigma;
        var otherDay = (On(Monday) - On(Monday.AddDays(1))).Estimate.Sigma;
        Assert.InRange(sameDay, 2.8, 2.9);
        Assert.InRange(otherDay, 49, 50);
    }

    [Fact]
    public void Variance_is_a_V_a() =>
        Gen.Select(Gen.Double[1, 3000].Array[1, 6], Gen.Int[0, 1].Array[6], Gen.Int[0, 2].Array[6])
            .Sample(
                (grams, signs, days) =>
                {
                    var weighings = grams.Select((g, i) => ReferenceWeighing.Of(Of(g, day: Monday.AddDays(days[i])), Clean)!).ToArray();
                    var a = weighings.Select((_, i) => signs[i] == 0 ? 1.0 : -1.0).ToArray();
                    var form = weighings
                        .Select((w, i) => (w, i))
                        .Aggregate(LinearForm.Nothing, (f, p) => a[p.i] > 0 ? f + LinearForm.Of(p.w) : f - LinearForm.Of(p.w));
                    var expected = 0.0;
                    for (var i = 0; i < a.Length; i++)
                    {
                        for (var j = 0; j < a.Length; j++)
                        {
                            var own = i == j ? weighings[i].OwnVariance : 0;
                            var shared = weighings[i].Session == weighings[j].Session ? weighings[i].Shared * weighings[j].Shared : 0;
                            expected += a[i] * a[j] * (own + shared);
                        }
                    }

                    Assert.Equal(1, (form.Variance + 1) / (expected + 1), 0.5e-9);
                }
            );

    [Fact]
    public void A_weighing_on_both_sides_cancels()
    {
        var w = LinearForm.Of(ReferenceWeighing.Of(Of(500), Clean)!);
        Assert.Empty((w - w).Terms);
        Assert.Equal(2, (w + w).Terms.Single().Factor);
    }
}
