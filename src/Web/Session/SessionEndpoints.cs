using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Instruments;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Workshops;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Session;

/// <summary>What is said of a registration that cannot be.</summary>
internal static class RegisterWords
{
    public const string Email = "That does not read as an email address, such as name@example.org.";
    public const string Password = "A password has ten characters or more; any will do.";
    public const string Name = "What are you called? Whoever logs something is named by it.";
}

/// <summary>Registering opens a workshop of one's own, or joins one with an invitation.</summary>
public sealed record RegisterRequest(
    [property: EmailAddress(ErrorMessage = RegisterWords.Email), StringLength(200)] string Email,
    [property: StringLength(200, MinimumLength = 10, ErrorMessage = RegisterWords.Password)] string Password,
    [property: StringLength(60, MinimumLength = 1, ErrorMessage = RegisterWords.Name)] string Name,
    [property: StringLength(80)] string? WorkshopName = null,
    [property: StringLength(60)] string? TimeZone = null,
    [property: StringLength(40)] string? InvitationCode = null
);

public sealed record SignInRequest([property: StringLength(200)] string Email, [property: StringLength(200)] string Password);

public sealed record JoinRequest([property: StringLength(40)] string InvitationCode);

public sealed record ChooseWorkshopRequest(Guid WorkshopId);

public sealed record WorkshopChoice(Guid Id, string Name, MemberRole Role);

/// <summary>Who is here, in which workshop, and the token that every change must carry.</summary>
/// <param name="TemperatureSign">What temperatures are shown in, and what a bare number counts in: °C or °F.</param>
/// <param name="Now">The server's time: what hurries is told from the first picture on, before the stream says it.</param>
/// <param name="Speed">How fast its clock runs, one but for a demo of a long soak.</param>
/// <param name="ZoneOffsets">How far the workshop's clocks stand before UTC: times are shown by them. Empty for whoever is at no
/// bench.</param>
/// <param name="LengthSign">The same for lengths of locks: mm, cm or in.</param>
/// <param name="HasScale">A scale is listened to in this workshop: what it says has its place before it is heard.</param>
public sealed record SessionState(
    bool SignedIn,
    string? Name,
    WorkshopChoice? Workshop,
    IReadOnlyList<WorkshopChoice> Workshops,
    MassUnit Unit,
    string TemperatureSign,
    string Currency,
    bool IsDemo,
    bool DemoOffered,
    string? Token,
    DateTimeOffset Now,
    double Speed,
    IReadOnlyList<ZoneOffset> ZoneOffsets,
    string LengthSign,
    UnitSigns Units,
    bool HasScale = false
);

/// <summary>What figures that are typed without a unit count in, and what prices are told for.</summary>
/// <param name="Wide">Of what is wide, such as cards and a winder's round.</param>
/// <param name="Yarn">Of yarn.</param>
/// <param name="Supply">How heavy a top or a strip is for its length.</param>
/// <param name="Amount">What prices and hours are told for.</param>
/// <param name="YarnPiece">What joins and lumps are counted over.</param>
/// <param name="ClothPiece">What stitches and rows are counted over.</param>
public sealed record UnitSigns(string Wide, string Yarn, string Supply, string Amount, string YarnPiece, string ClothPiece)
{
    internal static UnitSigns Of(LengthUnit lengths, MassUnit masses) =>
        new(
            Length.Sign(Length.Wide(lengths)),
            YarnLength.Sign(lengths),
            lengths == LengthUnit.Inch ? "oz/yd" : "g/m",
            Mass.Priced(masses).Name,
            CountedOver.OfYarn(lengths).Name,
            CountedOver.OfCloth(lengths).Name
        );
}

public static class SessionEndpoints
{
    /// <summary>Wrong password and unknown person get the same words.</summary>
    private const string NoEntry = "That email and password do not go together.";

    private static readonly Refusal Registered = new("email", "registered", "This email is registered already: sign in with it instead.");

