using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Tools;

namespace EarthyTuft.Core.Combing;

/// <summary>What does not suit between combs and fibre.</summary>
public enum CombCaution
{
    /// <summary>Shorter than fibre that is combed.</summary>
    StapleShort,

    /// <summary>Down, silk or plant fibre: combs hold it badly.</summary>
    ShortAndFine,

    /// <summary>Tender, or with a break: it tears, and half of it becomes noil.</summary>
    Tender,

    /// <summary>Wax was left in the wash: it drags.</summary>
    WaxLeft,

    /// <summary>More than half the tines take.</summary>
    Overload,

    /// <summary>It would stand above the points before the last transfer.</summary>
    AboveThePoints,
}

/// <summary>What is known of fibre that is to be combed.</summary>
/// <param name="Class">Null when not known.</param>
/// <param name="StapleMillimetres">Null when nobody measured.</param>
/// <param name="IsTender">A lock of it was found tender, or with a break.</param>
/// <param name="HasWaxLeft">After its wash somebody decided that wax is left in it.</param>
public sealed record CombFibre(FleeceClass? Class, double? StapleMillimetres, bool IsTender, bool HasWaxLeft);

/// <summary>Holds combs and fibre against each other. Never a refusal: what is on the combs is on the combs.</summary>
public static class CombFit
{
    /// <summary>What does not suit.</summary>
    /// <param name="fibre">What is known of it.</param>
    /// <param name="plan">As it is planned.</param>
    /// <param name="tines">The tines, null where they are not the workshop's.</param>
    public static IReadOnlyList<CombCaution> Cautions(CombFibre fibre, CombPlan plan, Tines? tines)
    {
        var full = tines is null ? (double?)null : CombLoad.Guide(tines).High;
        (CombCaution What, bool Holds)[] all =
        [
            (CombCaution.StapleShort, fibre.StapleMillimetres < CombingStation.ShortestMillimetres),
            (CombCaution.ShortAndFine, fibre.Class.IsShortAndFine()),
            (CombCaution.Tender, fibre.IsTender),
            (CombCaution.WaxLeft, fibre.HasWaxLeft),
            (CombCaution.Overload, plan.GramsPerLoad > full),
            (
                CombCaution.AboveThePoints,
                full is { } most && plan.GramsPerLoad <= most && CombLoad.Fill(plan.GramsPerLoad, most, plan.Transfers) > 1
            ),
        ];
        return [.. all.Where(c => c.Holds).Select(c => c.What)];
    }
}
