using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Animals;

/// <summary>What is noted of an animal.</summary>
/// <param name="Name">1 to 80 characters; within a workshop one name and kind is one animal.</param>
/// <param name="Kind">Sheep, goat and so on.</param>
/// <param name="Breed">A breed or a cross as it is written; empty when not known.</param>
/// <param name="Born">The day, null when not known.</param>
/// <param name="Colour">Its colour in words; empty when not noted.</param>
/// <param name="Notes">Whatever else; empty for nothing.</param>
public sealed record AnimalFacts(string Name, AnimalKind Kind, string Breed, DateOnly? Born, string Colour, string Notes);

/// <summary>What can be said of animals, and which two can be one.</summary>
public static class AnimalRules
{
    /// <summary>The longest name, in characters.</summary>
    public const int LongestName = 80;

    /// <summary>The earliest year that a birth or a clip is believed of.</summary>
    private static readonly DateOnly Earliest = new(1950, 1, 1);

    /// <summary>Checks what is noted of an animal.</summary>
    /// <param name="facts">What somebody typed.</param>
    /// <param name="today">The workshop's day.</param>
    /// <param name="firstShorn">When its first clip was shorn, null when that is not known.</param>
    /// <returns>The facts tidied, or refusals of <c>name</c>, <c>breed</c> and <c>born</c>: no name, a birth to come, or one after the
    /// first clip.</returns>
    public static Result<AnimalFacts> Check(AnimalFacts facts, DateOnly today, DateOnly? firstShorn)
    {
        var refusals = new List<Refusal>();
        var name = Tidy(facts.Name);
        if (name.Length is 0 or > LongestName)
        {
            refusals.Add(new Refusal("name", "name", $"An animal has a name of 1 to {LongestName} characters."));
        }

        var breed = Parentage.Read(facts.Breed, "breed");
        refusals.AddRange(breed.Refusals);
        if (facts.Born is { } born)
        {
            if (born > today)
            {
                refusals.Add(new Refusal("born", "future", "It is not born yet on that day."));
            }
            else if (born < Earliest)
            {
                refusals.Add(new Refusal("born", "too-early", $"Before {Earliest.Year} nothing here was born: is the year right?"));
            }
            else if (firstShorn < born)
            {
                refusals.Add(
                    new Refusal(
                        "born",
                        "after-clip",
                        FormattableString.Invariant(
                            $"It was shorn on {firstShorn:yyyy-MM-dd}, before that day: set the clip's day right, or this one."
                        )
                    )
                );
            }
        }

        return refusals.Count > 0
            ? Result<AnimalFacts>.Refused(refusals)
            : facts with
            {
                Name = name,
                Breed = breed.Value.Write(),
                Colour = facts.Colour.Trim(),
                Notes = facts.Notes.Trim(),
            };
    }

    /// <summary>Whether two that were noted apart can be one animal.</summary>
    /// <param name="gone">The one whose name is to lead to the other.</param>
    /// <param name="kept">The one that stays.</param>
    /// <returns>Null when they can; a refusal of <c>into</c> for one with itself, and for two kinds.</returns>
    public static Refusal? Merge((Guid Id, string Name, AnimalKind Kind) gone, (Guid Id, string Name, AnimalKind Kind) kept) =>
        gone.Id == kept.Id ? new Refusal("into", "itself", $"{gone.Name} is {gone.Name} already: choose the other one.")
        : gone.Kind != kept.Kind ? new Refusal("into", "kind", $"{gone.Name} and {kept.Name} are of different kinds: no clip is of both.")
        : null;

    /// <summary>A name as it is kept: without room around it, and one blank between words.</summary>
    /// <param name="name">As somebody typed it.</param>
    public static string Tidy(string name) => string.Join(' ', name.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
}
