using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>Ways of washing (docs/craft.md, sections 6 and 14).</summary>
public enum ScourSchool
{
    /// <summary>Hot, so that the wax surely goes.</summary>
    Hot,

    /// <summary>Hand-hot and longer, so that nothing felts.</summary>
    HandHot,

    /// <summary>Days in cold soft water: its own salts wash it.</summary>
    SuintSoak,

    /// <summary>Lock by lock, in order, in a bowl.</summary>
    LockByLock,

    /// <summary>Not washed at all.</summary>
    None,
}

/// <summary>How much the wool is moved in the bath.</summary>
public enum Agitation
{
    /// <summary>Pressed under once, then left.</summary>
    Still,

    /// <summary>Pressed and turned now and then.</summary>
    Gentle,

    /// <summary>Moved all the time.</summary>
    Much,
}

/// <summary>What kind of bath.</summary>
public enum BathKind
{
    /// <summary>Cold water, for days.</summary>
    Soak,

    /// <summary>With an agent.</summary>
    Wash,

    /// <summary>Water only.</summary>
    Rinse,
}

/// <summary>A wash agent as its bottle has it.</summary>
/// <param name="Name">What it is called in the workshop.</param>
/// <param name="DoseGramsPerKilogram">The bottle's own dose for a kilogram of greasy wool; null for the typical one by wax.</param>
/// <param name="FloorCelsius">The bottle's own lowest temperature; null for the usual 45.</param>
/// <param name="Alkaline">Felts more readily.</param>
/// <param name="PricePerKilogram">Null when not noted.</param>
public sealed record ScourAgent(
    string Name,
    double? DoseGramsPerKilogram = null,
    double? FloorCelsius = null,
    bool Alkaline = false,
    decimal? PricePerKilogram = null
);

/// <summary>The tub at hand.</summary>
/// <param name="Litres">What it holds, above zero.</param>
/// <param name="LitresEquivalent">Its own warmth as litres of water, zero or more.</param>
/// <param name="Rate">How fast a bath in it cools.</param>
public sealed record ScourTub(double Litres, double LitresEquivalent, TubRate Rate)
{
    /// <summary>A tub that somebody would take where none is said (typical): roomy for what goes in, from a bowl to a washing-up
    /// tub.</summary>
    /// <param name="greasyGrams">What is to be washed, above zero.</param>
    public static double UsualLitres(double greasyGrams) => Math.Clamp(Math.Ceiling(greasyGrams / 1000 * 30), 3, 30);
}

/// <summary>The water and the air at hand.</summary>
/// <param name="HotCelsius">The hottest water there is.</param>
/// <param name="ColdCelsius">The coldest.</param>
/// <param name="AirCelsius">The air by the tub.</param>
/// <param name="FleeceCelsius">The fleece before it goes in; null for the air's.</param>
public sealed record ScourWater(double HotCelsius, double ColdCelsius, double AirCelsius, double? FleeceCelsius = null);

/// <summary>What is to be washed.</summary>
/// <param name="GreasyGrams">As it goes in, above zero.</param>
/// <param name="Fibre">Its fibre.</param>
/// <param name="Class">Its class, null when not known.</param>
/// <param name="Felts">How readily it felts, null when not known.</param>
/// <param name="Wax">How much wax somebody saw, null when nobody looked.</param>
public sealed record ScourSubject(double GreasyGrams, Fibre Fibre, FleeceClass? Class, FeltingGrade? Felts, HowMuch? Wax)
{
    /// <summary>Where <see cref="Felts"/> comes from: yours where it was tested.</summary>
    public Provenance FeltsFrom { get; init; } = Provenance.Typical;
}

/// <summary>One bath set by hand; what is null follows.</summary>
/// <param name="Celsius">Where it is to settle.</param>
/// <param name="Minutes">How long.</param>
/// <param name="Litres">Water for each batch.</param>
/// <param name="DoseGrams">Agent for each batch.</param>
public sealed record BathWish(double? Celsius = null, double? Minutes = null, double? Litres = null, double? DoseGrams = null);

