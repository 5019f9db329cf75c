namespace EarthyTuft.Core.Ledger;

/// <summary>The steps an entry can log.</summary>
public enum StepKind
{
    /// <summary>A fleece comes in.</summary>
    TakeIn,

    /// <summary>What spoils the rest is taken out.</summary>
    Skirt,

    /// <summary>Wax, suint and dirt out.</summary>
    Wash,

    /// <summary>Water out.</summary>
    Dry,

    /// <summary>Opened and mixed between toothed cloths.</summary>
    Card,

    /// <summary>Drawn through tines.</summary>
    Comb,

    /// <summary>Fibres or colours laid together and opened into one another.</summary>
    Blend,

    /// <summary>Opened into a loose mass: picking, teasing, willowing.</summary>
    Open,

    /// <summary>Down apart from guard hair.</summary>
    Dehair,

    /// <summary>Lint apart from seed and husk.</summary>
    Gin,

    /// <summary>Silk caps parted into layers and drawn.</summary>
    PartCaps,

    /// <summary>Silk's gum out.</summary>
    Degum,

    /// <summary>Colour taken up.</summary>
    Dye,

    /// <summary>A little oil, mixed through.</summary>
    Dress,

    /// <summary>One lot parted in several, as it is: sorted by length or fineness, or simply divided.</summary>
    Divide,

    /// <summary>Several lots of one kind put together, as they are.</summary>
    Join,

    /// <summary>Drafted and twisted to singles.</summary>
    Spin,

    /// <summary>Strands twisted together.</summary>
    Ply,

    /// <summary>Yarn washed or steamed, so that its twist sets and it comes to rest.</summary>
    Finish,

    /// <summary>Used up outside of this log: spun, felted, stuffed.</summary>
    UseUp,

    /// <summary>Given away.</summary>
    GiveAway,

    /// <summary>Sold.</summary>
    Sell,

    /// <summary>Thrown away.</summary>
    Discard,

    /// <summary>Kept as a reference: a lock for the card, a staple for the drawer.</summary>
    KeepAsReference,

    /// <summary>What is left of a lot, weighed anew.</summary>
    Recount,

    /// <summary>A pinch is rolled warm and wet, to see how readily it felts: nothing is taken, and nothing is logged.</summary>
    TestFelting,
}

/// <summary>What the ledger knows of kinds of step.</summary>
public static class StepKinds
{
    /// <summary>Fibre leaves the course: nothing is made of it here.</summary>
    /// <param name="step">The step.</param>
    public static bool IsLeaving(this StepKind step) =>
        step is StepKind.UseUp or StepKind.GiveAway or StepKind.Sell or StepKind.Discard or StepKind.KeepAsReference;

    /// <summary>Takes from lots and gives to lots, so that what went in can be held against what came out.</summary>
    /// <param name="step">The step.</param>
    public static bool HasBalance(this StepKind step) => step != StepKind.TakeIn && step != StepKind.Recount && !step.IsLeaving();
}

/// <summary>Which way a flow goes through a step.</summary>
public enum FlowRole
{
    /// <summary>Taken from a lot.</summary>
    In,

    /// <summary>Taken up from elsewhere: dye, dressing.</summary>
    Gain,

    /// <summary>Given to a new lot.</summary>
    Out,

    /// <summary>Left the course.</summary>
    Loss,

    /// <summary>What is left of a lot, weighed anew: it stands for what was there before and for what can be taken after.</summary>
    Count,
}

/// <summary>How a flow's mass is known.</summary>
public enum Amount
{
    /// <summary>It was weighed.</summary>
    Weighed,

    /// <summary>All that was left of the lot, not weighed again.</summary>
    Whole,

    /// <summary>A loss found from the rest of the balance.</summary>
    ByDifference,

    /// <summary>Nobody weighed it.</summary>
    NotWeighed,
}

/// <summary>What is lost on the way.</summary>
public enum LossKind
{
    /// <summary>Belly, britch, stained and matted edges.</summary>
    Skirtings,

    /// <summary>Dung tags.</summary>
    DungTags,

    /// <summary>Dirt and sand.</summary>
    DirtAndSand,

    /// <summary>Wax and suint.</summary>
    WaxAndSuint,

    /// <summary>Hay, seed, burr, straw.</summary>
    VegetableMatter,

    /// <summary>Short bits where the shears passed twice.</summary>
    SecondCuts,

    /// <summary>Weathered tips.</summary>
    WeatheredTips,

