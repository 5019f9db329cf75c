using EarthyTuft.Core.Instruments;
using EarthyTuft.Web.Instruments;
using EarthyTuft.Web.Live;
using Microsoft.Extensions.Configuration;
using Xunit;

namespace EarthyTuft.Web.Tests.Instruments;

/// <summary>One line to one instrument, whatever it says.</summary>
public class InstrumentLinkTests
{
    private static async Task<InstrumentLink> Linked(Talker talker, InstrumentKind kind, CancellationToken stop)
    {
        var link = new InstrumentLink(
            new InstrumentPlace(Guid.NewGuid(), Guid.NewGuid(), kind, "it", "127.0.0.1", talker.Port),
            TimeProvider.System
        );
        _ = Task.Run(() => link.Run(stop), stop);
        await Task.Yield();
        return link;
    }

    private static async Task<LiveReading> Until(InstrumentLink link, Func<LiveReading, bool> so)
    {
        for (var i = 0; i < 150; i++)
        {
            if (link.Last is { } last && so(last))
            {
                return last;
            }

            await Task.Delay(50);
        }

        throw new TimeoutException($"It stayed at: {link.Last}");
    }

    [Fact]
    public async Task A_stable_weight_is_told_from_one_that_moves()
    {
        using var stop = new CancellationTokenSource();
        var stable = false;
        using var talker = new Talker(
            i => stable ? "scale 412 g stable\n" : $"scale {390 + i % 20} g moving\n",
            TimeSpan.FromMilliseconds(20)
        );
        var link = await Linked(talker, InstrumentKind.Scale, stop.Token);
        Assert.False((await Until(link, l => l.Value is not null)).Stable);
        stable = true;
        var last = await Until(link, l => l.Stable);
        Assert.Equal(("412 g", 412, true), (last.Text, last.Value!.Value, last.Connected));
        await stop.CancelAsync();
    }

    [Fact]
    public async Task A_flood_is_heard_to_the_last()
    {
        using var stop = new CancellationTokenSource();
        var began = Environment.TickCount64;
        // About ten thousand lines a second; each says in what tenth of a second it was said.
        using var talker = new Talker(
            _ =>
                string.Concat(
                    Enumerable.Repeat(FormattableString.Invariant($"scale {(Environment.TickCount64 - began) / 100} g stable\n"), 100)
                ),
            TimeSpan.FromMilliseconds(10)
        );
        var link = await Linked(talker, InstrumentKind.Scale, stop.Token);
        await Until(link, l => l.Value > 30);
        for (var i = 0; i < 10; i++)
        {
            Assert.InRange((Environment.TickCount64 - began) / 100.0 - link.Last!.Value!.Value, -1, 12);
            await Task.Delay(100, stop.Token);
        }

        await stop.CancelAsync();
    }

    [Fact]
    public async Task A_line_cut_by_a_flood_is_never_half_read()
    {
        using var stop = new CancellationTokenSource();
        // Every line says 123456 g; the end of one of them alone would say less.
        var flood = string.Concat(Enumerable.Repeat("scale 123456 g stable\n", 400));
        using var talker = new Talker(_ => flood, TimeSpan.FromMilliseconds(3));
        var link = await Linked(talker, InstrumentKind.Scale, stop.Token);
        await Until(link, l => l.Value is not null);
        for (var i = 0; i < 200; i++)
        {
            Assert.Equal(123456, link.Last!.Value);
            await Task.Delay(5, stop.Token);
        }

        await stop.CancelAsync();
    }

    [Fact]
    public async Task A_broken_line_leaves_the_last_value_and_is_taken_up_again()
    {
        using var stop = new CancellationTokenSource();
        var gone = false;
        using var talker = new Talker(i => gone ? "" : "probe 51.2 C\nprobe 48.", TimeSpan.FromMilliseconds(20), _ => gone);
        var link = await Linked(talker, InstrumentKind.Probe, stop.Token);
        await Until(link, l => l.Value == 51.2);
        gone = true;
        var lost = await Until(link, l => !l.Connected);
        Assert.Equal(51.2, lost.Value);
        Assert.False(lost.Stable);
        gone = false;
        var back = await Until(link, l => l.Connected);
        Assert.Equal(51.2, back.Value);
        Assert.True(back.At > lost.At);
        Assert.True(talker.Visits > 1);
        await stop.CancelAsync();
    }

    [Fact]
    public async Task Nobody_there_is_said_and_asked_again()
    {
        using var stop = new CancellationTokenSource();
        var link = new InstrumentLink(
            new InstrumentPlace(Guid.NewGuid(), Guid.NewGuid(), InstrumentKind.Air, "air", "127.0.0.1", 1),
            TimeProvider.System
        );
        _ = Task.Run(() => link.Run(stop.Token), stop.Token);
        var last = await Until(link, _ => true);
        Assert.Equal("not reached", last.Text);
        Assert.Null(last.Value);
        Assert.Null(link.TakeMean());
        await stop.CancelAsync();
    }

