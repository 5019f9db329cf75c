using System.Globalization;

namespace EarthyTuft.Instruments;

/// <summary>Something that measures: it says what it sees and has keys to press.</summary>
internal interface IStandIn
{
    /// <summary>A line of the protocol, as it would be said at this moment.</summary>
    /// <param name="seconds">Since it was switched on, by its own clock.</param>
    string Say(double seconds);

    /// <summary>A key on it was pressed, or something was done to it. Null when it knows no such word.</summary>
    string? Do(string word, double[] numbers, double seconds);
}

/// <summary>Noise with a bell curve, seeded: two runs say the same.</summary>
internal sealed class Noise(int seed)
{
    private readonly Random random = new(seed);

    public double Next(double deviation) =>
        deviation * Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}

/// <summary>
/// A bench scale of one gram and five kilograms: it settles when something is put on, trembles, drifts a little in hours, and says stable
/// only when its last readings agree. A fleece that dries can lie on it.
/// </summary>
internal sealed class ScaleStandIn(double speed) : IStandIn
{
    private const double Most = 5000,
        Step = 1,
        SettlesIn = 0.35;
    private static readonly (string Name, double Grams, int Places)[] Units = [("g", 1, 0), ("oz", 28.349523125, 2), ("lb", 453.59237, 3)];
    private readonly Noise noise = new(11);
    private readonly Queue<double> recent = new();
    private (double Dry, double Wet, double Tau, double Steady, double Since)? fleece;
    private double load,
        shown,
        tare,
        lastAt;
    private int unit;

    private double Load(double seconds)
    {
        if (fleece is not { } f)
        {
            return load;
        }

        // Minutes of the demo's clock: a long drying can be watched in a short one.
        var minutes = (seconds - f.Since) / 60;
        var whole = 1 + f.Steady / f.Tau;
        return f.Dry + f.Wet * (minutes < f.Steady ? 1 + (f.Steady - minutes) / f.Tau : Math.Exp(-(minutes - f.Steady) / f.Tau)) / whole;
    }

    public string Say(double seconds)
    {
        var real = Math.Max(0, (seconds - lastAt) / speed);
        lastAt = seconds;
        var truth = Load(seconds);
        shown += (truth - shown) * (1 - Math.Exp(-real / SettlesIn));
        var swing = Math.Abs(truth - shown);
        var drift = 0.3 * Math.Sin(seconds / 5400);
        var seen = shown + drift + noise.Next(0.12 + 0.04 * Math.Min(swing, 50));
        recent.Enqueue(seen);
        if (recent.Count > 4)
        {
            recent.Dequeue();
        }

        if (seen > Most)
        {
            return "scale over";
        }

        var stable = recent.Count == 4 && recent.Max() - recent.Min() < 1.5 * Step && swing < Step;
        var (name, grams, places) = Units[unit];
        var value = Math.Round((seen - tare) / Step) * Step / grams;
        return $"scale {(value == 0 ? 0 : value).ToString("F" + places, CultureInfo.InvariantCulture)} {name} {(stable ? "stable" : "moving")}";
    }

    public string? Do(string word, double[] numbers, double seconds)
    {
        switch (word)
        {
            case "tare":
                tare = shown;
                return "tared";
            case "unit":
                unit = (unit + 1) % Units.Length;
                return Units[unit].Name;
            case "put" when numbers is [>= 0 and <= 100_000]:
                (load, fleece) = (numbers[0], null);
                return "on the pan";
            case "off":
                (load, fleece, tare) = (0, null, 0);
                return "empty pan";
            case "fleece" when numbers is [> 0 and < 5000, >= 0 and < 5000, > 0 and < 5000, >= 0 and < 5000]:
                fleece = (numbers[0], numbers[1], numbers[2], numbers[3], seconds);
                return "a wet fleece on the pan";
            default:
                return null;
        }
    }
}

/// <summary>A thermometer in a bath: it follows the water with a few seconds' lag, and the water cools as open water does. A bath's rate is
/// told for the middle of a soak.</summary>
internal sealed class ProbeStandIn(double speed, AirStandIn room) : IStandIn
{
    private const double LagSeconds = 4;
    private readonly Noise noise = new(23);
    private (double Celsius, double Rate, double At)? bath;
    private double shown = 18,
        lastAt;

    /// <summary>Open water: beside the air evaporation cools it, in kelvin; and so many times as fast in the middle of a soak as by the air
    /// alone.</summary>
    private const double Evaporation = 350,
        SoakFactor = 1.873,
        Humidity = 0.6,
        StepSeconds = 5;

    // Kilograms of water in a kilogram of saturated air.
    private static double Moisture(double celsius)
    {
        var pressure = 0.61078 * Math.Exp(17.27 * celsius / (celsius + 237.3));
        return 0.622 * pressure / (101.3 - pressure);
    }

    private double Water(double seconds)
    {
        if (bath is not { } b)
        {
            return room.Celsius;
        }

        // From where it was last looked at, in small steps.
        while (b.At < seconds)
        {
            var step = Math.Min(StepSeconds, seconds - b.At);
            var pull = b.Celsius - room.Celsius + Evaporation * (Moisture(b.Celsius) - Humidity * Moisture(room.Celsius));
            b = (b.Celsius - b.Rate / SoakFactor * pull * step / 60, b.Rate, b.At + step);
        }

        bath = b;
        return b.Celsius;
    }

    public string Say(double seconds)
    {
        // The lag is the probe's own: it does not grow with the demo's clock.
        var real = Math.Max(0, (seconds - lastAt) / speed);
        lastAt = seconds;
        var water = Water(seconds);
        shown = speed > 1 ? water : shown + (water - shown) * (1 - Math.Exp(-real / LagSeconds));
        return $"probe {(shown + noise.Next(0.1)).ToString("F1", CultureInfo.InvariantCulture)} C";
    }

    public string? Do(string word, double[] numbers, double seconds)
    {
        switch (word)
        {
            case "pour" when numbers is [>= 0 and <= 100, > 0 and < 1]:
                bath = (numbers[0], numbers[1], seconds);
                return "a bath is poured";
            case "empty":
                bath = null;
                return "the tub is empty";
            default:
                return null;
        }
    }
}

/// <summary>An air sensor: the day's slow swing, and a breath now and then.</summary>
internal sealed class AirStandIn : IStandIn
{
    private readonly Noise noise = new(37);
    private double breathAt = double.NegativeInfinity;

    public double Celsius { get; private set; } = 18;

    public string Say(double seconds)
    {
        var day = Math.Sin(seconds / 86_400 * 2 * Math.PI);
        var breath = Math.Exp(-Math.Max(0, seconds - breathAt) / 90);
        breath = double.IsNegativeInfinity(breathAt) ? 0 : breath;
        var humidity = Math.Clamp(62 - 4 * day + 22 * breath + noise.Next(0.2), 0, 100);
        // A breath warms the sensor and not the room.
        return FormattableString.Invariant($"air {Celsius + 1.5 * breath + noise.Next(0.05):F1} C {humidity:F1} %");
    }

    public string? Do(string word, double[] numbers, double seconds)
    {
        switch (word)
        {
            case "breathe":
                breathAt = seconds;
                return "a breath";
            case "room" when numbers is [>= -20 and <= 45]:
                Celsius = numbers[0];
                return "the room is set";
            default:
                return null;
        }
    }
}
