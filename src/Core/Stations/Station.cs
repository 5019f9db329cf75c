using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Stations;

/// <summary>A hazard that belongs to a station, with the usual care (docs/craft.md, section 18).</summary>
/// <param name="Hazard">What can hurt.</param>
/// <param name="Care">What people do about it.</param>
/// <param name="DefersTo">Who has the last word.</param>
public sealed record Caution(string Hazard, string Care, string DefersTo);

/// <summary>When a station stands on the rail of every screen.</summary>
public enum OnRail
{
    /// <summary>Always.</summary>
    Always,

    /// <summary>While something waits there: most fleeces never come to it.</summary>
    WhenWaiting,

    /// <summary>Never: it is gone to from a lot.</summary>
    Never,
}

/// <summary>Staple lengths a station is for, in millimetres; both ends are included.</summary>
/// <param name="Shortest">Null where short fibre does.</param>
/// <param name="Longest">Null where long fibre does.</param>
public sealed record StapleBounds(double? Shortest, double? Longest)
{
    /// <summary>Any length.</summary>
    public static readonly StapleBounds Any = new(null, null);

    /// <summary>Whether a length is within; one that nobody measured is.</summary>
    /// <param name="millimetres">Mean of the measured locks, null when none was.</param>
    public bool Admit(double? millimetres) => !(millimetres < Shortest) && !(millimetres > Longest);
}

/// <summary>What a step leaves beside its product, and is kept: the noil of combing.</summary>
/// <param name="Form">As a lot.</param>
/// <param name="As">As a loss.</param>
/// <param name="Together">Product and rest together over what was taken, as a typical range (docs/craft.md, section 13).</param>
/// <param name="Waste">What usually goes besides.</param>
public sealed record KeptRest(LotForm Form, LossKind As, Span Together, LossKind Waste);

