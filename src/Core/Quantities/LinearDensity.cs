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

    /// <summary>Grams per metre, of a top or a strip.</summary>
    GramsPerMetre,

    /// <summary>Ounces per yard, of a top or a strip.</summary>
    OuncesPerYard,
}

/// <summary>How heavy a yarn, a top or a strip is for its length; above zero and finite. Tex, grams per metre and
/// ounces per yard count weight for length, all others length for weight.</summary>
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
    public static LinearDensity From(double amount, LinearDensityUnit unit) => FromTex(ToTex(amount, unit));

    /// <summary>The same counted in another unit.</summary>
    /// <param name="unit">The unit wanted.</param>
    public double In(LinearDensityUnit unit) => FromTex(Tex, unit);

    /// <summary>As a person of that unit writes it: <c>458 tex</c>, <c>2.2 Nm</c>, <c>218 m/100 g</c>, <c>1 083 yd/lb</c>.</summary>
    /// <param name="unit">The unit.</param>
    public string Write(LinearDensityUnit unit)
    {
        var amount = In(unit);
        return TypedQuantity.Plain(
                amount,
                amount < 1 ? 3
                    : amount < 10 ? 2
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
                    LinearDensityUnit.GramsPerMetre => " g/m",
                    LinearDensityUnit.OuncesPerYard => " oz/yd",
                    _ => " yd/oz",
                }
            );
    }

    /// <summary>Reads a linear density: <c>458 tex</c>, <c>2.2 Nm</c>, <c>218 m/100 g</c>, <c>1080 yd/lb</c>, <c>68 yd/oz</c>,
    /// <c>25 g/m</c>, <c>0.8 oz/yd</c>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <param name="bare">What a number alone counts in; null where it is not clear and is refused.</param>
    /// <returns>Between 0.1 and 1 000 000 tex, or a refusal: <c>empty</c>, <c>not-a-linear-density</c>, <c>out-of-range</c>.</returns>
    public static Result<LinearDensity> Read(string? text, string field, LinearDensityUnit? bare = null) =>
        TypedQuantity
            .Read<LinearDensityUnit>(text, field, "linear density", "458 tex, 218 m/100 g or 1080 yd/lb", word => word switch
                {
                    "" => bare,
                    "g/m" or "ktex" => LinearDensityUnit.GramsPerMetre,
                    "oz/yd" => LinearDensityUnit.OuncesPerYard,
                    "tex" => LinearDensityUnit.Tex,
                    "nm" or "m/g" => LinearDensityUnit.MetricCount,
                    "m/100g" => LinearDensityUnit.MetresPer100Grams,
                    "yd/lb" or "ypp" => LinearDensityUnit.YardsPerPound,
                    "yd/oz" => LinearDensityUnit.YardsPerOunce,
                    _ => null,
                })
            .Then<LinearDensity>(read =>
                read.Number > 0 && ToTex(read.Number, read.Unit) is >= 0.1 and <= 1_000_000
                    ? From(read.Number, read.Unit)
                    : new Refusal(field, "out-of-range", "A linear density here lies between 0.1 and 1 000 000 tex.")
            );

    // Tex of one of a unit that counts weight for length; null for those that count length for weight.
    private static double? TexOfOne(LinearDensityUnit unit) =>
        unit switch
        {
            LinearDensityUnit.Tex => 1,
            LinearDensityUnit.GramsPerMetre => 1000,
            LinearDensityUnit.OuncesPerYard => 1000 * Mass.GramsPerOunce / MetresPerYard,
            _ => null,
        };

    private static double ToTex(double amount, LinearDensityUnit unit) => TexOfOne(unit) is { } one ? amount * one : Inverse(amount, unit);

    private static double FromTex(double tex, LinearDensityUnit unit) => TexOfOne(unit) is { } one ? tex / one : Inverse(tex, unit);

    // A length for a weight is the inverse of a weight for a length, so this goes either way.
    private static double Inverse(double amount, LinearDensityUnit unit) =>
        unit switch
        {
            LinearDensityUnit.MetricCount => 1000 / amount,
            LinearDensityUnit.MetresPer100Grams => 100_000 / amount,
            LinearDensityUnit.YardsPerPound => 1000 * Mass.GramsPerPound / MetresPerYard / amount,
            LinearDensityUnit.YardsPerOunce => 1000 * Mass.GramsPerOunce / MetresPerYard / amount,
            _ => throw new ArgumentOutOfRangeException(nameof(unit)),
        };
}
