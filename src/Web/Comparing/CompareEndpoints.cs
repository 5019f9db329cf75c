using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Comparing;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Ledger;
using EarthyTuft.Web.Routing;
using EarthyTuft.Web.Runs;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace EarthyTuft.Web.Comparing;

/// <summary>Preparations of one lot beside one another, and the trial that makes them.</summary>
public static class CompareEndpoints
{
    private const string UsualTrial = "5 g";
    private const int FewestWays = 2;
    private const int MostWays = 4;

    public static void MapComparing(this IEndpointRouteBuilder app)
    {
        app.MapGroup("/api/uses")
            .WithTags("comparing")
            .ForMembers()
            .MapGet("/{use}", UsePages.Page)
            .Named("compareUse", "The samples that are for one use, beside one another.")
            .ProducesProblem(400);
        var group = app.MapGroup("/api/comparing/{code}").WithTags("comparing").ForMembers();
        group
            .MapGet("", Page)
            .Named("comparePreparations", "The preparations of a lot beside one another, each way of holding it in a column of its own.")
            .ProducesProblem(404)
            .ProducesProblem(422);
        group
            .MapGet("/rehearsed", Rehearsed)
            .Named(
                "readRehearsed",
                "Of a lot of yarn: the strips that it was spun from as they were rehearsed, beside what became of them."
            )
            .ProducesProblem(404);
        group
            .MapPost("/trial", Trial)
            .Named("setUpTrial", "Divides a few grams off for each of several preparations, each on its way there.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static async Task<Results<Ok<ComparePage>, ProblemHttpResult>> Page(
        CodeParameter code,
        [StringLength(40)] string? wanted,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var yarn = Wanted(wanted, context.Workshop.Unit);
        return yarn.IsRefused ? Problems.Refused(yarn.Refusals)
            : await ComparePages.Of(db, context, code.Value, yarn.Value, cancellationToken) is { } page ? TypedResults.Ok(page)
            : Problems.NotHere("lot");
    }

    // A weight, or a length: "300 g", "400 m", "500 yd".
    private static Result<WantedYarn?> Wanted(string? typed, MassUnit unit)
    {
        if (string.IsNullOrWhiteSpace(typed))
        {
            return (WantedYarn?)null;
        }

        if (MassReader.Read(typed, unit, "wanted") is { IsRefused: false } mass && mass.Value.Grams > 0)
        {
            return new WantedYarn(mass.Value.Grams, null);
        }

        var length = YarnLength.Read(typed, "wanted");
        return length.IsRefused
            ? new Refusal("wanted", "not-readable", "Say how much yarn is wanted as a weight or a length: 300 g, 400 m, 500 yd.")
            : new WantedYarn(null, length.Value.Metres);
    }

    private static async Task<Results<Ok<RealYarnPage>, ProblemHttpResult>> Rehearsed(
        CodeParameter code,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) =>
        await RealYarnPages.Of(db, code.Value, context.Workshop, cancellationToken) is { } page
            ? TypedResults.Ok(page)
            : Problems.NotHere("lot");

    private static async Task<Results<Ok<TrialView>, ProblemHttpResult>> Trial(
        CodeParameter code,
        TrialRequest request,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        RunDesk runs,
        CancellationToken cancellationToken
    )
    {
        if (await LotDossier.Of(db, code.Value, cancellationToken) is not { } dossier)
        {
            return Problems.NotHere("lot");
        }

        if (await LedgerEndpoints.Stored(db, context, key, cancellationToken) is { } before)
        {
            return TypedResults.Ok(View(before, request, dossier.Lot.Code));
        }

        var typed = string.IsNullOrWhiteSpace(request.Each) ? UsualTrial : request.Each.Trim();
        var each = MassReader.Read(typed, context.Workshop.Unit, "each");
        var wanted = request.Preparations.Count;
        if (Against(dossier, request, each, context.Workshop.Unit) is { } refusals)
        {
            return Problems.Refused(refusals);
        }

        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var step = new StepRequest(
            StepKind.Divide,
            [new TakingRequest(dossier.Lot.Id, null, FormattableString.Invariant($"{each.Value.Grams * wanted} g"), null, All: false)],
            [
                .. request.Preparations.Select(p => new GivingRequest(
                    dossier.Lot.Form,
                    FormattableString.Invariant($"{each.Value.Grams} g"),
                    null,
                    $"trial: {p.Words()}"
                )),
            ],
            Notes: $"A trial of {string.Join(" against ", request.Preparations.Select(p => p.Words()))}."
        );
        var divided = await LedgerEndpoints.KeepOrSay(step, key, null, db, context, runs, cancellationToken);
        if (divided.Result is not Ok<EntryAnswer> { Value: { Kept: true } answer })
        {
            return divided.Result is ProblemHttpResult against
                ? against
                : Problems.Refused("each", "too-little", "The log says there is less of it than that: weigh what is there, or try less.");
        }

        var (facts, _) = FactsOf.Lot(dossier, await books.Here(cancellationToken), context.Workshop.LengthUnit);
        foreach (var (lot, preparation) in answer.Made.Zip(request.Preparations))
        {
            await RouteEndpoints.Lay(
                db,
                context,
                lot.Id,
                RoutePlan.Of(request.Aim, Routes.Of(preparation, facts, request.Aim, context.Workshop.Schools)),
                cancellationToken
            );
        }

        await transaction.CommitAsync(cancellationToken);
        return TypedResults.Ok(View(answer, request, dossier.Lot.Code));
    }

    private static IReadOnlyList<Refusal>? Against(LotDossier dossier, TrialRequest request, Result<Mass> each, MassUnit unit)
    {
        var wanted = request.Preparations.Count;
        Refusal[] refusals =
        [
            .. each.Refusals,
            .. wanted is < FewestWays or > MostWays || request.Preparations.Distinct().Count() < wanted
                ?
                [
                    new Refusal(
                        "preparations",
                        "out-of-range",
                        $"A trial needs from {FewestWays} to {MostWays} preparations, each another."
                    ),
                ]
                : Array.Empty<Refusal>(),
            .. dossier.Lot.Form.IsPrepared() || dossier.Lot.Form is LotForm.Yarn or LotForm.Noil
                ? [new Refusal("code", "prepared", "It is prepared already: try what it was made of.")]
                : Array.Empty<Refusal>(),
        ];
        if (refusals.Length > 0)
        {
            return refusals;
        }

        return each.Value.Grams <= 0 ? [new Refusal("each", "out-of-range", "A trial of nothing says nothing.")]
            : dossier.Family.Masses.Left(dossier.Lot.Id)?.Grams is { } left && left < each.Value.Grams * wanted
                ?
                [
                    new Refusal(
                        "each",
                        "too-little",
                        $"There are {Mass.FromGrams(Math.Max(0, left)).Write(unit)} of it: {wanted} times {each.Value.Write(unit)} is more than that."
                    ),
                ]
            : null;
    }

    private static TrialView View(EntryAnswer answer, TrialRequest request, string code) =>
        new(
            [.. answer.Made.Select(m => new LotRef(m.Id, m.Code))],
            $"{string.Join(" and ", answer.Made.Zip(request.Preparations, (m, p) => $"{m.Code} for {p.Words()}"))} are divided off {code}. "
                + $"Weigh them out so, prepare them in one sitting, and keep all else the same."
        );
}
