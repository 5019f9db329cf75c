using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Runs;
using EarthyTuft.Web.Hosting;
using static System.FormattableString;

namespace EarthyTuft.Web.Spinning;

/// <summary>What was made and counted, in words: spinning and plying share it.</summary>
internal static class SpinWords
{
    public static string Finished(FinishedBy by) =>
        by switch
        {
            FinishedBy.WarmSoak => "warm soak, hung",
            FinishedBy.Snapped => "soaked and snapped",
            FinishedBy.Weighted => "dried under a weight",
            FinishedBy.Simmered => "simmered",
            FinishedBy.Steamed => "steamed",
            _ => "fulled a little",
        };

    public static string Hangs(SkeinHangs how) =>
        how switch
        {
            SkeinHangs.Open => "hangs open",
            SkeinHangs.Turns => "turns once or twice",
            _ => "twists up like a rope",
        };

    /// <summary>What was counted, as often as that: <c>1 join</c>, <c>3 neps and lumps</c>.</summary>
    public static string Tallied(SpunTally of, int count) =>
        $"{count} "
        + (of, count == 1) switch
        {
            (SpunTally.Joins, true) => "join",
            (SpunTally.Joins, _) => "joins",
            (SpunTally.Breaks, true) => "break",
            (SpunTally.Breaks, _) => "breaks",
            (SpunTally.Neps, true) => "nep or lump",
            (SpunTally.Neps, _) => "neps and lumps",
            (SpunTally.Hairs, true) => "hair",
            (SpunTally.Hairs, _) => "hairs",
            (SpunTally.Bits, true) => "bit of a plant",
            (SpunTally.Bits, _) => "bits of plants",
            (_, true) => "time combed a little more",
            _ => "times combed a little more",
        };

    private static string Joined(JoinWay way) =>
        way switch
        {
            JoinWay.LaidOver => "laid over",
            JoinWay.SplitEnd => "laid into a split end",
            JoinWay.Rolled => "wetted and rolled",
            JoinWay.Folded => "caught in a fold",
            _ => "knotted",
        };

    private static string Ways(SpunCount count) => string.Join(", ", count.Ways.Select(w => $"{w.Count} {Joined(w.Way)}"));

    public static ClockView Clock(SpinState state, LengthUnit lengths)
    {
        string[] pace =
        [
            .. state.MetresPerHour is { } metres ? [Figures.Metres(Math.Round(metres), lengths)] : Array.Empty<string>(),
            .. state.GramsPerHour is { } grams ? [Invariant($"{grams:0.#} g")] : Array.Empty<string>(),
        ];
        return new ClockView(
            Math.Round(state.Clock.Minutes, 1),
            state.Clock.Since,
            pace.Length == 0 ? "" : $"{string.Join(" and ", pace)} an hour"
        );
    }

    public static IReadOnlyList<CountView> Counts(SpinState state, LengthUnit lengths) =>
        [
            .. state.Counts.Select(c => new CountView(
                c.Of,
                c.Count,
                string.Join(
                    "; ",
                    new[] { c.Per10Metres is { } rate ? Figures.PerTen(rate, lengths) : "", Ways(c) }.Where(w => w.Length > 0)
                )
            )),
        ];

    public static IReadOnlyList<BobbinView> Bobbins(SpinState state, ToolRow? tool, MassUnit unit, LengthUnit lengths)
    {
        var usual = state
            .Bobbins.Select(b => b.Direction)
            .OfType<TwistDirection>()
            .GroupBy(d => d)
            .OrderByDescending(g => g.Count())
            .Select(g => (TwistDirection?)g.Key)
            .FirstOrDefault();
        return
        [
            .. state.Bobbins.Select(b => new BobbinView(
                b.Event,
                b.Direction,
                Figures.ToFigure(b.Filled.Grams, null, unit, Provenance.Measured),
                b.Filled.Measured.Metres is { } metres ? Figures.Metres(metres, lengths) : "",
                b.Filled.Measured.Metres,
                string.Join(
                    ", ",
                    new[]
                    {
                        b.Filled.Measured.WrapsPerInch is { } wraps ? Invariant($"{wraps:0.#} WPI") : "",
                        b.Filled.Measured.Degrees is { } degrees ? Invariant($"{degrees:0.#}°") : "",
                        b.Bobbin,
                        b.Settings,
                    }.Where(w => w.Length > 0)
                ),
                tool?.Spinner.Spinner.RoomOf(b.Bobbin) is { } holds && b.Filled.Grams is { } grams
                    ? Math.Round(Math.Min(1, grams / holds), 3)
                    : null,
                b.Direction is { } direction && direction != usual
                    ? $"Spun {direction}, the others {usual}: ply it by itself, or the ply opens what the singles hold. Wind it off for singles "
                        + $"or for a chain the other way round."
                    : ""
            )),
        ];
    }

