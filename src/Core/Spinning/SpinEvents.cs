using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>What is counted by taps while yarn is made.</summary>
public enum SpunTally
{
    /// <summary>New supply joined to the yarn.</summary>
    Joins,

    /// <summary>It broke.</summary>
    Breaks,

    /// <summary>Neps and lumps in it.</summary>
    Neps,

    /// <summary>Hairs picked out.</summary>
    Hairs,

    /// <summary>Bits of plants picked out.</summary>
    Bits,

    /// <summary>A little more was combed, to be spun at once.</summary>
    Combings,
}

/// <summary>How new supply is joined to the yarn.</summary>
public enum JoinWay
{
    /// <summary>Laid over the thinned-out end.</summary>
    LaidOver,

    /// <summary>Laid between the halves of an end that was split.</summary>
    SplitEnd,

    /// <summary>Wetted and rolled together until it felts.</summary>
    Rolled,

    /// <summary>Caught in the fold of a fibre that was laid round it.</summary>
    Folded,

    /// <summary>Knotted.</summary>
    Knotted,
}

/// <summary>What happens while yarn is made.</summary>
public abstract record SpinEvent;

/// <summary>How it is drawn was noted.</summary>
/// <param name="Draw">From then on, until another is noted.</param>
public sealed record DrawNoted(Draw Draw) : SpinEvent;

/// <summary>How the preparation is held was noted.</summary>
/// <param name="Holding">From then on, until another is noted.</param>
public sealed record HoldingNoted(Holding Holding) : SpinEvent;

/// <summary>A fresh ply-back was read.</summary>
/// <param name="Trial">As it was read, with the settings it was made with.</param>
/// <param name="Typed">The wraps as they were typed.</param>
/// <param name="Changed">What was another this time, or how it felt, in words; empty for nothing.</param>
public sealed record PlyBackRead(YarnTrial Trial, string Typed, string Changed) : SpinEvent;

/// <summary>Somebody sat down to it.</summary>
public sealed record HandsOn : SpinEvent;

/// <summary>And stopped.</summary>
public sealed record HandsOff : SpinEvent;

/// <summary>A bobbin or a cop was begun.</summary>
/// <param name="Direction">The twist it gets.</param>
/// <param name="Settings">Whorl, dial, pull, in words; empty where nothing was noted.</param>
/// <param name="Bobbin">Which of the wheel's bobbins; empty where nobody said.</param>
public sealed record BobbinBegun(TwistDirection Direction, string Settings, string Bobbin = "") : SpinEvent;

/// <summary>A bobbin, a cop or a skein is done.</summary>
/// <param name="Grams">Null where it was not weighed.</param>
/// <param name="Measured">What was measured of it.</param>
/// <param name="TypedMass">As it was typed; empty where it was not weighed.</param>
/// <param name="TypedWraps">As they were typed; empty where they were not read.</param>
public sealed record BobbinFilled(double? Grams, YarnMeasures Measured, string TypedMass, string TypedWraps) : SpinEvent;

/// <summary>Something was counted.</summary>
/// <param name="Of">What.</param>
/// <param name="Count">How often, zero or more.</param>
/// <param name="Metres">In so many metres; null where it was only counted.</param>
/// <param name="JoinedBy">Of joins how they were made; null where nobody said, and for anything else.</param>
public sealed record SpunCounted(SpunTally Of, int Count, double? Metres, JoinWay? JoinedBy = null) : SpinEvent;

/// <summary>It is left to rest, so that its twist calms down.</summary>
/// <param name="Hours">For so long.</param>
public sealed record RestBegun(double Hours) : SpinEvent;

/// <summary>The angle was read while it was plied.</summary>
/// <param name="Degrees">Above 0 and below 90.</param>
/// <param name="Treadles">For a length, with which it was plied; null where that was not noted.</param>
/// <param name="Millimetres">The length; null likewise.</param>
public sealed record PlyAngleRead(double Degrees, double? Treadles, double? Millimetres) : SpinEvent;

