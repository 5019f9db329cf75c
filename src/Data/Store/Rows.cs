using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
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
    public TemperatureUnit TemperatureUnit { get; set; } = TemperatureUnit.Celsius;
    public LengthUnit LengthUnit { get; set; } = LengthUnit.Millimetre;
    public string TimeZone { get; set; } = "UTC";

    /// <summary>The taking in of the example fleece, while it is there.</summary>
    public Guid? ExampleEntryId { get; set; }
    public string Currency { get; set; } = "EUR";
    public double ScaleStepGrams { get; set; } = 1;
    public double? UsualBowlGrams { get; set; }

    /// <summary>What an hour counts for; null when hours are not counted.</summary>
    public decimal? HourlyRate { get; set; }
    public WashSchool WashSchool { get; set; } = WashSchool.HandHot;
    public bool OpenBeforeWash { get; set; }
    public bool LeaveWax { get; set; }
    public DownSchool DownSchool { get; set; } = DownSchool.CardedPunis;
    public FineSockSchool FineSockSchool { get; set; } = FineSockSchool.WithStrongFibre;
    public SemiNamedBy SemiNamedBy { get; set; } = SemiNamedBy.Draw;

    /// <summary>Its own table of what things usually take, as <c>StoredUsualYarn</c> writes it; null for the typical one.</summary>
    public string? UsualYarn { get; set; }

    /// <summary>The hottest and the coldest water there is by the tub.</summary>
    public double HotWaterCelsius { get; set; } = 60;
    public double ColdWaterCelsius { get; set; } = 12;
    public decimal? WaterPerCubicMetre { get; set; }
    public decimal? PerKilowattHour { get; set; }

    /// <summary>When the evening ends: what dries longer is said to.</summary>
    public TimeOnly Bedtime { get; set; } = new(22, 0);
    public bool IsDemo { get; set; }

    /// <summary>When somebody last worked in a demo; one that lies unused is thrown away. Null for a workshop that is no demo.</summary>
    public DateTimeOffset? DemoUsedAt { get; set; }
    public DateTimeOffset FoundedAt { get; set; }

    /// <summary>The version of the rules that its projections were last reckoned by; older ones are reckoned anew at the start.</summary>
    public int ProjectedWith { get; set; } = Ledger.Projections.Version;
    public uint Version { get; set; }
}

public sealed class MembershipRow
{
    public Guid WorkshopId { get; set; }
    public Guid UserId { get; set; }
    public AppUser? User { get; set; }
    public WorkshopRow? Workshop { get; set; }
    public MemberRole Role { get; set; }

    /// <summary>So many minutes of one motion a day this person wants to do at most; null for no bound.</summary>
    public int? MotionMinutes { get; set; }
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

[Tells(News.Log)]
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

    /// <summary>Price and carriage of a fleece, agents of a step; null when nobody noted it.</summary>
    public decimal? Spent { get; set; }

    /// <summary>Of a dyeing what was noted of it, as <c>StoredDyeing</c> writes it; null for anything else.</summary>
    public string? Dyeing { get; set; }

    /// <summary>Set when it was voided; nothing reckons with it then, and it stays readable.</summary>
    public DateTimeOffset? VoidedAt { get; set; }
    public string? VoidedBy { get; set; }
    public string? VoidedBecause { get; set; }

    /// <summary>The entry that was voided and took this one along; its own id when it was this one.</summary>
    public Guid? VoidedWith { get; set; }

    /// <summary>Projection of the balance.</summary>
    public BalanceStatus Status { get; set; }
    public double? GapGrams { get; set; }
    public double? GapSigma { get; set; }

    /// <summary>Projection: taken from lots and kept, in reference grams; what the workshop learns its yields and its pace from.</summary>
    public double? TakenGrams { get; set; }
    public double? KeptGrams { get; set; }

    /// <summary>Projection: what usually goes at that step, where more is missing than the weighings explain; by the log as it was when it
    /// was reckoned.</summary>
    public LossKind? UsualKind { get; set; }
    public double? UsualLeastGrams { get; set; }
    public double? UsualMostGrams { get; set; }
    public double? UsualAllowanceGrams { get; set; }

    /// <summary>What was said when the log asked where the gap comes from, and nothing was found; null while nobody was asked or something
    /// was added.</summary>
    public GapAnswer? Answer { get; set; }
    public DateTimeOffset? AnsweredAt { get; set; }
    public string? AnsweredBy { get; set; }

