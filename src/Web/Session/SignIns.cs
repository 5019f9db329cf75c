using System.Security.Claims;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Live;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;

namespace EarthyTuft.Web.Session;

/// <summary>
/// Who is signed in on which browser. The cookie names a row; a row that is gone makes it worthless on every web process at once, for the
/// news of it travels through the database.
/// </summary>
public sealed class SignIns(EarthyTuftDb db, IMemoryCache cache, TimeProvider clock)
{
    /// <summary>How long a row is believed without asking again, should the news be lost.</summary>
    private static readonly TimeSpan Believed = TimeSpan.FromSeconds(5);

    private static readonly TimeSpan KeptFor = TimeSpan.FromDays(90);

    /// <summary>Signs a person in on this browser; what the browser was signed in as before is ended.</summary>
    public async Task Enter(HttpContext http, AppUser user, Guid? workshop, CancellationToken cancellationToken)
    {
        var now = clock.GetUtcNow().ToStored();
        if (SignInCookie.Id(http.User) is { } before)
        {
            await End(s => s.Id == before, cancellationToken);
        }

        var row = new SignInRow
        {
            UserId = user.Id,
            AddressHash = SignInPace.AddressHash(http),
            At = now,
            SeenAt = now,
        };
        db.SignIns.Add(row);
        await db.SaveChangesAsync(cancellationToken);

        var identity = new ClaimsIdentity(IdentityConstants.ApplicationScheme, ClaimTypes.Name, ClaimTypes.Role);
        identity.AddClaim(new Claim(ClaimTypes.NameIdentifier, user.Id.ToString()));
        identity.AddClaim(new Claim(ClaimTypes.Name, user.UserName!));
        identity.AddClaim(new Claim(SignInCookie.Claim, row.Id.ToString()));
        if (workshop is { } id)
        {
            identity.AddClaim(new Claim(MembershipMiddleware.WorkshopClaim, id.ToString()));
        }

        await http.SignInAsync(
            IdentityConstants.ApplicationScheme,
            new ClaimsPrincipal(identity),
            new AuthenticationProperties { IsPersistent = true }
        );
    }

    /// <summary>Signs this browser out; whoever kept a copy of its cookie is out too.</summary>
    public async Task Leave(HttpContext http, CancellationToken cancellationToken)
    {
        if (SignInCookie.Id(http.User) is { } id)
        {
            await End(s => s.Id == id, cancellationToken);
        }

        await http.SignOutAsync(IdentityConstants.ApplicationScheme);
    }

    /// <summary>Ends every sign-in of a person, or every one but this browser's.</summary>
    public Task EndAll(Guid person, Guid? but, CancellationToken cancellationToken) =>
        End(s => s.UserId == person && s.Id != but, cancellationToken);

    /// <summary>Asked with every request that carries a cookie.</summary>
    public static async Task Validate(CookieValidatePrincipalContext context)
    {
        var services = context.HttpContext.RequestServices;
        var cancellationToken = context.HttpContext.RequestAborted;
        if (
            context.Principal is not { } who
            || SignInCookie.Id(who) is not { } id
            || !await services.GetRequiredService<SignIns>().IsLive(id, cancellationToken)
        )
        {
            context.RejectPrincipal();
            await context.HttpContext.SignOutAsync(IdentityConstants.ApplicationScheme);
        }
    }

    /// <summary>Takes away what nobody has used for three months.</summary>
    public Task Sweep(CancellationToken cancellationToken)
    {
        var old = clock.GetUtcNow() - KeptFor;
        return db.SignIns.Where(s => s.SeenAt < old).ExecuteDeleteAsync(cancellationToken);
    }

    private async Task<bool> IsLive(Guid id, CancellationToken cancellationToken)
    {
        if (!cache.TryGetValue(SignInCookie.Key(id), out bool live))
        {
            var seen = await db
                .SignIns.Where(s => s.Id == id)
                .Select(s => (DateTimeOffset?)s.SeenAt)
                .SingleOrDefaultAsync(cancellationToken);
            live = seen is not null;
            var now = clock.GetUtcNow().ToStored();
            if (seen < now.AddDays(-1))
            {
                await Tables.NoteByTheWay(() =>
                    db.SignIns.Where(s => s.Id == id).ExecuteUpdateAsync(set => set.SetProperty(s => s.SeenAt, now), cancellationToken)
                );
            }

            cache.Set(SignInCookie.Key(id), live, Believed);
        }

        return live;
    }

    private async Task End(System.Linq.Expressions.Expression<Func<SignInRow, bool>> which, CancellationToken cancellationToken)
    {
        foreach (var row in await db.SignIns.Where(which).ToListAsync(cancellationToken))
        {
            db.SignIns.Remove(row);
            SignInCookie.Forget(cache, row.Id);
            await db.Announce(Guid.Empty, new LiveItem(LiveItem.People, Person: row.UserId, SignIn: row.Id), cancellationToken);
        }

        await db.SaveChangesAsync(cancellationToken);
    }
}
