using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>A lot as the desk needs to know it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Code">What is written on its bag.</param>
/// <param name="Form">What it is.</param>
/// <param name="Composition">What it is made of.</param>
/// <param name="CleanYield">Clean fibre expected of it in the grease.</param>
/// <param name="Left">What is left of it, null when that cannot be told.</param>
/// <param name="Since">When it last changed.</param>
/// <param name="UsedUp">Whether nothing is left.</param>
/// <param name="Reserve">Part of it that is kept for a project, null when none is.</param>
public sealed record SourceLot(
    Guid Id, string Code, LotForm Form, Composition Composition, Span CleanYield, LinearForm? Left, DateTimeOffset Since, bool UsedUp, Reserve? Reserve = null)
{
    /// <summary>What a weighing of it is made of.</summary>
    public Nature Nature => Nature.Of(Composition, Form, CleanYield);

    /// <summary>Its fibre; of a blend that of the largest part.</summary>
    public Fibre Fibre => Composition.Main;
}

/// <summary>Part of a lot that is kept for a project.</summary>
/// <param name="Mass">How much, in reference mass, above zero.</param>
/// <param name="For">What for.</param>
public sealed record Reserve(Mass Mass, string For);

/// <summary>Takes from a lot.</summary>
/// <param name="Lot">The lot.</param>
/// <param name="Weighing">What was taken, null for "all that is left, not weighed again".</param>
/// <param name="All">Nothing was left afterwards.</param>
public sealed record Taking(SourceLot Lot, Weighing? Weighing, bool All);
