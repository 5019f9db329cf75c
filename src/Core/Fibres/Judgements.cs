using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Fibres;

/// <summary>How sure it is what a fleece is.</summary>
public enum Content
{
    /// <summary>Nobody can tell.</summary>
    Unknown,

    /// <summary>The seller says so.</summary>
    Claimed,

    /// <summary>Seen on the animal, or from a grower who knows.</summary>
    Certain,
}

/// <summary>How it feels in the hand.</summary>
public enum Handle
{
    /// <summary>Silky.</summary>
    Silky,

    /// <summary>Soft.</summary>
    Soft,

    /// <summary>Kind, neither soft nor rough.</summary>
    Kind,

    /// <summary>Crisp.</summary>
    Crisp,

    /// <summary>Harsh.</summary>
    Harsh,
}

/// <summary>What a squeezed handful does.</summary>
public enum Spring
{
    /// <summary>Jumps back.</summary>
    Lively,

    /// <summary>Comes back slowly.</summary>
    Some,

    /// <summary>Stays down.</summary>
    Limp,
}

/// <summary>Shine.</summary>
public enum Lustre
{
    /// <summary>Mirrors the light in streaks.</summary>
    Bright,

    /// <summary>A sheen.</summary>
    Sheen,

    /// <summary>None.</summary>
    Matt,

    /// <summary>Dull like chalk.</summary>
    Chalky,
}

/// <summary>Whether a lock holds when it is snapped.</summary>
public enum Soundness
{
    /// <summary>Holds and rings.</summary>
    Sound,

    /// <summary>Gives way here and there.</summary>
    Tender,

    /// <summary>Gives way at one place across the whole fleece.</summary>
    Break,
}

/// <summary>The weathered ends.</summary>
public enum Tips
{
    /// <summary>As good as the rest.</summary>
    Whole,

    /// <summary>Faded or dry, but they hold.</summary>
    Weathered,

    /// <summary>They break off singly.</summary>
    Brittle,

    /// <summary>Stuck together.</summary>
    Matted,
}

/// <summary>Whether the fleece falls into locks.</summary>
public enum LockStructure
{
    /// <summary>Every lock lifts out whole.</summary>
    Distinct,

    /// <summary>Locks can be found.</summary>
    Loose,

    /// <summary>A blocky mass without locks.</summary>
    Blocky,

    /// <summary>Grown together.</summary>
    Matted,
}

/// <summary>How much a fleece differs from place to place.</summary>
public enum Evenness
{
    /// <summary>Hardly.</summary>
    Even,

    /// <summary>The britch is clearly coarser.</summary>
    Graded,

    /// <summary>Everywhere.</summary>
    Uneven,
}

/// <summary>How much of something there is.</summary>
public enum HowMuch
{
    /// <summary>None to speak of.</summary>
    None,

    /// <summary>A little.</summary>
    Little,

    /// <summary>Some.</summary>
    Some,

    /// <summary>Much.</summary>
    Much,
}

/// <summary>Colour as it will be when washed.</summary>
public enum FleeceColour
{
    /// <summary>White.</summary>
    White,

    /// <summary>Cream, or a stain that does not wash out.</summary>
    Cream,

    /// <summary>Grey.</summary>
    Grey,

    /// <summary>Fawn to brown.</summary>
    Brown,

    /// <summary>Black.</summary>
    Black,

    /// <summary>Several colours in one fleece.</summary>
    Mixed,
}

/// <summary>One coat or two.</summary>
public enum Coat
{
    /// <summary>One kind of fibre.</summary>
    Single,

    /// <summary>A long outer coat over a short soft one.</summary>
    Double,

    /// <summary>With short chalky hairs that will not dye.</summary>
    Kempy,
}

/// <summary>How readily a fleece felts.</summary>
public enum FeltingGrade
{
    /// <summary>Not at all.</summary>
    No,

    /// <summary>Little.</summary>
    Little,

    /// <summary>Slowly.</summary>
    Slowly,

    /// <summary>Moderately.</summary>
    Moderately,

