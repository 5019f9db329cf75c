using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Drying;

/// <summary>Where a rack stands or hangs: what its air is like.</summary>
public enum RackPlace
{
    /// <summary>In a room as it is.</summary>
    Indoors,

    /// <summary>In a room that is kept warm, or a drying cupboard.</summary>
    HeatedRoom,

    /// <summary>In the open, or under a roof without walls.</summary>
    Outdoors,
}

/// <summary>How far the air by a rack wanders: the standard deviation of the logarithm of how fast it dries, with a memory of about six
/// hours.</summary>
/// <param name="LogWander">Middle and spread of the logarithm of that.</param>
/// <param name="Dryings">Own dryings behind it, zero when it is typical.</param>
public sealed record RackAir(Belief LogWander, int Dryings)
{
    /// <summary>In a room: sun, doors, the night (typical).</summary>
    public static readonly RackAir Indoors = new(new Belief(Math.Log(0.25), 0.35), 0);

    /// <summary>In a room that is kept warm (typical).</summary>
    public static readonly RackAir Heated = Indoors with { LogWander = new Belief(Math.Log(0.15), 0.35) };

    /// <summary>Outdoors (typical).</summary>
    public static readonly RackAir Outdoors = Indoors with { LogWander = new Belief(Math.Log(0.5), 0.35) };

    /// <summary>Anything between a drying cupboard and a windy yard: what a drying is asked with how far its own air wandered.</summary>
    public static readonly RackAir Unknown = Indoors with { LogWander = new Belief(Math.Log(0.05), 1.7) };

    /// <summary>A drying cupboard: nothing moves its air.</summary>
    public static readonly RackAir Steady = Indoors with { LogWander = new Belief(Math.Log(0.0005), 0.1) };

    /// <summary>So many weighings tell of the air.</summary>
    public const int WeighingsToLearn = 6;

    // One day's air tells the next to about a half.
    private const double Unlike = 0.5;

    /// <summary>How far it wanders, at its middle.</summary>
    public double Wander => Math.Exp(LogWander.Mean);

    /// <summary>What is left to wander where an air sensor tells its part of a typical room: about half of it.</summary>
    public RackAir WhereHeard => Dryings > 0 ? this : this with { LogWander = LogWander with { Mean = LogWander.Mean + Math.Log(0.5) } };

    /// <summary>What is typical.</summary>
    /// <param name="place">Where it stands.</param>
    public static RackAir TypicalOf(RackPlace place) =>
        place switch
        {
            RackPlace.Outdoors => Outdoors,
            RackPlace.HeatedRoom => Heated,
            _ => Indoors,
        };

    /// <summary>What a rack's own dryings teach; what is typical counts as one drying of somebody else's.</summary>
    /// <param name="wanders">How far the air was found to wander in each, above zero.</param>
    /// <param name="place">Where it stands.</param>
    public static RackAir Of(IReadOnlyCollection<double> wanders, RackPlace place)
    {
        var typical = TypicalOf(place);
        if (wanders.Count == 0)
        {
            return typical;
        }

        var n = wanders.Count;
        return new RackAir(
            new Belief(
                (wanders.Sum(Math.Log) + typical.LogWander.Mean) / (n + 1),
                Math.Sqrt(Unlike * Unlike / (n + 1) + typical.LogWander.Deviation * typical.LogWander.Deviation)
            ),
            n
        );
    }
}
