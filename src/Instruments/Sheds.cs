using System.Diagnostics;
using System.Globalization;

namespace EarthyTuft.Instruments;

/// <summary>Sets of stand-ins, one a shed; a shed comes into being when it is first named and goes when nobody has asked for it for a
/// while.</summary>
internal sealed class Sheds(double speed)
{
    /// <summary>Where one is who named none.</summary>
    public const string Common = "";

    private const int Most = 300;
    private static readonly TimeSpan KeptFor = TimeSpan.FromHours(2);
    private readonly Dictionary<string, Shed> all = [];
    private readonly Lock turn = new();
    private readonly Stopwatch clock = Stopwatch.StartNew();

    /// <summary>The shed that a line names: <c>shed NAME</c>, letters, figures and hyphens. Null for any other line.</summary>
    public static string? NameIn(string line) =>
        line.StartsWith("shed ", StringComparison.Ordinal)
        && line[5..].Trim() is { Length: > 0 and <= 40 } name
        && name.All(c => char.IsAsciiLetterOrDigit(c) || c == '-')
            ? name
            : null;

    /// <summary>What an instrument of a shed says at this moment.</summary>
    public string Line(string shed, string instrument)
    {
        lock (turn)
        {
            return Of(shed).Lines[instrument];
        }
    }

    /// <summary>Does what a hand does.</summary>
    public string Do(string shed, string line)
    {
        var words = line.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        double[] numbers =
        [
            .. words.Skip(1).Select(w => double.TryParse(w, NumberStyles.Float, CultureInfo.InvariantCulture, out var n) ? n : double.NaN),
        ];
        lock (turn)
        {
            return words.Length == 0
                ? "?"
                : Of(shed).All.Values.Select(s => s.Do(words[0], numbers, Seconds)).FirstOrDefault(a => a is not null) ?? "?";
        }
    }

    /// <summary>Lets every instrument of every shed measure.</summary>
    public void Measure()
    {
        lock (turn)
        {
            foreach (var (name, shed) in all.ToArray())
            {
                if (clock.Elapsed - shed.AskedAt > KeptFor)
                {
                    all.Remove(name);
                    continue;
                }

                shed.Measure(Seconds);
            }
        }
    }

    private double Seconds => clock.Elapsed.TotalSeconds * speed;

    private Shed Of(string name)
    {
        if (!all.TryGetValue(name, out var shed))
        {
            if (all.Count >= Most)
            {
                all.Remove(all.MinBy(s => s.Value.AskedAt).Key);
            }

            all[name] = shed = new Shed(speed);
            shed.Measure(Seconds);
        }

        shed.AskedAt = clock.Elapsed;
        return shed;
    }

    /// <summary>A scale, a probe and an air sensor in one room.</summary>
    private sealed class Shed
    {
        public Shed(double speed)
        {
            var air = new AirStandIn();
            All = new()
            {
                ["scale"] = new ScaleStandIn(speed),
                ["probe"] = new ProbeStandIn(speed, air),
                ["air"] = air,
            };
        }

        public Dictionary<string, IStandIn> All { get; }

        public Dictionary<string, string> Lines { get; } = [];

        public TimeSpan AskedAt { get; set; }

        public void Measure(double seconds)
        {
            foreach (var (name, standIn) in All)
            {
                Lines[name] = standIn.Say(seconds);
            }
        }
    }
}
