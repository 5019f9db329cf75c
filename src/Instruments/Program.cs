using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text;
using EarthyTuft.Instruments;

// Stand-ins for a bench scale, a bath probe and an air sensor, for whoever has none at hand. Each speaks the line protocol of
// docs/instruments.md on a port of its own, on loopback only; a fourth port takes what a hand would do (put, pour, breathe).
//   EarthyTuft.Instruments --scale PORT --probe PORT --air PORT --control PORT [--speed N]
var ports = new Dictionary<string, int>();
var speed = 1.0;
for (var i = 0; i + 1 < args.Length; i += 2)
{
    if (args[i] == "--speed" && double.TryParse(args[i + 1], CultureInfo.InvariantCulture, out speed) && speed is > 0 and <= 3600)
    {
        continue;
    }

    if (args[i].StartsWith("--") && int.TryParse(args[i + 1], out var port) && port is > 0 and < 65536)
    {
        ports[args[i][2..]] = port;
        continue;
    }

    Console.Error.WriteLine($"{args[i]} {args[i + 1]} is not understood.");
    return 2;
}

if (ports.Keys.Except(["scale", "probe", "air", "control"]).Any() || ports.Count != 4)
{
    Console.Error.WriteLine("Say --scale, --probe, --air and --control, each with a port of its own.");
    return 2;
}

using var stop = new CancellationTokenSource();
Console.CancelKeyPress += (_, e) =>
{
    e.Cancel = true;
    stop.Cancel();
};
AppDomain.CurrentDomain.ProcessExit += (_, _) => stop.Cancel();

var clock = Stopwatch.StartNew();
double Seconds() => clock.Elapsed.TotalSeconds * speed;
var air = new AirStandIn();
var all = new Dictionary<string, IStandIn> { ["scale"] = new ScaleStandIn(speed), ["probe"] = new ProbeStandIn(speed, air), ["air"] = air };
var lines = all.Keys.ToDictionary(k => k, _ => "");
var turn = new Lock();

string Do(string line)
{
    var words = line.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
    double[] numbers = [.. words.Skip(1).Select(w => double.TryParse(w, NumberStyles.Float, CultureInfo.InvariantCulture, out var n) ? n : double.NaN)];
    lock (turn)
    {
        return words.Length == 0 ? "?" : all.Values.Select(s => s.Do(words[0], numbers, Seconds())).FirstOrDefault(a => a is not null) ?? "?";
    }
}

async Task Measure()
{
    using var tick = new PeriodicTimer(TimeSpan.FromMilliseconds(200));
    while (await tick.WaitForNextTickAsync(stop.Token))
    {
        lock (turn)
        {
            foreach (var (name, standIn) in all)
            {
                lines[name] = standIn.Say(Seconds());
            }
        }
    }
}

async Task Serve(string name)
{
    var listener = new TcpListener(IPAddress.Loopback, ports[name]);
    listener.Start();
    while (true)
    {
        var client = await listener.AcceptTcpClientAsync(stop.Token);
        _ = name == "control" ? Obey(client) : Speak(client, name);
    }
}

async Task Speak(TcpClient client, string name)
{
    using (client)
    {
        try
        {
            var stream = client.GetStream();
            var listening = Listen(stream);
            using var tick = new PeriodicTimer(TimeSpan.FromMilliseconds(200));
            while (await tick.WaitForNextTickAsync(stop.Token))
            {
                await stream.WriteAsync(Encoding.ASCII.GetBytes(lines[name] + "\n"), stop.Token);
            }

            await listening;
        }
        catch (Exception e) when (e is IOException or SocketException or OperationCanceledException)
        {
            // Whoever listened has gone.
        }
    }
}

// Keys pressed from afar.
async Task Listen(NetworkStream stream)
{
    using var reader = new StreamReader(stream, Encoding.ASCII, leaveOpen: true);
    try
    {
        while (await reader.ReadLineAsync(stop.Token) is { } line)
        {
            if (line is "tare" or "unit")
            {
                Do(line);
            }
        }
    }
    catch (Exception e) when (e is IOException or SocketException or OperationCanceledException or ObjectDisposedException)
    {
        // As above.
    }
}

async Task Obey(TcpClient client)
{
    using (client)
    {
        try
        {
            await using var stream = client.GetStream();
            using var reader = new StreamReader(stream, Encoding.ASCII);
            while (await reader.ReadLineAsync(stop.Token) is { } line)
            {
                await stream.WriteAsync(Encoding.ASCII.GetBytes(Do(line) + "\n"), stop.Token);
            }
        }
        catch (Exception e) when (e is IOException or SocketException or OperationCanceledException)
        {
            // As above.
        }
    }
}

try
{
    Task[] running = [Measure(), .. ports.Keys.Select(Serve)];
    await await Task.WhenAny(running);
}
catch (OperationCanceledException)
{
    return 0;
}

return 1;
