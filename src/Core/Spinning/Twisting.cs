using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Spinning;

/// <summary>Twist of a yarn, by the wheel and by the angle (docs/craft.md, section 15). Turns are per metre, angles those of fibres or
/// plies against the yarn's axis.</summary>
public static class Twisting
{
    /// <summary>The angle that so many turns lay the surface of a yarn at: <c>tan a = pi d T</c>.</summary>
    /// <param name="diameterMillimetres">Above zero.</param>
    /// <param name="turnsPerMetre">Zero or more.</param>
    /// <returns>Degrees, from 0 to below 90.</returns>
    public static double AngleOf(double diameterMillimetres, double turnsPerMetre) =>
        Math.Atan(Math.PI * diameterMillimetres / 1000 * turnsPerMetre) * 180 / Math.PI;

    /// <summary>The turns per metre that lay the surface of a yarn at an angle: the inverse of <see cref="AngleOf" />.</summary>
    /// <param name="diameterMillimetres">Above zero.</param>
    /// <param name="degrees">From 0 to below 90.</param>
    public static double TurnsFor(double diameterMillimetres, double degrees) =>
        Math.Tan(degrees * Math.PI / 180) / (Math.PI * diameterMillimetres / 1000);

    /// <summary>The reckoning <c>twist</c>.</summary>
    /// <param name="input">A wheel's ratio and treadles for each draw, or the turns of a draw; and the draw.</param>
    /// <returns>The twist, or <c>out-of-range</c>, <c>missing</c> at <c>treadles</c> or <c>turnsPerDraw</c>, <c>twice</c> where both ways
    /// are given.</returns>
    public static Result<TwistOutput> ReckonTwist(TwistInput input)
    {
        var byWheel = input.Ratio is not null || input.Treadles is not null;
        var guard = new Guard(SpinningFields.Subjects)
            .Positive(input.DrawMillimetres, "drawMillimetres")
            .Need(
                !(byWheel && input.TurnsPerDraw is not null),
                "turnsPerDraw",
                "twice",
                "is given beside a wheel's ratio and treadles: give one of the two"
            )
            .Need(
                byWheel || input.TurnsPerDraw is not null,
                "turnsPerDraw",
                "missing",
                "is missing: give it, or a wheel's ratio and treadles for each draw"
            )
            .Need(!byWheel || input.Ratio is not null, "ratio", "missing", "is missing beside the treadles")
            .Need(!byWheel || input.Treadles is not null, "treadles", "missing", "is missing beside the ratio");
        foreach (var (value, field) in new[] { (input.Ratio, "ratio"), (input.Treadles, "treadles"), (input.TurnsPerDraw, "turnsPerDraw") })
        {
            if (value is { } given)
            {
                guard.Positive(given, field);
            }
        }

        return guard.Then<TwistOutput>(() =>
            Output((input.TurnsPerDraw ?? input.Ratio!.Value * input.Treadles!.Value) / input.DrawMillimetres * 1000)
        );
    }

    /// <summary>The reckoning <c>twist-angle</c>.</summary>
    /// <param name="input">Thickness and turns.</param>
    public static Result<TwistAngleOutput> ReckonAngle(TwistAngleInput input) =>
        new Guard(SpinningFields.Subjects)
            .Positive(input.DiameterMillimetres, "diameterMillimetres")
            .NotNegative(input.TurnsPerMetre, "turnsPerMetre")
            .Then<TwistAngleOutput>(() => new TwistAngleOutput(AngleOf(input.DiameterMillimetres, input.TurnsPerMetre)));

    /// <summary>The reckoning <c>turns-for-angle</c>, the inverse of <c>twist-angle</c>.</summary>
    /// <param name="input">Thickness and angle.</param>
    public static Result<TwistOutput> ReckonTurns(TurnsForAngleInput input) =>
        new Guard(SpinningFields.Subjects)
            .Positive(input.DiameterMillimetres, "diameterMillimetres")
            .Need(input.Degrees is >= 0 and < 90, "degrees", "out-of-range", "must be from 0 to below 90")
            .Then<TwistOutput>(() => Output(TurnsFor(input.DiameterMillimetres, input.Degrees)));

