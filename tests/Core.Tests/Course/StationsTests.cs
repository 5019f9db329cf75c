using CsCheck;
using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Routing;
using EarthyTuft.Core.Stations;
using Xunit;

namespace EarthyTuft.Core.Tests.Course;

/// <summary>What the stations promise each other: no lot is left standing, and none waits where it is not taken.</summary>
public class StationsTests
{
    private static readonly IReadOnlyList<Station> All = AllStations.InOrder;

    public static TheoryData<StepKind> Steps() => new(All.Select(d => d.Kind));

    [Theory]
    [InlineData(null, StepKind.Card)]
    [InlineData(0.0, StepKind.Card)]
    [InlineData(0.1, StepKind.Comb)]
    public void Combing_begins_where_carding_ends(double? beyond, StepKind next) =>
        Assert.Equal(next, Waiting.At(LotForm.Clean, StepKind.Dry, CardingStation.LongestMillimetres + beyond));

    [Fact]
    public void A_lot_has_come_as_far_as_what_finished_it()
    {
        Assert.All(All, s => Assert.All(s.Finishes, f => Assert.Equal(s.Stage, Waiting.Reached(f, s.Kind))));
        Assert.All(Enum.GetValues<LotForm>(), f =>
            Assert.All(Enum.GetValues<StepKind>(), k => Assert.InRange(Waiting.Reached(f, k), 0, 90))
        );
        Assert.Equal(20, Waiting.Reached(LotForm.Skirted, StepKind.Divide));
        Assert.Equal(10, Waiting.Reached(LotForm.Skirted, StepKind.Join));
        Assert.Equal(30, Waiting.Reached(LotForm.Skirted, StepKind.Open));
    }

    [Fact]
    public void Every_station_is_complete() => Assert.All(All, s =>
        {
            Assert.Contains(s.UsualState, s.States);
            Assert.NotEmpty(s.Takes);
            Assert.NotEmpty(s.Gives);
            Assert.True(s.ByDifference is null || s.MayFindByDifference);
            Assert.True(s.UsualOutputs >= 1);
            Assert.True(s.Finishes.Count == 0 || s.Stage is not null);
        });

    [Fact]
    public void Where_a_lot_waits_it_is_taken() =>
        Gen.Select(Gen.Enum<LotForm>(), Gen.Enum<Fibre>(), Pick.Maybe(Gen.Double[5, 400]), Pick.Maybe(Gen.Enum<StepKind>()))
            .Sample(
                (form, fibre, staple, madeBy) =>
                {
                    if (Waiting.At(form, madeBy, staple, null, fibre) is not { } next)
                    {
                        return;
                    }

                    Assert.True(AllStations.Of(next).CanTake(form, fibre), $"{form} of {fibre} waits at {next}");
                    Assert.Equal(next, AllStations.Open(form, fibre, next)[0]);
                }
            );

    [Fact]
    public void Whatever_comes_in_at_the_door_is_prepared_in_the_end() =>
        Gen.Select(Gen.Enum<Fibre>(), Pick.Maybe(Gen.Double[5, 400]))
            .Sample(
                (fibre, staple) =>
                {
                    var form = LotForm.Raw;
                    StepKind? madeBy = StepKind.TakeIn;
                    List<StepKind> way = [];
                    while (Waiting.At(form, madeBy, staple, null, fibre) is { } next)
                    {
                        Assert.DoesNotContain(next, way);
                        way.Add(next);
                        (form, madeBy) = (AllStations.Of(next).Gives[0], next);
                    }

                    Assert.NotEmpty(way);
                    Assert.Equal(way, way.OrderBy(k => All.Select(d => d.Kind).ToList().IndexOf(k)));
                }
            );

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
        var caution = AllStations.Of(step).Caution;
        Assert.All(new[] { caution.Hazard, caution.Care, caution.DefersTo }, s => Assert.Matches("^[A-Z].{10,}[.]$", s));
        Assert.Matches("first|doctor|advice|rules|sheet", caution.DefersTo);
    }

    [Theory]
    [MemberData(nameof(Steps))]
    public void What_a_station_says_of_itself_agrees(StepKind step)
    {
        var d = AllStations.Of(step);
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
            if (AllStations.Typical(step, of) is { } kept)
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
        Assert.Null(AllStations.Find(StepKind.TakeIn));
        Assert.Null(AllStations.Find(StepKind.Recount));
        Assert.Throws<ArgumentOutOfRangeException>(() => AllStations.Of(StepKind.Sell));
    }

    private static List<StepKind> Way(Fibre fibre, double staple)
    {
        List<StepKind> way = [];
        var form = LotForm.Raw;
        while (Waiting.At(form, null, staple, null, fibre) is { } next)
        {
            way.Add(next);
            form = AllStations.Of(next).Gives[0];
        }

        return way;
    }
}
