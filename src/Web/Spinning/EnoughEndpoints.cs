using System.ComponentModel.DataAnnotations;
using System.Globalization;
using System.Text.Json.Serialization;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using static System.FormattableString;

namespace EarthyTuft.Web.Spinning;

/// <summary>Yarn that is needed, or a lot to be spun: the one from the other.</summary>
/// <param name="Wraps">Of the washed yarn, as typed.</param>
/// <param name="Length">That is needed, as typed; left out to ask what the lot suffices for.</param>
/// <param name="Plies">Strands of it; a chain has three and a cable four, whatever is said here.</param>
/// <param name="LotId">What it is spun from; left out where that is not said.</param>
/// <param name="Spare">For swatch, ends and slips, in percent.</param>
/// <param name="Structure">How the strands become yarn.</param>
/// <param name="Sample">A sample is asked for, with its swatch, its small skein and the twists of its card: then no length is told.</param>
public sealed record EnoughRequest(
    [property: StringLength(120)] string? Wraps,
    [property: StringLength(40)] string? Length = null,
    int Plies = 2,
    Guid? LotId = null,
    double Spare = 10,
    YarnStructure Structure = YarnStructure.Plain,
    bool Sample = false
);

/// <summary>Whether there is enough.</summary>
/// <param name="Yarn">What the yarn weighs; null where no length was told and no lot is there.</param>
/// <param name="Prepared">The fibre it takes, ready to be spun: at the median.</param>
/// <param name="PreparedNineInTen">And so that it is enough nine times in ten.</param>
/// <param name="IsEnough">Of what is free of the lot, nine times in ten; null where none was named or its mass is not known.</param>
/// <param name="Sentences">The same in words, with what it stands on.</param>
/// <param name="SufficesFor">Things that the lot's yarn suffices for, with their usual metres.</param>
public sealed record EnoughView(
    MassFigure? Yarn,
    MassFigure? Prepared,
    MassFigure? PreparedNineInTen,
    bool? IsEnough,
    IReadOnlyList<string> Sentences,
    IReadOnlyList<string> SufficesFor
);

/// <summary>What a thing usually takes.</summary>
/// <param name="Metres">Of a yarn of 11 wraps in an inch.</param>
public sealed record UsualYarnRow(
    [property: StringLength(60)] string? Thing = null,
    [property: JsonConverter(typeof(MetresOfYarn))] double Metres = 0
);

/// <summary>What a thing usually takes of yarn of 11 wraps an inch.</summary>
/// <param name="Length">The same as the workshop counts it.</param>
public sealed record UsualThing(string Thing, double Metres, string Length);

/// <summary>A workshop's table of what things usually take.</summary>
/// <param name="Things">The smallest first.</param>
/// <param name="IsOwn">The workshop's own, and not the typical one.</param>
public sealed record UsualYarnView(IReadOnlyList<UsualThing> Things, bool IsOwn);

/// <summary>The table is replaced.</summary>
/// <param name="Things">All of it; left out for the typical one again.</param>
public sealed record UsualYarnRequest([property: MaxLength(40)] IReadOnlyList<UsualYarnRow>? Things = null);

/// <summary>Is it enough? From metres of yarn back through the yields to fibre and raw fleece, and from a lot on to what can be made of
/// it.</summary>
public static class EnoughEndpoints
{
    internal static async Task<UsualYarnView> Usual(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken)
    {
        var stored = await Stored(db, context, cancellationToken);
        return new UsualYarnView(
            [
                .. StoredUsualYarn
                    .Read(stored)
                    .Select(t => new UsualThing(t.Thing, t.Metres, Figures.Metres(t.Metres, context.Workshop.LengthUnit))),
            ],
            stored is not null
        );
    }

    internal static async Task<Results<Ok<UsualYarnView>, ProblemHttpResult>> ChangeUsual(
        UsualYarnRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var things = request.Things is null
            ? (Result<IReadOnlyList<UsualYarn>>?)null
            : Core.Spinning.Enough.Check([.. request.Things.Select(t => new UsualYarn(t.Thing?.Trim() ?? "", t.Metres))]);
        if (things?.IsRefused == true)
        {
            return Problems.Refused(things.Value.Refusals);
        }

        var stored = StoredUsualYarn.Write(things?.Value);
        await db
            .Workshops.Where(w => w.Id == context.Workshop.WorkshopId)
            .ExecuteUpdateAsync(set => set.SetProperty(w => w.UsualYarn, stored), cancellationToken);
        return TypedResults.Ok(await Usual(db, context, cancellationToken));
    }

