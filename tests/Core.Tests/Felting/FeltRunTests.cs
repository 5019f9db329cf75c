using EarthyTuft.Core.Felting;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using Xunit;

namespace EarthyTuft.Core.Tests.Felting;

public class FeltRunTests
{
    private static readonly DateTimeOffset Began = new(2026, 5, 14, 10, 0, 0, TimeSpan.Zero);
    private readonly List<RunEvent<FeltEvent>> happened = [];
    private FeltPlan plan = new(2, "2", RolledBy.Minutes);

    private FeltState State => FeltState.Of(Guid.Empty, plan, Began, happened);

    private string Tap(RunCommand command)
    {
        var events = FeltRun.Decide(State, command, Began.AddHours(1), Guid.CreateVersion7);
        if (events.IsRefused)
        {
            return string.Join(", ", events.Refusals.Select(Said.Of));
        }

        happened.AddRange(events.Value);
        return "";
    }

    [Theory]
    [InlineData(2.0, 26.7, 0.2007)]
    [InlineData(2.0, 30.9, 0.1295)]
    [InlineData(4.0, 30.0, 0.2829)]
    public void A_balls_density_is_its_mass_over_that_of_its_volume(double grams, double width, double density)
    {
        Assert.Equal(density, FeltingOutcome.DensityOf(grams, width), 4);
        Assert.Equal(width, FeltingOutcome.WidthOf(grams, FeltingOutcome.DensityOf(grams, width)), 9);
    }

    [Fact]
    public void It_felts_readily_when_it_holds_at_once_and_ends_dense()
    {
        Tap(new MeasureBall(2, "29", true));
        Assert.Null(FeltRun.Outcome(State));
        Tap(new MeasureBall(5, "26"));
        Assert.Equal(new FeltingOutcome(FeltingGrade.Readily, 2, 26, 5), FeltRun.Outcome(State));
    }

    [Theory]
    // Holds only after five minutes; ends too loose; never holds at all.
    [InlineData("30", false, "26", true, FeltingGrade.Moderately)]
    [InlineData("34", true, "30", true, FeltingGrade.Moderately)]
    [InlineData("34", true, "32", true, FeltingGrade.Little)]
    [InlineData("30", false, "26", false, FeltingGrade.Little)]
    [InlineData("", false, "", false, FeltingGrade.Little)]
    public void What_it_comes_to_hangs_on_when_it_holds_and_how_dense_it_ends(
        string first,
        bool holdsFirst,
        string second,
        bool holdsThen,
        FeltingGrade felts
    )
    {
        Assert.Equal("", Tap(new MeasureBall(2, first, holdsFirst)));
        Assert.Equal("", Tap(new MeasureBall(5, second, holdsThen)));
        Assert.Equal(felts, FeltRun.Outcome(State)!.Felts);
    }

    [Fact]
    public void What_opens_as_it_dries_does_not_felt()
    {
        Assert.Equal("conflict not-rolled", Tap(new NoteOpened()));
        Tap(new MeasureBall(2, "26", true));
        Tap(new NoteOpened());
        Tap(new NoteOpened());
        Assert.Equal("conflict opened", Tap(new MeasureBall(5, "25")));
        Assert.Equal(2, happened.Count);
        Assert.Equal(new FeltingOutcome(FeltingGrade.No, 2, null, 2), FeltRun.Outcome(State));
    }

    [Fact]
    public void It_is_usually_looked_at_after_two_five_and_ten_minutes()
    {
        List<double?> looks = [];
        foreach (var by in Enum.GetValues<RolledBy>())
        {
            plan = plan with { By = by };
            happened.Clear();
            for (var look = FeltRun.NextLook(State); look is not null; look = FeltRun.NextLook(State))
            {
                looks.Add(look);
                Tap(new MeasureBall(look, "30"));
            }
        }

        Assert.Equal([2, 5, 10, 120, 300, 600], looks);
    }

    [Fact]
    public void Strokes_count_as_sixty_a_minute()
    {
        plan = plan with { By = RolledBy.Strokes };
        Tap(new MeasureBall(120, "28", true));
        Tap(new MeasureBall(300, "25", true));
        Assert.Equal(new FeltingOutcome(FeltingGrade.Readily, 2, 25, 5), FeltRun.Outcome(State));
        Assert.Equal("count out-of-range", Tap(new MeasureBall(3601, "25")));
    }

