namespace EarthyTuft.Core.Fibres;

/// <summary>The animals that fibre is shorn, combed or plucked from.</summary>
public enum AnimalKind
{
    /// <summary>Sheep.</summary>
    Sheep,

    /// <summary>Goat: mohair, cashmere, and what lies between.</summary>
    Goat,

    /// <summary>Alpaca.</summary>
    Alpaca,

    /// <summary>Llama.</summary>
    Llama,

    /// <summary>Yak.</summary>
    Yak,

    /// <summary>Camel.</summary>
    Camel,

    /// <summary>Musk ox.</summary>
    MuskOx,

    /// <summary>Rabbit.</summary>
    Rabbit,

    /// <summary>Horse.</summary>
    Horse,

    /// <summary>Anything else that somebody names as the source of fibre.</summary>
    Other,
}

/// <summary>Which animal a fibre is from.</summary>
public static class AnimalKinds
{
    /// <summary>The kind of animal that gives a fibre; <see cref="AnimalKind.Other"/> for silk, plant and man-made fibres.</summary>
    /// <param name="fibre">The fibre.</param>
    public static AnimalKind Animal(this Fibre fibre) =>
        fibre switch
        {
            Fibre.Wool => AnimalKind.Sheep,
            Fibre.Mohair or Fibre.Cashmere => AnimalKind.Goat,
            Fibre.Alpaca => AnimalKind.Alpaca,
            Fibre.Llama => AnimalKind.Llama,
            Fibre.Yak => AnimalKind.Yak,
            Fibre.Camel => AnimalKind.Camel,
            Fibre.MuskOx => AnimalKind.MuskOx,
            Fibre.Angora => AnimalKind.Rabbit,
            Fibre.Horsehair => AnimalKind.Horse,
            _ => AnimalKind.Other,
        };

    /// <summary>The fibres that a kind of animal gives.</summary>
    /// <param name="kind">The kind.</param>
    public static IReadOnlyList<Fibre> Fibres(this AnimalKind kind) => [.. Enum.GetValues<Fibre>().Where(f => f.Animal() == kind)];
}
