using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Live;
using EarthyTuft.Web.Session;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;

namespace EarthyTuft.Web.Workshops;

public sealed record Member(Guid Id, string Name, MemberRole Role, bool You);

public sealed record WorkshopPage(
    string Name,
    MassUnit Unit,
    TemperatureUnit TemperatureUnit,
    LengthUnit LengthUnit,
    string TimeZone,
    string Currency,
    double ScaleStepGrams,
    string? UsualBowl,
    decimal? HourlyRate,
    Schools Schools,
    IReadOnlyList<SchoolQuestion> SchoolQuestions,
    uint Version,
    MemberRole YourRole,
    IReadOnlyList<Member> People,
    IReadOnlyList<string> TimeZones
);

public sealed record SaveWorkshopRequest(
    [property: StringLength(80, MinimumLength = 1)] string Name,
    MassUnit Unit,
    [property: StringLength(60)] string TimeZone,
    [property: RegularExpression("^[A-Z]{3}$")] string Currency,
    [property: Range(0.001, 1000)] double ScaleStepGrams,
    [property: StringLength(40)] string? UsualBowl,
    uint Version,
    [property: Range(0, 10_000)] decimal? HourlyRate = null,
    Schools? Schools = null,
    TemperatureUnit? TemperatureUnit = null,
    LengthUnit? LengthUnit = null
);

public sealed record InvitationRequest(MemberRole Role);

/// <summary>The code is shown this once.</summary>
public sealed record Invitation(string Code, MemberRole Role, DateTimeOffset ExpiresAt);

public sealed record RoleRequest(MemberRole Role);

public static class WorkshopEndpoints
{
    public static void MapWorkshop(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/workshop").WithTags("workshop").ForMembers();
        group.MapGet("", Page).Named("readWorkshop", "The workshop, its people and settings.");
        group.MapPut("", Save).Named("saveWorkshop", "Saves the settings.").Changes(MemberRole.Owner).ProducesProblem(409);
        ExampleEndpoints.Map(group);
        group.MapPost("/invitations", Invite).Named("invite", "Makes an invitation.").Changes(MemberRole.Owner).NotInDemos();
        group
            .MapPut("/people/{id:guid}", ChangeRole)
            .Named("changeRole", "Changes a person’s role.")
            .Changes(MemberRole.Owner)
            .NotInDemos()
            .ProducesProblem(404);
        // Whoever it is may leave; only an owner removes another.
        group
            .MapDelete("/people/{id:guid}", Remove)
            .Named("removePerson", "Removes a person, or leaves.")
            .Changes(MemberRole.Looker)
            .NotInDemos()
            .ProducesProblem(404);
        group
            .MapPost("/people/{id:guid}/reset-code", PasswordEndpoints.GiveCode)
            .Named("giveResetCode", "A one-time code for a member who forgot the password.")
            .Changes(MemberRole.Owner)
            .NotInDemos()
            .ProducesProblem(404);
    }

