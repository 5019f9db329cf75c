using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using EarthyTuft.Core.Instruments;
using Xunit;

namespace EarthyTuft.Web.Tests.Instruments;

/// <summary>The stand-ins, as the program that ./start runs: what a hand does to them, and what they say.</summary>
public sealed class StandInTests : IAsyncLifetime
{
    private readonly Dictionary<string, int> ports = new[] { "scale", "probe", "air", "control" }.ToDictionary(k => k, _ => FreePort());
    private Process? program;

    public async ValueTask InitializeAsync()
    {
        program = Run([.. ports.SelectMany(p => new[] { "--" + p.Key, p.Value.ToString(CultureInfo.InvariantCulture) })]);
        for (var i = 0; i < 100; i++)
        {
            try
            {
                if (await Hand("off") == "empty pan")
                {
                    return;
                }
            }
            catch (SocketException)
            {
                // Not up yet.
            }

            await Task.Delay(100);
        }

        throw new TimeoutException("The stand-ins did not answer within ten seconds.");
    }

    public async ValueTask DisposeAsync()
    {
        program!.Kill();
        await program.WaitForExitAsync();
        program.Dispose();
    }

    private static Process Run(string[] arguments)
    {
        var own = new DirectoryInfo(AppContext.BaseDirectory);
        var root = own;
        while (!File.Exists(Path.Combine(root!.FullName, "EarthyTuft.slnx")))
        {
            root = root.Parent;
        }

        var file = Path.Combine(root.FullName, "src/Instruments/bin", own.Parent!.Name, own.Name, "EarthyTuft.Instruments.dll");
        return Process.Start(new ProcessStartInfo("dotnet", [file, .. arguments]) { RedirectStandardError = true })!;
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    private async Task<string?> Hand(string does)
    {
        using var client = new TcpClient();
        await client.ConnectAsync(IPAddress.Loopback, ports["control"]);
        await using var stream = client.GetStream();
        using var reader = new StreamReader(stream);
        await stream.WriteAsync(System.Text.Encoding.ASCII.GetBytes(does + "\n"));
        return await reader.ReadLineAsync();
    }

    /// <summary>Listens until an instrument says something that is so; every line must be one of the protocol.</summary>
    private async Task<InstrumentReading> Until(string name, Func<InstrumentReading, bool> so, string? press = null)
    {
        using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(20));
        using var client = new TcpClient();
        await client.ConnectAsync(IPAddress.Loopback, ports[name], patience.Token);
        await using var stream = client.GetStream();
        using var reader = new StreamReader(stream);
        if (press is not null)
        {
            await stream.WriteAsync(System.Text.Encoding.ASCII.GetBytes(press + "\n"), patience.Token);
        }

        while (await reader.ReadLineAsync(patience.Token) is { } line)
        {
            if (line.Length == 0)
            {
                continue;
            }

            var reading = InstrumentLine.Read(line);
            Assert.NotNull(reading);
            if (so(reading))
            {
                return reading;
            }
        }

        throw new IOException("It hung up.");
    }

    [Fact]
    public async Task The_scale_settles_before_it_says_stable()
    {
        await Until("scale", r => r.Stable);
        Assert.Equal("on the pan", await Hand("put 731"));
        await Until("scale", r => !r.Stable);
        Assert.InRange((await Until("scale", r => r.Stable)).Value!.Value, 729, 733);
    }

    [Fact]
    public async Task The_scale_can_be_tared_changes_its_unit_and_says_when_it_is_too_much()
    {
        await Hand("put 240");
        await Until("scale", r => r.Stable && r.Value > 230);
        Assert.InRange((await Until("scale", r => r.Stable && r.Value < 100, press: "tare")).Value!.Value, -2, 2);
        await Hand("put 640");
        // In ounces or in grams: the same weight.
        Assert.InRange((await Until("scale", r => r.Stable && r.Value > 390, press: "unit")).Value!.Value, 397, 403);
        await Hand("off");
        await Hand("put 9000");
        Assert.Null((await Until("scale", r => r.Value is null)).Value);
    }

    [Fact]
    public async Task A_wet_fleece_on_the_scale_grows_lighter()
    {
        Assert.Equal("a wet fleece on the pan", await Hand("fleece 700 400 1 0"));
        var wet = (await Until("scale", r => r.Value > 1050)).Value!.Value;
        Assert.True((await Until("scale", r => r.Value < wet - 40)).Value > 700);
    }

    [Fact]
    public async Task The_probe_follows_a_bath_with_a_lag()
    {
        Assert.InRange((await Until("probe", _ => true)).Value!.Value, 17, 19);
        Assert.Equal("a bath is poured", await Hand("pour 60 0.01"));
        var first = (await Until("probe", r => r.Value > 20)).Value!.Value;
        Assert.InRange(first, 20, 50);
        Assert.InRange((await Until("probe", r => r.Value > 57)).Value!.Value, 57, 60.6);
        Assert.Equal("the tub is empty", await Hand("empty"));
        await Until("probe", r => r.Value < 40);
    }

    [Fact]
    public async Task A_breath_is_felt_by_the_air_sensor()
    {
        Assert.InRange((await Until("air", _ => true)).Second!.Value, 58, 66);
        Assert.Equal("a breath", await Hand("breathe"));
        Assert.InRange((await Until("air", r => r.Second > 78)).Second!.Value, 78, 100);
    }

    [Theory]
    [InlineData("put")]
    [InlineData("put -5")]
    [InlineData("put much")]
    [InlineData("pour 60")]
    [InlineData("pour 400 0.01")]
    [InlineData("dance")]
    [InlineData("")]
    public async Task What_it_does_not_understand_it_asks_about(string line) => Assert.Equal("?", await Hand(line));

    [Theory]
    [InlineData("--scale", "1", "--probe", "2")]
    [InlineData("--scale", "80000")]
    [InlineData("--speed", "0")]
    [InlineData("--kettle", "1234")]
    public async Task Without_its_ports_it_does_not_start(params string[] arguments)
    {
        using var refused = Run(arguments);
        await refused.WaitForExitAsync(TestContext.Current.CancellationToken);
        Assert.Equal(2, refused.ExitCode);
        Assert.NotEqual("", await refused.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken));
    }
}
