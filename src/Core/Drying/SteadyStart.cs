namespace EarthyTuft.Core.Drying;

/// <summary>
/// How long wool may dry at a steady rate before it slows, in time constants of the later decay: while water stands on the fibre the air
/// takes it at one rate, however much there is (docs/craft.md, section 7).
/// </summary>
/// <param name="Lengths">The lengths that are tried, from none up.</param>
/// <param name="HungUp">How likely it is that it was hung up dripping, as a share.</param>
internal sealed record SteadyStart(double[] Lengths, double HungUp)
{
    // Of spun-out wool any length up to about one time constant is as likely as another, and longer ones are rarer; what drips goes on at
    // one rate for several (typical).
    private const double AfterSpinning = 1.2,
        AfterDripping = 7;

    private static readonly double[] Short =
    [
        0,
        .05,
        .1,
        .15,
        .2,
        .3,
        .4,
        .5,
        .6,
        .7,
        .8,
        .9,
        1,
        1.15,
        1.3,
        1.45,
        1.6,
        1.8,
        2,
        2.3,
        2.6,
        3,
    ];

    private static readonly double[] Long = [.. Short, 3.5, 4, 4.6, 5.3];

    private static readonly SteadyStart Spun = new(Short, 0),
        Squeezed = new(Long, 0.5),
        Dripping = new(Long, 1);

    /// <summary>What is known of it by how the water was taken out.</summary>
    /// <param name="waterOut">How.</param>
    public static SteadyStart After(WaterOut waterOut) =>
        waterOut switch
        {
            WaterOut.Dripping => Dripping,
            WaterOut.Squeezed => Squeezed,
            _ => Spun,
        };

    /// <summary>How likely a length is beside the others.</summary>
    /// <param name="steady">In time constants, zero or more.</param>
    public double Density(double steady)
    {
        return ((1 - HungUp) * Half(AfterSpinning)) + (HungUp * Half(AfterDripping));

        double Half(double spread) => Math.Exp(-0.5 * Math.Pow(steady / spread, 2)) / spread;
    }
}