    public static void MapSession(this IEndpointRouteBuilder app)
    {
        var session = app.MapGroup("/api/session").WithTags("session");
        session.MapGet("", State).Named("readSession", "Who is signed in, and the token that changes need.").ProducesProblem(400);
        session
            .MapPost("", SignIn)
            .Named("signIn", "Signs in with address and password.")
            .RequireRateLimiting("sign-in")
            .ProducesProblem(401)
            .ProducesProblem(429);
        session
            .MapPost("/register", Register)
            .Named("register", "Registers a person, with a workshop of their own or into one by invitation.")
            .RequireRateLimiting("sign-in")
            .ProducesProblem(422)
            .ProducesProblem(429);
        session
            .MapPost("/demo", EnterDemo)
            .Named("enterDemo", "A demo workshop for this browser alone.")
            .RequireRateLimiting("demo")
            .ProducesProblem(404)
            .ProducesProblem(429)
            .ProducesProblem(503);
        session
            .MapPost("/reset", PasswordEndpoints.Reset)
            .Named("resetPassword", "Sets a new password with a one-time code.")
            .RequireRateLimiting("sign-in")
            .ProducesProblem(422)
            .ProducesProblem(429);

        var signedIn = app.MapGroup("/api/session").WithTags("session").ForSignedIn();
        signedIn.MapDelete("", (Delegate)SignOut).Named("signOut", "Signs out on the server.");
        signedIn.MapPost("/join", Join).Named("joinWorkshop", "Joins a workshop by invitation.").ProducesProblem(422);
        signedIn.MapPost("/workshop", Choose).Named("chooseWorkshop", "Changes to another of the own workshops.").ProducesProblem(404);
        signedIn
            .MapPost("/password", PasswordEndpoints.Change)
            .Named("changePassword", "Changes the password and ends all other sign-ins.")
            .RequireRateLimiting("sign-in")
            .ProducesProblem(403)
            .ProducesProblem(422)
            .ProducesProblem(429);
        signedIn
            .MapPost("/demo/afresh", StartAfresh)
            .Named("startDemoAfresh", "Throws this demo away and makes another.")
            .RequireRateLimiting("demo")
            .ProducesProblem(404)
            .ProducesProblem(429)
            .ProducesProblem(503);
    }

    private static Refusal Told(IdentityError error) =>
        error.Code switch
        {
            nameof(IdentityErrorDescriber.DuplicateUserName) or nameof(IdentityErrorDescriber.DuplicateEmail) => Registered,
            nameof(IdentityErrorDescriber.InvalidUserName) or nameof(IdentityErrorDescriber.InvalidEmail) => new Refusal(
                "email",
                "not-an-email",
                RegisterWords.Email
            ),
            nameof(IdentityErrorDescriber.PasswordTooShort) => new Refusal("password", "too-short", RegisterWords.Password),
            _ => new Refusal(
                error.Code.StartsWith("Password", StringComparison.Ordinal) ? "password" : "email",
                "not-accepted",
                error.Description
            ),
        };

    // Leaving, joining and choosing need a person and a token, but no seat at a bench.
    private static RouteGroupBuilder ForSignedIn(this RouteGroupBuilder group)
    {
        group.AddEndpointFilter(
            async (context, next) =>
            {
                var http = context.HttpContext;
                return http.User.PersonId() is null ? Problems.Of(401, "not-signed-in", "Sign in first.")
                    : await http.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(http) ? await next(context)
                    : Problems.Of(400, "no-token", "The page's safety token is missing or old. Reload the page and send it again.");
            }
        );
        return group.WithMetadata(new Access(SignedIn: true, Token: true)).ProducesProblem(400).ProducesProblem(401);
    }

