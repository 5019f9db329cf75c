using EarthyTuft.Core.Instruments;
using EarthyTuft.Data.Demo;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Live;
using EarthyTuft.Web.Runs;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Session;

/// <summary>A demo workshop and the person whom its visitor is.</summary>
public sealed record DemoSeat(Guid Workshop, Guid Visitor);

/// <summary>
/// The way into the demo. Every browser that walks in gets a workshop of its own, made from the seed, and finds it again by a cookie that
/// opens nothing else; nobody who is not in that browser ever comes into it.
/// </summary>
public sealed class DemoDoor(
    IServiceProvider services,
    IReadOnlyList<ICraftModule> crafts,
    IConfiguration configuration,
    IDataProtectionProvider protection,
    TimeProvider clock
)
{
    private const string CookieName = "earthy-tuft-demo";
    private readonly ITimeLimitedDataProtector protector = protection.CreateProtector("demo seat").ToTimeLimitedDataProtector();

    public bool IsOffered => configuration.GetValue<bool>("Demo");

    public int? PortOf(InstrumentKind kind) => configuration.GetValue<int?>($"Instruments:{kind}");

    /// <summary>Makes a demo, and throws another away in its stead where one is named.</summary>
    /// <returns>Null when there are as many as there may be, and all are in use.</returns>
    public async Task<DemoSeat?> Make(Guid? instead, CancellationToken cancellationToken)
    {
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
        var now = clock.GetUtcNow();
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var removed = new List<RemovedDemo>();
        var workshops = scope.ServiceProvider.GetRequiredService<WorkshopScope>();
        if (
            !await workshops.Across(async () =>
            {
                if (instead is { } old)
                {
                    removed.AddRange(await DemoWorkshops.Remove(db, old, cancellationToken));
                }

                return await DemoWorkshops.MakeRoom(
                    db,
                    now,
                    configuration.GetValue("Limits:Demos", DemoWorkshops.Most),
                    removed,
                    cancellationToken
                );
            })
        )
        {
            return null;
        }

        await Tell(db, removed, cancellationToken);
        var seat = await Furnish(scope.ServiceProvider, db, now, cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return seat;
    }

    /// <summary>Makes a demo and keeps nothing of it: the first visitor after a start does not wait until the code is compiled.</summary>
    public async Task Rehearse(CancellationToken cancellationToken)
    {
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        await Furnish(scope.ServiceProvider, db, clock.GetUtcNow(), cancellationToken);
        await transaction.RollbackAsync(cancellationToken);
    }

    private async Task<DemoSeat> Furnish(IServiceProvider scoped, EarthyTuftDb db, DateTimeOffset now, CancellationToken cancellationToken)
    {
        var (visitor, workshop) = await DemoSeed.Make(db, scoped.GetRequiredService<WorkshopScope>(), now, cancellationToken);
        DemoInstruments.Add(db, PortOf);
        var context = scoped.GetRequiredService<RequestContext>();
        context.Enter(visitor, (await MembershipMiddleware.Find(db, visitor, workshop, cancellationToken))!);
        foreach (var craft in crafts)
        {
            await craft.AddToDemo(new DemoScene(scoped, db, context), cancellationToken);
        }

        return new DemoSeat(workshop, visitor);
    }

    /// <summary>Throws away what nobody has used for its time.</summary>
    public static async Task Sweep(EarthyTuftDb db, WorkshopScope workshops, DateTimeOffset now, CancellationToken cancellationToken)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var removed = new List<RemovedDemo>();
        await workshops.Across(() => DemoWorkshops.MakeRoom(db, now, int.MaxValue, removed, cancellationToken));
        await Tell(db, removed, cancellationToken);
        await transaction.CommitAsync(cancellationToken);
    }

    // Every web process forgets who was in it, and ends their streams.
    private static async Task Tell(EarthyTuftDb db, List<RemovedDemo> removed, CancellationToken cancellationToken)
    {
        foreach (var (workshop, person) in removed.SelectMany(r => r.People.Select(p => (r.Workshop, p))))
        {
            await db.Announce(workshop, new LiveItem(LiveItem.People, Person: person), cancellationToken);
        }
    }

    /// <summary>The demo that this browser walked into before, if it is still there.</summary>
    public async Task<DemoSeat?> Find(HttpContext http, EarthyTuftDb db, CancellationToken cancellationToken)
    {
        if (!IsOffered || Read(http.Request.Cookies[CookieName]) is not { } seat)
        {
            return null;
        }

        return await db.Memberships.AnyAsync(
            m => m.WorkshopId == seat.Workshop && m.UserId == seat.Visitor && m.Workshop!.IsDemo,
            cancellationToken
        )
            ? seat
            : null;
    }

    public void Remember(HttpContext http, DemoSeat seat) =>
        http.Response.Cookies.Append(
            CookieName,
            protector.Protect($"{seat.Workshop} {seat.Visitor}", DemoWorkshops.KeptFor),
            new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Strict,
                Secure = http.Request.IsHttps,
                MaxAge = DemoWorkshops.KeptFor,
                Path = "/api/session",
            }
        );

    private DemoSeat? Read(string? cookie)
    {
        try
        {
            return cookie is { Length: > 0 and < 4000 } && protector.Unprotect(cookie).Split(' ') is [var workshop, var visitor]
                ? new DemoSeat(Guid.Parse(workshop), Guid.Parse(visitor))
                : null;
        }
        catch (System.Security.Cryptography.CryptographicException)
        {
            return null;
        }
    }
}
