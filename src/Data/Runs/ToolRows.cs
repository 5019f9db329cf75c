using System.ComponentModel.DataAnnotations.Schema;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Runs;

/// <summary>A tool that stands in the workshop. What is true of its kind is a payload; what was learned of it are
/// <see cref="ToolLessonRow"/>s.</summary>
[Tells(News.Tools)]
[Table("tools")]
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

    /// <summary>A cloth with what was seen and done to it. Throws for a tool of another kind.</summary>
    public (Cloth Cloth, IReadOnlyList<Upkeep> Upkeep) Cards =>
        Kind.HasCloth() ? StoredTools.Cards(Facts) : throw new InvalidOperationException($"{Name} has no cloth.");

    /// <summary>Tines with what was seen and done to them. Throws for a tool of another kind.</summary>
    public (Tines Tines, IReadOnlyList<Upkeep> Upkeep) Combs =>
        Kind.HasTines() ? StoredTools.Combs(Facts) : throw new InvalidOperationException($"{Name} has no tines.");

    /// <summary>A diz with what was seen and done to it. Throws for a tool of another kind.</summary>
    public (Diz Diz, IReadOnlyList<Upkeep> Upkeep) Diz =>
        Kind == ToolKind.Diz ? StoredTools.Diz(Facts) : throw new InvalidOperationException($"{Name} is no diz.");

    /// <summary>What yarn is spun on, with what was seen and done to it. Throws for a tool of another kind.</summary>
    public (Spinner Spinner, IReadOnlyList<Upkeep> Upkeep) Spinner =>
        Kind.Spins() ? StoredTools.Spinner(Facts) : throw new InvalidOperationException($"Nothing is spun on {Name}.");

    /// <summary>A skein winder, with what was seen and done to it. Throws for a tool of another kind.</summary>
    public (Winder Winder, IReadOnlyList<Upkeep> Upkeep) Winder =>
        Kind == ToolKind.Winder ? StoredTools.Winder(Facts) : throw new InvalidOperationException($"{Name} is no winder.");

    /// <summary>What was seen and done to it, the oldest first; nothing is noted of tubs and racks.</summary>
    public IReadOnlyList<Upkeep> Noted() =>
        Kind switch
        {
            _ when Kind.HasCloth() => Cards.Upkeep,
            _ when Kind.HasTines() => Combs.Upkeep,
            _ when Kind.Spins() => Spinner.Upkeep,
            ToolKind.Diz => Diz.Upkeep,
            ToolKind.Winder => Winder.Upkeep,
            _ => [],
        };

    /// <summary>Cards, a drum, a board or a flick.</summary>
    public static ToolRow Of(string name, ToolKind kind, Cloth cloth, IReadOnlyList<Upkeep> upkeep) =>
        new()
        {
            Name = name,
            Kind = kind,
            Facts = StoredTools.Write(cloth, upkeep),
        };

    /// <summary>Combs or a hackle.</summary>
    public static ToolRow Of(string name, ToolKind kind, Tines tines, IReadOnlyList<Upkeep> upkeep) =>
        new()
        {
            Name = name,
            Kind = kind,
            Facts = StoredTools.Write(tines, upkeep),
        };

    /// <summary>A diz.</summary>
    public static ToolRow Of(string name, Diz diz, IReadOnlyList<Upkeep> upkeep) =>
        new()
        {
            Name = name,
            Kind = ToolKind.Diz,
            Facts = StoredTools.Write(diz, upkeep),
        };

    /// <summary>A wheel, an electric flyer, a great wheel or a spindle.</summary>
    public static ToolRow Of(string name, ToolKind kind, Spinner spinner, IReadOnlyList<Upkeep> upkeep) =>
        new()
        {
            Name = name,
            Kind = kind,
            Facts = StoredTools.Write(spinner, upkeep),
        };

    /// <summary>A skein winder.</summary>
    public static ToolRow Of(string name, Winder winder, IReadOnlyList<Upkeep> upkeep) =>
        new()
        {
            Name = name,
            Kind = ToolKind.Winder,
            Facts = StoredTools.Write(winder, upkeep),
        };

    /// <summary>Notes what was seen or done.</summary>
    public void Note(Upkeep seen)
    {
        Upkeep[] upkeep = [.. Noted(), seen];
        Facts = Kind switch
        {
            _ when Kind.HasCloth() => StoredTools.Write(Cards.Cloth, upkeep),
            _ when Kind.HasTines() => StoredTools.Write(Combs.Tines, upkeep),
            _ when Kind.Spins() => StoredTools.Write(Spinner.Spinner, upkeep),
            ToolKind.Diz => StoredTools.Write(Diz.Diz, upkeep),
            ToolKind.Winder => StoredTools.Write(Winder.Winder, upkeep),
            _ => throw new InvalidOperationException($"Nothing is noted of {Name}."),
        };
    }

    public static ToolRow Of(string name, Tub tub) =>
        new()
        {
            Name = name,
            Facts = "",
            Tub = tub,
        };

    public static ToolRow Of(string name, Rack rack) =>
        new()
        {
            Name = name,
            Facts = "",
            Rack = rack,
        };
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

    public static string Write(Cloth cloth, IReadOnlyList<Upkeep> upkeep) =>
        StoredPayload.Write(
            new StoredCards(cloth.WidthCentimetres, cloth.LengthCentimetres, cloth.TeethPerSquareInch, Stored(upkeep)),
            Version
        );

    public static string Write(Tines tines, IReadOnlyList<Upkeep> upkeep) =>
        StoredPayload.Write(new StoredCombs(tines.WidthCentimetres, tines.Rows, tines.HeightCentimetres, Stored(upkeep)), Version);

    public static string Write(Diz diz, IReadOnlyList<Upkeep> upkeep) =>
        StoredPayload.Write(new StoredDiz(diz.HoleMillimetres, Stored(upkeep)), Version);

    public static (Cloth, IReadOnlyList<Upkeep>) Cards(string stored)
    {
        var cards = StoredPayload.Read<StoredCards>(stored, Version);
        return (new Cloth(cards.WidthCentimetres, cards.LengthCentimetres, cards.TeethPerSquareInch), Seen(cards.Upkeep));
    }

    public static (Tines, IReadOnlyList<Upkeep>) Combs(string stored)
    {
        var combs = StoredPayload.Read<StoredCombs>(stored, Version);
        return (new Tines(combs.WidthCentimetres, combs.Rows, combs.HeightCentimetres), Seen(combs.Upkeep));
    }

    public static (Diz, IReadOnlyList<Upkeep>) Diz(string stored)
    {
        var diz = StoredPayload.Read<StoredDiz>(stored, Version);
        return (new Diz(diz.HoleMillimetres), Seen(diz.Upkeep));
    }

    public static string Write(Spinner spinner, IReadOnlyList<Upkeep> upkeep) =>
        StoredPayload.Write(
            new StoredSpinner(
                [.. spinner.Whorls.Select(w => new StoredWhorl(w.Name, w.Ratio))],
                spinner.Drive,
                spinner.BobbinGrams,
                Stored(upkeep),
                [.. spinner.Bobbins.Select(b => new StoredBobbin(b.Name, b.Grams, b.Kate))],
                spinner.WeightGrams
            ),
            Version
        );

    public static string Write(Winder winder, IReadOnlyList<Upkeep> upkeep) =>
        StoredPayload.Write(new StoredWinder(winder.RoundMillimetres, Stored(upkeep)), Version);

    public static (Spinner, IReadOnlyList<Upkeep>) Spinner(string stored)
    {
        var spinner = StoredPayload.Read<StoredSpinner>(stored, Version);
        return (
            new Spinner([.. spinner.Whorls.Select(w => new Whorl(w.Name, w.Ratio))], spinner.Drive, spinner.BobbinGrams)
            {
                Bobbins = [.. (spinner.Bobbins ?? []).Select(b => new Bobbin(b.Name, b.Grams, b.Kate))],
                WeightGrams = spinner.WeightGrams,
            },
            Seen(spinner.Upkeep)
        );
    }

    public static (Winder, IReadOnlyList<Upkeep>) Winder(string stored)
    {
        var winder = StoredPayload.Read<StoredWinder>(stored, Version);
        return (new Winder(winder.RoundMillimetres), Seen(winder.Upkeep));
    }

    private static StoredUpkeep[] Stored(IReadOnlyList<Upkeep> upkeep) => [.. upkeep.Select(u => new StoredUpkeep(u.At, u.Who, u.What))];

    private static Upkeep[] Seen(IReadOnlyList<StoredUpkeep> upkeep) => [.. upkeep.Select(u => new Upkeep(u.At, u.Who, u.What))];

    private sealed record StoredCombs(double WidthCentimetres, int Rows, double? HeightCentimetres, IReadOnlyList<StoredUpkeep> Upkeep);

    private sealed record StoredDiz(double HoleMillimetres, IReadOnlyList<StoredUpkeep> Upkeep);

    private sealed record StoredSpinner(
        IReadOnlyList<StoredWhorl> Whorls,
        Drive? Drive,
        double? BobbinGrams,
        IReadOnlyList<StoredUpkeep> Upkeep,
        IReadOnlyList<StoredBobbin>? Bobbins = null,
        double? WeightGrams = null
    );

    private sealed record StoredBobbin(string Name, double Grams, string Kate);

    private sealed record StoredWhorl(string Name, double? Ratio);

    private sealed record StoredWinder(double RoundMillimetres, IReadOnlyList<StoredUpkeep> Upkeep);

    private sealed record StoredCards(
        double WidthCentimetres,
        double LengthCentimetres,
        double? TeethPerSquareInch,
        IReadOnlyList<StoredUpkeep> Upkeep
    );

    private sealed record StoredUpkeep(DateTimeOffset At, string Who, string What);

    // Version 1 knew no lids; a tub without the word is open.
    private sealed record StoredTub(double Litres, double LitresEquivalent, bool Covered = false);

    private sealed record StoredRack(double SquareMetres);
}