    /// <summary>The workshop's own table of what things usually take; null where it keeps the typical one.</summary>
    internal static Task<string?> Stored(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken) =>
        db.Workshops.AsNoTracking().Where(w => w.Id == context.Workshop.WorkshopId).Select(w => w.UsualYarn).SingleAsync(cancellationToken);

    internal static async Task<Results<Ok<EnoughView>, ProblemHttpResult>> Enough(
        EnoughRequest request,
        EarthyTuftDb db,
        BreedBooks books,
        SkeinBook skeins,
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

        var wraps = WrapsReading.Read(request.Wraps, "wraps");
        var length =
            string.IsNullOrWhiteSpace(request.Length) || request.Sample
                ? (Result<YarnLength>?)null
                : YarnLength.Read(request.Length, "length");
        var guard = new Guard(SpinningFields.Subjects)
            .Need(
                request.Plies is >= 1 and <= YarnMeasures.MostStrands,
                "plies",
                "out-of-range",
                $"must be a whole number from 1 to {YarnMeasures.MostStrands}"
            )
            .Within(request.Spare, 0, 200, "spare");
        Refusal[] refusals = [.. wraps.Refusals, .. length?.Refusals ?? [], .. guard.Refusals];
        if (refusals.Length > 0)
        {
            return Problems.Refused(refusals);
        }

        var book = await books.Here(cancellationToken);
        var of = lot is null ? null : OwnLog.ClassOf(book, lot.Parentage, lot.Fibre);
        var own = await skeins.Of(lot, cancellationToken);
        var strands = request.Structure.Strands(request.Plies);
        var tex = Wraps.Tex(wraps.Value.PerInch, own.Figures.WashedDensity(strands));
        StepKind[] steps = [StepKind.Spin, .. strands > 1 ? [StepKind.Ply] : Array.Empty<StepKind>(), StepKind.Finish];
        if (lot?.Form.IsSpun() == true)
        {
            steps = lot.Form switch
            {
                LotForm.Singles => steps[1..],
                LotForm.Plied => [StepKind.Finish],
                _ => [],
            };
        }

        var way = lot is null ? Way.None : await WayOf(lot, db, book, context, cancellationToken);
        var yields = await OwnLog.Yields(db, book, [.. way.Ahead, .. steps], cancellationToken);
        YieldForecast Chain(IEnumerable<StepKind> through) =>
            YieldForecast.Chain([
                .. through
                    .Select(s =>
                        AllStations.Typical(s, of) is { } range ? YieldForecast.Of(range, yields.For(s, of, lot?.Parentage ?? "")) : null
                    )
                    .OfType<YieldForecast>(),
            ]);
        var needed = request.Sample ? new YarnLength(Core.Spinning.Enough.SampleMetres(wraps.Value.PerInch)) : length?.Value;
        var usual = StoredUsualYarn.Read(await Stored(db, context, cancellationToken));
        return TypedResults.Ok(
            View(
                request,
                lot,
                way,
                wraps.Value,
                needed,
                tex,
                own.Counts.Density,
                Chain(steps),
                Chain([.. way.Ahead, .. steps]),
                usual,
                context.Workshop.Unit,
                context.Workshop.LengthUnit
            )
        );
    }

    /// <summary>How a lot stands to the wheel.</summary>
    /// <param name="Ahead">Steps until it can be spun; none for what is prepared.</param>
    /// <param name="As">What it is prepared to on them, in words.</param>
    /// <param name="RawYield">Of prepared fibre: what one gram of raw fleece became; null where that is not known.</param>
    private sealed record Way(IReadOnlyList<StepKind> Ahead, string As, double? RawYield)
    {
        public static readonly Way None = new([], "", null);
    }

    // What is not prepared goes its route first: the one that was chosen, else the best for soft woollen yarn.
    private static async Task<Way> WayOf(
        LotRow lot,
        EarthyTuftDb db,
        BreedBook book,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (await LotDossier.Of(db, lot.Code, cancellationToken) is not { } dossier)
        {
            return Way.None;
        }

        if (lot.Form.IsPrepared() || lot.Form.IsSpun())
        {
            var family = dossier.Family;
            return Way.None with
            {
                RawYield = new Lineage(family.Entries, family.Masses, l => family.Lots[l].Form == LotForm.Raw).TotalYield(lot.Id),
            };
        }

        var (facts, _) = FactsOf.Lot(dossier, book, context.Workshop.LengthUnit);
        var aim = dossier.Lot.RouteAim ?? Aim.WoollenSoft;
        var route = dossier.Lot.RoutePreparation is { } chosen
            ? Routes.Of(chosen, facts, aim, context.Workshop.Schools)
            : Routes.For(facts, aim, context.Workshop.Schools)[0];
        return new Way([.. route.Ahead(dossier.Lot.Form, dossier.Lot.MadeBy).Select(s => s.Step)], route.Preparation.Words(), null);
    }

