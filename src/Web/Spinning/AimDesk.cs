using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Spinning;

/// <summary>An aim with what it stands on.</summary>
/// <param name="Learned">What was reckoned.</param>
/// <param name="Fibre">What is known of the fibre.</param>
/// <param name="On">What it is spun on; null where nobody said.</param>
/// <param name="Standing">What it stands on, in words.</param>
/// <param name="Drafting">How to draft the fibre, in words.</param>
/// <param name="Begins">Where its yarn begins; null of a run, which goes by what it was begun with.</param>
internal sealed record ReadAim(
    LearnedAim Learned,
    SpunFibre Fibre,
    SpunOn? On,
    IReadOnlyList<string> Standing,
    IReadOnlyList<string> Drafting,
    YarnBeginning? Begins = null
);

/// <summary>Reads a yarn that is wanted and reckons what to spin: the same for the page and for the start of spinning.</summary>
public sealed class AimDesk(RequestContext context, BreedBooks books, SkeinBook skeins)
{
    internal async Task<Result<ReadAim>> Read(AimRequest request, LotRow? lot, CancellationToken cancellationToken)
    {
        var book = await books.Here(cancellationToken);
        var fibre = lot is null ? SpunFibre.Unknown : FibreOf(lot, book);
        var own = await skeins.Of(lot, cancellationToken);
        var said = new SaidFigures(request.FinishedDensity, request.BloomPercent, request.TakeUpPercent);
        var begins = YarnBeginning.Of(lot is null ? null : OwnLog.ClassOf(book, lot.Parentage, lot.Fibre), fibre.StapleMillimetres);
        var wraps = Thickness(request, request.Structure.Strands(request.Plies ?? begins.Plies), said.Over(own.Figures));
        var on = On(request, begins);
        var supply = request.SupplyGramsPerMetre is { } grams
            ? new Guard(SpinningFields.Subjects).Within(grams, LeastSupply, MostSupply, "supplyGramsPerMetre").Refusals
            : [];
        Refusal[] refusals = [.. wraps.Refusals, .. supply];
        if (refusals.Length > 0)
        {
            return Result<ReadAim>.Refused(refusals);
        }

        var unit = context.Workshop.LengthUnit;
        return LearnedAim
            .Of(Wished(request, wraps.Value, begins), own, said, fibre, on)
            .Then<ReadAim>(learned => new ReadAim(
                learned,
                fibre,
                on,
                [.. AimWords.Standing(lot, fibre, learned, said, unit)],
                [.. AimWords.Drafting(lot, fibre, learned.Aim.SinglesTex, request.SupplyGramsPerMetre ?? lot?.SupplyGramsPerMetre, unit)],
                begins
            ));
    }

    /// <summary>Grams in a metre of fibre that can be spun from.</summary>
    private const double LeastSupply = 0.05,
        MostSupply = 200;

    // A yarn is wanted by its wraps, or by its grist: then its wraps follow from the density of such yarn.
    private static Result<WrapsReading> Thickness(AimRequest request, int strands, YarnFigures figures)
    {
        var wraps = WrapsReading.Read(request.Wraps, "wraps");
        return
            wraps.IsRefused
            && LinearDensity.Read(request.Wraps, "wraps") is { IsRefused: false, Value: var grist }
            && Wraps.Of(grist.Tex, figures.WashedDensity(strands)) is >= Wraps.Fewest and <= Wraps.Most and var of
            ? new WrapsReading(of, Wraps.ReadingDoubt)
            : wraps;
    }

    /// <summary>Whether a two-ply of a class can be spun from a lot.</summary>
    internal async Task<CanBeSpun> Suits(YarnClass of, LotRow lot, CancellationToken cancellationToken) =>
        (
            await Read(
                new AimRequest(Wraps.MiddleOf(of).ToString(System.Globalization.CultureInfo.InvariantCulture), Plies: 2, LotId: lot.Id),
                lot,
                cancellationToken
            )
        )
            .Value
            .Learned
            .Aim
            .Verdict;

    /// <summary>An aim as screens see it, with the ply-backs that were read for it.</summary>
    internal static AimView View(ReadAim read, IReadOnlyList<PlyBackView> trials, LengthUnit unit, IReadOnlyList<string>? like = null)
    {
        var (learned, _, on, standing, drafting, begins) = read;
        var (wish, aim) = (learned.Wish, learned.Aim);
        var by = on?.By ?? SpunBy.Treadles;
        return new AimView(
            Shape(wish.WrapsPerInch, wish.Strands, wish.Degrees, wish.Direction),
            AimWords.Class(wish.WrapsPerInch),
            Shape(aim.SinglesWraps, 1, wish.Degrees, wish.SinglesDirection),
            Shape(aim.PlyBackWraps, 2, wish.Degrees, wish.SinglesDirection?.Other()),
            [.. AimWords.Sentences(wish, aim, on, aim.DrawMillimetres is { } draw ? Figures.Length(draw, unit) : "", unit)],
            aim.Verdict,
            [.. aim.Obstacles.Select(o => AimWords.Against(o, by, unit))],
            standing,
            Math.Round(wish.Figures.WashedDensity(wish.Strands), 3),
            Math.Round(wish.Figures.BloomPercent, 1),
            Math.Round(wish.Figures.TakeUpPercent, 1),
            trials,
                // What the last ply-back asks for; where it asks for nothing, its own settings stand in the form.
                trials.LastOrDefault()
                    is { } last
                    ? last.Settings
                : aim is { Treadles: { } treadles, DrawMillimetres: { } length } ? AimWords.Settings(treadles, length, by, unit)
                : null,
            Math.Round(learned.ToldWraps, 1),
            AimWords.Learned(learned),
            drafting,
            like ?? [],
            begins is not null && wish.Suits is not null ? AimWords.Begins(begins) : "",
            (on?.DrawMillimetres ?? begins?.DrawMillimetres) is { } reckoned ? Figures.Length(reckoned, unit) : ""
        );
    }

