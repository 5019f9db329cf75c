using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Fibres;

/// <summary>One part of a lot.</summary>
/// <param name="Fibre">Its fibre.</param>
/// <param name="Breed">Its breed or cross as <see cref="Parentage"/> writes it; empty when unknown.</param>
/// <param name="Share">Its share of the oven-dry mass, above 0, at most 1.</param>
public sealed record FibrePart(Fibre Fibre, string Breed, double Share);

/// <summary>A part of a blend as a label tells it.</summary>
/// <param name="Fibre">Its fibre.</param>
/// <param name="Breed">Its breed or cross, empty when unknown.</param>
/// <param name="Percent">Its share of the rested weight, above 0; null of all parts where nobody knows the shares.</param>
public sealed record LabelPart(Fibre Fibre, string Breed, double? Percent);

/// <summary>
/// What a lot is made of: parts with their shares of the oven-dry mass. One part is the common case. The regain of a mix is the mean of the
/// parts' regains weighted by oven-dry mass, and its uncertainty likewise, for they rest in one room and share its error (docs/craft.md,
/// section 4).
/// </summary>
public sealed class Composition : IEquatable<Composition>
{
    /// <summary>The most parts; beyond it the smallest of the same fibre are told together, without their breed.</summary>
    public const int MostParts = 12;

    /// <summary>How badly the moisture of a part is known that has no absorption curve, as a fraction of its dry mass (typical).</summary>
    public const double UnknownRegain = 0.02;

    // Of one part everybody knows the share.
    private Composition(IReadOnlyList<FibrePart> parts, bool sharesKnown = true) =>
        (Parts, SharesKnown) = (parts, sharesKnown || parts.Count == 1);

    /// <summary>The largest part first; shares make 1. Where nobody knows them they stand as equal.</summary>
    public IReadOnlyList<FibrePart> Parts { get; }

    /// <summary>False for a kit or a bag whose fibres are known and their shares not, and for what such a one went into: nothing is said of
    /// its shares then, and what is reckoned with them is as uncertain as they are.</summary>
    public bool SharesKnown { get; }

    /// <summary>The fibre of the largest part.</summary>
    public Fibre Main => Parts[0].Fibre;

    /// <summary>True for more than one part.</summary>
    public bool IsMixed => Parts.Count > 1;

    /// <summary>True when there are several fibres in it, and not only several breeds.</summary>
    public bool IsBlend => Parts.Any(p => p.Fibre != Main);

    /// <summary>True when the moisture of at least one part can be told.</summary>
    public bool HasRegain => Parts.Any(p => Fibres.Regain.IsKnown(p.Fibre));

    /// <summary>True when it has the same parts as another, in whatever shares.</summary>
    /// <param name="other">Another.</param>
    public bool HasPartsOf(Composition other) =>
        Parts.Select(p => (p.Fibre, p.Breed)).ToHashSet().SetEquals(other.Parts.Select(p => (p.Fibre, p.Breed)));

    /// <summary>One fibre of one breed.</summary>
    /// <param name="fibre">The fibre.</param>
    /// <param name="breed">The breed or cross, empty when unknown.</param>
    public static Composition Of(Fibre fibre, string breed = "") => new([new FibrePart(fibre, breed, 1)]);

    /// <summary>One fibre, of a breed that is not known.</summary>
    /// <param name="fibre">The fibre.</param>
    public static implicit operator Composition(Fibre fibre) => Of(fibre);

    /// <summary>Reads parts that were stored.</summary>
    /// <param name="parts">In any order.</param>
    /// <param name="sharesKnown">False where the shares only stand in for what nobody knows.</param>
    /// <returns>The composition, or <c>no-parts</c>, <c>too-many</c>, <c>shares-do-not-add</c>.</returns>
    public static Result<Composition> Read(IReadOnlyList<FibrePart> parts, bool sharesKnown = true) =>
        new Guard()
            .Need(parts.Count > 0, "parts", "no-parts", "is empty")
            .Need(parts.Count <= MostParts, "parts", "too-many", FormattableString.Invariant($"holds more than {MostParts} parts"))
            .Need(
                parts.All(p => p.Share > 0) && Math.Abs(parts.Sum(p => p.Share) - 1) <= 1e-6,
                "parts",
                "shares-do-not-add",
                "has shares that do not make a whole"
            )
            .Then<Composition>(() => new Composition([.. parts.OrderByDescending(p => p.Share)], sharesKnown));