    /// <summary>The end of a yarn as it goes into its entry.</summary>
    public static string Notes(SpinState state, IEnumerable<string> first, LengthUnit lengths) =>
        string.Join(
            " ",
            first
                .Concat([
                    state.Counts.Count == 0
                        ? ""
                        : string.Join(
                            ", ",
                            state.Counts.Select(c =>
                                Tallied(c.Of, c.Count)
                                + (c.Per10Metres is { } rate ? $" ({Figures.PerTen(rate, lengths)})" : "")
                                + $"{(c.Ways.Count > 0 ? $": {Ways(c)}" : "")}"
                            )
                        ) + ".",
                    Clock(state, lengths).Pace is { Length: > 0 } pace ? $"{pace}." : "",
                ])
                .Where(s => s.Length > 0)
        );

    /// <summary>What to do with two yarns that differ, where both go into one thing.</summary>
    internal const string InOneThing = "In one thing: two rows of each in turn, or the heavier where it wears.";

    /// <summary>By how much one is heavier than another.</summary>
    internal static string Heavier(SkeinDifference of) =>
        Invariant($"{Math.Abs(of.HeavierPercent):0} % {(of.HeavierPercent > 0 ? "heavier" : "lighter")}");

    /// <summary>Skeins of one plying that are seen to differ from the first.</summary>
    public static IEnumerable<string> Heavier(SpinState state, double scaleStepGrams)
    {
        var told = state
            .Bobbins.Select((b, i) => (At: i + 1, b.Filled.Grams, b.Filled.Measured.Metres))
            .Where(b => b is { Grams: > 0, Metres: > 0 })
            .Select(b => (b.At, Grams: b.Grams!.Value, Tex: b.Grams!.Value / b.Metres!.Value * 1000))
            .ToArray();
        string[] others =
        [
            .. told.Skip(1)
                .Select(b => (b.At, Of: SkeinDifference.Of(told[0].Tex, b.Tex, told[0].Grams, b.Grams, scaleStepGrams)))
                .Where(b => b.Of.Differs)
                .Select(b => $"skein {b.At} is {Heavier(b.Of)}"),
        ];
        if (others.Length > 0)
        {
            var said = string.Join(", ", others);
            yield return $"{char.ToUpperInvariant(said[0])}{said[1..]} for its length than skein {told[0].At}. {InOneThing}";
        }
    }

    /// <summary>What was counted, told back to the preparation.</summary>
    public static IEnumerable<string> ToldBack(SpinState state, bool plies, LengthUnit lengths)
    {
        if (state.Counts.FirstOrDefault(c => c.Of == SpunTally.Breaks) is { Count: >= SpinRun.ManyBreaks } breaks)
        {
            yield return plies
                ? $"It broke {breaks.Count} times: the singles have too little twist. Run them through once more, or spin the next with more."
                : $"It broke {breaks.Count} times: less pull, more twist, or fibre that is too short or tender for so thin a yarn.";
        }

        if (state.Counts.FirstOrDefault(c => c.Of == SpunTally.Neps) is { Per10Metres: >= 3 and var neps })
        {
            yield return $"{Figures.PerTen(neps, lengths, "neps")}: the preparation would gain from combs, or from a lighter load on the cards.";
        }

        if (state.Counts.FirstOrDefault(c => c.Of is SpunTally.Hairs) is { Per10Metres: >= 2 and var hairs })
        {
            yield return $"{Figures.PerTen(hairs, lengths, "hairs")}: another pass of dehairing before the rest is spun.";
        }

        if (state.Counts.FirstOrDefault(c => c.Of is SpunTally.Joins) is { Per10Metres: >= 8 and var joins })
        {
            yield return $"{Figures.PerTen(joins, lengths, "joins")}: longer pieces, or a roving, would spare many of them.";
        }
    }
}
