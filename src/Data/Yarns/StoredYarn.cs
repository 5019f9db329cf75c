using System.ComponentModel.DataAnnotations.Schema;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace EarthyTuft.Data.Yarns;

/// <summary>What was measured of a yarn, as it is stored.</summary>
public sealed record StoredYarn(
    double? WrapsPerInch,
    double? WrapsDoubt,
    double? Degrees,
    double? Metres,
    int? Strands,
    YarnStructure? Structure,
    TwistDirection? Direction,
    FinishedBy? Finished,
    SkeinHangs? Hangs,
    int? WrapsPlaces = null,
    double? WrapsSpread = null
)
{
    // Version 1 knew no places and no spread: they are left out there.
    private const int Version = 2;

    public static StoredYarn Of(YarnMeasures m) =>
        new(
            m.WrapsPerInch,
            m.WrapsDoubt,
            m.Degrees,
            m.Metres,
            m.Strands,
            m.Structure,
            m.Direction,
            m.Finished,
            m.Hangs,
            m.WrapsPlaces,
            m.WrapsSpread
        );

    public YarnMeasures ToMeasures() =>
        new(WrapsPerInch, WrapsDoubt, Degrees, Metres, Strands, Structure, Direction, Finished, Hangs, WrapsPlaces, WrapsSpread);

    public string Write() => StoredPayload.Write(this, Version);

    public static YarnMeasures Read(string stored) => StoredPayload.Read<StoredYarn>(stored, Version).ToMeasures();
}

/// <summary>What was typed of a yarn, kept with a draft.</summary>
public sealed record StoredTypedYarn(
    string? Wraps,
    double? Degrees,
    string? Length,
    double? RoundMillimetres,
    int? Strands,
    YarnStructure? Structure,
    TwistDirection? Direction,
    FinishedBy? Finished,
    SkeinHangs? Hangs
);

/// <summary>A yarn measured once. Measured anew it has a further one; one that was a slip is withdrawn and stays.</summary>
[Tells(News.Log)]
[Table("yarn_readings")]
public sealed class YarnReadingRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid LotId { get; set; }
    public DateTimeOffset At { get; set; }
    public required string Who { get; set; }
    public required string Measured { get; set; }
    public DateTimeOffset? WithdrawnAt { get; set; }
    public string? WithdrawnBy { get; set; }

    public YarnMeasures Measures => StoredYarn.Read(Measured);

    internal sealed class Table : IEntityTypeConfiguration<YarnReadingRow>
    {
        public void Configure(EntityTypeBuilder<YarnReadingRow> e)
        {
            e.Property(r => r.Measured).HasColumnType("jsonb");
            e.Property(r => r.WithdrawnBy).HasMaxLength(60);
            e.HasIndex(r => r.LotId);
            e.HasIndex(r => new { r.WorkshopId, r.At });
            e.HasOne<LotRow>().WithMany().HasForeignKey(r => r.LotId).OnDelete(DeleteBehavior.Restrict);
        }
    }
}
