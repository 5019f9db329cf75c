using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Tools;

/// <summary>Cards, a drum or a board as they stand in the workshop.</summary>
/// <param name="Width">As typed, centimetres where no unit stands there.</param>
/// <param name="Length">The other way: the depth of a card, round the drum, up the board.</param>
/// <param name="TeethPerSquareInch">How close its teeth stand; left out when nobody counted.</param>
public sealed record CardsRequest(
    [property: StringLength(60, MinimumLength = 1)] string Name,
    ToolKind Kind,
    [property: StringLength(40)] string Width,
    [property: StringLength(40)] string Length,
    double? TeethPerSquareInch = null
);

/// <summary>Combs, a hackle or a diz as they stand in the workshop.</summary>
/// <param name="Width">Of combs and hackles, from the first tine to the last; as typed, centimetres where no unit stands there.</param>
/// <param name="Rows">Of combs and hackles: rows of tines.</param>
/// <param name="Height">How far the tines stand up; left out when nobody measured.</param>
/// <param name="Hole">Of a diz: how wide its hole is; as typed, millimetres where no unit stands there.</param>
public sealed record CombsRequest(
    [property: StringLength(60, MinimumLength = 1)] string Name,
    ToolKind Kind,
    [property: StringLength(40)] string? Width = null,
    int? Rows = null,
    [property: StringLength(40)] string? Height = null,
    [property: StringLength(40)] string? Hole = null
);

/// <summary>A tool to comb with.</summary>
/// <param name="WidthCentimetres">Null for a diz.</param>
/// <param name="Rows">Null for a diz.</param>
/// <param name="HeightCentimetres">Null for a diz, and when nobody measured.</param>
/// <param name="HoleMillimetres">Null for all but a diz.</param>
/// <param name="Size">Its size in the workshop's units, in words.</param>
/// <param name="Upkeep">The newest first.</param>
public sealed record CombsView(
    Guid Id,
    string Name,
    ToolKind Kind,
    double? WidthCentimetres,
    int? Rows,
    double? HeightCentimetres,
    double? HoleMillimetres,
    string Size,
    IReadOnlyList<UpkeepView> Upkeep
);

/// <summary>What was seen or done to a tool.</summary>
public sealed record UpkeepRequest([property: StringLength(300, MinimumLength = 1)] string What);

/// <summary>What was seen or done to a tool, and when.</summary>
public sealed record UpkeepView(DateTimeOffset At, string Who, string What);

/// <summary>A tool with a toothed cloth.</summary>
/// <param name="Size">Its size in the workshop's units, in words.</param>
/// <param name="Upkeep">The newest first.</param>
public sealed record CardsView(
    Guid Id,
    string Name,
    ToolKind Kind,
    double WidthCentimetres,
    double LengthCentimetres,
    double? TeethPerSquareInch,
    string Size,
    IReadOnlyList<UpkeepView> Upkeep
);

/// <summary>The workshop's tools to prepare with; tubs and racks have their door at the wash house.</summary>
public static class ToolEndpoints
{
    private const int MostUpkeep = 200;

    public static void MapTools(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/tools").WithTags("tools").ForMembers();
        group.MapGet("/cards", List).Named("listCards", "Hand cards, drums, boards and flicks.");
        group.MapPost("/cards", Add).Named("addCards", "Adds hand cards, a drum, a board or a flick.").Changes();
        group.MapGet("/combs", ListCombs).Named("listCombs", "Combs, hackles and dizzes.");
        group.MapPost("/combs", AddCombs).Named("addCombs", "Adds combs, a hackle or a diz.").Changes();
        SpinnerEndpoints.Map(group);
        group
            .MapPost("/{id:guid}/upkeep", Note)
            .Named("noteUpkeep", "Notes what was seen or done to a tool.")
            .Changes()
            .ProducesProblem(404);
        group
            .MapDelete("/{id:guid}", Retire)
            .Named("retireTool", "Puts a tool away; what it was used for stays.")
            .Changes()
            .ProducesProblem(404);
    }

