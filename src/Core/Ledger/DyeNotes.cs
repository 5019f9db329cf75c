using System.Text.RegularExpressions;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>How dyed fibre was dried.</summary>
public enum DriedHow
{
    /// <summary>In the open, out of the sun.</summary>
    Shade,

    /// <summary>In the sun.</summary>
    Sun,

    /// <summary>On a rack indoors.</summary>
    Rack,

    /// <summary>Hung up.</summary>
    Hung,

    /// <summary>With heat.</summary>
    Heat,
}

/// <summary>What is noted of a dyeing beside its weights; every part may be left out.</summary>
/// <param name="Dyestuff">The dyestuff, empty when not noted.</param>
/// <param name="DosePercent">Dry dyestuff in percent of dry fibre; plants go well above 100.</param>
/// <param name="Mordant">The mordant, empty when none or not noted.</param>
/// <param name="MordantPercent">Mordant in percent of dry fibre.</param>
/// <param name="ColourBefore">Picked, as <c>#RRGGBB</c>; empty when not.</param>
/// <param name="ColourAfter">Picked when it was dry, as <c>#RRGGBB</c>; empty when not.</param>
/// <param name="Dried">How it was dried.</param>
public sealed partial record DyeNotes(
    string Dyestuff,
    double? DosePercent,
    string Mordant,
    double? MordantPercent,
    string ColourBefore,
    string ColourAfter,
    DriedHow? Dried
)
{
    /// <summary>The highest dose that is believed, in percent of dry fibre: fresh plants may weigh ten times the fibre.</summary>
    public const double HighestPercent = 2000;

    /// <summary>Nothing was noted.</summary>
    public bool IsEmpty =>
        Dyestuff.Length + Mordant.Length + ColourBefore.Length + ColourAfter.Length == 0
        && DosePercent is null
        && MordantPercent is null
        && Dried is null;

    /// <summary>Checks what was noted.</summary>
    /// <param name="notes">The notes.</param>
    /// <returns>Nothing, or <c>out-of-range</c>, <c>not-a-colour</c>, <c>missing</c> at <c>dyeing.…</c>.</returns>
    public static IReadOnlyList<Refusal> Check(DyeNotes notes)
    {
        static bool IsDose(double? percent) => percent is null or (> 0 and <= HighestPercent);
        static bool IsColour(string colour) => colour.Length == 0 || Colour().IsMatch(colour);
        return new Guard(DyeFields.Subjects)
            .Need(
                IsDose(notes.DosePercent),
                "dyeing.dosePercent",
                "out-of-range",
                FormattableString.Invariant($"must be above 0 and at most {HighestPercent} % of the dry fibre")
            )
            .Need(
                IsDose(notes.MordantPercent),
                "dyeing.mordantPercent",
                "out-of-range",
                FormattableString.Invariant($"must be above 0 and at most {HighestPercent} % of the dry fibre")
            )
            .Need(notes.MordantPercent is null || notes.Mordant.Length > 0, "dyeing.mordant", "missing", "is missing: its share is noted")
            .Need(
                IsColour(notes.ColourBefore),
                "dyeing.colourBefore",
                "not-a-colour",
                "does not read: a colour is picked, or written as #RRGGBB"
            )
            .Need(
                IsColour(notes.ColourAfter),
                "dyeing.colourAfter",
                "not-a-colour",
                "does not read: a colour is picked, or written as #RRGGBB"
            )
            .Refusals;
    }

    /// <summary>Grams of dyestuff or mordant for a share of the dry fibre.</summary>
    /// <param name="restedGrams">The dry fibre, rested in the air of its room as a scale has it.</param>
    /// <param name="percent">The share.</param>
    public static double Grams(double restedGrams, double percent) => restedGrams * percent / 100;

    [GeneratedRegex("^#[0-9A-Fa-f]{6}$")]
    private static partial Regex Colour();
}
