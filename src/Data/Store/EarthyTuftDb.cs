using System.Linq.Expressions;
using Microsoft.AspNetCore.DataProtection.EntityFrameworkCore;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Store;

/// <summary>The workshop the current request works in; set once, by whoever let the request in.</summary>
public sealed class WorkshopScope
{
    /// <summary>Null for none: then there are no rows to see.</summary>
    public Guid? WorkshopId { get; set; }

    /// <summary>The screen that the current request comes from, by the name it gave itself; null where it gave none.</summary>
    public Guid? Screen { get; set; }

    /// <summary>Work that serves all workshops, such as migrating; the query filters stay as they are.</summary>
    public bool AcrossWorkshops { get; private set; }

    /// <summary>Does something over all workshops and goes back into the one it was.</summary>
    public async Task<T> Across<T>(Func<Task<T>> work)
    {
        AcrossWorkshops = true;
        try
        {
            return await work();
        }
        finally
        {
            AcrossWorkshops = false;
        }
    }

    /// <summary>The same for work that gives nothing back.</summary>
    public Task Across(Func<Task> work) =>
        Across(async () =>
        {
            await work();
            return true;
        });
}

/// <summary>
/// All state. Scoping is done here and only here: reads see the scope's rows and no others, new rows take the scope's workshop,
/// and a row of another workshop cannot be written.
/// </summary>
public sealed class EarthyTuftDb(DbContextOptions<EarthyTuftDb> options, WorkshopScope scope, NewsInterceptor? news = null)
    : IdentityDbContext<AppUser, IdentityRole<Guid>, Guid>(options),
        IDataProtectionKeyContext
{
    public Guid Workshop => scope.WorkshopId ?? Guid.Empty;

    /// <summary>The screen that what is done here comes from; null where that is not known.</summary>
    internal Guid? Screen => scope.Screen;

    /// <summary>What the database session is to be told: a workshop, every one, or none.</summary>
    internal string WantedWorkshop => scope.AcrossWorkshops ? RowSecurity.Every : scope.WorkshopId?.ToString() ?? "";

    /// <summary>What it was told last; null when that is not known.</summary>
    internal string? SessionWorkshop { get; set; } = "";

    /// <summary>The transaction in which it was told, null for outside of any: when that one is undone, so is this.</summary>
    internal Guid? SessionSetIn { get; set; }

    internal bool IsSessionStale =>
        SessionWorkshop != WantedWorkshop || (SessionSetIn is { } set && Database.CurrentTransaction?.TransactionId != set);

    /// <summary>Null in programs that tell nobody.</summary>
    internal NewsInterceptor? News => news;

    public DbSet<WorkshopRow> Workshops => Set<WorkshopRow>();
    public DbSet<MembershipRow> Memberships => Set<MembershipRow>();
    public DbSet<SignInRow> SignIns => Set<SignInRow>();
    public DbSet<PasswordResetRow> PasswordResets => Set<PasswordResetRow>();
    public DbSet<SignInPaceRow> SignInPaces => Set<SignInPaceRow>();
    public DbSet<InvitationRow> Invitations => Set<InvitationRow>();
    public DbSet<LotRow> Lots => Set<LotRow>();
    public DbSet<EntryRow> Entries => Set<EntryRow>();
    public DbSet<FlowRow> Flows => Set<FlowRow>();
    public DbSet<WeighingRow> Weighings => Set<WeighingRow>();
    public DbSet<DraftRow> Drafts => Set<DraftRow>();
    public DbSet<LockRow> Locks => Set<LockRow>();
    public DbSet<SampleRow> Samples => Set<SampleRow>();
    public DbSet<ChangeRow> Changes => Set<ChangeRow>();
    public DbSet<LookOverRow> LookOvers => Set<LookOverRow>();
    public DbSet<BreedRow> Breeds => Set<BreedRow>();
    public DbSet<WashJudgementRow> WashJudgements => Set<WashJudgementRow>();
    public DbSet<InstrumentRow> Instruments => Set<InstrumentRow>();
    public DbSet<CautionSeenRow> CautionsSeen => Set<CautionSeenRow>();
    public DbSet<CodeCounterRow> CodeCounters => Set<CodeCounterRow>();
    public DbSet<DataProtectionKey> DataProtectionKeys => Set<DataProtectionKey>();

    public override int SaveChanges(bool acceptAllChangesOnSuccess)
    {
        HoldScope();
        return base.SaveChanges(acceptAllChangesOnSuccess);
    }

    public override Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        HoldScope();
        return base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
    }

    protected override void ConfigureConventions(ModelConfigurationBuilder configuration)
    {
        configuration.Properties<Enum>().HaveConversion<string>().HaveMaxLength(32);
    }

    protected override void OnModelCreating(ModelBuilder model)
    {
        base.OnModelCreating(model);
        model.Entity<AppUser>().ToTable("users");
        model.Entity<IdentityRole<Guid>>().ToTable("roles");
        model.Entity<IdentityUserRole<Guid>>().ToTable("user_roles");
        model.Entity<IdentityUserClaim<Guid>>().ToTable("user_claims");
        model.Entity<IdentityUserLogin<Guid>>().ToTable("user_logins");
        model.Entity<IdentityUserToken<Guid>>().ToTable("user_tokens");
        model.Entity<IdentityRoleClaim<Guid>>().ToTable("role_claims");

        model.Entity<WorkshopRow>(e =>
        {
            e.ToTable("workshops");
            e.Property(w => w.Name).HasMaxLength(80);
            e.Property(w => w.UsualYarn).HasColumnType("jsonb");
            e.Property(w => w.Version).IsRowVersion();
            e.HasIndex(w => w.DemoUsedAt).HasFilter("is_demo");
        });
        model.Entity<SignInRow>(e =>
        {
            e.ToTable("sign_ins");
            e.HasIndex(s => s.UserId);
            e.HasIndex(s => s.SeenAt);
            e.HasOne<AppUser>().WithMany().HasForeignKey(s => s.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        model.Entity<PasswordResetRow>(e =>
        {
            e.ToTable("password_resets");
            e.HasIndex(r => r.CodeHash).IsUnique();
            e.HasOne<AppUser>().WithMany().HasForeignKey(r => r.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        model.Entity<SignInPaceRow>(e =>
        {
            e.ToTable("sign_in_paces");
            e.HasKey(p => p.Key);
            e.HasIndex(p => p.LastAt);
        });
        model.Entity<MembershipRow>(e =>
        {
            e.ToTable("memberships");
            e.HasKey(m => new { m.WorkshopId, m.UserId });
            e.HasIndex(m => m.UserId);
        });
        model.Entity<InvitationRow>(e =>
        {
            e.ToTable("invitations");
            e.HasIndex(i => i.CodeHash).IsUnique();
            e.Property(i => i.Version).IsRowVersion();
        });
        model.Entity<LotRow>(e =>
        {
            e.ToTable("lots");
            e.Property(l => l.Code).HasMaxLength(24);
            e.Property(l => l.Version).IsRowVersion();
            e.HasIndex(l => new { l.WorkshopId, l.Code }).IsUnique();
            // The rail and the stations ask only for what still waits.
            e.HasIndex(l => new
                {
                    l.WorkshopId,
                    l.Form,
                    l.ChangedAt,
                })
                .HasFilter("used_up_at is null and voided_at is null");
            // The heaps of the rail, what waits longest, and the sums of the month are read from their indexes.
            e.HasIndex(l => new { l.WorkshopId, l.WaitsAt })
                .IncludeProperties(l => new { l.LeftGrams, l.ChangedAt })
                .HasFilter("used_up_at is null and voided_at is null and form <> 'Yarn'");
            e.HasIndex(l => new
                {
                    l.WorkshopId,
                    l.ChangedAt,
                    l.Id,
                })
                .HasFilter("used_up_at is null and voided_at is null and form <> 'Yarn'");
            e.HasIndex(l => new
                {
                    l.WorkshopId,
                    l.Form,
                    l.MadeAt,
                })
                .IncludeProperties(l => new { l.MadeGrams })
                .HasFilter("voided_at is null");
            e.HasIndex(l => l.WorkshopId).HasFilter("voided_at is not null");
            e.HasIndex(l => l.AnimalId).HasFilter("animal_id is not null");
            // Lots that came in under a name and are with no animal yet: none, but for the moment between.
            e.HasIndex(l => l.WorkshopId, "ix_lots_to_gather").HasFilter("animal_id is null and animal <> '' and made_by = 'TakeIn'");
            e.Property(l => l.RouteSteps).HasMaxLength(200);
            e.Property(l => l.Before).HasMaxLength(300).HasDefaultValue("");
            e.Property(l => l.ReservedFor).HasMaxLength(120);
            e.Property(l => l.Parts).HasColumnType("jsonb");
            e.Ignore(l => l.CleanYield);
            e.Ignore(l => l.Composition);
            e.Ignore(l => l.Traits);
            e.Ignore(l => l.Reserve);
            e.Ignore(l => l.Route);
        });
        model.Entity<EntryRow>(e =>
        {
            e.ToTable("entries");
            e.HasIndex(x => new { x.WorkshopId, x.Key }).IsUnique();
            // With the minutes, so that the hours of a month are read from it.
            e.HasIndex(x => new
                {
                    x.WorkshopId,
                    x.DoneAt,
                    x.Id,
                })
                .IncludeProperties(x => new { x.Minutes, x.VoidedAt });
            e.HasIndex(x => new
            {
                x.WorkshopId,
                x.Who,
                x.DoneAt,
            });
            e.HasIndex(x => new { x.WorkshopId, x.Status })
                .HasFilter("status in ('Suspicious', 'Impossible') and voided_at is null and answer is null and confirmed_because is null");
            e.Property(x => x.Dyeing).HasColumnType("jsonb");
            e.HasIndex(x => x.VoidedWith).HasFilter("voided_with is not null");
            e.HasMany(x => x.Flows).WithOne().HasForeignKey(f => f.EntryId).OnDelete(DeleteBehavior.Restrict);
        });
        model.Entity<FlowRow>(e =>
        {
            e.ToTable("flows");
            e.HasIndex(f => f.EntryId);
            e.HasIndex(f => f.LotId);
            e.HasOne(f => f.Lot).WithMany().HasForeignKey(f => f.LotId).OnDelete(DeleteBehavior.Restrict);
            e.HasMany(f => f.Weighings).WithOne().HasForeignKey(w => w.FlowId).OnDelete(DeleteBehavior.Restrict);
        });
        model.Entity<WeighingRow>(e =>
        {
            e.ToTable("weighings");
            e.HasIndex(w => new { w.FlowId, w.Revision }).IsUnique();
            // What was set right tells which slips are made here.
            e.HasIndex(w => new { w.WorkshopId, w.RecordedAt }).HasFilter("revision > 0");
            // The room's air of the day is what was last read on it.
            e.HasIndex(w => new
                {
                    w.WorkshopId,
                    w.Session,
                    w.RecordedAt,
                })
                .HasFilter("humidity_percent is not null");
        });
        model.Entity<DraftRow>(e =>
        {
            e.ToTable("drafts");
            e.Property(d => d.Request).HasColumnType("jsonb");
            e.Property(d => d.Version).IsRowVersion();
            e.HasIndex(d => new { d.WorkshopId, d.Key }).IsUnique();
        });
        model.Entity<LockRow>(e =>
        {
            e.ToTable("locks");
            e.HasIndex(l => new { l.WorkshopId, l.Key }).IsUnique();
            e.HasIndex(l => l.LotId);
            e.HasOne<LotRow>().WithMany().HasForeignKey(l => l.LotId).OnDelete(DeleteBehavior.Restrict);
            e.Ignore(l => l.Measured);
        });
        model.Entity<SampleRow>(e =>
        {
            e.ToTable("samples");
            e.Property(s => s.Swatch).HasColumnType("jsonb");
            e.Property(s => s.WrapsPlaces).HasMaxLength(120);
            e.Property(s => s.Judged).HasColumnType("jsonb");
            e.HasIndex(s => new { s.WorkshopId, s.Key }).IsUnique();
            e.HasIndex(s => new { s.WorkshopId, s.Code }).IsUnique();
            e.HasIndex(s => new { s.WorkshopId, s.MadeAt }).HasFilter("withdrawn_at is null");
            e.HasIndex(s => s.LotId);
            e.HasOne(s => s.Lot).WithMany().HasForeignKey(s => s.LotId).OnDelete(DeleteBehavior.Restrict);
            e.Property(s => s.Version).IsRowVersion();
            e.Ignore(s => s.Sample);
        });
        model.Entity<ChangeRow>(e =>
        {
            e.ToTable("changes");
            e.HasIndex(c => c.LotId);
            e.HasIndex(c => c.EntryId);
            e.HasIndex(c => c.SampleId);
            e.HasIndex(c => c.AnimalId).HasFilter("animal_id is not null");
            e.HasIndex(c => new { c.WorkshopId, c.At });
        });
        model.Entity<LookOverRow>(e =>
        {
            e.ToTable("look_overs");
            e.HasIndex(l => new { l.WorkshopId, l.Key }).IsUnique();
            e.HasIndex(l => new { l.LotId, l.LookedAt });
            e.HasOne<LotRow>().WithMany().HasForeignKey(l => l.LotId).OnDelete(DeleteBehavior.Restrict);
            e.Ignore(l => l.Judgements);
        });
        model.Entity<BreedRow>(e =>
        {
            e.ToTable("breeds");
            e.HasIndex(b => new { b.WorkshopId, b.PlainName }).IsUnique();
            e.Ignore(b => b.Breed);
        });
        model.Entity<WashJudgementRow>(e =>
        {
            e.ToTable("wash_judgements");
            e.HasIndex(j => new { j.WorkshopId, j.Key }).IsUnique();
            e.HasIndex(j => j.EntryId);
            e.HasOne<EntryRow>().WithMany().HasForeignKey(j => j.EntryId).OnDelete(DeleteBehavior.Restrict);
            e.HasOne<LotRow>().WithMany().HasForeignKey(j => j.LotId).OnDelete(DeleteBehavior.Restrict);
        });
        model.Entity<InstrumentRow>(e =>
        {
            e.ToTable("instruments");
            e.Property(i => i.Name).HasMaxLength(60);
            e.Property(i => i.Host).HasMaxLength(255);
            e.Property(i => i.Version).IsRowVersion();
            e.HasIndex(i => i.WorkshopId);
        });
        model.Entity<CautionSeenRow>(e =>
        {
            e.ToTable("cautions_seen");
            e.HasKey(c => new
            {
                c.WorkshopId,
                c.PersonId,
                c.Step,
            });
        });
        model.Entity<CodeCounterRow>(e =>
        {
            e.ToTable("code_counters");
            e.HasKey(c => new { c.WorkshopId, c.Prefix });
        });

        // What rooms keep in tables of their own they configure themselves.
        model.ApplyConfigurationsFromAssembly(typeof(EarthyTuftDb).Assembly);

        foreach (var type in model.Model.GetEntityTypes().Where(t => typeof(IWorkshopOwned).IsAssignableFrom(t.ClrType)))
        {
            var row = Expression.Parameter(type.ClrType, "row");
            var mine = Expression.Equal(
                Expression.Property(row, nameof(IWorkshopOwned.WorkshopId)),
                Expression.Property(Expression.Constant(this), nameof(Workshop))
            );
            type.SetQueryFilter(Expression.Lambda(mine, row));
        }
    }

    private void HoldScope()
    {
        foreach (
            var entry in ChangeTracker
                .Entries<IWorkshopOwned>()
                .Where(e => e.State is EntityState.Added or EntityState.Modified or EntityState.Deleted)
        )
        {
            if (entry.State == EntityState.Added && entry.Entity.WorkshopId == Guid.Empty)
            {
                entry.Entity.WorkshopId = Workshop;
            }

            if (entry.Entity.WorkshopId == Guid.Empty || entry.Entity.WorkshopId != Workshop)
            {
                throw new InvalidOperationException($"A {entry.Metadata.ClrType.Name} of another workshop cannot be written from here.");
            }
        }
    }
}
