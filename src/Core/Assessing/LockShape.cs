using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Core.Assessing;

/// <summary>
/// The shape of a lock for drawing it to scale: everything in millimetres along and across the relaxed lock.
/// </summary>
/// <param name="LengthMillimetres">Butt to tip.</param>
/// <param name="WavelengthMillimetres">From crest to crest; null for a straight or unordered lock.</param>
/// <param name="DepthMillimetres">From the middle line to a crest.</param>
/// <param name="Wave">The kind of wave.</param>
/// <param name="Counted">True when the waves were counted, false when only the kind is known.</param>
public sealed record LockShape(double LengthMillimetres, double? WavelengthMillimetres, double DepthMillimetres, Wave Wave, bool Counted)
{
    /// <summary>Works a lock's shape out.</summary>
    /// <param name="length">Its length in millimetres, above zero.</param>
    /// <param name="crimpsPerCentimetre">Counted crimps, null when not counted.</param>
    /// <param name="wave">Kind of wave, null when not judged: then a counted lock is crimped, an uncounted one straight.</param>
    public static LockShape Of(double length, double? crimpsPerCentimetre, Wave? wave)
    {
        var kind = wave ?? (crimpsPerCentimetre > 0 ? Wave.Crimp : Wave.None);
        double? counted = crimpsPerCentimetre > 0 ? 10 / crimpsPerCentimetre : null;
        // Without a count the usual spacing of the kind is drawn (typical), and said to be uncounted.
        var wavelength = kind switch
        {
            Wave.None or Wave.Disorganised => counted,
            Wave.Wave => counted ?? 22,
            Wave.Curl => counted ?? 14,
            _ => counted ?? 4,
        };
        // Depth against spacing is what the eye tells the kinds apart by (typical).
        var depth = (kind, wavelength) switch
        {
            (Wave.Disorganised, _) => 0.8,
            (Wave.None, _) or (_, null) => 0,
            (Wave.Wave, { } w) => 0.10 * w,
            (Wave.Curl, { } w) => 0.2 * w,
            (_, { } w) => 0.15 * w,
        };
        return new LockShape(length, wavelength, Math.Min(depth, 6), kind, counted is not null);
    }
}
