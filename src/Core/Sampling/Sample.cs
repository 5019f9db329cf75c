using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Sampling;

/// <summary>How the sample went to spin: what preparations are compared by.</summary>
/// <param name="Grams">The yarn weighs so much, above zero; null when not weighed.</param>
/// <param name="Minutes">Of spinning it, joins included; from 1 to a week, null when not noted.</param>
/// <param name="JoinsPer10Metres">New supply joined in ten metres, zero or more; null when not counted.</param>
/// <param name="LumpsPer10Metres">Neps and lumps in ten metres, zero or more; null when not counted.</param>
/// <param name="Places">Wraps of the finished yarn at several places; null when nobody read them.</param>
public sealed record Spun(double? Grams, int? Minutes, double? JoinsPer10Metres, double? LumpsPer10Metres, WrapsReading? Places = null)
{
    /// <summary>Nothing noted.</summary>
    public static readonly Spun Nothing = new(null, null, null, null);

    internal Guard Check(Guard guard) =>
        guard
            .Need(Grams is not { } grams || grams is > 0 and <= 100_000, "spunMass", "out-of-range", "must be above zero")
            .Need(
                Minutes is not { } minutes || minutes is >= 1 and <= 10_080,
                "spinningMinutes",
                "out-of-range",
                "must be a whole number from 1 to 10080 minutes"
            )
            .Need(
                JoinsPer10Metres is not { } joins || joins is >= 0 and <= 1000,
                "joinsPer10Metres",
                "out-of-range",
                "must be from 0 to 1000"
            )
            .Need(
                LumpsPer10Metres is not { } lumps || lumps is >= 0 and <= 10_000,
                "lumpsPer10Metres",
                "out-of-range",
                "must be from 0 to 10000"
            );
}

/// <summary>The outcome of one preparation and one spin of one lot.</summary>
/// <param name="Form">The preparation it was spun from.</param>
/// <param name="Draw">The draw, null when not noted.</param>
/// <param name="WrapsPerInch">Of the finished yarn, null when not measured.</param>
/// <param name="Plies">How many, 1 for singles; null when not noted.</param>
/// <param name="TwistAngleDegrees">Of the plies against the axis, null when not measured.</param>
/// <param name="Verdict">What came of it, in words.</param>
/// <param name="Uses">What it is good for, decided by the person.</param>
public sealed record Sample(
    LotForm Form,
    Draw? Draw,
    double? WrapsPerInch,
    int? Plies,
    double? TwistAngleDegrees,
    string Verdict,
    IReadOnlyList<string> Uses
)
{
    /// <summary>Checks a sample.</summary>
    /// <param name="sample">The sample.</param>
    /// <returns>The sample unchanged, or <c>not-prepared</c>, <c>not-here</c>, <c>out-of-range</c>,
    /// <c>too-long</c>.</returns>
    public static Result<Sample> Check(Sample sample) =>
        (sample.Spun ?? Sampling.Spun.Nothing)
            .Check(new Guard(SampleFields.Subjects))
            .Need(sample.Form.IsPrepared(), "lotId", "not-prepared", "names a lot that is not prepared yet: card or comb it first")
            .Need(
                sample.Holding is not { } held || !sample.Form.IsPrepared() || Holdings.Of(sample.Form).Contains(held),
                "holding",
                "not-here",
                "is none in which such a preparation is held"
            )
            .Need(sample.WrapsPerInch is not { } wpi || wpi is >= 1 and <= 200, "wrapsPerInch", "out-of-range", "must be between 1 and 200")
            .Need(sample.Plies is not { } plies || plies is >= 1 and <= 24, "plies", "out-of-range", "must be a whole number from 1 to 24")
            .Need(
                sample.TwistAngleDegrees is not { } angle || angle is >= 0 and < 90,
                "twistAngleDegrees",
                "out-of-range",
                "must be from 0 to below 90 degrees"
            )
            .Need(sample.Verdict.Length <= 2000, "verdict", "too-long", "is longer than 2000 characters")
            .Need(
                sample.Uses.Count <= 12 && sample.Uses.All(u => u.Length is > 0 and <= 60),
                "uses",
                "too-long",
                "holds at most twelve uses of up to 60 characters"
            )
            .Then<Sample>(() => sample);

    /// <summary>How the preparation was held; null where nobody noted it.</summary>
    public Holding? Holding { get; init; }

    /// <summary>How it went to spin; null where nothing of that is noted.</summary>
    public Spun? Spun { get; init; }

    /// <summary>The corner it stands in, null when the draw was not noted. Named here by the fibre's order first and the draw
    /// second.</summary>
    public YarnKind? Kind =>
        (Form.IsCarded(), Draw) switch
        {
            (_, null) => null,
            (true, Lots.Draw.Long) => YarnKind.Woollen,
            (false, Lots.Draw.Long) => YarnKind.SemiWoollen,
            (true, _) => YarnKind.SemiWorsted,
            (false, _) => YarnKind.Worsted,
        };

    /// <summary>The yarn's diameter in millimetres from its wraps: 25.4 / WPI (docs/craft.md, section 15); null without wraps.</summary>
    public double? DiameterMillimetres => Length.MillimetresPerInch / WrapsPerInch;
}
