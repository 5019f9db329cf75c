using System.Security.Claims;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Store;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;

namespace EarthyTuft.Web.Hosting;

/// <summary>Finds the workshop of a request and holds what a person may do there.</summary>
public static class MembershipMiddleware
{
    public const string WorkshopClaim = "workshop";

    /// <summary>The units a screen showed when its figures were typed, for example <c>Gram;C</c>.</summary>
    public const string UnitsHeader = "X-Units";

    /// <summary>In which a screen says which one it is, so that it can tell news of its own doing.</summary>
    public const string ScreenHeader = "X-Screen";

    /// <summary>How long a membership is believed without asking again: a removed member is out within this time, on every
    /// process.</summary>
    private static readonly TimeSpan Believed = TimeSpan.FromSeconds(5);

    /// <summary>The use of a demo is noted so often.</summary>
    private static readonly TimeSpan DemoUseNoted = TimeSpan.FromMinutes(2);

    public static Guid? PersonId(this ClaimsPrincipal user) =>
        Guid.TryParse(user.FindFirstValue(ClaimTypes.NameIdentifier), out var id) ? id : null;

    public static Guid? WorkshopId(this ClaimsPrincipal user) => Guid.TryParse(user.FindFirstValue(WorkshopClaim), out var id) ? id : null;

    /// <summary>Finds the workshop that the cookie of an authenticated request names, if its person is still a member there.</summary>
    public static IApplicationBuilder UseMembership(this IApplicationBuilder app) =>
        app.Use(
            async (context, next) =>
            {
                if (
                    context.Request.Path.StartsWithSegments("/api")
                    && context.User.PersonId() is { } person
                    && context.User.WorkshopId() is { } workshop
                )
                {
                    var cache = context.RequestServices.GetRequiredService<IMemoryCache>();
                    var key = Key(person, workshop);
                    if (!cache.TryGetValue(key, out WorkshopSettings? facts))
                    {
                        var db = context.RequestServices.GetRequiredService<EarthyTuftDb>();
                        facts = await Find(db, person, workshop, context.RequestAborted);
                        cache.Set(key, facts, Believed);
                        if (facts?.IsDemo == true)
                        {
                            await MarkUsed(
                                db,
                                workshop,
                                context.RequestServices.GetRequiredService<TimeProvider>().GetUtcNow().ToStored(),
                                context.RequestAborted
                            );
                        }
                    }

                    if (facts is not null)
                    {
                        context.RequestServices.GetRequiredService<RequestContext>().Enter(person, facts);
                        var scope = context.RequestServices.GetRequiredService<WorkshopScope>();
                        scope.WorkshopId = workshop;
                        scope.Screen = Guid.TryParse(context.Request.Headers[ScreenHeader], out var screen) ? screen : null;
                    }
                }

                if (context.GetEndpoint()?.Metadata.GetMetadata<MembersOnly>() is not null && Against(context) is { } against)
                {
                    await against.ExecuteAsync(context);
                    return;
                }

                await next();
            }
        );

    /// <summary>What stands against a person at an address for members: asked before anything of what was sent is looked at.</summary>
    private static ProblemHttpResult? Against(HttpContext context) =>
        context.User.PersonId() is null ? Problems.Of(401, "not-signed-in", "Sign in first.")
        : !context.RequestServices.GetRequiredService<RequestContext>().IsSet
            ? Problems.Of(403, "not-a-member", "You are not a member of this workshop.")
        : null;

    private static Task MarkUsed(EarthyTuftDb db, Guid demo, DateTimeOffset now, CancellationToken cancellationToken)
    {
        var lately = now - DemoUseNoted;
        return Tables.NoteByTheWay(() =>
            db
                .Workshops.Where(w => w.Id == demo && (w.DemoUsedAt == null || w.DemoUsedAt < lately))
                .ExecuteUpdateAsync(set => set.SetProperty(w => w.DemoUsedAt, now), cancellationToken)
        );
    }

    public static void Forget(IMemoryCache cache, Guid person, Guid workshop) => cache.Remove(Key(person, workshop));

    private static (string, Guid, Guid) Key(Guid person, Guid workshop) => ("membership", person, workshop);

