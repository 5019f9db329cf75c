using System.Numerics;
using System.Runtime.InteropServices;

namespace EarthyTuft.Core.Ledger;

/// <summary>
/// A sparse symmetric quasi-definite matrix taken apart as L D L', with the entries of its inverse that lie where the matrix or its
/// fill does. No sparse direct solver is to be had for the platform (MathNet.Numerics has iterative ones only, and every weighing's
/// variance needs an entry of the inverse), so the ledger has this small one: nodes are eliminated fewest neighbours first; the core
/// that is left when nearly everything there is tied to everything is inverted as a full matrix; and the inverse is built backwards over
/// the same cliques (Takahashi's recurrence). Tested against MathNet's dense matrices.
/// </summary>
internal sealed class SparseLdl
{
    /// <summary>From this many neighbours on, a full matrix is faster.</summary>
    private const int ManyNeighbours = 24;

    private readonly Dictionary<int, double>[] rest;
    private readonly double[] diagonal;
    private readonly List<int> order = [];
    private readonly (int Node, double Factor)[][] column;
    private readonly int[] placeInCore;
    private int[] core = [];
    private double[][] coreInverse = [];
    private Dictionary<int, double>[]? inverse;
    private double[]? inverseDiagonal;

    private SparseLdl(double[] diagonal, Dictionary<int, double>[] offDiagonal)
    {
        this.diagonal = diagonal;
        rest = offDiagonal;
        column = new (int, double)[diagonal.Length][];
        placeInCore = new int[diagonal.Length];
        Array.Fill(placeInCore, -1);
        Eliminate();
        InvertCore();
    }

    /// <summary>Takes a matrix apart; it is used up by that.</summary>
    /// <param name="diagonal">The diagonal, no zero on the way (a quasi-definite matrix has none in any order).</param>
    /// <param name="offDiagonal">For each row its other entries; both triangles.</param>
    public static SparseLdl Of(double[] diagonal, Dictionary<int, double>[] offDiagonal) => new(diagonal, offDiagonal);

    /// <summary>Solves for one right-hand side.</summary>
    /// <param name="right">The right-hand side; left as it is.</param>
    public double[] Solve(double[] right)
    {
        var x = (double[])right.Clone();
        foreach (var p in order)
        {
            if (x[p] != 0)
            {
                foreach (var (i, l) in column[p])
                {
                    x[i] -= l * x[p];
                }
            }
        }

        var inCore = Array.ConvertAll(core, node => x[node]);
        for (var i = 0; i < core.Length; i++)
        {
            x[core[i]] = Dot(coreInverse[i], inCore);
        }

        for (var k = order.Count - 1; k >= 0; k--)
        {
            var p = order[k];
            var sum = x[p] / diagonal[p];
            foreach (var (i, l) in column[p])
            {
                sum -= l * x[i];
            }

            x[p] = sum;
        }

        return x;
    }

    /// <summary>b' A^-1 b: half a solution is enough for that, and most of it stays zero.</summary>
    /// <param name="b">The vector; used up.</param>
    public double Quadratic(double[] b)
    {
        var sum = 0.0;
        foreach (var p in order)
        {
            if (b[p] != 0)
            {
                foreach (var (i, l) in column[p])
                {
                    b[i] -= l * b[p];
                }

                sum += b[p] * b[p] / diagonal[p];
            }
        }

        var inCore = core.Select((node, i) => (Value: b[node], Place: i)).Where(c => c.Value != 0).ToArray();
        foreach (var (value, place) in inCore)
        {
            foreach (var (other, at) in inCore)
            {
                sum += value * other * coreInverse[place][at];
            }
        }

        return sum;
    }

    /// <summary>An entry of the inverse; both nodes must be the same or neighbours in the matrix.</summary>
    /// <param name="i">A node.</param>
    /// <param name="j">Another or the same.</param>
    public double Inverse(int i, int j)
    {
        if (inverse is null)
        {
            Invert();
        }

        return At(i, j);
    }

    private double At(int i, int j) =>
        placeInCore[i] is >= 0 and var a && placeInCore[j] is >= 0 and var b ? coreInverse[a][b]
        : i == j ? inverseDiagonal![i]
        : inverse![i] is { } row && row.TryGetValue(j, out var z) ? z
        : inverse[j][i];

