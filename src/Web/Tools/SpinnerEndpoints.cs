using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Tools;

/// <summary>A whorl, or a mark of speed.</summary>
/// <param name="Ratio">Turns of the flyer for one treadle; of an electric flyer for one second. Left out for a mark whose turns nobody
/// knows.</param>
/// <param name="Name">What it is called or marked with; needed where no ratio is told.</param>
public sealed record WhorlRequest(double? Ratio = null, [property: StringLength(30)] string? Name = null);

/// <summary>A kind of bobbins that fit a wheel.</summary>
/// <param name="Holds">What one holds, as typed.</param>
/// <param name="Kate">Which kate it fits.</param>
public sealed record BobbinKindRequest(
    [property: StringLength(30)] string? Name = null,
    [property: StringLength(40)] string? Holds = null,
    [property: StringLength(60)] string? Kate = null
);

/// <summary>A wheel, an electric flyer, a great wheel, a spindle or a skein winder.</summary>
/// <param name="Whorls">Of a wheel and an electric flyer; at least one.</param>
/// <param name="Bobbin">What a bobbin or a cop holds, as typed; left out where nobody knows.</param>
/// <param name="Round">Of a winder: yarn of one round, as typed, centimetres where no unit stands there.</param>
/// <param name="Bobbins">The kinds of bobbins that fit a wheel or an electric flyer, where there are several.</param>
/// <param name="Weight">Of a spindle: what it weighs, as typed.</param>
public sealed record SpinnerRequest(
    [property: StringLength(60, MinimumLength = 1)] string Name,
    ToolKind Kind,
    [property: MaxLength(Spinner.MostWhorls)] IReadOnlyList<WhorlRequest>? Whorls = null,
    Drive? Drive = null,
    [property: StringLength(40)] string? Bobbin = null,
    [property: StringLength(40)] string? Round = null,
    [property: MaxLength(Spinner.MostBobbins)] IReadOnlyList<BobbinKindRequest>? Bobbins = null,
    [property: StringLength(40)] string? Weight = null
);

/// <summary>A whorl with its ratio, null for a mark whose turns nobody knows.</summary>
public sealed record WhorlView(string Name, double? Ratio);

/// <summary>A kind of bobbins.</summary>
/// <param name="Kate">Which kate it fits; empty where nobody said.</param>
public sealed record BobbinKindView(string Name, MassFigure Holds, string Kate);

/// <summary>A tool to spin on, or to wind skeins with.</summary>
/// <param name="Bobbin">What a bobbin holds; null where nobody knows.</param>
/// <param name="RoundMillimetres">Null for all but a winder.</param>
/// <param name="Size">Of a winder, in words; null for all others.</param>
/// <param name="Upkeep">The newest first.</param>
/// <param name="Bobbins">The kinds of bobbins that fit it.</param>
/// <param name="Weight">Of a spindle; null where nobody weighed it.</param>
/// <param name="By">What is counted for a draw on it.</param>
public sealed record SpinnerView(
    Guid Id,
    string Name,
    ToolKind Kind,
    IReadOnlyList<WhorlView> Whorls,
    Drive? Drive,
    MassFigure? Bobbin,
    double? RoundMillimetres,
    string? Size,
    IReadOnlyList<UpkeepView> Upkeep,
    IReadOnlyList<BobbinKindView> Bobbins,
    MassFigure? Weight,
    SpunBy By
);

/// <summary>The workshop's wheels, spindles and winders.</summary>
internal static class SpinnerEndpoints
{
    public static void Map(RouteGroupBuilder group)
    {
        group.MapGet("/spinners", List).Named("listSpinners", "Wheels, electric flyers, spindles and skein winders.");
        group.MapPost("/spinners", Add).Named("addSpinner", "Adds a wheel, an electric flyer, a spindle or a skein winder.").Changes();
    }

    private static async Task<SpinnerView[]> List(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken) =>
        [
            .. (
                await db
                    .Tools.AsNoTracking()
                    .Where(t =>
                        t.RetiredAt == null
                        && (
                            t.Kind == ToolKind.Wheel
                            || t.Kind == ToolKind.ElectricFlyer
                            || t.Kind == ToolKind.GreatWheel
                            || t.Kind == ToolKind.Spindle
                            || t.Kind == ToolKind.Winder
                        )
                    )
                    .OrderBy(t => t.Name)
                    .ThenBy(t => t.Id)
                    .ToListAsync(cancellationToken)
            )
                .Select(t => View(t, context.Workshop))
                .OrderBy(v => v.Kind),
        ];

