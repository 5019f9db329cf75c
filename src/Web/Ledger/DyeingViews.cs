using System.ComponentModel.DataAnnotations;
using System.Globalization;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Ledger;

/// <summary>What is noted of a dyeing. Everything may be left out.</summary>
/// <param name="DosePercent">Dry dyestuff in percent of dry fibre.</param>
/// <param name="ColourBefore">Picked, <c>#RRGGBB</c>.</param>
/// <param name="ColourAfter">Picked when it was dry, <c>#RRGGBB</c>.</param>
/// <param name="ColourName">What the new lots’ colour is called; left out: as it was.</param>
public sealed record DyeingRequest(
    [property: StringLength(120)] string? Dyestuff = null,
    double? DosePercent = null,
    [property: StringLength(120)] string? Mordant = null,
    double? MordantPercent = null,
    [property: StringLength(7)] string? ColourBefore = null,
    [property: StringLength(7)] string? ColourAfter = null,
    DriedHow? Dried = null,
    [property: StringLength(60)] string? ColourName = null
)
{
    public DyeNotes ToNotes() =>
        new(
            Dyestuff?.Trim() ?? "",
            DosePercent,
            Mordant?.Trim() ?? "",
            MordantPercent,
            ColourBefore?.Trim() ?? "",
            ColourAfter?.Trim() ?? "",
            Dried
        );
}

/// <summary>A dyeing as it was noted.</summary>
/// <param name="Words">Dyestuff and mordant with their doses.</param>
/// <param name="Portions">What the doses come to for the fibre at hand.</param>
public sealed record DyeingView(string Words, string ColourBefore, string ColourAfter, DriedHow? Dried, IReadOnlyList<DyePortion> Portions)
{
    /// <param name="restedGrams">The fibre that was dyed, rested as it lies there; null when its mass is not known.</param>
    public static DyeingView Of(DyeNotes notes, double? restedGrams, MassUnit unit) =>
        new(
            string.Join(
                "; ",
                new[]
                {
                    Dose(
                        notes.Dyestuff.Length > 0 ? notes.Dyestuff
                            : notes.DosePercent is null ? ""
                            : "dyestuff",
                        notes.DosePercent
                    ),
                    Dose(notes.Mordant, notes.MordantPercent),
                }.Where(w => w.Length > 0)
            ),
            notes.ColourBefore,
            notes.ColourAfter,
            notes.Dried,
            [
                .. new[] { ("dyestuff", notes.DosePercent), ("mordant", notes.MordantPercent) }
                    .Where(p => p.Item2 is not null && restedGrams is not null)
                    .Select(p => new DyePortion(
                        p.Item1,
                        Mass.FromGrams(DyeNotes.Grams(restedGrams!.Value, p.Item2!.Value)).ToFigure(unit, Provenance.Reckoned)
                    )),
            ]
        );

    private static string Dose(string of, double? percent) =>
        of.Length == 0 ? ""
        : percent is { } p ? $"{of}, {p.ToString("0.##", CultureInfo.InvariantCulture)} % of the dry fibre"
        : of;
}

/// <summary>What a dose comes to.</summary>
public sealed record DyePortion(string Of, MassFigure Mass);
