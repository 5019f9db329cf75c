namespace EarthyTuft.Core.Quantities;

/// <summary>The units a linear density (grist) may be read or written in.</summary>
public enum LinearDensityUnit
{
    /// <summary>Grams per 1000 m.</summary>
    Tex,

    /// <summary>Metric count, metres per gram.</summary>
    MetricCount,

    /// <summary>Metres per 100 g.</summary>
    MetresPer100Grams,

    /// <summary>Yards per pound.</summary>
    YardsPerPound,

    /// <summary>Yards per ounce.</summary>
    YardsPerOunce,
}

/// <summary>How heavy a yarn, a top or a strip is for its length; above zero and finite. Tex counts weight for length, all others length
/// for weight.</summary>
public readonly record struct LinearDensity
{
    /// <summary>Metres in a yard (exact by definition).</summary>
    public const double MetresPerYard = 0.9144;

    private LinearDensity(double tex) => Tex = tex;

    /// <summary>Grams per 1000 m.</summary>
    public double Tex { get; }

    /// <summary>A linear density in tex.</summary>
    /// <param name="tex">Finite and above zero; throws <see cref="ArgumentOutOfRangeException"/> otherwise.</param>
    public static LinearDensity FromTex(double tex) =>
        double.IsFinite(tex) && tex > 0
            ? new(tex)
            : throw new ArgumentOutOfRangeException(nameof(tex), tex, "A linear density is a finite number of tex above zero.");

    /// <summary>A linear density given in a unit.</summary>
    /// <param name="amount">Finite and above zero.</param>
    /// <param name="unit">The unit of <paramref name="amount"/>.</param>
    public static LinearDensity From(double amount, LinearDensityUnit unit) => FromTex(Turn(amount, unit));

    /// <summary>The same counted in another unit.</summary>
    /// <param name="unit">The unit wanted.</param>
    public double In(LinearDensityUnit unit) => Turn(Tex, unit);

    /// <summary>As a person of that unit writes it: <c>458 tex</c>, <c>2.2 Nm</c>, <c>218 m/100 g</c>, <c>1 083 yd/lb</c>.</summary>
    /// <param name="unit">The unit.</param>
    public string Write(LinearDensityUnit unit)
    {
        var amount = In(unit);
        return TypedQuantity.Plain(
                amount,
                amount < 10 ? 2
                    : amount < 100 ? 1
                    : 0
            )
            + (
                unit switch
                {
                    LinearDensityUnit.Tex => " tex",
                    LinearDensityUnit.MetricCount => " Nm",
                    LinearDensityUnit.MetresPer100Grams => " m/100 g",
                    LinearDensityUnit.YardsPerPound => " yd/lb",
                    _ => " yd/oz",
                }
            );
    }

    /// <summary>Reads a linear density: <c>458 tex</c>, <c>2.2 Nm</c>, <c>218 m/100 g</c>, <c>1080 yd/lb</c>, <c>68 yd/oz</c>. A number
    /// alone is not clear and is refused.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>Between 0.1 and 1 000 000 tex, or a refusal: <c>empty</c>, <c>not-a-linear-density</c>, <c>out-of-range</c>.</returns>
    public static Result<LinearDensity> Read(string? text, string field) =>
        TypedQuantity
            .Read<LinearDensityUnit>(text, field, "linear density", "458 tex, 218 m/100 g or 1080 yd/lb", word => word switch
                {
                    "tex" => LinearDensityUnit.Tex,
                    "nm" or "m/g" => LinearDensityUnit.MetricCount,
                    "m/100g" => LinearDensityUnit.MetresPer100Grams,
                    "yd/lb" or "ypp" => LinearDensityUnit.YardsPerPound,
                    "yd/oz" => LinearDensityUnit.YardsPerOunce,
                    _ => null,
                })
            .Then<LinearDensity>(read =>
                read.Number > 0 && Turn(read.Number, read.Unit) is >= 0.1 and <= 1_000_000
                    ? From(read.Number, read.Unit)
                    : new Refusal(field, "out-of-range", "A linear density here lies between 0.1 and 1 000 000 tex.")
            );

    // Between tex and a unit, either way: a length for a weight is the inverse of a weight for a length.
    private static double Turn(double amount, LinearDensityUnit unit) =>
        unit switch
        {
            LinearDensityUnit.Tex => amount,
            LinearDensityUnit.MetricCount => 1000 / amount,
            LinearDensityUnit.MetresPer100Grams => 100_000 / amount,
            LinearDensityUnit.YardsPerPound => 1000 * Mass.GramsPerPound / MetresPerYard / amount,
            LinearDensityUnit.YardsPerOunce => 1000 * Mass.GramsPerOunce / MetresPerYard / amount,
            _ => throw new ArgumentOutOfRangeException(nameof(unit)),
        };
}
