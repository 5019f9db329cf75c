using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>A mass with its standard deviation, both in reference mass.</summary>
/// <param name="Mass">The value; a difference may be negative.</param>
/// <param name="Sigma">Its standard deviation in grams, zero or more.</param>
public sealed record Estimate(Mass Mass, double Sigma)
{
    /// <summary>The coarsest division among the scales that tell it, in grams, zero or more: nothing where none does.</summary>
    public double Step { get; init; }

    /// <summary>How far off it may be as it is told, in grams: one standard deviation, and never less than half a division, for no scale
    /// tells closer. What is reckoned with keeps <see cref="Sigma"/> itself.</summary>
    public double Doubt => Math.Max(Sigma, Step / 2);

    /// <summary>Writes the value with no digit behind the point that its uncertainty makes worthless: 4.01 g known to 6 g is 4 g.</summary>
    /// <param name="unit">The workshop's unit.</param>
    public string Write(MassUnit unit)
    {
        int? digits =
            Doubt >= 1 ? 0
            : Doubt >= 0.1 ? 1
            : null;
        return (digits is { } d ? Mass.FromGrams(Math.Round(Mass.Grams, d, MidpointRounding.AwayFromZero)) : Mass).Write(unit);
    }
}

/// <summary>
/// A sum of weighings with signs: every mass in the ledger that is known at all is one. Keeping the sum and not only its value
/// lets the session's shared error cancel where it should: with a the signs, the variance is a V a' (docs/craft.md, section 4).
/// </summary>
public sealed class LinearForm
{
    private readonly Dictionary<Guid, (double Factor, ReferenceWeighing Weighing)> terms;

    private LinearForm(Dictionary<Guid, (double, ReferenceWeighing)> terms) => this.terms = terms;

    /// <summary>The empty sum.</summary>
    public static LinearForm Nothing { get; } = new([]);

    /// <summary>One weighing.</summary>
    /// <param name="weighing">The weighing.</param>
    public static LinearForm Of(ReferenceWeighing weighing) => new(new() { [weighing.Id] = (1, weighing) });

    /// <summary>The weighings that take part and their factors.</summary>
    public IEnumerable<(double Factor, ReferenceWeighing Weighing)> Terms => terms.Values;

    /// <summary>How often a weighing takes part, with its sign: nothing where it does not.</summary>
    /// <param name="weighing">The weighing's id.</param>
    public double FactorOf(Guid weighing) => terms.GetValueOrDefault(weighing).Factor;

    /// <summary>Its value in grams.</summary>
    public double Grams => terms.Values.Sum(t => t.Factor * t.Weighing.Grams);

    /// <summary>Its variance in square grams.</summary>
    public double Variance =>
        terms.Values.Sum(t => t.Factor * t.Factor * t.Weighing.OwnVariance)
        + terms.Values.GroupBy(t => t.Weighing.Session).Sum(session => Math.Pow(session.Sum(t => t.Factor * t.Weighing.Shared), 2));

    /// <summary>Value and standard deviation, with the coarsest division of its scales.</summary>
    public Estimate Estimate =>
        new(Mass.FromGrams(Grams), Math.Sqrt(Math.Max(0, Variance)))
        {
            Step = terms.Values.Select(t => t.Weighing.Step).DefaultIfEmpty(0).Max(),
        };

    /// <summary>The sum of two; a weighing in both is counted once with its factors added.</summary>
    public static LinearForm operator +(LinearForm a, LinearForm b) => a.Plus(1, b);

    /// <summary>The difference of two; a weighing in both cancels.</summary>
    public static LinearForm operator -(LinearForm a, LinearForm b) => a.Plus(-1, b);

    /// <summary>The sum of many.</summary>
    /// <param name="forms">The forms.</param>
    public static LinearForm Sum(IEnumerable<LinearForm> forms)
    {
        var sum = new Dictionary<Guid, (double Factor, ReferenceWeighing Weighing)>();
        foreach (var form in forms)
        {
            Add(sum, 1, form);
        }

        return new LinearForm(sum);
    }

    private LinearForm Plus(double sign, LinearForm other)
    {
        var sum = new Dictionary<Guid, (double Factor, ReferenceWeighing Weighing)>(terms);
        Add(sum, sign, other);
        return new LinearForm(sum);
    }

    private static void Add(Dictionary<Guid, (double Factor, ReferenceWeighing Weighing)> sum, double sign, LinearForm other)
    {
        foreach (var (id, term) in other.terms)
        {
            var factor = sum.GetValueOrDefault(id).Factor + (sign * term.Factor);
            if (factor == 0)
            {
                sum.Remove(id);
            }
            else
            {
                sum[id] = (factor, term.Weighing);
            }
        }
    }
}