    /// <summary>What comes of lots put together, in whatever way.</summary>
    /// <param name="lots">What each is made of, and its mass at reference (rested at 65 %) in grams; null where it is not known.</param>
    /// <returns>
    /// Null when unlike fibres went in and one was not weighed: then nobody can tell the shares. Of one fibre the breed is left out
    /// instead. Null too for more than twelve fibres.
    /// </returns>
    public static Composition? Mixed(IReadOnlyCollection<(Composition Of, double? Grams)> lots)
    {
        var first = lots.First().Of;
        if (lots.All(l => l.Of.Equals(first)))
        {
            return first;
        }

        if (lots.Any(l => !(l.Grams > 0)))
        {
            return lots.All(l => !l.Of.IsBlend && l.Of.Main == first.Main) ? Of(first.Main) : null;
        }

        var known = lots.All(l => l.Of.SharesKnown);
        var dry = lots.Select(l => (l.Of, Grams: l.Grams!.Value / (1 + l.Of.Regain(Fibres.Regain.ReferenceHumidity)))).ToArray();
        var all = dry.Sum(d => d.Grams);
        var parts = dry.SelectMany(d => d.Of.Parts.Select(p => p with { Share = p.Share * d.Grams / all }))
            .GroupBy(p => (p.Fibre, Breed: p.Breed.ToUpperInvariant()))
            .Select(g => g.First() with { Share = g.Sum(p => p.Share) })
            .OrderByDescending(p => p.Share)
            .ToArray();
        return parts.Length <= MostParts ? new Composition(parts, known)
            : parts.DistinctBy(p => p.Fibre).Count() <= MostParts ? new Composition(Fewer(parts), known)
            : null;
    }

    // The largest keep their breed; of the rest what is of one fibre is one part.
    private static FibrePart[] Fewer(FibrePart[] parts)
    {
        var kept = MostParts;
        FibrePart[] fewer;
        do
        {
            kept--;
            fewer =
            [
                .. parts.Take(kept),
                .. parts.Skip(kept).GroupBy(p => p.Fibre).Select(g => new FibrePart(g.Key, "", g.Sum(p => p.Share))),
            ];
            fewer =
            [
                .. fewer
                    .GroupBy(p => (p.Fibre, p.Breed))
                    .Select(g => g.First() with { Share = g.Sum(p => p.Share) })
                    .OrderByDescending(p => p.Share),
            ];
        } while (fewer.Length > MostParts && kept > 0);
        return fewer;
    }

    /// <summary>Its parts by rested weight at 65 %, in percent: as a label tells them; without percents where nobody knows them.</summary>
    public IReadOnlyList<LabelPart> Label
    {
        get
        {
            if (!SharesKnown)
            {
                return [.. Parts.Select(p => new LabelPart(p.Fibre, p.Breed, null))];
            }

            var rested = Parts.Select(p => p.Share * (1 + Of(p.Fibre).Regain(Fibres.Regain.ReferenceHumidity))).ToArray();
            return [.. Parts.Zip(rested, (part, mass) => new LabelPart(part.Fibre, part.Breed, 100 * mass / rested.Sum()))];
        }
    }

    /// <summary>What a label tells, by oven-dry mass: the parts rested in one room when they were mixed. Without percents their shares
    /// stand as equal and are not known.</summary>
    /// <param name="parts">One to twelve, each share above 0, or none has one.</param>
    public static Composition OfLabel(IReadOnlyCollection<LabelPart> parts)
    {
        if (parts.All(p => p.Percent is not null))
        {
            return Mixed([.. parts.Select(p => (Of(p.Fibre, p.Breed), p.Percent))])!;
        }

        var unlike = parts.DistinctBy(p => (p.Fibre, p.Breed.ToUpperInvariant())).ToArray();
        return new Composition([.. unlike.Select(p => new FibrePart(p.Fibre, p.Breed, 1.0 / unlike.Length))], sharesKnown: false);
    }

    /// <summary>Water over oven-dry mass after resting in air, as a fraction. A part without an absorption curve counts with
    /// none.</summary>
    /// <param name="relativeHumidityPercent">0 to 100; throws outside.</param>
    public double Regain(double relativeHumidityPercent) =>
        Parts.Sum(p => Fibres.Regain.IsKnown(p.Fibre) ? p.Share * Fibres.Regain.At(p.Fibre, relativeHumidityPercent) : 0);

