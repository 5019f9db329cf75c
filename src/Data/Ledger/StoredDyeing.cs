using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Ledger;

/// <summary>What was noted of a dyeing, as it is stored with its entry.</summary>
public sealed record StoredDyeing(
    string? Dyestuff,
    double? DosePercent,
    string? Mordant,
    double? MordantPercent,
    string? ColourBefore,
    string? ColourAfter,
    DriedHow? Dried
)
{
    private const int Version = 1;

    public static StoredDyeing Of(DyeNotes notes) =>
        new(
            Blank(notes.Dyestuff),
            notes.DosePercent,
            Blank(notes.Mordant),
            notes.MordantPercent,
            Blank(notes.ColourBefore),
            Blank(notes.ColourAfter),
            notes.Dried
        );

    public DyeNotes ToNotes() =>
        new(Dyestuff ?? "", DosePercent, Mordant ?? "", MordantPercent, ColourBefore ?? "", ColourAfter ?? "", Dried);

    public string Write() => StoredPayload.Write(this, Version);

    public static StoredDyeing Read(string stored) => StoredPayload.Read<StoredDyeing>(stored, Version);

    private static string? Blank(string text) => text.Length == 0 ? null : text;
}
