namespace EarthyTuft.Core.Quantities;

/// <summary>What is believed of a number before anything was read: a normal law.</summary>
/// <param name="Mean">Its middle.</param>
/// <param name="Deviation">Its standard deviation, above zero.</param>
public sealed record Belief(double Mean, double Deviation);

/// <summary>
/// Readings y = a u + b v with normal noise, and what that says of a and b together. A curve with one more unknown in it (a cooling rate, a
/// drying time) is this for each value the unknown may have; <see cref="LogEvidence"/> weighs the values against each other.
/// </summary>
/// <param name="A">The first coefficient.</param>
/// <param name="B">The second coefficient.</param>
/// <param name="VarianceA">Variance of the first.</param>
/// <param name="VarianceB">Variance of the second.</param>
/// <param name="Covariance">How they move together.</param>
/// <param name="LogEvidence">Natural logarithm of how well the readings fit, up to a constant that is the same for the same readings and
/// beliefs.</param>
/// <param name="SquaredResiduals">Sum of the squared distances of the readings from the fit.</param>
internal readonly record struct PairFit(
    double A,
    double B,
    double VarianceA,
    double VarianceB,
    double Covariance,
    double LogEvidence,
    double SquaredResiduals
)
{
    /// <summary>Fits.</summary>
    /// <param name="readings">Any number of them; with none the beliefs stand.</param>
    /// <param name="noise">Standard deviation of one reading, above zero.</param>
    /// <param name="a">What is believed of the first coefficient.</param>
    /// <param name="b">What is believed of the second.</param>
    public static PairFit Of(ReadOnlySpan<(double U, double V, double Y)> readings, double noise, Belief a, Belief b)
    {
        var w = 1 / (noise * noise);
        double pa = 1 / (a.Deviation * a.Deviation),
            pb = 1 / (b.Deviation * b.Deviation);
        double uu = pa,
            vv = pb,
            uv = 0,
            uy = pa * a.Mean,
            vy = pb * b.Mean;
        foreach (var (u, v, y) in readings)
        {
            uu += w * u * u;
            vv += w * v * v;
            uv += w * u * v;
            uy += w * u * y;
            vy += w * v * y;
        }

        var determinant = uu * vv - uv * uv;
        double fitA = (vv * uy - uv * vy) / determinant,
            fitB = (uu * vy - uv * uy) / determinant;
        var squares = 0.0;
        foreach (var (u, v, y) in readings)
        {
            var miss = y - fitA * u - fitB * v;
            squares += miss * miss;
        }

        double offA = fitA - a.Mean,
            offB = fitB - b.Mean;
        var evidence = -0.5 * (w * squares + pa * offA * offA + pb * offB * offB) - 0.5 * Math.Log(determinant);
        return new PairFit(fitA, fitB, vv / determinant, uu / determinant, -uv / determinant, evidence, squares);
    }

    /// <summary>Variance of a quantity that changes by <paramref name="byA"/> and <paramref name="byB"/> with each unit of the
    /// coefficients.</summary>
    /// <param name="byA">Change with the first.</param>
    /// <param name="byB">Change with the second.</param>
    public double Variance(double byA, double byB) => byA * byA * VarianceA + byB * byB * VarianceB + 2 * byA * byB * Covariance;
}
