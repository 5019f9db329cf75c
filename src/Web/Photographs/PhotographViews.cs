using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Photographs;

namespace EarthyTuft.Web.Photographs;

/// <summary>What a photograph is of.</summary>
public enum PhotographOf
{
    Lot,
    Entry,
    Run,
    Sample,
}

/// <summary>A photograph; its pictures are asked for by its id.</summary>
/// <param name="Of">What it was put on.</param>
/// <param name="OfId">Which.</param>
/// <param name="Width">In dots.</param>
/// <param name="Height">In dots.</param>
public sealed record PhotographView(
    Guid Id,
    PhotographOf Of,
    Guid OfId,
    string Caption,
    int Width,
    int Height,
    DateTimeOffset AddedAt,
    string Who
);

/// <summary>Photographs, the newest first.</summary>
/// <param name="After">Where the list goes on; null at its end.</param>
public sealed record PhotographList(IReadOnlyList<PhotographView> Photographs, string? After);

/// <summary>What is written under a photograph.</summary>
public sealed record CaptionRequest([property: StringLength(PhotographRow.LongestCaption)] string Caption);

/// <summary>A main colour of a picture, with what stands for it.</summary>
/// <param name="Colour">As a code.</param>
/// <param name="Percent">Of the picture's area.</param>
/// <param name="Nearest">The own lot that is nearest in colour; null where no lot has its colour noted.</param>
/// <param name="IsLacking">Nothing comes near enough to stand for it.</param>
/// <param name="Sentence">What stands for it, or what is lacking, in words.</param>
public sealed record PictureColourView(string Colour, double Percent, MatchedLot? Nearest, bool IsLacking, string Sentence);

/// <summary>An own lot whose colour comes near.</summary>
/// <param name="Colour">As it is noted there.</param>
/// <param name="Shade">That as a code.</param>
public sealed record MatchedLot(Guid Id, string Code, LotForm Form, string Colour, string Shade);

/// <summary>A share of a recipe by a picture.</summary>
/// <param name="Percent">Whole, and all of them are 100.</param>
public sealed record RecipeShare(Guid LotId, string Code, int Percent);

/// <summary>The main colours of a picture, the largest first.</summary>
/// <param name="Recipe">What is not lacking, in shares that make 100.</param>
/// <param name="Repeat">An order of strips with these shares: the place of each strip's colour in the list, from 0.</param>
/// <param name="Sentence">What was found and what is lacking.</param>
public sealed record PictureColours(
    IReadOnlyList<PictureColourView> Colours,
    IReadOnlyList<RecipeShare> Recipe,
    IReadOnlyList<int> Repeat,
    string Sentence
);
