using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>What a simulated hand spun.</summary>
/// <param name="Wraps">As it reads them off a fresh ply-back of two, to half a wrap.</param>
/// <param name="Degrees">As it reads them, to three degrees.</param>
public sealed record HandPlyBack(double Wraps, double Degrees);

/// <summary>
/// A seeded model of a spinner, for tests and the demo (docs/craft.md, section 15): it aims at a thickness and misses it by a factor of its
/// own, by a further share from metre to metre, twists likewise, and reads wraps to half a wrap and angles to three degrees.
/// </summary>
public sealed class SimulatedHand
{
    /// <summary>How uneven it spins, as a share.</summary>
    public const double Unevenness = 0.06;

    private readonly Random random;

    /// <summary>A hand.</summary>
    /// <param name="seed">The same seed is the same hand.</param>
    public SimulatedHand(int seed)
    {
        random = new Random(seed);
        ThicknessFactor = 0.85 + 0.3 * random.NextDouble();
        TwistFactor = 0.85 + 0.3 * random.NextDouble();
        BloomPercent = 5 + 10 * random.NextDouble();
    }

    /// <summary>What it spins over what it aims at, in thickness: from 0.85 to 1.15, steady.</summary>
    public double ThicknessFactor { get; }

    /// <summary>The same of turns.</summary>
    public double TwistFactor { get; }

    /// <summary>By how much its washed wraps fall.</summary>
    public double BloomPercent { get; }

    /// <summary>The thickness it spins on the average of some metres.</summary>
    /// <param name="aimedMillimetres">What it aims at, above zero.</param>
    /// <param name="metres">How many are looked at, above zero.</param>
    /// <returns>Millimetres.</returns>
    public double Spin(double aimedMillimetres, double metres = 10) =>
        aimedMillimetres * ThicknessFactor * (1 + Unevenness / Math.Sqrt(metres) * Gauss());

    /// <summary>Spins a little with some settings, lets it double on itself, and reads it.</summary>
    /// <param name="aimedMillimetres">The thickness of singles it aims at, under tension, above zero.</param>
    /// <param name="turnsPerMetre">The turns that its settings would give, above zero.</param>
    /// <param name="singlesDensity">Wrap density of singles under tension.</param>
    /// <param name="freshDensity">Wrap density of the fresh ply-back.</param>
    public HandPlyBack PlyBack(double aimedMillimetres, double turnsPerMetre, double singlesDensity, double freshDensity)
    {
        var singles = Spin(aimedMillimetres, 3);
        var tex = Plying.Tex(Wraps.Tex(1, singlesDensity) * Math.Pow(singles / Wraps.Diameter(1), 2), 2, YarnFigures.UsualTakeUp);
        var wraps = Wraps.Of(tex, freshDensity);
        // Twist that lets go of the singles goes into the ply: at balance both lie at one angle.
        var turns = turnsPerMetre * TwistFactor * (1 + Unevenness / Math.Sqrt(3) * Gauss());
        return new HandPlyBack(ReadWraps(wraps), Math.Clamp(Math.Round((Twisting.AngleOf(singles, turns)) / 3) * 3, 3, 81));
    }

    /// <summary>Reads wraps to half a wrap.</summary>
    /// <param name="wraps">As they are.</param>
    public static double ReadWraps(double wraps) => Math.Max(1, Math.Round(wraps * 2) / 2);

    private double Gauss() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