    [Fact]
    public async Task The_mean_is_of_what_was_said_since_it_was_asked_last()
    {
        using var stop = new CancellationTokenSource();
        using var talker = new Talker(i => i % 2 == 0 ? "probe 50.0 C\n" : "probe 51.0 C\n", TimeSpan.FromMilliseconds(10));
        var link = await Linked(talker, InstrumentKind.Probe, stop.Token);
        await Until(link, l => l.Value is not null);
        await Task.Delay(400, stop.Token);
        var mean = link.TakeMean()!.Value;
        Assert.InRange(mean.Value, 50.2, 50.8);
        Assert.InRange(mean.At, DateTimeOffset.UtcNow.AddSeconds(-3), DateTimeOffset.UtcNow);
        await stop.CancelAsync();
    }

    [Fact]
    public async Task Words_of_another_kind_of_instrument_are_not_its_own()
    {
        using var stop = new CancellationTokenSource();
        using var talker = new Talker(
            _ => "scale 55 g stable\nair 20.0 C 50.0 %\nprobe 900 C\nscale NaN g stable\nprobe 47.5 C\n",
            TimeSpan.FromMilliseconds(20)
        );
        var link = await Linked(talker, InstrumentKind.Probe, stop.Token);
        Assert.Equal("47.5 °C", (await Until(link, l => l.Value is not null)).Text);
        await Task.Delay(200, stop.Token);
        Assert.Equal(47.5, link.Last!.Value);
        await stop.CancelAsync();
    }

    [Fact]
    public void A_slow_screen_loses_the_oldest_news_only()
    {
        var hub = new LiveHub();
        var (here, there) = (Guid.NewGuid(), Guid.NewGuid());
        using var stop = new CancellationTokenSource();
        var slow = hub.Listen(here, Guid.NewGuid(), null, stop.Token);
        var instrument = Guid.NewGuid();
        LiveItem Says(int grams) =>
            new(
                "reading",
                new LiveReading(instrument, InstrumentKind.Scale, "scale", grams, null, $"{grams} g", true, DateTimeOffset.UnixEpoch, true)
            );
        for (var i = 1; i <= 500; i++)
        {
            hub.Tell(here, Says(i));
        }

        hub.Tell(there, Says(9999));
        var heard = new List<double>();
        while (slow.TryRead(out var item))
        {
            heard.Add(item.Reading!.Value!.Value);
        }

        Assert.Equal(Enumerable.Range(437, 64).Select(i => (double)i), heard);
        Assert.Equal(500, Assert.Single(hub.Last(here)).Value);
        hub.Forget(here, instrument);
        Assert.Empty(hub.Last(here));
        stop.Cancel();
        hub.Tell(here, Says(501));
        Assert.True(slow.Completion.IsCompleted);
    }

    [Theory]
    [InlineData("localhost", true)]
    [InlineData("127.0.0.1", true)]
    [InlineData("::1", true)]
    [InlineData("10.1.2.3", true)]
    [InlineData("172.16.0.9", true)]
    [InlineData("172.32.0.9", false)]
    [InlineData("192.168.1.20", true)]
    [InlineData("192.169.1.20", false)]
    [InlineData("fd12::1", true)]
    [InlineData("2001:db8::1", false)]
    [InlineData("scale.example.org", false)]
    [InlineData("169.254.169.254", false)]
    [InlineData("0.0.0.0", false)]
    [InlineData("2130706433", false)]
    [InlineData("127.1", false)]
    [InlineData("::ffff:127.0.0.1", true)]
    [InlineData("::ffff:8.8.8.8", false)]
    public void An_instrument_stands_on_this_machine_or_in_a_private_network(string host, bool may) =>
        Assert.Equal(may, new InstrumentNetworks(new ConfigurationBuilder().Build()).Allow(host));

    [Theory]
    [InlineData("192.168.7.20", true)]
    [InlineData("192.168.8.20", false)]
    [InlineData("127.0.0.1", false)]
    public void The_operator_says_which_networks(string host, bool may) =>
        Assert.Equal(
            may,
            new InstrumentNetworks(
                new ConfigurationBuilder().AddInMemoryCollection([new("Instruments:Networks", "192.168.7.0/24")]).Build()
            ).Allow(host)
        );

    [Fact]
    public async Task A_port_where_nobody_is_and_one_that_says_nothing_look_alike()
    {
        using var silent = new Talker(_ => "", TimeSpan.FromSeconds(1));
        var closed = new System.Net.Sockets.TcpListener(System.Net.IPAddress.Loopback, 0);
        closed.Start();
        var port = ((System.Net.IPEndPoint)closed.LocalEndpoint).Port;
        closed.Stop();
        using var stop = new CancellationTokenSource();
        var links = new[] { silent.Port, port }
            .Select(p => new InstrumentLink(
                new InstrumentPlace(Guid.NewGuid(), Guid.NewGuid(), InstrumentKind.Scale, "scale", "127.0.0.1", p),
                TimeProvider.System
            ))
            .ToArray();
        var runs = links.Select(l => Task.Run(() => l.Run(stop.Token))).ToArray();
        await Task.Delay(3000, TestContext.Current.CancellationToken);
        Assert.All(links, l => Assert.Null(l.Last));
        for (var waited = 0; waited < 200 && links.Any(l => l.Last is null); waited++)
        {
            await Task.Delay(100, TestContext.Current.CancellationToken);
        }

        Assert.All(links, l => Assert.Equal((false, "not reached"), (l.Last!.Connected, l.Last.Text)));
        await stop.CancelAsync();
        await Task.WhenAll(runs);
    }
}
