using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Spinning;

/// <summary>When the yarn goes to the next hook of the flyer, told in draws: those a beat counts.</summary>
public static class HookPrompt
{
    /// <summary>More metres are not left on one hook.</summary>
    public const double MostMetres = 1000;

    /// <summary>After how many draws the hook is moved.</summary>
    /// <param name="everyMetres">Metres that are to lie on a hook, above zero and at most <see cref="MostMetres" />.</param>
    /// <param name="drawMillimetres">Yarn that is made in a draw, from <see cref="SpunOn.ShortestDraw" /> to
    /// <see cref="SpunOn.LongestDraw" />.</param>
    /// <returns>The nearest whole number of draws, at least one; or <c>out-of-range</c> at a field.</returns>
    public static Result<int> DrawsFor(double everyMetres, double drawMillimetres) =>
        new Guard(SpinningFields.Subjects)
            .Need(everyMetres is > 0 and <= MostMetres, "every", "out-of-range", $"must be above nothing and at most {MostMetres} m")
            .Within(drawMillimetres, SpunOn.ShortestDraw, SpunOn.LongestDraw, "drawMillimetres")
            .Then<int>(() => Math.Max(1, (int)Math.Round(everyMetres * 1000 / drawMillimetres)));
}
