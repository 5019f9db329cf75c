using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Ledger;

/// <summary>A hazard that belongs to a step, with the usual care (handbook section 18).</summary>
/// <param name="Hazard">What can hurt.</param>
/// <param name="Care">What people do about it.</param>
/// <param name="DefersTo">Who has the last word.</param>
public sealed record Caution(string Hazard, string Care, string DefersTo);

/// <summary>What is particular to one step: the rest is the same for all and lives in <see cref="StepDesk"/>.</summary>
/// <param name="Kind">The step.</param>
/// <param name="Takes">Forms it can start from.</param>
/// <param name="Gives">Forms it can make, the usual first.</param>
/// <param name="UsualLosses">Kinds of loss to offer, the usual first.</param>
/// <param name="ByDifference">The loss that is usually found by difference, null when nothing is.</param>
/// <param name="MayFindByDifference">False where a loss by difference makes no sense.</param>
/// <param name="UsualState">The state its outputs are usually weighed in.</param>
/// <param name="TypicalYield">Kept over taken, clean fibre, as fractions (handbook section 13); null where the class decides.</param>
/// <param name="Caution">The caution that stands at the step.</param>
/// <param name="YieldByClass">Where the class decides the yield: typical range by class.</param>
/// <param name="Fibres">The fibres it is for, null for all.</param>
/// <param name="UsualGain">What it adds, null when nothing.</param>
/// <param name="UsualGives">Where what is usually made depends on what goes in: the forms to offer first.</param>
/// <param name="KeepsForm">True where what comes out is what went in, only parted or put together.</param>
public sealed record StepDefinition(
    StepKind Kind,
    IReadOnlyList<LotForm> Takes,
    IReadOnlyList<LotForm> Gives,
    IReadOnlyList<LossKind> UsualLosses,
    LossKind? ByDifference,
    bool MayFindByDifference,
    WeighingState UsualState,
    Span? TypicalYield,
    Caution Caution,
    Func<FleeceClass?, Span>? YieldByClass = null,
    bool KeepsForm = false,
    IReadOnlyList<Fibre>? Fibres = null,
    GainKind? UsualGain = null,
    Func<LotForm, Fibre, IReadOnlyList<LotForm>>? UsualGives = null)
{
    /// <summary>Forms that can be made of a lot, the usual first.</summary>
    /// <param name="form">What the lot is.</param>
    /// <param name="fibre">Its fibre.</param>
    public IReadOnlyList<LotForm> GivesOf(LotForm form, Fibre fibre) => KeepsForm ? [form]
        : [.. (UsualGives?.Invoke(form, fibre) ?? []).Concat(Gives).Distinct().Where(f => Gives.Contains(f) && KeepsGrease(form, f, fibre))];

    // What is in the grease stays in the grease until it is washed. Steps that can make both, such as opening, make what goes in; cotton and silk have none.
    private bool KeepsGrease(LotForm from, LotForm to, Fibre fibre) =>
        !Gives.Any(g => g.IsGreasy()) || to.IsGreasy() == (from.IsGreasy() && fibre is not (Fibre.Cotton or Fibre.Silk or Fibre.Flax or Fibre.Hemp or Fibre.Ramie or Fibre.Jute));


    /// <summary>Whether it takes a lot.</summary>
    /// <param name="form">What the lot is.</param>
    /// <param name="fibre">Its fibre.</param>
    public bool CanTake(LotForm form, Fibre fibre) => Takes.Contains(form) && (Fibres is null || Fibres.Contains(fibre));

    /// <summary>Kept over taken as is typical for a class.</summary>
    /// <param name="of">The class, null when not known.</param>
    /// <returns>Null where the step loses nothing by itself.</returns>
    public Span? Typical(FleeceClass? of) => YieldByClass?.Invoke(of) ?? TypicalYield;
}