    /// <summary>Guard hair.</summary>
    GuardHair,

    /// <summary>Kemp.</summary>
    Kemp,

    /// <summary>Short and tangled rest of combing.</summary>
    Noil,

    /// <summary>Card waste.</summary>
    CardWaste,

    /// <summary>Seed and trash of cotton.</summary>
    SeedAndTrash,

    /// <summary>Silk's gum.</summary>
    Gum,

    /// <summary>Dust.</summary>
    Dust,

    /// <summary>Ends, breaks, and what stays on the bobbin.</summary>
    YarnEnds,

    /// <summary>Locks kept for reference.</summary>
    ReferenceLocks,

    /// <summary>Spilled.</summary>
    Spilled,

    /// <summary>Anything else.</summary>
    Other,
}

/// <summary>What became of a loss.</summary>
public enum Fate
{
    /// <summary>Composted.</summary>
    Compost,

    /// <summary>Spread as mulch.</summary>
    Mulch,

    /// <summary>Sown.</summary>
    Sown,

    /// <summary>Kept as stock.</summary>
    KeptAsStock,

    /// <summary>Kept as lower grade.</summary>
    KeptAsLowerGrade,

    /// <summary>Thrown away.</summary>
    Discarded,

    /// <summary>Given away.</summary>
    GivenAway,
}

/// <summary>What follows from a fate.</summary>
public static class Fates
{
    /// <summary>Kept, so that it can be worth something and be a credit to the rest.</summary>
    /// <param name="fate">The fate.</param>
    public static bool MayHaveWorth(this Fate fate) => fate is Fate.KeptAsStock or Fate.KeptAsLowerGrade;
}

/// <summary>What a step can add.</summary>
public enum GainKind
{
    /// <summary>Dye taken up.</summary>
    Dye,

    /// <summary>Dressing taken up.</summary>
    Dressing,
}

/// <summary>What the ledger knows of kinds of loss.</summary>
public static class LossKinds
{
    /// <summary>Fibre, and so moist like the lot it came from; the rest is counted at its weight.</summary>
    /// <param name="kind">The kind.</param>
    public static bool IsFibre(this LossKind kind) =>
        kind
            is not (
                LossKind.DirtAndSand
                or LossKind.WaxAndSuint
                or LossKind.VegetableMatter
                or LossKind.SeedAndTrash
                or LossKind.Gum
                or LossKind.Dust
            );
}

/// <summary>An answer to "where did it go?" that adds nothing to the log.</summary>
public enum GapAnswer
{
    /// <summary>Nobody knows.</summary>
    NotKnown,

    /// <summary>The weights are right as they stand.</summary>
    AsItIs,
}

/// <summary>One mass going through one step.</summary>
/// <param name="Id">The flow's id.</param>
/// <param name="Role">Which way it goes.</param>
/// <param name="Amount">How its mass is known.</param>
/// <param name="LotId">The lot taken from, made or counted; null for gains and losses.</param>
/// <param name="Weighing">The weighing in reference mass; null when not weighed or damp.</param>
/// <param name="EmptiesLot">For a taking: nothing of the lot was left afterwards.</param>
public sealed record Flow(Guid Id, FlowRole Role, Amount Amount, Guid? LotId, ReferenceWeighing? Weighing, bool EmptiesLot = false);

/// <summary>One logged step as the sums see it.</summary>
/// <param name="Id">The entry's id.</param>
/// <param name="Step">What was done.</param>
/// <param name="Flows">Everything that went in and came out.</param>
public sealed record Entry(Guid Id, StepKind Step, IReadOnlyList<Flow> Flows)
{
    /// <summary>Whether one of its losses is found from the rest, so that nothing checks what came out.</summary>
    public bool FindsByDifference => Flows.Any(f => f.Amount == Amount.ByDifference);

    /// <summary>Whether it took a part that nobody weighed: what came of it tells how much that was.</summary>
    public bool TellsWhatWasTaken => Flows.Any(f => f is { Role: FlowRole.In, Amount: Amount.NotWeighed });

    /// <summary>What the step usually loses, where that is known and a question: more is missing than the weighings explain, a loss is
    /// found by difference, or a part was taken that nobody weighed. Null otherwise.</summary>
    public UsualLoss? Usual { get; init; }

    /// <summary>What the step adds without anybody having weighed it; null where it adds nothing, or what it added was weighed.</summary>
    public UsualGain? UsualGain { get; init; }
}
