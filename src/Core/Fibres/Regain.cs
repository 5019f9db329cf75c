using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Fibres;

/// <summary>
/// Moisture in fibre. Regain is the mass of water over the oven-dry mass; it follows the air's relative humidity along
/// published absorption curves (typical, room temperature), read between the points in straight lines.
/// Fractions inside, percent at the edges.
/// </summary>
public static class Regain
{
    /// <summary>The relative humidity at which reference masses are stated, in percent.</summary>
    public const double ReferenceHumidity = 65;

    /// <summary>Above this relative humidity, in percent, the curves are uncertain.</summary>
    public const double UncertainAbove = 95;

    private static readonly double[] Humidities = [0, 10, 20, 30, 40, 50, 60, 65, 70, 80, 90, 95, 100];
    private static readonly double[] Hair = [0, 4.0, 6.2, 8.0, 9.8, 11.6, 13.4, 14.5, 15.7, 18.8, 23.5, 27, 33];
    private static readonly double[] Silk = [0, 2.6, 4.2, 5.5, 6.7, 7.9, 9.2, 10.0, 10.9, 13.5, 18, 22, 30];
    private static readonly double[] Cotton = [0, 2.0, 3.0, 3.8, 4.7, 5.6, 6.6, 7.2, 7.9, 10, 13.5, 17, 25];

    /// <summary>Whether the fibre has an absorption curve here; one without is counted at its weight in balances.</summary>
    /// <param name="fibre">The fibre.</param>
    public static bool IsKnown(Fibre fibre) => Curve(fibre) is not null;

    /// <summary>The regain of fibre rested in air, as a fraction of its oven-dry mass.</summary>
    /// <param name="fibre">A fibre with a curve; throws <see cref="ArgumentOutOfRangeException"/> for one without.</param>
    /// <param name="relativeHumidityPercent">0 to 100; throws outside.</param>
    public static double At(Fibre fibre, double relativeHumidityPercent)
    {
        var curve = Curve(fibre) ?? throw new ArgumentOutOfRangeException(nameof(fibre), fibre, "No absorption curve for this fibre.");
        if (!(relativeHumidityPercent is >= 0 and <= 100))
        {
            throw new ArgumentOutOfRangeException(nameof(relativeHumidityPercent));
        }

        var right = Math.Max(1, Array.FindIndex(Humidities, h => relativeHumidityPercent <= h));
        var part = (relativeHumidityPercent - Humidities[right - 1]) / (Humidities[right] - Humidities[right - 1]);
        return (curve[right - 1] + (part * (curve[right] - curve[right - 1]))) / 100;
    }

    /// <summary>Standard uncertainty of a regain, as a fraction: how well the curve and a room hygrometer fix it.</summary>
    /// <param name="fibre">The fibre.</param>
    /// <param name="humidityWasRead">False when nobody read the room's humidity.</param>
    public static double Uncertainty(Fibre fibre, bool humidityWasRead) =>
        !IsKnown(fibre) ? 0
        : !humidityWasRead ? 0.02
        : fibre switch
        {
            Fibre.Silk => 0.006,
            Fibre.Cotton => 0.005,
            _ => 0.010,
        };

    /// <summary>
    /// The agreed allowance as a fraction (Regulation (EU) 1007/2011, Annex IX, made for composition labels): the moisture
    /// that trade counts as belonging to the fibre. Wool and hair of unknown preparation count as carded.
    /// </summary>
    /// <param name="fibre">Any fibre.</param>
    /// <param name="preparation">Matters for wool, hair and horsehair only.</param>
    public static double Allowance(Fibre fibre, Preparation preparation) =>
        fibre switch
        {
            Fibre.Horsehair => preparation == Preparation.Combed ? 0.16 : 0.15,
            Fibre.Silk => 0.11,
            Fibre.Cotton or Fibre.Ramie => 0.085,
            Fibre.Flax or Fibre.Hemp => 0.12,
            Fibre.Jute => 0.17,
            Fibre.Viscose or Fibre.Modal or Fibre.Lyocell => 0.13,
            Fibre.Acetate => 0.09,
            Fibre.Nylon => 0.0625,
            Fibre.Polyester => 0.015,
            Fibre.Acrylic => 0.02,
            _ => preparation == Preparation.Combed ? 0.1825 : 0.17,
        };

