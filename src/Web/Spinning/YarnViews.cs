using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Web.Spinning;

/// <summary>A figure of a yarn with its name.</summary>
/// <param name="Name">What it is.</param>
/// <param name="Text">With its unit.</param>
/// <param name="From">Where it comes from.</param>
/// <param name="Working">How it was worked out; null for what was read.</param>
public sealed record YarnFigure(string Name, string Text, Provenance From, Working? Working = null);

/// <summary>A yarn measured once.</summary>
/// <param name="Words">What was read.</param>
/// <param name="WithdrawnBy">Who took it back as a slip; null where it counts.</param>
public sealed record YarnReadingView(Guid Id, DateTimeOffset At, string Who, string Words, string? WithdrawnBy);

/// <summary>Another yarn of the same fleece beside this one.</summary>
/// <param name="Code">Its lot.</param>
/// <param name="Sentence">How it differs, and what to do with both.</param>
/// <param name="Tex">Its grist, for drawing; null when not known.</param>
/// <param name="Differs">So that it is seen in one thing.</param>
public sealed record YarnBeside(string Code, string Sentence, double? Tex, bool Differs);

/// <summary>A lot of yarn: what was measured of it, and what follows.</summary>
/// <param name="Yarn">As it is drawn; null where nobody read its wraps.</param>
/// <param name="Before">The same before the wash; null where that is not known.</param>
/// <param name="Aimed">The yarn that was wanted; null where it was not aimed at.</param>
/// <param name="Class">Its class; empty where nobody read its wraps.</param>
/// <param name="Figures">What is known of it.</param>
/// <param name="Sentences">What follows of it.</param>
/// <param name="Readings">The newest first, those that were withdrawn as well.</param>
/// <param name="Beside">Others of the same fleece and form.</param>
/// <param name="Tex">Its grist, for drawing; null when not known.</param>
/// <param name="SpunFrom">The prepared lot that it was spun from; null where that is not known.</param>
/// <param name="IsFinished">Washed and at rest, so that how it was finished and how it hangs can be told.</param>
/// <param name="Becomes">Of singles whose grist is known: every structure they could become, and the skeins that were really made so. Else
/// empty.</param>
public sealed record YarnPage(
    YarnShape? Yarn,
    YarnShape? Before,
    YarnShape? Aimed,
    string Class,
    IReadOnlyList<YarnFigure> Figures,
    IReadOnlyList<string> Sentences,
    IReadOnlyList<YarnReadingView> Readings,
    IReadOnlyList<YarnBeside> Beside,
    double? Tex,
    bool IsFinished,
    string? SpunFrom,
    IReadOnlyList<BecomesView> Becomes
);
