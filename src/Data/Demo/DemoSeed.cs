using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Assessing;
using EarthyTuft.Data.Fibres;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.WeighLog;
using EarthyTuft.Data.Workshops;
using EarthyTuft.Data.Yarns;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Demo;

/// <summary>Makes a demo workshop: the invented shed with its two people, through the same import that a workshop's own log
/// takes.</summary>
public static class DemoSeed
{
    /// <summary>Makes one. Runs within the caller's transaction, and leaves the scope at the new workshop.</summary>
    /// <returns>The workshop and the person whom its visitor is.</returns>
    public static async Task<(Guid Visitor, Guid Workshop)> Make(
        EarthyTuftDb db,
        WorkshopScope scope,
        DateTimeOffset now,
        CancellationToken cancellationToken
    )
    {
        var people = new[] { Person("Marrit"), Person("Tobin") };
        db.Users.AddRange(people);
        var shop = Founding.Found(db, "Lanternfold Shed", people[0].Id, "UTC", now.AddDays(-90));
        shop.IsDemo = true;
        shop.DemoUsedAt = now.ToStored();
        shop.UsualBowlGrams = 186;
        db.Memberships.Add(
            new MembershipRow
            {
                WorkshopId = shop.Id,
                UserId = people[1].Id,
                Role = MemberRole.Preparer,
                JoinedAt = now.AddDays(-90).ToStored(),
            }
        );
        await db.SaveChangesAsync(cancellationToken);

        scope.WorkshopId = shop.Id;
        var import = new WeighLogImport(
            db,
            new ImportFacts(people[0].Id, people[0].DisplayName, now, TimeZoneInfo.Utc, shop.ScaleStepGrams)
        );
        var outcome = await import.Stage(DemoScenario.Rows(now), cancellationToken);
        if (outcome.Refused.Count > 0)
        {
            throw new InvalidOperationException(
                "The demo's own log was refused: " + string.Join("; ", outcome.Refused.Select(r => $"row {r.Row} {r.Column}: {r.Reason}"))
            );
        }

        await import.Save(cancellationToken);
        await AddLocks(db, now, cancellationToken);
        await AddSamples(db, now, cancellationToken);
        await AddLooks(db, now, cancellationToken);
        await ChooseRoutes(db, now, cancellationToken);
        await AddYarns(db, cancellationToken);
        return (people[0].Id, shop.Id);
    }

    // Nobody signs in as these two by password: they have none. Their addresses are of a domain that does not exist.
    private static AppUser Person(string name)
    {
        var id = Guid.CreateVersion7();
        var mail = FormattableString.Invariant($"{name.ToLowerInvariant()}.{id:N}@{DemoWorkshops.MailDomain}");
        return new()
        {
            Id = id,
            DisplayName = name,
            UserName = mail,
            NormalizedUserName = mail.ToUpperInvariant(),
            Email = mail,
            NormalizedEmail = mail.ToUpperInvariant(),
            SecurityStamp = Guid.NewGuid().ToString(),
        };
    }

    private static async Task AddLocks(EarthyTuftDb db, DateTimeOffset now, CancellationToken cancellationToken)
    {
        FleecePlace[] places =
        [
            FleecePlace.Shoulder,
            FleecePlace.Side,
            FleecePlace.Britch,
            FleecePlace.Back,
            FleecePlace.Neck,
            FleecePlace.Side,
            FleecePlace.Shoulder,
        ];
        // Standard scores of a small sample, so that the asked CV comes out about right.
        double[] scores = [0.25, -0.35, 1.35, -1.25, 0.7, -0.75, 0.05];
        var lots = await db.Lots.ToDictionaryAsync(l => l.Code, cancellationToken);
        foreach (var locks in DemoScenario.Locks)
        {
            for (var i = 0; i < locks.Count; i++)
            {
                var length = Math.Round(locks.Mean * (1 + (scores[i] * locks.CvPercent / 100)));
                var span = length > 60 ? 50.0 : 30.0;
                db.Locks.Add(
                    new LockRow
                    {
                        LotId = lots[locks.Lot].Id,
                        Key = Guid.CreateVersion7(),
                        Place = places[i],
                        LengthMillimetres = length,
                        Crimps =
                            locks.CrimpsPerCentimetre > 0
                                ? (int)Math.Round(locks.CrimpsPerCentimetre * span / 10 * (1 + (scores[(i + 3) % 7] * 0.06)))
                                : null,
                        SpanMillimetres = locks.CrimpsPerCentimetre > 0 ? span : null,
                        Wave = locks.Wave,
                        MeasuredAt = now.AddDays(-1).ToStored(),
                    }
                );
            }
        }

        await db.SaveChangesAsync(cancellationToken);
        foreach (var locks in DemoScenario.Locks)
        {
            await LockStore.CarryLength(db, lots[locks.Lot].Id, cancellationToken);
        }
    }

