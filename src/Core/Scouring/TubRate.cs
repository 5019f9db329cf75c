using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>How a tub is known to cool: normal laws of two logarithms.</summary>
/// <param name="LogRate">
/// Middle and spread of the logarithm of its rate per minute in the middle of a soak (52 °C in air of 16 °C), evaporation included: what a
/// plain exponential through such a bath would show, and what a few readings tell well.
/// </param>
/// <param name="LogEvaporation">Middle and spread of the logarithm of its evaporation in kelvin (<see cref="WaterCooling"/>); few baths
/// tell it.</param>
/// <param name="Wanders">Draught, filling and stirring change on the way: how far the rate from now on may be from that of the readings so
/// far.</param>
/// <param name="Baths">Own baths behind it, zero when it is typical.</param>
public sealed record TubRate(Belief LogRate, Belief LogEvaporation, double Wanders, int Baths)
{
    /// <summary>An open tub: around 0.8 % of the difference a minute, a third less or half more, and 350 K of evaporation, a factor of two
    /// either way (typical).</summary>
    public static readonly TubRate Typical = new(new Belief(Math.Log(0.008), 0.5), new Belief(Math.Log(350), Math.Log(2)), 0.06, 0);

    /// <summary>A tub under a lid or under foam, where no draught comes: 100 K of evaporation, a factor of two either way
    /// (typical).</summary>
    public static readonly TubRate TypicalCovered = Typical with
    {
        LogEvaporation = new Belief(Math.Log(100), Math.Log(2)),
        Wanders = 0.01,
    };

    // One bath of a tub tells its next to about a fifth, and its evaporation to about a half; no tub is trusted closer than 8 %.
    private const double RateUnlike = 0.2,
        EvaporationUnlike = 0.5,
        Closest = 0.08;

    /// <summary>The rate in the middle of a soak, at its middle.</summary>
    public double PerMinute => Math.Exp(LogRate.Mean);

    /// <summary>The evaporation at its middle, in kelvin.</summary>
    public double Evaporation => Math.Exp(LogEvaporation.Mean);

    /// <summary>A bath of this tub, cooling as it is known to at its middle.</summary>
    /// <param name="celsius">At the start.</param>
    /// <param name="air">Of the air.</param>
    public WaterCooling Bath(double celsius, double air) =>
        new(celsius, air, PerMinute / WaterCooling.SoakFactor(Evaporation), Evaporation);

    /// <summary>What is typical of a tub.</summary>
    /// <param name="covered">It stands under a lid or under foam.</param>
    public static TubRate TypicalOf(bool covered) => covered ? TypicalCovered : Typical;

    /// <summary>
    /// What a tub's own baths teach: their mean stands against what is typical as it would against one bath of somebody else's. Lid,
    /// filling and draught differ each time, so their own spread counts the more, the more there are.
    /// </summary>
    /// <param name="ratesPerMinute">The rates of its baths in the middle of a soak, each above zero.</param>
    /// <param name="evaporations">The evaporation of those that told it, each above zero.</param>
    /// <param name="covered">It stands under a lid or under foam.</param>
    public static TubRate Of(
        IReadOnlyCollection<double> ratesPerMinute,
        IReadOnlyCollection<double>? evaporations = null,
        bool covered = false
    )
    {
        var typical = TypicalOf(covered);
        return new TubRate(
            Learned(typical.LogRate, ratesPerMinute, RateUnlike, Closest),
            Learned(typical.LogEvaporation, evaporations ?? [], EvaporationUnlike, EvaporationUnlike / 2),
            typical.Wanders,
            ratesPerMinute.Count
        );
    }

    private static Belief Learned(Belief typical, IReadOnlyCollection<double> values, double unlike, double closest)
    {
        if (values.Count == 0)
        {
            return typical;
        }

        var n = values.Count;
        var mean = values.Average(Math.Log);
        var squares = values.Sum(r => Math.Pow(Math.Log(r) - mean, 2));
        var each = Math.Sqrt((4 * unlike * unlike + squares) / (4 + n - 1));
        double own = n / (each * each),
            others = 1 / (typical.Deviation * typical.Deviation);
        return new Belief(
            (own * mean + others * typical.Mean) / (own + others),
            Math.Max(closest, Math.Sqrt(each * each + 1 / (own + others)))
        );
    }
}
