using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Workshops;

public static class Founding
{
    /// <summary>Stages a new workshop with its owner.</summary>
    public static WorkshopRow Found(EarthyTuftDb db, string name, Guid owner, string timeZone, DateTimeOffset now)
    {
        var shop = new WorkshopRow
        {
            Name = name,
            TimeZone = timeZone,
            FoundedAt = now.ToStored(),
        };
        db.Workshops.Add(shop);
        db.Memberships.Add(
            new MembershipRow
            {
                WorkshopId = shop.Id,
                UserId = owner,
                Role = MemberRole.Owner,
                JoinedAt = now.ToStored(),
            }
        );
        return shop;
    }
}
