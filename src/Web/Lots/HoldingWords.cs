using EarthyTuft.Core.Lots;

namespace EarthyTuft.Web.Lots;

/// <summary>How fibre is held, in the words of the screens.</summary>
internal static class HoldingWords
{
    /// <summary>As it follows what is held: "batts, in strips".</summary>
    public static string InWords(this Holding holding) =>
        holding switch
        {
            Holding.WholeWidth => "whole width",
            Holding.Strips => "in strips",
            Holding.ZStrip => "one zig-zag strip",
            Holding.TornAndRolled => "torn and rolled",
            Holding.RolledFromTheSide => "rolled from the side",
            Holding.FromTheFold => "from the fold",
            Holding.FromTheEnd => "from the end",
            _ => throw new ArgumentOutOfRangeException(nameof(holding)),
        };
}