/// <summary>How a wash is wanted; what is null follows from the fleece and the school. This is also what a recipe keeps.</summary>
/// <param name="School">The way of washing.</param>
/// <param name="Batches">How many batches.</param>
/// <param name="LitresPerKilogram">Water for a kilogram of greasy wool.</param>
/// <param name="Washes">Baths with an agent.</param>
/// <param name="Rinses">Baths without.</param>
/// <param name="Celsius">Where the first wash bath settles.</param>
/// <param name="Minutes">Of a wash bath.</param>
/// <param name="DoseGramsPerKilogram">Agent for a kilogram, all baths together.</param>
/// <param name="FloorCelsius">What wash baths must stay above.</param>
/// <param name="Agitation">How much it is moved.</param>
/// <param name="Agent">What washes, null when not said.</param>
/// <param name="Baths">Baths set by hand, by their place from zero.</param>
public sealed record ScourWish(
    ScourSchool School,
    int? Batches = null,
    double? LitresPerKilogram = null,
    int? Washes = null,
    int? Rinses = null,
    double? Celsius = null,
    double? Minutes = null,
    double? DoseGramsPerKilogram = null,
    double? FloorCelsius = null,
    Agitation Agitation = Agitation.Still,
    ScourAgent? Agent = null,
    IReadOnlyDictionary<int, BathWish>? Baths = null
)
{
    /// <summary>The most baths set by hand.</summary>
    private const int MostBaths = 40;

    /// <summary>Checks what is set by hand, for a plan and for a recipe alike.</summary>
    /// <param name="wish">The wish.</param>
    /// <returns>The wish unchanged, or <c>out-of-range</c>, <c>too-long</c>.</returns>
    public static Result<ScourWish> Check(ScourWish wish)
    {
        var guard = new Guard(WashFields.Subjects)
            .Within(wish.LitresPerKilogram ?? 25, 1, 200, "litresPerKilogram")
            .Within(wish.Batches ?? 1, 1, 500, "batches")
            .Within(wish.Washes ?? 1, 0, 8, "washes")
            .Within(wish.Rinses ?? 1, 0, 8, "rinses")
            .Within(wish.Celsius ?? 50, 0, 95, "temperature")
            .Within(wish.Minutes ?? 20, 0.5, 20_000, "minutes")
            .Within(wish.FloorCelsius ?? 45, 0, 90, "floor")
            .Within(wish.DoseGramsPerKilogram ?? 1, 0, 1000, "doseGramsPerKilogram")
            .Need(
                wish.Baths is not { } all || (all.Count <= MostBaths && all.Keys.All(k => k is >= 0 and < MostBaths)),
                "baths",
                "out-of-range",
                FormattableString.Invariant($"sets at most {MostBaths} baths, by their place from zero")
            );
        if (wish.Agent is { } agent)
        {
            guard
                .Need(agent.Name.Trim().Length is > 0 and <= 80, "agent.name", "too-long", "is a name of up to 80 letters")
                .Within(agent.DoseGramsPerKilogram ?? 1, 0, 1000, "agent.doseGramsPerKilogram")
                .Within(agent.FloorCelsius ?? 45, 0, 90, "agent.floor")
                .Need(
                    agent.PricePerKilogram is not { } price || price is >= 0 and <= 100_000,
                    "agent.pricePerKilogram",
                    "out-of-range",
                    "must be between 0 and 100 000"
                );
        }

        foreach (var (i, bath) in (wish.Baths ?? new Dictionary<int, BathWish>()).Take(MostBaths))
        {
            guard
                .Within(bath.Celsius ?? 50, 0, 95, $"baths[{i}].temperature")
                .Within(bath.Minutes ?? 20, 0.5, 20_000, $"baths[{i}].minutes")
                .Within(bath.Litres ?? 10, 0.1, 5000, $"baths[{i}].litres")
                .Within(bath.DoseGrams ?? 1, 0, 100_000, $"baths[{i}].doseGrams");
        }

        return guard.Then<ScourWish>(() => wish);
    }
}
