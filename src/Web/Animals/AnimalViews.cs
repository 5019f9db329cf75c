using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Animals;

/// <summary>What is noted of an animal; a new one needs only name and kind.</summary>
/// <param name="Version">As the person saw it; another one meanwhile answers 409. Nothing for a new one.</param>
public sealed record AnimalRequest(
    [property: StringLength(200)] string Name,
    AnimalKind Kind,
    [property: StringLength(200)] string? Breed = null,
    DateOnly? Born = null,
    [property: StringLength(60)] string? Colour = null,
    [property: StringLength(2000)] string? Notes = null,
    uint? Version = null
);

/// <summary>The animal that another one turned out to be.</summary>
public sealed record MergeRequest(Guid Into);

/// <summary>An animal in the list.</summary>
/// <param name="Clips">How many of its clips came in.</param>
/// <param name="LastShorn">When the newest was shorn or came in.</param>
public sealed record AnimalLine(
    Guid Id,
    string Name,
    AnimalKind Kind,
    string Breed,
    string Colour,
    DateOnly? Born,
    int Clips,
    DateOnly? LastShorn
);

/// <summary>Some animals by name.</summary>
/// <param name="Next">Where the list goes on, null at its end.</param>
public sealed record AnimalList(IReadOnlyList<AnimalLine> Animals, string? Next);

/// <summary>What came of a clip in one form.</summary>
public sealed record ClipProductView(LotForm Form, MassFigure Mass, NumberFigure Yield);

/// <summary>A clip of an animal.</summary>
/// <param name="On">When it was shorn; when it came in where that is not known.</param>
/// <param name="ShornOn">When it was shorn, null when not known.</param>
/// <param name="Came">What it weighed when it came in, null when that cannot be told.</param>
/// <param name="Age">How old the animal was, null when that is not known.</param>
/// <param name="Growth">Months since the clip before, null for the first and where a day is not known.</param>
/// <param name="Left">What is left of it as it came in, null when nothing is.</param>
public sealed record ClipView(
    Guid LotId,
    string Code,
    LotForm Form,
    DateOnly On,
    DateOnly? ShornOn,
    MassFigure? Came,
    string? Age,
    string? Growth,
    string? Staple,
    IReadOnlyList<ClipProductView> Products,
    MassFigure? Left
);

/// <summary>A name that leads to an animal.</summary>
public sealed record MergedAnimal(Guid Id, string Name);

/// <summary>A change of what is noted of an animal.</summary>
public sealed record AnimalChange(string What, string From, string To, string Who, DateTimeOffset At);

/// <summary>An animal with its clips, the newest first.</summary>
/// <param name="Earlier">How many clips are older than those told.</param>
/// <param name="Merged">Names that turned out to be this animal's.</param>
public sealed record AnimalCard(
    Guid Id,
    uint Version,
    string Name,
    AnimalKind Kind,
    string Breed,
    DateOnly? Born,
    string? Age,
    string Colour,
    string Notes,
    IReadOnlyList<ClipView> Clips,
    int Earlier,
    IReadOnlyList<MergedAnimal> Merged,
    IReadOnlyList<AnimalChange> Changes
);