    internal static async Task<WorkshopSettings?> Find(EarthyTuftDb db, Guid person, Guid workshop, CancellationToken cancellationToken)
    {
        var found = await db
            .Memberships.Where(m => m.UserId == person && m.WorkshopId == workshop)
            .Select(m => new
            {
                m.Role,
                m.User!.DisplayName,
                Shop = m.Workshop!,
            })
            .AsNoTracking()
            .SingleOrDefaultAsync(cancellationToken);
        return found is null
            ? null
            : new WorkshopSettings(
                workshop,
                found.Shop.Name,
                found.Role,
                found.DisplayName,
                found.Shop.Unit,
                found.Shop.TemperatureUnit,
                found.Shop.LengthUnit,
                TimeZoneInfo.FindSystemTimeZoneById(found.Shop.TimeZone),
                found.Shop.Currency,
                found.Shop.ScaleStepGrams,
                found.Shop.UsualBowlGrams,
                found.Shop.IsDemo,
                found.Shop.HourlyRate,
                new Schools(
                    found.Shop.WashSchool,
                    found.Shop.OpenBeforeWash,
                    found.Shop.LeaveWax,
                    found.Shop.DownSchool,
                    found.Shop.FineSockSchool,
                    found.Shop.SemiNamedBy
                ),
                found.Shop.ExampleEntryId
            );
    }

    /// <summary>Lets in members only.</summary>
    public static RouteGroupBuilder ForMembers(this RouteGroupBuilder group) =>
        group.WithMetadata(new MembersOnly(), new Access(SignedIn: true, Token: false)).ProducesProblem(401).ProducesProblem(403);

    /// <summary>An address for members of the workshop alone.</summary>
    private sealed record MembersOnly;

    internal static ProblemHttpResult NotInDemo() =>
        Problems.Of(
            403,
            "not-in-a-demo",
            "That is not to be had in the demo, which is this browser’s alone. Open a workshop of your own for it."
        );

    /// <summary>A door that has no place in a demo workshop.</summary>
    public static RouteHandlerBuilder NotInDemos(this RouteHandlerBuilder route) =>
        route.AddEndpointFilter(
            async (context, next) =>
                context.HttpContext.RequestServices.GetRequiredService<RequestContext>().Workshop.IsDemo ? NotInDemo() : await next(context)
        );

    /// <summary>
    /// A number typed without a unit counts in the workshop's: one that was typed while the screen showed another unit must not be read in
    /// the new one. A screen says what it showed in the header <see cref="UnitsHeader"/>; a program that leaves it out means the workshop's
    /// own.
    /// </summary>
    private static ProblemHttpResult? UnitsChanged(HttpContext http)
    {
        var shop = http.RequestServices.GetRequiredService<RequestContext>().Workshop;
        var now = $"{shop.Unit};{(shop.TemperatureUnit == TemperatureUnit.Celsius ? "C" : "F")};{Length.Sign(shop.LengthUnit)}";
        return
            http.Request.Headers[UnitsHeader].ToString() is { Length: > 0 } shown && !shown.Equals(now, StringComparison.OrdinalIgnoreCase)
            ? Problems.Of(
                409,
                "units-changed",
                $"Weights are in {shop.Unit.Words()}s, temperatures in {Temperature.Sign(shop.TemperatureUnit)} and lengths in "
                    + $"{Length.Sign(shop.LengthUnit)} here now: somebody changed it meanwhile. Nothing was stored. Look at your figures and send "
                    + $"them again."
            )
            : null;
    }

    /// <summary>A change: the antiforgery token must be there, and the role high enough.</summary>
    public static RouteHandlerBuilder Changes(this RouteHandlerBuilder route, MemberRole atLeast = MemberRole.Preparer)
    {
        route.AddEndpointFilter(
            async (context, next) =>
            {
                var http = context.HttpContext;
                if (http.RequestServices.GetRequiredService<RequestContext>().Workshop.Role < atLeast)
                {
                    return Problems.Of(
                        403,
                        "not-yours-to-change",
                        atLeast == MemberRole.Owner ? "Only the owner changes this." : "You look here, and do not change."
                    );
                }

                if (UnitsChanged(http) is { } changed)
                {
                    return changed;
                }

                return await http.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(http)
                    ? await next(context)
                    : Problems.Of(400, "no-token", "The page's safety token is missing or old. Reload the page and send it again.");
            }
        );
        return route.WithMetadata(new Access(SignedIn: true, Token: true)).ProducesProblem(400).ProducesProblem(422);
    }
}
