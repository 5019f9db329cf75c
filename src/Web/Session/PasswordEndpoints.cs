using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Session;

/// <summary>A new password by somebody who knows the old one.</summary>
public sealed record PasswordChange(
    [property: StringLength(200)] string Current,
    [property: StringLength(200, MinimumLength = 10)] string Password
);

/// <summary>A new password by somebody who has a code from the workshop's owner, or from the server.</summary>
public sealed record PasswordReset(
    [property: StringLength(200)] string Email,
    [property: StringLength(40)] string Code,
    [property: StringLength(200, MinimumLength = 10)] string Password
);

/// <summary>A one-time code; it is shown this once.</summary>
public sealed record ResetCode(string Code, DateTimeOffset ExpiresAt);

public static class PasswordEndpoints
{
    private static readonly TimeSpan CodeLasts = TimeSpan.FromDays(1);

    /// <summary>Changes one's own password: every other browser is signed out.</summary>
    internal static async Task<Results<NoContent, ProblemHttpResult>> Change(
        PasswordChange request,
        HttpContext http,
        UserManager<AppUser> people,
        SignInPace pace,
        SignIns signIns,
        CancellationToken cancellationToken
    )
    {
        var id = http.User.PersonId()!.Value;
        if (
            await people.Users.Where(u => u.Id == id && u.PasswordHash != null).Select(u => u.Email).SingleOrDefaultAsync(cancellationToken)
            is not { } email
        )
        {
            return MembershipMiddleware.NotInDemo();
        }

        if (await pace.Begin(http, email, cancellationToken) is { } wait)
        {
            return SessionEndpoints.TooSoon(http, wait);
        }

        var user = (await people.FindByIdAsync(id.ToString()))!;

        var changed = await people.ChangePasswordAsync(user, request.Current, request.Password);
        if (!changed.Succeeded)
        {
            return Problems.Refused([
                .. changed.Errors.Select(e =>
                    e.Code == "PasswordMismatch"
                        ? new Refusal("current", "no-entry", "That is not the password you have now.")
                        : new Refusal("password", "not-accepted", e.Description)
                ),
            ]);
        }

        await pace.Right(http, email, cancellationToken);
        await signIns.EndAll(id, but: SignInCookie.Id(http.User), cancellationToken);
        return TypedResults.NoContent();
    }

    /// <summary>Sets a new password with a code: every browser is signed out, and this one can sign in.</summary>
    internal static async Task<Results<NoContent, ProblemHttpResult>> Reset(
        PasswordReset request,
        HttpContext http,
        UserManager<AppUser> people,
        SignInPace pace,
        SignIns signIns,
        EarthyTuftDb db,
        TimeProvider clock,
        CancellationToken cancellationToken
    )
    {
        if (await pace.Begin(http, request.Email, cancellationToken) is { } wait)
        {
            return SessionEndpoints.TooSoon(http, wait);
        }

        var hash = OneTimeCode.HashOf(request.Code);
        var name = request.Email.Trim().ToUpperInvariant();
        var now = clock.GetUtcNow().ToStored();
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        // One statement takes the code, so that it sets one password however many try at the same moment.
        var taken = await db
            .PasswordResets.Where(r =>
                r.CodeHash == hash
                && r.UsedAt == null
                && r.ExpiresAt > now
                && db.Users.Any(u => u.Id == r.UserId && u.NormalizedEmail == name)
            )
            .ExecuteUpdateAsync(set => set.SetProperty(r => r.UsedAt, now), cancellationToken);
        if (taken == 0)
        {
            return Problems.Refused("code", "no-such-code", "That code does not go with that email, was used, or has run out.");
        }

        var user = (await people.FindByEmailAsync(request.Email.Trim()))!;
        var set = await people.ResetPasswordAsync(user, await people.GeneratePasswordResetTokenAsync(user), request.Password);
        if (!set.Succeeded)
        {
            return Problems.Refused([.. set.Errors.Select(e => new Refusal("password", "not-accepted", e.Description))]);
        }

        await signIns.EndAll(user.Id, but: null, cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        await pace.Right(http, request.Email, cancellationToken);
        return TypedResults.NoContent();
    }

    /// <summary>
    /// A code for a member who has forgotten the password. Only for one who is an owner nowhere and works in no other owner's workshop: the
    /// code opens all that the member may enter.
    /// </summary>
    internal static async Task<Results<Ok<ResetCode>, ProblemHttpResult>> GiveCode(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (!await db.Memberships.AnyAsync(m => m.UserId == id && m.WorkshopId == context.Workshop.WorkshopId, cancellationToken))
        {
            return Problems.NotHere("person");
        }

        var elsewhere = await db.Memberships.AnyAsync(
            m =>
                m.UserId == id
                && (
                    m.Role == MemberRole.Owner
                    || !db.Memberships.Any(o => o.WorkshopId == m.WorkshopId && o.UserId == context.PersonId && o.Role == MemberRole.Owner)
                ),
            cancellationToken
        );
        return elsewhere
            ? Problems.Refused(
                "id",
                "not-yours-to-reset",
                "This person owns a workshop or works in another one too: a code from here would open that as well. Whoever runs the server can give one."
            )
            : TypedResults.Ok(await NewCode(db, id, context.PersonId, context.Now, cancellationToken));
    }

    /// <summary>Makes a code. An older one of the same person works no more.</summary>
    internal static async Task<ResetCode> NewCode(
        EarthyTuftDb db,
        Guid person,
        Guid? by,
        DateTimeOffset now,
        CancellationToken cancellationToken
    )
    {
        var code = OneTimeCode.New();
        await db.PasswordResets.Where(r => r.UserId == person && r.UsedAt == null).ExecuteDeleteAsync(cancellationToken);
        var row = new PasswordResetRow
        {
            UserId = person,
            CodeHash = OneTimeCode.HashOf(code),
            ExpiresAt = (now + CodeLasts).ToStored(),
            GivenBy = by,
        };
        db.PasswordResets.Add(row);
        await db.SaveChangesAsync(cancellationToken);
        return new ResetCode(code, row.ExpiresAt);
    }
}
