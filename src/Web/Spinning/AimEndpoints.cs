using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Assessing;
using EarthyTuft.Data.Sampling;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Spinning;

/// <summary>What to spin for a yarn, and what its ply-backs say. It changes nothing.</summary>
public static class AimEndpoints
{
    /// <summary>More ply-backs nobody makes for one yarn.</summary>
    public const int MostTrials = 24;

    /// <summary>So many samples of like fibre are told.</summary>
    private const int MostLike = 3;

    public static void MapSpinning(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/spinning").WithTags("spinning").ForMembers();
        group
            .MapGet("/classes", Classes)
            .Named("listYarnClasses", "Classes of yarn with wraps to begin from, and whether a lot can be spun to them.")
            .ProducesProblem(404);
        group
            .MapGet("/wants", Wants)
            .Named("listFibreWants", "What a lot asks to become, by its length, its fineness and its crimp.")
            .ProducesProblem(404);
        group
            .MapPost("/aim", Aim)
            .Named("aimAtYarn", "What to spin for a yarn, whether it can be done, and what each ply-back says about the next.")
            .Changes(MemberRole.Looker);
        group
            .MapPost("/suits", SuitEndpoints.Suits)
            .Named("listSuits", "Lots in store with how well they suit a yarn, where nobody said what it is made of.")
            .Changes(MemberRole.Looker);
        group
            .MapPost("/hand", Hand)
            .Named("spinByHand", "In a demo: what a simulated hand reads off a ply-back of its own.")
            .Changes(MemberRole.Looker)
            .ProducesProblem(404);
        group.MapPost("/ply", PlyCraft.Preview).Named("planPlying", "What plying gives, and how to do it.").Changes(MemberRole.Looker);
        group
            .MapPost("/enough", EnoughEndpoints.Enough)
            .Named("isItEnough", "From yarn back to prepared and raw fibre, against what is there.")
            .Changes(MemberRole.Looker);
        group
            .MapGet("/faults", FaultEndpoints.List)
            .Named("listYarnFaults", "What goes wrong, and what to look at first, with this lot's own facts.")
            .ProducesProblem(404);
        group.MapGet("/usual", EnoughEndpoints.Usual).Named("readUsualYarn", "What things usually take.");
        group
            .MapPut("/usual", EnoughEndpoints.ChangeUsual)
            .Named("changeUsualYarn", "Replaces the table of what things usually take, or brings the typical one back.")
            .Changes();
        group.MapGet("/remains", BobbinEndpoints.Remains).Named("listRemains", "Bobbins that were plied in part.");
        group
            .MapGet("/wind", BobbinEndpoints.Wind)
            .Named("planWinding", "Yarn wound off onto weaving bobbins, shuttles or a cone.")
            .ProducesProblem(404)
            .ProducesProblem(422);
        group.MapGet("/week", WeekEndpoints.Week).Named("readSpunWeek", "Metres of singles spun since Monday, by each member.");
        group.MapGet("/pace", PaceEndpoints.Pace).Named("readSpinPace", "Metres and grams spun in an hour, by preparation and draw.");
        group
            .MapGet("/hook", PaceEndpoints.Hook)
            .Named("readHookPrompt", "After how many draws the hook of a flyer is moved.")
            .ProducesProblem(422);
        app.MapYarn();
    }

    private static async Task<Results<Ok<IReadOnlyList<YarnClassView>>, ProblemHttpResult>> Classes(
        CodeParameter? lot,
        EarthyTuftDb db,
        AimDesk desk,
        CancellationToken cancellationToken
    )
    {
        LotRow? of = null;
        if (
            lot is { } code
            && (of = await db.Lots.AsNoTracking().SingleOrDefaultAsync(l => l.Code == code.Value && l.VoidedAt == null, cancellationToken))
                is null
        )
        {
            return Problems.NotHere("lot");
        }

        var classes = new List<YarnClassView>();
        foreach (var one in Enum.GetValues<YarnClass>())
        {
            var (least, most) = Needles.Of(one);
            classes.Add(
                new YarnClassView(
                    AimWords.Word(one),
                    Wraps.MiddleOf(one),
                    $"{Needles.Write(least)} to {Needles.Write(most)}",
                    Needles.AlsoCalled(one),
                    of is null ? null : await desk.Suits(one, of, cancellationToken)
                )
            );
        }

        return TypedResults.Ok<IReadOnlyList<YarnClassView>>(classes);
    }

    private static async Task<Results<Ok<IReadOnlyList<FibreWantView>>, ProblemHttpResult>> Wants(
        CodeParameter lot,
        EarthyTuftDb db,
        AimDesk desk,
        CancellationToken cancellationToken
    )
    {
        if (
            await db.Lots.AsNoTracking().SingleOrDefaultAsync(l => l.Code == lot.Value && l.VoidedAt == null, cancellationToken)
            is not { } of
        )
        {
            return Problems.NotHere("lot");
        }

        var locks = await NearestLocks.Of(db, [of.Id], cancellationToken);
        return TypedResults.Ok(await desk.Wants(of, [.. locks[of.Id]], cancellationToken));
    }

