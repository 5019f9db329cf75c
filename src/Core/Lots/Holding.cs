namespace EarthyTuft.Core.Lots;

/// <summary>How prepared fibre is held and drafted (docs/craft.md, section 11): one batt gives another yarn in each of them.</summary>
public enum Holding
{
    /// <summary>As it is, drafted over its whole width from its end.</summary>
    WholeWidth,

    /// <summary>Split or torn along its fibres into strips.</summary>
    Strips,

    /// <summary>Torn from alternate sides, short of each edge: one long strip.</summary>
    ZStrip,

    /// <summary>Torn into pieces a hand wide, each rolled across its fibres.</summary>
    TornAndRolled,

    /// <summary>Rolled up from its side, so that its fibres lie along the roll.</summary>
    RolledFromTheSide,

    /// <summary>Folded over a finger, so that fibres enter from their middle.</summary>
    FromTheFold,

    /// <summary>From the end of what is rolled or drawn already, or from a handful.</summary>
    FromTheEnd,
}

/// <summary>Which preparation can be held how, and what that does to the order of its fibres.</summary>
public static class Holdings
{
    /// <summary>Below this staple length, in millimetres, fibre is too short to lie over a finger (docs/craft.md, section 11).</summary>
    public const double ShortestOverAFinger = 60;

    /// <summary>The ways of holding a preparation, the plainest first.</summary>
    /// <param name="form">Any form.</param>
    /// <returns>None for what is not ready to be spun.</returns>
    public static IReadOnlyList<Holding> Of(LotForm form) =>
        form switch
        {
            LotForm.Batt =>
            [
                Holding.WholeWidth,
                Holding.Strips,
                Holding.ZStrip,
                Holding.TornAndRolled,
                Holding.RolledFromTheSide,
                Holding.FromTheFold,
            ],
            LotForm.Top => [Holding.WholeWidth, Holding.Strips, Holding.FromTheFold],
            LotForm.Roving => [Holding.FromTheEnd, Holding.Strips, Holding.FromTheFold],
            LotForm.Rolag or LotForm.Puni or LotForm.Cloud => [Holding.FromTheEnd],
            _ => [],
        };

    /// <summary>How the fibres lie as they enter the twist.</summary>
    /// <param name="form">The preparation.</param>
    /// <param name="holding">How it is held.</param>
    /// <param name="lies">How they lie in the preparation, where its carding tells; null for the usual.</param>
    /// <returns>Null where the form is not ready to be spun, or is not held so.</returns>
    public static FibreOrder? OrderOf(LotForm form, Holding holding, FibreOrder? lies = null) =>
        !Of(form).Contains(holding)
            ? null
            : holding switch
            {
                // A fibre that is caught by its middle is folded in the yarn.
                Holding.FromTheFold => form == LotForm.Top ? FibreOrder.Mostly : FibreOrder.Jumbled,
                Holding.TornAndRolled => FibreOrder.Jumbled,
                _ => lies ?? form.UsualOrder(),
            };
}