/// <summary>
/// Everything that is true of one station, in one place: routes, rail, forecasts, weigh log and the screens read it here. What is the same
/// at all of them is in <see cref="StepDesk"/>.
/// </summary>
/// <param name="Kind">The step that is done there.</param>
/// <param name="Takes">Forms it can start from.</param>
/// <param name="Gives">Forms it can make, the usual first.</param>
/// <param name="UsualLosses">Kinds of loss to offer, the usual first.</param>
/// <param name="ByDifference">The loss that is usually found by difference, null when nothing is.</param>
/// <param name="MayFindByDifference">False where a loss by difference makes no sense.</param>
/// <param name="UsualState">The state its outputs are usually weighed in.</param>
/// <param name="TypicalYield">Kept over taken, clean fibre, as fractions (docs/craft.md, section 13); null where the class decides.</param>
/// <param name="Caution">The caution that stands there.</param>
public sealed record Station(
    StepKind Kind,
    IReadOnlyList<LotForm> Takes,
    IReadOnlyList<LotForm> Gives,
    IReadOnlyList<LossKind> UsualLosses,
    LossKind? ByDifference,
    bool MayFindByDifference,
    WeighingState UsualState,
    Span? TypicalYield,
    Caution Caution
)
{
    /// <summary>Its place in the working order of a route; null where no route leads through it.</summary>
    public int? Stage { get; init; }

    /// <summary>Forms by which a lot shows that it has been here, where that follows from its form.</summary>
    public IReadOnlyList<LotForm> Finishes { get; init; } = [];

    /// <summary>Something is tried there on a little of a lot: no route leads through it, and nothing is logged. What came of it stands
    /// with the lot.</summary>
    public bool IsTrial { get; init; }

    /// <summary>When it stands on the rail.</summary>
    public OnRail OnRail { get; init; }

    /// <summary>Typical pace in grams of output an hour (docs/craft.md, section 13); people differ tenfold. Null where nobody stands at
    /// it.</summary>
    public double? GramsPerHour { get; init; }

    /// <summary>True where one motion of hands and shoulders goes on for hours (docs/craft.md, section 17).</summary>
    public bool IsByHand { get; init; }

    /// <summary>Staple lengths it is for.</summary>
    public StapleBounds Staple { get; init; } = StapleBounds.Any;

    /// <summary>States its outputs can be weighed in, the usual ones first.</summary>
    public IReadOnlyList<WeighingState> States { get; init; } =
    [WeighingState.Rested, WeighingState.Warm, WeighingState.Damp, WeighingState.Provisional];

    /// <summary>How many lots it usually makes.</summary>
    public int UsualOutputs { get; init; } = 1;

    /// <summary>What can be noted there beside the weights.</summary>
    public IReadOnlyList<Measure> Measures { get; init; } = [Measure.Plucked];

    /// <summary>Typical range of the yield by class, where the class decides it.</summary>
    public Func<FleeceClass?, Span>? YieldByClass { get; init; }

    /// <summary>Typical range of the yield of what has been through it already, where that is another: fibre that is washed again. Null where
    /// it is the same.</summary>
    public Span? TypicalAgain { get; init; }

    /// <summary>False where a forecast does not count its yield: what little goes there is no part of the craft.</summary>
    public bool YieldIsForecast { get; init; } = true;

    /// <summary>True where what comes out is what went in, only parted, put together or changed without changing its form.</summary>
    public bool KeepsForm { get; init; }

    /// <summary>True where only fibre is moved between bags: what a lot is stays the same.</summary>
    public bool OnlyMoves { get; init; }

    /// <summary>True where unlike fibres may go in together: so they are blended.</summary>
    public bool Blends { get; init; }

    /// <summary>The fibres it is for, null for all.</summary>
    public IReadOnlyList<Fibre>? Fibres { get; init; }

    /// <summary>What it adds, null when nothing.</summary>
    public UsualGain? UsualGain { get; init; }

    /// <summary>The forms to offer first, where what is usually made depends on what goes in.</summary>
    public Func<LotForm, Fibre, IReadOnlyList<LotForm>>? UsualGives { get; init; }

    /// <summary>How much of what goes in flies about and is never weighed, as a fraction, beside the losses that are (typical).</summary>
    public double FloorShare { get; init; } = UsualLoss.Floor;

    /// <summary>The rest that is kept as a lot or noted as a loss and is no waste: noil of combing. Null where there is none.</summary>
    public KeptRest? Rest { get; init; }

    /// <summary>Its typical pace, null where nobody stands at it.</summary>
    public Pace? TypicalPace => GramsPerHour is { } grams ? new Pace(grams, 0) : null;

    /// <summary>Forms that can be made of a lot, the usual first.</summary>
    /// <param name="form">What the lot is.</param>
    /// <param name="fibre">Its fibre.</param>
    public IReadOnlyList<LotForm> GivesOf(LotForm form, Fibre fibre) =>
        KeepsForm
            ? [form]
            :
            [
                .. (UsualGives?.Invoke(form, fibre) ?? [])
                    .Concat(Gives)
                    .Distinct()
                    .Where(f => Gives.Contains(f) && KeepsGrease(form, f, fibre)),
            ];

    // What is in the grease stays in the grease until it is washed. Steps that can make both, such as opening, make what goes in.
    private bool KeepsGrease(LotForm from, LotForm to, Fibre fibre) =>
        !Gives.Any(g => g.IsGreasy()) || to.IsGreasy() == (from.IsGreasy() && fibre.HasGrease());

    /// <summary>Whether it takes a lot.</summary>
    /// <param name="form">What the lot is.</param>
    /// <param name="fibre">Its fibre.</param>
    public bool CanTake(LotForm form, Fibre fibre) => Takes.Contains(form) && (Fibres is null || Fibres.Contains(fibre));

    /// <summary>What usually goes here and need not be weighed, for one entry.</summary>
    /// <param name="of">The class of what went in, null when not known.</param>
    /// <param name="own">The workshop's own yields of like fibre at this step.</param>
    /// <param name="taken">What went in, in reference mass.</param>
    /// <param name="made">The forms of what was made.</param>
    /// <param name="weighed">The losses that were weighed, in reference mass.</param>
    public UsualLoss UsualLossOf(
        FleeceClass? of,
        IReadOnlyCollection<double> own,
        Mass taken,
        IReadOnlyCollection<LotForm> made,
        IReadOnlyCollection<(LossKind Kind, Mass Mass)> weighed
    )
    {
        // Where the rest was kept or weighed, what is usual is held against both together; the step's own yields tell nothing of that.
        if (Rest is { } rest && (made.Contains(rest.Form) || weighed.Any(w => w.Kind == rest.As)))
        {
            var waste = weighed.Where(w => w.Kind != rest.As).ToArray();
            return UsualLoss.Of(rest.Waste, rest.Together, [], taken, Sum(waste), waste.Any(w => w.Kind == rest.Waste));
        }

        var typical = Typical(of);
        var kind = typical is null ? LossKind.Spilled : UsualLosses[0];
        return UsualLoss.Of(kind, typical, own, taken, Sum(weighed), weighed.Any(w => w.Kind == kind), FloorShare);
    }

    /// <summary>Whether a lot has been through it already and yields otherwise than one that has not.</summary>
    /// <param name="from">What the lot is.</param>
    public bool IsAgain(LotForm from) => TypicalAgain is not null && Gives.Contains(from);

    /// <summary>What a loss found by difference is held against, for one entry.</summary>
    /// <param name="kind">The kind that is found by difference.</param>
    /// <param name="from">What went in was.</param>
    /// <param name="of">The class of what went in, null when not known.</param>
    /// <param name="own">The workshop's own yields of like fibre at this step, of fibre that came to it for the first time.</param>
    /// <param name="taken">What went in, in reference mass.</param>
    /// <param name="made">The forms of what was made.</param>
    /// <returns>Null where the step loses nothing by itself.</returns>
    public UsualLoss? UsualDifferenceOf(
        LossKind kind,
        LotForm from,
        FleeceClass? of,
        IReadOnlyCollection<double> own,
        Mass taken,
        IReadOnlyCollection<LotForm> made
    ) =>
        Rest is { } rest && made.Contains(rest.Form) ? UsualLoss.OfDifference(kind, rest.Together, [], taken)
        : IsAgain(from) ? UsualLoss.OfDifference(kind, TypicalAgain!, [], taken)
        : Typical(of) is { } typical ? UsualLoss.OfDifference(kind, typical, own, taken)
        : null;

    private static Mass Sum(IEnumerable<(LossKind Kind, Mass Mass)> weighed) => Mass.FromGrams(weighed.Sum(w => w.Mass.Grams));

    /// <summary>Kept over taken as is typical for a class.</summary>
    /// <param name="of">The class, null when not known.</param>
    /// <returns>Null where the step loses nothing by itself.</returns>
    public Span? Typical(FleeceClass? of) => YieldByClass?.Invoke(of) ?? TypicalYield;
}
