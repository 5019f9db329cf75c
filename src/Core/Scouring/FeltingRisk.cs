using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Core.Scouring;

/// <summary>How much care a wash needs so that nothing felts.</summary>
public enum FeltingLevel
{
    /// <summary>Low.</summary>
    Low,

    /// <summary>Watch.</summary>
    Watch,

    /// <summary>High.</summary>
    High,
}

/// <summary>The risk that a wash felts, with its reasons (docs/craft.md, section 6: a judgement from movement, temperature steps, alkalinity and how readily the fleece felts).</summary>
/// <param name="Level">Low, watch or high.</param>
/// <param name="Because">The reasons, the weightiest first; never empty.</param>
public sealed record FeltingRisk(FeltingLevel Level, IReadOnlyList<string> Because)
{
    /// <summary>Wool and the bath it goes into should be no further apart.</summary>
    public const double GentleStep = 5;

    /// <summary>Judges a wash.</summary>
    /// <param name="felts">How readily the fleece felts, null when not known: then it is taken to do so.</param>
    /// <param name="agitation">How much it is moved.</param>
    /// <param name="widestStep">The widest step from wool to next bath, in degrees.</param>
    /// <param name="hottest">The hottest bath.</param>
    /// <param name="alkaline">An alkaline agent.</param>
    public static FeltingRisk Of(Felting? felts, Agitation agitation, double widestStep, double hottest, bool alkaline)
    {
        if (felts == Felting.No)
        {
            return new FeltingRisk(FeltingLevel.Low, ["This fibre does not felt."]);
        }

        (int Points, string Reason)[] table =
        [
            (agitation switch { Agitation.Much => 3, Agitation.Gentle => 1, _ => 0 }, agitation == Agitation.Much ? "It is moved all the time." : "It is turned now and then."),
            (widestStep > 2 * GentleStep ? 2 : widestStep > GentleStep + 0.05 ? 1 : 0, FormattableString.Invariant($"The wool meets a bath {widestStep:0} °C away from it; {GentleStep:0} is gentle.")),
            (felts switch { Felting.Readily or null => 2, Felting.Moderately or Felting.Slowly => 1, _ => 0 }, felts is null ? "Nobody knows how readily it felts." : felts switch { Felting.Readily => "This kind felts readily.", Felting.Moderately => "This kind felts moderately.", _ => "This kind felts slowly, and yet it does." }),
            (alkaline ? 1 : 0, "The agent is alkaline, which opens the scales."),
            (hottest > 62 ? 1 : 0, "The bath is very hot."),
        ];
        var points = table.Sum(t => t.Points);
        // What hardly felts takes a lot: movement, a shock and lye together.
        var level = points >= (felts == Felting.Little ? 5 : 4) ? FeltingLevel.High : points >= 2 ? FeltingLevel.Watch : FeltingLevel.Low;
        string[] reasons = [.. table.Where(t => t.Points > 0).OrderByDescending(t => t.Points).Select(t => t.Reason)];
        return new FeltingRisk(level, reasons.Length > 0 ? reasons : ["It lies still, in baths of like warmth."]);
    }
}