    /// <summary>Standard uncertainty of that, as a fraction, of shares that are known.</summary>
    /// <param name="humidityWasRead">False when nobody read the room's humidity.</param>
    public double RegainUncertainty(bool humidityWasRead) =>
        Parts.Sum(p => p.Share * (Fibres.Regain.IsKnown(p.Fibre) ? Fibres.Regain.Uncertainty(p.Fibre, humidityWasRead) : UnknownRegain));

    /// <summary>How far the way from a weight to its weight at 65 % may be off because nobody knows the shares: it is anywhere between that of
    /// the one part and of the other, each as likely (docs/craft.md, section 4, "Blends").</summary>
    /// <param name="regain">Of a fibre alone as it was weighed, as a fraction.</param>
    /// <returns>A standard uncertainty as a fraction of the weight; 0 where the shares are known.</returns>
    public double SharesUncertainty(Func<Composition, double> regain)
    {
        if (SharesKnown)
        {
            return 0;
        }

        var ways = Parts
            .Select(p => Of(p.Fibre))
            .Select(of => (1 + of.Regain(Fibres.Regain.ReferenceHumidity)) / (1 + regain(of)))
            .ToArray();
        return (ways.Max() - ways.Min()) / Math.Sqrt(12);
    }

    /// <summary>The agreed allowance of the mix, as a fraction: the parts' by their shares.</summary>
    /// <param name="preparation">Matters for wool, hair and horsehair only.</param>
    public double Allowance(Preparation preparation) => Parts.Sum(p => p.Share * Fibres.Regain.Allowance(p.Fibre, preparation));

    /// <summary>The breeds of all parts with their shares as a label tells them, in percent of the rested weight; a part of another fibre
    /// than wool goes by its own name.</summary>
    public Parentage Parentage()
    {
        if (!IsMixed)
        {
            return Fibres.Parentage.Read(Parts[0].Breed, "breed") is { IsRefused: false } read ? read.Value : Fibres.Parentage.Unknown;
        }

        return Fibres.Parentage.Joined([.. Parts.Zip(Label, (p, label) => (Named(p), (label.Percent / 100) ?? p.Share))]);
    }

    /// <summary>The breeds as they are noted: with the shares of a cross or a blend, and their names alone where nobody knows the
    /// shares.</summary>
    public string WrittenParentage() => SharesKnown ? Parentage().Write() : string.Join(" / ", Parentage().Shares.Select(s => s.Breed));

    /// <summary>The mean of a breed's figure over the parts, by mass; from the lowest to the highest where nobody knows the
    /// shares.</summary>
    /// <param name="find">Finds a breed by name, null when the book has none.</param>
    /// <param name="figure">The figure.</param>
    /// <returns>Null when a part has none.</returns>
    public Span? Mean(Func<string, Breed?> find, Func<Breed, Span?> figure)
    {
        var spans = Parts.Select(p => (p.Share, Span: Named(p).Envelope(find, figure))).ToArray();
        return spans.Any(s => s.Span is null) ? null
            : !SharesKnown ? new Span(spans.Min(s => s.Span!.Low), spans.Max(s => s.Span!.High))
            : new Span(spans.Sum(s => s.Share * s.Span!.Low), spans.Sum(s => s.Share * s.Span!.High));
    }

    // In a blend a fibre of no known breed still has a name: that of the fibre.
    private Parentage Named(FibrePart part)
    {
        var breed = Fibres.Parentage.Read(part.Breed, "breed") is { IsRefused: false } read ? read.Value : Fibres.Parentage.Unknown;
        return breed.IsUnknown && IsBlend ? new Parentage([new BreedShare(part.Fibre.ToString(), 100)]) : breed;
    }

    /// <inheritdoc/>
    public bool Equals(Composition? other) => other is not null && SharesKnown == other.SharesKnown && Parts.SequenceEqual(other.Parts);

    /// <inheritdoc/>
    public override bool Equals(object? obj) => Equals(obj as Composition);

    /// <inheritdoc/>
    public override int GetHashCode() => Parts.Aggregate(0, HashCode.Combine);
}
