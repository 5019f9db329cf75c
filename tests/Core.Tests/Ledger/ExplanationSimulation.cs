using System.Globalization;
using EarthyTuft.Core.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>
/// More came out of a step than went in: which weight is wrong? In shops rougher than the rules (drifting scales, habits that wander, air
/// that is read wrongly or not at all) one weight is written wrongly in every way people do it, losses as often as what went in or came out.
/// Seeded; docs/figures.md keeps the figures.
/// </summary>
public class ExplanationSimulation(ITestOutputHelper output)
{
    private const int Planted = 600;

    [Fact]
    public void The_first_explanation_of_more_out_than_in_is_the_true_one()
    {
        var random = new Random(20261202);
        var (tried, first, offered, figure) = (0, 0, 0, 0);
        var missed = new Dictionary<string, (int Tried, int First, int Offered)>();
        while (tried < Planted)
        {
            var shop = new OrdinaryShop(random, weighsLosses: 0.3 + (0.7 * random.NextDouble()));
            for (var f = random.Next(1, 3); f > 0; f--)
            {
                shop.TakeIn();
            }

            for (var i = random.Next(2, 9); i > 0; i--)
            {
                shop.NextDay();
                shop.Step();
            }

            if (Plant(shop, random) is not var (at, wrong, right, log, how))
            {
                continue;
            }

            tried++;
            var judged = shop.Judged(log);
            var masses = MassSolver.Of(judged);
            var told = Explanations.OfGap(
                judged,
                masses,
                Reconciliation.Of(judged, null, masses),
                at,
                SlipHabits.Unknown,
                shop.Usual(judged, masses)
            );
            var isFirst = told.Count > 0 && told[0].FlowId == wrong;
            var isOffered = told.Take(3).Any(e => e.FlowId == wrong);
            first += isFirst ? 1 : 0;
            offered += isOffered ? 1 : 0;
            figure += isFirst && Math.Abs(told[0].Likelier - right) <= Math.Max(2, 0.05 * right) ? 1 : 0;
            var (t, a, b) = missed.GetValueOrDefault(how);
            missed[how] = (t + 1, a + (isFirst ? 1 : 0), b + (isOffered ? 1 : 0));
        }

        output.WriteLine(
            string.Join("; ", missed.OrderBy(m => m.Key).Select(m => $"{m.Key}: {m.Value.First}, {m.Value.Offered} of {m.Value.Tried}"))
        );
        output.Say("first-explanation-right", first / (double)tried, ">=0.88");
        output.Say("explanation-offered", offered / (double)tried, ">=0.98");
        output.Say("first-explanation-figure", figure / (double)tried, "");
        Assert.True(first >= 0.88 * tried, $"{first} of {tried}");
        Assert.True(offered >= 0.98 * tried, $"{offered} of {tried}");
    }

    /// <summary>
    /// Shops in which two slips in three are of one kind, and whose bowls are two: does what they set right before (ten weights, one in five
    /// of them something else) tell the next figure better than what is typical?
    /// </summary>
    [Fact]
    public void What_was_set_right_here_tells_the_next_figure_better()
    {
        var random = new Random(20261203);
        var (tried, typical, learned) = (0, 0, 0);
        while (tried < Planted / 3)
        {
            var (favourite, bowls) = (random.Next(9), new[] { 60 + (400 * random.NextDouble()), 60 + (400 * random.NextDouble()) });
            int Kind() => random.Next(3) > 0 ? favourite : random.Next(9);
            double? Made(double logged, FlowRole role) =>
                Kind() is not 0 and var kind ? Slip(random, kind, logged, role) : Math.Round(logged + bowls[random.Next(2)]);
            var before = new List<(double Logged, double Right)>();
            while (before.Count < 10)
            {
                var right = Math.Round(100 + (3000 * random.NextDouble()));
                var slip = random.Next(5) == 0 ? Slip(random, random.Next(9), right, FlowRole.Out) : Made(right, FlowRole.Out);
                if (slip is { } wrong and > 1 && wrong != right)
                {
                    before.Add((wrong, right));
                }
            }

            var shop = new OrdinaryShop(random, weighsLosses: 0.3 + (0.7 * random.NextDouble()));
            shop.TakeIn();
            for (var i = random.Next(2, 7); i > 0; i--)
            {
                shop.NextDay();
                shop.Step();
            }

            if (Plant(shop, random, Made) is not var (at, wrongly, rightly, log, _))
            {
                continue;
            }

            tried++;
            var judged = shop.Judged(log);
            var masses = MassSolver.Of(judged);
            var reconciled = Reconciliation.Of(judged, null, masses);
            bool Told(SlipHabits habits) =>
                Explanations.OfGap(judged, masses, reconciled, at, habits, shop.Usual(judged, masses)) is [var first, ..]
                && first.FlowId == wrongly
                && Math.Abs(first.Likelier - rightly) <= Math.Max(2, 0.02 * rightly);
            typical += Told(SlipHabits.Unknown) ? 1 : 0;
            learned += Told(SlipHabits.Of(null, before)) ? 1 : 0;
        }

        output.Say("first-figure-typical", typical / (double)tried, "");
        output.Say("first-figure-learned", learned / (double)tried, "");
        Assert.True(learned > typical, $"{learned} and {typical} of {tried}");
    }

