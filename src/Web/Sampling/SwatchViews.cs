using System.ComponentModel.DataAnnotations;
using System.Globalization;
using System.Text.Json.Serialization;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Sampling;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Web.Hosting;
using static System.FormattableString;

namespace EarthyTuft.Web.Sampling;

/// <summary>A swatch as it is noted. Stitches are needed, before or after its wash; the rest may be left out.</summary>
/// <param name="ToolMillimetres">Needle or hook.</param>
/// <param name="Stitches">In 10 cm before its wash; of a woven swatch ends.</param>
/// <param name="Rows">In 10 cm before its wash; of a woven swatch picks.</param>
/// <param name="RelaxedMillimetres">Its length as it lies.</param>
/// <param name="StretchedMillimetres">Drawn out without force.</param>
/// <param name="AfterMinuteMillimetres">A minute after it was let go.</param>
public sealed record SwatchRequest(
    SwatchKind Kind = SwatchKind.Knitted,
    [property: JsonConverter(typeof(NeedleSize))] double? ToolMillimetres = null,
    [property: JsonConverter(typeof(CountInTenCentimetres))] double? Stitches = null,
    [property: JsonConverter(typeof(CountInTenCentimetres))] double? Rows = null,
    [property: JsonConverter(typeof(CountInTenCentimetres))] double? StitchesAfter = null,
    [property: JsonConverter(typeof(CountInTenCentimetres))] double? RowsAfter = null,
    [property: JsonConverter(typeof(Millimetres))] double? RelaxedMillimetres = null,
    [property: JsonConverter(typeof(Millimetres))] double? StretchedMillimetres = null,
    [property: JsonConverter(typeof(Millimetres))] double? AfterMinuteMillimetres = null,
    [property: StringLength(Swatch.LongestWords)] string? NotFor = null,
    [property: StringLength(Swatch.LongestWords)] string? OnlyIf = null,
    bool? Again = null,
    [property: StringLength(Swatch.LongestWords)] string? Change = null
)
{
    internal static Result<Swatch?> Read(SwatchRequest? r) =>
        r is null
            ? (Swatch?)null
            : Swatch
                .Check(
                    new Swatch(
                        r.Kind,
                        r.ToolMillimetres,
                        new Gauge(r.Stitches, r.Rows),
                        new Gauge(r.StitchesAfter, r.RowsAfter),
                        r.RelaxedMillimetres,
                        r.StretchedMillimetres,
                        r.AfterMinuteMillimetres,
                        r.NotFor?.Trim() ?? "",
                        r.OnlyIf?.Trim() ?? "",
                        r.Again,
                        r.Change?.Trim() ?? ""
                    )
                )
                .Then<Swatch?>(s => s);
}

/// <summary>A swatch as it may be typed again, in the workshop's units.</summary>
public sealed record TypedSwatch(
    SwatchKind Kind,
    string? Tool,
    string? Stitches,
    string? Rows,
    string? StitchesAfter,
    string? RowsAfter,
    string? Relaxed,
    string? Stretched,
    string? AfterMinute,
    string NotFor,
    string OnlyIf,
    bool? Again,
    string Change
)
{
    internal static TypedSwatch Of(Swatch s, LengthUnit unit)
    {
        return new(
            s.Kind,
            s.ToolMillimetres is { } tool ? Invariant($"{tool:0.##} mm") : null,
            Counted(s.Before.Stitches),
            Counted(s.Before.Rows),
            Counted(s.After.Stitches),
            Counted(s.After.Rows),
            Long(s.RelaxedMillimetres),
            Long(s.StretchedMillimetres),
            Long(s.AfterMinuteMillimetres),
            s.NotFor,
            s.OnlyIf,
            s.Again,
            s.Change
        );

        string? Counted(double? count) => count is { } some ? CountedOver.OfCloth(unit).Write(some, CountedOver.TenCentimetres) : null;
        string? Long(double? millimetres) =>
            millimetres is { } some ? Invariant($"{some / Length.MillimetresOf(unit):0.##} {Length.Sign(unit)}") : null;
    }
}

