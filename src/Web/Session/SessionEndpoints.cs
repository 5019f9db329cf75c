using System.ComponentModel.DataAnnotations;
using System.Security.Claims;
using System.Security.Cryptography;
using System.Text;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Workshops;
using EarthyTuft.Web.House;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Session;

/// <summary>Registering opens a workshop of one's own, or joins one with an invitation.</summary>
public sealed record RegisterRequest(
    [property: EmailAddress, StringLength(200)] string Email,
    [property: StringLength(200, MinimumLength = 10)] string Password,
    [property: StringLength(60, MinimumLength = 1)] string Name,
    [property: StringLength(80)] string? WorkshopName = null,
    [property: StringLength(60)] string? TimeZone = null,
    [property: StringLength(40)] string? InvitationCode = null);

public sealed record SignInRequest([property: StringLength(200)] string Email, [property: StringLength(200)] string Password);

public sealed record JoinRequest([property: StringLength(40)] string InvitationCode);

public sealed record ChooseWorkshopRequest(Guid WorkshopId);

public sealed record WorkshopChoice(Guid Id, string Name, MemberRole Role);

/// <summary>Who is here, in which workshop, and the token that every change must carry.</summary>
public sealed record SessionState(
    bool SignedIn,
    string? Name,
    WorkshopChoice? Workshop,
    IReadOnlyList<WorkshopChoice> Workshops,
    MassUnit Unit,
    string Currency,
    bool IsDemo,
    bool DemoOffered,
    string? Token,
    string TimeZone = "UTC");

public sealed class DemoDoor
{
    /// <summary>The demo's owner, null when there is no demo.</summary>
    public Guid? OwnerId { get; set; }

    public Guid? WorkshopId { get; set; }
}

public static class SessionEndpoints
{
    /// <summary>Wrong password and unknown person get the same words.</summary>
    private const string NoEntry = "That email and password do not go together.";

    public static void MapSession(this IEndpointRouteBuilder app)
    {
        var session = app.MapGroup("/api/session").WithTags("session");
        session.MapGet("", State);
        session.MapPost("", SignIn).RequireRateLimiting("sign-in").ProducesProblem(401).ProducesProblem(429);
        session.MapPost("/register", Register).RequireRateLimiting("sign-in").ProducesProblem(422).ProducesProblem(429);
        session.MapPost("/demo", EnterDemo).ProducesProblem(404);

        var signedIn = app.MapGroup("/api/session").WithTags("session").ForSignedIn();
        signedIn.MapDelete("", (Delegate)SignOut);
        signedIn.MapPost("/join", Join).ProducesProblem(422);
        signedIn.MapPost("/workshop", Choose).ProducesProblem(404);
    }

    // Leaving, joining and choosing need a person and a token, but no seat at a bench.
    private static RouteGroupBuilder ForSignedIn(this RouteGroupBuilder group)
    {
        group.AddEndpointFilter(async (context, next) =>
        {
            var http = context.HttpContext;
            return http.User.PersonId() is null ? Problems.Of(401, "not-signed-in", "Sign in first.")
                : await http.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(http) ? await next(context)
                : Problems.Of(400, "no-token", "The page's safety token is missing or old. Reload the page and send it again.");
        });
        return group;
    }

    private static async Task<SessionState> State(HttpContext http, EarthyTuftDb db, Bench bench, DemoDoor demo, IAntiforgery antiforgery, CancellationToken stop)
    {
        if (http.User.PersonId() is not { } person)
        {
            return new SessionState(false, null, null, [], MassUnit.Gram, "EUR", false, demo.OwnerId is not null, null);
        }

        var shops = await db.Memberships.Where(m => m.UserId == person)
            .OrderBy(m => m.JoinedAt)
            .Select(m => new WorkshopChoice(m.WorkshopId, m.Workshop!.Name, m.Role))
            .ToListAsync(stop);
        var facts = bench.IsSet ? bench.Facts : null;
        return new SessionState(
            true,
            facts?.PersonName ?? http.User.Identity?.Name,
            shops.FirstOrDefault(s => s.Id == facts?.WorkshopId),
            shops,
            facts?.Unit ?? MassUnit.Gram,
            facts?.Currency ?? "EUR",
            facts?.IsDemo ?? false,
            demo.OwnerId is not null,
            antiforgery.GetAndStoreTokens(http).RequestToken,
            facts?.Zone.Id ?? "UTC");
    }

    private static async Task<IResult> SignIn(SignInRequest request, HttpContext http, UserManager<AppUser> people, EarthyTuftDb db, CancellationToken stop)
    {
        var user = await people.FindByEmailAsync(request.Email.Trim());
        if (user is null)
        {
            // Hash all the same, so that the time taken does not tell who is registered.
            _ = people.PasswordHasher.HashPassword(new AppUser { DisplayName = "" }, request.Password);
            return Problems.Of(401, "no-entry", NoEntry);
        }

        if (await people.IsLockedOutAsync(user))
        {
            return Problems.Of(429, "locked-out", "Too many tries with this email. Wait ten minutes and try again.");
        }

        if (!await people.CheckPasswordAsync(user, request.Password))
        {
            await people.AccessFailedAsync(user);
            return await people.IsLockedOutAsync(user)
                ? Problems.Of(429, "locked-out", "Too many tries with this email. Wait ten minutes and try again.")
                : Problems.Of(401, "no-entry", NoEntry);
        }

        await people.ResetAccessFailedCountAsync(user);
        var workshop = await db.Memberships.Where(m => m.UserId == user.Id).OrderBy(m => m.JoinedAt).Select(m => (Guid?)m.WorkshopId).FirstOrDefaultAsync(stop);
        await Enter(http, user, workshop);
        return TypedResults.NoContent();
    }