/// <summary>A fresh ply-back is read.</summary>
/// <param name="Wraps">In an inch, as typed: "14" or "13-14".</param>
/// <param name="Degrees">Left out where nobody read the angle.</param>
/// <param name="Treadles">It was spun with so many for a draw.</param>
/// <param name="DrawMillimetres">And with so long a draw.</param>
/// <param name="Changed">What was another this time.</param>
/// <param name="At">When; left out for now.</param>
/// <param name="Neps">Counted in it.</param>
/// <param name="Handle">How it feels.</param>
/// <param name="Mass">What a bit of it weighs, as typed: with its length it tells how lofty it is.</param>
/// <param name="Length">Of that bit, as typed.</param>
public sealed record ReadPlyBack(
    string? Wraps,
    double? Degrees = null,
    double? Treadles = null,
    [property: Unit("mm", "a draw")] double? DrawMillimetres = null,
    string? Changed = null,
    DateTimeOffset? At = null,
    int? Neps = null,
    string? Handle = null,
    string? Mass = null,
    string? Length = null
) : RunCommand(At);

/// <summary>Somebody sits down to it.</summary>
/// <param name="At">When; left out for now.</param>
public sealed record SitDown(DateTimeOffset? At = null) : RunCommand(At);

/// <summary>And stops.</summary>
/// <param name="At">When; left out for now.</param>
public sealed record StandUp(DateTimeOffset? At = null) : RunCommand(At);

/// <summary>A bobbin or a cop is begun.</summary>
/// <param name="Direction">The twist it gets.</param>
/// <param name="Settings">Whorl, dial, pull, in words.</param>
/// <param name="At">When; left out for now.</param>
/// <param name="Bobbin">Which of the wheel's bobbins.</param>
public sealed record BeginBobbin(TwistDirection Direction, string? Settings = null, DateTimeOffset? At = null, string? Bobbin = null)
    : RunCommand(At);

/// <summary>A bobbin, a cop or a skein is done.</summary>
/// <param name="Mass">As typed; left out where nobody weighs it now.</param>
/// <param name="Length">As typed: "166", "180 yd", "84 rounds".</param>
/// <param name="RoundMillimetres">Of the winder, where rounds are typed.</param>
/// <param name="Wraps">In an inch, as typed.</param>
/// <param name="Degrees">Its angle.</param>
/// <param name="At">When; left out for now.</param>
public sealed record FillBobbin(
    string? Mass = null,
    string? Length = null,
    double? RoundMillimetres = null,
    string? Wraps = null,
    double? Degrees = null,
    DateTimeOffset? At = null
) : RunCommand(At);

/// <summary>Something is counted.</summary>
/// <param name="Of">What.</param>
/// <param name="Count">How often.</param>
/// <param name="Metres">In so many metres; left out where it is only counted.</param>
/// <param name="At">When; left out for now.</param>
/// <param name="JoinedBy">Of joins: how they were made.</param>
public sealed record CountSpun(
    SpunTally Of,
    int Count = 1,
    [property: Unit("m", "in so much yarn")] double? Metres = null,
    DateTimeOffset? At = null,
    JoinWay? JoinedBy = null
) : RunCommand(At);

/// <summary>How it is drawn is noted.</summary>
/// <param name="Draw">Short or long.</param>
/// <param name="At">When; left out for now.</param>
public sealed record NoteDraw(Draw Draw, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>How the preparation is held is noted.</summary>
/// <param name="Holding">One of those in which it can be held.</param>
/// <param name="At">When; left out for now.</param>
public sealed record NoteHolding(Holding Holding, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>It is left to rest.</summary>
/// <param name="Hours">For so long.</param>
/// <param name="At">When; left out for now.</param>
public sealed record RestSingles(double Hours, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>The angle is read while it is plied.</summary>
/// <param name="Degrees">Above 0 and below 90.</param>
/// <param name="Treadles">It is plied with so many for a length.</param>
/// <param name="Millimetres">And with so long a length.</param>
/// <param name="At">When; left out for now.</param>
public sealed record ReadPlyAngle(
    double Degrees,
    double? Treadles = null,
    [property: Unit("mm", "wound on at once")] double? Millimetres = null,
    DateTimeOffset? At = null
) : RunCommand(At);
