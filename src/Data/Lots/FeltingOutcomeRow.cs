using System.ComponentModel.DataAnnotations.Schema;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace EarthyTuft.Data.Lots;

/// <summary>What came of a felting test: of each at most one.</summary>
[Table("felting_outcomes")]
[Tells(News.Log)]
public sealed class FeltingOutcomeRow : IWorkshopOwned
{
    /// <summary>The run in which it was tested.</summary>
    public Guid RunId { get; set; }
    public Guid WorkshopId { get; set; }
    public Guid LotId { get; set; }
    public FeltingGrade Felts { get; set; }
    public double PinchGrams { get; set; }
    public double? WidthMillimetres { get; set; }
    public double Minutes { get; set; }
    public DateTimeOffset At { get; set; }
    public required string Who { get; set; }
    public LotRow? Lot { get; set; }

    internal sealed class Table : IEntityTypeConfiguration<FeltingOutcomeRow>
    {
        public void Configure(EntityTypeBuilder<FeltingOutcomeRow> e)
        {
            e.HasKey(o => o.RunId);
            e.HasIndex(o => o.LotId);
            e.HasIndex(o => new { o.WorkshopId, o.At });
            e.HasOne<RunRow>().WithMany().HasForeignKey(o => o.RunId).OnDelete(DeleteBehavior.Restrict);
            e.HasOne(o => o.Lot).WithMany().HasForeignKey(o => o.LotId).OnDelete(DeleteBehavior.Restrict);
        }
    }
}

/// <summary>Reads what felting tests came to.</summary>
public static class FeltingTests
{
    /// <summary>So many of the newest are read: a workshop tests a few dozen in a year.</summary>
    private const int Most = 400;

    extension(EarthyTuftDb db)
    {
        public DbSet<FeltingOutcomeRow> FeltingOutcomes => db.Set<FeltingOutcomeRow>();
    }

    /// <summary>The workshop's tests, the newest first; lots that were voided since are left out.</summary>
    public static async Task<IReadOnlyList<TestedFelting>> Tested(this EarthyTuftDb db, CancellationToken cancellationToken) =>
        [
            .. (
                await db
                    .FeltingOutcomes.AsNoTracking()
                    .Where(o => o.Lot!.VoidedAt == null)
                    .OrderByDescending(o => o.At)
                    .Take(Most)
                    .Select(o => new
                    {
                        o.Lot!.Code,
                        o.Lot.Parentage,
                        o.At,
                        o.Felts,
                        o.PinchGrams,
                        o.WidthMillimetres,
                        o.Minutes,
                    })
                    .ToListAsync(cancellationToken)
            ).Select(o => new TestedFelting(
                o.Code,
                o.Parentage,
                o.At,
                new FeltingOutcome(o.Felts, o.PinchGrams, o.WidthMillimetres, o.Minutes)
            )),
        ];
}
