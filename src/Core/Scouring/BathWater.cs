using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>Mixing a bath to a temperature, and what it settles at with fleece and tub in it (docs/craft.md, section 6).</summary>
public static class BathWater
{
    /// <summary>Heat a litre of water takes for a degree, in kJ.</summary>
    public const double WaterHeat = 4.186;

    /// <summary>Heat a kilogram of wool takes for a degree, in kJ.</summary>
    public const double WoolHeat = 1.36;

    /// <summary>Water from a kettle as it reaches the tub (typical): just off the boil.</summary>
    public const double KettleCelsius = 95;

    /// <summary>Above this a pour is warned of.</summary>
    public const double HotPourCelsius = 90;

    /// <summary>Hot water for a bath, in litres; both given that the target can be reached.</summary>
    /// <param name="litres">The bath, above zero.</param>
    /// <param name="target">Its temperature.</param>
    /// <param name="hot">Of the hot water, at least the target.</param>
    /// <param name="cold">Of the cold water, at most the target.</param>
    public static double HotLitres(double litres, double target, double hot, double cold) =>
        hot > cold ? litres * (target - cold) / (hot - cold) : litres;

    /// <summary>What a bath settles at once fleece and tub have taken their warmth from it.</summary>
    /// <param name="litres">Water, above zero.</param>
    /// <param name="bath">As poured.</param>
    /// <param name="fleeceKilograms">The fleece.</param>
    /// <param name="fleece">Its temperature, and the tub's.</param>
    /// <param name="tubLitres">The tub's warmth as litres of water.</param>
    public static double Settled(double litres, double bath, double fleeceKilograms, double fleece, double tubLitres) =>
        (litres * WaterHeat * bath + fleeceKilograms * WoolHeat * fleece + tubLitres * WaterHeat * fleece)
        / (litres * WaterHeat + fleeceKilograms * WoolHeat + tubLitres * WaterHeat);

    /// <summary>How hot to pour for a bath to settle where it is wanted.</summary>
    /// <param name="litres">Water, above zero.</param>
    /// <param name="wanted">Where it is to settle.</param>
    /// <param name="fleeceKilograms">The fleece.</param>
    /// <param name="fleece">Its temperature, and the tub's.</param>
    /// <param name="tubLitres">The tub's warmth as litres of water.</param>
    public static double Pour(double litres, double wanted, double fleeceKilograms, double fleece, double tubLitres) =>
        wanted + (wanted - fleece) * (fleeceKilograms * WoolHeat + tubLitres * WaterHeat) / (litres * WaterHeat);

    /// <summary>Heat to bring water from one temperature to another, in kWh.</summary>
    /// <param name="litres">Water.</param>
    /// <param name="celsius">To.</param>
    /// <param name="cold">From.</param>
    public static double KilowattHours(double litres, double celsius, double cold) =>
        litres * WaterHeat * Math.Max(0, celsius - cold) / 3600;

    /// <summary>The reckoning <c>bath-mix</c>.</summary>
    /// <param name="input">Litres, target, hot and cold.</param>
    /// <returns>Refused with <c>cannot-be-reached</c> when the target lies outside cold to hot.</returns>
    public static Result<BathMixOutput> ReckonMix(BathMixInput input) =>
        new Guard(WashFields.Subjects)
            .Positive(input.Litres, "litres")
            .Within(input.ColdCelsius, 0, 100, "coldCelsius")
            .Within(input.HotCelsius, 0, 100, "hotCelsius")
            .Within(input.TargetCelsius, 0, 100, "targetCelsius")
            .Need(!(input.HotCelsius < input.ColdCelsius), "hotCelsius", "cannot-be-reached", "is colder than the cold water")
            .Need(
                !(input.TargetCelsius < input.ColdCelsius || input.TargetCelsius > input.HotCelsius),
                "targetCelsius",
                "cannot-be-reached",
                "cannot be reached by mixing: it lies outside cold to hot"
            )
            .Then<BathMixOutput>(() =>
            {
                var hot = HotLitres(input.Litres, input.TargetCelsius, input.HotCelsius, input.ColdCelsius);
                return new BathMixOutput(hot, input.Litres - hot);
            });

