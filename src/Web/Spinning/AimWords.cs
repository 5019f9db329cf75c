using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using static System.FormattableString;

namespace EarthyTuft.Web.Spinning;

/// <summary>What was reckoned of a yarn, in words.</summary>
internal static class AimWords
{
    public static string Class(double wraps) =>
        Wraps.Neighbour(wraps) is { } other
            ? $"{Word(Wraps.ClassOf(wraps))}, by other charts {Word(other)}: the swatch decides"
            : Word(Wraps.ClassOf(wraps));

    public static string Structure(YarnStructure structure, int strands) =>
        structure switch
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

    public static IEnumerable<string> Sentences(YarnWish wish, YarnAim aim, SpunOn? on, string draw, LengthUnit unit)
    {
        var held = aim.HoldsByTurns ? ", which hold so short a staple: balance alone would ask for fewer" : "";
        yield return string.Create(
            CultureInfo.InvariantCulture,
            $"Spin singles of {aim.SinglesWraps:0.#} WPI under the wheel's tension, {Figures.Grist(aim.SinglesTex, unit)}, with "
                + $"{Figures.Turns(aim.SinglesTurns, unit)}{held}."
        );
        if (on is not null)
        {
            yield return $"{(on.By == SpunBy.Treadles ? "On this ratio" : on.By == SpunBy.Seconds ? "At this mark" : "Let it turn")}: "
                + $"{Counted(aim.Treadles!.Value, on.By)} for a draw of {draw}.";
        }

        yield return string.Create(
            CultureInfo.InvariantCulture,
            $"A fresh ply-back of two must read {aim.PlyBackWraps:0.#} WPI at {wish.Degrees:0.#}° now; washed, the "
                + $"{Structure(wish.Structure, wish.Strands)} is {wish.WrapsPerInch:0.#} WPI, {Figures.Grist(aim.Tex, unit)}."
        );
        if (aim.PlyTurns is { } turns)
        {
            yield return wish is { Direction: { } seen, SinglesDirection: { } singles }
                ? $"{seen} is seen in it: spin the singles {singles}"
                    + $"{(wish.Structure == YarnStructure.Cable ? $", ply two and two {seen.Other()}" : "")}, and ply it {seen} with "
                    + $"{Figures.Turns(turns, unit)}."
                : $"Ply it the other way with {Figures.Turns(turns, unit)}.";
        }
        else if (wish.Direction is { } only)
        {
            yield return $"Spin it {only}.";
        }

        if (aim.Fibres is { } fibres)
        {
            yield return Invariant($"About {fibres:0} fibres lie side by side in the singles.");
        }
    }

    /// <summary>Where a yarn begins, and why.</summary>
    public static string Begins(YarnBeginning of) =>
        Invariant($"{of.Degrees.Low:0.#} to {of.Degrees.High:0.#}° suit it: ")
        + of.By switch
        {
            BeginsBy.LongLustre => "few turns hold long fibre, and more would hide its shine.",
            BeginsBy.Middling => "as much as fibre of middling length takes.",
            BeginsBy.Fine => "fine fibre takes more turns" + (of.Plies == 3 ? ", and three plies make it round and stand wear." : "."),
            BeginsBy.Short => "only its turns hold so short a fibre.",
            BeginsBy.Plant => "cotton is short and smooth, and only its turns hold it.",
            _ => "nobody said which fibre it is.",
        };

    /// <summary>So many of what is counted for a draw: <c>4 treadles</c>.</summary>
    public static string Counted(double count, SpunBy by) =>
        (by, count == 1) switch
        {
            (SpunBy.Seconds, true) => "1 second",
            (SpunBy.Seconds, _) => Invariant($"{count:0.#} seconds"),
            (SpunBy.Turns, true) => "1 turn",
            (SpunBy.Turns, _) => Invariant($"{count:0.#} turns"),
            (_, true) => "1 treadle",
            _ => Invariant($"{count:0.#} treadles"),
        };

    private static string More(SpunBy by) =>
        by switch
        {
            SpunBy.Seconds => "more seconds for a draw, a shorter draw, a faster mark or less pull",
            SpunBy.Turns => "more turns for a draw, or a shorter draw",
            _ => "more treadles for a draw, a shorter draw, a higher ratio or less pull",
        };

    private static string Fewer(SpunBy by) =>
        by switch
        {
            SpunBy.Seconds => "fewer seconds for a draw, a longer draw, a slower mark or more pull",
            SpunBy.Turns => "fewer turns for a draw, or a longer draw",
            _ => "fewer treadles for a draw, a longer draw, a lower ratio or more pull",
        };

