using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.House;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Spinning;

/// <summary>What to spin for a yarn, and what its ply-backs say. It changes nothing.</summary>
public static class AimEndpoints
{
    /// <summary>More ply-backs nobody makes for one yarn.</summary>
    public const int MostTrials = 24;

    private static readonly IReadOnlyList<YarnClassView> Classes = [.. Enum.GetValues<YarnClass>().Select(c => new YarnClassView(AimWords.Word(c), Wraps.MiddleOf(c)))];

    public static void MapSpinning(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/spinning").WithTags("spinning").ForMembers();
        group.MapGet("/classes", () => TypedResults.Ok(Classes)).Named("listYarnClasses", "Classes of yarn with wraps to begin from.");
        group.MapPost("/aim", Aim).Named("aimAtYarn", "What to spin for a yarn, whether it can be done, and what each ply-back says about the next.").Changes(MemberRole.Looker);
    }

    private static async Task<Results<Ok<AimView>, ProblemHttpResult>> Aim(AimRequest request, EarthyTuftDb db, BreedBooks books, RequestContext context, CancellationToken cancellationToken)
    {
        LotRow? lot = null;
        if (request.LotId is { } id && (lot = await db.Lots.AsNoTracking().SingleOrDefaultAsync(l => l.Id == id && l.VoidedAt == null, cancellationToken)) is null)
        {
            return Problems.Refused("lotId", "not-here", "It names a lot that is not here.");
        }

        var fibre = lot is null ? SpunFibre.Unknown : FibreOf(lot, await books.Here(cancellationToken));
        var wraps = WrapsReading.Read(request.Wraps, "wraps");
        var (tool, unread) = On(request);
        Refusal[] refusals = [.. wraps.Refusals, .. new[] { unread }.OfType<Refusal>()];
        if (refusals.Length > 0)
        {
            return Problems.Refused(refusals);
        }

        var wish = Wished(request, wraps.Value, lot);
        var aim = YarnAim.Of(wish, fibre, tool);
        if (aim.IsRefused)
        {
            return Problems.Refused(aim.Refusals);
        }

        var trials = (request.Trials ?? []).Select((t, i) => Try(t, $"trials[{i}]", wish, aim.Value, context.Workshop.LengthUnit)).ToArray();
        var refused = trials.SelectMany(t => t.Refusals).ToArray();
        return refused.Length > 0
            ? Problems.Refused(refused)
            : TypedResults.Ok(View(wish, tool, aim.Value, lot, fibre, request, [.. trials.Select(t => t.Value)], context.Workshop.LengthUnit));
    }

    // A whorl and a draw belong together; with neither no treadles are told.
    private static (SpunOn? On, Refusal? Unread) On(AimRequest request) => (request.Ratio, request.DrawMillimetres) switch
    {
        ({ } ratio, { } draw) => (new SpunOn(ratio, draw, request.MostTreadles ?? SpunOn.TypicalMost), null),
        ({ }, null) => (null, new Refusal("drawMillimetres", "missing", "Say how long a draw is, or leave the ratio out.")),
        (null, { }) => (null, new Refusal("ratio", "missing", "Say the ratio of the whorl, or leave the draw out.")),
        _ => (null, null),
    };

    private static YarnWish Wished(AimRequest request, WrapsReading wraps, LotRow? lot) => new(wraps.PerInch, request.Degrees, request.Plies, request.Structure, request.Tolerance)
    {
        FinishedDensity = request.FinishedDensity ?? YarnWish.DensityOf(lot?.Fibre, lot?.Form),
        BloomPercent = request.BloomPercent ?? YarnWish.BloomOf(lot?.Fibre),
        TakeUpPercent = request.TakeUpPercent ?? YarnWish.TypicalTakeUp,
        ExtraTurnsPercent = request.ExtraTurnsPercent,
    };

    // The lot's own locks tell its length; its fineness is the breed's, where it is of one.
    private static SpunFibre FibreOf(LotRow lot, BreedBook book) => new(lot.StapleMillimetres, book.Find(lot.Parentage)?.Micron.Middle, Fineness.Density(lot.Fibre));

    private static Result<PlyBackView> Try(PlyBackRequest trial, string field, YarnWish wish, YarnAim aim, LengthUnit unit)
    {
        var view = WrapsReading.Read(trial.Wraps, "wraps").Then(wraps => Seen(trial, wraps, wish, aim, unit));
        return view.IsRefused ? Result<PlyBackView>.Refused([.. view.Refusals.Select(r => r with { Field = $"{field}.{r.Field}" })]) : view;
    }

    private static Result<PlyBackView> Seen(PlyBackRequest trial, WrapsReading wraps, YarnWish wish, YarnAim aim, LengthUnit unit)
    {
        var tried = new YarnTrial(wraps.PerInch, wraps.Doubt, trial.Degrees, trial.Treadles, trial.DrawMillimetres);
        return TrialAdvice.Of(wish, aim, tried).Then<PlyBackView>(advice => new PlyBackView(
            Shape(wraps.PerInch, 2, trial.Degrees),
            advice.IsThere,
            AimWords.Stands(advice),
            AimWords.Next(advice, tried, unit),
            advice is { IsThere: false, Treadles: { } treadles, DrawMillimetres: { } draw } ? AimWords.Settings(treadles, draw, unit) : null,
            FormattableString.Invariant($"Washed, as {AimWords.Structure(wish.Structure, wish.Strands)}: about {advice.WashedWraps:0.#} WPI."),
            [.. YarnBecomes.All(wraps.PerInch, wish.BloomPercent).Select(b => new BecomesView(AimWords.Structure(b.Structure, b.Strands), Shape(b.WrapsPerInch, b.Strands, trial.Degrees)))]));
    }

    private static YarnShape Shape(double wraps, int plies, double? degrees) => new(Math.Round(wraps, 1), Math.Round(Wraps.Diameter(wraps), 3), plies, degrees);

    private static AimView View(YarnWish wish, SpunOn? on, YarnAim aim, LotRow? lot, SpunFibre fibre, AimRequest request, IReadOnlyList<PlyBackView> trials, LengthUnit unit) => new(
        Shape(wish.WrapsPerInch, wish.Strands, wish.Degrees),
        AimWords.Class(wish.WrapsPerInch),
        Shape(aim.SinglesWraps, 1, wish.Degrees),
        Shape(aim.PlyBackWraps, 2, wish.Degrees),
        [.. AimWords.Sentences(wish, aim, on, aim.DrawMillimetres is { } draw ? Figures.Length(draw, unit) : "")],
        aim.Verdict,
        [.. aim.Obstacles.Select(o => AimWords.Against(o, unit))],
        [.. AimWords.Standing(lot, fibre, request.FinishedDensity is null, request.BloomPercent is null, wish, unit)],
        wish.FinishedDensity,
        wish.BloomPercent,
        wish.TakeUpPercent,
        trials,
        // What the last ply-back asks for; where it asks for nothing, its own settings stand in the form.
        trials.LastOrDefault() is { } last ? last.Settings : aim is { Treadles: { } treadles, DrawMillimetres: { } length } ? AimWords.Settings(treadles, length, unit) : null);
}
