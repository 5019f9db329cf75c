using EarthyTuft.Core.Instruments;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;

namespace EarthyTuft.Data.Store;

/// <summary>What somebody found and decided about a washed lot.</summary>
[Tells(News.Log)]
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

/// <summary>An instrument that speaks the line protocol of docs/instruments.md, and where it is.</summary>
[Tells(News.Tools)]
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