    /// <summary>The reckoning <c>ply-back</c>: by what the twist has to be multiplied, <c>tan(target) / tan(measured)</c>.</summary>
    /// <param name="input">The angle measured and the one wanted.</param>
    public static Result<PlyBackOutput> ReckonPlyBack(PlyBackInput input) =>
        new Guard(SpinningFields.Subjects)
            .Need(input.MeasuredDegrees is > 0 and < 90, "measuredDegrees", "out-of-range", "must be above 0 and below 90")
            .Need(input.TargetDegrees is > 0 and < 90, "targetDegrees", "out-of-range", "must be above 0 and below 90")
            .Then<PlyBackOutput>(() => new PlyBackOutput(Factor(input.MeasuredDegrees, input.TargetDegrees)));

    internal static double Factor(double measuredDegrees, double targetDegrees) =>
        Math.Tan(targetDegrees * Math.PI / 180) / Math.Tan(measuredDegrees * Math.PI / 180);

    private static TwistOutput Output(double turnsPerMetre) => new(turnsPerMetre, turnsPerMetre * Length.MillimetresPerInch / 1000);
}

/// <summary>Input of <c>twist</c>.</summary>
/// <param name="DrawMillimetres">Yarn made before it winds on, above zero.</param>
/// <param name="Ratio">Turns of the flyer for one of the wheel, above zero; left out where turns are counted.</param>
/// <param name="Treadles">For each draw, above zero; left out where turns are counted.</param>
/// <param name="TurnsPerDraw">Of a spindle, a quill or a great wheel, above zero; left out for a treadle wheel.</param>
public sealed record TwistInput(
    [property: Unit("mm", "yarn of a draw")] double DrawMillimetres,
    [property: Unit("", "ratio of the whorl")] double? Ratio = null,
    [property: Unit("", "treadles for a draw")] double? Treadles = null,
    [property: Unit("", "or turns of a draw, of a spindle")] double? TurnsPerDraw = null
);

/// <summary>Output of <c>twist</c> and of <c>turns-for-angle</c>.</summary>
/// <param name="TurnsPerMetre">Turns in a metre.</param>
/// <param name="TurnsPerInch">Turns in an inch.</param>
public sealed record TwistOutput(
    [property: Unit("turns/m", "twist")] double TurnsPerMetre,
    [property: Unit("turns/in", "twist")] double TurnsPerInch
);

/// <summary>Input of <c>twist-angle</c>.</summary>
/// <param name="DiameterMillimetres">Above zero.</param>
/// <param name="TurnsPerMetre">Zero or more.</param>
public sealed record TwistAngleInput(
    [property: Unit("mm", "thickness of the yarn")] double DiameterMillimetres,
    [property: Unit("turns/m", "twist")] double TurnsPerMetre
);

/// <summary>Output of <c>twist-angle</c>.</summary>
/// <param name="Degrees">Against the yarn's axis.</param>
public sealed record TwistAngleOutput([property: Unit("°", "angle of twist")] double Degrees);

/// <summary>Input of <c>turns-for-angle</c>.</summary>
/// <param name="DiameterMillimetres">Above zero.</param>
/// <param name="Degrees">From 0 to below 90.</param>
public sealed record TurnsForAngleInput(
    [property: Unit("mm", "thickness of the yarn")] double DiameterMillimetres,
    [property: Unit("°", "angle wanted")] double Degrees
);

/// <summary>Input of <c>ply-back</c>.</summary>
/// <param name="MeasuredDegrees">Above 0 and below 90.</param>
/// <param name="TargetDegrees">Above 0 and below 90.</param>
public sealed record PlyBackInput(
    [property: Unit("°", "angle of the ply-back")] double MeasuredDegrees,
    [property: Unit("°", "angle wanted")] double TargetDegrees
);

/// <summary>Output of <c>ply-back</c>.</summary>
/// <param name="TwistFactor">Above one for more twist.</param>
public sealed record PlyBackOutput([property: Unit("times", "the twist")] double TwistFactor);
