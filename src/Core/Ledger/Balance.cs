using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>What a step's balance says.</summary>
public enum BalanceStatus
{
    /// <summary>Something is not known yet, so nothing can be said.</summary>
    Open,

    /// <summary>The gap is no larger than three standard deviations.</summary>
    Fits,

    /// <summary>More is missing than the weighings explain, and no more than the step usually takes: lost and not weighed.</summary>
    UsualLoss,

    /// <summary>More came out than the weighings explain, and no more than the step usually adds: taken up and not weighed.</summary>
    UsualGain,

    /// <summary>More is missing than the weighings and the step's usual loss explain.</summary>
    Suspicious,

    /// <summary>More came out than went in.</summary>
    Impossible,

    /// <summary>A loss found by difference, which nothing else checks, is such as one step in a hundred has it.</summary>
    Unusual,
}

/// <summary>
/// The balance of one step in reference mass: <c>in + gains = kept out + weighed losses + by difference + unaccounted</c>.
/// </summary>
/// <param name="In">Taken from lots, null when not known.</param>
/// <param name="Gains">Taken up.</param>
/// <param name="Kept">Given to new lots, null when not known.</param>
/// <param name="WeighedLosses">Losses that were weighed.</param>
/// <param name="ByDifference">The loss found from the rest, when one was left to be found so and all else is known.</param>
/// <param name="Unaccounted">What is left over when nothing is found by difference, and all is known.</param>
/// <param name="Status">What it comes to.</param>
public sealed record Balance(
    Estimate? In,
    Estimate Gains,
    Estimate? Kept,
    Estimate? WeighedLosses,
    Estimate? ByDifference,
    Estimate? Unaccounted,
    BalanceStatus Status
)
{
    /// <summary>How many standard deviations a gap may reach and still fit (docs/craft.md, section 4).</summary>
    public const double Bound = 3;

    /// <summary>What the step usually loses, where more is missing than the weighings explain and that is known; null otherwise.</summary>
    public UsualLoss? Usual { get; init; }

    /// <summary>What was lost and not weighed: where it is <see cref="BalanceStatus.UsualLoss"/>, and where what usually goes was counted to a
    /// part that nobody weighed. Null elsewhere.</summary>
    public Estimate? LostNotWeighed => Status == BalanceStatus.UsualLoss || (IsTakenTold && Usual is not null) ? Unaccounted : null;

    /// <summary>What the step adds without anybody having weighed it; null where it adds nothing, or what it added was weighed.</summary>
    public UsualGain? UsualGain { get; init; }

    /// <summary>What was taken up and not weighed, in grams; null unless it is <see cref="BalanceStatus.UsualGain"/>.</summary>
    public double? TakenUpNotWeighed => Status == BalanceStatus.UsualGain ? -(Unaccounted ?? ByDifference)!.Mass.Grams : null;

    /// <summary>Whether one of the takings was a part that nobody weighed, and that what came of it tells: then nothing checks what went
    /// in.</summary>
    public bool IsTakenTold { get; init; }

    /// <summary>Kept over taken, null when either is unknown or nothing went in.</summary>
    public double? Yield => In is { Mass.Grams: > 0 } taken && Kept is { } kept ? kept.Mass.Grams / taken.Mass.Grams : null;

    /// <summary>Strikes the balance of a step from the masses of its flows.</summary>
    /// <param name="flows">Each flow with its mass, null where not known.</param>
    /// <param name="usual">What the step usually loses, null when that is not known.</param>
    /// <param name="gain">What it adds without anybody having weighed it, null when nothing.</param>
    public static Balance Of(IReadOnlyList<(Flow Flow, LinearForm? Mass)> flows, UsualLoss? usual = null, UsualGain? gain = null)
    {
        var taken = Total(flows, f => f.Role == FlowRole.In);
        var gains = Total(flows, f => f.Role == FlowRole.Gain) ?? LinearForm.Nothing;
        var kept = Total(flows, f => f.Role == FlowRole.Out);
        var losses = Total(flows, f => f.Role == FlowRole.Loss && f.Amount != Amount.ByDifference);
        var byDifference = flows.Any(f => f.Flow.Amount == Amount.ByDifference);

        var rest = taken is null || kept is null || losses is null ? null : taken + gains - kept - losses;
        var estimate = rest?.Estimate;
        return new Balance(
            taken?.Estimate,
            gains.Estimate,
            kept?.Estimate,
            losses?.Estimate,
            byDifference ? estimate : null,
            byDifference ? null : estimate,
            Judge(estimate, byDifference, usual, taken is null ? null : gain?.Allowance(taken.Estimate.Mass), losses?.Estimate.Mass)
        )
        {
            Usual = usual,
            UsualGain = gain,
            IsTakenTold = flows.Any(f => f.Flow is { Role: FlowRole.In, Amount: Amount.NotWeighed }),
        };
    }

    /// <summary>What came in from outside has nothing to be held against: it fits as it is.</summary>
    /// <param name="flows">The fleeces that came in.</param>
    public static Balance OfTakingIn(IReadOnlyList<(Flow Flow, LinearForm? Mass)> flows) =>
        new(
            null,
            LinearForm.Nothing.Estimate,
            Total(flows, f => f.Role == FlowRole.Out)?.Estimate,
            LinearForm.Nothing.Estimate,
            null,
            null,
            BalanceStatus.Fits
        );

    /// <summary>What leaves the course has nothing to be held against: it fits as it is.</summary>
    /// <param name="flows">What was taken from lots.</param>
    public static Balance OfLeaving(IReadOnlyList<(Flow Flow, LinearForm? Mass)> flows) =>
        new(
            Total(flows, f => f.Role == FlowRole.In)?.Estimate,
            LinearForm.Nothing.Estimate,
            null,
            LinearForm.Nothing.Estimate,
            null,
            null,
            BalanceStatus.Fits
        );

    /// <summary>A recount: what should have been there against what was. Found fibre is a negative rest; neither kind is impossible, for
    /// bags do turn up.</summary>
    /// <param name="before">What the log said was left, null when it could not tell.</param>
    /// <param name="counted">What the scale says now, null when it was damp.</param>
    public static Balance OfRecount(LinearForm? before, LinearForm? counted)
    {
        var rest = before is null || counted is null ? null : (before - counted).Estimate;
        // A little goes to the floor whenever a bag is opened.
        var floor = (before?.Grams ?? 0) * UsualLoss.Floor;
        var status =
            rest is null ? BalanceStatus.Open
            : rest.Mass.Grams >= (-Bound * rest.Sigma) - 1e-9 && rest.Mass.Grams <= (Bound * rest.Sigma) + floor + 1e-9 ? BalanceStatus.Fits
            : BalanceStatus.Suspicious;
        return new Balance(
            before?.Estimate,
            LinearForm.Nothing.Estimate,
            counted?.Estimate,
            LinearForm.Nothing.Estimate,
            null,
            rest,
            status
        );
    }

    /// <summary>What a gap comes to. A loss found by difference is never below nothing, and with what was weighed of it lies within what is
    /// usual, where that is known.</summary>
    /// <param name="gap">In and gains less kept and weighed losses; null when not known.</param>
    /// <param name="byDifference">Whether the gap is a loss that was left to be found.</param>
    /// <param name="usual">What the step usually loses, null when that is not known.</param>
    /// <param name="takenUp">How much may have been taken up and not weighed, null when nothing.</param>
    /// <param name="weighed">What was weighed of the step's losses, beside one found by difference; null for nothing.</param>
    public static BalanceStatus Judge(
        Estimate? gap,
        bool byDifference,
        UsualLoss? usual = null,
        Mass? takenUp = null,
        Mass? weighed = null
    ) =>
        gap switch
        {
            null => BalanceStatus.Open,
            // A billionth of a gram keeps rounding from telling "nothing on nothing" apart.
            _ when gap.Mass.Grams < (-Bound * gap.Sigma) - (takenUp?.Grams ?? 0) - 1e-9 => BalanceStatus.Impossible,
            _ when gap.Mass.Grams < (-Bound * gap.Sigma) - 1e-9 => BalanceStatus.UsualGain,
            _ when byDifference && usual is not null && !usual.Holds(gap, weighed ?? Mass.Zero) => BalanceStatus.Unusual,
            _ when !byDifference && gap.Mass.Grams > (Bound * gap.Sigma) + (usual?.Allowance.Grams ?? 0) + 1e-9 => BalanceStatus.Suspicious,
            _ when !byDifference && gap.Mass.Grams > (Bound * gap.Sigma) + 1e-9 => BalanceStatus.UsualLoss,
            _ => BalanceStatus.Fits,
        };

    private static LinearForm? Total(IReadOnlyList<(Flow Flow, LinearForm? Mass)> flows, Func<Flow, bool> which)
    {
        var chosen = flows.Where(f => which(f.Flow)).ToArray();
        return chosen.All(f => f.Mass is not null) ? LinearForm.Sum(chosen.Select(f => f.Mass!)) : null;
    }
}
