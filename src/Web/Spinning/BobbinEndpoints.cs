using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using static System.FormattableString;

namespace EarthyTuft.Web.Spinning;

/// <summary>A bobbin of singles that was plied in part.</summary>
/// <param name="Words">What stays on it, and the chain that makes.</param>
public sealed record RemainView(Guid LotId, string Code, string Words);

/// <summary>Yarn wound off onto weaving bobbins, shuttles or a cone.</summary>
/// <param name="Sentences">How many, how far each goes, and how many even ones.</param>
public sealed record WindingView(IReadOnlyList<string> Sentences);

/// <summary>What stays on bobbins, and what yarn is wound off onto.</summary>
public static class BobbinEndpoints
{
    /// <summary>So many are offered.</summary>
    private const int MostRemains = 6;

    /// <summary>Less than this share of a bobbin is its tail.</summary>
    private const double Tail = 0.02;

    /// <summary>Bobbins that were plied in part, the last one first.</summary>
    internal static async Task<IReadOnlyList<RemainView>> Remains(
        EarthyTuftDb db,
        SkeinBook skeins,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var lots = await db
            .Lots.AsNoTracking()
            .Where(l =>
                l.Form == LotForm.Singles
                && l.VoidedAt == null
                && l.UsedUpAt == null
                && l.LeftGrams < l.MadeGrams * (1 - Tail)
                && l.LeftGrams > l.MadeGrams * Tail
            )
            .OrderByDescending(l => l.ChangedAt)
            .ThenByDescending(l => l.Id)
            .Take(MostRemains)
            .ToListAsync(cancellationToken);
        var measures = await db.MeasuresOf([.. lots.Select(l => l.Id)], cancellationToken);
        var own = await skeins.Of([.. lots], cancellationToken);
        return
        [
            .. lots.Zip(own, (lot, of) =>
                new RemainView(lot.Id, lot.Code, Words(lot, measures.GetValueOrDefault(lot.Id) ?? YarnMeasures.Nothing, of, context))
            ),
        ];
    }

    private static string Words(LotRow lot, YarnMeasures measured, OwnYarn own, RequestContext context)
    {
        var facts = YarnFacts.Of(measured, lot.MadeGrams, own.Figures.Density(LotForm.Singles, 1));
        var left = facts.Metres * (lot.LeftGrams / lot.MadeGrams);
        var grams = Mass.FromGrams(lot.LeftGrams!.Value).Write(context.Workshop.Unit);
        return left is { } metres
            ? $"{grams}, {(facts.IsGuessed ? "about " : "")}{Figures.Metres(metres, context.Workshop.LengthUnit)}: "
                + $"{Figures.Metres(metres / YarnStructures.StrandsOfChain / (1 + (own.Figures.TakeUpPercent / 100)), context.Workshop.LengthUnit)} of chain"
            : grams;
    }

    /// <summary>How yarn of a lot is wound off.</summary>
    /// <param name="holds">What one holds, as typed: a weight, or a length.</param>
    internal static async Task<Results<Ok<WindingView>, ProblemHttpResult>> Wind(
        Guid lotId,
        [StringLength(40)] string holds,
        EarthyTuftDb db,
        SkeinBook skeins,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (await db.Lots.AsNoTracking().SingleOrDefaultAsync(l => l.Id == lotId && l.VoidedAt == null, cancellationToken) is not { } lot)
        {
            return Problems.NotHere("lot");
        }

        var unit = context.Workshop.Unit;
        var mass = MassReader.Read(holds, unit, "holds");
        var length = YarnLength.Read(holds, "holds");
        var isMass = !mass.IsRefused && mass.Value.Grams > 0;
        if (!isMass && length.IsRefused)
        {
            return Problems.Refused("holds", "not-readable", "Say what one holds as a weight or a length: 30 g, 90 m, 100 yd.");
        }

        var measured = (await db.MeasuresOf([lotId], cancellationToken)).GetValueOrDefault(lotId) ?? YarnMeasures.Nothing;
        var own = await skeins.Of(lot, cancellationToken);
        var facts = YarnFacts.Of(measured, lot.MadeGrams, own.Figures.Density(lot.Form, measured.Strands ?? 1));
        var share = lot is { LeftGrams: { } left, MadeGrams: > 0 and var made } ? Math.Min(1, left / made) : 1;
        if (!lot.Form.IsSpun() || facts.Metres * share is not > 0 || lot.MadeGrams * share is not { } grams)
        {
            return Problems.Refused(
                "holds",
                "missing",
                "Nobody measured this yarn: its length, or its wraps and its weight, tell how far it goes."
            );
        }

        var wound = WindingOff.Of(
            facts.Metres!.Value * share,
            grams,
            isMass ? mass.Value.Grams : null,
            isMass ? null : length.Value.Metres
        );
        return wound.IsRefused
            ? Problems.Refused(wound.Refusals)
            : TypedResults.Ok(new WindingView([.. Sentences(wound.Value, unit, context.Workshop.LengthUnit, facts.IsGuessed)]));
    }

    private static IEnumerable<string> Sentences(WindingOff wound, MassUnit unit, LengthUnit lengths, bool isGuessed)
    {
        string Metres(double metres) => Figures.Metres(metres, lengths);
        var about = isGuessed ? "about " : "";
        yield return wound.Full == 0 ? $"All of it goes on one, {about}{Metres(wound.Over)}."
        : wound.Over > 0 ? Invariant($"{wound.Full} full of {about}{Metres(wound.MetresEach)} each, and {Metres(wound.Over)} over.")
        : Invariant($"{wound.Full} full of {about}{Metres(wound.MetresEach)} each, and nothing over.");
        if (wound is { Even: > 1, Over: > 0 })
        {
            yield return Invariant(
                $"{wound.Even} even ones: {about}{Metres(wound.MetresEven)}, {Mass.FromGrams(wound.GramsEven).Write(unit)} each."
            );
        }
    }
}