    private static async Task<IResult> Register(RegisterRequest request, HttpContext http, UserManager<AppUser> people, EarthyTuftDb db, TimeProvider clock, CancellationToken stop)
    {
        var zone = request.TimeZone is { } id && TimeZoneInfo.TryFindSystemTimeZoneById(id, out _) ? id : "UTC";
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        var user = new AppUser { Id = Guid.CreateVersion7(), UserName = request.Email.Trim(), Email = request.Email.Trim(), DisplayName = request.Name.Trim() };
        var created = await people.CreateAsync(user, request.Password);
        if (!created.Succeeded)
        {
            return Problems.Refused([.. created.Errors.Select(e => new Refusal(e.Code.StartsWith("Password", StringComparison.Ordinal) ? "password" : "email", "not-accepted", e.Description))]);
        }

        Guid workshop;
        if (string.IsNullOrWhiteSpace(request.InvitationCode))
        {
            var shop = Founding.Found(db, string.IsNullOrWhiteSpace(request.WorkshopName) ? request.Name.Trim() + "\u2019s workshop" : request.WorkshopName.Trim(), user.Id, zone, clock.GetUtcNow());
            await db.SaveChangesAsync(stop);
            workshop = shop.Id;
        }
        else if (await Accept(db, request.InvitationCode, user.Id, clock.GetUtcNow(), stop) is { } joined)
        {
            workshop = joined;
        }
        else
        {
            return NoSuchInvitation();
        }

        await transaction.CommitAsync(stop);
        await Enter(http, user, workshop);
        return TypedResults.NoContent();
    }

    private static async Task<IResult> EnterDemo(HttpContext http, DemoDoor demo, UserManager<AppUser> people)
    {
        if (demo.OwnerId is not { } owner || await people.FindByIdAsync(owner.ToString()) is not { } user)
        {
            return Problems.Of(404, "no-demo", "This house has no demo workshop.");
        }

        await Enter(http, user, demo.WorkshopId);
        return TypedResults.NoContent();
    }

    private static async Task<IResult> SignOut(HttpContext http)
    {
        await http.SignOutAsync(IdentityConstants.ApplicationScheme);
        return TypedResults.NoContent();
    }

    private static async Task<IResult> Join(JoinRequest request, HttpContext http, UserManager<AppUser> people, EarthyTuftDb db, TimeProvider clock, CancellationToken stop)
    {
        var person = http.User.PersonId()!.Value;
        if (await Accept(db, request.InvitationCode, person, clock.GetUtcNow(), stop) is not { } workshop)
        {
            return NoSuchInvitation();
        }

        await Enter(http, (await people.FindByIdAsync(person.ToString()))!, workshop);
        return TypedResults.NoContent();
    }

    private static async Task<IResult> Choose(ChooseWorkshopRequest request, HttpContext http, UserManager<AppUser> people, EarthyTuftDb db, CancellationToken stop)
    {
        var person = http.User.PersonId()!.Value;
        if (!await db.Memberships.AnyAsync(m => m.UserId == person && m.WorkshopId == request.WorkshopId, stop))
        {
            return Problems.NotHere("workshop");
        }

        await Enter(http, (await people.FindByIdAsync(person.ToString()))!, request.WorkshopId);
        return TypedResults.NoContent();
    }

    private static IResult NoSuchInvitation() =>
        Problems.Refused("invitationCode", "no-such-invitation", "That code was used, has run out, or was never given. Ask for a new one.");

    internal static string HashOf(string code) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(code.Trim().ToUpperInvariant().Replace("-", ""))));

    private static async Task<Guid?> Accept(EarthyTuftDb db, string code, Guid person, DateTimeOffset now, CancellationToken stop)
    {
        var hash = HashOf(code);
        // One statement takes the code, so that it opens the door once however many try at the same moment.
        var taken = await db.Invitations.IgnoreQueryFilters()
            .Where(i => i.CodeHash == hash && i.UsedAt == null && i.ExpiresAt > now)
            .ExecuteUpdateAsync(set => set.SetProperty(i => i.UsedAt, now.ToStored()).SetProperty(i => i.UsedBy, person), stop);
        if (taken == 0)
        {
            return null;
        }

        var invitation = await db.Invitations.IgnoreQueryFilters().AsNoTracking().SingleAsync(i => i.CodeHash == hash, stop);
        if (!await db.Memberships.AnyAsync(m => m.UserId == person && m.WorkshopId == invitation.WorkshopId, stop))
        {
            db.Memberships.Add(new MembershipRow { WorkshopId = invitation.WorkshopId, UserId = person, Role = invitation.Role, JoinedAt = now.ToStored() });
            await db.SaveChangesAsync(stop);
        }

        return invitation.WorkshopId;
    }

    private static Task Enter(HttpContext http, AppUser user, Guid? workshop)
    {
        var identity = new ClaimsIdentity(IdentityConstants.ApplicationScheme, ClaimTypes.Name, ClaimTypes.Role);
        identity.AddClaim(new Claim(ClaimTypes.NameIdentifier, user.Id.ToString()));
        identity.AddClaim(new Claim(ClaimTypes.Name, user.UserName!));
        if (workshop is { } id)
        {
            identity.AddClaim(new Claim(BenchDoor.WorkshopClaim, id.ToString()));
        }

        return http.SignInAsync(IdentityConstants.ApplicationScheme, new ClaimsPrincipal(identity), new AuthenticationProperties { IsPersistent = true });
    }
}