    private static async Task AddLooks(EarthyTuftDb db, DateTimeOffset now, CancellationToken cancellationToken)
    {
        var lots = await db.Lots.ToDictionaryAsync(l => l.Code, cancellationToken);
        db.LookOvers.AddRange(
            DemoScenario.Looks.Select(l => new LookOverRow
            {
                LotId = lots[l.Lot].Id,
                Key = Guid.CreateVersion7(),
                Judgements = l.Judged,
                FirstImpression = l.FirstImpression,
                Decision = l.Decision,
                LookedAt = lots[l.Lot].MadeAt.AddHours(2) is var at && at < now ? at : now.ToStored(),
                Who = l.Who,
            })
        );
        foreach (var (code, grams, purpose) in DemoScenario.Reserved)
        {
            (lots[code].ReservedGrams, lots[code].ReservedFor) = (grams, purpose);
        }

        lots["G-01.5"].ReadyMadePer100Grams = 7.20m;
        await db.SaveChangesAsync(cancellationToken);
    }

    private static async Task ChooseRoutes(EarthyTuftDb db, DateTimeOffset now, CancellationToken cancellationToken)
    {
        var book = await BreedReference.Book(db, cancellationToken);
        foreach (var (code, aim, preparation) in DemoScenario.Chosen)
        {
            var lot = await db.Lots.SingleAsync(l => l.Code == code, cancellationToken);
            var parentage = Parentage.Read(lot.Parentage, "breed").Value;
            var facts = new FleeceFacts(
                OwnLog.ClassOf(book, lot.Parentage, lot.Fibre),
                lot.Fibre,
                parentage.Envelope(book.Find, b => b.Micron),
                lot.StapleMillimetres,
                null,
                null,
                new Judgements()
            );
            var plan = RoutePlan.Of(aim, Routes.Of(preparation, facts, aim, new Schools()));
            (lot.RouteAim, lot.RoutePreparation, lot.RouteSteps) = (plan.Aim, plan.Preparation, plan.WriteSteps());
            lot.Place();
            db.Changes.Add(
                new ChangeRow
                {
                    LotId = lot.Id,
                    What = "route",
                    From = "none",
                    To = $"{aim.Words()}: {preparation.Words()}",
                    Who = "Marrit",
                    At = now.AddDays(-1).ToStored(),
                }
            );
        }

        await db.SaveChangesAsync(cancellationToken);
    }

    private static async Task AddYarns(EarthyTuftDb db, CancellationToken cancellationToken)
    {
        var lots = await db.Lots.AsNoTracking().ToDictionaryAsync(l => l.Code, cancellationToken);
        db.YarnReadings.AddRange(
            DemoScenario.Yarns.Select(y => new YarnReadingRow
            {
                LotId = lots[y.Lot].Id,
                At = lots[y.Lot].MadeAt,
                Who = "Marrit",
                Measured = StoredYarn.Of(y.Measured).Write(),
            })
        );
        await db.SaveChangesAsync(cancellationToken);
    }

    private static async Task AddSamples(EarthyTuftDb db, DateTimeOffset now, CancellationToken cancellationToken)
    {
        var lots = await db.Lots.AsNoTracking().ToDictionaryAsync(l => l.Code, cancellationToken);
        foreach (var sample in DemoScenario.Samples)
        {
            var lot = lots[sample.Lot];
            db.Samples.Add(
                new SampleRow
                {
                    LotId = lot.Id,
                    Key = Guid.CreateVersion7(),
                    Code = FormattableString.Invariant($"SM-{await db.NextNumber("SM-", cancellationToken):00}"),
                    Form = lot.Form,
                    Draw = sample.Draw,
                    WrapsPerInch = sample.Wpi,
                    Plies = sample.Plies,
                    TwistAngleDegrees = sample.Angle,
                    Verdict = sample.Verdict,
                    Uses = sample.Uses,
                    MadeAt = now.AddDays(-sample.DaysAgo).ToStored(),
                    Who = sample.Who,
                }
            );
        }

        await db.SaveChangesAsync(cancellationToken);
    }
}