    /// <summary>A ply-back beside the aim.</summary>
    internal static Result<PlyBackView> Try(YarnTrial tried, LearnedAim learned, SpunBy by, LengthUnit unit) =>
        TrialAdvice
            .Of(learned.Wish, learned.Aim, tried)
            .Then<PlyBackView>(advice => new PlyBackView(
                Shape(tried.WrapsPerInch, 2, tried.Degrees),
                advice.IsThere,
                AimWords.Stands(advice),
                AimWords.Next(advice, tried, by, unit),
                advice is { IsThere: false, Treadles: { } treadles, DrawMillimetres: { } draw }
                    ? AimWords.Settings(treadles, draw, by, unit)
                    : null,
                FormattableString.Invariant(
                    $"Washed, as {AimWords.Structure(learned.Wish.Structure, learned.Wish.Strands)}: about {advice.WashedWraps:0.#} WPI."
                ),
                [
                    .. YarnBecomes
                        .All(learned.Wish.Figures.SinglesTexForFresh(tried.WrapsPerInch, YarnAim.TwoStrands), learned.Wish.Figures)
                        .Select(b => BecomesViews.Of(b, tried.Degrees)),
                ],
                AimWords.Noted(tried),
                []
            ));

    /// <summary>So many ply-backs of a trail are told against each other.</summary>
    private const int MostAgainst = 16;

    /// <summary>Ply-backs of a trail, each with how it differs from every other one.</summary>
    /// <param name="views">As they stand beside the aim.</param>
    /// <param name="trials">As they were read, in the same order.</param>
    internal static PlyBackView[] AgainstEachOther(IReadOnlyList<PlyBackView> views, IReadOnlyList<YarnTrial> trials) =>
        [
            .. views.Select(
                (view, i) =>
                    trials.Count > MostAgainst
                        ? view
                        : view with
                        {
                            Against =
                            [
                                .. trials.Select(
                                    (other, j) => j == i ? "" : AimWords.Differs(PlyBackDifference.Of(other, trials[i]), $"read {j + 1}")
                                ),
                            ],
                        }
            ),
        ];

    /// <summary>What a fibre asks for, by its length, its fineness and its crimp: places to begin from.</summary>
    internal async Task<IReadOnlyList<FibreWantView>> Wants(LotRow lot, IReadOnlyList<LockRow> locks, CancellationToken cancellationToken)
    {
        var book = await books.Here(cancellationToken);
        var own = await skeins.Of(lot, cancellationToken);
        var counted = locks
            .Where(l => l is { Crimps: > 0, SpanMillimetres: > 0 })
            .Select(l => l.Crimps!.Value / l.SpanMillimetres!.Value * Length.MillimetresPerInch)
            .ToArray();
        var crimps = counted.Length > 0 ? counted.Average() : (double?)null;
        var fibre = FibreOf(lot, book);
        var begins = YarnBeginning.Of(OwnLog.ClassOf(book, lot.Parentage, lot.Fibre), fibre.StapleMillimetres);
        var like = new YarnWish(Wraps.MiddleOf(YarnClass.Fingering), begins.Degrees.Middle, YarnAim.TwoStrands) { Figures = own.Figures };
        return [.. AimWords.Wants(FibreWants.Of(fibre, crimps, like), crimps)];
    }

    // Without a tool no treadles are told. Of a spindle turns are counted as such; a draw that nobody said is one that suits the fibre.
    private static SpunOn? On(AimRequest request, YarnBeginning begins) =>
        (
            request.By == SpunBy.Turns
                ? request.DrawMillimetres is null
                    ? null
                    : 1
                : request.Ratio
        )
            is { } ratio
            ? new SpunOn(
                ratio,
                request.DrawMillimetres ?? begins.DrawMillimetres,
                request.MostTreadles ?? SpunOn.MostOf(request.By),
                request.By
            )
            : null;

    private static YarnWish Wished(AimRequest request, WrapsReading wraps, YarnBeginning begins) =>
        new(wraps.PerInch, request.Degrees ?? begins.Degrees.Middle, request.Plies ?? begins.Plies, request.Structure, request.Tolerance)
        {
            Suits = request.Degrees is null ? begins.Degrees : null,
            Firmness = request.Firmness,
            Direction = request.Direction,
            ExtraTurnsPercent = request.ExtraTurnsPercent,
        };

    // The lot's own locks tell its length; its fineness is the breed's, where it is of one.
    private static SpunFibre FibreOf(LotRow lot, BreedBook book) =>
        new(lot.StapleMillimetres, book.Find(lot.Parentage)?.Micron.Middle, Fineness.Density(lot.Fibre));

    internal static YarnShape Shape(double wraps, int plies, double? degrees, TwistDirection? twist = null) =>
        new(Math.Round(wraps, 1), Math.Round(Wraps.Diameter(wraps), 3), plies, degrees, twist);
}
