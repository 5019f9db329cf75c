using EarthyTuft.Core.Instruments;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Scouring;

namespace EarthyTuft.Data.Store;

/// <summary>A tub. How fast it cools is learned from the baths lifted out of it.</summary>
public sealed class TubRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public required string Name { get; set; }
    public double Litres { get; set; }

    /// <summary>Its own warmth as litres of water.</summary>
    public double LitresEquivalent { get; set; } = 0.8;
    public DateTimeOffset? RetiredAt { get; set; }
    public uint Version { get; set; }
}

/// <summary>A rack to dry on.</summary>
public sealed class RackRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public required string Name { get; set; }
    public double AreaSquareMetres { get; set; }
    public DateTimeOffset? RetiredAt { get; set; }
    public uint Version { get; set; }
}

/// <summary>A wash that has a name: a later one starts from it.</summary>
public sealed class ScourRecipeRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public required string Name { get; set; }

    /// <summary>The wish as JSON.</summary>
    public required string Wish { get; set; }
    public DateTimeOffset MadeAt { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset? RetiredAt { get; set; }
}

/// <summary>A wash under way, from its plan to the entry that logs it.</summary>
public sealed class WashRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid Key { get; set; }
    public Guid[] LotIds { get; set; } = [];
    public Guid? TubId { get; set; }
    public TubRow? Tub { get; set; }
    public Guid? RecipeId { get; set; }
    public ScourRecipeRow? Recipe { get; set; }

    /// <summary>What was asked for and the plan that came of it, as JSON: the plan of a wash does not change under it.</summary>
    public required string Request { get; set; }
    public required string Plan { get; set; }
    public DateTimeOffset StartedAt { get; set; }

    /// <summary>All baths are done, or it was left.</summary>
    public DateTimeOffset? EndedAt { get; set; }
    public Guid? EntryId { get; set; }
    public required string Who { get; set; }
    public List<BathRow> Baths { get; set; } = [];
    public uint Version { get; set; }
}

/// <summary>One bath, from the moment the wool went in until it was lifted.</summary>
public sealed class BathRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid WashId { get; set; }
    public WashRow? Wash { get; set; }
    public Guid Key { get; set; }

    /// <summary>Which batch, from one.</summary>
    public int Batch { get; set; }

    /// <summary>Its place in the plan, from zero.</summary>
    public int Place { get; set; }
    public BathKind Kind { get; set; }
    public double TargetCelsius { get; set; }
    public double AirCelsius { get; set; }
    public bool AirRead { get; set; }
    public double FloorCelsius { get; set; }

    /// <summary>A floor counts for this bath: wax would settle back.</summary>
    public bool HasFloor { get; set; }
    public double PlannedMinutes { get; set; }

    /// <summary>The probe that hangs in it, null when temperatures are typed.</summary>
    public Guid? ProbeId { get; set; }
    public DateTimeOffset StartedAt { get; set; }
    public DateTimeOffset? LiftedAt { get; set; }

    /// <summary>It lies in another tub than the planned one, which held another batch: it neither knows nor teaches how that one cools.</summary>
    public bool InOtherTub { get; set; }

    /// <summary>What its readings told of the tub; null when they told too little.</summary>
    public double? LearnedRate { get; set; }
    public List<BathReadingRow> Readings { get; set; } = [];
    public uint Version { get; set; }
}

public sealed class BathReadingRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid BathId { get; set; }
    public Guid? Key { get; set; }
    public DateTimeOffset At { get; set; }
    public double Celsius { get; set; }
    public bool FromProbe { get; set; }

    /// <summary>It was a slip; it stays and counts no more.</summary>
    public DateTimeOffset? WithdrawnAt { get; set; }
}

/// <summary>What somebody found and decided about a washed lot.</summary>
public sealed class WashJudgementRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid Key { get; set; }

    /// <summary>The wash.</summary>
    public Guid EntryId { get; set; }
    public Guid LotId { get; set; }
    public WashedHandle? Handle { get; set; }
    public double? LaterGrams { get; set; }
    public double LossPercent { get; set; }
    public WashOutcome Outcome { get; set; }
    public WashDecision Decision { get; set; }
    public DateTimeOffset JudgedAt { get; set; }
    public required string Who { get; set; }
}

/// <summary>How the water was taken out before the rack.</summary>
public enum WaterOut
{
    /// <summary>Spun in a net.</summary>
    SpunOut,

    /// <summary>Pressed or squeezed by hand.</summary>
    Squeezed,

    /// <summary>Hung up dripping.</summary>
    Dripping,
}

/// <summary>Wool on a rack, until it is dry and weighed.</summary>
public sealed class DryingRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid Key { get; set; }
    public Guid[] LotIds { get; set; } = [];
    public Guid? RackId { get; set; }
    public RackRow? Rack { get; set; }
    public WaterOut WaterOut { get; set; }
    public bool Outdoors { get; set; }
    public bool Netted { get; set; }

    /// <summary>What the ledger expects it to weigh dry, and how surely.</summary>
    public double? ExpectedGrams { get; set; }
    public double? ExpectedDeviation { get; set; }
    public DateTimeOffset StartedAt { get; set; }
    public DateTimeOffset? EndedAt { get; set; }
    public Guid? EntryId { get; set; }
    public required string Who { get; set; }
    public List<DryingWeightRow> Weights { get; set; } = [];
    public uint Version { get; set; }
}

public sealed class DryingWeightRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid DryingId { get; set; }
    public Guid Key { get; set; }
    public DateTimeOffset At { get; set; }
    public double Grams { get; set; }
    public required string Typed { get; set; }
    public required string Who { get; set; }

    /// <summary>It was a slip; it stays and counts no more.</summary>
    /// <summary>It was asked about, and somebody said that it is so.</summary>
    public bool Believed { get; set; }
    public DateTimeOffset? WithdrawnAt { get; set; }
}

/// <summary>An instrument that speaks the line protocol of docs/instruments.md, and where it is.</summary>
public sealed class InstrumentRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public InstrumentKind Kind { get; set; }
    public required string Name { get; set; }
    public required string Host { get; set; }
    public int Port { get; set; }
    public bool On { get; set; }
    public uint Version { get; set; }
}

/// <summary>A person has seen the caution of a station.</summary>
public sealed class CautionSeenRow : IWorkshopOwned
{
    public Guid WorkshopId { get; set; }
    public Guid PersonId { get; set; }
    public StepKind Step { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>What was counted at a step, beside what was weighed.</summary>
public sealed class CountRow : IWorkshopOwned
{
    public Guid EntryId { get; set; }
    public Guid WorkshopId { get; set; }

    /// <summary>Hairs and bits plucked out by hand.</summary>
    public int? Plucked { get; set; }

    /// <summary>Hairs counted in a small weighed pinch of what was made.</summary>
    public int? HairsCounted { get; set; }
    public double? PinchGrams { get; set; }

    public double? HairsPerGram => HairsCounted / PinchGrams;
}
