using EarthyTuft.Core.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>Does reconciliation name what is wrong, and leave alone what is not? Seeded families; docs/figures.md keeps the
/// figures.</summary>
public class SlipSimulation(ITestOutputHelper output)
{
    private const int Families = 500;

    [Fact]
    public void A_planted_slip_is_named_first()
    {
        var random = new Random(20261123);
        var tried = 0;
        var named = 0;
        var groups = 0.0;
        var byKind = new Dictionary<PlantedSlip, (int Named, int Tried)>();
        while (tried < Families)
        {
            if (SimulatedShop.Family(random, 4 + random.Next(30)).WithSlip(random) is not { } slipped)
            {
                continue;
            }

            tried++;
            var first = Reconciliation.Of(slipped.Entries).Doubts.FirstOrDefault();
            var right = first is not null && first.FlowIds.Any(slipped.Wrong.Contains);
            var (n, t) = byKind.GetValueOrDefault(slipped.Kind);
            byKind[slipped.Kind] = (n + (right ? 1 : 0), t + 1);
            named += right ? 1 : 0;
            groups += first?.FlowIds.Count ?? 0;
        }

        output.Say("planted-slip-named-first", named / (double)Families, ">=0.9");
        output.WriteLine(string.Join(", ", byKind.Select(k => $"{k.Key} {k.Value.Named} of {k.Value.Tried}")));
        output.Say("named-group-size", groups / Families, "<=2");
        Assert.Equal(Enum.GetValues<PlantedSlip>().Order(), byKind.Keys.Order());
        Assert.True(named >= 0.90 * Families, string.Join(", ", byKind.Select(k => $"{k.Key} {k.Value.Named} of {k.Value.Tried}")));
    }

    [Fact]
    public void Clean_families_raise_no_alarm()
    {
        var random = new Random(20261124);
        var alarms = Enumerable
            .Range(0, Families)
            .Count(_ => Reconciliation.Of(SimulatedShop.Family(random, 4 + random.Next(30)).Entries).Doubts.Count > 0);
        output.Say("clean-family-false-alarms", alarms / (double)Families, "<0.03");
        Assert.True(alarms < 0.03 * Families, $"{alarms} of {Families}");
    }
}