    private static (Guid At, Guid Wrong, double Right, IReadOnlyList<Entry> Log, string How)? Plant(OrdinaryShop shop, Random random)
    {
        var kind = 0;
        return Plant(shop, random, (logged, role) => Slip(random, kind = random.Next(9), logged, role)) is var (at, wrong, right, log, how)
            ? (at, wrong, right, log, $"{how} {kind}")
            : null;
    }

    // One weighing of a step that nothing else explains is written wrongly, so that more comes out than went in.
    private static (Guid At, Guid Wrong, double Right, IReadOnlyList<Entry> Log, string How)? Plant(
        OrdinaryShop shop,
        Random random,
        Func<double, FlowRole, double?> written
    )
    {
        var places = shop
            .Entries.Where(e => e.Step.HasBalance() && !e.FindsByDifference)
            .SelectMany(e => e.Flows.Where(f => f.Weighing is not null).Select(f => (Entry: e, Flow: f)))
            .OrderBy(_ => random.Next())
            .ToArray();
        foreach (var (entry, flow) in places)
        {
            if (written(flow.Weighing!.Logged, flow.Role) is not { } slip || slip < 1)
            {
                continue;
            }

            var log = shop.Miswritten(flow, slip);
            var masses = MassSolver.Of(shop.Judged(log));
            var at =
                masses.BalanceAt(entry.Id).Status == BalanceStatus.Impossible
                    ? entry.Id
                    : log.Where(e => e.Step.HasBalance() && !e.FindsByDifference)
                        .FirstOrDefault(e => masses.BalanceAt(e.Id).Status == BalanceStatus.Impossible)
                        ?.Id;
            if (at is { } id && masses.GapAt(id) is { } gap && gap.Terms.Any(t => t.Weighing.Id == flow.Weighing.Id))
            {
                return (id, flow.Id, flow.Weighing.Logged, log, $"{flow.Role}");
            }
        }

        return null;
    }

    private static double? Slip(Random random, int kind, double logged, FlowRole role)
    {
        var text = ((int)logged).ToString(CultureInfo.InvariantCulture);
        double? Read(string typed) => typed.Length == 0 ? null : double.Parse(typed, CultureInfo.InvariantCulture);
        var at = random.Next(text.Length);
        return kind switch
        {
            0 => Math.Round(logged + 80 + (random.NextDouble() * 500)),
            1 => role == FlowRole.Out ? Math.Round(logged * (1.08 + (random.NextDouble() * 0.5))) : null,
            2 => random.Next(2) == 0 ? logged * 10 : Math.Round(logged / 10),
            3 => Math.Round(random.Next(2) == 0 ? logged / 0.45359237 : logged * 0.45359237),
            4 => at + 1 < text.Length && text[at] != text[at + 1] ? Read(text[..at] + text[at + 1] + text[at] + text[(at + 2)..]) : null,
            5 => Read(text[1..]),
            6 => Read(text[..at] + text[(at + 1)..]),
            7 => Read(text[..at] + random.Next(10).ToString(CultureInfo.InvariantCulture) + text[at..]),
            _ => random.Next(2) == 0 ? Math.Round(logged * 28.349523125) : Math.Round(logged / 28.349523125, 1),
        };
    }
}
