using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Sampling;

/// <summary>How a swatch was made.</summary>
public enum SwatchKind
{
    /// <summary>On needles.</summary>
    Knitted,

    /// <summary>On a loom.</summary>
    Woven,

    /// <summary>With a hook.</summary>
    Crocheted,
}

/// <summary>Stitches and rows in 10 cm; of a woven swatch ends and picks. Null where not counted.</summary>
/// <param name="Stitches">Above zero.</param>
/// <param name="Rows">Above zero.</param>
public sealed record Gauge(double? Stitches, double? Rows)
{
    /// <summary>In 10 cm there are not more.</summary>
    public const double Most = 400;

    /// <summary>Nothing counted.</summary>
    public static readonly Gauge None = new(null, null);
}

/// <summary>What a swatch told of a yarn.</summary>
/// <param name="Kind">How it was made.</param>
/// <param name="ToolMillimetres">Needle or hook; null where not noted, and for a loom.</param>
/// <param name="Before">Gauge before its wash.</param>
/// <param name="After">Gauge after it.</param>
/// <param name="RelaxedMillimetres">Its length as it lies; null where its stretch was not tried.</param>
/// <param name="StretchedMillimetres">Drawn out as far as it goes without force.</param>
/// <param name="AfterMinuteMillimetres">A minute after it was let go.</param>
/// <param name="NotFor">What it is not for.</param>
/// <param name="OnlyIf">For what it is only under a condition, and which.</param>
/// <param name="Again">Whether it would be made again; null for not said.</param>
/// <param name="Change">What to change then.</param>
public sealed record Swatch(
    SwatchKind Kind,
    double? ToolMillimetres,
    Gauge Before,
    Gauge After,
    double? RelaxedMillimetres = null,
    double? StretchedMillimetres = null,
    double? AfterMinuteMillimetres = null,
    string NotFor = "",
    string OnlyIf = "",
    bool? Again = null,
    string Change = ""
)
{
    /// <summary>Needles and hooks that there are, in millimetres.</summary>
    public const double ThinnestTool = 0.5,
        ThickestTool = 40;

    /// <summary>Words have so many letters at most.</summary>
    public const int LongestWords = 500;

    /// <summary>Checks a swatch.</summary>
    /// <param name="swatch">As it was noted.</param>
    /// <returns>The same; <c>missing</c> where no stitches were counted; <c>out-of-range</c>; <c>too-long</c>.</returns>
    public static Result<Swatch> Check(Swatch swatch)
    {
        var guard = new Guard(SampleFields.Subjects)
            .Need(
                swatch.Before.Stitches is not null || swatch.After.Stitches is not null,
                "swatch.stitches",
                "missing",
                "are missing: count them before or after its wash, or leave the swatch out"
            )
            .Need(
                swatch.ToolMillimetres is not { } tool || tool is >= ThinnestTool and <= ThickestTool,
                "swatch.toolMillimetres",
                "out-of-range",
                FormattableString.Invariant($"must be between {ThinnestTool} and {ThickestTool} mm")
            )
            .Need(
                swatch.NotFor.Length <= LongestWords && swatch.OnlyIf.Length <= LongestWords && swatch.Change.Length <= LongestWords,
                "swatch.change",
                "too-long",
                $"has more than {LongestWords} letters"
            );
        foreach (
            var (value, field) in new[]
            {
                (swatch.Before.Stitches, "swatch.stitches"),
                (swatch.Before.Rows, "swatch.rows"),
                (swatch.After.Stitches, "swatch.stitchesAfter"),
                (swatch.After.Rows, "swatch.rowsAfter"),
            }
        )
        {
            guard.Need(
                value is not { } count || count is > 0 and <= Gauge.Most,
                field,
                "out-of-range",
                FormattableString.Invariant($"must be above nothing and at most {Gauge.Most} in 10 cm")
            );
        }

        foreach (
            var (value, field) in new[]
            {
                (swatch.RelaxedMillimetres, "swatch.relaxedMillimetres"),
                (swatch.StretchedMillimetres, "swatch.stretchedMillimetres"),
                (swatch.AfterMinuteMillimetres, "swatch.afterMinuteMillimetres"),
            }
        )
        {
            guard.Need(
                value is not { } length || length is > 0 and <= 2000,
                field,
                "out-of-range",
                "must be above nothing and at most 2000 mm"
            );
        }

        return guard
            .Need(
                !(swatch.StretchedMillimetres < swatch.RelaxedMillimetres),
                "swatch.stretchedMillimetres",
                "out-of-range",
                "is shorter than it lies: are the two in the wrong place?"
            )
            .Then<Swatch>(() => swatch);
    }

    /// <summary>By how much it became narrower in the wash, in percent; below zero where it became wider. Null where that was not
    /// counted.</summary>
    public double? NarrowerPercent => (1 - Before.Stitches / After.Stitches) * 100;

    /// <summary>By how much it became shorter, likewise.</summary>
    public double? ShorterPercent => (1 - Before.Rows / After.Rows) * 100;

    /// <summary>Stitches to cast on, or ends to set, for a width of the washed cloth: by the gauge after the wash, for that is what is worn.
    /// Null where that was not counted.</summary>
    /// <param name="wideMillimetres">The width wanted, above zero.</param>
    /// <returns>At least one.</returns>
    public int? StitchesFor(double wideMillimetres) => Whole(After.Stitches, wideMillimetres);

    /// <summary>Rows or picks for a length of the washed cloth, likewise.</summary>
    /// <param name="longMillimetres">The length wanted, above zero.</param>
    /// <returns>At least one.</returns>
    public int? RowsFor(double longMillimetres) => Whole(After.Rows, longMillimetres);

    private static int? Whole(double? inTenCentimetres, double millimetres) =>
        inTenCentimetres is { } gauge ? Math.Max(1, (int)Math.Round(gauge * millimetres / 100, MidpointRounding.AwayFromZero)) : null;

    /// <summary>By how much it can be drawn out, in percent.</summary>
    public double? StretchPercent => (StretchedMillimetres / RelaxedMillimetres - 1) * 100;

    /// <summary>How much of that it takes back within a minute, in percent; null where it was not tried, or does not stretch.</summary>
    public double? RecoveryPercent =>
        StretchedMillimetres - RelaxedMillimetres is > 0 and var drawn
            ? (StretchedMillimetres - AfterMinuteMillimetres) / drawn * 100
            : null;
}
