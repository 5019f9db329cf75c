namespace EarthyTuft.Core.Drying;

/// <summary>Room on racks (typical): wool dries from both sides when it lies no thicker than a hand.</summary>
public static class RackRoom
{
    /// <summary>Rack for a kilogram of dry wool, in square metres (typical).</summary>
    public const double SquareMetresPerKilogram = 0.8;

    /// <summary>The rack that so much wool wants, in square metres.</summary>
    /// <param name="dryGrams">Dry wool, zero or more.</param>
    public static double Needed(double dryGrams) => dryGrams / 1000 * SquareMetresPerKilogram;

    /// <summary>A little over its edge still dries evenly.</summary>
    private const double Over = 1.05;

    /// <summary>More lies on it than it has room for.</summary>
    /// <param name="areaSquareMetres">The rack.</param>
    /// <param name="neededSquareMetres">What all that lies on it wants.</param>
    public static bool IsCrowded(double areaSquareMetres, double neededSquareMetres) => neededSquareMetres > areaSquareMetres * Over;

    /// <summary>
    /// Whether none of the racks has room for one lot more: then the ones in use are needed. Where there is no rack at all nobody waits for
    /// one.
    /// </summary>
    /// <param name="racks">Area of each, and what lies on it wants already.</param>
    /// <param name="neededSquareMetres">What the lot wants.</param>
    public static bool IsWaitedFor(IReadOnlyCollection<(double Area, double Taken)> racks, double neededSquareMetres) =>
        racks.Count > 0 && racks.All(r => IsCrowded(r.Area, r.Taken + neededSquareMetres));
}

/// <summary>What to do with wool that dries, in one word.</summary>
public enum DryingState
{
    /// <summary>It cannot be told yet.</summary>
    CannotTell,

    /// <summary>It dries, and it is known until when.</summary>
    Drying,

    /// <summary>By the fit it is dry; a second weighing an hour on has to agree.</summary>
    WeighAgain,

    /// <summary>Two weighings agree: its weight is final.</summary>
    Dry,
}

/// <summary>Turns a forecast into what to do.</summary>
public static class DryingAdvice
{
    /// <summary>Where a watch stands.</summary>
    /// <param name="forecast">The forecast.</param>
    /// <param name="minutes">Now, after the first weighing.</param>
    public static DryingState Of(DryingForecast forecast, double minutes) =>
        forecast.IsDry ? DryingState.Dry
        : forecast.Dry is not { } dry ? DryingState.CannotTell
        : minutes >= dry.Minutes ? DryingState.WeighAgain
        : DryingState.Drying;

    /// <summary>Whether it will be dry only after bedtime: then somebody has to leave it until morning.</summary>
    /// <param name="now">Local time now.</param>
    /// <param name="dry">Local time when it will be dry.</param>
    /// <param name="bedtime">When the evening ends.</param>
    public static bool PastBedtime(DateTime now, DateTime dry, TimeOnly bedtime)
    {
        // An hour after midnight still belongs to the evening before.
        var evening = now.Date.Add(bedtime.ToTimeSpan());
        if (now > evening)
        {
            evening = evening.AddDays(1);
        }

        return dry > evening;
    }
}
