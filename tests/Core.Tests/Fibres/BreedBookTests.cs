using EarthyTuft.Core.Fibres;
using Xunit;

namespace EarthyTuft.Core.Tests.Fibres;

public class BreedBookTests
{
    private static readonly BreedBook Book = new(
        [
            Of("Gotland", 27, 35, "Pälsfår"),
            Of("Wensleydale", 30, 36),
            Of("Bluefaced Leicester", 24, 28, "Hexham Leicester"),
            Of("Romney", 29, 36, "Kent"),
            Of("Merino", 17, 24),
        ],
        [Of("romney", 31, 33), Of("Our own cross", 25, 30)]
    );

    [Theory]
    [InlineData("Gotland")]
    [InlineData("  gotland ")]
    [InlineData("PALSFAR")]
    [InlineData("pälsfår")]
    public void A_breed_is_found_by_any_spelling_and_by_its_old_name(string name) => Assert.Equal("Gotland", Book.Find(name)!.Name);

    [Theory]
    [InlineData("blue-faced leicester", "Bluefaced Leicester")]
    [InlineData("wensledale", "Wensleydale")]
    [InlineData("Wenslydael", "Wensleydale")]
    [InlineData("mernio", "Merino")]
    [InlineData("hexam", "Bluefaced Leicester")]
    [InlineData("leic", "Bluefaced Leicester")]
    [InlineData("own", "Our own cross")]
    public void Slips_of_the_pen_are_understood(string typed, string breed) => Assert.Equal(breed, Book.Search(typed, 5)[0].Breed.Name);

    [Theory]
    [InlineData("xyzzy")]
    [InlineData("ab")]
    public void What_is_like_nothing_finds_nothing(string typed) => Assert.Empty(Book.Search(typed, 5));

    [Fact]
    public void Own_values_stand_before_the_general_ones()
    {
        Assert.Equal(31, Book.Find("Romney")!.Micron.Low);
        Assert.True(Book.All.Single(b => b.Breed.Name == "romney").IsOwn);
        Assert.Equal(6, Book.All.Count);
        // Its own values do not know the old name, so that is nobody's.
        Assert.Null(Book.Find("Kent"));
    }

    [Fact]
    public void Nothing_typed_shows_all() => Assert.Equal(Book.All.Count, Book.Search("", 100).Count);

    [Theory]
    [InlineData("", 20, 30)]
    [InlineData("A/B", 20, 30)]
    [InlineData("Upside down", 30, 20)]
    [InlineData("Too fine", 2, 20)]
    public void Values_that_cannot_be_are_refused(string name, double low, double high) =>
        Assert.True(Breed.Check(Of(name, low, high)).IsRefused);

    [Fact]
    public void Values_that_can_be_pass() => Assert.False(Breed.Check(Of("Shed sheep", 20, 30)).IsRefused);

    [Fact]
    public void A_cross_has_the_class_of_its_larger_part_and_the_envelope_of_both()
    {
        var cross = Parentage.Read("Merino 25 / Wensleydale 75", "breed").Value;
        Assert.Equal(FleeceClass.Medium, cross.Class(Book.Find));
        Assert.Equal(new Span(17, 36), cross.Envelope(Book.Find, b => b.Micron));
        Assert.Null(Parentage.Unknown.Class(Book.Find));
    }

    private static Breed Of(string name, double low, double high, params string[] aka) =>
        new(
            name,
            Fibre.Wool,
            FleeceClass.Medium,
            new(low, high),
            new(80, 120),
            Wave.Crimp,
            null,
            new(2, 4),
            new(0.5, 0.7),
            AlsoKnownAs: aka
        );
}
