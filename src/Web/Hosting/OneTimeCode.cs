using System.Security.Cryptography;
using System.Text;

namespace EarthyTuft.Web.Hosting;

/// <summary>A code that is read aloud or from a slip of paper and opens something once. Only its hash is kept.</summary>
public static class OneTimeCode
{
    /// <summary>No letters or figures that are taken for each other.</summary>
    private const string Letters = "ABCDEFGHKMNPQRSTUVWXYZ23456789";

    /// <summary>Twelve letters in three groups: about 58 bits.</summary>
    public static string New() => string.Join("-", Enumerable.Range(0, 3).Select(_ => RandomNumberGenerator.GetString(Letters, 4)));

    public static string HashOf(string code) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(code.Trim().ToUpperInvariant().Replace("-", "").Replace(" ", ""))));
}