    /// <summary>The gap that was asked about: with another one the question is another.</summary>
    public double? AnsweredGapGrams { get; set; }
    public List<FlowRow> Flows { get; set; } = [];
}

[Tells(News.Log)]
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

    /// <summary>What a second grade is worth, or what was paid for what was sold.</summary>
    public decimal? Worth { get; set; }

    /// <summary>Remembered after the entry was logged: when and by whom it was added; null for what was logged with it.</summary>
    public DateTimeOffset? AddedAt { get; set; }
    public string? AddedBy { get; set; }

    /// <summary>Of a voided entry; kept here so that the family query can pass it by.</summary>
    public bool Voided { get; set; }

    /// <summary>Projection: the settled reference mass, for flows whose own weighing does not tell it.</summary>
    public double? SettledGrams { get; set; }
    public double? SettledSigma { get; set; }
    public List<WeighingRow> Weighings { get; set; } = [];
}

/// <summary>One reading of a scale. A correction is a further revision; the old one stays.</summary>
[Tells(News.Log)]
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
    public DateOnly Session { get; set; }
    public Guid RecordedBy { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset RecordedAt { get; set; }
    public string? CorrectedBecause { get; set; }
}

/// <summary>Something other than a weighing that was changed: from what to what, by whom and why.</summary>
[Tells(News.Log)]
public sealed class ChangeRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid? LotId { get; set; }
    public Guid? EntryId { get; set; }
    public Guid? SampleId { get; set; }
    public Guid? AnimalId { get; set; }
    public required string What { get; set; }
    public required string From { get; set; }
    public required string To { get; set; }
    public string Because { get; set; } = "";
    public required string Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>One look over a fleece. Looking again adds a row; the newest counts and the old ones stay.</summary>
[Tells(News.Log)]
public sealed class LookOverRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid LotId { get; set; }
    public Guid Key { get; set; }
    public Handle? Handle { get; set; }
    public Spring? Spring { get; set; }
    public Lustre? Lustre { get; set; }
    public Soundness? Soundness { get; set; }
    public Tips? Tips { get; set; }
    public LockStructure? LockStructure { get; set; }
    public Evenness? Evenness { get; set; }
    public Coat? Coat { get; set; }
    public HowMuch? Wax { get; set; }
    public HowMuch? Dirt { get; set; }
    public HowMuch? VegetableMatter { get; set; }
    public FleeceColour? Colour { get; set; }

    /// <summary>What was thought before the breed's range was shown; written once and then kept.</summary>
    public string FirstImpression { get; set; } = "";

    /// <summary>What the person decided it is for.</summary>
    public string Decision { get; set; } = "";
    public double? MeasuredMicron { get; set; }
    public DateTimeOffset LookedAt { get; set; }
    public required string Who { get; set; }

    public Judgements Judgements
    {
        get => new(Handle, Spring, Lustre, Soundness, Tips, LockStructure, Evenness, Coat, Wax, Dirt, VegetableMatter, Colour);
        set =>
            (Handle, Spring, Lustre, Soundness, Tips, LockStructure, Evenness, Coat, Wax, Dirt, VegetableMatter, Colour) = (
                value.Handle,
                value.Spring,
                value.Lustre,
                value.Soundness,
                value.Tips,
                value.LockStructure,
                value.Evenness,
                value.Coat,
                value.Wax,
                value.Dirt,
                value.VegetableMatter,
                value.Colour
            );
    }
}

