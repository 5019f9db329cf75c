using System.Globalization;

namespace EarthyTuft.Core.Quantities;

/// <summary>The piece that something is counted over, as one says it: joins in 10 m of yarn, stitches in 10 cm of cloth; in a workshop of
/// inches 10 yd and 4 in.</summary>
/// <param name="Millimetres">How long it is, above zero.</param>
/// <param name="Name">With its unit: <c>10 m</c>.</param>
public readonly record struct CountedOver(double Millimetres, string Name)
{
    /// <summary>Ten metres of yarn, which is what is stored.</summary>
    public static readonly CountedOver TenMetres = new(10_000, "10 m");

    /// <summary>Ten centimetres of cloth, which is what is stored.</summary>
    public static readonly CountedOver TenCentimetres = new(100, "10 cm");

    /// <summary>What joins, lumps and neps are counted over.</summary>
    /// <param name="unit">What the workshop counts short lengths in.</param>
    public static CountedOver OfYarn(LengthUnit unit) =>
        unit == LengthUnit.Inch ? new(10_000 * LinearDensity.MetresPerYard, "10 yd") : TenMetres;

    /// <summary>What stitches, rows, ends and picks are counted over.</summary>
    /// <param name="unit">What the workshop counts short lengths in.</param>
    public static CountedOver OfCloth(LengthUnit unit) =>
        unit == LengthUnit.Inch ? new(4 * Length.MillimetresPerInch, "4 in") : TenCentimetres;

    /// <summary>Reads a count: <c>22</c>, <c>22 in 4 in</c>, <c>5.5 in 1 in</c>, <c>3 in 10 yd</c>.</summary>
    /// <param name="text">What was typed; a number alone counts over this piece.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>How many that is over this piece, of any size: its bounds are the field's. Or <c>empty</c>, <c>not-a-count</c>, and what is
    /// refused of a length.</returns>
    public Result<double> Read(string? text, string field)
    {
        var typed = (text ?? "").Trim();
        var parted = typed.IndexOf(" in ", StringComparison.OrdinalIgnoreCase);
        var count = TypedQuantity.Read<CountUnit>(parted < 0 ? typed : typed[..parted], field, "count", "22, or 22 in 4 in", word =>
            word.Length == 0 ? CountUnit.Each : null
        );
        if (count.IsRefused || parted < 0)
        {
            return count.Then<double>(c => c.Number);
        }

        var (over, piece) = (Millimetres, Length.Read(typed[(parted + 4)..], field, 1e6));
        return piece.Then<double>(p => count.Value.Number * over / p.Millimetres);
    }

    /// <summary>The count as it may be typed again: <c>22 in 4 in</c>.</summary>
    /// <param name="count">How many over <paramref name="stored"/>.</param>
    /// <param name="stored">The piece that <paramref name="count"/> is of.</param>
    public string Write(double count, CountedOver stored) =>
        $"{Of(count, stored).ToString("0.##", CultureInfo.InvariantCulture)} in {Name}";

    /// <summary>A count over another piece, over this one.</summary>
    /// <param name="count">How many over <paramref name="stored"/>.</param>
    /// <param name="stored">The piece that <paramref name="count"/> is of.</param>
    public double Of(double count, CountedOver stored) => count * Millimetres / stored.Millimetres;

    private enum CountUnit
    {
        Each,
    }
}
