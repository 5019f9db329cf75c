using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Yarns;

/// <summary>What was measured of a yarn, as somebody typed it; everything may be left out.</summary>
/// <param name="Wraps">In an inch: "14", "13-14", or of several places "14 15 13".</param>
/// <param name="Degrees">Of the plies, or of the fibre in singles.</param>
/// <param name="Length">"166", "180 yd" or "84 rounds".</param>
/// <param name="RoundMillimetres">Of the winder that was chosen.</param>
/// <param name="Strands">That lie side by side.</param>
/// <param name="Structure">How they became yarn.</param>
/// <param name="Direction">Of the last twist.</param>
/// <param name="Finished">How it was finished.</param>
/// <param name="Hangs">How a skein hangs after that.</param>
public sealed record TypedYarn(
    string? Wraps,
    double? Degrees,
    string? Length,
    double? RoundMillimetres = null,
    int? Strands = null,
    YarnStructure? Structure = null,
    TwistDirection? Direction = null,
    FinishedBy? Finished = null,
    SkeinHangs? Hangs = null
)
{
    /// <summary>Reads it.</summary>
    /// <param name="form">What the lot is.</param>
    /// <returns>What was measured, or what cannot be read, at <c>wraps</c>, <c>degrees</c>, <c>length</c>, <c>plies</c>, <c>finishedBy</c>,
    /// <c>hangs</c>, <c>yarn</c>.</returns>
    public Result<YarnMeasures> Read(LotForm form)
    {
        var wraps = string.IsNullOrWhiteSpace(Wraps) ? (Result<WrapsReading>?)null : WrapsReading.Read(Wraps, "wraps");
        var length = string.IsNullOrWhiteSpace(Length) ? (Result<YarnLength>?)null : YarnLength.Read(Length, "length", RoundMillimetres);
        var winds = RoundMillimetres is not { } round || round is >= Tools.Winder.Least and <= Tools.Winder.Most;
        Refusal[] unread =
        [
            .. winds
                ? []
                : new[]
                {
                    new Refusal(
                        "roundMillimetres",
                        "out-of-range",
                        FormattableString.Invariant($"The round of a winder lies between {Tools.Winder.Least} and {Tools.Winder.Most} mm.")
                    ),
                },
            .. wraps?.Refusals ?? [],
            .. length?.Refusals ?? [],
        ];
        if (unread.Length > 0)
        {
            return Result<YarnMeasures>.Refused(unread);
        }

        return new YarnMeasures(
            wraps?.Value.PerInch,
            wraps?.Value.Doubt,
            Degrees,
            length?.Value.Metres,
            Strands,
            Structure,
            Direction,
            Finished,
            Hangs,
            wraps?.Value is { Spread: not null } several ? several.Places : null,
            wraps?.Value.Spread
        ).Check(form);
    }
}
