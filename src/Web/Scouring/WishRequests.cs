using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;

namespace EarthyTuft.Web.Scouring;

/// <summary>One bath set by hand; what is left out follows.</summary>
/// <param name="Temperature">As typed; a bare number counts in the workshop's unit.</param>
public sealed record BathWishRequest(string? Temperature = null, double? Minutes = null, double? Litres = null, double? DoseGrams = null);

/// <summary>A wash agent as its bottle has it.</summary>
/// <param name="Floor">The bottle's own lowest temperature, as typed.</param>
public sealed record ScourAgentRequest(
    string Name,
    double? DoseGramsPerKilogram = null,
    string? Floor = null,
    bool Alkaline = false,
    decimal? PricePerKilogram = null
);

/// <summary>How a wash is wanted; what is left out follows from the fleece and the school.</summary>
/// <param name="Temperature">Where the first wash bath settles, as typed; a bare number counts in the workshop's unit.</param>
/// <param name="Floor">What wash baths must stay above, as typed.</param>
public sealed record ScourWishRequest(
    ScourSchool School,
    int? Batches = null,
    double? LitresPerKilogram = null,
    int? Washes = null,
    int? Rinses = null,
    string? Temperature = null,
    double? Minutes = null,
    double? DoseGramsPerKilogram = null,
    string? Floor = null,
    Agitation Agitation = Agitation.Still,
    ScourAgentRequest? Agent = null,
    IReadOnlyDictionary<int, BathWishRequest>? Baths = null
)
{
    /// <summary>More baths are refused before each is read.</summary>
    private const int MostRead = 100;

    /// <summary>The wish in degrees Celsius.</summary>
    /// <param name="unit">What a bare temperature counts in.</param>
    public Result<ScourWish> Read(TemperatureUnit unit)
    {
        var typed = new TypedTemperatures(unit);
        var wish = new ScourWish(
            School,
            Batches,
            LitresPerKilogram,
            Washes,
            Rinses,
            typed.Read(Temperature, "temperature", 0, 95),
            Minutes,
            DoseGramsPerKilogram,
            typed.Read(Floor, "floor", 0, 90),
            Agitation,
            Agent is { } a
                ? new ScourAgent(a.Name, a.DoseGramsPerKilogram, typed.Read(a.Floor, "agent.floor", 0, 90), a.Alkaline, a.PricePerKilogram)
                : null,
            Baths
                ?.Where(b => b.Value is not null)
                .Take(MostRead)
                .ToDictionary(
                    b => b.Key,
                    b => new BathWish(
                        typed.Read(b.Value.Temperature, FormattableString.Invariant($"baths[{b.Key}].temperature"), 0, 95),
                        b.Value.Minutes,
                        b.Value.Litres,
                        b.Value.DoseGrams
                    )
                )
        );
        return typed.Refusals.Count > 0 ? Result<ScourWish>.Refused(typed.Refusals) : ScourWish.Check(wish);
    }

    /// <summary>A wish as somebody of that unit would type it.</summary>
    public static ScourWishRequest Of(ScourWish wish, TemperatureUnit unit)
    {
        string? Typed(double? celsius) => celsius is { } c ? Core.Quantities.Temperature.FromCelsius(c).Type(unit) : null;
        return new ScourWishRequest(
            wish.School,
            wish.Batches,
            wish.LitresPerKilogram,
            wish.Washes,
            wish.Rinses,
            Typed(wish.Celsius),
            wish.Minutes,
            wish.DoseGramsPerKilogram,
            Typed(wish.FloorCelsius),
            wish.Agitation,
            wish.Agent is { } a
                ? new ScourAgentRequest(a.Name, a.DoseGramsPerKilogram, Typed(a.FloorCelsius), a.Alkaline, a.PricePerKilogram)
                : null,
            wish.Baths?.ToDictionary(
                b => b.Key,
                b => new BathWishRequest(Typed(b.Value.Celsius), b.Value.Minutes, b.Value.Litres, b.Value.DoseGrams)
            )
        );
    }
}

/// <summary>Reads the temperatures of a request and gathers what does not read.</summary>
internal sealed class TypedTemperatures(TemperatureUnit unit)
{
    private readonly List<Refusal> refusals = [];

    public IReadOnlyList<Refusal> Refusals => refusals;

    /// <summary>In degrees Celsius; null where nothing was typed, or where it was refused.</summary>
    public double? Read(string? text, string field, double low, double high)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            return null;
        }

        var read = Temperature.Read(text, unit, field, low, high);
        refusals.AddRange(read.Refusals);
        return read.IsRefused ? null : read.Value.Celsius;
    }
}
