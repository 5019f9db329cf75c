using CsCheck;
using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using Xunit;

namespace EarthyTuft.Core.Tests.Dividing;

/// <summary>A strip chart as it is ticked off and planned anew; and how a batt is parted.</summary>
public class StripRunTests
{
    private static readonly DateTimeOffset Began = new(2026, 5, 14, 9, 0, 0, TimeSpan.Zero);
    private static readonly Shade Red = Shade.Of("#C04020"),
        Gold = Shade.Of("#E0A030");
    private static readonly StripPlan Plan = new(
        [new ChartColour("a", Guid.NewGuid(), "T-01", Red), new ChartColour("b", null, "", Gold)],
        [
            [new Strip("a", Red, 10), new Strip("b", Gold, 10), new Strip("a", Red, 10)],
            [new Strip("", Gold, 10), new Strip("", Gold, 10), new Strip("", Gold, 10)],
        ],
        135
    );

    private readonly List<RunEvent<StripEvent>> happened = [];

    private StripState State => StripState.Of(Guid.Empty, Plan, Began, happened);

    private Result<IReadOnlyList<RunEvent<StripEvent>>> Tap(RunCommand command)
    {
        var events = StripRun.Decide(
            State,
            command with
            {
                At = Began.AddMinutes(happened.Count),
            },
            MassUnit.Gram,
            Began.AddHours(5),
            Guid.CreateVersion7
        );
        happened.AddRange(events.IsRefused ? [] : events.Value);
        return events;
    }

    private static string Code<T>(Result<T> refused) => Said.Of(Assert.Single(refused.Refusals));

    private string Names(int ply) => string.Join(' ', State.Plies[ply].Select(s => s.Name.Length == 0 ? "plain" : s.Name));

    [Fact]
    public void What_is_done_stays_and_the_rest_is_planned_anew()
    {
        Tap(new TickStrip(0));
        Tap(new TickStrip(0));
        Assert.False(Tap(new ReplanStrips(["b b a b", "plain"], "8")).IsRefused);
        Assert.Equal(("a b b b a b", "plain"), (Names(0), Names(1)));
        Assert.Equal([10, 10, 8, 8, 8, 8], State.Plies[0].Select(s => s.Grams));
        Assert.Equal(Gold, State.Plies[1][0].Colour);
        Assert.Equal([2, 0], State.Done);
        // Nothing more of it: it is done as far as it is.
        Tap(new TickStrip(1));
        Assert.False(Tap(new ReplanStrips(["", ""])).IsRefused);
        Assert.True(State.IsDone);
        Assert.Equal("conflict all-done", Code(Tap(new TickStrip(0))));
    }

    [Fact]
    public void What_cannot_be_is_refused_and_a_slip_is_taken_back_in_its_order()
    {
        Assert.Equal("ply not-here", Code(Tap(new TickStrip(2))));
        Assert.Equal("ply not-here", Code(Tap(new TickStrip(-1))));
        Assert.Equal("rest[0] unknown-name", Code(Tap(new ReplanStrips(["a x", "plain"]))));
        Assert.Equal("rest[0] unknown-name", Code(Tap(new ReplanStrips(["plain", "plain"]))));
        Assert.Equal("rest out-of-range", Code(Tap(new ReplanStrips(["a"]))));
        Assert.Equal("mass empty-lot", Code(Tap(new ReplanStrips(["a", ""], "0"))));
        Assert.Equal("colour not-here", Code(Tap(new NoteBetterEnd("z", DraftsFrom.OtherEnd))));
        Assert.Equal("kind not-here", Code(Tap(new Other())));
        Tap(new TickStrip(0));
        var tick = happened[^1].Id;
        Tap(new ReplanStrips(["b", "plain"]));
        Assert.Equal("planned-since", StripRun.Withdraw(happened, tick)!.Code);
        Assert.Null(StripRun.Withdraw(happened, happened[^1].Id));
        Tap(new TickStrip(0));
        Assert.Equal("done-since", StripRun.Withdraw(happened, happened[^2].Id)!.Code);
        Assert.Null(StripRun.Withdraw(happened, happened[^1].Id));
        Assert.Equal("not-here", StripRun.Withdraw(happened, Guid.NewGuid())!.Code);
    }

