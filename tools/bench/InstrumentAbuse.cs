using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text;

namespace EarthyTuft.Bench;

/// <summary>
/// Three instruments that misbehave for a minute: one says ten thousand lines a second, one random bytes, one hangs up every second. Is the
/// web process's memory flat, and do other requests take as long as before?
/// </summary>
internal static class InstrumentAbuse
{
    private const int Seconds = 60;
    private const int LeastLinesASecond = 9000;
    private static long linesSaid;
    private const string OtherRequest = "/api/course";

    /// <summary>p95 of another request under abuse over its p95 in peace, and how much the process grew from the first ten seconds to the
    /// last, in MB.</summary>
    public static async Task<(double P95Ratio, double GrowthMegabytes)> Measure(Uri address, int webPid)
    {
        using var visitor = await Visitor.Register(address);
        await visitor.Post("/api/fleeces", new { mass = "2 kg", breed = "Gotland" });
        await Times(visitor, TimeSpan.FromSeconds(10));
        var peace = P95(await Times(visitor, TimeSpan.FromSeconds(20)));

        using var stop = new CancellationTokenSource();
        (string Kind, Func<NetworkStream, CancellationToken, Task> Says)[] abusers = [("scale", Flood), ("probe", Noise), ("air", HangUp)];
        foreach (var (kind, says) in abusers)
        {
            var listener = new TcpListener(IPAddress.Loopback, 0);
            listener.Start();
            _ = Task.Run(() => Serve(listener, says, stop.Token));
            await visitor.Post(
                "/api/instruments",
                new
                {
                    kind,
                    name = kind,
                    host = "127.0.0.1",
                    port = ((IPEndPoint)listener.LocalEndpoint).Port,
                    on = true,
                }
            );
        }

        await Task.Delay(4000);
        var memory = new List<double>();
        using var watch = new PeriodicTimer(TimeSpan.FromSeconds(1));
        var watching = Task.Run(async () =>
        {
            for (var i = 0; i < Seconds && await watch.WaitForNextTickAsync(); i++)
            {
                memory.Add(Resident(webPid));
            }
        });
        var abused = P95(await Times(visitor, TimeSpan.FromSeconds(Seconds)));
        await watching;
        await stop.CancelAsync();
        // A flood that is held up at the socket would prove nothing.
        var lines = Interlocked.Read(ref linesSaid) / (Seconds + 4.0);
        if (lines < LeastLinesASecond)
        {
            throw new InvalidOperationException(FormattableString.Invariant($"Only {lines:0} lines a second were said."));
        }

        var growth = memory.TakeLast(10).Average() - memory.Take(10).Average();
        Console.Error.WriteLine(
            FormattableString.Invariant(
                $"{lines:0} lines a second; p95 of {OtherRequest}: {peace:0.0} ms in peace, {abused:0.0} ms under abuse; resident {memory[0]:0} MB at first, {memory[^1]:0} MB after {Seconds} s, most {memory.Max():0} MB"
            )
        );
        return (abused / peace, growth);
    }

    private static async Task Serve(TcpListener listener, Func<NetworkStream, CancellationToken, Task> says, CancellationToken stop)
    {
        while (!stop.IsCancellationRequested)
        {
            using var client = await listener.AcceptTcpClientAsync(stop);
            try
            {
                await says(client.GetStream(), stop);
            }
            catch (Exception e) when (e is IOException or OperationCanceledException)
            {
                // The house hung up, or it is over.
            }
        }
    }

    private static async Task Flood(NetworkStream stream, CancellationToken stop)
    {
        var hundred = Encoding.ASCII.GetBytes(string.Concat(Enumerable.Range(0, 100).Select(i => $"scale {400 + i % 7} g stable\n")));
        using var tick = new PeriodicTimer(TimeSpan.FromMilliseconds(10));
        while (await tick.WaitForNextTickAsync(stop))
        {
            await stream.WriteAsync(hundred, stop);
            Interlocked.Add(ref linesSaid, 100);
        }
    }

    private static async Task Noise(NetworkStream stream, CancellationToken stop)
    {
        var random = new Random(1);
        var bytes = new byte[4096];
        while (true)
        {
            random.NextBytes(bytes);
            await stream.WriteAsync(bytes, stop);
            await Task.Delay(5, stop);
        }
    }

    private static async Task HangUp(NetworkStream stream, CancellationToken stop)
    {
        await stream.WriteAsync(Encoding.ASCII.GetBytes("air 18.0 C 60.0 %\nair 18."), stop);
        await Task.Delay(1000, stop);
    }

    private static async Task<List<double>> Times(Visitor visitor, TimeSpan during)
    {
        var times = new List<double>();
        var until = Stopwatch.GetTimestamp() + (long)(during.TotalSeconds * Stopwatch.Frequency);
        while (Stopwatch.GetTimestamp() < until)
        {
            var start = Stopwatch.GetTimestamp();
            await visitor.Get(OtherRequest);
            times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
            await Task.Delay(20);
        }

        return times;
    }

    private static double P95(List<double> times)
    {
        times.Sort();
        return times[(int)(0.95 * times.Count)];
    }

    private static double Resident(int pid) =>
        double.Parse(
            File.ReadLines($"/proc/{pid}/status")
                .First(l => l.StartsWith("VmRSS", StringComparison.Ordinal))
                .Split(':')[1]
                .Trim()
                .Split(' ')[0],
            CultureInfo.InvariantCulture
        ) / 1000;
}
