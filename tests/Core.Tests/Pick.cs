using CsCheck;

namespace EarthyTuft.Core.Tests;

internal static class Pick
{
    /// <summary>One of some given values.</summary>
    public static Gen<T> Of<T>(params T[] values) => Gen.Int[0, values.Length - 1].Select(i => values[i]);

    /// <summary>A value, or once in five none.</summary>
    public static Gen<T?> Maybe<T>(Gen<T> value)
        where T : struct => Gen.Select(value, Gen.Int[0, 4], (v, i) => i == 0 ? (T?)null : v);
}
