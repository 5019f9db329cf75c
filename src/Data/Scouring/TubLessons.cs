namespace EarthyTuft.Data.Scouring;

/// <summary>What tubs are learned by.</summary>
public static class TubLessons
{
    /// <summary>The rate at which a tub cools in the middle of a soak, per minute.</summary>
    /// <param name="covered">Under a lid or under foam: what it taught so tells nothing of it without.</param>
    public static string Cooling(bool covered) => covered ? "cooling covered" : "cooling";

    /// <summary>How much evaporation cools it, in kelvin.</summary>
    /// <param name="covered">Under a lid or under foam.</param>
    public static string Evaporation(bool covered) => covered ? "evaporation covered" : "evaporation";
}
