namespace EarthyTuft.Core.Lots;

/// <summary>What a lot is at the moment.</summary>
public enum LotForm
{
    /// <summary>In the grease, as shorn.</summary>
    Raw,

    /// <summary>In the grease, skirted and sorted.</summary>
    Skirted,

    /// <summary>Washed and still damp.</summary>
    Washed,

    /// <summary>Washed and dry, locks or loose.</summary>
    Clean,

    /// <summary>Clean and opened: picked, teased or willowed.</summary>
    Opened,

    /// <summary>Opened and still in the grease: it waits for the wash as a whole fleece does.</summary>
    OpenedGreasy,

    /// <summary>Down, parted from its guard hair.</summary>
    Down,

    /// <summary>Opened by hand or lightly carded.</summary>
    Cloud,

    /// <summary>Rolled off hand cards across the fibre.</summary>
    Rolag,

    /// <summary>A sheet off a drum.</summary>
    Batt,

    /// <summary>Small, tight, rolled on a rod.</summary>
    Puni,

    /// <summary>Drawn off to a long supply after carding.</summary>
    Roving,

    /// <summary>Combed and drawn off.</summary>
    Top,

    /// <summary>What stayed in the combs, kept as fibre.</summary>
    Noil,

    /// <summary>Yarn: washed and at rest, or it came in as such.</summary>
    Yarn,

    /// <summary>One spun strand, on its bobbin or cop.</summary>
    Singles,

    /// <summary>Strands twisted together, not washed yet.</summary>
    Plied,
}

/// <summary>What follows from a lot's form.</summary>
public static class LotForms
{
    /// <summary>Still in the grease, so that only its clean part takes up moisture.</summary>
    /// <param name="form">The form.</param>
    public static bool IsGreasy(this LotForm form) => form is LotForm.Raw or LotForm.Skirted or LotForm.OpenedGreasy;

    /// <summary>Ready to be drafted and spun.</summary>
    /// <param name="form">The form.</param>
    public static bool IsPrepared(this LotForm form) => form.IsCarded() || form == LotForm.Top;

    /// <summary>A preparation made on cards.</summary>
    /// <param name="form">The form.</param>
    public static bool IsCarded(this LotForm form) =>
        form is LotForm.Cloud or LotForm.Rolag or LotForm.Batt or LotForm.Puni or LotForm.Roving;

    /// <summary>A preparation that usually comes off a drum rather than off hand cards.</summary>
    /// <param name="form">The form.</param>
    public static bool IsOffTheDrum(this LotForm form) => form is LotForm.Batt or LotForm.Roving;

    /// <summary>How the fibres usually lie in it; how they lie in one is told by how it was carded and taken off.</summary>
    /// <param name="form">The form.</param>
    /// <returns>Null for what is no preparation.</returns>
    public static FibreOrder? UsualOrder(this LotForm form) =>
        form switch
        {
            LotForm.Top => FibreOrder.Parallel,
            LotForm.Batt or LotForm.Roving => FibreOrder.Mostly,
            LotForm.Cloud or LotForm.Rolag or LotForm.Puni => FibreOrder.Jumbled,
            _ => null,
        };

    /// <summary>Spun: singles, plied, or finished yarn.</summary>
    /// <param name="form">The form.</param>
    public static bool IsSpun(this LotForm form) => form is LotForm.Singles or LotForm.Plied or LotForm.Yarn;

    /// <summary>The preparation that the agreed moisture allowance goes by.</summary>
    /// <param name="form">The form.</param>
    public static Fibres.Preparation Preparation(this LotForm form) =>
        form == LotForm.Top ? Fibres.Preparation.Combed : Fibres.Preparation.Carded;

    /// <summary>Still a fleece, whole or in part, with locks that can be lifted out: raw, skirted, washed, clean.</summary>
    /// <param name="form">The form.</param>
    public static bool HasLocks(this LotForm form) => form is LotForm.Raw or LotForm.Skirted or LotForm.Washed or LotForm.Clean;
}
