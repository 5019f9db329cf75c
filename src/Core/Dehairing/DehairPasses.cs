using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Dehairing;

/// <summary>One pass of dehairing.</summary>
/// <param name="InGrams">What went in, above zero.</param>
/// <param name="DownGrams">Down kept.</param>
/// <param name="HairGrams">Hair taken out and weighed; zero where nobody weighed it.</param>
/// <param name="HairsPerGram">Counted in a small weighed pinch of the down, null where nobody counted.</param>
public sealed record DehairPass(double InGrams, double DownGrams, double HairGrams, double? HairsPerGram)
{
    /// <summary>What counting a pinch tells, null where nobody counted.</summary>
    /// <param name="noted">What was noted of the pass, by <see cref="Measure.Key"/>.</param>
    public static double? HairsIn(IReadOnlyDictionary<string, double> noted) =>
        noted.TryGetValue(Measure.Hairs.Key, out var hairs) && noted.TryGetValue(Measure.Pinch.Key, out var pinch) ? hairs / pinch : null;

    /// <summary>What is neither down kept nor hair weighed: down that was lost, and dust.</summary>
    public double LostGrams => Math.Max(0, InGrams - DownGrams - HairGrams);
}

/// <summary>What the down is for.</summary>
public enum DownUse
{
    /// <summary>Next to the skin: about no hair.</summary>
    NextToSkin,

    /// <summary>Worn over something: some.</summary>
    Outer,

    /// <summary>Rugs, stuffing: hair does no harm.</summary>
    Hard,
}

/// <summary>Whether another pass helps.</summary>
public enum DehairVerdict
{
    /// <summary>Nobody counted hairs yet.</summary>
    Count,

    /// <summary>Go on.</summary>
    GoOn,

    /// <summary>It is fit for its use.</summary>
    Fit,

    /// <summary>The next pass would lose more down than it gains.</summary>
    LosesMore,
}

/// <summary>The advice after some passes (docs/craft.md, section 8): stop when hairs per gram meets the use or the next pass would lose
/// more down than it gains.</summary>
/// <param name="Verdict">In one word.</param>
/// <param name="Sentence">What to do, then why.</param>
/// <param name="Allowed">Hairs in a gram that the use allows (typical).</param>
/// <param name="NextHairsPerGram">What the next pass would leave, going on as the last two did; null when that cannot be told.</param>
public sealed record DehairAdvice(DehairVerdict Verdict, string Sentence, double Allowed, double? NextHairsPerGram)
{
    /// <summary>Hairs in a gram that a use allows (typical: what a neck feels, and what it does not).</summary>
    /// <param name="use">The use.</param>
    public static double AllowedFor(DownUse use) =>
        use switch
        {
            DownUse.NextToSkin => 3,
            DownUse.Outer => 30,
            _ => 300,
        };

    /// <summary>Advises.</summary>
    /// <param name="passes">The passes so far, in order.</param>
    /// <param name="use">What the down is for.</param>
    public static DehairAdvice Of(IReadOnlyList<DehairPass> passes, DownUse use)
    {
        var allowed = AllowedFor(use);
        var counted = passes.Where(p => p.HairsPerGram is not null).ToArray();
        if (counted.Length == 0 || passes[^1].HairsPerGram is not { } now)
        {
            return new DehairAdvice(
                DehairVerdict.Count,
                "Count the hairs in a pinch of a gram or two: without a count nobody knows whether another pass helps.",
                allowed,
                null
            );
        }

        double? next = counted.Length >= 2 && counted[^2].HairsPerGram is > 0 and { } before ? now * Math.Min(1, now / before) : null;
        if (now <= allowed)
        {
            return new DehairAdvice(
                DehairVerdict.Fit,
                FormattableString.Invariant($"Stop: {now:0.#} hairs in a gram is fit for it, up to {allowed:0} are allowed."),
                allowed,
                next
            );
        }

        var last = passes[^1];
        var stuck = next >= 0.9 * now;
        if (passes.Count >= 2 && (stuck || (last.HairGrams > 0 && last.LostGrams > last.HairGrams)))
        {
            return new DehairAdvice(
                DehairVerdict.LosesMore,
                stuck
                    ? FormattableString.Invariant(
                        $"Stop: the last pass left {now:0.#} hairs in a gram, hardly fewer than before. What is left goes with the down."
                    )
                    : FormattableString.Invariant(
                        $"Stop: the last pass lost {last.LostGrams:0.#} g of down for {last.HairGrams:0.#} g of hair."
                    ),
                allowed,
                next
            );
        }

        return new DehairAdvice(
            DehairVerdict.GoOn,
            next is { } then
                ? FormattableString.Invariant(
                    $"Another pass: {now:0.#} hairs in a gram, {allowed:0} allowed; going on like this it leaves about {then:0.#}."
                )
                : FormattableString.Invariant($"Another pass: {now:0.#} hairs in a gram, {allowed:0} allowed."),
            allowed,
            next
        );
    }
}
