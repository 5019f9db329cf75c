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
public sealed record Tub(double Litres, double LitresEquivalent);

/// <summary>A rack.</summary>
/// <param name="SquareMetres">Its area, above zero.</param>
public sealed record Rack(double SquareMetres);
