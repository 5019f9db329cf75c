using EarthyTuft.Core.Animals;
using EarthyTuft.Core.Fibres;
using Xunit;

namespace EarthyTuft.Core.Tests.Animals;

public class AnimalRulesTests
{
    private static readonly DateOnly Today = new(2026, 5, 14);

    private static AnimalFacts Facts(string name, DateOnly? born = null, string breed = "") =>
        new(name, AnimalKind.Sheep, breed, born, " grey ", " ");

    [Fact]
    public void A_name_is_tidied_and_facts_are_trimmed()
    {
        var facts = AnimalRules.Check(Facts("  Old \t Peg "), Today, null).Value;
        Assert.Equal(("Old Peg", "grey", ""), (facts.Name, facts.Colour, facts.Notes));
    }

    [Theory]
    [InlineData("", null, null, "name/name")]
    [InlineData("   ", null, null, "name/name")]
    [InlineData("Peg", "2026-05-15", null, "born/future")]
    [InlineData("Peg", "0202-05-15", null, "born/too-early")]
    [InlineData("Peg", "2024-04-02", "2024-04-01", "born/after-clip")]
    [InlineData("Peg", "2024-04-01", "2024-04-01", null)]
    [InlineData("Peg", "2026-05-14", null, null)]
    public void What_cannot_be_is_refused_at_its_field(string name, string? born, string? shorn, string? refusal)
    {
        var check = AnimalRules.Check(
            Facts(name, born is null ? null : DateOnly.Parse(born)),
            Today,
            shorn is null ? null : DateOnly.Parse(shorn)
        );
        Assert.Equal(refusal, check.IsRefused ? string.Join(' ', check.Refusals.Select(r => $"{r.Field}/{r.Code}")) : null);
    }

    [Fact]
    public void A_name_has_at_most_eighty_characters_and_a_breed_has_to_read()
    {
        Assert.False(AnimalRules.Check(Facts(new string('a', 80)), Today, null).IsRefused);
        Assert.Equal("name", Assert.Single(AnimalRules.Check(Facts(new string('a', 81)), Today, null).Refusals).Field);
        Assert.Equal(
            "breed",
            Assert.Single(AnimalRules.Check(Facts("Peg", breed: "Gotland 50 / Wensleydale 70"), Today, null).Refusals).Field
        );
    }

    [Fact]
    public void Two_of_one_kind_can_be_one_but_none_is_merged_with_itself_or_with_another_kind()
    {
        var (a, b) = (Guid.NewGuid(), Guid.NewGuid());
        Assert.Null(AnimalRules.Merge((a, "Moly", AnimalKind.Sheep), (b, "Molly", AnimalKind.Sheep)));
        Assert.Equal("itself", AnimalRules.Merge((a, "Moly", AnimalKind.Sheep), (a, "Moly", AnimalKind.Sheep))?.Code);
        Assert.Equal("kind", AnimalRules.Merge((a, "Moly", AnimalKind.Sheep), (b, "Molly", AnimalKind.Goat))?.Code);
    }

    [Fact]
    public void Every_fibre_is_of_one_kind_of_animal_and_found_among_its_fibres()
    {
        Assert.All(Enum.GetValues<Fibre>(), f => Assert.Contains(f, f.Animal().Fibres()));
        Assert.Equal(AnimalKind.Goat, Fibre.Cashmere.Animal());
        Assert.Equal([Fibre.Mohair, Fibre.Cashmere], AnimalKind.Goat.Fibres());
        Assert.Equal(AnimalKind.Other, Fibre.Silk.Animal());
    }
}
