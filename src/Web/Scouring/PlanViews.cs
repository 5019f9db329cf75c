using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Scouring;

/// <summary>What the plan stands on.</summary>
/// <param name="Tub">Null for a tub that is not the workshop's own.</param>
/// <param name="TubBaths">Own baths behind the cooling rate; none means typical.</param>
/// <param name="AirFrom">Measured by the air sensor, typed, or guessed.</param>
public sealed record PlanFooting(
    IReadOnlyList<RunLot> Lots,
    MassFigure Greasy,
    string? Tub,
    double TubLitres,
    double TubRatePerMinute,
    int TubBaths,
    TemperatureFigure HotWater,
    TemperatureFigure ColdWater,
    TemperatureFigure Air,
    Provenance AirFrom,
    double LitresPerKilogram,
    Provenance DoseFrom,
    FleeceClass? Class
);

/// <summary>One bath as planned, for one batch.</summary>
/// <param name="Settles">Where it settles with the wool in it.</param>
/// <param name="Pour">How hot it is poured.</param>
/// <param name="Lifted">What it has cooled to by then.</param>
/// <param name="HotLitres">Null when the pour cannot be reached with what there is; the cold with it.</param>
/// <param name="Warnings">What to mind, in sentences.</param>
public sealed record PlannedBathView(
    BathKind Kind,
    double Litres,
    TemperatureFigure Settles,
    TemperatureFigure Pour,
    TemperatureFigure Lifted,
    double? HotLitres,
    double? ColdLitres,
    double? KettleLitres,
    double DoseGrams,
    double Minutes,
    IReadOnlyList<string> Warnings
);

/// <summary>The risk that it felts.</summary>
/// <param name="Because">The reasons in sentences, the weightiest first.</param>
public sealed record FeltingView(FeltingLevel Level, IReadOnlyList<string> Because);

/// <summary>A wash as planned.</summary>
/// <param name="Baths">In order, for one batch; empty when it is not washed.</param>
/// <param name="Floor">What wash baths must stay above.</param>
/// <param name="Notes">What to know before starting, in sentences.</param>
public sealed record ScourPlanView(
    ScourSchool School,
    ScourBatches Batches,
    IReadOnlyList<PlannedBathView> Baths,
    TemperatureFigure Floor,
    double WaterLitres,
    double KilowattHours,
    double AgentGrams,
    double DoseGramsPerKilogram,
    double Minutes,
    FeltingView Risk,
    IReadOnlyList<string> Notes
)
{
    public static ScourPlanView Of(ScourPlan plan, TemperatureUnit unit) =>
        new(
            plan.School,
            plan.Batches,
            [.. plan.Baths.Select(b => Of(b, plan, unit))],
            TemperatureFigure.Of(plan.FloorCelsius, unit),
            plan.WaterLitres,
            plan.KilowattHours,
            plan.AgentGrams,
            plan.DoseGramsPerKilogram,
            plan.Minutes,
            new FeltingView(plan.Risk.Level, [.. plan.Risk.Because.Select(r => PlanWords.Of(r, unit))]),
            plan.Notes
        );

    public static PlannedBathView Of(PlannedBath b, ScourPlan plan, TemperatureUnit unit) =>
        new(
            b.Kind,
            b.Litres,
            TemperatureFigure.Of(b.Celsius, unit),
            TemperatureFigure.Of(b.PourCelsius, unit, 1),
            TemperatureFigure.Of(b.LiftedCelsius, unit),
            b.HotLitres,
            b.ColdLitres,
            b.KettleLitres,
            b.DoseGrams,
            b.Minutes,
            [.. b.Warnings.Select(w => PlanWords.Of(w, unit))]
        );
}

/// <param name="Cost">In the workshop's currency, null when no price is known.</param>
public sealed record PlanView(PlanFooting On, ScourPlanView Plan, string? Cost, IReadOnlyList<string> Departures);

/// <summary>What a plan has to say, in sentences and in the workshop's unit.</summary>
internal static class PlanWords
{
    public static string Of(BathWarning warning, TemperatureUnit unit)
    {
        var at = Temperature.FromCelsius(warning.Celsius ?? 0);
        return warning.Kind switch
        {
            BathWarningKind.Kettle => string.Create(
                CultureInfo.InvariantCulture,
                $"The hot water is {at.Write(unit)}: {warning.Litres:0.0} L have to come from the kettle (taken as "
                    + $"{Temperature.FromCelsius(BathWater.KettleCelsius).Write(unit)}). Pour it low, before the wool."
            ),
            BathWarningKind.TooHotToPour =>
                $"It has to be poured at {at.Write(unit, 1)}, and no kettle is that hot: warm tub and fleece first, or take more water.",
            BathWarningKind.TooColdToPour =>
                $"It has to be poured at {at.Write(unit, 1)}, and the cold water is warmer: let it stand, or take it as it is.",
            BathWarningKind.Scalds =>
                $"The pour is above {Temperature.FromCelsius(BathWater.HotPourCelsius).Write(unit)}: it scalds at once. Pour low, wool out of "
                    + $"the tub, nobody near.",
            BathWarningKind.BelowFloor => $"It starts below the floor of {at.Write(unit)}: wax will not melt in it.",
            BathWarningKind.CoolsTooSoon => string.Create(
                CultureInfo.InvariantCulture,
                $"It reaches {at.Write(unit)} after {warning.Minutes:0} min, before the {warning.PlannedMinutes:0} planned: lift then, pour "
                    + $"hotter, or put a lid on."
            ),
            BathWarningKind.Said => warning.Said ?? "",
            _ => throw new ArgumentOutOfRangeException(nameof(warning)),
        };
    }

    public static string Of(FeltingReason reason, TemperatureUnit unit) =>
        reason.Kind switch
        {
            FeltingReasonKind.DoesNotFelt => reason.IsTested ? "It does not felt: your own test says so." : "This fibre does not felt.",
            FeltingReasonKind.MovedMuch => "It is moved all the time.",
            FeltingReasonKind.Turned => "It is turned now and then.",
            FeltingReasonKind.TemperatureStep =>
                $"The wool meets a bath {Temperature.WriteStep(reason.StepCelsius ?? 0, unit)} away from it; "
                    + $"{Temperature.WriteStep(FeltingRisk.GentleStep, unit)} is gentle.",
            FeltingReasonKind.NotKnown => "Nobody knows how readily it felts.",
            FeltingReasonKind.Readily => reason.IsTested ? "It felts readily: your own test says so." : "This kind felts readily.",
            FeltingReasonKind.Moderately => reason.IsTested ? "It felts moderately: your own test says so." : "This kind felts moderately.",
            FeltingReasonKind.Slowly => reason.IsTested
                ? "It felts slowly, by your own test, and yet it does."
                : "This kind felts slowly, and yet it does.",
            FeltingReasonKind.Alkaline => "The agent is alkaline, which opens the scales.",
            FeltingReasonKind.VeryHot => "The bath is very hot.",
            FeltingReasonKind.LiesStill => "It lies still, in baths of like warmth.",
            FeltingReasonKind.Said => reason.Said ?? "",
            _ => throw new ArgumentOutOfRangeException(nameof(reason)),
        };
}