    private static async Task<WorkshopPage> Page(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken)
    {
        var shop = await db.Workshops.AsNoTracking().SingleAsync(w => w.Id == context.Workshop.WorkshopId, cancellationToken);
        var people = await db
            .Memberships.Where(m => m.WorkshopId == shop.Id)
            .OrderBy(m => m.JoinedAt)
            .Select(m => new Member(m.UserId, m.User!.DisplayName, m.Role, m.UserId == context.PersonId))
            .ToListAsync(cancellationToken);
        return new WorkshopPage(
            shop.Name,
            shop.Unit,
            shop.TemperatureUnit,
            shop.LengthUnit,
            shop.TimeZone,
            shop.Currency,
            shop.ScaleStepGrams,
            shop.UsualBowlGrams is { } bowl ? Mass.FromGrams(bowl).Write(shop.Unit) : null,
            shop.HourlyRate,
            new Schools(shop.WashSchool, shop.OpenBeforeWash, shop.LeaveWax, shop.DownSchool, shop.FineSockSchool, shop.SemiNamedBy),
            SchoolQuestions.All,
            shop.Version,
            context.Workshop.Role,
            people,
            [
                .. TimeZoneInfo
                    .GetSystemTimeZones()
                    .Select(z => z.Id)
                    .Where(id => id.Contains('/') || id == "UTC")
                    .Order(StringComparer.Ordinal),
            ]
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Save(
        SaveWorkshopRequest settings,
        EarthyTuftDb db,
        RequestContext context,
        IMemoryCache cache,
        CancellationToken cancellationToken
    )
    {
        if (!TimeZoneInfo.TryFindSystemTimeZoneById(settings.TimeZone, out _))
        {
            return Problems.Refused("timeZone", "not-a-time-zone", "That is not a time zone this machine knows.");
        }

        double? bowl = null;
        if (!string.IsNullOrWhiteSpace(settings.UsualBowl))
        {
            var read = MassReader.Read(settings.UsualBowl, settings.Unit, "usualBowl");
            if (read.IsRefused)
            {
                return Problems.Refused(read.Refusals);
            }

            bowl = read.Value.Grams;
        }

        var shop = await db.Workshops.SingleAsync(w => w.Id == context.Workshop.WorkshopId, cancellationToken);
        db.Entry(shop).Property(w => w.Version).OriginalValue = settings.Version;
        (shop.Name, shop.Unit, shop.TimeZone, shop.Currency, shop.ScaleStepGrams, shop.UsualBowlGrams) = (
            settings.Name.Trim(),
            settings.Unit,
            settings.TimeZone,
            settings.Currency,
            settings.ScaleStepGrams,
            bowl
        );
        shop.HourlyRate = settings.HourlyRate;
        (shop.TemperatureUnit, shop.LengthUnit) = (
            settings.TemperatureUnit ?? shop.TemperatureUnit,
            settings.LengthUnit ?? shop.LengthUnit
        );
        if (settings.Schools is { } schools)
        {
            (shop.WashSchool, shop.OpenBeforeWash, shop.LeaveWax, shop.DownSchool, shop.FineSockSchool, shop.SemiNamedBy) = (
                schools.Wash,
                schools.OpenBeforeWash,
                schools.LeaveWax,
                schools.Down,
                schools.FineSocks,
                schools.Semi
            );
        }

        await db.SaveChangesAsync(cancellationToken);
        MembershipMiddleware.Forget(cache, context.PersonId, shop.Id);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<Invitation>, ProblemHttpResult>> Invite(
        InvitationRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var code = OneTimeCode.New();
        var row = new InvitationRow
        {
            Role = request.Role,
            CodeHash = OneTimeCode.HashOf(code),
            ExpiresAt = context.Now.AddDays(7),
        };
        db.Invitations.Add(row);
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.Ok(new Invitation(code, row.Role, row.ExpiresAt));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> ChangeRole(
        Guid id,
        RoleRequest request,
        EarthyTuftDb db,
        RequestContext context,
        IMemoryCache cache,
        CancellationToken cancellationToken
    ) => await ChangeMember(id, db, context, cache, request.Role, cancellationToken);

    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        IMemoryCache cache,
        CancellationToken cancellationToken
    ) => await ChangeMember(id, db, context, cache, null, cancellationToken);

    /// <summary>
    /// Gives a member another role, or none. The memberships are held meanwhile, and who asks is looked at again under the lock: of two
    /// owners who send each other away at the same moment, one stays.
    /// </summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> ChangeMember(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        IMemoryCache cache,
        MemberRole? role,
        CancellationToken cancellationToken
    )
    {
        var workshop = context.Workshop.WorkshopId;
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var people = await db
            .Memberships.FromSql($"select * from memberships where workshop_id = {workshop} order by user_id for update")
            .ToListAsync(cancellationToken);
        var self = people.SingleOrDefault(m => m.UserId == context.PersonId);
        if (self?.Role != MemberRole.Owner && (role is not null || id != context.PersonId || self is null))
        {
            return Problems.Of(403, "not-yours-to-change", "Only the owner changes this.");
        }

        if (people.SingleOrDefault(m => m.UserId == id) is not { } member)
        {
            return Problems.NotHere("person");
        }

        if (member.Role == MemberRole.Owner && role != MemberRole.Owner && people.Count(m => m.Role == MemberRole.Owner) == 1)
        {
            return Problems.Refused("role", "last-owner", "A workshop keeps at least one owner. Make somebody else owner first.");
        }

        if (role is { } given)
        {
            member.Role = given;
        }
        else
        {
            db.Memberships.Remove(member);
        }

        await db.SaveChangesAsync(cancellationToken);
        await db.Announce(workshop, new LiveItem(LiveItem.People, Person: id), cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        MembershipMiddleware.Forget(cache, id, workshop);
        return TypedResults.NoContent();
    }
}
