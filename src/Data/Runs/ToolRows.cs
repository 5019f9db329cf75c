using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Runs;

/// <summary>A tool that stands in the workshop. What is true of its kind is a payload; what was learned of it are <see cref="ToolLessonRow"/>s.</summary>
public sealed class ToolRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public ToolKind Kind { get; set; }
    public required string Name { get; set; }
    public required string Facts { get; set; }
    public DateTimeOffset? RetiredAt { get; set; }
    public uint Version { get; set; }

    /// <summary>A tub. Throws for a tool of another kind.</summary>
    public Tub Tub
    {
        get => Kind == ToolKind.Tub ? StoredTools.Tub(Facts) : throw new InvalidOperationException($"{Name} is no tub.");
        set => (Kind, Facts) = (ToolKind.Tub, StoredTools.Write(value));
    }

    /// <summary>A rack. Throws for a tool of another kind.</summary>
    public Rack Rack
    {
        get => Kind == ToolKind.Rack ? StoredTools.Rack(Facts) : throw new InvalidOperationException($"{Name} is no rack.");
        set => (Kind, Facts) = (ToolKind.Rack, StoredTools.Write(value));
    }

    public static ToolRow Of(string name, Tub tub) => new() { Name = name, Facts = "", Tub = tub };

    public static ToolRow Of(string name, Rack rack) => new() { Name = name, Facts = "", Rack = rack };
}

/// <summary>The facts of tools as they are stored.</summary>
internal static class StoredTools
{
    private const int Version = 1;

    public static string Write(Tub tub) => StoredPayload.Write(new StoredTub(tub.Litres, tub.LitresEquivalent, tub.Covered), Version);

    public static string Write(Rack rack) => StoredPayload.Write(new StoredRack(rack.SquareMetres), Version);

    public static Tub Tub(string stored)
    {
        var tub = StoredPayload.Read<StoredTub>(stored, Version);
        return new Tub(tub.Litres, tub.LitresEquivalent, tub.Covered);
    }

    public static Rack Rack(string stored) => new(StoredPayload.Read<StoredRack>(stored, Version).SquareMetres);

    // Version 1 knew no lids; a tub without the word is open.
    private sealed record StoredTub(double Litres, double LitresEquivalent, bool Covered = false);

    private sealed record StoredRack(double SquareMetres);
}