    private void Eliminate()
    {
        var queue = new PriorityQueue<int, int>(rest.Select((r, i) => (i, r.Count)));
        while (queue.TryDequeue(out var p, out var degree))
        {
            if (column[p] is not null || degree != rest[p].Count)
            {
                // Left behind by a change of its degree: it stands in the queue again with the right one.
                continue;
            }

            if (degree > ManyNeighbours)
            {
                core = [.. Enumerable.Range(0, column.Length).Where(i => column[i] is null)];
                return;
            }

            order.Add(p);
            Eliminate(p);
            foreach (var (i, _) in column[p])
            {
                queue.Enqueue(i, rest[i].Count);
            }
        }
    }

    private void Eliminate(int p)
    {
        var d = diagonal[p];
        var neighbours = rest[p].ToArray();
        column[p] = [.. neighbours.Select(n => (n.Key, n.Value / d))];
        foreach (var (i, a) in neighbours)
        {
            rest[i].Remove(p);
            diagonal[i] -= a * a / d;
        }

        for (var one = 0; one < neighbours.Length; one++)
        {
            for (var two = one + 1; two < neighbours.Length; two++)
            {
                var (i, j) = (neighbours[one].Key, neighbours[two].Key);
                ref var entry = ref CollectionsMarshal.GetValueRefOrAddDefault(rest[i], j, out _);
                entry -= neighbours[one].Value * neighbours[two].Value / d;
                rest[j][i] = entry;
            }
        }
    }

    // Gauss and Jordan without pivots, which a quasi-definite matrix does not need.
    private void InvertCore()
    {
        var n = core.Length;
        for (var i = 0; i < n; i++)
        {
            placeInCore[core[i]] = i;
        }

        var a = new double[n][];
        for (var i = 0; i < n; i++)
        {
            a[i] = new double[n];
            a[i][i] = diagonal[core[i]];
            foreach (var (j, value) in rest[core[i]])
            {
                a[i][placeInCore[j]] = value;
            }
        }

        for (var k = 0; k < n; k++)
        {
            var pivot = 1 / a[k][k];
            a[k][k] = 1;
            for (var j = 0; j < n; j++)
            {
                a[k][j] *= pivot;
            }

            for (var i = 0; i < n; i++)
            {
                if (i != k && a[i][k] is not 0 and var factor)
                {
                    a[i][k] = 0;
                    AddTimes(a[i], -factor, a[k]);
                }
            }
        }

        coreInverse = a;
    }

    private void Invert()
    {
        inverse = new Dictionary<int, double>[column.Length];
        inverseDiagonal = new double[column.Length];
        for (var k = order.Count - 1; k >= 0; k--)
        {
            var p = order[k];
            var own = new Dictionary<int, double>(column[p].Length);
            var sum = 1 / diagonal[p];
            foreach (var (i, factor) in column[p])
            {
                var z = 0.0;
                foreach (var (j, l) in column[p])
                {
                    z -= l * At(i, j);
                }

                own[i] = z;
                sum -= factor * z;
            }

            inverse[p] = own;
            inverseDiagonal[p] = sum;
        }
    }

    private static void AddTimes(double[] to, double factor, double[] what)
    {
        var target = MemoryMarshal.Cast<double, Vector<double>>(to.AsSpan());
        var source = MemoryMarshal.Cast<double, Vector<double>>(what.AsSpan());
        for (var i = 0; i < target.Length; i++)
        {
            target[i] += factor * source[i];
        }

        for (var i = target.Length * Vector<double>.Count; i < to.Length; i++)
        {
            to[i] += factor * what[i];
        }
    }

    private static double Dot(double[] a, double[] b)
    {
        var one = MemoryMarshal.Cast<double, Vector<double>>(a.AsSpan());
        var other = MemoryMarshal.Cast<double, Vector<double>>(b.AsSpan());
        var sums = Vector<double>.Zero;
        for (var i = 0; i < one.Length; i++)
        {
            sums += one[i] * other[i];
        }

        var sum = Vector.Sum(sums);
        for (var i = one.Length * Vector<double>.Count; i < a.Length; i++)
        {
            sum += a[i] * b[i];
        }

        return sum;
    }
}
