using EarthyTuft.Core.Sampling;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Sampling;

/// <summary>A swatch as it is stored with its sample.</summary>
public sealed record StoredSwatch(
    SwatchKind Kind,
    double? ToolMillimetres,
    double? Stitches,
    double? Rows,
    double? StitchesAfter,
    double? RowsAfter,
    double? RelaxedMillimetres,
    double? StretchedMillimetres,
    double? AfterMinuteMillimetres,
    string NotFor,
    string OnlyIf,
    bool? Again,
    string Change
)
{
    private const int Version = 1;

    public static string? Write(Swatch? s) =>
        s is null
            ? null
            : StoredPayload.Write(
                new StoredSwatch(
                    s.Kind,
                    s.ToolMillimetres,
                    s.Before.Stitches,
                    s.Before.Rows,
                    s.After.Stitches,
                    s.After.Rows,
                    s.RelaxedMillimetres,
                    s.StretchedMillimetres,
                    s.AfterMinuteMillimetres,
                    s.NotFor,
                    s.OnlyIf,
                    s.Again,
                    s.Change
                ),
                Version
            );

    public static Swatch? Read(string? stored)
    {
        if (stored is null)
        {
            return null;
        }

        var s = StoredPayload.Read<StoredSwatch>(stored, Version);
        return new Swatch(
            s.Kind,
            s.ToolMillimetres,
            new Gauge(s.Stitches, s.Rows),
            new Gauge(s.StitchesAfter, s.RowsAfter),
            s.RelaxedMillimetres,
            s.StretchedMillimetres,
            s.AfterMinuteMillimetres,
            s.NotFor,
            s.OnlyIf,
            s.Again,
            s.Change
        );
    }
}