    /// <summary>Readily.</summary>
    Readily,
}

/// <summary>What a person judged of a fleece with eye and finger; null stands for "don't know", which is an answer.</summary>
/// <param name="Handle">How it feels.</param>
/// <param name="Spring">What a squeezed handful does.</param>
/// <param name="Lustre">Shine.</param>
/// <param name="Soundness">Whether a lock holds.</param>
/// <param name="Tips">The weathered ends.</param>
/// <param name="LockStructure">Whether it falls into locks.</param>
/// <param name="Evenness">How much it differs from place to place.</param>
/// <param name="Coat">One coat or two.</param>
/// <param name="Wax">Grease.</param>
/// <param name="Dirt">Dirt and sand.</param>
/// <param name="VegetableMatter">Hay, seed, burr, straw.</param>
/// <param name="Colour">Colour as it will be when washed.</param>
public sealed record Judgements(
    Handle? Handle = null,
    Spring? Spring = null,
    Lustre? Lustre = null,
    Soundness? Soundness = null,
    Tips? Tips = null,
    LockStructure? LockStructure = null,
    Evenness? Evenness = null,
    Coat? Coat = null,
    HowMuch? Wax = null,
    HowMuch? Dirt = null,
    HowMuch? VegetableMatter = null,
    FleeceColour? Colour = null
);

/// <summary>Everything that is known of a fleece when someone decides what it is for.</summary>
/// <param name="Class">Its class, null when not known.</param>
/// <param name="Fibre">Its fibre.</param>
/// <param name="Micron">Fibre diameter in micrometres: the breed's usual range, or a point where it was measured; null when not
/// known.</param>
/// <param name="StapleMillimetres">Mean staple length of its locks, null when none was measured.</param>
/// <param name="CvPercent">Coefficient of variation of the lengths, null for fewer than two locks.</param>
/// <param name="Wave">Kind of wave, null when not known.</param>
/// <param name="Judged">What eye and finger said.</param>
/// <param name="Felts">How readily it felts, null when not known.</param>
public sealed record FleeceFacts(
    FleeceClass? Class,
    Fibre Fibre,
    Span? Micron,
    double? StapleMillimetres,
    double? CvPercent,
    Wave? Wave,
    Judgements Judged,
    FeltingGrade? Felts = null
)
{
    /// <summary>Whether there is or was a fleece here to lift locks from; not where fibre came in prepared.</summary>
    public bool HasLocks { get; init; } = true;

    /// <summary>What lengths are told in.</summary>
    public LengthUnit Lengths { get; init; } = LengthUnit.Millimetre;

    /// <summary>Its staple as it is told: <c>112 mm</c>, <c>4.4 in</c>; empty where none was measured.</summary>
    public string Staple => StapleMillimetres is { } staple ? Told(staple) : "";

    /// <summary>A length as it is told.</summary>
    /// <param name="millimetres">Zero or more.</param>
    public string Told(double millimetres) => Length.FromMillimetres(millimetres).Write(Lengths);

    /// <summary>Where <see cref="Felts"/> comes from: yours where it was tested.</summary>
    public Provenance FeltsFrom { get; init; } = Provenance.Typical;

    /// <summary>Two coats, judged or usual for the class.</summary>
    public bool IsDoubleCoated =>
        Judged.Coat is { } coat ? coat == Coat.Double : Class is FleeceClass.Double or FleeceClass.Cashmere or FleeceClass.Undercoat;

    /// <summary>Down that has to be parted from hair, by class.</summary>
    public bool HasGuardHair => IsDoubleCoated || Class is FleeceClass.Cashmere or FleeceClass.Undercoat;

    /// <summary>Holds no longer everywhere.</summary>
    public bool IsWeak => Judged.Soundness is Soundness.Tender or Soundness.Break;

    /// <summary>Fibre diameter to decide by: the middle of what is known, of the undercoat where there are two coats.</summary>
    public double? DecidingMicron => Micron is { } micron ? micron.Middle : null;
}
