using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text;
using EarthyTuft.Instruments;

// Stand-ins for a bench scale, a bath probe and an air sensor, for whoever has none at hand. Each speaks the line protocol of
// docs/instruments.md on a port of its own, on loopback only; a fourth port takes what a hand would do (put, pour, breathe).
// Whoever says "shed NAME" first hears and moves the instruments of a shed of its own, so that two demos never share a scale.
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

var sheds = new Sheds(speed);

async Task Measure()
{
    using var tick = new PeriodicTimer(TimeSpan.FromMilliseconds(200));
    while (await tick.WaitForNextTickAsync(stop.Token))
    {
        sheds.Measure();
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
            var shed = new Named { Name = Sheds.Common };
            var listening = Listen(stream, shed);
            using var tick = new PeriodicTimer(TimeSpan.FromMilliseconds(200));
            while (await tick.WaitForNextTickAsync(stop.Token))
            {
                await stream.WriteAsync(Encoding.ASCII.GetBytes(sheds.Line(shed.Name, name) + "\n"), stop.Token);
            }

            await listening;
        }
        catch (Exception e) when (e is IOException or SocketException or OperationCanceledException)
        {
            // Whoever listened has gone.
        }
    }
}

// Keys pressed from afar, and in which shed one listens.
async Task Listen(NetworkStream stream, Named shed)
{
    using var reader = new StreamReader(stream, Encoding.ASCII, leaveOpen: true);
    try
    {
        while (await reader.ReadLineAsync(stop.Token) is { } line)
        {
            if (line is "tare" or "unit")
            {
                sheds.Do(shed.Name, line);
            }
            else if (Sheds.NameIn(line) is { } said)
            {
                shed.Name = said;
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
            var shed = Sheds.Common;
            while (await reader.ReadLineAsync(stop.Token) is { } line)
            {
                if (Sheds.NameIn(line) is { } said)
                {
                    shed = said;
                    continue;
                }

                await stream.WriteAsync(Encoding.ASCII.GetBytes(sheds.Do(shed, line) + "\n"), stop.Token);
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

/// <summary>The shed that a connection listens in.</summary>
internal sealed class Named
{
    public required string Name { get; set; }
}
