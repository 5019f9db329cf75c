using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Web.Hosting;

/// <summary>What stood in a request for a figure does not read; the field is where the request stood.</summary>
public sealed class UnreadFigureException(Refusal refusal) : JsonException(refusal.Reason)
{
    /// <summary>Why, at the place in the request.</summary>
    public Refusal Refusal => refusal with { Field = Path?.StartsWith("$.", StringComparison.Ordinal) == true ? Path[2..] : refusal.Field };
}

/// <summary>A figure of a request: a number, which counts in the unit that its field names, or a text with its unit as somebody typed it
/// (<c>"20 in"</c>). It is told back as a number.</summary>
public abstract class TypedFigure : JsonConverter<double>
{
    /// <summary>Lets the figures of a record of Core that are measured in millimetres or metres be typed.</summary>
    internal static void Of(JsonTypeInfo type)
    {
        foreach (var figure in type.Properties)
        {
            figure.CustomConverter = (UnitOf(figure), figure.PropertyType == typeof(double)) switch
            {
                ("mm", true) => new Millimetres(),
                ("mm", false) => new Optional(new Millimetres()),
                ("m", true) => new MetresOfYarn(),
                ("m", false) => new Optional(new MetresOfYarn()),
                _ => figure.CustomConverter,
            };
        }
    }

    /// <summary>Whether a field takes a figure as it was typed.</summary>
    internal static bool IsTaken(JsonPropertyInfo? field) =>
        field?.CustomConverter is Optional or TypedFigure
        || field
            ?.AttributeProvider?.GetCustomAttributes(typeof(JsonConverterAttribute), false)
            .OfType<JsonConverterAttribute>()
            .Any(a => typeof(TypedFigure).IsAssignableFrom(a.ConverterType)) == true;

    private static string? UnitOf(JsonPropertyInfo field) =>
        field.AttributeProvider?.GetCustomAttributes(typeof(UnitAttribute), false).OfType<UnitAttribute>().FirstOrDefault()?.Unit;

    // What may be left out.
    private sealed class Optional(TypedFigure one) : JsonConverter<double?>
    {
        public override double? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.Null ? null : one.Read(ref reader, typeof(double), options);

        public override void Write(Utf8JsonWriter writer, double? value, JsonSerializerOptions options)
        {
            if (value is { } number)
            {
                one.Write(writer, number, options);
            }
            else
            {
                writer.WriteNullValue();
            }
        }
    }

    /// <summary>Reads what was typed, into the field's own unit.</summary>
    protected abstract Result<double> Read(string typed);

    /// <inheritdoc/>
    public override double Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType == JsonTokenType.Number)
        {
            return reader.GetDouble();
        }

        if (reader.TokenType != JsonTokenType.String)
        {
            throw new JsonException("A number is wanted, or a text with its unit.");
        }

        var read = Read(reader.GetString()!);
        return read.IsRefused ? throw new UnreadFigureException(read.Refusals[0]) : read.Value;
    }

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, double value, JsonSerializerOptions options) => writer.WriteNumberValue(value);
}

/// <summary>Millimetres: <c>150</c>, <c>"15 cm"</c>, <c>"1 1/2 in"</c>.</summary>
public sealed class Millimetres : TypedFigure
{
    // A field that takes no more refuses it by its own bounds.
    private const double Most = 1e7;

    /// <inheritdoc/>
    protected override Result<double> Read(string typed) => Length.Read(typed, "length", Most).Then<double>(l => l.Millimetres);
}

/// <summary>Grams in a metre: <c>25</c>, <c>"25 g/m"</c>, <c>"0.8 oz/yd"</c>.</summary>
public sealed class GramsPerMetre : TypedFigure
{
    /// <inheritdoc/>
    protected override Result<double> Read(string typed) =>
        LinearDensity
            .Read(typed, "linearDensity", LinearDensityUnit.GramsPerMetre)
            .Then<double>(d => d.In(LinearDensityUnit.GramsPerMetre));
}

/// <summary>Metres of yarn: <c>400</c>, <c>"400 m"</c>, <c>"440 yd"</c>.</summary>
public sealed class MetresOfYarn : TypedFigure
{
    /// <inheritdoc/>
    protected override Result<double> Read(string typed) => YarnLength.Read(typed, "length").Then<double>(l => l.Metres);
}

/// <summary>Counted in 10 m of yarn: <c>4</c>, <c>"4 in 10 yd"</c>.</summary>
public sealed class CountInTenMetres : TypedFigure
{
    /// <inheritdoc/>
    protected override Result<double> Read(string typed) => CountedOver.TenMetres.Read(typed, "count");
}

/// <summary>Counted in 10 cm of cloth: <c>22</c>, <c>"22 in 4 in"</c>.</summary>
public sealed class CountInTenCentimetres : TypedFigure
{
    /// <inheritdoc/>
    protected override Result<double> Read(string typed) => CountedOver.TenCentimetres.Read(typed, "count");
}

/// <summary>Tex: <c>130</c>, <c>"130 tex"</c>, <c>"3800 yd/lb"</c>.</summary>
public sealed class Tex : TypedFigure
{
    /// <inheritdoc/>
    protected override Result<double> Read(string typed) =>
        LinearDensity.Read(typed, "linearDensity", LinearDensityUnit.Tex).Then<double>(d => d.Tex);
}
