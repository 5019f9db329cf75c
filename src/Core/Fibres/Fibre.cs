namespace EarthyTuft.Core.Fibres;

/// <summary>The fibres of docs/craft.md, section 4.</summary>
public enum Fibre
{
    /// <summary>Sheep's wool.</summary>
    Wool,

    /// <summary>Angora goat.</summary>
    Mohair,

    /// <summary>Cashmere goat down.</summary>
    Cashmere,

    /// <summary>Alpaca.</summary>
    Alpaca,

    /// <summary>Llama.</summary>
    Llama,

    /// <summary>Yak down.</summary>
    Yak,

    /// <summary>Camel down.</summary>
    Camel,

    /// <summary>Musk ox down.</summary>
    MuskOx,

    /// <summary>Angora rabbit.</summary>
    Angora,

    /// <summary>Horsehair.</summary>
    Horsehair,

    /// <summary>Silk.</summary>
    Silk,

    /// <summary>Cotton.</summary>
    Cotton,

    /// <summary>Flax.</summary>
    Flax,

    /// <summary>Hemp.</summary>
    Hemp,

    /// <summary>Ramie, bleached.</summary>
    Ramie,

    /// <summary>Jute.</summary>
    Jute,

    /// <summary>Viscose.</summary>
    Viscose,

    /// <summary>Modal.</summary>
    Modal,

    /// <summary>Lyocell.</summary>
    Lyocell,

    /// <summary>Nylon (polyamide staple).</summary>
    Nylon,

    /// <summary>Polyester staple.</summary>
    Polyester,

    /// <summary>Acrylic.</summary>
    Acrylic,

    /// <summary>Acetate.</summary>
    Acetate,
}

/// <summary>How fibre was prepared, as far as the agreed moisture allowance cares.</summary>
public enum Preparation
{
    /// <summary>Carded, or not known.</summary>
    Carded,

    /// <summary>Combed.</summary>
    Combed,
}

/// <summary>What follows from a fibre.</summary>
public static class FibreTraits
{
    /// <summary>Shorn or combed from an animal with wax or grease on it, which only washing takes out. Silk, plant and man-made fibres have
    /// none.</summary>
    /// <param name="fibre">The fibre.</param>
    public static bool HasGrease(this Fibre fibre) =>
        fibre switch
        {
            Fibre.Wool
            or Fibre.Mohair
            or Fibre.Cashmere
            or Fibre.Alpaca
            or Fibre.Llama
            or Fibre.Yak
            or Fibre.Camel
            or Fibre.MuskOx
            or Fibre.Angora
            or Fibre.Horsehair => true,
            _ => false,
        };
}
