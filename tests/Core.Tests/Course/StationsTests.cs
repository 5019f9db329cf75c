using CsCheck;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using Xunit;

namespace EarthyTuft.Core.Tests.Course;

/// <summary>What the stations promise each other: no lot is left standing, and none waits where it is not taken.</summary>
public class StationsTests
{
    private static readonly IReadOnlyList<StepDefinition> All = [.. Stations.InOrder, .. Stations.Elsewhere];

    public static TheoryData<StepKind> Steps() => new(All.Select(d => d.Kind));

    [Fact]
    public void Where_a_lot_waits_it_is_taken() => Gen.Select(Gen.Enum<LotForm>(), Gen.Enum<Fibre>(), Pick.Maybe(Gen.Double[5, 400]), Pick.Maybe(Gen.Enum<StepKind>()))
        .Sample((form, fibre, staple, madeBy) =>
        {
            if (Stations.Next(form, madeBy, staple, null, fibre) is not { } next)
            {
                return;
            }

            Assert.True(Stations.Of(next).CanTake(form, fibre), $"{form} of {fibre} waits at {next}");
            Assert.Equal(next, Stations.Open(form, fibre, next)[0]);
        });

    [Fact]
    public void Whatever_comes_in_at_the_door_is_prepared_in_the_end() => Gen.Select(Gen.Enum<Fibre>(), Pick.Maybe(Gen.Double[5, 400])).Sample((fibre, staple) =>
    {
        var form = LotForm.Raw;
        StepKind? madeBy = StepKind.TakeIn;
        List<StepKind> way = [];
        while (Stations.Next(form, madeBy, staple, null, fibre) is { } next)
        {
            Assert.DoesNotContain(next, way);
            way.Add(next);
            (form, madeBy) = (Stations.Of(next).Gives[0], next);
        }

        Assert.NotEmpty(way);
        Assert.Equal(way, way.OrderBy(k => All.Select(d => d.Kind).ToList().IndexOf(k)));
    });

    [Fact]
    public void Seed_cotton_is_never_sent_to_the_bath_and_wool_never_to_the_gin()
    {
        Assert.Equal([StepKind.Gin, StepKind.Card], Way(Fibre.Cotton, 26));
        Assert.Equal([StepKind.PartCaps], Way(Fibre.Silk, 300));
        Assert.Equal([StepKind.Skirt, StepKind.Wash, StepKind.Dry, StepKind.Card], Way(Fibre.Wool, 90));
        Assert.Equal([StepKind.Skirt, StepKind.Wash, StepKind.Dry, StepKind.Comb], Way(Fibre.Mohair, 150));
    }

    [Theory]
    [MemberData(nameof(Steps))]
    public void Every_station_says_what_can_hurt_and_who_has_the_last_word(StepKind step)
    {
        var caution = Stations.Of(step).Caution;
        Assert.All(new[] { caution.Hazard, caution.Care, caution.DefersTo }, s => Assert.Matches("^[A-Z].{10,}[.]$", s));
        Assert.Matches("first|doctor|advice|rules|sheet", caution.DefersTo);
    }

    [Theory]
    [MemberData(nameof(Steps))]
    public void What_a_station_says_of_itself_agrees(StepKind step)
    {
        var d = Stations.Of(step);
        Assert.NotEmpty(d.Takes);
        Assert.NotEmpty(d.Gives);
        Assert.Equal(d.UsualLosses.Count, d.UsualLosses.Distinct().Count());
        if (d.ByDifference is { } loss)
        {
            Assert.True(d.MayFindByDifference);
            Assert.Equal(loss, d.UsualLosses[0]);
        }

        foreach (var of in Enum.GetValues<FleeceClass>().Select(c => (FleeceClass?)c).Append(null))
        {
            if (Stations.Typical(step, of) is { } kept)
            {
                Assert.InRange(kept.Low, 0.2, kept.High);
                Assert.InRange(kept.High, kept.Low, 1);
            }
        }

        // What keeps its form can take whatever it gives, and needs no order among its outputs.
        if (d.KeepsForm)
        {
            Assert.Equal(d.Takes.Order(), d.Gives.Order());
        }
    }

    [Fact]
    public void Only_steps_that_make_lots_from_lots_are_described()
    {
        Assert.Equal(All.Count, All.Select(d => d.Kind).Distinct().Count());
        Assert.Null(Stations.Find(StepKind.TakeIn));
        Assert.Null(Stations.Find(StepKind.Recount));
        Assert.Throws<ArgumentOutOfRangeException>(() => Stations.Of(StepKind.Sell));
    }

    private static List<StepKind> Way(Fibre fibre, double staple)
    {
        List<StepKind> way = [];
        var form = LotForm.Raw;
        while (Stations.Next(form, null, staple, null, fibre) is { } next)
        {
            way.Add(next);
            form = Stations.Of(next).Gives[0];
        }

        return way;
    }
}
