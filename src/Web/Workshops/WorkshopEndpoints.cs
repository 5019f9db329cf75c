using System.ComponentModel.DataAnnotations;
using System.Security.Cryptography;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.House;
using EarthyTuft.Web.Session;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;

namespace EarthyTuft.Web.Workshops;

public sealed record Member(Guid Id, string Name, MemberRole Role, bool You);

public sealed record WorkshopPage(
    string Name,
    MassUnit Unit,
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
    IReadOnlyList<string> TimeZones);

public sealed record WorkshopSettings(
    [property: StringLength(80, MinimumLength = 1)] string Name,
    MassUnit Unit,
    [property: StringLength(60)] string TimeZone,
    [property: RegularExpression("^[A-Z]{3}$")] string Currency,
    [property: Range(0.001, 1000)] double ScaleStepGrams,
    [property: StringLength(40)] string? UsualBowl,
    uint Version,
    [property: Range(0, 10_000)] decimal? HourlyRate = null,
    Schools? Schools = null);

public sealed record InvitationRequest(MemberRole Role);

/// <summary>The code is shown this once.</summary>
public sealed record Invitation(string Code, MemberRole Role, DateTimeOffset ExpiresAt);

public sealed record RoleRequest(MemberRole Role);

public static class WorkshopEndpoints
{
    /// <summary>No letters or figures that are taken for each other when read aloud or from a slip of paper.</summary>
    private const string Letters = "ABCDEFGHKMNPQRSTUVWXYZ23456789";

    public static void MapWorkshop(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/workshop").WithTags("workshop").ForMembers();
        group.MapGet("", Page);
        group.MapPut("", Save).Changes(MemberRole.Owner).ProducesProblem(409);
        group.MapPost("/invitations", Invite).Changes(MemberRole.Owner).Produces<Invitation>();
        group.MapPut("/people/{id:guid}", ChangeRole).Changes(MemberRole.Owner).ProducesProblem(404);
        group.MapDelete("/people/{id:guid}", Remove).Changes(MemberRole.Owner).ProducesProblem(404);
    }

    private static async Task<WorkshopPage> Page(EarthyTuftDb db, Bench bench, CancellationToken stop)
    {
        var shop = await db.Workshops.AsNoTracking().SingleAsync(w => w.Id == bench.Facts.WorkshopId, stop);
        var people = await db.Memberships.Where(m => m.WorkshopId == shop.Id)
            .OrderBy(m => m.JoinedAt)
            .Select(m => new Member(m.UserId, m.User!.DisplayName, m.Role, m.UserId == bench.PersonId))
            .ToListAsync(stop);
        return new WorkshopPage(
            shop.Name,
            shop.Unit,
            shop.TimeZone,
            shop.Currency,
            shop.ScaleStepGrams,
            shop.UsualBowlGrams is { } bowl ? Mass.FromGrams(bowl).Write(shop.Unit) : null,
            shop.HourlyRate,
            new Schools(shop.WashSchool, shop.OpenBeforeWash, shop.LeaveWax, shop.DownSchool, shop.FineSockSchool),
            SchoolQuestions.All,
            shop.Version,
            bench.Facts.Role,
            people,
            [.. TimeZoneInfo.GetSystemTimeZones().Select(z => z.Id).Where(id => id.Contains('/') || id == "UTC").Order(StringComparer.Ordinal)]);
    }

    private static async Task<IResult> Save(WorkshopSettings settings, EarthyTuftDb db, Bench bench, IMemoryCache cache, CancellationToken stop)
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

        var shop = await db.Workshops.SingleAsync(w => w.Id == bench.Facts.WorkshopId, stop);
        db.Entry(shop).Property(w => w.Version).OriginalValue = settings.Version;
        (shop.Name, shop.Unit, shop.TimeZone, shop.Currency, shop.ScaleStepGrams, shop.UsualBowlGrams) =
            (settings.Name.Trim(), settings.Unit, settings.TimeZone, settings.Currency, settings.ScaleStepGrams, bowl);
        shop.HourlyRate = settings.HourlyRate;
        if (settings.Schools is { } schools)
        {
            (shop.WashSchool, shop.OpenBeforeWash, shop.LeaveWax, shop.DownSchool, shop.FineSockSchool) = (schools.Wash, schools.OpenBeforeWash, schools.LeaveWax, schools.Down, schools.FineSocks);
        }

        await db.SaveChangesAsync(stop);
        BenchDoor.Forget(cache, bench.PersonId, shop.Id);
        return TypedResults.NoContent();
    }

    private static async Task<IResult> Invite(InvitationRequest request, EarthyTuftDb db, Bench bench, CancellationToken stop)
    {
        var code = string.Join("-", Enumerable.Range(0, 3).Select(_ => RandomNumberGenerator.GetString(Letters, 4)));
        var row = new InvitationRow { Role = request.Role, CodeHash = SessionEndpoints.HashOf(code), ExpiresAt = bench.Now.AddDays(7) };
        db.Invitations.Add(row);
        await db.SaveChangesAsync(stop);
        return TypedResults.Ok(new Invitation(code, row.Role, row.ExpiresAt));
    }

    private static async Task<IResult> ChangeRole(Guid id, RoleRequest request, EarthyTuftDb db, Bench bench, IMemoryCache cache, CancellationToken stop) =>
        await ChangeMember(id, db, bench, cache, member => member.Role = request.Role, request.Role == MemberRole.Owner, stop);

    private static async Task<IResult> Remove(Guid id, EarthyTuftDb db, Bench bench, IMemoryCache cache, CancellationToken stop) =>
        await ChangeMember(id, db, bench, cache, member => db.Memberships.Remove(member), false, stop);

    private static async Task<IResult> ChangeMember(
        Guid id, EarthyTuftDb db, Bench bench, IMemoryCache cache, Action<MembershipRow> change, bool staysOwner, CancellationToken stop)
    {
        var people = await db.Memberships.Where(m => m.WorkshopId == bench.Facts.WorkshopId).ToListAsync(stop);
        if (people.SingleOrDefault(m => m.UserId == id) is not { } member)
        {
            return Problems.NotHere("person");
        }

        if (member.Role == MemberRole.Owner && !staysOwner && people.Count(m => m.Role == MemberRole.Owner) == 1)
        {
            return Problems.Refused("role", "last-owner", "A workshop keeps at least one owner. Make somebody else owner first.");
        }

        change(member);
        await db.SaveChangesAsync(stop);
        BenchDoor.Forget(cache, id, bench.Facts.WorkshopId);
        return TypedResults.NoContent();
    }
}
