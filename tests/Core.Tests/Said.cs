using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Tests;

/// <summary>What was refused, in a word for where and one for why.</summary>
internal static class Said
{
    public static string Of(Refusal refusal) => $"{(refusal is RunConflict ? "conflict" : refusal.Field)} {refusal.Code}";
}
