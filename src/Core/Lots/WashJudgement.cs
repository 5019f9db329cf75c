namespace EarthyTuft.Core.Lots;

/// <summary>How washed fibre feels when it seems dry.</summary>
public enum WashedHandle
{
    /// <summary>Clean and dry.</summary>
    Dry,

    /// <summary>Tacky: it clings to the finger.</summary>
    Tacky,

    /// <summary>Cool or damp.</summary>
    Damp,
}

/// <summary>What the wash did.</summary>
public enum WashOutcome
{
    /// <summary>The loss is what this kind usually loses.</summary>
    Fine,

    /// <summary>More left than usual.</summary>
    MoreThanUsual,

    /// <summary>Too little left, and it is wax.</summary>
    WaxLeft,

    /// <summary>Too little left, and it is water.</summary>
    StillDamp,

    /// <summary>Too little left, and wax and water cannot be told apart yet.</summary>
    CannotTell,
}

/// <summary>What somebody decided about a washed lot; it stays with it for years.</summary>
public enum WashDecision
{
    /// <summary>The wash did its work.</summary>
    Fine,

    /// <summary>Wax is left, and it goes to the next step before that hardens.</summary>
    UseSoon,

    /// <summary>Wax is left, and that is acceptable.</summary>
    WaxAccepted,

    /// <summary>Back into the bath.</summary>
    WashAgain,
}
