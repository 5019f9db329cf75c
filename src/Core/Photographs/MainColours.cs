using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Photographs;

/// <summary>One of the main colours of a picture.</summary>
/// <param name="Colour">The mean of what belongs to it, in light.</param>
/// <param name="Share">Of the picture's area, above 0 and at most 1.</param>
public sealed record MainColour(Shade Colour, double Share);

/// <summary>
/// The few colours that a picture is made of, with their shares of its area. The picture's dots are gathered into cells of like colour;
/// centres are laid among the cells, each next one where most of the area is farthest from those there are, and moved to the middle of what
/// is nearest to them until they rest (k-means in CIE Lab, weighted by area, without chance). Then centres that look alike are one, because
/// light and shade on one colour are no two colours of fibre (docs/craft.md, section 11).
/// </summary>
public static class MainColours
{
    /// <summary>More colours than these nobody lays out.</summary>
    public const int Most = 8;

    /// <summary>Two that differ less than this in CIE Lab are one colour.</summary>
    public const double Alike = 11;

    /// <summary>A speck smaller than this share of the picture is no main colour.</summary>
    public const double LeastShare = 0.01;

    // Two that differ more than this are two, however many dots lie between them.
    private const double Unlike = 34;

    // Between two colours there are fewer dots than at either: less than this share of them for as much of the way.
    private const double Valley = 0.6;

    private const int Rounds = 24;

    // Six bits a channel: cells finer than the eye tells apart, and few enough to be quick.
    private const int Bits = 6;

    /// <summary>The main colours, the largest first; their shares sum to one.</summary>
    /// <param name="dots">The picture's dots in any order, each for as much area as any other.</param>
    /// <param name="most">From 1 to <see cref="Most"/>.</param>
    /// <returns>At least one colour; refused with <c>empty</c> where there is no dot, and <c>out-of-range</c> where <paramref name="most"/>
    /// is.</returns>
    public static Result<IReadOnlyList<MainColour>> Of(ReadOnlySpan<Shade> dots, int most = Most)
    {
        if (most is < 1 or > Most)
        {
            return new Refusal("most", "out-of-range", $"From 1 to {Most} colours can be found.");
        }

        if (dots.IsEmpty)
        {
            return new Refusal("picture", "empty", "The picture has nothing in it.");
        }

        var cells = Cells(dots);
        // More centres than are wanted: what is alike joins afterwards, and a small clear colour has a centre of its own till then.
        var clouds = Clouds(cells, Settle(cells, First(cells, 2 * Most)));
        Join(clouds, most);
        var kept = clouds
            .Where(c => c.Weight >= LeastShare)
            .DefaultIfEmpty(clouds.MaxBy(c => c.Weight)!)
            .OrderByDescending(c => c.Weight)
            .ToArray();
        var all = kept.Sum(c => c.Weight);
        return kept.Select(c => new MainColour(c.Peak.Shade, c.Weight / all)).ToArray();
    }

    private static List<Group> Cells(ReadOnlySpan<Shade> dots)
    {
        var sums = new Dictionary<int, (int Count, double Red, double Green, double Blue)>();
        foreach (var dot in dots)
        {
            var cell = (dot.Red >> (8 - Bits) << (2 * Bits)) | (dot.Green >> (8 - Bits) << Bits) | (dot.Blue >> (8 - Bits));
            var sum = sums.GetValueOrDefault(cell);
            sums[cell] = (sum.Count + 1, sum.Red + Light[dot.Red], sum.Green + Light[dot.Green], sum.Blue + Light[dot.Blue]);
        }

        var all = (double)dots.Length;
        return
        [
            .. sums.OrderBy(s => s.Key)
                .Select(s => Group.Of(s.Value.Count / all, s.Value.Red / all, s.Value.Green / all, s.Value.Blue / all)),
        ];
    }

    private static readonly double[] Light = [.. Enumerable.Range(0, 256).Select(c => Shade.Linear((byte)c))];

    private static List<(double L, double A, double B)> First(List<Group> cells, int count)
    {
        var centres = new List<(double L, double A, double B)> { cells.MaxBy(c => c.Weight).Lab };
        var nearest = cells.Select(c => Apart(c.Lab, centres[0])).ToArray();
        while (centres.Count < count)
        {
            var at = Enumerable.Range(0, cells.Count).MaxBy(i => cells[i].Weight * nearest[i]);
            if (nearest[at] < 1e-9)
            {
                break;
            }

            centres.Add(cells[at].Lab);
            for (var i = 0; i < cells.Count; i++)
            {
                nearest[i] = Math.Min(nearest[i], Apart(cells[i].Lab, centres[^1]));
            }
        }

        return centres;
    }

