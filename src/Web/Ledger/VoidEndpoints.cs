using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.House;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Ledger;

public sealed record VoidRequest([property: StringLength(500, MinimumLength = 3)] string Because);

/// <summary>What would fall with an entry.</summary>
public sealed record HangingView(IReadOnlyList<Dependant> Entries, int Locks, int Samples, int LookOvers, string Sentence);

public static class VoidEndpoints
{
    public static void Map(RouteGroupBuilder group)
    {
        group.MapGet("/{id:guid}/hanging", Hanging).Named("listDependants", "What hangs on an entry and would be voided with it.").Produces<HangingView>().ProducesProblem(404);
        group.MapPost("/{id:guid}/void", Void).Named("voidEntry", "Voids an entry with what hangs on it.").Changes().Produces<HangingView>().ProducesProblem(404);
        group.MapPost("/{id:guid}/take-back-void", TakeBack).Named("takeBackVoid", "Takes a voiding back.").Produces(204).Changes().ProducesProblem(404).ProducesProblem(409);
    }

    private static async Task<IResult> Hanging(Guid id, EarthyTuftDb db, CancellationToken stop) =>
        await Voiding.Of(db, id, stop) is { Entries.Count: > 0 } hanging ? TypedResults.Ok(View(hanging)) : Problems.NotHere("entry");

    private static async Task<IResult> Void(Guid id, VoidRequest request, EarthyTuftDb db, Bench bench, CancellationToken stop)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        var hanging = await Voiding.OfLocked(db, id, stop);
        if (hanging.Entries.Count == 0)
        {
            return Problems.NotHere("entry");
        }

        var because = request.Because.Trim();
        var sources = await db.Flows.Where(f => f.EntryId == id && f.LotId != null).Select(f => f.LotId!.Value).Distinct().ToListAsync(stop);
        var first = hanging.Entries.Single(e => e.EntryId == id);
        db.Changes.AddRange(sources.Select(lot => new ChangeRow
        {
            LotId = lot,
            EntryId = id,
            What = "entry",
            From = $"{first.Step.Words()} {string.Join(", ", first.Lots)}".Trim(),
            To = "voided",
            Because = because,
            Who = bench.Facts.PersonName,
            At = bench.Now,
        }));
        await Voiding.Void(db, id, hanging, bench.Facts.PersonName, because, bench.Now, stop);
        await db.SaveChangesAsync(stop);
        await transaction.CommitAsync(stop);
        return TypedResults.Ok(View(hanging));
    }

    private static async Task<IResult> TakeBack(Guid id, EarthyTuftDb db, Bench bench, CancellationToken stop)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        if (await db.Entries.AsNoTracking().SingleOrDefaultAsync(e => e.Id == id && e.VoidedWith == id, stop) is not { } entry)
        {
            return Problems.NotHere("voided entry");
        }

        if (await Voiding.TakeBack(db, id, stop) is { } code)
        {
            return Problems.Of(409, "used-meanwhile", $"{code} was used otherwise meanwhile, so the entry cannot count again. Nothing has changed.");
        }

        var lots = await db.Flows.Where(f => f.EntryId == id && f.LotId != null).Select(f => f.LotId!.Value).Distinct().ToListAsync(stop);
        db.Changes.AddRange(lots.Select(lot => new ChangeRow
        {
            LotId = lot,
            EntryId = id,
            What = "entry",
            From = "voided",
            To = entry.Step.Words(),
            Who = bench.Facts.PersonName,
            At = bench.Now,
        }));
        await db.SaveChangesAsync(stop);
        await transaction.CommitAsync(stop);
        return TypedResults.NoContent();
    }

    private static HangingView View(Hanging hanging)
    {
        var others = hanging.Entries.Count - 1;
        var lots = hanging.Entries.SelectMany(e => e.Step == StepKind.Recount ? [] : e.Lots).Distinct().Count();
        var sentence = others == 0
            ? "Nothing else hangs on this entry."
            : $"{others} later {(others == 1 ? "entry hangs" : "entries hang")} on it and {(others == 1 ? "goes" : "go")} with it.";
        return new HangingView(
            hanging.Entries,
            hanging.Locks,
            hanging.Samples,
            hanging.LookOvers,
            sentence + (lots > 0 ? $" {lots} {(lots == 1 ? "lot" : "lots")} will no longer be there." : "") + (hanging.Samples > 0 ? $" {hanging.Samples} {(hanging.Samples == 1 ? "sample leaves" : "samples leave")} the wall." : ""));
    }
}
