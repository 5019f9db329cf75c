using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Animals;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Stock;
using EarthyTuft.Data.Animals;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Stock;

/// <summary>Fibre that leaves on purpose.</summary>
/// <param name="Step">useUp, giveAway, sell, discard or keepAsReference.</param>
/// <param name="Mass">As typed; left out for "all that is left, not weighed again".</param>
/// <param name="Worth">What was paid for it.</param>
/// <param name="Because">Why it was there although the book has less.</param>
public sealed record LeaveRequest(
    StepKind Step,
    [property: StringLength(60)] string? Mass = null,
    bool All = false,
    WeighingState? State = null,
    [property: Range(0, 100)] double? HumidityPercent = null,
    [property: StringLength(2000)] string? Notes = null,
    [property: Range(0, 1_000_000)] decimal? Worth = null,
    DateTimeOffset? DoneAt = null,
    [property: StringLength(60)] string? Who = null,
    bool IntoReserve = false,
    [property: StringLength(500, MinimumLength = 3)] string? Because = null
);

/// <summary>What is left of a lot, weighed anew.</summary>
public sealed record RecountRequest(
    [property: StringLength(60)] string Mass,
    WeighingState? State = null,
    [property: Range(0, 100)] double? HumidityPercent = null,
    [property: StringLength(2000)] string? Notes = null,
    DateTimeOffset? DoneAt = null
);

/// <summary>A part kept for a project; nothing, or 0, takes the reserve off.</summary>
public sealed record ReserveRequest([property: StringLength(60)] string? Mass, [property: StringLength(120)] string? For = null);

/// <summary>What may be changed of a lot beside its weights. Left out: unchanged.</summary>
/// <param name="Breed">What it is said to be; empty for unknown. What was made of it changes with it.</param>
/// <param name="BreedAsWritten">The breed is not in the book, and is meant as it is written.</param>
/// <param name="WeighedLength">Of top, roving or a strip a length that was weighed, as typed: "1 m", "20 in"; with its weight it tells how
/// long all of it is.</param>
/// <param name="WeighedMass">And what that length weighs, as typed.</param>
/// <param name="Parts">What fibre that came in is made of: of a kit whose shares nobody knew, what its parts weigh.</param>
public sealed record LotFactsRequest(
    [property: StringLength(80)] string? Animal = null,
    [property: StringLength(60)] string? Colour = null,
    [property: StringLength(2000)] string? Notes = null,
    [property: Range(0, 100_000)] decimal? ReadyMade = null,
    [property: StringLength(500)] string? Because = null,
    [property: StringLength(200)] string? Breed = null,
    bool BreedAsWritten = false,
    [property: StringLength(40)] string? WeighedLength = null,
    [property: StringLength(40)] string? WeighedMass = null,
    [property: MaxLength(12)] IReadOnlyList<PartRequest>? Parts = null
);

/// <summary>What became of it.</summary>
public sealed record StockAnswer(Guid? EntryId, MassFigure? Left, string Sentence);