    private static async Task<SessionState> State(
        HttpContext http,
        EarthyTuftDb db,
        RequestContext context,
        DemoDoor demo,
        IAntiforgery antiforgery,
        TimeProvider clock,
        CancellationToken cancellationToken
    )
    {
        if (http.User.PersonId() is not { } person)
        {
            return new SessionState(
                false,
                null,
                null,
                [],
                MassUnit.Gram,
                Temperature.Sign(TemperatureUnit.Celsius),
                "EUR",
                false,
                demo.IsOffered,
                null,
                clock.GetUtcNow(),
                clock.SpeedOf(),
                [],
                Length.Sign(LengthUnit.Millimetre),
                UnitSigns.Of(LengthUnit.Millimetre, MassUnit.Gram)
            );
        }

        var shops = await db
            .Memberships.Where(m => m.UserId == person)
            .OrderBy(m => m.JoinedAt)
            .Select(m => new WorkshopChoice(m.WorkshopId, m.Workshop!.Name, m.Role))
            .ToListAsync(cancellationToken);
        var facts = context.IsSet ? context.Workshop : null;
        return new SessionState(
            true,
            facts?.PersonName ?? http.User.Identity?.Name,
            shops.FirstOrDefault(s => s.Id == facts?.WorkshopId),
            shops,
            facts?.Unit ?? MassUnit.Gram,
            Temperature.Sign(facts?.TemperatureUnit ?? TemperatureUnit.Celsius),
            facts?.Currency ?? "EUR",
            facts?.IsDemo ?? false,
            demo.IsOffered,
            antiforgery.GetAndStoreTokens(http).RequestToken,
            clock.GetUtcNow(),
            clock.SpeedOf(),
            facts is null ? [] : ZoneOffsets.Of(facts.Zone, clock.GetUtcNow()),
            Length.Sign(facts?.LengthUnit ?? LengthUnit.Millimetre),
            UnitSigns.Of(facts?.LengthUnit ?? LengthUnit.Millimetre, facts?.Unit ?? MassUnit.Gram),
            facts is not null && await db.Instruments.AnyAsync(i => i.On && i.Kind == InstrumentKind.Scale, cancellationToken)
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SignIn(
        SignInRequest request,
        HttpContext http,
        UserManager<AppUser> people,
        SignInPace pace,
        SignIns signIns,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        if (await pace.Begin(http, request.Email, cancellationToken) is { } wait)
        {
            return TooSoon(http, wait);
        }

        var user = await people.FindByEmailAsync(request.Email.Trim());
        if (user is null)
        {
            // Hash all the same, so that the time taken does not tell who is registered.
            _ = people.PasswordHasher.HashPassword(new AppUser { DisplayName = "" }, request.Password);
            return Problems.Of(401, "no-entry", NoEntry);
        }

        if (!await people.CheckPasswordAsync(user, request.Password))
        {
            return Problems.Of(401, "no-entry", NoEntry);
        }

        await pace.Right(http, request.Email, cancellationToken);
        var workshop = await db
            .Memberships.Where(m => m.UserId == user.Id)
            .OrderBy(m => m.JoinedAt)
            .Select(m => (Guid?)m.WorkshopId)
            .FirstOrDefaultAsync(cancellationToken);
        await signIns.Enter(http, user, workshop, cancellationToken);
        return TypedResults.NoContent();
    }

    internal static ProblemHttpResult TooSoon(HttpContext http, TimeSpan wait)
    {
        var seconds = (int)Math.Ceiling(wait.TotalSeconds);
        http.Response.Headers.RetryAfter = seconds.ToString(System.Globalization.CultureInfo.InvariantCulture);
        return Problems.Of(429, "too-soon", $"Too many wrong passwords in a short time. Try again in {seconds} s.", ("seconds", seconds));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Register(
        RegisterRequest request,
        HttpContext http,
        UserManager<AppUser> people,
        SignIns signIns,
        EarthyTuftDb db,
        WorkshopScope scope,
        TimeProvider clock,
        CancellationToken cancellationToken
    )
    {
        if (string.IsNullOrWhiteSpace(request.Name))
        {
            return Problems.Refused("name", "missing", RegisterWords.Name);
        }

        var zone = request.TimeZone is { } id && TimeZoneInfo.TryFindSystemTimeZoneById(id, out _) ? id : "UTC";
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var user = new AppUser
        {
            Id = Guid.CreateVersion7(),
            UserName = request.Email.Trim(),
            Email = request.Email.Trim(),
            DisplayName = request.Name.Trim(),
        };
        try
        {
            var created = await people.CreateAsync(user, request.Password);
            if (!created.Succeeded)
            {
                // The name one signs in by is the email: what is said of both is said once.
                return Problems.Refused([.. created.Errors.Select(Told).DistinctBy(r => (r.Field, r.Code))]);
            }
        }
        catch (DbUpdateException e) when (e.IsDuplicate())
        {
            return Problems.Refused([Registered]);
        }

        Guid workshop;
        if (string.IsNullOrWhiteSpace(request.InvitationCode))
        {
            var shop = Founding.Found(
                db,
                string.IsNullOrWhiteSpace(request.WorkshopName) ? request.Name.Trim() + "\u2019s workshop" : request.WorkshopName.Trim(),
                user.Id,
                zone,
                clock.GetUtcNow()
            );
            await db.SaveChangesAsync(cancellationToken);
            workshop = shop.Id;
        }
        else if (await Accept(db, scope, request.InvitationCode, user.Id, clock.GetUtcNow(), cancellationToken) is { } joined)
        {
            workshop = joined;
        }
        else
        {
            return NoSuchInvitation();
        }

        await signIns.Enter(http, user, workshop, cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return TypedResults.NoContent();
    }

    /// <summary>Whoever walks in gets a demo of their own; a browser that has one already finds it again.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> EnterDemo(
        HttpContext http,
        DemoDoor demo,
        SignIns signIns,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    ) =>
        await demo.Find(http, db, cancellationToken) is { } found
            ? await WalkIn(found, http, demo, signIns, db, cancellationToken)
            : await NewDemo(http, demo, signIns, db, cancellationToken);

    /// <summary>Throws this browser's demo away and makes it anew.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> StartAfresh(
        HttpContext http,
        DemoDoor demo,
        SignIns signIns,
        RequestContext context,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        if (!context.IsSet || !context.Workshop.IsDemo)
        {
            return Problems.Of(404, "no-demo", "You are in no demo workshop.");
        }

        return await NewDemo(http, demo, signIns, db, cancellationToken, instead: context.Workshop.WorkshopId);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> NewDemo(
        HttpContext http,
        DemoDoor demo,
        SignIns signIns,
        EarthyTuftDb db,
        CancellationToken cancellationToken,
        Guid? instead = null
    )
    {
        if (!demo.IsOffered)
        {
            return Problems.Of(404, "no-demo", "This server has no demo workshop.");
        }

        return await demo.Make(instead, cancellationToken) is { } made
            ? await WalkIn(made, http, demo, signIns, db, cancellationToken)
            : Problems.Of(
                503,
                "demo-full",
                "All demo workshops are in use just now. Try again in half an hour, or open a workshop of your own: it costs nothing."
            );
    }

    private static async Task<NoContent> WalkIn(
        DemoSeat seat,
        HttpContext http,
        DemoDoor demo,
        SignIns signIns,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        demo.Remember(http, seat);
        await signIns.Enter(
            http,
            await db.Users.SingleAsync(u => u.Id == seat.Visitor, cancellationToken),
            seat.Workshop,
            cancellationToken
        );
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOut(HttpContext http, SignIns signIns, CancellationToken cancellationToken)
    {
        await signIns.Leave(http, cancellationToken);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Join(
        JoinRequest request,
        HttpContext http,
        UserManager<AppUser> people,
        SignIns signIns,
        RequestContext context,
        EarthyTuftDb db,
        WorkshopScope scope,
        TimeProvider clock,
        CancellationToken cancellationToken
    )
    {
        if (context.IsSet && context.Workshop.IsDemo)
        {
            return MembershipMiddleware.NotInDemo();
        }

        var person = http.User.PersonId()!.Value;
        if (await Accept(db, scope, request.InvitationCode, person, clock.GetUtcNow(), cancellationToken) is not { } workshop)
        {
            return NoSuchInvitation();
        }

        await signIns.Enter(http, (await people.FindByIdAsync(person.ToString()))!, workshop, cancellationToken);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Choose(
        ChooseWorkshopRequest request,
        HttpContext http,
        UserManager<AppUser> people,
        SignIns signIns,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        var person = http.User.PersonId()!.Value;
        if (!await db.Memberships.AnyAsync(m => m.UserId == person && m.WorkshopId == request.WorkshopId, cancellationToken))
        {
            return Problems.NotHere("workshop");
        }

        await signIns.Enter(http, (await people.FindByIdAsync(person.ToString()))!, request.WorkshopId, cancellationToken);
        return TypedResults.NoContent();
    }

    private static ProblemHttpResult NoSuchInvitation() =>
        Problems.Refused("invitationCode", "no-such-invitation", "That code was used, has run out, or was never given. Ask for a new one.");

    private static async Task<Guid?> Accept(
        EarthyTuftDb db,
        WorkshopScope scope,
        string code,
        Guid person,
        DateTimeOffset now,
        CancellationToken cancellationToken
    )
    {
        // Whoever comes with a code is in no workshop yet.
        if (await scope.Across(() => Take(db, OneTimeCode.HashOf(code), person, now, cancellationToken)) is not { } invitation)
        {
            return null;
        }

        if (!await db.Memberships.AnyAsync(m => m.UserId == person && m.WorkshopId == invitation.WorkshopId, cancellationToken))
        {
            db.Memberships.Add(
                new MembershipRow
                {
                    WorkshopId = invitation.WorkshopId,
                    UserId = person,
                    Role = invitation.Role,
                    JoinedAt = now.ToStored(),
                }
            );
            await db.SaveChangesAsync(cancellationToken);
        }

        return invitation.WorkshopId;
    }

    private static async Task<InvitationRow?> Take(
        EarthyTuftDb db,
        string hash,
        Guid person,
        DateTimeOffset now,
        CancellationToken cancellationToken
    )
    {
        // One statement takes the code, so that it opens the door once however many try at the same moment. Nobody joins a demo.
        var taken = await db
            .Invitations.IgnoreQueryFilters()
            .Where(i =>
                i.CodeHash == hash && i.UsedAt == null && i.ExpiresAt > now && !db.Workshops.Any(w => w.Id == i.WorkshopId && w.IsDemo)
            )
            .ExecuteUpdateAsync(
                set => set.SetProperty(i => i.UsedAt, now.ToStored()).SetProperty(i => i.UsedBy, person),
                cancellationToken
            );
        return taken == 0
            ? null
            : await db.Invitations.IgnoreQueryFilters().AsNoTracking().SingleAsync(i => i.CodeHash == hash, cancellationToken);
    }
}