    private static List<Group> Settle(List<Group> cells, List<(double L, double A, double B)> centres)
    {
        var groups = new List<Group>();
        for (var round = 0; round < Rounds; round++)
        {
            var sums = new Group[centres.Count];
            foreach (var cell in cells)
            {
                var nearest = 0;
                for (var i = 1; i < centres.Count; i++)
                {
                    nearest = Apart(cell.Lab, centres[i]) < Apart(cell.Lab, centres[nearest]) ? i : nearest;
                }

                sums[nearest] = sums[nearest].And(cell);
            }

            groups = [.. sums.Where(s => s.Weight > 0)];
            var moved = groups.Select(g => g.Lab).ToList();
            if (moved.SequenceEqual(centres))
            {
                break;
            }

            centres = moved;
        }

        return groups;
    }

    private static List<Cloud> Clouds(List<Group> cells, List<Group> groups)
    {
        var dots = groups.Select(_ => new List<Group>()).ToArray();
        foreach (var cell in cells)
        {
            dots[Enumerable.Range(0, groups.Count).MinBy(i => Apart(cell.Lab, groups[i].Lab))].Add(cell);
        }

        return [.. groups.Zip(dots, (g, d) => Cloud.Of(d, g.Lab)).Where(c => c.Dots.Count > 0)];
    }

    // The nearest two become one, for as long as they are one cloud of dots or there are too many.
    private static void Join(List<Cloud> clouds, int most)
    {
        while (clouds.Count > 1)
        {
            var pairs = Pairs(clouds.Count)
                .Select(p => (p.A, p.B, Apart: Math.Sqrt(Apart(clouds[p.A].Peak.Lab, clouds[p.B].Peak.Lab))))
                .OrderBy(p => p.Apart)
                .ToArray();
            var tooMany = clouds.Count(c => c.Weight >= LeastShare) > most;
            var at = tooMany ? 0 : Array.FindIndex(pairs, p => p.Apart < Alike || (p.Apart < Unlike && IsOne(clouds[p.A], clouds[p.B])));
            if (at < 0)
            {
                return;
            }

            var (a, b, _) = pairs[at];
            clouds[a] = clouds[a].With(clouds[b]);
            clouds.RemoveAt(b);
        }
    }

    // Along the way from one peak to the other: about as many dots half-way as at the sparser end.
    private static bool IsOne(Cloud a, Cloud b)
    {
        var (from, to) = (a.Peak.Lab, b.Peak.Lab);
        var (x, y, z) = (to.L - from.L, to.A - from.A, to.B - from.B);
        var all = x * x + y * y + z * z;
        var (first, between, last) = (0.0, 0.0, 0.0);
        foreach (var dot in a.Dots.Concat(b.Dots))
        {
            var way = ((dot.Lab.L - from.L) * x + (dot.Lab.A - from.A) * y + (dot.Lab.B - from.B) * z) / all;
            first += way is >= -0.15 and < 0.15 ? dot.Weight : 0;
            between += way is >= 0.35 and < 0.65 ? dot.Weight : 0;
            last += way is >= 0.85 and < 1.15 ? dot.Weight : 0;
        }

        return between >= Valley * Math.Min(first, last);
    }

    private static IEnumerable<(int A, int B)> Pairs(int count) =>
        from a in Enumerable.Range(0, count)
        from b in Enumerable.Range(a + 1, count - a - 1)
        select (a, b);

    private static double Apart((double L, double A, double B) a, (double L, double A, double B) b) =>
        (a.L - b.L) * (a.L - b.L) + (a.A - b.A) * (a.A - b.A) + (a.B - b.B) * (a.B - b.B);

    /// <summary>Dots that belong together, with the colour where they lie closest: what is strewn around it does not muddy that.</summary>
    private sealed record Cloud(List<Group> Dots, Group Peak, double Weight)
    {
        private const int Steps = 4;

        public static Cloud Of(List<Group> dots, (double L, double A, double B) start)
        {
            var peak = default(Group);
            for (var (step, at) = (0, start); step < Steps; step++, at = peak.Lab)
            {
                var near = default(Group);
                foreach (var dot in dots.Where(d => Apart(d.Lab, at) < Alike * Alike))
                {
                    near = near.And(dot);
                }

                // Nothing so near: the middle of all of it.
                peak = near.Weight > 0 ? near : dots.Aggregate(default(Group), (sum, dot) => sum.And(dot));
            }

            return new Cloud(dots, peak, dots.Sum(d => d.Weight));
        }

        /// <summary>Both together, about the peak of the denser one.</summary>
        public Cloud With(Cloud other) => Of([.. Dots, .. other.Dots], (Peak.Weight >= other.Peak.Weight ? Peak : other.Peak).Lab);
    }

    // Light is summed with the weight already in it, so that groups join by adding.
    private readonly record struct Group(
        double Weight,
        double Red,
        double Green,
        double Blue,
        Shade Shade,
        (double L, double A, double B) Lab
    )
    {
        public static Group Of(double weight, double red, double green, double blue)
        {
            var shade = new Shade(Shade.Coded(red / weight), Shade.Coded(green / weight), Shade.Coded(blue / weight));
            return new Group(weight, red, green, blue, shade, shade.Lab());
        }

        public Group And(Group other) =>
            Weight == 0 ? other : Of(Weight + other.Weight, Red + other.Red, Green + other.Green, Blue + other.Blue);
    }
}
