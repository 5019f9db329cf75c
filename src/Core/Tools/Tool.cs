namespace EarthyTuft.Core.Tools;

/// <summary>Kinds of tools a workshop has.</summary>
public enum ToolKind
{
    /// <summary>To wash in.</summary>
    Tub,

    /// <summary>To dry on.</summary>
    Rack,

    /// <summary>A pair of hand cards.</summary>
    HandCards,

    /// <summary>A drum carder.</summary>
    DrumCarder,

    /// <summary>A blending board.</summary>
    BlendingBoard,

    /// <summary>A flick: a small card that opens the ends of a lock.</summary>
    Flick,

    /// <summary>A pair of combs.</summary>
    Combs,

    /// <summary>A hackle: a fixed row of tines.</summary>
    Hackle,

    /// <summary>A diz: a small plate with a hole to draw top through.</summary>
    Diz,

    /// <summary>A treadled wheel with a flyer.</summary>
    Wheel,

    /// <summary>A flyer driven by a motor.</summary>
    ElectricFlyer,

    /// <summary>A wheel turned by hand with a pointed spindle, or a quill.</summary>
    GreatWheel,

    /// <summary>A hand spindle.</summary>
    Spindle,

    /// <summary>A niddy-noddy or a reel, to wind and measure skeins.</summary>
    Winder,
}

/// <summary>What kinds of tools have in common.</summary>
public static class ToolKinds
{
    /// <summary>Whether it has a toothed cloth to card on.</summary>
    /// <param name="kind">The kind.</param>
    public static bool HasCloth(this ToolKind kind) =>
        kind is ToolKind.HandCards or ToolKind.DrumCarder or ToolKind.BlendingBoard or ToolKind.Flick;

    /// <summary>Whether fibre is carded on it in loads; a flick takes locks, one after another.</summary>
    /// <param name="kind">The kind.</param>
    public static bool CardsInLoads(this ToolKind kind) => kind.HasCloth() && kind != ToolKind.Flick;

    /// <summary>Whether yarn is spun on it.</summary>
    /// <param name="kind">The kind.</param>
    public static bool Spins(this ToolKind kind) =>
        kind is ToolKind.Wheel or ToolKind.ElectricFlyer or ToolKind.GreatWheel or ToolKind.Spindle;

    /// <summary>Whether it has tines to lash fibre on.</summary>
    /// <param name="kind">The kind.</param>
    public static bool HasTines(this ToolKind kind) => kind is ToolKind.Combs or ToolKind.Hackle;
}

/// <summary>A tub.</summary>
/// <param name="Litres">What it holds, above zero.</param>
/// <param name="LitresEquivalent">Its own warmth as litres of water, zero or more.</param>
/// <param name="Covered">It stands under a lid, or under foam, while the wool soaks: little evaporates.</param>
public sealed record Tub(double Litres, double LitresEquivalent, bool Covered = false);

/// <summary>A rack.</summary>
/// <param name="SquareMetres">Its area, above zero.</param>
public sealed record Rack(double SquareMetres);

/// <summary>A toothed cloth: one of a pair of hand cards, the cloth round a drum, a blending board.</summary>
/// <param name="WidthCentimetres">Across the fibre as it is laid on, above zero.</param>
/// <param name="LengthCentimetres">The other way: the depth of a card, round the drum, up the board; above zero.</param>
/// <param name="TeethPerSquareInch">How close its teeth stand, null when nobody counted.</param>
public sealed record Cloth(double WidthCentimetres, double LengthCentimetres, double? TeethPerSquareInch)
{
    /// <summary>Centimetres that a side can have.</summary>
    public const double LeastSide = 2,
        MostSide = 200;

    /// <summary>Teeth to the square inch that a cloth can have.</summary>
    public const double FewestTeeth = 10,
        MostTeeth = 400;

    /// <summary>Its area.</summary>
    public double SquareCentimetres => WidthCentimetres * LengthCentimetres;
}

/// <summary>The tines of one of a pair of combs, or of a hackle.</summary>
/// <param name="WidthCentimetres">From the first tine to the last, above zero.</param>
/// <param name="Rows">Rows of tines, at least one.</param>
/// <param name="HeightCentimetres">How far they stand up, null when nobody measured.</param>
public sealed record Tines(double WidthCentimetres, int Rows, double? HeightCentimetres)
{
    /// <summary>Centimetres that a row can be wide.</summary>
    public const double Narrowest = 2,
        Widest = 100;

