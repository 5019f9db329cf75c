namespace EarthyTuft.Core.Scouring;

/// <summary>One temperature read in a bath.</summary>
/// <param name="Minutes">After the watch began.</param>
/// <param name="Celsius">What was read.</param>
/// <param name="ByProbe">A probe said it, no person did.</param>
public sealed record BathReading(double Minutes, double Celsius, bool ByProbe = false);

/// <summary>
/// Which readings tell of the water as it lies there now. A bath cools by itself only so fast and never warms: a reading that leaps means
/// that hot or cold was poured in (the watch begins anew there), or that the probe is not in the water (the watch goes on without it).
/// </summary>
/// <param name="Counted">In order of time.</param>
/// <param name="Excluded">The others, in order of time.</param>
/// <param name="BeganMinutes">When the water became what it is; null while it is as it was poured for.</param>
/// <param name="Doubted">The latest reading, where it is nearer to the air than to the bath and not believed; else null.</param>
public sealed record BathReadings(
    IReadOnlyList<BathReading> Counted,
    IReadOnlyList<BathReading> Excluded,
    double? BeganMinutes,
    BathReading? Doubted
)
{
    /// <summary>So many of a probe's readings in a row must agree before a leap is taken for true.</summary>
    public const int ProbeAgrees = 3;

    /// <summary>A person who reads the temperature of the room in a hot bath is believed when they read it again.</summary>
    public const int PersonAgrees = 2;

    /// <summary>How many degrees two readings may differ by noise alone: more than five times the scatter of a probe's two, three and a
    /// half of a person's.</summary>
    private static double Slack(BathReading a, BathReading b) => a.ByProbe && b.ByProbe ? 1.2 : 2.5;

    /// <summary>Sorts.</summary>
    /// <param name="outset">What is known of the bath beforehand.</param>
    /// <param name="readings">In any order.</param>
    public static BathReadings Sort(BathOutset outset, IEnumerable<BathReading> readings)
    {
        List<BathReading> counted = [],
            excluded = [],
            leapt = [];
        double? began = null;
        var outside = false;
        foreach (var reading in readings.OrderBy(r => r.Minutes))
        {
            if (leapt.Count == 0 && Follows(outset, counted, reading))
            {
                counted.Add(reading);
                continue;
            }

            if (leapt.Count > 0 && !Follows(outset, leapt[^1], reading))
            {
                excluded.AddRange(leapt);
                leapt.Clear();
                outside = false;
            }

            leapt.Add(reading);
            if (outside)
            {
                continue;
            }

            // It leapt back to where it was expected: the probe hangs in the bath again, or one reading was wrong.
            if (Follows(outset, counted, leapt[0]))
            {
                if (leapt.Count >= Needed(leapt, asAir: false))
                {
                    counted.AddRange(leapt);
                    leapt.Clear();
                }

                continue;
            }

            var air = IsAir(outset, counted, leapt[0]);
            outside = air && reading.ByProbe && leapt.Count >= ProbeAgrees;
            if (!outside && leapt.Count >= Needed(leapt, air))
            {
                excluded.AddRange(counted);
                (counted, began) = ([.. leapt], leapt[0].Minutes);
                leapt.Clear();
            }
        }

        // Half a minute of leaping alone raises no question: it may be the hot water that somebody is pouring in.
        var doubted = leapt.Count > 0 && (outside || IsAir(outset, counted, leapt[0])) ? leapt[^1] : null;
        return new BathReadings(counted, [.. excluded.Concat(leapt).OrderBy(r => r.Minutes)], began, doubted);
    }

    private static int Needed(List<BathReading> leapt, bool asAir) =>
        leapt[^1].ByProbe
            ? asAir
                ? int.MaxValue
                : ProbeAgrees
            : asAir
                ? PersonAgrees
                : 1;

    private static bool Follows(BathOutset outset, List<BathReading> counted, BathReading reading)
    {
        if (counted.Count > 0)
        {
            return Follows(outset, counted[^1], reading);
        }

        var (low, high) = Reach(outset, outset.Start.Mean, reading.Minutes);
        var poured = 3 * outset.Start.Deviation + Slack(reading, reading);
        return reading.Celsius >= low - poured && reading.Celsius <= high + poured;
    }

    private static bool Follows(BathOutset outset, BathReading before, BathReading reading)
    {
        var (low, high) = Reach(outset, before.Celsius, reading.Minutes - before.Minutes);
        var slack = Slack(before, reading);
        return reading.Celsius >= low - slack && reading.Celsius <= high + slack;
    }

    /// <summary>Nearer to the air than to the coldest the bath can be, where the two are far enough apart to tell.</summary>
    private static bool IsAir(BathOutset outset, List<BathReading> counted, BathReading reading)
    {
        var (from, minutes) = counted.Count > 0 ? (counted[^1].Celsius, counted[^1].Minutes) : (outset.Start.Mean, 0);
        var coldest = Reach(outset, from, reading.Minutes - minutes).Low;
        const double Apart = 8;
        return coldest - outset.Air.Mean > Apart && reading.Celsius < (coldest + outset.Air.Mean) / 2;
    }

    /// <summary>Where the water may be after some minutes, left to itself in the worst tub that could be this one.</summary>
    private static (double Low, double High) Reach(BathOutset outset, double celsius, double minutes)
    {
        var fastest = outset.Tub.PerMinute * Math.Exp(Math.Max(1.2, 3 * outset.Tub.LogRate.Deviation));
        var left = Math.Exp(-fastest * Math.Max(0, minutes));
        double After(double air) => air + (celsius - air) * left;
        var unsure = 3 * outset.Air.Deviation;
        return (Math.Min(celsius, After(outset.Air.Mean - unsure)), Math.Max(celsius, After(outset.Air.Mean + unsure)));
    }
}
