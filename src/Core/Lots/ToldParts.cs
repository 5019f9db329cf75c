using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Lots;

/// <summary>A part of a blend or a kit as somebody tells it.</summary>
/// <param name="Fibre">Its fibre.</param>
/// <param name="Breed">Its breed or cross, empty when unknown.</param>
/// <param name="Percent">Its share of the rested weight; null where it was weighed, or nobody knows.</param>
/// <param name="Weight">What it weighs, null where its share is told or nobody knows.</param>
public sealed record ToldPart(Fibre Fibre, string Breed, double? Percent, Mass? Weight);

/// <summary>The parts of a blend or a kit: by shares, weighed out, or of shares that nobody knows.</summary>
public static class ToldParts
{
    /// <summary>How far the shares of a blend may be from 100 %: labels are rounded.</summary>
    public const double SharesOff = 1;

    /// <summary>Reads what is told of all parts.</summary>
    /// <param name="parts">None for one fibre; else up to twelve, all with a share, all weighed, or all with neither.</param>
    /// <param name="form">What they are parts of: a fleece in the grease has none.</param>
    /// <returns>The parts as a label tells them, or <c>too-many</c>, <c>not-a-breed</c>, <c>not-all</c>, <c>out-of-range</c>,
    /// <c>not-a-hundred</c>, <c>in-the-grease</c>, each of the field <c>parts</c>.</returns>
    public static Result<IReadOnlyList<LabelPart>> Read(IReadOnlyList<ToldPart> parts, LotForm form)
    {
        var weighed = parts.Count(p => p.Weight is not null);
        var told = parts.Count(p => p.Percent is not null);
        var shares = parts.Sum(p => p.Percent ?? 0);
        var all = parts.Sum(p => p.Weight?.Grams ?? 0);
        return new Guard()
            .Need(
                parts.Count <= Composition.MostParts,
                "parts",
                "too-many",
                $"is too long: at most {Composition.MostParts} parts are told apart"
            )
            .Need(
                parts.All(p => p.Breed.Length <= 60 && !p.Breed.Contains('+', StringComparison.Ordinal)),
                "parts",
                "not-a-breed",
                "names a breed that does not read: at most 60 letters, without a plus sign"
            )
            .Need(
                (told, weighed) == (0, 0) || (told, weighed) == (parts.Count, 0) || (told, weighed) == (0, parts.Count),
                "parts",
                "not-all",
                "has a share or a weight for some and none for others: give every part one, or none where nobody knows them"
            )
            .Need(
                parts.All(p => p.Percent is null or (> 0 and <= 100) && (p.Weight is null || p.Weight > Mass.Zero)),
                "parts",
                "out-of-range",
                "holds a share that is nothing, or above 100 %"
            )
            .Need(
                told == 0 || told < parts.Count || Math.Abs(shares - 100) <= SharesOff,
                "parts",
                "not-a-hundred",
                string.Create(CultureInfo.InvariantCulture, $"makes {shares:0.#} % and not 100")
            )
            .Need(parts.Count == 0 || !form.IsGreasy(), "parts", "in-the-grease", "cannot be in the grease: a fleece is of one fibre")
            .Then<IReadOnlyList<LabelPart>>(() =>
                parts.Select(p => new LabelPart(p.Fibre, p.Breed, p.Weight is { } weight ? 100 * weight.Grams / all : p.Percent)).ToArray()
            );
    }
}
