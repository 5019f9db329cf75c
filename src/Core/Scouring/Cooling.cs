using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>A bath that cools towards the air: T(t) = air + (start - air) e^(-rate t), t in minutes (docs/craft.md, section 6).</summary>
/// <param name="StartCelsius">At the start.</param>
/// <param name="AirCelsius">Of the air.</param>
/// <param name="RatePerMinute">The tub's cooling rate, above zero.</param>
public sealed record Cooling(double StartCelsius, double AirCelsius, double RatePerMinute)
{
    /// <summary>What a bath must stay above until the wool is lifted out, or the wax settles back.</summary>
    public const double FloorCelsius = 45;

    /// <summary>The temperature some time after the start.</summary>
    /// <param name="minutes">After the start.</param>
    public double At(double minutes) => AirCelsius + (StartCelsius - AirCelsius) * Math.Exp(-RatePerMinute * minutes);

    /// <summary>When a floor is reached, in minutes after the start: zero when the bath starts below it, null when the air is not
    /// colder.</summary>
    /// <param name="floor">The floor.</param>
    public double? MinutesTo(double floor) =>
        floor >= StartCelsius ? 0
        : floor <= AirCelsius ? null
        : Math.Log((StartCelsius - AirCelsius) / (floor - AirCelsius)) / RatePerMinute;

    /// <summary>The rate that two readings tell.</summary>
    /// <param name="start">The first reading.</param>
    /// <param name="later">A later one, between air and start.</param>
    /// <param name="air">Of the air.</param>
    /// <param name="minutes">Between them, above zero.</param>
    public static double Rate(double start, double later, double air, double minutes) => Math.Log((start - air) / (later - air)) / minutes;

    /// <summary>The reckoning <c>bath-cooling</c>.</summary>
    /// <param name="input">Two readings, the air and the floor.</param>
    public static Result<BathCoolingOutput> Reckon(BathCoolingInput input) =>
        new Guard(WashFields.Subjects)
            .Within(input.StartCelsius, 0, 100, "startCelsius")
            .Within(input.AirCelsius, -40, 100, "airCelsius")
            .Within(input.LaterCelsius, 0, 100, "laterCelsius")
            .Within(input.FloorCelsius, 0, 100, "floorCelsius")
            .Positive(input.MinutesBetween, "minutesBetween")
            .Need(
                !(input.LaterCelsius >= input.StartCelsius),
                "laterCelsius",
                "not-cooling",
                "must be below the start: this bath did not cool"
            )
            .Need(
                !(input.AirCelsius >= input.LaterCelsius),
                "airCelsius",
                "not-cooling",
                "must be below the later reading: a bath does not cool below the air"
            )
            .Then<BathCoolingOutput>(() =>
            {
                var cooling = new Cooling(
                    input.StartCelsius,
                    input.AirCelsius,
                    Rate(input.StartCelsius, input.LaterCelsius, input.AirCelsius, input.MinutesBetween)
                );
                return new BathCoolingOutput(cooling.RatePerMinute, cooling.MinutesTo(input.FloorCelsius));
            });
}

/// <summary>Input of <c>bath-cooling</c>.</summary>
/// <param name="StartCelsius">The first reading.</param>
/// <param name="AirCelsius">Below the later reading.</param>
/// <param name="LaterCelsius">Below the first reading.</param>
/// <param name="MinutesBetween">Above zero.</param>
/// <param name="FloorCelsius">0 to 100.</param>
public sealed record BathCoolingInput(
    [property: Unit("°C", "at the start")] double StartCelsius,
    [property: Unit("°C", "the air")] double AirCelsius,
    [property: Unit("°C", "later")] double LaterCelsius,
    [property: Unit("min", "between the two")] double MinutesBetween,
    [property: Unit("°C", "the floor: lift before; usually 45")] double FloorCelsius
);

/// <summary>Output of <c>bath-cooling</c>.</summary>
/// <param name="RatePerMinute">The tub's cooling rate.</param>
/// <param name="MinutesToFloor">After the start; null when the floor is never reached.</param>
public sealed record BathCoolingOutput(
    [property: Unit("1/min", "cooling rate of the tub")] double RatePerMinute,
    [property: Unit("min", "from the start to the floor; none when it is never reached")] double? MinutesToFloor
);