    private static async Task<Results<Ok<SpinnerView>, ProblemHttpResult>> Add(
        SpinnerRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var name = (request.Name ?? "").Trim();
        var whorls = request.Whorls ?? [];
        var turns = request.Kind is ToolKind.Wheel or ToolKind.ElectricFlyer;
        var guard = new Guard(SpinnerFields.Subjects)
            .Need(name.Length > 0, "name", "missing", "is missing: what do you call it?")
            .Need(request.Kind.Spins() || request.Kind == ToolKind.Winder, "kind", "wrong-kind", "is nothing to spin on or to wind with")
            .Need(!turns || whorls.Count > 0, "whorls", "missing", "is missing: say one ratio at least")
            .Need(whorls.Count <= Spinner.MostWhorls, "whorls", "too-many", $"holds more than {Spinner.MostWhorls}");
        for (var i = 0; i < whorls.Count; i++)
        {
            if (whorls[i].Ratio is { } ratio)
            {
                guard.Within(ratio, Whorl.Least, Whorl.Greatest, $"whorls[{i}].ratio");
            }
            else
            {
                guard.Need(
                    !string.IsNullOrWhiteSpace(whorls[i].Name),
                    $"whorls[{i}].ratio",
                    "missing",
                    "is missing: say a ratio, or a mark by its name"
                );
            }
        }

        if (request.Kind == ToolKind.Winder)
        {
            var round = ToolEndpoints.Size(request.Round, "round", Winder.Least, Winder.Most, LengthUnit.Centimetre);
            return await Keep(
                [.. guard.Refusals, .. round.Refusals],
                () => ToolRow.Of(name, new Winder(Math.Round(round.Value.Millimetres, 1)), []),
                db,
                context,
                cancellationToken
            );
        }

        var bobbin = string.IsNullOrWhiteSpace(request.Bobbin)
            ? (Result<Mass>?)null
            : MassReader
                .Read(request.Bobbin, context.Workshop.Unit, "bobbin")
                .Then<Mass>(m =>
                    m.Grams is >= Spinner.LeastBobbin and <= Spinner.MostBobbin
                        ? m
                        : new Refusal("bobbin", "out-of-range", $"A bobbin holds between {Spinner.LeastBobbin} and {Spinner.MostBobbin} g.")
                );
        Result<Bobbin>[] kinds =
        [
            .. (request.Bobbins ?? []).Take(Spinner.MostBobbins).Select((b, i) => Kind(b, $"bobbins[{i}]", context.Workshop.Unit)),
        ];
        var weight = string.IsNullOrWhiteSpace(request.Weight)
            ? (Result<Mass>?)null
            : MassReader
                .Read(request.Weight, context.Workshop.Unit, "weight")
                .Then<Mass>(m =>
                    m.Grams is >= Spinner.LightestSpindle and <= Spinner.HeaviestSpindle
                        ? m
                        : new Refusal(
                            "weight",
                            "out-of-range",
                            $"A spindle weighs between {Spinner.LightestSpindle} and {Spinner.HeaviestSpindle} g."
                        )
                );
        guard
            .Need(turns || kinds.Length == 0, "bobbins", "wrong-kind", "belong to a wheel or an electric flyer")
            .Need(request.Kind == ToolKind.Spindle || weight is null, "weight", "wrong-kind", "is told of a spindle")
            .Need(
                (request.Bobbins ?? []).Select(b => b.Name?.Trim()).Distinct().Count() == (request.Bobbins?.Count ?? 0),
                "bobbins",
                "twice",
                "have a name twice"
            );
        return await Keep(
            [.. guard.Refusals, .. bobbin?.Refusals ?? [], .. kinds.SelectMany(k => k.Refusals), .. weight?.Refusals ?? []],
            () =>
                ToolRow.Of(
                    name,
                    request.Kind,
                    new Spinner(
                        turns
                            ?
                            [
                                .. whorls
                                    .Select(w => new Whorl(
                                        string.IsNullOrWhiteSpace(w.Name)
                                            ? FormattableString.Invariant($"{w.Ratio:0.##}:1")
                                            : w.Name.Trim(),
                                        w.Ratio
                                    ))
                                    .OrderBy(w => w.Ratio ?? double.MaxValue),
                            ]
                            : [],
                        turns ? request.Drive : null,
                        bobbin?.Value.Grams
                    )
                    {
                        Bobbins = [.. kinds.Select(k => k.Value)],
                        WeightGrams = weight?.Value.Grams,
                    },
                    []
                ),
            db,
            context,
            cancellationToken
        );
    }

    private static Result<Bobbin> Kind(BobbinKindRequest of, string field, MassUnit unit)
    {
        var (name, kate) = (of.Name?.Trim() ?? "", of.Kate?.Trim() ?? "");
        return MassReader
            .Read(of.Holds, unit, $"{field}.holds")
            .Then<Bobbin>(m =>
                name.Length == 0 ? new Refusal($"{field}.name", "missing", "Say what these bobbins are called.")
                : m.Grams is >= Spinner.LeastBobbin and <= Spinner.MostBobbin ? new Bobbin(name, m.Grams, kate)
                : new Refusal($"{field}.holds", "out-of-range", $"A bobbin holds between {Spinner.LeastBobbin} and {Spinner.MostBobbin} g.")
            );
    }

    private static async Task<Results<Ok<SpinnerView>, ProblemHttpResult>> Keep(
        Refusal[] refusals,
        Func<ToolRow> tool,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (refusals.Length > 0)
        {
            return Problems.Refused(refusals);
        }

        var row = tool();
        db.Tools.Add(row);
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.Ok(View(row, context.Workshop));
    }

    private static SpinnerView View(ToolRow row, WorkshopSettings workshop) =>
        row.Kind == ToolKind.Winder
            ? new SpinnerView(
                row.Id,
                row.Name,
                row.Kind,
                [],
                null,
                null,
                row.Winder.Winder.RoundMillimetres,
                ToolWords.Size(row.Winder.Winder, workshop.LengthUnit),
                ToolEndpoints.Seen(row),
                [],
                null,
                row.Kind.CountedOn()
            )
            : new SpinnerView(
                row.Id,
                row.Name,
                row.Kind,
                [.. row.Spinner.Spinner.Whorls.Select(w => new WhorlView(w.Name, w.Ratio))],
                row.Spinner.Spinner.Drive,
                Figures.ToFigure(row.Spinner.Spinner.BobbinGrams, null, workshop.Unit, Provenance.Yours),
                null,
                null,
                ToolEndpoints.Seen(row),
                [
                    .. row.Spinner.Spinner.Bobbins.Select(b => new BobbinKindView(
                        b.Name,
                        Mass.FromGrams(b.Grams).ToFigure(workshop.Unit, Provenance.Yours),
                        b.Kate
                    )),
                ],
                Figures.ToFigure(row.Spinner.Spinner.WeightGrams, null, workshop.Unit, Provenance.Yours),
                row.Kind.CountedOn()
            );
}