    /// <summary>How to draft a fibre, by its length and by what it is.</summary>
    /// <param name="singlesTex">Grist of the singles.</param>
    /// <param name="supplyGramsPerMetre">Of the fibre in the hand; null where nobody measured.</param>
    public static IEnumerable<string> Drafting(
        LotRow? lot,
        SpunFibre fibre,
        double singlesTex,
        double? supplyGramsPerMetre,
        LengthUnit unit
    )
    {
        if (supplyGramsPerMetre is { } supply)
        {
            yield return string.Create(
                CultureInfo.InvariantCulture,
                $"Draw it out {Draft.Reckon(new DraftInput(supply, singlesTex)).Value.Draft:0.#} times its length: {Figures.Supply(supply, unit)} "
                    + $"become singles of {singlesTex:0} tex."
            );
        }

        if (fibre.StapleMillimetres is { } staple)
        {
            yield return $"Hands about {Figures.Length(staple * 1.5, unit)} apart to pre-draft; in a short draw a little less than the staple of "
                + $"{Figures.Length(staple, unit)} at a time.";
        }

        var way = (lot?.Fibre, lot?.Form) switch
        {
            (Fibre.Silk, not LotForm.Top) =>
                "Silk caps: pierce one layer, widen it to a ring with hands well apart, and draw it to an even band before you spin.",
            (Fibre.Cotton, _) => "Cotton: from the end of the puni that drafts more easily, hardly held, twist let in, and much of it.",
            (_, LotForm.Puni or LotForm.Rolag) =>
                "Try both ends of one: it drafts more easily from the one, and all of the yarn from the same.",
            (_, LotForm.Top or LotForm.Roving) when lot!.CameDyed =>
                "Dyed top is compacted: snap it open across its length, and spin from the end that gives.",
            _ => "",
        };
        if (way.Length > 0)
        {
            yield return way;
        }
    }

    /// <summary>What else was noted of a ply-back; empty for nothing.</summary>
    public static string Noted(YarnTrial of) =>
        string.Join(
            ", ",
            new[]
            {
                of.Unevenness is { } uneven ? Invariant($"{uneven.Fraction * 100:0} % uneven over {uneven.Places} places") : "",
                of.Loft is { } loft ? Invariant($"{loft:0.00} g/cm³ of wraps") : "",
                of.Neps is { } neps ? $"{neps} {(neps == 1 ? "nep" : "neps")}" : "",
                of.Handle,
            }.Where(w => w.Length > 0)
        );

    /// <summary>What a fibre asks for, with why.</summary>
    public static IEnumerable<FibreWantView> Wants(FibreWants of, double? crimpsPerInch)
    {
        if (of.ByThickness is { } thickness)
        {
            yield return new FibreWantView(
                Math.Round(thickness),
                "To its crimp, as thickness",
                Invariant($"{crimpsPerInch:0.#} crimps in an inch: the finer the crimp, the finer the yarn.")
            );
        }

        if (of.ByTurns is { } turns)
        {
            yield return new FibreWantView(
                Math.Round(turns),
                "To its crimp, as turns",
                Invariant($"A turn of the singles for each crimp: {crimpsPerInch:0.#} in an inch.")
            );
        }

        if (of.Finest is { } finest)
        {
            yield return new FibreWantView(
                Math.Round(finest),
                "As fine as goes well",
                Invariant($"{YarnAim.EasyFibres:0} fibres lie side by side in the singles.")
            );
        }

        if (of.Thickest is { } thickest and >= 1)
        {
            yield return new FibreWantView(
                Math.Max(1, Math.Round(thickest)),
                "As thick as holds",
                Invariant($"{YarnAim.FewestTurnsInStaple:0} turns lie within a staple.")
            );
        }
    }

