using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Combing;

/// <summary>What happens at the combs.</summary>
public abstract record CombEvent;

/// <summary>All fibre went over to the other comb.</summary>
public sealed record FibreTransferred : CombEvent;

/// <summary>A load was drawn off; the next one is lashed on.</summary>
/// <param name="TopGrams">Its top, null where it was not weighed.</param>
/// <param name="NoilGrams">What it left in the tines, null where that was not weighed.</param>
/// <param name="TypedTop">As it was typed; empty where it was not weighed.</param>
/// <param name="TypedNoil">As it was typed; empty where it was not weighed.</param>
public sealed record LoadCombed(double? TopGrams, double? NoilGrams, string TypedTop, string TypedNoil) : CombEvent;

/// <summary>Loads were counted at once.</summary>
/// <param name="Count">How many, at least one.</param>
public sealed record CombLoadsCounted(int Count) : CombEvent;

/// <summary>A load was weighed afterwards, or anew.</summary>
/// <param name="Load">The event by which it was noted.</param>
/// <param name="TopGrams">Null where it stays as it was.</param>
/// <param name="NoilGrams">Null where it stays as it was.</param>
/// <param name="TypedTop">As it was typed.</param>
/// <param name="TypedNoil">As it was typed.</param>
public sealed record CombLoadWeighed(Guid Load, double? TopGrams, double? NoilGrams, string TypedTop, string TypedNoil) : CombEvent;

/// <summary>What the last transfer left in the tines was weighed.</summary>
/// <param name="Grams">Zero or more.</param>
/// <param name="Loads">Of how many loads together.</param>
/// <param name="Typed">As it was typed.</param>
public sealed record TuftsWeighed(double Grams, int Loads, string Typed) : CombEvent;

/// <summary>Ends of draws, which carry what burrs were left, were weighed apart.</summary>
/// <param name="Grams">Above zero.</param>
/// <param name="Typed">As it was typed.</param>
public sealed record EndsKept(double Grams, string Typed) : CombEvent;

/// <summary>What lies on the floor was weighed: dirt, second cuts.</summary>
/// <param name="Grams">Above zero.</param>
/// <param name="Typed">As it was typed.</param>
public sealed record CombWasteWeighed(double Grams, string Typed) : CombEvent;

/// <summary>A measured length of top was weighed.</summary>
/// <param name="Metres">Above zero.</param>
/// <param name="Grams">Above zero.</param>
/// <param name="Typed">As it was typed.</param>
public sealed record SliverWeighed(double Metres, double Grams, string Typed) : CombEvent;

/// <summary>Nests were counted and one of them was weighed.</summary>
/// <param name="Count">At least one.</param>
/// <param name="OneGrams">Null where none was weighed.</param>
/// <param name="Typed">As it was typed.</param>
public sealed record NestsCounted(int Count, double? OneGrams, string Typed) : CombEvent;

/// <summary>All fibre goes over to the other comb.</summary>
/// <param name="At">When; left out for now.</param>
public sealed record TransferFibre(DateTimeOffset? At = null) : RunCommand(At);

/// <summary>A load is drawn off.</summary>
/// <param name="Top">As typed; left out where nobody weighs it.</param>
/// <param name="Noil">As typed; left out where nobody weighs it.</param>
/// <param name="At">When; left out for now.</param>
public sealed record CombOneLoad(string? Top = null, string? Noil = null, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>So many loads more, counted at the end.</summary>
/// <param name="Count">How many.</param>
/// <param name="At">When; left out for now.</param>
public sealed record CountCombLoads(int Count, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>The weights of a load that was noted without them, or with wrong ones.</summary>
/// <param name="Load">The event by which the load was noted.</param>
/// <param name="Top">As typed; left out where it stays.</param>
/// <param name="Noil">As typed; left out where it stays.</param>
/// <param name="At">When; left out for now.</param>
public sealed record WeighCombLoad(Guid Load, string? Top = null, string? Noil = null, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>What the last transfer left in the tines.</summary>
/// <param name="Mass">As typed.</param>
/// <param name="Loads">Of how many loads together.</param>
/// <param name="At">When; left out for now.</param>
public sealed record WeighTufts(string Mass, int Loads = 1, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>Ends of draws, kept apart.</summary>
/// <param name="Mass">As typed.</param>
/// <param name="At">When; left out for now.</param>
public sealed record KeepEnds(string Mass, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>What lies on the floor.</summary>
/// <param name="Mass">As typed.</param>
/// <param name="At">When; left out for now.</param>
public sealed record WeighCombWaste(string Mass, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>A measured length of top.</summary>
/// <param name="Metres">How long it is.</param>
/// <param name="Mass">What it weighs, as typed.</param>
/// <param name="At">When; left out for now.</param>
public sealed record WeighSliver([property: Unit("m", "length of it")] double Metres, string Mass, DateTimeOffset? At = null)
    : RunCommand(At);

/// <summary>Nests, and what one of them weighs.</summary>
/// <param name="Count">How many.</param>
/// <param name="Mass">As typed; left out where none was weighed.</param>
/// <param name="At">When; left out for now.</param>
public sealed record CountNests(int Count, string? Mass = null, DateTimeOffset? At = null) : RunCommand(At);
