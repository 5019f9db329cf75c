using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Tools;

/// <summary>How much fibre goes on the tines at once, and how high it stands on them (docs/craft.md, section 10).</summary>
public static class CombLoad
{
    /// <summary>Each transfer makes the same fibre stand higher by this factor.</summary>
    public const double Swells = 1.25;

    /// <summary>A load at the upper end of the guide fills the tines to here as it is lashed on.</summary>
    public const double Half = 0.5;

    /// <summary>Grams on a centimetre of width that a row count takes, typically.</summary>
    /// <param name="rows">Rows of tines, at least one.</param>
    public static Span PerCentimetre(int rows) =>
        rows switch
        {
            <= 1 => new(0.3, 0.5),
            2 => new(0.5, 0.9),
            // Between what is told of two rows and of four.
            3 => new(1.0, 1.7),
            _ => new(1.5, 3),
        };

    /// <summary>What the tines take, from and to, in grams.</summary>
    /// <param name="tines">The tines.</param>
    public static Span Guide(Tines tines)
    {
        var each = PerCentimetre(tines.Rows);
        return new Span(each.Low * tines.WidthCentimetres, each.High * tines.WidthCentimetres);
    }

    /// <summary>What is typical: the middle of the guide, fine wool its lower end, down and silk half of that.</summary>
    /// <param name="tines">The tines.</param>
    /// <param name="of">The fibre's class, null when not known.</param>
    public static LoadSize Typical(Tines tines, FleeceClass? of)
    {
        var guide = Guide(tines);
        return new LoadSize(
            of.IsShortAndFine() ? guide.Low / 2
                : of is FleeceClass.Fine ? guide.Low
                : guide.Middle,
            0
        );
    }

    /// <summary>How far a load fills the tines: 1 is to their points.</summary>
    /// <param name="grams">The load, zero or more.</param>
    /// <param name="fullGrams">The most that goes on these tines, above zero: it fills them half.</param>
    /// <param name="transfers">Zero or more.</param>
    public static double Fill(double grams, double fullGrams, int transfers) => Half * grams / fullGrams * Math.Pow(Swells, transfers);
}
