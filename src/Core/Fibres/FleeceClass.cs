namespace EarthyTuft.Core.Fibres;

/// <summary>A range of typical values, both ends included.</summary>
/// <param name="Low">The lower end.</param>
/// <param name="High">The upper end, not below <paramref name="Low"/>.</param>
public sealed record Span(double Low, double High)
{
    /// <summary>The middle.</summary>
    public double Middle => (Low + High) / 2;

    /// <summary>A standard uncertainty for "somewhere in this range": a quarter of the width, the range read as two standard deviations
    /// each way.</summary>
    public double Spread => (High - Low) / 4;

    /// <summary>The span that holds both.</summary>
    /// <param name="other">The other span.</param>
    public Span Envelope(Span other) => new(Math.Min(Low, other.Low), Math.Max(High, other.High));

    /// <summary>Whether a value lies inside.</summary>
    /// <param name="value">The value.</param>
    public bool Holds(double value) => value >= Low && value <= High;
}

/// <summary>The classes of docs/craft.md, section 13.</summary>
public enum FleeceClass
{
    /// <summary>Merino types and rambouillet.</summary>
    Fine,

    /// <summary>Halfbreds, corriedale types.</summary>
    Medium,

    /// <summary>Down and down-type.</summary>
    Down,

    /// <summary>Long-wools and lustre wools.</summary>
    Long,

    /// <summary>Hill and rug wools.</summary>
    Hill,

    /// <summary>Double-coated and primitive.</summary>
    Double,

    /// <summary>Alpaca and llama.</summary>
    Camelid,

    /// <summary>Mohair.</summary>
    Mohair,

    /// <summary>Cashmere, raw.</summary>
    Cashmere,

    /// <summary>Musk ox, yak and camel, raw.</summary>
    Undercoat,

    /// <summary>Angora rabbit.</summary>
    Angora,

    /// <summary>Silk.</summary>
    Silk,

    /// <summary>Seed cotton and other plant fibre.</summary>
    Plant,
}

/// <summary>Typical values by class (docs/craft.md, section 13).</summary>
public static class FleeceClasses
{
    /// <summary>What an unknown fleece may yield clean, as a fraction of raw: the envelope of the sheep classes.</summary>
    public static readonly Span UnknownCleanYield = new(0.45, 0.80);

    /// <summary>Fibre that goes on cards or combs in half loads: the teeth must reach every single one (docs/craft.md, section
    /// 9).</summary>
    /// <param name="of">Its class, null when not known.</param>
    public static bool TakesSmallLoads(this FleeceClass? of) => of is FleeceClass.Fine || of.IsShortAndFine();

    /// <summary>Down of the finest: a drum breaks it into neps, close hand cards take it lightly (docs/craft.md, section 9).</summary>
    /// <param name="of">Its class, null when not known.</param>
    public static bool IsFineDown(this FleeceClass? of) => of is FleeceClass.Cashmere or FleeceClass.Undercoat or FleeceClass.Angora;

    /// <summary>Down, silk and plant fibre: combs hold them badly, and a drum breaks them.</summary>
    /// <param name="of">Its class, null when not known.</param>
    public static bool IsShortAndFine(this FleeceClass? of) => of.IsFineDown() || of is FleeceClass.Silk or FleeceClass.Plant;

    /// <summary>Clean weight over raw weight, as fractions, for fibre as it comes off the animal.</summary>
    /// <param name="of">The class.</param>
    public static Span CleanYield(FleeceClass of) =>
        of switch
        {
            FleeceClass.Fine => new(0.45, 0.72),
            FleeceClass.Medium => new(0.50, 0.72),
            FleeceClass.Down => new(0.50, 0.65),
            FleeceClass.Long => new(0.65, 0.80),
            FleeceClass.Hill => new(0.60, 0.75),
            FleeceClass.Double => new(0.60, 0.80),
            FleeceClass.Camelid => new(0.75, 0.92),
            FleeceClass.Mohair => new(0.75, 0.88),
            FleeceClass.Cashmere or FleeceClass.Undercoat => new(0.80, 0.95),
            FleeceClass.Angora => new(0.97, 1),
            FleeceClass.Silk => new(0.98, 1),
            FleeceClass.Plant => new(0.33, 0.42),
            _ => throw new ArgumentOutOfRangeException(nameof(of)),
        };

    /// <summary>How readily fibre of a class felts.</summary>
    /// <param name="of">The class.</param>
    public static FeltingGrade Felts(FleeceClass of) =>
        of switch
        {
            FleeceClass.Fine or FleeceClass.Cashmere or FleeceClass.Angora or FleeceClass.Double or FleeceClass.Medium =>
                FeltingGrade.Readily,
            FleeceClass.Long or FleeceClass.Hill => FeltingGrade.Moderately,
            FleeceClass.Camelid or FleeceClass.Undercoat => FeltingGrade.Slowly,
            FleeceClass.Down or FleeceClass.Mohair => FeltingGrade.Little,
            FleeceClass.Silk or FleeceClass.Plant => FeltingGrade.No,
            _ => throw new ArgumentOutOfRangeException(nameof(of)),
        };

    /// <summary>The class a fibre is of when no breed tells more; null for wool, which can be anything.</summary>
    /// <param name="fibre">The fibre.</param>
    public static FleeceClass? Of(Fibre fibre) =>
        fibre switch
        {
            Fibre.Mohair => FleeceClass.Mohair,
            Fibre.Alpaca or Fibre.Llama => FleeceClass.Camelid,
            Fibre.Cashmere => FleeceClass.Cashmere,
            Fibre.Yak or Fibre.Camel or Fibre.MuskOx => FleeceClass.Undercoat,
            Fibre.Angora => FleeceClass.Angora,
            Fibre.Silk => FleeceClass.Silk,
            Fibre.Cotton => FleeceClass.Plant,
            _ => null,
        };
}
