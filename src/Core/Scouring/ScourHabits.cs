using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Core.Scouring;

/// <summary>What is usual for a kind of wool: one table (docs/craft.md, sections 6 and 13, typical).</summary>
/// <param name="Celsius">Usual bath, from hand-hot to hot.</param>
/// <param name="Washes">Baths with an agent where the wax is what the class usually has.</param>
/// <param name="WaxPercent">Wax in percent of raw.</param>
internal sealed record ScourHabits(Span Celsius, int Washes, Span WaxPercent)
{
    /// <summary>By class; an unknown wool is taken as a medium one.</summary>
    /// <param name="of">The class, null when not known.</param>
    public static ScourHabits Of(FleeceClass? of) =>
        of switch
        {
            FleeceClass.Fine => new(new(60, 65), 3, new(10, 25)),
            FleeceClass.Medium => new(new(55, 60), 2, new(8, 14)),
            FleeceClass.Down => new(new(55, 60), 2, new(6, 12)),
            FleeceClass.Long or FleeceClass.Hill or FleeceClass.Double => new(new(50, 55), 2, new(3, 8)),
            FleeceClass.Mohair => new(new(50, 55), 2, new(4, 8)),
            FleeceClass.Camelid => new(new(40, 45), 1, new(1, 3)),
            FleeceClass.Cashmere or FleeceClass.Undercoat => new(new(45, 50), 1, new(2, 6)),
            FleeceClass.Angora => new(new(35, 40), 1, new(0, 1)),
            FleeceClass.Silk => new(new(40, 45), 1, new(0, 1)),
            FleeceClass.Plant => new(new(50, 60), 1, new(0, 1)),
            _ => new(new(55, 60), 2, new(6, 14)),
        };

    /// <summary>Wax from light (0) to heavy (2): as somebody saw it, else as the class usually has it.</summary>
    /// <param name="seen">What was seen.</param>
    public int Level(HowMuch? seen) =>
        seen switch
        {
            HowMuch.None or HowMuch.Little => 0,
            HowMuch.Some => 1,
            HowMuch.Much => 2,
            _ => WaxPercent.Middle > 13 ? 2
            : WaxPercent.Middle > 6 ? 1
            : 0,
        };

    /// <summary>Agent for a kilogram of greasy wool by level of wax, in grams of a wool wash.</summary>
    /// <param name="level">0 to 2.</param>
    public static Span Dose(int level) =>
        level switch
        {
            0 => new(10, 15),
            1 => new(20, 30),
            _ => new(35, 50),
        };

    /// <summary>How the agent is shared over the baths: the first gets the most.</summary>
    /// <param name="washes">How many baths.</param>
    public static double[] Shares(int washes)
    {
        double[] weights = [.. Enumerable.Range(0, washes).Select(i => Math.Pow(0.6, i))];
        return [.. weights.Select(w => w / weights.Sum())];
    }
}
