using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Sampling;
using Microsoft.AspNetCore.Identity;

namespace EarthyTuft.Data.Store;

/// <summary>A row that belongs to a workshop and is invisible from any other.</summary>
public interface IWorkshopOwned
{
    Guid WorkshopId { get; set; }
}

public enum MemberRole
{
    /// <summary>Reads only.</summary>
    Looker,

    /// <summary>Logs, measures, keeps samples.</summary>
    Preparer,

    /// <summary>All that, and people and settings.</summary>
    Owner,
}

public sealed class AppUser : IdentityUser<Guid>
{
    public required string DisplayName { get; set; }
}

public sealed class WorkshopRow
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required string Name { get; set; }
    public MassUnit Unit { get; set; } = MassUnit.Gram;
    public string TimeZone { get; set; } = "UTC";
    public string Currency { get; set; } = "EUR";
    public double ScaleStepGrams { get; set; } = 1;
    public double? UsualBowlGrams { get; set; }
    public bool IsDemo { get; set; }
    public DateTimeOffset FoundedAt { get; set; }
    public uint Version { get; set; }
}

public sealed class MembershipRow
{
    public Guid WorkshopId { get; set; }
    public Guid UserId { get; set; }
    public AppUser? User { get; set; }
    public WorkshopRow? Workshop { get; set; }
    public MemberRole Role { get; set; }
    public DateTimeOffset JoinedAt { get; set; }
}

public sealed class InvitationRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public MemberRole Role { get; set; }

    /// <summary>SHA-256 of the code: the code itself is shown once and not kept.</summary>
    public required string CodeHash { get; set; }
    public DateTimeOffset ExpiresAt { get; set; }
    public DateTimeOffset? UsedAt { get; set; }
    public Guid? UsedBy { get; set; }
    public uint Version { get; set; }
}

/// <summary>A lot. What it holds is a projection of the flows, kept here so that a heap is one sum away.</summary>
public sealed class LotRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public required string Code { get; set; }
    public LotForm Form { get; set; }
    public Fibre Fibre { get; set; }
    public required string Parentage { get; set; }
    public double CleanYieldLow { get; set; }
    public double CleanYieldHigh { get; set; }
    public string Animal { get; set; } = "";
    public string Colour { get; set; } = "";
    public string Notes { get; set; } = "";
    public DateOnly? ShornOn { get; set; }
    public decimal? Price { get; set; }
    public DateTimeOffset MadeAt { get; set; }

    /// <summary>When it was made or last taken from.</summary>
    public DateTimeOffset ChangedAt { get; set; }
    public DateTimeOffset? UsedUpAt { get; set; }

    /// <summary>What it was made with, in reference grams; null when that cannot be told yet.</summary>
    public double? MadeGrams { get; set; }
    public double? LeftGrams { get; set; }
    public double? LeftSigma { get; set; }

    /// <summary>Mean of the locks measured on it or on what it was made of.</summary>
    public double? StapleMillimetres { get; set; }
    public uint Version { get; set; }

    public Span CleanYield => new(CleanYieldLow, CleanYieldHigh);
}

public sealed class EntryRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid Key { get; set; }
    public StepKind Step { get; set; }
    public DateTimeOffset DoneAt { get; set; }
    public DateTimeOffset RecordedAt { get; set; }
    public Guid RecordedBy { get; set; }
    public required string Who { get; set; }
    public int? Minutes { get; set; }
    public string Notes { get; set; } = "";

    /// <summary>Why an entry whose balance cannot be was kept all the same.</summary>
    public string? ConfirmedBecause { get; set; }

    /// <summary>Projection of the balance.</summary>
    public Standing Standing { get; set; }
    public double? GapGrams { get; set; }
    public double? GapSigma { get; set; }
    public List<FlowRow> Flows { get; set; } = [];
}

public sealed class FlowRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid EntryId { get; set; }
    public int Ordinal { get; set; }
    public FlowRole Role { get; set; }
    public Amount Amount { get; set; }
    public Guid? LotId { get; set; }
    public LotRow? Lot { get; set; }
    public LossKind? LossKind { get; set; }
    public Fate? Fate { get; set; }
    public GainKind? GainKind { get; set; }
    public bool EmptiesLot { get; set; }

    /// <summary>Projection: the settled reference mass, for flows whose own weighing does not tell it.</summary>
    public double? SettledGrams { get; set; }
    public double? SettledSigma { get; set; }
    public List<WeighingRow> Weighings { get; set; } = [];
}

/// <summary>One reading of a scale. A correction is a further revision; the old one stays.</summary>
public sealed class WeighingRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid FlowId { get; set; }
    public int Revision { get; set; }
    public double Grams { get; set; }
    public required string Typed { get; set; }
    public WeighingState State { get; set; }
    public double? HumidityPercent { get; set; }
    public double ScaleStepGrams { get; set; }
    public DateOnly Sitting { get; set; }
    public Guid RecordedBy { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset RecordedAt { get; set; }
    public string? CorrectedBecause { get; set; }
}

public enum DraftState
{
    Open,
    Confirmed,
    Replaced,
    Withdrawn,
}

/// <summary>An entry whose balance cannot be, kept as it was typed until someone settles it.</summary>
public sealed class DraftRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid Key { get; set; }
    public StepKind Step { get; set; }
    public required string Request { get; set; }
    public required string Trouble { get; set; }
    public DraftState State { get; set; }
    public DateTimeOffset RecordedAt { get; set; }
    public Guid RecordedBy { get; set; }
    public uint Version { get; set; }
}

public sealed class LockRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid LotId { get; set; }
    public Guid Key { get; set; }
    public FleecePlace Place { get; set; }
    public double LengthMillimetres { get; set; }
    public int? Crimps { get; set; }
    public double? SpanMillimetres { get; set; }
    public Wave? Wave { get; set; }
    public DateTimeOffset MeasuredAt { get; set; }
    public DateTimeOffset? WithdrawnAt { get; set; }

    public MeasuredLock Measured => new(
        Place,
        Length.FromMillimetres(LengthMillimetres),
        Crimps,
        SpanMillimetres is { } span ? Length.FromMillimetres(span) : null,
        Wave);
}

public sealed class SampleRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid LotId { get; set; }
    public LotRow? Lot { get; set; }
    public Guid Key { get; set; }
    public required string Code { get; set; }
    public LotForm Form { get; set; }
    public Draw? Draw { get; set; }
    public double? WrapsPerInch { get; set; }
    public int? Plies { get; set; }
    public double? TwistAngleDegrees { get; set; }
    public required string Verdict { get; set; }
    public string[] Uses { get; set; } = [];
    public DateTimeOffset MadeAt { get; set; }
    public required string Who { get; set; }

    public Sample Sample => new(Form, Draw, WrapsPerInch, Plies, TwistAngleDegrees, Verdict, Uses);
}

/// <summary>Running numbers behind short codes, one row a prefix.</summary>
public sealed class CodeCounterRow : IWorkshopOwned
{
    public Guid WorkshopId { get; set; }
    public required string Prefix { get; set; }
    public int Last { get; set; }
}
