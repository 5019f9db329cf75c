using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;
using static System.FormattableString;

namespace EarthyTuft.Web.Spinning;

/// <summary>A skein that was made of the singles, with what was measured of it.</summary>
/// <param name="Code">The lot that is shown: the washed one, where there is one.</param>
/// <param name="Measured">What was measured of it, its structure included.</param>
/// <param name="IsWashed">Whether it was read after the wash.</param>
internal sealed record MadeSkein(string Code, YarnMeasures Measured, bool IsWashed);

/// <summary>What singles become in every structure, and the mini-skeins that were really made of them beside it.</summary>
internal static class BecomesViews
{
    /// <summary>Reads the skeins that were plied of the same spinning as some singles.</summary>
    /// <param name="around">The family of the singles, where it was read already.</param>
    public static async Task<IReadOnlyList<MadeSkein>> Made(
        EarthyTuftDb db,
        Family? around,
        IReadOnlyCollection<Guid> singles,
        CancellationToken cancellationToken
    )
    {
        var skeins = await PliedSkeins.Of(db, around, singles, cancellationToken);
        var measures = await db.MeasuresOf(
            [.. skeins.SelectMany(s => new[] { s.Fresh.Id, s.Washed?.Id ?? s.Fresh.Id })],
            cancellationToken
        );
        return [.. skeins.Select(s => Read(s, measures)).OfType<MadeSkein>()];
    }

    /// <summary>One structure, reckoned, without a skein.</summary>
    public static BecomesView Of(YarnBecomes becomes, double? degrees) => Of(becomes, degrees, [], 0);

    /// <summary>One structure, reckoned, and what was really made so.</summary>
    /// <param name="made">All skeins that were made of the singles.</param>
    /// <param name="bloomPercent">By how much wraps fall in the wash, for a skein that was not washed yet.</param>
    public static BecomesView Of(YarnBecomes becomes, double? degrees, IReadOnlyList<MadeSkein> made, double bloomPercent) =>
        new(
            AimWords.Structure(becomes.Structure, becomes.Strands),
            AimDesk.Shape(becomes.WrapsPerInch, becomes.Strands, degrees),
            [
                .. made.Where(m =>
                        m.Measured.Strands == becomes.Strands && (m.Measured.Structure ?? YarnStructure.Plain) == becomes.Structure
                    )
                    .Select(m => View(becomes, m, bloomPercent)),
            ]
        );

    private static MadeSkein? Read(PliedSkein skein, IReadOnlyDictionary<Guid, YarnMeasures> measures)
    {
        var fresh = measures.GetValueOrDefault(skein.Fresh.Id) ?? YarnMeasures.Nothing;
        var washed = skein.Washed is { } lot ? measures.GetValueOrDefault(lot.Id) : null;
        var isWashed = washed?.WrapsPerInch is not null;
        var read = isWashed ? washed! : fresh;
        return read.WrapsPerInch is null
            ? null
            : new MadeSkein(
                isWashed ? skein.Washed!.Code : skein.Fresh.Code,
                read with
                {
                    Strands = fresh.Strands ?? read.Strands,
                    Structure = fresh.Structure ?? read.Structure,
                    Degrees = read.Degrees ?? fresh.Degrees,
                },
                isWashed
            );
    }

    private static MadeSkeinView View(YarnBecomes becomes, MadeSkein made, double bloomPercent)
    {
        var read = made.Measured.WrapsPerInch!.Value;
        var washed = made.IsWashed ? read : read / (1 + bloomPercent / 100);
        var stands = becomes.Misses(washed, made.Measured.WrapsDoubt ?? 0) is { } off
            ? Invariant($"{Math.Abs(off):0.#} WPI {(off > 0 ? "finer" : "thicker")} than reckoned")
            : "as it was reckoned";
        return new MadeSkeinView(
            made.Code,
            AimDesk.Shape(read, becomes.Strands, made.Measured.Degrees),
            $"{(made.IsWashed ? "" : "not washed yet; ")}{stands}"
        );
    }
}
