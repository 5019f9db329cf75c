namespace EarthyTuft.Core.Tools;

/// <summary>Kinds of tools a workshop has.</summary>
public enum ToolKind
{
    /// <summary>To wash in.</summary>
    Tub,

    /// <summary>To dry on.</summary>
    Rack,
}

/// <summary>A tub.</summary>
/// <param name="Litres">What it holds, above zero.</param>
/// <param name="LitresEquivalent">Its own warmth as litres of water, zero or more.</param>
/// <param name="Covered">It stands under a lid, or under foam, while the wool soaks: little evaporates.</param>
public sealed record Tub(double Litres, double LitresEquivalent, bool Covered = false);

/// <summary>A rack.</summary>
/// <param name="SquareMetres">Its area, above zero.</param>
public sealed record Rack(double SquareMetres);