    private static double[]? Curve(Fibre fibre) =>
        fibre switch
        {
            Fibre.Silk => Silk,
            Fibre.Cotton => Cotton,
            <= Fibre.Horsehair => Hair,
            _ => null,
        };

    /// <summary>The reckoning <c>regain</c>.</summary>
    /// <param name="input">Fibre and humidity.</param>
    /// <returns>Percent, or a refusal for a fibre without a curve (<c>no-curve</c>) or a humidity outside 0 to 100.</returns>
    public static Result<RegainOutput> Reckon(RegainInput input) =>
        Check(input.Fibre, input.RelativeHumidityPercent)
            .Then<RegainOutput>(() =>
                new RegainOutput(At(input.Fibre, input.RelativeHumidityPercent) * 100, input.RelativeHumidityPercent > UncertainAbove)
            );

    /// <summary>The reckoning <c>reference-mass</c>.</summary>
    /// <param name="input">Fibre, logged mass, humidity, preparation.</param>
    /// <returns>The same fibre's mass oven-dry, rested at 65 % humidity, and at the agreed allowance.</returns>
    public static Result<ReferenceMassOutput> ReckonMasses(ReferenceMassInput input) =>
        Check(input.Fibre, input.RelativeHumidityPercent)
            .NotNegative(input.MassGrams, "massGrams")
            .Then<ReferenceMassOutput>(() =>
            {
                var dry = input.MassGrams / (1 + At(input.Fibre, input.RelativeHumidityPercent));
                return new ReferenceMassOutput(
                    dry,
                    dry * (1 + At(input.Fibre, ReferenceHumidity)),
                    dry * (1 + Allowance(input.Fibre, input.Preparation ?? Preparation.Carded))
                );
            });

    private static Guard Check(Fibre fibre, double humidity) =>
        new Guard()
            .Need(IsKnown(fibre), "fibre", "no-curve", "has no absorption curve here, only an agreed allowance")
            .Within(humidity, 0, 100, "relativeHumidityPercent");
}

/// <summary>Input of <c>regain</c>.</summary>
/// <param name="Fibre">A fibre with an absorption curve: wool, hair, silk or cotton.</param>
/// <param name="RelativeHumidityPercent">0 to 100.</param>
public sealed record RegainInput(
    [property: Unit("fibre", "what the fibre is")] Fibre Fibre,
    [property: Unit("%", "relative humidity of the room")] double RelativeHumidityPercent
);

/// <summary>Output of <c>regain</c>.</summary>
/// <param name="RegainPercent">Water over oven-dry mass.</param>
/// <param name="Uncertain">True above 95 % humidity, where the curves are rough.</param>
public sealed record RegainOutput(
    [property: Unit("%", "water over oven-dry mass")] double RegainPercent,
    [property: Unit("", "above 95 % humidity the curve is rough")] bool Uncertain
);

/// <summary>Input of <c>reference-mass</c>.</summary>
/// <param name="Fibre">A fibre with an absorption curve.</param>
/// <param name="MassGrams">Zero or more.</param>
/// <param name="RelativeHumidityPercent">0 to 100.</param>
/// <param name="Preparation">Carded when not given.</param>
public sealed record ReferenceMassInput(
    [property: Unit("fibre", "what the fibre is")] Fibre Fibre,
    [property: Unit("g", "the weight, rested in the room")] double MassGrams,
    [property: Unit("%", "relative humidity of the room")] double RelativeHumidityPercent,
    [property: Unit("preparation", "carded when not given")] Preparation? Preparation = null
);

/// <summary>Output of <c>reference-mass</c>.</summary>
/// <param name="OvenDryGrams">Without any water.</param>
/// <param name="ReferenceGrams">Rested at 65 % humidity.</param>
/// <param name="TradeGrams">At the agreed allowance.</param>
public sealed record ReferenceMassOutput(
    [property: Unit("g", "without any water")] double OvenDryGrams,
    [property: Unit("g", "rested at 65 % humidity")] double ReferenceGrams,
    [property: Unit("g", "at the agreed allowance")] double TradeGrams
);
