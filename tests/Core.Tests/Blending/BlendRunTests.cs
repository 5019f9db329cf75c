using CsCheck;
using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using Xunit;

namespace EarthyTuft.Core.Tests.Blending;

/// <summary>A blend from its shares to the last pass.</summary>
public class BlendRunTests
{
    private static readonly DateTimeOffset Start = new(2026, 5, 14, 10, 0, 0, TimeSpan.Zero);
    private readonly List<RunEvent<BlendEvent>> happened = [];

    private static Result<BlendPlan> Plan(
        double total,
        double[] fractions,
        double?[] free,
        double most = 50,
        int layers = 12,
        int passes = 2,
        int splitIn = 4,
        LotForm form = LotForm.Clean,
        LotForm gives = LotForm.Batt
    ) =>
        BlendRun.Plan(
            [.. free.Select((f, i) => (form, $"W-0{i + 1}", f))],
            new BlendShares(fractions, total),
            new BlendPlan(
                0,
                new LoadSize(most, 0),
                [.. fractions.Select((_, i) => new BlendPart(new Guid(i + 1, 0, 0, new byte[8]), $"W-0{i + 1}", 0))],
                BlendOn.Drum,
                gives,
                layers,
                passes,
                splitIn
            ),
            MassUnit.Gram
        );

    private BlendState State => BlendState.Of(Guid.Empty, Plan(100, [0.5, 0.5], [500, 500]).Value, Start, happened);

    private Result<IReadOnlyList<RunEvent<BlendEvent>>> Tap(RunCommand command)
    {
        var result = BlendRun.Decide(
            State,
            command with
            {
                At = command.At ?? Start.AddMinutes(5 * (happened.Count + 1)),
            },
            MassUnit.Gram,
            Start.AddHours(8),
            Guid.CreateVersion7
        );
        happened.AddRange(result.IsRefused ? [] : result.Value);
        return result;
    }

    private static string Code<T>(Result<T> result) => string.Join(", ", result.Refusals.Select(Said.Of));

    [Fact]
    public void A_plan_never_takes_more_than_is_free() =>
        Gen.Select(Gen.Double[0.01, 1].Array[1, 12], Gen.Double[1, 5000], Gen.Double[0, 3000].Array[12])
            .Sample(
                (parts, total, free) =>
                {
                    double[] fractions = [.. parts.Select(p => p / parts.Sum())];
                    var plan = Plan(total, fractions, [.. free.Take(parts.Length).Select(f => (double?)f)], most: 100);
                    if (plan.IsRefused)
                    {
                        Assert.Contains(plan.Refusals, r => r.Code == "more-than-free");
                        return;
                    }

                    Assert.Equal(total, plan.Value.Parts.Sum(plan.Value.GramsOf), total * 1e-9);
                    Assert.All(plan.Value.Parts.Zip(free), p => Assert.True(plan.Value.GramsOf(p.First) <= p.Second + Portions.Rounding));
                }
            );

    [Fact]
    public void Loads_and_passes_follow_one_another()
    {
        Assert.Equal("conflict no-loads", Code(Tap(new PassBlend())));
        Tap(new BlendOneLoad("49"));
        Tap(new BlendOneLoad());
        Assert.Equal((2, null, RunAct.WhenYouLike), (State.Loads.Count, BlendRun.Made(State), BlendRun.Summarise(State).Calls[0].Act));
        var passed = Tap(new PassBlend()).Value[0].Id;
        Assert.Equal((0, 1), (State.Loads.Count, State.Passes));
        Tap(new CountBlendLoads(2));
        Assert.Equal("has-loads", BlendRun.Withdraw(happened, passed)!.Code);
        Assert.Equal("not-here", BlendRun.Withdraw(happened, Guid.NewGuid())!.Code);
        Assert.Null(BlendRun.Withdraw(happened, happened[^1].Id));
        Tap(new PassBlend());
        Tap(new BlendOneLoad("48"));
        Tap(new BlendOneLoad("50"));
        Assert.Equal(
            (98, RunAct.Log, true),
            (BlendRun.Made(State), BlendRun.Summarise(State).Calls[0].Act, BlendRun.Summarise(State).MayBeLogged)
        );
        Assert.Equal(35, BlendRun.Summarise(State).Minutes);
    }

    [Fact]
    public void What_cannot_be_is_refused()
    {
        Assert.Equal("count out-of-range", Code(Tap(new CountBlendLoads(-1))));
        Assert.Equal("mass empty-lot", Code(Tap(new BlendOneLoad("0"))));
        Assert.Equal("mass not-a-weight", Code(Tap(new BlendOneLoad("heavy"))));
        Assert.Equal("at out-of-range", Code(Tap(new BlendOneLoad(At: Start.AddDays(3)))));
        Assert.Equal("components[0].amount more-than-free", Code(Plan(100, [0.5, 0.5], [40, 500])));
        Assert.Equal("components[0].lotId wrong-form", Code(Plan(100, [1], [200], form: LotForm.Raw)));
        Assert.Equal("gives wrong-form", Code(Plan(100, [1], [200], gives: LotForm.Noil)));
        Assert.Equal(
            "most out-of-range, layers out-of-range, passes out-of-range, splitIn out-of-range",
            Code(Plan(100, [1], [200], most: 0, layers: 0, passes: 7, splitIn: 1))
        );
        Assert.Empty(Plan(100, [0.5, 0.5], [null, 500]).Refusals);
    }
}
