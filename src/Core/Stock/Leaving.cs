using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Stock;

/// <summary>Fibre that leaves the course on purpose.</summary>
/// <param name="Step">How it leaves; one of the leaving steps.</param>
/// <param name="Taking">From which lot, and how much.</param>
/// <param name="IntoReserve">The person was warned and takes what is kept for a project all the same.</param>
/// <param name="ItWasThere">The person was asked and says that the weight is right, whatever the book has.</param>
public sealed record LeavingCommand(StepKind Step, Taking Taking, bool IntoReserve, bool ItWasThere = false);

/// <summary>A lot weighed anew: "found 12 g more".</summary>
/// <param name="Lot">The lot.</param>
/// <param name="Weighing">What is there now.</param>
public sealed record RecountCommand(SourceLot Lot, Weighing Weighing);

/// <summary>A part of a lot kept for a project, or nothing any more.</summary>
/// <param name="Lot">The lot.</param>
/// <param name="Mass">How much, in reference mass; zero takes the reserve off.</param>
/// <param name="For">What for.</param>
public sealed record ReserveCommand(SourceLot Lot, Mass Mass, string For);

/// <summary>The rules of the shelf.</summary>
public static class StockDesk
{
    /// <summary>Weighs a leaving up.</summary>
    /// <param name="command">What leaves.</param>
    /// <param name="newId">Makes the flow's id.</param>
    /// <returns>The flow with its mass, or <c>wrong-step</c>, <c>used-up</c>, <c>not-weighed</c>, <c>empty-lot</c>, <c>above-the-book</c>,
    /// <c>reserved</c>.</returns>
    public static Result<(Flow Flow, LinearForm? Mass)> WeighUp(LeavingCommand command, Func<Guid> newId)
    {
        var guard = new Guard().Need(command.Step.IsLeaving(), "step", "wrong-step", "is not a way for fibre to leave");
        TakingRules.Check(command.Taking, "from", guard);
        if (!command.ItWasThere && TakingRules.Over(command.Taking) is { } over)
        {
            guard.Need(false, "from.mass", "above-the-book", $"is more than the book has: {over.Lot.Code} should hold {over.Book.Mass}");
        }

        guard.Add(command.IntoReserve ? null : TakingRules.Reserved(command.Taking, "from"));
        // Reference locks are a few grams of a fleece: an empty field never means all of it.
        guard.Need(
            command.Step != StepKind.KeepAsReference || command.Taking.Weighing is not null,
            "mass",
            "empty",
            "is missing: weigh the locks that are kept"
        );
        return guard.Then<(Flow, LinearForm?)>(() =>
        {
            var (lot, weighing, all) = command.Taking;
            var reference = weighing is null ? null : ReferenceWeighing.Of(weighing, lot.Nature);
            var flow = new Flow(newId(), FlowRole.In, weighing is null ? Amount.Whole : Amount.Weighed, lot.Id, reference, all);
            return (
                flow,
                reference is not null ? LinearForm.Of(reference)
                : weighing is null ? lot.Left
                : null
            );
        });
    }

    /// <summary>Weighs a recount up.</summary>
    /// <param name="command">The lot and what is there now.</param>
    /// <param name="newId">Makes the flow's id.</param>
    /// <returns>The flow, its mass and the balance against what the log said, or <c>empty-lot</c>, <c>damp</c>. A lot of which nothing was
    /// left can be counted too: bags turn up.</returns>
    public static Result<(Flow Flow, LinearForm Mass, Balance Balance)> WeighUp(RecountCommand command, Func<Guid> newId)
    {
        var reference = ReferenceWeighing.Of(command.Weighing, command.Lot.Nature);
        return new Guard()
            .Need(
                command.Weighing.Logged > Mass.Zero,
                "mass",
                "empty-lot",
                "is nothing: if nothing is left, log it as used up, given away or thrown away"
            )
            .Need(
                reference is not null,
                "state",
                "damp",
                "cannot be damp: a recount says how much fibre there is, and water would be counted with it"
            )
            .Then<(Flow, LinearForm, Balance)>(() =>
            {
                var mass = LinearForm.Of(reference!);
                var flow = new Flow(newId(), FlowRole.Count, Amount.Weighed, command.Lot.Id, reference);
                return (flow, mass, Balance.OfRecount(command.Lot.Left, mass));
            });
    }

    /// <summary>Checks a reserve.</summary>
    /// <param name="command">The reserve.</param>
    /// <returns>The reserve, null when it is taken off; or <c>used-up</c>, <c>more-than-there</c>, <c>empty</c>.</returns>
    public static Result<Reserve?> Check(ReserveCommand command)
    {
        var left = command.Lot.Left?.Estimate;
        return new Guard()
            .Need(!command.Lot.UsedUp, "lot", "used-up", $"is {command.Lot.Code}, and nothing is left of it")
            .Need(command.Mass == Mass.Zero || command.For.Trim().Length > 0, "for", "empty", "is empty: say what it is kept for")
            .Add(
                left is null || command.Mass.Grams <= left.Mass.Grams + (Balance.Bound * left.Sigma) + 1e-9
                    ? null
                    : new Refusal(
                        "mass",
                        "more-than-there",
                        $"The weight is more than the book has: {command.Lot.Code} should hold {left.Mass}. Keep all of it, or count it anew first.",
                        [left.Mass.ToString()]
                    )
            )
            .Then<Reserve?>(() => command.Mass == Mass.Zero ? null : new Reserve(command.Mass, command.For.Trim()));
    }
}