    private static async Task<CombsView[]> ListCombs(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken) =>
        // The one that takes most is offered first.
        [
            .. (
                await Preparing(db)
                    .Where(t => t.Kind == ToolKind.Combs || t.Kind == ToolKind.Hackle || t.Kind == ToolKind.Diz)
                    .OrderBy(t => t.Name)
                    .ThenBy(t => t.Id)
                    .ToListAsync(cancellationToken)
            )
                .Select(t => ViewCombs(t, context.Workshop.LengthUnit))
                .OrderBy(v => v.Kind == ToolKind.Diz)
                .ThenByDescending(v => v.WidthCentimetres * v.Rows),
        ];

    private static async Task<Results<Ok<CombsView>, ProblemHttpResult>> AddCombs(
        CombsRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var guard = new Guard()
            .Need(!string.IsNullOrWhiteSpace(request.Name), "name", "missing", "is missing: what do you call it?")
            .Need(request.Kind.HasTines() || request.Kind == ToolKind.Diz, "kind", "wrong-kind", "is nothing to comb with");
        var name = (request.Name ?? "").Trim();
        if (request.Kind == ToolKind.Diz)
        {
            var hole = Size(request.Hole, "hole", Diz.Narrowest, Diz.Widest, LengthUnit.Millimetre);
            return await Keep(
                guard,
                hole.Refusals,
                () => ToolRow.Of(name, new Diz(hole.Value.Millimetres), []),
                row => ViewCombs(row, context.Workshop.LengthUnit),
                db,
                cancellationToken
            );
        }

        var width = Size(request.Width, "width", Tines.Narrowest * 10, Tines.Widest * 10, LengthUnit.Centimetre);
        var height = string.IsNullOrWhiteSpace(request.Height)
            ? (Result<Length>?)null
            : Size(request.Height, "height", Tines.Lowest * 10, Tines.Highest * 10, LengthUnit.Centimetre);
        guard.Need(
            request.Rows is >= 1 and <= Tines.MostRows,
            "rows",
            "out-of-range",
            $"must be a whole number from 1 to {Tines.MostRows}"
        );
        return await Keep(
            guard,
            [.. width.Refusals, .. height?.Refusals ?? []],
            () =>
                ToolRow.Of(
                    name,
                    request.Kind,
                    new Tines(Centimetres(width.Value), request.Rows!.Value, height is { } high ? Centimetres(high.Value) : null),
                    []
                ),
            row => ViewCombs(row, context.Workshop.LengthUnit),
            db,
            cancellationToken
        );
    }

    private static async Task<CardsView[]> List(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken) =>
        // The largest first: what takes the fewest loads is offered first.
        [
            .. (await Cards(db).OrderBy(t => t.Name).ThenBy(t => t.Id).ToListAsync(cancellationToken))
                .OrderByDescending(t => t.Cards.Cloth.SquareCentimetres)
                .Select(t => View(t, context.Workshop.LengthUnit)),
        ];

    private static async Task<Results<Ok<CardsView>, ProblemHttpResult>> Add(
        CardsRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var (width, length) = (Side(request.Width, "width"), Side(request.Length, "length"));
        var guard = new Guard()
            .Need(!string.IsNullOrWhiteSpace(request.Name), "name", "missing", "is missing: what do you call them?")
            .Need(request.Kind.HasCloth(), "kind", "wrong-kind", "is no tool with a toothed cloth")
            .Need(
                request.TeethPerSquareInch is not { } teeth
                    || (double.IsFinite(teeth) && teeth is >= Cloth.FewestTeeth and <= Cloth.MostTeeth),
                "teethPerSquareInch",
                "out-of-range",
                FormattableString.Invariant($"must be between {Cloth.FewestTeeth} and {Cloth.MostTeeth} to the square inch")
            );
        return await Keep(
            guard,
            [.. width.Refusals, .. length.Refusals],
            () =>
                ToolRow.Of(
                    request.Name.Trim(),
                    request.Kind,
                    new Cloth(Centimetres(width.Value), Centimetres(length.Value), request.TeethPerSquareInch),
                    []
                ),
            row => View(row, context.Workshop.LengthUnit),
            db,
            cancellationToken
        );
    }

