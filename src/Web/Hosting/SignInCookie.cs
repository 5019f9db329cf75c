using System.Security.Claims;
using Microsoft.Extensions.Caching.Memory;

namespace EarthyTuft.Web.Hosting;

/// <summary>What the cookie says of a sign-in, and where it is remembered whether that is still good.</summary>
internal static class SignInCookie
{
    /// <summary>The claim that names the sign-in's row.</summary>
    public const string Claim = "sign-in";

    /// <summary>The sign-in of a request; null for nobody.</summary>
    public static Guid? Id(ClaimsPrincipal user) => Guid.TryParse(user.FindFirstValue(Claim), out var id) ? id : null;

    /// <summary>The key under which it is remembered whether a sign-in is good.</summary>
    public static (string, Guid) Key(Guid signIn) => (Claim, signIn);

    /// <summary>It is looked up anew with the next request.</summary>
    public static void Forget(IMemoryCache cache, Guid signIn) => cache.Remove(Key(signIn));
}
