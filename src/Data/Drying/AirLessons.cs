using EarthyTuft.Core.Drying;

namespace EarthyTuft.Data.Drying;

/// <summary>What the air by racks is learned by.</summary>
public static class AirLessons
{
    /// <summary>How far the air by a rack wanders, as <see cref="RackAir.Wander"/>.</summary>
    /// <param name="place">Where it stood.</param>
    public static string Of(RackPlace place) =>
        place switch
        {
            RackPlace.Outdoors => "air outdoors",
            RackPlace.HeatedRoom => "air heated",
            _ => "air",
        };
}
