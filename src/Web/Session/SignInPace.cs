using System.Security.Cryptography;
using System.Text;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Session;

/// <summary>
/// How fast passwords may be tried. Five wrong ones are free; from there each doubles the wait, up to a minute, for the address they came
/// from and for the account they were meant for, whether there is such an account or not. Nobody is locked out: a minute later one try is
/// free again, and from an address where the person has signed in before, what others try on the account does not count.
/// </summary>
public sealed class SignInPace(EarthyTuftDb db, TimeProvider clock)
{
    public const int Free = 5;

    public static readonly TimeSpan Longest = TimeSpan.FromMinutes(1);

    /// <summary>After so long without a wrong try all is forgotten.</summary>
    public static readonly TimeSpan Forgotten = TimeSpan.FromMinutes(15);

    private static readonly TimeSpan KnownFor = TimeSpan.FromDays(90);

    /// <summary>How long to wait after so many wrong tries.</summary>
    public static TimeSpan WaitAfter(int wrong) =>
        wrong < Free ? TimeSpan.Zero : TimeSpan.FromSeconds(Math.Min(Longest.TotalSeconds, 2 * Math.Pow(2, Math.Min(wrong - Free, 10))));

    public static string AddressHash(HttpContext http) => Hash("address " + (http.Connection.RemoteIpAddress?.ToString() ?? "here"));

    /// <summary>Counts a try before the password is looked at, so that tries at the same moment count too.</summary>
    /// <returns>How long to wait first; null when it may go on.</returns>
    public async Task<TimeSpan?> Begin(HttpContext http, string email, CancellationToken cancellationToken)
    {
        var now = clock.GetUtcNow().ToStored();
        var keys = await Keys(http, email, now, cancellationToken);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        await db.Database.ExecuteSqlAsync(
            $"insert into sign_in_paces (key, wrong, last_at) select k, 0, {now} from unnest({keys}) k order by k on conflict do nothing",
            cancellationToken
        );
        var rows = await db
            .SignInPaces.FromSql($"select * from sign_in_paces where key = any({keys}) order by key for update")
            .ToListAsync(cancellationToken);
        var longest = TimeSpan.Zero;
        foreach (var row in rows)
        {
            row.Wrong = now - row.LastAt > Forgotten ? 0 : row.Wrong;
            var pause = WaitAfter(row.Wrong);
            // Another try may have been counted after this one looked at the clock: without a pause that is nothing to wait for.
            var wait = pause > TimeSpan.Zero ? row.LastAt + pause - now : TimeSpan.Zero;
            longest = wait > longest ? wait : longest;
        }

        if (longest > TimeSpan.Zero)
        {
            db.ChangeTracker.Clear();
            return longest;
        }

        foreach (var row in rows)
        {
            (row.Wrong, row.LastAt) = (row.Wrong + 1, row.LastAt > now ? row.LastAt : now);
        }

        await db.SaveChangesAsync(cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        db.ChangeTracker.Clear();
        return null;
    }

    /// <summary>The try was right: the account starts anew, and the address has one wrong try less.</summary>
    public async Task Right(HttpContext http, string email, CancellationToken cancellationToken)
    {
        var account = Account(email);
        var address = AddressHash(http);
        await db.SignInPaces.Where(p => p.Key == account).ExecuteDeleteAsync(cancellationToken);
        await db
            .SignInPaces.Where(p => p.Key == address && p.Wrong > 0)
            .ExecuteUpdateAsync(set => set.SetProperty(p => p.Wrong, p => p.Wrong - 1), cancellationToken);
    }

    public Task Sweep(CancellationToken cancellationToken)
    {
        var old = clock.GetUtcNow() - Forgotten;
        return db.SignInPaces.Where(p => p.LastAt < old).ExecuteDeleteAsync(cancellationToken);
    }

    private async Task<string[]> Keys(HttpContext http, string email, DateTimeOffset now, CancellationToken cancellationToken)
    {
        var address = AddressHash(http);
        var name = email.Trim().ToUpperInvariant();
        var since = now - KnownFor;
        var known = await db.SignIns.AnyAsync(
            s => s.AddressHash == address && s.SeenAt > since && db.Users.Any(u => u.Id == s.UserId && u.NormalizedEmail == name),
            cancellationToken
        );
        return known ? [address] : [address, Account(email)];
    }

    private static string Account(string email) => Hash("account " + email.Trim().ToUpperInvariant());

    private static string Hash(string text) => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(text)));
}
