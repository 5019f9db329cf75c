using EarthyTuft.Core.Ledger;
using MathNet.Numerics.LinearAlgebra;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>The sparse factors against the same matrix written out in full.</summary>
public class SparseLdlTests
{
    [Theory]
    [InlineData(1, 0.0, 1)]
    [InlineData(12, 0.3, 2)]
    [InlineData(60, 0.05, 3)]
    [InlineData(60, 0.6, 4)]
    [InlineData(140, 0.4, 5)]
    public void Solving_and_inverting_agree_with_the_full_matrix(int size, double filled, int seed)
    {
        var random = new Random(seed);
        var full = QuasiDefinite(size, filled, random);
        var sparse = Sparse(full);
        var inverse = full.Inverse();
        var right = Vector<double>.Build.Dense(size, _ => random.NextDouble() - 0.5);
        var expected = inverse * right;
        var solved = sparse.Solve([.. right]);
        for (var i = 0; i < size; i++)
        {
            Assert.Equal(expected[i], solved[i], 1e-8 * Math.Max(1, Math.Abs(expected[i])));
            Assert.Equal(inverse[i, i], sparse.Inverse(i, i), 1e-8);
            for (var j = 0; j < i; j++)
            {
                if (full[i, j] != 0)
                {
                    Assert.Equal(inverse[i, j], sparse.Inverse(i, j), 1e-8);
                    Assert.Equal(inverse[i, j], sparse.Inverse(j, i), 1e-8);
                }
            }
        }

        Assert.Equal(right * expected, sparse.Quadratic([.. right]), 1e-8);
    }

    [Fact]
    public void A_right_hand_side_is_left_as_it_is()
    {
        double[] right = [1, 2, 3];
        Sparse(QuasiDefinite(3, 1, new Random(6))).Solve(right);
        Assert.Equal([1, 2, 3], right);
    }

    [Fact]
    public void A_chain_of_thousands_needs_no_full_matrix_and_no_stack()
    {
        const int size = 5000;
        var off = Enumerable.Range(0, size).Select(_ => new Dictionary<int, double>()).ToArray();
        for (var i = 1; i < size; i++)
        {
            off[i][i - 1] = off[i - 1][i] = -1;
        }

        var chain = SparseLdl.Of([.. Enumerable.Repeat(2.0, size)], off);
        var ones = chain.Solve([.. Enumerable.Repeat(1.0, size)]);
        // -u'' = 1 with fixed ends: a parabola.
        Assert.Equal(1.0 * 1000 * (size + 1 - 1000) / 2, ones[999], 1e-3);
        Assert.Equal(1000.0 * (size + 1 - 1000) / (size + 1), chain.Inverse(999, 999), 1e-6);
    }

    // Positive at the front, negative at the back: what the balances and the sessions make together.
    private static Matrix<double> QuasiDefinite(int size, double filled, Random random)
    {
        var front = Math.Max(1, size * 2 / 3);
        var m = Matrix<double>.Build.Dense(size, size);
        for (var i = 0; i < size; i++)
        {
            for (var j = 0; j < i; j++)
            {
                m[i, j] = m[j, i] = random.NextDouble() < filled ? random.NextDouble() - 0.5 : 0;
            }
        }

        for (var i = 0; i < size; i++)
        {
            var own = Enumerable.Range(0, size).Where(j => j != i && (j < front) == (i < front)).Sum(j => Math.Abs(m[i, j])) + 1;
            m[i, i] = i < front ? own : -own;
        }

        return m;
    }

    private static SparseLdl Sparse(Matrix<double> full) =>
        SparseLdl.Of(
            [.. full.Diagonal()],
            [
                .. Enumerable
                    .Range(0, full.RowCount)
                    .Select(i =>
                        Enumerable.Range(0, full.RowCount).Where(j => j != i && full[i, j] != 0).ToDictionary(j => j, j => full[i, j])
                    ),
            ]
        );
}
