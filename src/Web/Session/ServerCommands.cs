using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Session;

/// <summary>What whoever runs the server does from its command line.</summary>
public static class ServerCommands
{
    /// <summary>Prints a one-time code that sets a new password.</summary>
    /// <returns>The exit code: 0, or 1 when nobody has that email.</returns>
    public static async Task<int> ResetPassword(EarthyTuftDb db, string email, DateTimeOffset now)
    {
        var name = email.Trim().ToUpperInvariant();
        if (await db.Users.SingleOrDefaultAsync(u => u.NormalizedEmail == name && u.PasswordHash != null) is not { } user)
        {
            await Console.Error.WriteLineAsync($"Nobody here has the email {email}.");
            return 1;
        }

        var code = await PasswordEndpoints.NewCode(db, user.Id, null, now, CancellationToken.None);
        Console.WriteLine($"Code for {user.DisplayName}, good once until {code.ExpiresAt:yyyy-MM-dd HH:mm} UTC: {code.Code}");
        Console.WriteLine("Enter it at the door under \u201CI forgot my password\u201D.");
        return 0;
    }
}
