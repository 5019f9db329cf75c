using System.ComponentModel.DataAnnotations;
using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Assessing;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Routing;

/// <summary>Ways from a lot to what it is wanted for, and how fibre that is ready is held.</summary>
public static class RouteEndpoints
{
    private const string YieldSource = "typical range worth three fleeces, moved by your own log; Student-t quantiles";

    public static void MapRouting(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/lots/{code}").WithTags("routing").ForMembers();
        group
            .MapGet("/routes", Page)
            .Named("listRoutes", "Routes for a lot with what each will bring.")
            .ProducesProblem(404)
            .ProducesProblem(400);
        group
            .MapPut("/route", Choose)
            .Named("chooseRoute", "Chooses a route for a lot, or how it is held.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(422);
        group.MapDelete("/route", Leave).Named("leaveRoute", "Leaves the chosen route.").Changes().ProducesProblem(404);
        group
            .MapGet("/at/{step}", At)
            .Named("readKnownHere", "What is known of a lot that speaks against a station it stands at.")
            .ProducesProblem(404)
            .ProducesProblem(400);
        group
            .MapGet("/needed", Needed)
            .Named("readNeeded", "How much must go in for a wanted weight.")
            .ProducesProblem(404)
            .ProducesProblem(422);
    }

    private static async Task<Results<Ok<RoutesPage>, ProblemHttpResult>> Page(
        CodeParameter code,
        string? aim,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        if (await LotDossier.Of(db, code.Value, cancellationToken) is not { } dossier)
        {
            return Problems.NotHere("lot");
        }

        var named = Named<Aim>(aim);
        return aim is not null && named is null
            ? Problems.Of(400, "not-readable", "There is no such aim.")
            : TypedResults.Ok(
                await View(
                    dossier,
                    named ?? dossier.Lot.RouteAim ?? Aim.WoollenSoft,
                    db,
                    context,
                    await books.Here(cancellationToken),
                    cancellationToken
                )
            );
    }

    private static async Task<Results<Ok<KnownHereView>, ProblemHttpResult>> At(
        CodeParameter code,
        WordParameter<StepKind> step,
        EarthyTuftDb db,
        BreedBooks books,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (await LotDossier.Of(db, code.Value, cancellationToken) is not { } dossier)
        {
            return Problems.NotHere("lot");
        }

        var lot = dossier.Lot;
        var (facts, _) = FactsOf.Lot(dossier, await books.Here(cancellationToken), context.Workshop.LengthUnit);
        var known = KnownHere.Of(step.Value, lot.Form, lot.MadeBy, facts, lot.Route);
        return TypedResults.Ok(new KnownHereView(known is null ? null : RouteWords.Known(known, lot, facts)));
    }

    private static async Task<Results<Ok<RoutesPage>, ProblemHttpResult>> Choose(
        CodeParameter code,
        ChooseRoute request,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        if (await LotDossier.Of(db, code.Value, cancellationToken) is not { } dossier)
        {
            return Problems.NotHere("lot");
        }

        var book = await books.Here(cancellationToken);
        var (facts, _) = FactsOf.Lot(dossier, book, context.Workshop.LengthUnit);
        if (request.Holding is null == request.Preparation is null)
        {
            return Problems.Refused("preparation", "missing", "Choose a preparation, or how what is ready is held.");
        }

        if (request.Holding is { } asked && !Holdings.Of(dossier.Lot.Form).Contains(asked))
        {
            return Problems.Refused("holding", "not-here", "Such a preparation is not held like that.");
        }

        var plan = request.Holding is { } holding
            ? RoutePlan.Of(request.Aim, dossier.Lot.Form, dossier.Lot.Fibre, holding)
            : RoutePlan.Of(request.Aim, Routes.Of(request.Preparation!.Value, facts, request.Aim, context.Workshop.Schools));
        await Lay(db, context, dossier.Lot.Id, plan, cancellationToken);
        return TypedResults.Ok(
            await View((await LotDossier.Of(db, dossier.Lot.Code, cancellationToken))!, request.Aim, db, context, book, cancellationToken)
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Leave(
        CodeParameter code,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (await db.Lots.SingleOrDefaultAsync(l => l.Code == code.Value && l.VoidedAt == null, cancellationToken) is not { } lot)
        {
            return Problems.NotHere("lot");
        }

        await Lay(db, context, lot.Id, null, cancellationToken);
        return TypedResults.NoContent();
    }

    /// <summary>A route holds for a lot and for everything of it that is still there; noil has fallen out of it.</summary>
    internal static async Task Lay(
        EarthyTuftDb db,
        RequestContext context,
        Guid lotId,
        RoutePlan? plan,
        CancellationToken cancellationToken
    )
    {
        foreach (
            var lot in (await LockStore.Below(db, lotId, ownLocksStop: false, cancellationToken)).Where(l =>
                l.Id == lotId || (l.UsedUpAt is null && l.Form != LotForm.Noil)
            )
        )
        {
            if (lot.Id == lotId)
            {
                db.Changes.Add(
                    new ChangeRow
                    {
                        LotId = lot.Id,
                        What = "route",
                        From = Words(lot.Route),
                        To = Words(plan),
                        Who = context.Workshop.PersonName,
                        At = context.Now,
                    }
                );
            }

            (lot.RouteAim, lot.RoutePreparation, lot.RouteSteps, lot.RouteHolding) = (
                plan?.Aim,
                plan?.Preparation,
                plan?.WriteSteps(),
                plan?.Holding
            );
            lot.Place();
        }

        await db.SaveChangesAsync(cancellationToken);
    }

    private static string Words(RoutePlan? plan) =>
        plan is null ? "none"
        : plan.Holding is { } holding ? $"{plan.Aim.Words()}: {holding.InWords()}"
        : $"{plan.Aim.Words()}: {plan.Preparation.Words()}";

    /// <summary>A name in an address, in capitals or small letters; null when there is none like it.</summary>
    private static T? Named<T>(string? name)
        where T : struct, Enum => WordParameter<T>.TryParse(name ?? "", out var read) ? read.Value : null;

    private static async Task<Results<Ok<NeededView>, ProblemHttpResult>> Needed(
        CodeParameter code,
        [StringLength(40)] string wanted,
        string? aim,
        string? preparation,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        if (await LotDossier.Of(db, code.Value, cancellationToken) is not { } dossier)
        {
            return Problems.NotHere("lot");
        }

        var target = MassReader.Read(wanted, context.Workshop.Unit, "wanted");
        if (target.IsRefused)
        {
            return Problems.Refused(target.Refusals);
        }

        var book = await books.Here(cancellationToken);
        var (facts, _) = FactsOf.Lot(dossier, book, context.Workshop.LengthUnit);
        var (asked, way) = (Named<Aim>(aim), Named<PreparedAs>(preparation));
        if ((aim is not null && asked is null) || (preparation is not null && way is null))
        {
            return Problems.Of(400, "not-readable", "There is no such aim or preparation.");
        }

        // The end that is asked for; else the one that was chosen for the lot; else the best.
        var end = asked ?? dossier.Lot.RouteAim ?? Aim.WoollenSoft;
        var by = way ?? (asked is null || asked == dossier.Lot.RouteAim ? dossier.Lot.RoutePreparation : null);
        var lot = dossier.Lot;
        var route = by is { } chosen
            ? Routes.Of(chosen, facts, end, context.Workshop.Schools)
            : Routes.For(facts, end, context.Workshop.Schools, lot.Form, lot.MadeBy).FirstOrDefault();
        var own = await OwnLog.Read(db, book, context.Workshop.HourlyRate, cancellationToken);
        var forecast = RouteForecast.Of(
            route?.Ahead(lot.Form, lot.MadeBy) ?? [],
            null,
            facts.Class,
            lot.Parentage,
            own,
            context.Workshop.Schools,
            null,
            route?.Preparation
        );
        var (median, nine) = forecast.Whole.Needed(target.Value.Grams);
        var unit = context.Workshop.Unit;
        return TypedResults.Ok(
            new NeededView(
                target.Value.ToFigure(unit, Provenance.Measured),
                Mass.FromGrams(median).ToFigure(unit, From(forecast.Whole), Work("wanted / median yield of the steps ahead", forecast)),
                Mass.FromGrams(nine).ToFigure(unit, From(forecast.Whole), Work("wanted / the yield that nine in ten exceed", forecast)),
                Figures.PercentFigure(forecast.Whole.Median, From(forecast.Whole), Work("yields of the steps multiplied", forecast)),
                Experience(forecast)
            )
        );
    }

    private static async Task<RoutesPage> View(
        LotDossier dossier,
        Aim aim,
        EarthyTuftDb db,
        RequestContext context,
        BreedBook book,
        CancellationToken cancellationToken
    )
    {
        var lot = dossier.Lot;
        var (facts, _) = FactsOf.Lot(dossier, book, context.Workshop.LengthUnit);
        var schools = context.Workshop.Schools;
        var own = await OwnLog.Read(db, book, context.Workshop.HourlyRate, cancellationToken);
        var left = dossier.Family.Masses.Left(lot.Id)?.Estimate;
        var cost =
            LotCosts.Of(dossier.Family, context.Workshop.HourlyRate).Per100Grams(lot.Id, dossier.Family.Masses)
            * (decimal?)(left?.Mass.Grams / 100);
        var proposed = Routes.For(facts, aim, schools, lot.Form, lot.MadeBy).ToList();
        if (
            lot is { RouteHolding: null, RoutePreparation: { } chosen }
            && lot.RouteAim == aim
            && proposed.All(r => r.Preparation != chosen)
            && Routes.Of(chosen, facts, aim, schools).Ahead(lot.Form, lot.MadeBy).Count > 0
        )
        {
            proposed.Add(Routes.Of(chosen, facts, aim, schools));
        }

        return new RoutesPage(
            lot.Id,
            lot.Code,
            lot.Form,
            lot.Fibre,
            left?.ToFigure(context.Workshop.Unit, Provenance.Reckoned),
            lot.Colour,
            aim,
            [
                .. proposed.Select(r =>
                    View(
                        r,
                        RouteForecast.Of(
                            r.Ahead(lot.Form, lot.MadeBy),
                            left?.Mass.Grams,
                            facts.Class,
                            lot.Parentage,
                            own,
                            schools,
                            cost,
                            r.Preparation
                        ),
                        left?.Mass.Grams,
                        context.Workshop,
                        lot.RouteAim == aim && lot.RoutePreparation == r.Preparation && lot.RouteHolding is null
                    )
                ),
            ],
            [.. HoldingWays.For(lot.Form, facts, aim).Select(w => Held(w, lot.RouteAim == aim && lot.RouteHolding == w.Holding))],
            [.. Routes.WouldChange(facts, aim, schools, lot.Form, lot.MadeBy).Select(c => new OtherAdvice(c.If, c.Then))],
            proposed.Count > 1 && proposed[0].Points - proposed[1].Points <= Routes.AsGood,
            Core.Assessing.Verdict.Missing(facts)
        );
    }

    private static HoldingView Held(HoldingWay way, bool chosen) =>
        new(way.Holding, way.For, way.Against, way.Order, way.Draw, Gives(way), chosen);

    private static string Gives(HoldingWay way) =>
        (way.Order, way.Draw) switch
        {
            (FibreOrder.Parallel, Draw.Short) => "smooth yarn, close and hard-wearing",
            (FibreOrder.Parallel, _) => "smooth fibre with some air in it",
            (FibreOrder.Mostly, Draw.Short) => "nearly smooth yarn that still gives",
            (FibreOrder.Mostly, _) => "light yarn, not quite even",
            (_, Draw.Long) => "airy, elastic yarn",
            _ => "soft yarn with a halo",
        };

    private static RouteView View(Core.Routing.Route route, RouteForecast forecast, double? grams, WorkshopSettings workshop, bool chosen)
    {
        var end = Band(forecast.Whole, grams, workshop.Unit);
        return new RouteView(
            route.Preparation,
            route.For,
            route.Against,
            [.. forecast.Steps.Select(s => Step(s, grams, workshop.Unit))],
            end.Median,
            end.Low,
            end.High,
            forecast.Steps.Count == 0
                ? null
                : Figures.PercentFigure(forecast.Whole.Median, From(forecast.Whole), Work("yields of the steps multiplied", forecast)),
            AllHours(forecast),
            forecast.Litres is > 0 and var litres
                ? new NumberFigure(litres, litres.ToString("0", CultureInfo.InvariantCulture) + " L", Provenance.Typical)
                : null,
            forecast.Cost is { } cost && end.Median is { Grams: > 0 } out_
                ? LotCosts.PerAmount(cost / (decimal)out_.Grams * 100, workshop)
                : null,
            Experience(forecast),
            chosen
        );
    }

    private static NumberFigure? AllHours(RouteForecast forecast)
    {
        var steps = forecast.Steps.Where(s => s.Hours is not null).ToArray();
        // A sum is the workshop's own only where every part of it is.
        return forecast.Hours is { } hours
            ? new NumberFigure(
                hours,
                Figures.Hours(hours),
                steps.Length > 0 && steps.All(s => s.Pace!.Own > 0) ? Provenance.Yours : Provenance.Typical,
                new Working(
                    "hours of the steps added",
                    [
                        .. steps.Select(s => new WorkingInput(
                            s.Step.Step.Words(),
                            $"{Figures.Hours(s.Hours!.Value)}, {(s.Pace!.Own > 0 ? "yours" : "typical")}"
                        )),
                    ],
                    "grams of output over grams an hour, step by step"
                )
            )
            : null;
    }

    private static RouteStepView Step(StepForecast step, double? grams, MassUnit unit)
    {
        var (median, low, high) = Band(step.So, grams, unit);
        return new RouteStepView(
            step.Step.Step,
            step.Step.Because,
            median,
            low,
            high,
            step.Yield is { } yield
                ? Figures.PercentFigure(
                    yield.Median,
                    From(yield),
                    new Working(
                        "median of a Student-t band",
                        [
                            new("own yields", yield.Own.ToString(CultureInfo.InvariantCulture)),
                            new("one in ten less than", Figures.Percent(yield.Lower)),
                            new("one in ten more than", Figures.Percent(yield.Upper)),
                        ],
                        YieldSource
                    )
                )
                : null,
            step.Hours is { } hours
                ? new NumberFigure(
                    hours,
                    Figures.Hours(hours),
                    step.Pace!.Own > 0 ? Provenance.Yours : Provenance.Typical,
                    new Working(
                        "grams of output / grams an hour",
                        [
                            new("pace", FormattableString.Invariant($"{step.Pace.GramsPerHour:0.#} g an hour")),
                            new("own entries", step.Pace.Own.ToString(CultureInfo.InvariantCulture)),
                        ],
                        "typical paces differ tenfold between people; your own log replaces them"
                    )
                )
                : null,
            step.Litres is { } litres
                ? new NumberFigure(litres, litres.ToString("0", CultureInfo.InvariantCulture) + " L", Provenance.Typical)
                : null
        );
    }

    /// <summary>What a chain makes of some grams.</summary>
    internal static (MassFigure? Median, MassFigure? Low, MassFigure? High) Band(YieldForecast so, double? grams, MassUnit unit)
    {
        MassFigure? At(double yield) => grams is { } g ? Mass.FromGrams(g * yield).ToFigure(unit, From(so)) : null;
        return (At(so.Median), At(so.Lower), At(so.Upper));
    }

    private static Provenance From(YieldForecast forecast) => forecast.Own > 0 ? Provenance.Yours : Provenance.Typical;

    private static Working Work(string formula, RouteForecast forecast) =>
        new(
            formula,
            [
                .. forecast
                    .Steps.Where(s => s.Yield is not null)
                    .Select(s => new WorkingInput(s.Step.Step.Words(), Figures.Percent(s.Yield!.Median))),
            ],
            YieldSource
        );

    private static string Experience(RouteForecast forecast)
    {
        var steps = forecast.Steps.Where(s => s.Yield is not null).ToArray();
        var own = steps.Where(s => s.Yield!.Own > 0).ToArray();
        return steps.Length == 0 ? "Nothing ahead loses weight."
            : own.Length == 0 ? "From typical ranges only: your own log has nothing like it yet."
            : "From your own log: "
                + string.Join(
                    ", ",
                    own.Select(s => FormattableString.Invariant($"{s.Step.Step.Words()} {s.Yield!.Own} ({s.Yield.OwnShare * 100:0} % own)"))
                )
                + (own.Length < steps.Length ? "; the rest is typical." : ".");
    }
}
