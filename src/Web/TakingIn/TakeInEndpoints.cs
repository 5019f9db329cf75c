using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Animals;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.TakingIn;
using EarthyTuft.Data.Animals;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.TakingIn;

/// <summary>Fibre at the door, raw or as far as somebody else has prepared it. Only the weight is needed.</summary>
/// <param name="Form">What it is: raw fleece, washed, top and so on.</param>
/// <param name="Before">What was done to it before it came, in words.</param>
/// <param name="Parts">Of a blend: what is in it.</param>
/// <param name="Mass">As typed, any unit.</param>
/// <param name="Breed">A breed, a cross such as <c>Gotland 50 / Wensleydale 50</c>, or nothing for unknown.</param>
/// <param name="Fibre">Taken from the breed when not given, else wool.</param>
/// <param name="MassAsWritten">It weighs so, though the breed's fleeces are far lighter; else it is asked about.</param>
/// <param name="BreedAsWritten">The breed is not in the book, and is meant as it is written; else it is asked about.</param>
public sealed record TakeInRequest(
    [property: StringLength(60)] string Mass,
    WeighingState State = WeighingState.Rested,
    [property: Range(0, 100)] double? HumidityPercent = null,
    [property: StringLength(200)] string? Breed = null,
    Fibre? Fibre = null,
    [property: StringLength(80)] string? Animal = null,
    [property: StringLength(60)] string? Colour = null,
    DateOnly? ShornOn = null,
    [property: Range(0, 1_000_000)] decimal? Price = null,
    [property: Range(0, 1_000_000)] decimal? Carriage = null,
    Content Content = Content.Unknown,
    [property: StringLength(2000)] string? Notes = null,
    DateTimeOffset? DoneAt = null,
    [property: StringLength(60)] string? Who = null,
    [property: Range(0, 10080)] int? Minutes = null,
    bool BreedAsWritten = false,
    LotForm Form = LotForm.Raw,
    [property: StringLength(300)] string? Before = null,
    bool Dyed = false,
    [property: MaxLength(12)] IReadOnlyList<PartRequest>? Parts = null,
    bool MassAsWritten = false
);

public sealed record TakenIn(Guid EntryId, Guid LotId, string Code, MassFigure Logged);

/// <summary>How a weight reads, for showing it back before it is logged.</summary>
public sealed record ReadMass(double Grams, string Text);

public static class TakeInEndpoints
{
    public static void MapTakingIn(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/fleeces").WithTags("taking in").ForMembers();
        group.MapPost("", TakeIn).Named("takeInFleece", "Takes in a fleece.").Changes().ProducesProblem(409);
        app.MapGroup("/api/read-mass")
            .WithTags("taking in")
            .ForMembers()
            .MapGet("", Read)
            .Named("readMass", "Reads a weight as it is typed.")
            .ProducesProblem(422);
    }

    private static Results<Ok<ReadMass>, ProblemHttpResult> Read([StringLength(60)] string text, RequestContext context)
    {
        var read = MassReader.Read(text, context.Workshop.Unit, "mass");
        return read.IsRefused
            ? Problems.Refused(read.Refusals)
            : TypedResults.Ok(new ReadMass(read.Value.Grams, read.Value.Write(context.Workshop.Unit)));
    }

