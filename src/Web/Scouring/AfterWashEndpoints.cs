using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Scouring;

/// <param name="Later">Its weight an hour or more later, as typed.</param>
public record AfterWashRequest(WashedHandle? Handle = null, [property: StringLength(60)] string? Later = null);

/// <summary>A judgement that is kept with the lot.</summary>
public sealed record KeepJudgement(WashDecision Decision, WashedHandle? Handle = null, [property: StringLength(60)] string? Later = null);

/// <summary>What a wash did to a lot.</summary>
public sealed record AfterWashView(AfterWash Judged, MassFigure Greasy, MassFigure Now, string Experience);

/// <summary>Did the wash do its work? Asked as often as one likes; what was decided is kept with the lot for years.</summary>
internal static class AfterWashEndpoints
{
    private sealed record Found(AfterWashView View, Guid Wash, Guid Lot, double? LaterGrams);

    public static void Map(RouteGroupBuilder group)
    {
        group
            .MapPost("/after/{code}", Judge)
            .Named("judgeWash", "What a washed lot says of its wash.")
            .Changes(MemberRole.Looker)
            .ProducesProblem(404);
        group
            .MapPost("/after/{code}/keep", Keep)
            .Named("keepWashJudgement", "Keeps what was decided of a wash.")
            .Changes()
            .ProducesProblem(404);
    }

    private static async Task<Results<Ok<AfterWashView>, ProblemHttpResult>> Judge(
        CodeParameter code,
        AfterWashRequest request,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        var (found, refused) = await Of(code, request, db, context, books, cancellationToken);
        return found is null ? refused! : TypedResults.Ok(found.View);
    }

    private static async Task<Results<Ok<WashedView>, ProblemHttpResult>> Keep(
        CodeParameter code,
        KeepJudgement request,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        var (found, refused) = await Of(code, new AfterWashRequest(request.Handle, request.Later), db, context, books, cancellationToken);
        if (found is null)
        {
            return refused!;
        }

        var judged = found.View.Judged;
        if (!judged.Choices.Contains(request.Decision))
        {
            return Problems.Refused("decision", "not-offered", "That does not follow from what is known of this wash: judge it again.");
        }

        if (!await db.WashJudgements.AnyAsync(j => j.Key == key, cancellationToken))
        {
            db.WashJudgements.Add(
                new WashJudgementRow
                {
                    Key = key,
                    EntryId = found.Wash,
                    LotId = found.Lot,
                    Handle = request.Handle,
                    LaterGrams = found.LaterGrams,
                    LossPercent = judged.LossPercent,
                    Outcome = judged.Outcome,
                    Decision = request.Decision,
                    JudgedAt = context.Now,
                    Who = context.Workshop.PersonName,
                }
            );
            await db.SaveOnce(cancellationToken);
        }

        return TypedResults.Ok(WashedView.Of((await LotDossier.Of(db, code.Value, cancellationToken))!));
    }

    /// <summary>What went into the last wash above a lot, against what the lot weighs now.</summary>
    private static async Task<(Found? Found, ProblemHttpResult? Refused)> Of(
        CodeParameter code,
        AfterWashRequest request,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        if (await LotDossier.Of(db, code.Value, cancellationToken) is not { } dossier)
        {
            return (null, Problems.NotHere("lot"));
        }

        var lot = dossier.Lot;
        if (lot.MadeGrams is not { } now)
        {
            return (null, Problems.Refused("lot", "not-weighed", "It is not weighed yet: dry it, weigh it, and ask again."));
        }

        var washed = Lineage.Last(dossier.Family.Entries, lot.Id, StepKind.Wash);
        var wash = washed is null
            ? null
            : await db
                .Entries.AsNoTracking()
                .Where(e => e.Id == washed.Id)
                .Select(e => new
                {
                    e.Id,
                    e.TakenGrams,
                    e.KeptGrams,
                })
                .SingleAsync(cancellationToken);
        if (
            lot.MadeBy is not (StepKind.Wash or StepKind.Dry)
            || wash is not { TakenGrams: { } greasy and > 0, KeptGrams: { } kept and > 0 }
        )
        {
            return (null, Problems.Refused("lot", "not-washed", "No wash stands above this lot, or nobody weighed what went into it."));
        }

        var later = string.IsNullOrWhiteSpace(request.Later)
            ? (Result<Mass>?)null
            : MassReader.Read(request.Later, context.Workshop.Unit, "later");
        if (later is { IsRefused: true } wrong)
        {
            return (null, Problems.Refused(wrong.Refusals));
        }

        var book = await books.Here(cancellationToken);
        var own = await OwnLog.Read(db, book, null, cancellationToken, without: wash.Id);
        var of = OwnLog.ClassOf(book, lot.Parentage, lot.Fibre);
        var forecast = YieldForecast.Of(AllStations.Typical(StepKind.Wash, of)!, own.Yields.For(StepKind.Wash, of, lot.Parentage));
        // Of several lots out of one wash each is held against its part of what went in.
        var judged = AfterWash.Of(
            greasy * Math.Min(1, now / kept),
            now,
            (forecast.Lower, forecast.Upper),
            request.Handle,
            later?.Value.Grams,
            context.Workshop.Schools.LeaveWax
        );
        return judged.IsRefused
            ? (null, Problems.Refused(judged.Refusals))
            : (
                new Found(
                    new AfterWashView(
                        judged.Value,
                        Mass.FromGrams(greasy).ToFigure(context.Workshop.Unit, Provenance.Reckoned),
                        Mass.FromGrams(now).ToFigure(context.Workshop.Unit, Provenance.Reckoned),
                        forecast.Own == 0 ? "typical for its kind"
                            : forecast.Own == 1 ? "from one other of your own washes"
                            : $"from {forecast.Own} others of your own washes"
                    ),
                    wash.Id,
                    lot.Id,
                    later?.Value.Grams
                ),
                null
            );
    }
}
