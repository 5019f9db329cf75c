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

/// <summary>Why a wash may felt, or why it will not.</summary>
public enum FeltingReasonKind
{
    /// <summary>The fibre does not felt at all.</summary>
    DoesNotFelt,

    /// <summary>Moved all the time.</summary>
    MovedMuch,

    /// <summary>Turned now and then.</summary>
    Turned,

    /// <summary>The wool meets a bath of another temperature: <see cref="FeltingReason.StepCelsius"/> away.</summary>
    TemperatureStep,

    /// <summary>Nobody knows how readily it felts.</summary>
    NotKnown,

    /// <summary>It felts readily.</summary>
    Readily,

    /// <summary>It felts moderately.</summary>
    Moderately,

    /// <summary>It felts slowly.</summary>
    Slowly,

    /// <summary>The agent opens the scales.</summary>
    Alkaline,

    /// <summary>The bath is very hot.</summary>
    VeryHot,

    /// <summary>It lies still in baths of like warmth.</summary>
    LiesStill,

    /// <summary>As a release before 2026-11-27 had it: a sentence in <see cref="FeltingReason.Said"/>.</summary>
    Said,
}

/// <summary>One reason.</summary>
/// <param name="Kind">Which.</param>
/// <param name="StepCelsius">How far bath and wool are apart, for <see cref="FeltingReasonKind.TemperatureStep"/>.</param>
/// <param name="Said">A sentence that was stored as such.</param>
/// <param name="IsTested">Of how readily it felts: a test of your own says so, where else it is what is typical.</param>
public sealed record FeltingReason(FeltingReasonKind Kind, double? StepCelsius = null, string? Said = null, bool IsTested = false);

/// <summary>The risk that a wash felts, with its reasons (docs/craft.md, section 6: a judgement from movement, temperature steps,
/// alkalinity and how readily the fleece felts).</summary>
/// <param name="Level">Low, watch or high.</param>
/// <param name="Because">The reasons, the weightiest first; never empty.</param>
public sealed record FeltingRisk(FeltingLevel Level, IReadOnlyList<FeltingReason> Because)
{
    /// <summary>Wool and the bath it goes into should be no further apart.</summary>
    public const double GentleStep = 5;

    /// <summary>Judges a wash.</summary>
    /// <param name="felts">How readily the fleece felts, null when not known: then it is taken to do so.</param>
    /// <param name="isTested">That comes from a test.</param>
    /// <param name="agitation">How much it is moved.</param>
    /// <param name="widestStep">The widest step from wool to next bath, in degrees.</param>
    /// <param name="hottest">The hottest bath.</param>
    /// <param name="alkaline">An alkaline agent.</param>
    public static FeltingRisk Of(FeltingGrade? felts, bool isTested, Agitation agitation, double widestStep, double hottest, bool alkaline)
    {
        if (felts == FeltingGrade.No)
        {
            return new FeltingRisk(FeltingLevel.Low, [new(FeltingReasonKind.DoesNotFelt, IsTested: isTested)]);
        }

        (int Points, FeltingReason Reason)[] table =
        [
            (
                agitation switch
                {
                    Agitation.Much => 3,
                    Agitation.Gentle => 1,
                    _ => 0,
                },
                new(agitation == Agitation.Much ? FeltingReasonKind.MovedMuch : FeltingReasonKind.Turned)
            ),
            (
                widestStep > 2 * GentleStep ? 2
                : widestStep > GentleStep + 0.05 ? 1
                : 0,
                new(FeltingReasonKind.TemperatureStep, widestStep)
            ),
            (
                felts switch
                {
                    FeltingGrade.Readily or null => 2,
                    FeltingGrade.Moderately or FeltingGrade.Slowly => 1,
                    _ => 0,
                },
                new(
                    felts switch
                    {
                        null => FeltingReasonKind.NotKnown,
                        FeltingGrade.Readily => FeltingReasonKind.Readily,
                        FeltingGrade.Moderately => FeltingReasonKind.Moderately,
                        _ => FeltingReasonKind.Slowly,
                    },
                    IsTested: isTested
                )
            ),
            (alkaline ? 1 : 0, new(FeltingReasonKind.Alkaline)),
            (hottest > 62 ? 1 : 0, new(FeltingReasonKind.VeryHot)),
        ];
        var points = table.Sum(t => t.Points);
        // What hardly felts takes a lot: movement, a shock and lye together.
        var level =
            points >= (felts == FeltingGrade.Little ? 5 : 4) ? FeltingLevel.High
            : points >= 2 ? FeltingLevel.Watch
            : FeltingLevel.Low;
        FeltingReason[] reasons = [.. table.Where(t => t.Points > 0).OrderByDescending(t => t.Points).Select(t => t.Reason)];
        return new FeltingRisk(level, reasons.Length > 0 ? reasons : [new(FeltingReasonKind.LiesStill)]);
    }
}