/// <summary>A swatch as its card shows it.</summary>
/// <param name="Noted">As it was noted.</param>
/// <param name="Sentences">What follows.</param>
public sealed record SwatchView(TypedSwatch Noted, IReadOnlyList<string> Sentences)
{
    // Stitches are told for so wide a piece, and rows for so long a one.
    private static (double Millimetres, string Name) Piece(LengthUnit unit) =>
        unit == LengthUnit.Inch ? (20 * Length.MillimetresPerInch, "20 in") : (500, "50 cm");

    internal static SwatchView? Of(Swatch? swatch, LengthUnit unit) =>
        swatch is null ? null : new SwatchView(TypedSwatch.Of(swatch, unit), [.. Words(swatch, unit)]);

    /// <summary>A swatch in one line, for its history.</summary>
    internal static string? Line(Swatch? swatch, LengthUnit unit) => swatch is null ? null : string.Join(" ", Words(swatch, unit));

    private static IEnumerable<string> Words(Swatch s, LengthUnit unit)
    {
        var (stitches, rows) = s.Kind == SwatchKind.Woven ? ("ends", "picks") : ("stitches", "rows");
        var on = s.ToolMillimetres is { } tool
            ? $" on {(s.Kind == SwatchKind.Knitted ? Needles.Write(tool) : Invariant($"{tool:0.##} mm"))}"
            : "";
        var over = CountedOver.OfCloth(unit);
        string Told(Gauge g) =>
            string.Join(
                " and ",
                new[]
                {
                    g.Stitches is { } a ? Invariant($"{over.Of(a, CountedOver.TenCentimetres):0.#} {stitches}") : "",
                    g.Rows is { } b ? Invariant($"{over.Of(b, CountedOver.TenCentimetres):0.#} {rows}") : "",
                }.Where(w => w.Length > 0)
            );
        string[] gauges =
        [
            .. new[] { (Told(s.Before), "before"), (Told(s.After), "after the wash") }
                .Where(g => g.Item1.Length > 0)
                .Select(g => $"{g.Item1} {g.Item2}"),
        ];
        yield return $"{(s.Kind == SwatchKind.Knitted ? "Knitted" : s.Kind == SwatchKind.Woven ? "Woven" : "Crocheted")}{on}: {string.Join(", ", gauges)}, "
            + $"in {over.Name}.";
        string[] shrunk =
        [
            .. s.NarrowerPercent is { } narrower
                ? [Invariant($"{Math.Abs(narrower):0.#} % {(narrower >= 0 ? "narrower" : "wider")}")]
                : Array.Empty<string>(),
            .. s.ShorterPercent is { } shorter
                ? [Invariant($"{Math.Abs(shorter):0.#} % {(shorter >= 0 ? "shorter" : "longer")}")]
                : Array.Empty<string>(),
        ];
        if (shrunk.Length > 0)
        {
            yield return $"The wash made it {string.Join(" and ", shrunk)}.";
        }

        var (side, piece) = Piece(unit);
        if (s.StitchesFor(side) is { } castOn)
        {
            var begin =
                s.Kind == SwatchKind.Woven ? "set"
                : s.Kind == SwatchKind.Knitted ? "cast on"
                : "begin with";
            yield return $"For {piece} of it as it is after the wash {begin} {castOn} {stitches}"
                + $"{(s.RowsFor(side) is { } high ? $", and make {high} {rows} for {piece} of length" : "")}.";
        }

        if (s.StretchPercent is { } stretch)
        {
            yield return string.Create(
                CultureInfo.InvariantCulture,
                $"It stretches by {stretch:0} "
                    + $"%{(s.RecoveryPercent is { } back ? Invariant($" and takes {Math.Clamp(back, 0, 100):0} % of that back in a minute") : "")}."
            );
        }

        if (s.NotFor.Length > 0)
        {
            yield return $"Not for: {s.NotFor}.";
        }

        if (s.OnlyIf.Length > 0)
        {
            yield return $"Only if: {s.OnlyIf}.";
        }

        if (s.Again is { } again)
        {
            yield return $"{(again ? "To be made again" : "Not to be made again")}{(s.Change.Length > 0 ? $": {s.Change}" : "")}.";
        }
        else if (s.Change.Length > 0)
        {
            yield return $"Another time: {s.Change}.";
        }
    }
}