    /// <summary>Rows that it can have.</summary>
    public const int MostRows = 8;

    /// <summary>Centimetres that tines can be high.</summary>
    public const double Lowest = 1,
        Highest = 60;
}

/// <summary>A diz.</summary>
/// <param name="HoleMillimetres">How wide its hole is, above zero.</param>
public sealed record Diz(double HoleMillimetres)
{
    /// <summary>Millimetres that a hole can be wide.</summary>
    public const double Narrowest = 0.5,
        Widest = 30;
}

/// <summary>How yarn is drawn in: what turns slower than what.</summary>
public enum Drive
{
    /// <summary>One cord drives flyer and bobbin: the bobbin runs ahead.</summary>
    DoubleDrive,

    /// <summary>The flyer is driven and the bobbin braked.</summary>
    BobbinBraked,

    /// <summary>The bobbin is driven and the flyer braked.</summary>
    FlyerBraked,
}

/// <summary>A whorl, or a mark of speed.</summary>
/// <param name="Name">What it is called or marked with.</param>
/// <param name="Ratio">Turns of the flyer for one treadle; of an electric flyer for one second; above zero. Null for a mark on a dial whose
/// turns nobody knows: it is kept as it stands, and turns are told without a count.</param>
public sealed record Whorl(string Name, double? Ratio)
{
    /// <summary>Ratios that can be.</summary>
    public const double Least = 0.1,
        Greatest = 100;
}

/// <summary>A kind of bobbins that fit a wheel.</summary>
/// <param name="Name">What it is called: "large".</param>
/// <param name="Grams">What one holds, above zero.</param>
/// <param name="Kate">Which kate it fits, in words; empty where nobody said.</param>
public sealed record Bobbin(string Name, double Grams, string Kate);

/// <summary>What yarn is spun on.</summary>
/// <param name="Whorls">Of a wheel or an electric flyer, the slowest first; a spindle has none.</param>
/// <param name="Drive">Null where that is not noted, and of what has no flyer.</param>
/// <param name="BobbinGrams">What a bobbin or a cop holds, above zero; null where nobody knows.</param>
public sealed record Spinner(IReadOnlyList<Whorl> Whorls, Drive? Drive, double? BobbinGrams)
{
    /// <summary>Whorls or marks that one can have.</summary>
    public const int MostWhorls = 16;

    /// <summary>Grams that a bobbin can hold.</summary>
    public const double LeastBobbin = 1,
        MostBobbin = 5000;

    /// <summary>The kinds of bobbins that fit it; empty where it takes one kind only, or none.</summary>
    public IReadOnlyList<Bobbin> Bobbins { get; init; } = [];

    /// <summary>Of a spindle: what it weighs, above zero; null where nobody weighed it.</summary>
    public double? WeightGrams { get; init; }

    /// <summary>Kinds of bobbins that one can have.</summary>
    public const int MostBobbins = 8;

    /// <summary>Grams that a spindle can weigh.</summary>
    public const double LightestSpindle = 1,
        HeaviestSpindle = 1000;

    /// <summary>What a bobbin of it holds.</summary>
    /// <param name="name">Of its kind; empty where nobody said.</param>
    /// <returns>Grams; null where nobody knows.</returns>
    public double? RoomOf(string name) =>
        Bobbins.FirstOrDefault(b => b.Name == name)?.Grams ?? BobbinGrams ?? (Bobbins.Count > 0 ? Bobbins[0].Grams : null);

    /// <summary>How many bobbins so much yarn fills.</summary>
    /// <param name="grams">Above zero.</param>
    /// <param name="name">The kind of bobbin; empty where nobody said.</param>
    /// <returns>A whole number; null where nobody knows what one holds.</returns>
    public int? BobbinsFor(double grams, string name) => RoomOf(name) is { } room ? (int)Math.Ceiling(grams / room) : null;
}

/// <summary>A skein winder.</summary>
/// <param name="RoundMillimetres">Yarn of one round, above zero.</param>
public sealed record Winder(double RoundMillimetres)
{
    /// <summary>Millimetres that a round can have.</summary>
    public const double Least = 100,
        Most = 10_000;
}

/// <summary>Something seen or done to a tool: bent teeth, worn cloth, cleaned.</summary>
/// <param name="At">When.</param>
/// <param name="Who">By whom.</param>
/// <param name="What">In words.</param>
public sealed record Upkeep(DateTimeOffset At, string Who, string What);