    /// <summary>The reckoning <c>bath-settle</c>.</summary>
    /// <param name="input">The bath, the fleece and the tub.</param>
    /// <returns>Refused with <c>too-hot-to-pour</c> when the pour would be above boiling.</returns>
    public static Result<BathSettleOutput> ReckonSettle(BathSettleInput input) =>
        new Guard(WashFields.Subjects)
            .Positive(input.Litres, "litres")
            .Within(input.BathCelsius, 0, 100, "bathCelsius")
            .NotNegative(input.FleeceGrams, "fleeceGrams")
            .Within(input.FleeceCelsius, 0, 100, "fleeceCelsius")
            .NotNegative(input.TubLitresEquivalent, "tubLitresEquivalent")
            .Then<BathSettleOutput>(() =>
            {
                var kilograms = input.FleeceGrams / 1000;
                var pour = Pour(input.Litres, input.BathCelsius, kilograms, input.FleeceCelsius, input.TubLitresEquivalent);
                return pour > 100
                    ? new Refusal(
                        "bathCelsius",
                        "too-hot-to-pour",
                        FormattableString.Invariant(
                            $"The bath would have to be poured at {pour:0} °C, above boiling. More water, or warm the fleece first."
                        )
                    )
                    : new BathSettleOutput(
                        Settled(input.Litres, input.BathCelsius, kilograms, input.FleeceCelsius, input.TubLitresEquivalent),
                        pour,
                        pour > HotPourCelsius
                    );
            });
}

/// <summary>Input of <c>bath-mix</c>.</summary>
/// <param name="Litres">Above zero.</param>
/// <param name="TargetCelsius">Cold to hot.</param>
/// <param name="HotCelsius">0 to 100.</param>
/// <param name="ColdCelsius">0 to 100.</param>
public sealed record BathMixInput(
    [property: Unit("L", "the bath")] double Litres,
    [property: Unit("°C", "wanted")] double TargetCelsius,
    [property: Unit("°C", "hot water")] double HotCelsius,
    [property: Unit("°C", "cold water")] double ColdCelsius
);

/// <summary>Output of <c>bath-mix</c>.</summary>
/// <param name="HotLitres">Hot water.</param>
/// <param name="ColdLitres">Cold water.</param>
public sealed record BathMixOutput(
    [property: Unit("L", "hot water")] double HotLitres,
    [property: Unit("L", "cold water")] double ColdLitres
);

/// <summary>Input of <c>bath-settle</c>.</summary>
/// <param name="Litres">Above zero.</param>
/// <param name="BathCelsius">0 to 100.</param>
/// <param name="FleeceGrams">Zero or more.</param>
/// <param name="FleeceCelsius">0 to 100; the tub starts at it too.</param>
/// <param name="TubLitresEquivalent">Zero or more.</param>
public sealed record BathSettleInput(
    [property: Unit("L", "the bath")] double Litres,
    [property: Unit("°C", "the bath")] double BathCelsius,
    [property: Unit("g", "fleece that goes in")] double FleeceGrams,
    [property: Unit("°C", "fleece and tub before")] double FleeceCelsius,
    [property: Unit("L", "the tub's warmth as litres of water")] double TubLitresEquivalent
);

/// <summary>Output of <c>bath-settle</c>.</summary>
/// <param name="SettledCelsius">Where a bath poured at that temperature settles.</param>
/// <param name="PourCelsius">How hot to pour for it to settle at that temperature.</param>
/// <param name="Scalds">The pour is above 90 degrees.</param>
public sealed record BathSettleOutput(
    [property: Unit("°C", "settles at")] double SettledCelsius,
    [property: Unit("°C", "pour at, to settle at the bath's")] double PourCelsius,
    [property: Unit("", "pour above 90 °C: it scalds")] bool Scalds
);