    private static async Task<Results<Ok<TakenIn>, ProblemHttpResult>> TakeIn(
        TakeInRequest request,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        if (await Stored(db, context, key, cancellationToken) is { } before)
        {
            return TypedResults.Ok(before);
        }

        var doneAt = request.DoneAt ?? context.Now;
        var mass = MassReader.Read(request.Mass, context.Workshop.Unit, "mass");
        var book = await books.Here(cancellationToken);
        // Where a breed is asked for people write the fibre, of which there may be no breed.
        var named = request.Breed is { } written && book.Find(written.Trim()) is null ? FibreNames.Read(written) : null;
        var parentage = named is null ? Parentage.Read(request.Breed, "breed") : Parentage.Unknown;
        var parts = PartRequest.Read(request.Parts ?? [], request.Form, context.Workshop.Unit);
        var refusals = mass.Refusals.Concat(parentage.Refusals).Concat(parts.Refusals).ToList();
        if (WorkTime.Check(doneAt, context.Now, "doneAt") is { } never)
        {
            refusals.Add(never);
        }

        if (refusals.Count > 0)
        {
            return Problems.Refused(refusals);
        }

        if (BreedQuestions.Ask(parentage.Value, book, request.BreedAsWritten, "breed") is { } asked)
        {
            return Problems.Refused([asked]);
        }

        var fibre = request.Fibre
            ?? named
            ?? parentage.Value.Shares.Select(s => book.Find(s.Breed)?.Fibre).FirstOrDefault(f => f is not null)
            ?? Fibre.Wool;
        var check = TakeInRules.Check(
            new TakeInCommand(mass.Value, parentage.Value, fibre, request.ShornOn, context.DayOf(doneAt), request.Price)
            {
                Form = request.Form,
                Parts = parts.Value,
            }
        );
        if (check.IsRefused)
        {
            return Problems.Refused(check.Refusals);
        }

        if (!request.MassAsWritten && TakeInRules.Unlike(mass.Value, request.Form, parentage.Value, book.Find) is { } unlike)
        {
            return Problems.Refused([Heavy(mass.Value, unlike, request.Breed!.Trim(), context.Workshop.Unit)]);
        }

        var clean = parentage.Value.CleanYield(book.Find);
        var weighing = new Weighing(
            Guid.CreateVersion7(),
            mass.Value,
            request.State,
            request.HumidityPercent,
            Mass.FromGrams(context.Workshop.ScaleStepGrams),
            context.DayOf(doneAt)
        );
        try
        {
            await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
            var lot = new LotRow
            {
                Code = await db.NextRootCode(LotCode.Letter(parentage.Value), cancellationToken),
                Form = request.Form,
                Parentage = "",
                CleanYieldLow = clean.Low,
                CleanYieldHigh = clean.High,
                Animal = AnimalRules.Tidy(request.Animal ?? ""),
                Colour = request.Colour?.Trim() ?? "",
                Notes = request.Notes?.Trim() ?? "",
                Before = request.Before?.Trim() ?? "",
                CameDyed = request.Dyed,
                ShornOn = request.ShornOn,
                Price = request.Price,
                Content = request.Content,
            };
            lot.Compose(check.Value.Composition);
            LedgerStore.AddTakeIn(
                db,
                lot,
                new TypedWeighing(weighing, request.Mass.Trim()),
                new EntryFacts(
                    key,
                    doneAt,
                    context.Now,
                    context.PersonId,
                    context.NameOf(request.Who),
                    request.Minutes,
                    "",
                    null,
                    request.Carriage
                )
            );
            await db.SaveChangesAsync(cancellationToken);
            if (lot.Animal.Length > 0)
            {
                await AnimalBook.Gather(db, cancellationToken);
            }

            await transaction.CommitAsync(cancellationToken);
        }
        catch (DbUpdateException e) when (e.IsDuplicate())
        {
            // The same entry, sent twice at the same moment: the other one is stored.
            db.ChangeTracker.Clear();
        }

        return await Stored(db, context, key, cancellationToken) is { } stored
            ? TypedResults.Ok(stored)
            : Problems.Of(409, "changed-meanwhile", "Send it again.");
    }

    private static Refusal Heavy(Mass weight, (Span Usual, IReadOnlyList<Mass> Likelier) unlike, string breed, MassUnit unit) =>
        new(
            "mass",
            "unlike-the-breed",
            $"{weight.Write(unit)} is more than three fleeces of {breed}, which weigh {Mass.From(unlike.Usual.Low, MassUnit.Kilogram).Write(unit)} "
                + $"to {Mass.From(unlike.Usual.High, MassUnit.Kilogram).Write(unit)} each. Nothing is taken in yet: which is it?",
            [.. unlike.Likelier.Take(3).Select(m => m.Write(unit))]
        );

    private static async Task<TakenIn?> Stored(EarthyTuftDb db, RequestContext context, Guid key, CancellationToken cancellationToken)
    {
        var found = await db
            .Flows.Where(f => f.Role == FlowRole.Out && db.Entries.Any(e => e.Id == f.EntryId && e.Key == key))
            .Select(f => new
            {
                f.EntryId,
                f.Lot!.Id,
                f.Lot.Code,
                f.Weighings.First().Grams,
            })
            .FirstOrDefaultAsync(cancellationToken);
        return found is null
            ? null
            : new TakenIn(
                found.EntryId,
                found.Id,
                found.Code,
                Mass.FromGrams(found.Grams).ToFigure(context.Workshop.Unit, Provenance.Measured)
            );
    }
}