public static class StockEndpoints
{
    public static void MapStock(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/lots/{id:guid}").WithTags("stock").ForMembers();
        group.MapPost("/leave", Leave).Named("leaveLot", "Fibre leaves the workshop.").Changes().ProducesProblem(404).ProducesProblem(409);
        group
            .MapPost("/recount", Recount)
            .Named("recountLot", "What is left of a lot, weighed anew.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
        group
            .MapPut("/reserve", Reserve)
            .Named("reserveLot", "Keeps part of a lot for a project.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
        group
            .MapPatch("/facts", ChangeFacts)
            .Named("changeLotFacts", "Changes what is noted of a lot, with its history.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static async Task<Results<Ok<StockAnswer>, ProblemHttpResult>> Leave(
        Guid id,
        LeaveRequest request,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) => await Once(db, context, id, key, request.DoneAt, cancellationToken, (lot, source) =>
        {
            var weighing = Weigh(request.Mass, request.State, request.HumidityPercent, request.DoneAt, context);
            if (weighing is { IsRefused: true } wrong)
            {
                return Result<EntryRow>.Refused(wrong.Refusals);
            }

            var command = new LeavingCommand(
                request.Step,
                TakingRules.AsMeant(new Taking(source, weighing?.Value, request.All || weighing is null)),
                request.IntoReserve,
                ItWasThere: request.Because is not null
            );
            var taken = StockDesk.WeighUp(command, Guid.CreateVersion7);
            return taken.Then<EntryRow>(t =>
                LedgerStore.AddLeaving(
                    db,
                    command,
                    t,
                    lot,
                    request.Mass?.Trim(),
                    request.Worth,
                    Facts(key, request.DoneAt, request.Who, request.Notes, context, request.Because)
                )
            );
        });

    private static async Task<Results<Ok<StockAnswer>, ProblemHttpResult>> Recount(
        Guid id,
        RecountRequest request,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) => await Once(db, context, id, key, request.DoneAt, cancellationToken, (lot, source) =>
        {
            var weighing = Weigh(request.Mass, request.State, request.HumidityPercent, request.DoneAt, context, needed: true)!.Value;
            return weighing.Then(w =>
                StockDesk
                    .WeighUp(new RecountCommand(source, w), Guid.CreateVersion7)
                    .Then<EntryRow>(counted =>
                        LedgerStore.AddRecount(
                            db,
                            counted,
                            lot,
                            new TypedWeighing(w, request.Mass.Trim()),
                            Facts(key, request.DoneAt, null, request.Notes, context)
                        )
                    )
            );
        });

    private static async Task<Results<Ok<StockAnswer>, ProblemHttpResult>> Reserve(
        Guid id,
        ReserveRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var (rows, sources) = await LedgerStore.Sources(db, [id], context.Workshop.Zone, toWrite: true, cancellationToken);
        if (!rows.TryGetValue(id, out var lot))
        {
            return Problems.NotHere("lot");
        }

        var read = string.IsNullOrWhiteSpace(request.Mass) ? Mass.Zero : MassReader.Read(request.Mass, context.Workshop.Unit, "mass");
        var reserve = read.Then(m => StockDesk.Check(new ReserveCommand(sources[id], m, request.For ?? "")));
        if (reserve.IsRefused)
        {
            return Problems.Refused(reserve.Refusals);
        }

        Note(db, context, id, "reserve", Words(lot.Reserve, context.Workshop.Unit), Words(reserve.Value, context.Workshop.Unit), "");
        (lot.ReservedGrams, lot.ReservedFor) = (reserve.Value?.Mass.Grams, reserve.Value?.For);
        await db.SaveChangesAsync(cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return TypedResults.Ok(
            Answer(
                null,
                lot,
                context,
                reserve.Value is { } kept
                    ? $"{kept.Mass.Write(context.Workshop.Unit)} of {lot.Code} are kept for {kept.For}."
                    : $"Nothing of {lot.Code} is kept any more."
            )
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> ChangeFacts(
        Guid id,
        LotFactsRequest request,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        if (await db.Lots.SingleOrDefaultAsync(l => l.Id == id && l.VoidedAt == null, cancellationToken) is not { } lot)
        {
            return Problems.NotHere("lot");
        }

        var because = request.Because?.Trim() ?? "";
        void Set(string what, string? to, string from, Action<string> set)
        {
            if (to is not null && to.Trim() != from)
            {
                Note(db, context, id, what, from, to.Trim(), because);
                set(to.Trim());
            }
        }

        if (request.Animal is { } typedAnimal && AnimalRules.Tidy(typedAnimal) is var animal && animal != lot.Animal)
        {
            await AnimalBook.Change(
                db,
                lot,
                animal,
                (changed, from) => Note(db, context, changed.Id, "animal", from, changed.Animal, because),
                cancellationToken
            );
        }

        Set("colour", request.Colour, lot.Colour, v => lot.Colour = v);
        Set("notes", request.Notes, lot.Notes, v => lot.Notes = v);
        if (request.Breed is { } typed)
        {
            var book = await books.Here(cancellationToken);
            var parentage = Parentage
                .Read(typed, "breed")
                .Then<Parentage>(p => BreedQuestions.Ask(p, book, request.BreedAsWritten, "breed") is { } asked ? asked : p);
            if (parentage.IsRefused)
            {
                return Problems.Refused(parentage.Refusals);
            }

            if (parentage.Value.Write() != lot.Parentage)
            {
                if (lot.Composition.IsBlend)
                {
                    return Problems.Refused("breed", "blend", "It is a blend of several fibres: tell the breed of what went into it.");
                }

                await BreedChange.Of(
                    db,
                    lot,
                    parentage.Value,
                    book,
                    (changed, from) => Note(db, context, changed.Id, "breed", from, changed.Parentage, because),
                    cancellationToken
                );
            }
        }

        if (request.Parts is { } told)
        {
            if (lot.MadeBy != StepKind.TakeIn)
            {
                return Problems.Refused("parts", "not-here", "Only what came in is told its parts: tell those of what went into it.");
            }

            if (told.Count == 0)
            {
                return Problems.Refused("parts", "empty", "Name what is in it: one part where it is of one fibre.");
            }

            var parts = PartRequest.Read(told, lot.Form, context.Workshop.Unit);
            if (parts.IsRefused)
            {
                return Problems.Refused(parts.Refusals);
            }

            if (Composition.OfLabel(parts.Value) is var composition && !composition.Equals(lot.Composition))
            {
                await BreedChange.OfParts(
                    db,
                    lot,
                    composition,
                    (changed, from) => Note(db, context, changed.Id, "made of", from, changed.Parentage, because),
                    cancellationToken
                );
            }
        }

        var supply = Supply(request, lot, context);
        if (supply.IsRefused)
        {
            return Problems.Refused(supply.Refusals);
        }

        if (supply.Value is { } grams && grams != lot.SupplyGramsPerMetre)
        {
            Note(
                db,
                context,
                lot.Id,
                "weighed length",
                lot.SupplyGramsPerMetre is { } before ? Figures.Supply(before, context.Workshop.LengthUnit) : "none",
                Figures.Supply(grams, context.Workshop.LengthUnit),
                because
            );
            lot.SupplyGramsPerMetre = grams;
        }

        if (request.ReadyMade is { } paid && paid / (decimal)context.Workshop.Amount is var price && price != lot.ReadyMadePer100Grams)
        {
            Note(
                db,
                context,
                id,
                $"ready-made price of {context.Workshop.AmountName}",
                lot.ReadyMadePer100Grams is { } was ? LotCosts.PerAmount(was, context.Workshop) : "none",
                LotCosts.PerAmount(price, context.Workshop),
                because
            );
            lot.ReadyMadePer100Grams = price;
        }

        await db.SaveChangesAsync(cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return TypedResults.NoContent();
    }

    /// <summary>Grams in a metre of fibre that can be spun from.</summary>
    private const double LeastSupply = 0.05,
        MostSupply = 200;

    // Both are told, or neither.
    private static Result<double?> Supply(LotFactsRequest request, LotRow lot, RequestContext context)
    {
        if (string.IsNullOrWhiteSpace(request.WeighedLength) && string.IsNullOrWhiteSpace(request.WeighedMass))
        {
            return (double?)null;
        }

        var length = YarnLength.Read(request.WeighedLength, "weighedLength");
        var mass = MassReader.Read(request.WeighedMass, context.Workshop.Unit, "weighedMass");
        Refusal[] refusals = [.. length.Refusals, .. mass.Refusals];
        return refusals.Length > 0 ? Result<double?>.Refused(refusals)
            : !lot.Form.IsPrepared()
                ? new Refusal("weighedLength", "not-here", "Only fibre that is ready to be spun has a weight for its length.")
            : mass.Value.Grams / length.Value.Metres is >= LeastSupply and <= MostSupply and var grams ? (double?)Math.Round(grams, 3)
            : new Refusal(
                "weighedMass",
                "out-of-range",
                FormattableString.Invariant(
                    $"A metre would weigh {mass.Value.Grams / length.Value.Metres:0.##} g: look at the length and its unit."
                )
            );
    }

    // The same entry sent twice is stored once; the lot is locked before it is looked at.
    private static async Task<Results<Ok<StockAnswer>, ProblemHttpResult>> Once(
        EarthyTuftDb db,
        RequestContext context,
        Guid id,
        Guid key,
        DateTimeOffset? doneAt,
        CancellationToken cancellationToken,
        Func<LotRow, SourceLot, Result<EntryRow>> decide
    )
    {
        if (WorkTime.Check(doneAt ?? context.Now, context.Now, "doneAt") is { } never)
        {
            return Problems.Refused([never]);
        }

        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var (rows, sources) = await LedgerStore.Sources(db, [id], context.Workshop.Zone, toWrite: true, cancellationToken);
        if (!rows.TryGetValue(id, out var lot))
        {
            return Problems.NotHere("lot");
        }

        // Told later than it was done: what came after it is reckoned anew.
        // What turns up of a lot of which nothing was left changes what was taken from it.
        var late = doneAt < lot.ChangedAt || lot.UsedUpAt is not null;
        if (
            await db.Entries.AsNoTracking().Where(e => e.Key == key).Select(e => (Guid?)e.Id).FirstOrDefaultAsync(cancellationToken) is
            { } before
        )
        {
            return TypedResults.Ok(Answer(before, lot, context, "It is stored already."));
        }

        var result = decide(lot, sources[id]);
        if (result.IsRefused)
        {
            return Problems.Refused(result.Refusals);
        }

        await db.SaveChangesAsync(cancellationToken);
        if (late)
        {
            await LedgerStore.Refresh(db, [id], cancellationToken);
        }

        await transaction.CommitAsync(cancellationToken);
        return TypedResults.Ok(Answer(result.Value.Id, lot, context, Sentence(result.Value, lot, context.Workshop.Unit)));
    }

    private static string Sentence(EntryRow entry, LotRow lot, MassUnit unit)
    {
        if (entry.Step != StepKind.Recount)
        {
            return lot.UsedUpAt is not null ? $"Nothing is left of {lot.Code}."
                : lot.LeftGrams is null ? $"It is noted. How much is left of {lot.Code} is not known: weigh it when you come to it."
                : $"{Mass.FromGrams(lot.LeftGrams ?? 0).Write(unit)} of {lot.Code} are left.";
        }

        return entry.GapGrams is not { } gap
            ? lot.LeftGrams is { } left
                ? $"{lot.Code} holds {Mass.FromGrams(left).Write(unit)}."
                : $"It is noted. What {lot.Code} holds now is not known: something was taken from it since and not weighed."
            : entry.Status == BalanceStatus.Fits
                ? $"{lot.Code} holds what the log said, within what the weighings explain."
                : gap < 0
                    ? $"{Mass.FromGrams(-gap).Write(unit)} more than the log said were found."
                    : $"{Mass.FromGrams(gap).Write(unit)} less than the log said are there.";
    }

    private static StockAnswer Answer(Guid? entry, LotRow lot, RequestContext context, string sentence) =>
        new(entry, Figures.ToFigure(lot.LeftGrams, lot.LeftSigma, context.Workshop.Unit, Provenance.Reckoned), sentence);

    private static void Note(EarthyTuftDb db, RequestContext context, Guid lotId, string what, string from, string to, string because) =>
        db.Changes.Add(
            new ChangeRow
            {
                LotId = lotId,
                What = what,
                From = from,
                To = to,
                Because = because,
                Who = context.Workshop.PersonName,
                At = context.Now,
            }
        );

    private static string Words(Reserve? reserve, MassUnit unit) =>
        reserve is null ? "none" : $"{reserve.Mass.Write(unit)} for {reserve.For}";

    private static Result<Weighing>? Weigh(
        string? text,
        WeighingState? state,
        double? humidity,
        DateTimeOffset? doneAt,
        RequestContext context,
        bool needed = false
    )
    {
        if (string.IsNullOrWhiteSpace(text) && !needed)
        {
            return null;
        }

        return MassReader
            .Read(text, context.Workshop.Unit, "mass")
            .Then<Weighing>(mass => new Weighing(
                Guid.CreateVersion7(),
                mass,
                state ?? WeighingState.Rested,
                humidity,
                Mass.FromGrams(context.Workshop.ScaleStepGrams),
                context.DayOf(doneAt ?? context.Now)
            ));
    }

    private static EntryFacts Facts(
        Guid key,
        DateTimeOffset? doneAt,
        string? who,
        string? notes,
        RequestContext context,
        string? because = null
    ) => new(key, doneAt ?? context.Now, context.Now, context.PersonId, context.NameOf(who), null, notes?.Trim() ?? "", because?.Trim());
}
