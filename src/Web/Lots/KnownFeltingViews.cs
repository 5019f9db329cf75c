using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Web.Lots;

/// <summary>How readily something felts, and where that comes from.</summary>
/// <param name="Felts">Null when nobody knows.</param>
/// <param name="From">Yours where a test says so.</param>
/// <param name="Test">What was tested, and when; empty where nothing was.</param>
/// <param name="Ball">The ball that it became; null where nothing was tested or it stayed loose.</param>
public sealed record KnownFeltingView(FeltingGrade? Felts, Provenance From, string Test, FeltBallView? Ball)
{
    internal static KnownFeltingView Of(KnownFelting known, MassUnit unit) =>
        new(known.Felts, known.From, known.Test is { } test ? Words(test, unit) : "", FeltBallView.Of(known.Test));

    private static string Words(TestedFelting test, MassUnit unit)
    {
        var pinch = Mass.FromGrams(test.Outcome.PinchGrams).Write(unit);
        return test.Outcome is { WidthMillimetres: { } width, Density: { } density }
            ? FormattableString.Invariant(
                $"{pinch} of {test.Code} rolled {test.Outcome.Minutes:0.#} min became a ball of {width:0.#} mm, {density:0.00} g/cm³ ({test.At:d MMM yyyy})"
            )
            : FormattableString.Invariant(
                $"{pinch} of {test.Code} rolled {test.Outcome.Minutes:0.#} min stayed loose ({test.At:d MMM yyyy})"
            );
    }
}

/// <summary>A ball to be drawn at true scale.</summary>
/// <param name="Code">The lot.</param>
public sealed record FeltBallView(
    string Code,
    double WidthMillimetres,
    double PinchGrams,
    double Density,
    FeltingGrade Felts,
    DateTimeOffset At
)
{
    internal static FeltBallView? Of(TestedFelting? test) =>
        test?.Outcome is { WidthMillimetres: { } width, Density: { } density } o
            ? new FeltBallView(test.Code, width, o.PinchGrams, Math.Round(density, 3), o.Felts, test.At)
            : null;
}
