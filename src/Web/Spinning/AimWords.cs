using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.House;
using static System.FormattableString;

namespace EarthyTuft.Web.Spinning;

/// <summary>What was reckoned of a yarn, in words.</summary>
internal static class AimWords
{
    public static string Class(double wraps) => Wraps.Neighbour(wraps) is { } other ? $"{Word(Wraps.ClassOf(wraps))}, by other charts {Word(other)}: the swatch decides" : Word(Wraps.ClassOf(wraps));

    public static string Structure(YarnStructure structure, int strands) => structure switch
    {
        YarnStructure.Chain => "chain ply",
        YarnStructure.Cable => "cable of two two-plies",
        _ => strands switch
        {
            1 => "singles",
            2 => "two-ply",
            3 => "three-ply",
            _ => $"{strands} plies",
        },
    };

    public static IEnumerable<string> Sentences(YarnWish wish, YarnAim aim, SpunOn? on, string draw)
    {
        yield return Invariant($"Spin singles of {aim.SinglesWraps:0.#} WPI under the wheel's tension, {Grist(aim.SinglesTex)}, with {aim.SinglesTurns:0} turns in a metre.");
        if (on is not null)
        {
            yield return Invariant($"On this ratio: {aim.Treadles} {(aim.Treadles == 1 ? "treadle" : "treadles")} for a draw of {draw}.");
        }

        yield return Invariant($"A fresh ply-back of two must read {aim.PlyBackWraps:0.#} WPI at {wish.Degrees:0.#}° now; washed, the {Structure(wish.Structure, wish.Strands)} is {wish.WrapsPerInch:0.#} WPI, {Grist(aim.Tex)}.");
        if (aim.PlyTurns is { } turns)
        {
            yield return Invariant($"Ply it the other way with {turns:0} turns in a metre.");
        }

        if (aim.Fibres is { } fibres)
        {
            yield return Invariant($"About {fibres:0} fibres lie side by side in the singles.");
        }
    }

    public static string Against(YarnObstacle of, LengthUnit unit) => of.What switch
    {
        AgainstYarn.FewFibres => Invariant($"Only about {of.Has:0} fibres lie side by side; {of.Bound:0} is the least that holds together. From {of.WrapsPerInch:0.#} WPI down, or with one ply fewer, it goes well."),
        AgainstYarn.ManyTreadles => Invariant($"It takes {of.Has:0.#} treadles for a draw, more than {of.Bound:0.#}. A draw of {Figures.Length(of.DrawMillimetres!.Value, unit)} would do, or a ratio of {of.Ratio:0.#}, or one ply fewer."),
        AgainstYarn.FewTurns => Invariant($"Only {of.Has:0.#} turns hold each staple: it drifts apart, and a gap shows in the loop of the ply-back. From {of.WrapsPerInch:0.#} WPI up it holds, or with more twist."),
        AgainstYarn.SteepAngle => Invariant($"Beyond {of.Bound:0}° a yarn kinks rather than takes more twist."),
        _ => throw new ArgumentOutOfRangeException(nameof(of)),
    };

    /// <summary>What the figures stand on.</summary>
    public static IEnumerable<string> Standing(LotRow? lot, SpunFibre fibre, bool isTypicalDensity, bool isTypicalBloom, YarnWish wish, LengthUnit unit)
    {
        if (lot is not null)
        {
            var staple = fibre.StapleMillimetres is { } length ? $"a staple of {Figures.Length(length, unit)} by its locks" : "no lock measured";
            var micron = fibre.Micron is { } fine ? Invariant($"about {fine:0} µm by its breed") : "no fineness known";
            yield return $"{lot.Code}: {staple}, {micron}.";
        }

        if (isTypicalDensity || isTypicalBloom)
        {
            yield return Invariant($"Typical figures, rough until your own skeins tell: {wish.FinishedDensity:0.##} g in a cubic centimetre of wraps, {wish.BloomPercent:0.#} % bloom in the wash, {wish.TakeUpPercent:0.#} % taken up in plying.");
        }
    }

    /// <summary>How a ply-back stands.</summary>
    public static string Stands(TrialAdvice advice)
    {
        if (advice.IsThere)
        {
            return advice.Twist is null ? "Near enough in thickness; its angle was not read." : "Near enough: keep these settings.";
        }

        string[] off =
        [
            .. advice.Thickness switch
            {
                AgainstAim.Below => [Invariant($"too thick by {Math.Abs(advice.ThicknessPercent):0} %")],
                AgainstAim.Above => [Invariant($"too thin by {Math.Abs(advice.ThicknessPercent):0} %")],
                _ => Array.Empty<string>(),
            },
            .. advice.Twist switch
            {
                AgainstAim.Below => ["too little twist"],
                AgainstAim.Above => ["too much twist"],
                _ => Array.Empty<string>(),
            },
        ];
        var sentence = string.Join(", ", off);
        return char.ToUpperInvariant(sentence[0]) + sentence[1..] + ".";
    }

    /// <summary>What to change before the next one.</summary>
    public static string Next(TrialAdvice advice, YarnTrial trial, LengthUnit unit)
    {
        if (advice.IsThere)
        {
            return "";
        }

        var thickness = advice.Thickness switch
        {
            AgainstAim.Below => Invariant($"Draw farther: let {advice.FeedFactor * 100:0} % of that fibre into a length."),
            AgainstAim.Above => Invariant($"Feed more: {advice.FeedFactor:0.##} times that fibre into a length."),
            _ => "",
        };
        // With the thickness the twist that makes the angle changes as well, so it is told whenever either is off.
        var twist = advice switch
        {
            { Treadles: { } next, DrawMillimetres: { } draw } => Invariant($"{next} {(next == 1 ? "treadle" : "treadles")} for a draw of {Figures.Length(draw, unit)} instead of {trial.Treadles:0.#} for {Figures.Length(trial.DrawMillimetres!.Value, unit)}."),
            { Twist: AgainstAim.Below, TwistFactor: { } more } => Invariant($"{more:0.##} times the twist: more treadles for a draw, a shorter draw, a higher ratio or less pull."),
            { Twist: AgainstAim.Above, TwistFactor: { } less } => Invariant($"{less:0.##} times the twist: fewer treadles for a draw, a longer draw, a lower ratio or more pull."),
            _ => "",
        };
        return string.Join(" ", new[] { thickness, twist }.Where(w => w.Length > 0));
    }

    public static string Grist(double tex)
    {
        var grist = LinearDensity.FromTex(tex);
        return $"{grist.Write(LinearDensityUnit.Tex)} ({grist.Write(LinearDensityUnit.MetresPer100Grams)})";
    }

    /// <summary>Settings in words: <c>3 treadles for 159 mm</c>.</summary>
    public static SettingsView Settings(int treadles, double drawMillimetres, LengthUnit unit) =>
        new(treadles, Math.Round(drawMillimetres), $"{treadles} {(treadles == 1 ? "treadle" : "treadles")} for {Figures.Length(drawMillimetres, unit)}");

    public static string Word(YarnClass of) => of switch
    {
        YarnClass.DoubleKnitting => "double knitting",
        YarnClass.SuperBulky => "super bulky",
        _ => of.ToString().ToLowerInvariant(),
    };
}