    /// <summary>What own skeins say of the aim; empty where there are none.</summary>
    public static string Learned(LearnedAim of)
    {
        if (of.Counts is { Whole: 0, Miss: 0 })
        {
            return "";
        }

        var off = of.Aim.SinglesWraps - of.ToldWraps;
        var told =
            of.Counts.Miss > 0 && Math.Abs(off) >= 0.25
                ? string.Create(
                    CultureInfo.InvariantCulture,
                    $"You usually land {Math.Abs(off):0.#} WPI {(off > 0 ? "finer" : "thicker")} than you are told ({Yarns(of.Counts.Miss)}): aim "
                        + $"at {of.ToldWraps:0.#} on the bobbin."
                )
                : Invariant($"Aim at {of.ToldWraps:0.#} WPI on the bobbin.");
        return of.Counts.Whole is > 0 and var whole
            ? $"{told} By what became of {Yarns(whole)} of yours it will then be about {Invariant($"{of.Wish.WrapsPerInch:0.#}")} WPI washed."
            : told;
    }

    private static string Yarns(int count) => count == 1 ? "one yarn" : $"{count} yarns";

    public static string Against(YarnObstacle of, SpunBy by, LengthUnit unit) =>
        of.What switch
        {
            AgainstYarn.FewFibres => string.Create(
                CultureInfo.InvariantCulture,
                $"Only about {of.Has:0} fibres lie side by side; {of.Bound:0} is the least that holds together. From {of.WrapsPerInch:0.#} WPI "
                    + $"down, or with one ply fewer, it goes well."
            ),
            AgainstYarn.ManyTreadles => string.Create(
                CultureInfo.InvariantCulture,
                $"It takes {Counted(of.Has, by)} for a draw, more than {of.Bound:0.#}. A draw of "
                    + $"{Figures.Length(of.DrawMillimetres!.Value, unit)} would "
                    + $"do{(by == SpunBy.Treadles ? Invariant($", or a ratio of {of.Ratio:0.#}") : "")}, or one ply fewer."
            ),
            AgainstYarn.FewTurns => string.Create(
                CultureInfo.InvariantCulture,
                $"Only {of.Has:0.#} turns hold each staple: it drifts apart, and a gap shows in the loop of the ply-back. From "
                    + $"{of.WrapsPerInch:0.#} WPI up it holds, or with more twist."
            ),
            AgainstYarn.SteepAngle => Invariant($"Beyond {of.Bound:0}° a yarn kinks rather than takes more twist."),
            _ => throw new ArgumentOutOfRangeException(nameof(of)),
        };

    /// <summary>What the figures stand on.</summary>
    public static IEnumerable<string> Standing(LotRow? lot, SpunFibre fibre, LearnedAim learned, SaidFigures said, LengthUnit unit)
    {
        var (wish, counts) = (learned.Wish, learned.Counts);
        if (lot is not null)
        {
            var staple = fibre.StapleMillimetres is { } length
                ? $"a staple of {Figures.Length(length, unit)} by its locks"
                : "no lock measured";
            var micron = fibre.Micron is { } fine ? Invariant($"about {fine:0} µm by its breed") : "no fineness known";
            yield return $"{lot.Code}: {staple}, {micron}.";
        }

        var figures = string.Create(
            CultureInfo.InvariantCulture,
            $"{wish.Figures.WashedDensity(wish.Strands):0.##} g in a cubic centimetre of wraps, {wish.Figures.BloomPercent:0.#} % bloom in the wash, "
                + $"{wish.Figures.TakeUpPercent:0.#} % taken up in plying"
        );
        var isSaid = said is { FinishedDensity: not null, BloomPercent: not null };
        if (counts is { Density: 0, Bloom: 0, TakeUp: 0 } && !isSaid)
        {
            yield return $"Typical figures, rough until your own skeins tell: {figures}.";
        }
        else if (said == SaidFigures.Nothing)
        {
            string[] yours =
            [
                .. counts.Density is > 0 and var density ? [$"density of {Yarns(density)}"] : Array.Empty<string>(),
                .. counts.Bloom is > 0 and var bloom ? [$"bloom of {Yarns(bloom)}"] : Array.Empty<string>(),
                .. counts.TakeUp is > 0 and var taken ? [$"take-up of {Yarns(taken)}"] : Array.Empty<string>(),
            ];
            yield return $"Yours ({string.Join(", ", yours)}), the rest typical: {figures}.";
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
    public static string Next(TrialAdvice advice, YarnTrial trial, SpunBy by, LengthUnit unit)
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
            { Treadles: { } next, DrawMillimetres: { } draw } => string.Create(
                CultureInfo.InvariantCulture,
                $"{Counted(next, by)} for a draw of {Figures.Length(draw, unit)} instead of {trial.Treadles:0.#} for "
                    + $"{Figures.Length(trial.DrawMillimetres!.Value, unit)}."
            ),
            { Twist: AgainstAim.Below, TwistFactor: { } more } => Invariant($"{more:0.##} times the twist: {More(by)}."),
            { Twist: AgainstAim.Above, TwistFactor: { } less } => Invariant($"{less:0.##} times the twist: {Fewer(by)}."),
            _ => "",
        };
        return string.Join(" ", new[] { thickness, twist }.Where(w => w.Length > 0));
    }

    /// <summary>Settings in words: <c>3 treadles for 159 mm</c>.</summary>
    public static SettingsView Settings(int treadles, double drawMillimetres, SpunBy by, LengthUnit unit) =>
        new(
            treadles,
            Math.Round(drawMillimetres),
            Figures.Length(drawMillimetres, unit),
            $"{Counted(treadles, by)} for {Figures.Length(drawMillimetres, unit)}"
        );

    public static string Word(YarnClass of) =>
        of switch
        {
            YarnClass.DoubleKnitting => "double knitting",
            YarnClass.SuperBulky => "super bulky",
            _ => of.ToString().ToLowerInvariant(),
        };

    /// <summary>By what a ply-back differs from another, in words; the other is the one before where nothing else is said.</summary>
    internal static string Differs(PlyBackDifference of, string other = "the one before")
    {
        string[] parts =
        [
            .. of.Wraps is { } wraps
                ? [Invariant($"{Math.Abs(wraps):0.#} WPI {(wraps > 0 ? "finer" : "thicker")}")]
                : Array.Empty<string>(),
            .. of.Degrees is { } degrees
                ? [Invariant($"{Math.Abs(degrees):0.#}° {(degrees > 0 ? "steeper" : "flatter")}")]
                : Array.Empty<string>(),
            .. of.DenserPercent is { } denser
                ? [Invariant($"{Math.Abs(denser):0} % {(denser > 0 ? "denser" : "loftier")}")]
                : Array.Empty<string>(),
            .. of.Neps is { } neps ? [$"{Math.Abs(neps)} {(neps > 0 ? "more" : "fewer")} neps"] : Array.Empty<string>(),
        ];
        return of.IsNone ? $"no difference you could measure from {other}." : $"{string.Join(" and ", parts)} than {other}.";
    }
}
