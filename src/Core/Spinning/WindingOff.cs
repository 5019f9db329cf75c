using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Spinning;

/// <summary>Yarn wound off onto weaving bobbins, shuttles or a cone: how many, and how far each goes.</summary>
/// <param name="Full">So many are full.</param>
/// <param name="MetresEach">On a full one, above zero.</param>
/// <param name="Over">Metres that stay over for one that is not full; zero where it comes out even.</param>
/// <param name="Even">So many in all where each gets the same.</param>
/// <param name="MetresEven">On each of those.</param>
/// <param name="GramsEven">And so many grams.</param>
public sealed record WindingOff(int Full, double MetresEach, double Over, int Even, double MetresEven, double GramsEven)
{
    /// <summary>More than so many nobody winds.</summary>
    public const int Most = 1000;

    /// <summary>Less of a bobbin than this, as a share, is no bobbin of its own.</summary>
    private const double Rounding = 1e-6;

    /// <summary>Reckons.</summary>
    /// <param name="metres">The yarn's length, above zero.</param>
    /// <param name="grams">Its weight, above zero.</param>
    /// <param name="holdsGrams">What one holds, above zero; null where its metres are told.</param>
    /// <param name="holdsMetres">What one holds, above zero; null where its grams are told.</param>
    /// <returns><c>out-of-range</c> at <c>holds</c> where one would hold next to nothing of it.</returns>
    public static Result<WindingOff> Of(double metres, double grams, double? holdsGrams, double? holdsMetres)
    {
        var each = holdsMetres ?? holdsGrams!.Value / grams * metres;
        if (metres / each > Most)
        {
            return new Refusal("holds", "out-of-range", $"That would be more than {Most} of them: say what one holds.");
        }

        var full = (int)Math.Floor((metres / each) + Rounding);
        var over = Math.Max(0, metres - (full * each));
        over = over < Rounding * each ? 0 : over;
        var even = full + (over > 0 ? 1 : 0);
        return new WindingOff(full, each, over, even, metres / even, grams / even);
    }
}