    private static async Task<Results<Ok<T>, ProblemHttpResult>> Keep<T>(
        Guard guard,
        IEnumerable<Refusal> read,
        Func<ToolRow> tool,
        Func<ToolRow, T> view,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        Refusal[] refusals = [.. guard.Refusals, .. read];
        if (refusals.Length > 0)
        {
            return Problems.Refused(refusals);
        }

        var row = tool();
        db.Tools.Add(row);
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.Ok(view(row));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Note(
        Guid id,
        UpkeepRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (await Preparing(db).AsTracking().SingleOrDefaultAsync(t => t.Id == id, cancellationToken) is not { } row)
        {
            return Problems.NotHere("tool");
        }

        if (string.IsNullOrWhiteSpace(request.What))
        {
            return Problems.Refused("what", "missing", "Say what was seen or done.");
        }

        if (row.Noted().Count >= MostUpkeep)
        {
            return Problems.Refused("what", "too-many", $"No more than {MostUpkeep} notes are kept of one tool.");
        }

        row.Note(new Upkeep(context.Now, context.Workshop.PersonName, request.What.Trim()));
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Retire(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) =>
        db.ChangedRows<ToolRow>(
            await Preparing(db)
                .Where(t => t.Id == id)
                .ExecuteUpdateAsync(set => set.SetProperty(t => t.RetiredAt, context.Now), cancellationToken)
        ) > 0
            ? TypedResults.NoContent()
            : Problems.NotHere("tool");

    // Tubs and racks have their own door.
    private static IQueryable<ToolRow> Preparing(EarthyTuftDb db) =>
        db.Tools.AsNoTracking().Where(t => t.RetiredAt == null && t.Kind != ToolKind.Tub && t.Kind != ToolKind.Rack);

    private static IQueryable<ToolRow> Cards(EarthyTuftDb db) =>
        Preparing(db)
            .Where(t =>
                t.Kind == ToolKind.HandCards
                || t.Kind == ToolKind.DrumCarder
                || t.Kind == ToolKind.BlendingBoard
                || t.Kind == ToolKind.Flick
            );

    private static Result<Length> Side(string typed, string field) =>
        Size(typed, field, Cloth.LeastSide * 10, Cloth.MostSide * 10, LengthUnit.Centimetre);

    // Bounds in millimetres; a diz of 0 mm is refused as any other size that cannot be.
    internal static Result<Length> Size(string? typed, string field, double least, double most, LengthUnit unit)
    {
        var length = Length.Read(typed, field, most, unit);
        return length.IsRefused
            ? length.Refusals.Any(r => r.Code == "out-of-range")
                ? OutOfRange()
                : length
            : length.Value.Millimetres >= least
                ? length
                : OutOfRange();

        Refusal OutOfRange()
        {
            var each = Length.MillimetresOf(unit);
            return new Refusal(
                field,
                "out-of-range",
                FormattableString.Invariant($"It must be between {least / each} and {most / each} {Length.Sign(unit)}.")
            );
        }
    }

    private static double Centimetres(Length length) => Math.Round(length.Millimetres / 10, 2);

    internal static UpkeepView[] Seen(ToolRow row) => [.. row.Noted().Reverse().Select(u => new UpkeepView(u.At, u.Who, u.What))];

    internal static CombsView ViewCombs(ToolRow row, LengthUnit unit) =>
        row.Kind == ToolKind.Diz
            ? new CombsView(
                row.Id,
                row.Name,
                row.Kind,
                null,
                null,
                null,
                row.Diz.Diz.HoleMillimetres,
                ToolWords.Size(row.Diz.Diz, unit),
                Seen(row)
            )
            : new CombsView(
                row.Id,
                row.Name,
                row.Kind,
                row.Combs.Tines.WidthCentimetres,
                row.Combs.Tines.Rows,
                row.Combs.Tines.HeightCentimetres,
                null,
                ToolWords.Size(row.Combs.Tines, unit),
                Seen(row)
            );

    internal static CardsView View(ToolRow row, LengthUnit unit)
    {
        var cloth = row.Cards.Cloth;
        return new CardsView(
            row.Id,
            row.Name,
            row.Kind,
            cloth.WidthCentimetres,
            cloth.LengthCentimetres,
            cloth.TeethPerSquareInch,
            ToolWords.Size(cloth, unit),
            Seen(row)
        );
    }
}