    private static EnoughView View(
        EnoughRequest request,
        LotRow? lot,
        Way way,
        WrapsReading wraps,
        YarnLength? length,
        double tex,
        int own,
        YieldForecast spun,
        YieldForecast whole,
        IReadOnlyList<UsualYarn> usual,
        MassUnit unit,
        LengthUnit lengths
    )
    {
        string Metres(double metres) => Figures.Metres(metres, lengths);
        MassFigure Figure(double grams) => Mass.FromGrams(grams).ToFigure(unit, Provenance.Reckoned);
        var sentences = new List<string>();
        var stands =
            $"{Figures.Grist(tex, lengths)} by {(own == 0 ? "the typical wrap density, which is rough" : own == 1 ? "one own yarn" : $"{own} own yarns")}.";
        // What is promised to somebody is not free.
        var free = lot?.LeftGrams is { } left ? Math.Max(0, left - (lot.ReservedGrams ?? 0)) : (double?)null;
        MassFigure? yarn = null,
            median = null,
            sure = null;
        bool? enough = null;
        if (length is { } needed)
        {
            var grams = Core.Spinning.Enough.Grams(needed.Metres * (1 + request.Spare / 100), tex);
            var (atMedian, nineInTen) = spun.Needed(grams);
            (yarn, median, sure) = (Figure(grams), Figure(atMedian), Figure(nineInTen));
            if (request.Sample)
            {
                sentences.Add(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"A sample takes {needed.Write(lengths)}: a swatch of {Figures.Length(Core.Spinning.Enough.SwatchSide, lengths)}, a skein of "
                            + $"{Metres(Core.Spinning.Enough.SampleSkein)} and twists for its card."
                    )
                );
            }

            sentences.Add(
                Invariant(
                    $"{needed.Write(lengths)} of {wraps.PerInch:0.#} WPI and {request.Spare:0.#} % to spare weigh {yarn.Text}: {stands}"
                )
            );
            sentences.Add($"It takes about {median.Text} of what is spun; {sure.Text} are enough nine times in ten.");
            if (way.RawYield is > 0 and var raw && lot is not null)
            {
                sentences.Add($"As {lot.Code} came, that is about {Figure(atMedian / raw).Text} of raw fleece.");
            }

            var (lies, surely) = whole.Needed(grams);
            if (way.Ahead.Count > 0 && lot is not null)
            {
                sentences.Add(
                    $"That is about {Figure(lies).Text} of {lot.Code} as it lies, prepared to {way.As}; {Figure(surely).Text} are enough nine times in ten."
                );
            }

            if (free is { } there && lot is not null)
            {
                enough = there >= surely;
                sentences.Add(
                    enough == true ? $"Of {lot.Code} {Figure(there).Text} are free: enough, with {Figure(there - surely).Text} over."
                    : there >= lies ? $"Of {lot.Code} {Figure(there).Text} are free: it may just be enough; swatch first."
                    : $"Of {lot.Code} {Figure(there).Text} are free: {Figure(surely - there).Text} are missing."
                );
            }
        }

        var suffices = new List<string>();
        if (free is { } all && lot is not null)
        {
            var metres = all * whole.Lower / tex * 1000 / (1 + request.Spare / 100);
            suffices.AddRange(
                Core.Spinning.Enough.SufficesFor(usual, metres, wraps.PerInch)
                    .Select(t => $"{t.Thing}, about {Metres(Math.Round(Core.Spinning.Enough.UsualMetres(t, wraps.PerInch)))}")
            );
            sentences.Add(Invariant($"{lot.Code} gives {Metres(metres)} of {wraps.PerInch:0.#} WPI nine times in ten."));
            if (Core.Spinning.Enough.Next(usual, metres, wraps.PerInch) is { } next)
            {
                sentences.Add($"For {next.Of.Thing} {Metres(next.MissingMetres)} are missing.");
            }
        }

        return new EnoughView(yarn, median, sure, enough, sentences, suffices);
    }
}
