using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Dividing;

/// <summary>How a batt or a top is divided lengthwise.</summary>
public enum TornAs
{
    /// <summary>Strips beside one another, each torn off whole.</summary>
    Strips,

    /// <summary>One long strip, torn from alternate sides and short of each edge.</summary>
    ZStrip,

    /// <summary>Strips that are drawn out thin by hand.</summary>
    Pencil,
}

/// <summary>What there is and what is wanted.</summary>
/// <param name="Grams">What the batt or the length of top weighs, above zero.</param>
/// <param name="WidthMillimetres">Its width, above zero.</param>
/// <param name="LengthMillimetres">Its length, above zero.</param>
/// <param name="StripMillimetres">How wide a strip is to be, about; above zero and no more than the width.</param>
/// <param name="As">How it is divided.</param>
/// <param name="GramsPerMetre">How thin pencils are to be drawn; above zero, null where none are drawn.</param>
public sealed record StripWish(
    double Grams,
    double WidthMillimetres,
    double LengthMillimetres,
    double StripMillimetres,
    TornAs As = TornAs.Strips,
    double? GramsPerMetre = null
);

/// <summary>Equal strips of a batt (docs/craft.md, section 11).</summary>
/// <param name="Count">How many; one where it is torn in one.</param>
/// <param name="WidthMillimetres">Of each, so that nothing is left over.</param>
/// <param name="Grams">Of each.</param>
/// <param name="Metres">Of each: drawn out, where it is.</param>
/// <param name="GramsPerMetre">Of each: drawn out, where it is.</param>
/// <param name="Draft">How many times its own length it is drawn out; one where it is not.</param>
/// <param name="LeftOverGrams">What would be left over of strips just as wide as was wanted; zero where nothing would.</param>
/// <param name="WholeCount">So many strips are just as wide as was wanted.</param>
/// <param name="WholeGrams">What each of those weighs.</param>
public sealed record StripSizes(
    int Count,
    double WidthMillimetres,
    double Grams,
    double Metres,
    double GramsPerMetre,
    double Draft,
    double LeftOverGrams,
    int WholeCount = 1,
    double WholeGrams = 0
)
{
    /// <summary>Wider than this nobody lays a batt, in millimetres.</summary>
    public const double Widest = 3000;

    /// <summary>Longer than this no batt and no length of top is torn, in millimetres.</summary>
    public const double Longest = 100_000;

    /// <summary>Proposes equal strips.</summary>
    /// <param name="wish">What there is and what is wanted.</param>
    /// <returns>The strips, or <c>out-of-range</c> at a field, or <c>too-wide</c> for a strip wider than the batt, <c>too-many</c>,
    /// <c>missing</c> for pencils of no thickness and <c>thicker</c> for such as are thicker than the strip.</returns>
    public static Result<StripSizes> Of(StripWish wish)
    {
        var guard = new Guard(StripFields.Subjects)
            .Within(wish.Grams, 0.1, 100_000, "mass")
            .Within(wish.WidthMillimetres, 5, Widest, "width")
            .Within(wish.LengthMillimetres, 10, Longest, "length")
            .Within(wish.StripMillimetres, 1, Widest, "strip")
            .Need(!(wish.StripMillimetres > wish.WidthMillimetres), "strip", "too-wide", "is wider than all of it")
            .Need(
                !(wish.WidthMillimetres / wish.StripMillimetres > StripOrder.MostStrips),
                "strip",
                "too-many",
                $"makes more than {StripOrder.MostStrips} strips"
            )
            .Need(
                wish.As != TornAs.Pencil || wish.GramsPerMetre is not null,
                "gramsPerMetre",
                "missing",
                "is missing: say how thin they are drawn"
            );
        if (wish.GramsPerMetre is { } thin)
        {
            guard.Within(thin, 0.01, 1000, "gramsPerMetre");
        }

        return guard.Then(() => Reckon(wish));
    }

    private static Result<StripSizes> Reckon(StripWish wish)
    {
        var fitting = Math.Max(1, (int)Math.Round(wish.WidthMillimetres / wish.StripMillimetres));
        var exact = Math.Floor(wish.WidthMillimetres / wish.StripMillimetres + 1e-9);
        var over = wish.Grams * Math.Max(0, 1 - exact * wish.StripMillimetres / wish.WidthMillimetres);
        var metres = wish.LengthMillimetres / 1000;
        var each = wish.Grams / fitting;
        var equal = new StripSizes(
            fitting,
            wish.WidthMillimetres / fitting,
            each,
            metres,
            each / metres,
            1,
            over < 1e-6 * wish.Grams ? 0 : over,
            (int)exact,
            wish.Grams * wish.StripMillimetres / wish.WidthMillimetres
        );
        return wish.As switch
        {
            TornAs.ZStrip => equal with { Count = 1, Grams = wish.Grams, Metres = metres * fitting, LeftOverGrams = 0 },
            TornAs.Pencil when wish.GramsPerMetre > equal.GramsPerMetre => new Refusal(
                "gramsPerMetre",
                "thicker",
                FormattableString.Invariant($"A strip has {equal.GramsPerMetre:0.##} g in a metre: it can be drawn thinner, not thicker.")
            ),
            TornAs.Pencil => equal with
            {
                Metres = each / wish.GramsPerMetre!.Value,
                GramsPerMetre = wish.GramsPerMetre.Value,
                Draft = equal.GramsPerMetre / wish.GramsPerMetre.Value,
            },
            _ => equal,
        };
    }
}