    [Fact]
    public void The_better_end_of_a_colour_is_what_was_noted_last()
    {
        Tap(new NoteBetterEnd("a", DraftsFrom.MarkedEnd));
        Tap(new NoteBetterEnd("a", DraftsFrom.OtherEnd));
        Assert.Equal(DraftsFrom.OtherEnd, Assert.Single(State.Ends).Value);
        Assert.False(StripRun.Summarise(State).MayBeLogged);
    }

    /// <summary>Whatever is tapped, in whatever order: what was done is what lay there when it was done.</summary>
    [Fact]
    public void Nothing_that_is_done_ever_changes() =>
        Gen.Int[0, 5]
            .Array[0, 60]
            .Sample(taps =>
            {
                var events = new List<RunEvent<StripEvent>>();
                List<Strip>[] laid =
                [
                    [],
                    [],
                ];
                foreach (var tap in taps)
                {
                    var state = StripState.Of(Guid.Empty, Plan, Began, events);
                    RunCommand command = tap switch
                    {
                        0 or 1 or 2 => new TickStrip(0),
                        3 => new TickStrip(1),
                        4 => new ReplanStrips(["b a b", "plain plain"], "7"),
                        _ => new ReplanStrips(["", "plain"]),
                    };
                    var decided = StripRun.Decide(
                        state,
                        command with
                        {
                            At = Began.AddMinutes(events.Count),
                        },
                        MassUnit.Gram,
                        Began.AddHours(9),
                        Guid.CreateVersion7
                    );
                    if (decided.IsRefused)
                    {
                        continue;
                    }

                    if (command is TickStrip { Ply: var ply })
                    {
                        laid[ply].Add(state.Plies[ply][state.Done[ply]]);
                    }

                    events.AddRange(decided.Value);
                    var now = StripState.Of(Guid.Empty, Plan, Began, events);
                    for (var p = 0; p < 2; p++)
                    {
                        Assert.Equal(laid[p], now.Plies[p].Take(now.Done[p]));
                    }
                }
            });

    [Theory]
    [InlineData(50, 200, 600, 40, 5, 40, 10, 0)]
    [InlineData(50, 200, 600, 38, 5, 40, 10, 2.5)]
    [InlineData(50, 200, 600, 190, 1, 200, 50, 2.5)]
    public void Strips_are_equal_and_what_exact_ones_would_leave_is_told(
        double grams,
        double width,
        double length,
        double strip,
        int count,
        double wide,
        double each,
        double over
    )
    {
        var sizes = StripSizes.Of(new StripWish(grams, width, length, strip)).Value;
        Assert.Equal((count, wide, each), (sizes.Count, sizes.WidthMillimetres, sizes.Grams));
        Assert.Equal(over, sizes.LeftOverGrams, 1e-9);
        Assert.Equal(each / 0.6, sizes.GramsPerMetre, 1e-9);
    }

    [Fact]
    public void One_zig_zag_strip_is_as_long_as_all_of_them_and_a_pencil_as_thin_as_it_is_drawn()
    {
        var z = StripSizes.Of(new StripWish(50, 200, 600, 40, TornAs.ZStrip)).Value;
        Assert.Equal((1, 50.0, 3.0), (z.Count, z.Grams, z.Metres));
        var pencil = StripSizes.Of(new StripWish(50, 200, 600, 40, TornAs.Pencil, 4)).Value;
        Assert.Equal((5, 2.5), (pencil.Count, pencil.Metres));
        Assert.Equal(10 / 0.6 / 4, pencil.Draft, 9);
        Assert.Equal("gramsPerMetre thicker", Code(StripSizes.Of(new StripWish(50, 200, 600, 40, TornAs.Pencil, 40))));
        Assert.Equal("gramsPerMetre missing", Code(StripSizes.Of(new StripWish(50, 200, 600, 40, TornAs.Pencil))));
        Assert.Equal("strip too-wide", Code(StripSizes.Of(new StripWish(50, 200, 600, 201))));
        Assert.Equal("strip too-many", Code(StripSizes.Of(new StripWish(50, 2000, 600, 1))));
        Assert.Equal(
            ["mass", "width", "length", "strip"],
            StripSizes.Of(new StripWish(0, double.NaN, -1, 0)).Refusals.Select(r => r.Field).Distinct()
        );
    }

    private sealed record Other() : RunCommand((DateTimeOffset?)null);
}