    [Theory]
    [InlineData(2.0, "0", "width out-of-range")]
    [InlineData(2.0, "three", "width not-a-length")]
    [InlineData(2.0, "80", "width too-wide")]
    [InlineData(2.0, "9", "width too-narrow")]
    [InlineData(0.0, "30", "count out-of-range")]
    [InlineData(-2.0, "30", "count out-of-range")]
    [InlineData(null, "30", "count missing")]
    public void A_ball_that_cannot_be_is_refused_at_its_field(double? count, string width, string refused) =>
        Assert.Equal(refused, Tap(new MeasureBall(count, width)));

    [Fact]
    public void What_is_loose_cannot_hold_and_the_rolling_is_counted_in_all()
    {
        Assert.Equal("width loose", Tap(new MeasureBall(2, null, true)));
        Tap(new MeasureBall(5, "30"));
        Assert.Equal("count not-later", Tap(new MeasureBall(5, "29")));
        Assert.Equal("count not-later", Tap(new MeasureBall(2, "29")));
    }

    [Fact]
    public void A_ball_that_grows_again_is_kept_and_counts_once_somebody_says_it_was_so()
    {
        Tap(new MeasureBall(2, "28", true));
        Tap(new MeasureBall(5, "26"));
        Assert.Equal("", Tap(new MeasureBall(10, "36")));
        var odd = State.Readings[2];
        Assert.Equal((10, false), (odd.GrewBy!.Value, odd.Counts));
        Assert.Equal(26, FeltRun.Outcome(State)!.WidthMillimetres);
        Assert.Equal("measured not-here", Tap(new BelieveWidth(State.Readings[0].Event)));
        Assert.Equal("", Tap(new BelieveWidth(odd.Event)));
        Assert.Equal(36, FeltRun.Outcome(State)!.WidthMillimetres);
    }

    [Fact]
    public void It_is_looked_at_five_times_at_the_most()
    {
        for (var minute = 1; minute <= FeltRun.MostReadings; minute++)
        {
            Assert.Equal("", Tap(new MeasureBall(minute, "30")));
        }

        Assert.Equal("count too-many", Tap(new MeasureBall(20, "29")));
    }

    [Theory]
    [InlineData("", "pinch empty")]
    [InlineData("two", "pinch not-a-weight")]
    [InlineData("0", "pinch empty-lot")]
    [InlineData("0.2", "pinch out-of-range")]
    [InlineData("200", "pinch out-of-range")]
    public void A_pinch_that_nobody_can_roll_is_refused(string pinch, string refused) =>
        Assert.Equal(
            refused,
            string.Join(", ", FeltRun.Plan([LotForm.Clean], pinch, RolledBy.Minutes, MassUnit.Gram).Refusals.Select(Said.Of))
        );

    [Fact]
    public void Only_clean_fibre_is_tested_one_lot_at_a_time()
    {
        Assert.Equal("wrong-form", Assert.Single(FeltRun.Plan([LotForm.Raw], "2", RolledBy.Minutes, MassUnit.Gram).Refusals).Code);
        Assert.Equal(
            "one-lot",
            Assert.Single(FeltRun.Plan([LotForm.Clean, LotForm.Top], "2", RolledBy.Minutes, MassUnit.Gram).Refusals).Code
        );
    }

    [Fact]
    public void Any_course_of_taps_keeps_its_order_and_can_be_folded_again()
    {
        var random = new Random(7);
        for (var course = 0; course < 300; course++)
        {
            happened.Clear();
            for (var tap = 0; tap < 12; tap++)
            {
                Tap(
                    random.Next(6) switch
                    {
                        0 => new NoteOpened(),
                        1 => new BelieveWidth(State.Readings.Select(r => r.Event).LastOrDefault()),
                        _ => new MeasureBall(
                            random.Next(-1, 30),
                            random.Next(4) == 0 ? null : $"{random.Next(5, 70)}",
                            random.Next(2) == 0
                        ),
                    }
                );
            }

            var state = State;
            Assert.True(state.Readings.Count <= FeltRun.MostReadings);
            Assert.Equal(state.Readings.Select(r => r.Count).Order(), state.Readings.Select(r => r.Count));
            Assert.All(state.Readings, r => Assert.True(r.Density is null or (>= FeltRun.Loosest and <= FeltRun.Densest)));
            var outcome = FeltRun.Outcome(state);
            Assert.Equal(outcome is not null, FeltRun.Summarise(state).MayBeLogged);
            Assert.True(outcome is null || outcome.Felts != FeltingGrade.Readily || outcome.Density > FeltRun.ReadilyDensity);
        }
    }
}
