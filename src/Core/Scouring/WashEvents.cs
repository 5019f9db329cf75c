using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Scouring;

/// <summary>What happens at a wash.</summary>
public abstract record WashEvent;

/// <summary>A batch went into a bath. The bath is known by this event from now on.</summary>
/// <param name="Batch">Which batch, from one.</param>
/// <param name="Place">Its place in the plan, from zero.</param>
/// <param name="Kind">What kind of bath.</param>
/// <param name="TargetCelsius">What it was poured for.</param>
/// <param name="AirCelsius">The air then.</param>
/// <param name="AirRead">Somebody or a sensor read it.</param>
/// <param name="FloorCelsius">Below it wax settles back.</param>
/// <param name="HasFloor">The floor counts for this bath.</param>
/// <param name="PlannedMinutes">How long it was planned for.</param>
/// <param name="InOtherTub">It lies in another tub than the planned one, which held another batch: it neither knows nor teaches how that
/// one cools.</param>
public sealed record BathBegan(
    int Batch,
    int Place,
    BathKind Kind,
    double TargetCelsius,
    double AirCelsius,
    bool AirRead,
    double FloorCelsius,
    bool HasFloor,
    double PlannedMinutes,
    bool InOtherTub
) : WashEvent;

/// <summary>Somebody read a bath's temperature.</summary>
/// <param name="Bath">Which bath.</param>
/// <param name="Celsius">What was read.</param>
/// <param name="Typed">As it was typed, unit and all; null where a release before 2026-11-27 noted it.</param>
public sealed record BathRead(Guid Bath, double Celsius, string? Typed = null) : WashEvent;

/// <summary>A probe was hung into a bath, or taken out.</summary>
/// <param name="Bath">Which bath.</param>
/// <param name="Probe">The probe, null where temperatures are typed.</param>
public sealed record ProbeHung(Guid Bath, Guid? Probe) : WashEvent;

/// <summary>The wool was lifted out.</summary>
/// <param name="Bath">Which bath.</param>
public sealed record BathLifted(Guid Bath) : WashEvent;

/// <summary>The wool goes into a bath.</summary>
/// <param name="Batch">Which batch, from one.</param>
/// <param name="Place">Which bath of the plan, from zero.</param>
/// <param name="ProbeId">The probe that hangs in it; left out where temperatures are typed.</param>
/// <param name="Temperature">A first reading, 0 to 100 °C; a bare number counts in the workshop's unit.</param>
/// <param name="Air">The air, -20 to 45 °C; left out for what the plan stands on.</param>
/// <param name="At">When; left out for now.</param>
public sealed record BeginBath(
    int Batch,
    int Place,
    Guid? ProbeId = null,
    string? Temperature = null,
    string? Air = null,
    DateTimeOffset? At = null
) : RunCommand(At);

/// <summary>A temperature was read.</summary>
/// <param name="Bath">Which bath.</param>
/// <param name="Temperature">What was read, 0 to 100 °C; a bare number counts in the workshop's unit.</param>
/// <param name="At">When; left out for now.</param>
public sealed record ReadBath(Guid Bath, string Temperature, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>What tells a bath's temperature from now on.</summary>
/// <param name="Bath">Which bath.</param>
/// <param name="ProbeId">A probe that hangs in it; none where temperatures are typed.</param>
/// <param name="At">When; left out for now.</param>
public sealed record HangProbe(Guid Bath, Guid? ProbeId = null, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>The wool is lifted out. Lifting twice is lifting once.</summary>
/// <param name="Bath">Which bath.</param>
/// <param name="At">When; left out for now.</param>
/// <param name="PourNext">What comes next is poured, and the wool, or the next batch, goes in with the same tap; nothing where nothing
/// comes.</param>
public sealed record LiftBath(Guid Bath, DateTimeOffset? At = null, bool? PourNext = null) : RunCommand(At);
