using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Web.Breeds;

/// <summary>A breed that the book does not know is asked about: most are slips of the pen, and a slip would be judged by no breed's figures
/// at all.</summary>
public static class BreedQuestions
{
    private const int MostMeant = 3;

    /// <summary>The question, null when every breed is known or the person says that it is meant as it is written.</summary>
    public static Refusal? Ask(Parentage parentage, BreedBook book, bool asWritten, string field)
    {
        if (asWritten || parentage.Shares.FirstOrDefault(s => book.Find(s.Breed) is null) is not { } unknown)
        {
            return null;
        }

        var meant = book.Search(unknown.Breed, MostMeant).Select(b => b.Breed.Name).ToArray();
        return new Refusal(
            field,
            "unknown-breed",
            meant.Length == 0
                ? $"The book has no breed called {unknown.Breed}. Take it as it is written, or write another."
                : $"The book has no breed called {unknown.Breed}. Did you mean {string.Join(" or ", meant)}?",
            [.. meant.Select(name => new Parentage([.. parentage.Shares.Select(s => s == unknown ? s with { Breed = name } : s)]).Write())]
        );
    }
}