/// <summary>A workshop's own figures of a breed; they stand before the general ones.</summary>
[Tells(News.Tools)]
public sealed class BreedRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public required string Name { get; set; }

    /// <summary>The name as it is looked up: letters only.</summary>
    public required string PlainName { get; set; }
    public Fibre Fibre { get; set; }
    public FleeceClass Class { get; set; }
    public double MicronLow { get; set; }
    public double MicronHigh { get; set; }
    public double StapleLow { get; set; }
    public double StapleHigh { get; set; }
    public Wave Wave { get; set; }
    public double? CrimpsLow { get; set; }
    public double? CrimpsHigh { get; set; }
    public double FleeceLow { get; set; }
    public double FleeceHigh { get; set; }
    public double CleanLow { get; set; }
    public double CleanHigh { get; set; }
    public Lustre Lustre { get; set; }
    public FeltingGrade Felts { get; set; }
    public Coat Coat { get; set; }
    public string[] Uses { get; set; } = [];
    public bool ConservationConcern { get; set; }
    public string[] AlsoKnownAs { get; set; } = [];

    public Breed Breed
    {
        get =>
            new(
                Name,
                Fibre,
                Class,
                new(MicronLow, MicronHigh),
                new(StapleLow, StapleHigh),
                Wave,
                CrimpsLow is { } low && CrimpsHigh is { } high ? new(low, high) : null,
                new(FleeceLow, FleeceHigh),
                new(CleanLow, CleanHigh),
                Lustre,
                Felts,
                Coat,
                Uses,
                ConservationConcern,
                AlsoKnownAs
            );
        set
        {
            (Name, PlainName, Fibre, Class, Wave, Lustre, Felts, Coat) = (
                value.Name.Trim(),
                BreedBook.Plain(value.Name),
                value.Fibre,
                value.Class,
                value.Wave,
                value.Lustre,
                value.Felts,
                value.Coat
            );
            (MicronLow, MicronHigh, StapleLow, StapleHigh) = (
                value.Micron.Low,
                value.Micron.High,
                value.StapleMillimetres.Low,
                value.StapleMillimetres.High
            );
            (CrimpsLow, CrimpsHigh) = (value.CrimpsPerCentimetre?.Low, value.CrimpsPerCentimetre?.High);
            (FleeceLow, FleeceHigh, CleanLow, CleanHigh) = (
                value.FleeceKilograms.Low,
                value.FleeceKilograms.High,
                value.CleanYield.Low,
                value.CleanYield.High
            );
            (Uses, ConservationConcern, AlsoKnownAs) = ([.. value.Uses ?? []], value.ConservationConcern, [.. value.AlsoKnownAs ?? []]);
        }
    }
}

public enum DraftState
{
    Open,
    Confirmed,
    Replaced,
    Withdrawn,
}

/// <summary>An entry whose balance cannot be, kept as it was typed until someone settles it.</summary>
[Tells(News.Log)]
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

[Tells(News.Log)]
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

    public MeasuredLock Measured =>
        new(
            Place,
            Length.FromMillimetres(LengthMillimetres),
            Crimps,
            SpanMillimetres is { } span ? Length.FromMillimetres(span) : null,
            Wave
        );
}

[Tells(News.Log)]
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
    public Holding? Holding { get; set; }
    public double? WrapsPerInch { get; set; }
    public int? Plies { get; set; }
    public double? TwistAngleDegrees { get; set; }
    public double? SpunGrams { get; set; }
    public int? SpinningMinutes { get; set; }
    public double? JoinsPer10Metres { get; set; }
    public double? LumpsPer10Metres { get; set; }

    /// <summary>Wraps at several places, as typed; null where nobody read them.</summary>
    public string? WrapsPlaces { get; set; }
    public required string Verdict { get; set; }

    /// <summary>Its swatch, as <c>StoredSwatch</c> writes it; null where none was made.</summary>
    public string? Swatch { get; set; }

    /// <summary>Judgements by hand, as <c>StoredJudged</c> writes them; null where there are none.</summary>
    public string? Judged { get; set; }
    public string[] Uses { get; set; } = [];
    public DateTimeOffset MadeAt { get; set; }
    public required string Who { get; set; }

    /// <summary>It was kept by mistake; it stays and hangs on no wall.</summary>
    public DateTimeOffset? WithdrawnAt { get; set; }
    public uint Version { get; set; }

    public Sample Sample =>
        new(Form, Draw, WrapsPerInch, Plies, TwistAngleDegrees, Verdict, Uses)
        {
            Holding = Holding,
            Spun =
                new Spun(
                    SpunGrams,
                    SpinningMinutes,
                    JoinsPer10Metres,
                    LumpsPer10Metres,
                    WrapsPlaces is null ? null : WrapsReading.Read(WrapsPlaces, "wrapsPlaces").Value
                )
                    is var spun
                && spun != Spun.Nothing
                    ? spun
                    : null,
        };
}

/// <summary>Running numbers behind short codes, one row a prefix.</summary>
public sealed class CodeCounterRow : IWorkshopOwned
{
    public Guid WorkshopId { get; set; }
    public required string Prefix { get; set; }
    public int Last { get; set; }
}