    // What became of fibre of the same parentage, told in the words of its samples: the newest first.
    private static async Task<IReadOnlyList<string>> Like(LotRow? lot, EarthyTuftDb db, CancellationToken cancellationToken)
    {
        if (lot is null || lot.Parentage.Length == 0)
        {
            return [];
        }

        var samples = await db
            .Samples.AsNoTracking()
            .Where(s =>
                s.WithdrawnAt == null
                && s.Lot!.VoidedAt == null
                && s.Lot.Parentage == lot.Parentage
                && (s.Verdict != "" || s.Swatch != null)
            )
            .OrderByDescending(s => s.MadeAt)
            .ThenByDescending(s => s.Id)
            .Take(MostLike)
            .Select(s => new
            {
                s.Code,
                s.WrapsPerInch,
                s.Plies,
                s.Verdict,
                s.Swatch,
            })
            .ToListAsync(cancellationToken);
        return
        [
            .. samples.Select(s =>
            {
                var swatch = StoredSwatch.Read(s.Swatch);
                var yarn = s.WrapsPerInch is { } wraps
                    ? FormattableString.Invariant(
                        $", {wraps:0.#} WPI{(s.Plies is { } plies ? $", {AimWords.Structure(YarnStructure.Plain, plies)}" : "")}"
                    )
                    : "";
                var again = swatch?.Again is { } yes
                    ? $" {(yes ? "To be made again" : "Not to be made again")}{(swatch.Change.Length > 0 ? $": {swatch.Change}" : "")}."
                    : "";
                return $"{s.Code}{yarn}: {s.Verdict}{again}";
            }),
        ];
    }

    private static async Task<Results<Ok<AimView>, ProblemHttpResult>> Aim(
        AimRequest request,
        EarthyTuftDb db,
        AimDesk desk,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        LotRow? lot = null;
        if (
            request.LotId is { } id
            && (lot = await db.Lots.AsNoTracking().SingleOrDefaultAsync(l => l.Id == id && l.VoidedAt == null, cancellationToken)) is null
        )
        {
            return Problems.Refused("lotId", "not-here", "It names a lot that is not here.");
        }

        var read = await desk.Read(request, lot, cancellationToken);
        if (read.IsRefused)
        {
            return Problems.Refused(read.Refusals);
        }

        var unit = context.Workshop.LengthUnit;
        var trials = (request.Trials ?? []).Select((t, i) => Try(t, $"trials[{i}]", read.Value, context.Workshop)).ToArray();
        var refused = trials.SelectMany(t => t.Refusals).ToArray();
        return refused.Length > 0
            ? Problems.Refused(refused)
            : TypedResults.Ok(
                AimDesk.View(
                    read.Value,
                    AimDesk.AgainstEachOther([.. trials.Select(t => t.Value.View)], [.. trials.Select(t => t.Value.Read)]),
                    unit,
                    await Like(lot, db, cancellationToken)
                )
            );
    }

    private static Result<(YarnTrial Read, PlyBackView View)> Try(
        PlyBackRequest trial,
        string field,
        ReadAim aim,
        WorkshopSettings workshop
    )
    {
        var tried = YarnTrial
            .Read(trial.ToCommand(null), workshop.Unit)
            .Then(read =>
                AimDesk
                    .Try(read, aim.Learned, aim.On?.By ?? SpunBy.Treadles, workshop.LengthUnit)
                    .Then<(YarnTrial Read, PlyBackView View)>(view => (read, view))
            );
        return tried.IsRefused
            ? Result<(YarnTrial Read, PlyBackView View)>.Refused([.. tried.Refusals.Select(r => r with { Field = $"{field}.{r.Field}" })])
            : tried;
    }

    private static Results<Ok<SpinnersHandView>, ProblemHttpResult> Hand(SpinnersHandRequest request, RequestContext context)
    {
        if (!context.Workshop.IsDemo)
        {
            return Problems.NotHere("hand");
        }

        var guard = new Guard(SpinningFields.Subjects)
            .Within(request.Wraps, Wraps.Fewest, Wraps.Most, "wraps")
            .Within(request.TurnsPerMetre, 1, 10_000, "turnsPerMetre");
        if (!guard.Passed)
        {
            return Problems.Refused(guard.Refusals);
        }

        var read = new SimulatedHand(request.Seed).PlyBack(
            Wraps.Diameter(request.Wraps),
            request.TurnsPerMetre,
            YarnFigures.UnderTension,
            YarnFigures.Finished * Math.Pow(1 + YarnFigures.UsualBloom / 100, 2)
        );
        return TypedResults.Ok(new SpinnersHandView(read.Wraps, read.Degrees));
    }
}
