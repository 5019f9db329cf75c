using System.Globalization;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Fibres;

/// <summary>Kind of wave along a lock (docs/craft.md, section 5).</summary>
public enum Wave
{
    /// <summary>Straight.</summary>
    None,

    /// <summary>Wide and open.</summary>
    Wave,

    /// <summary>Turning round on itself, as in long-wools.</summary>
    Curl,

    /// <summary>Regular and flat.</summary>
    Crimp,

    /// <summary>Springy without order, as in down breeds.</summary>
    Disorganised,
}

/// <summary>A breed or kind of fleece in the general reference. All figures are ranges from general knowledge.</summary>
/// <param name="Name">Its usual name; unique in the reference.</param>
/// <param name="Fibre">What the fibre is.</param>
/// <param name="Class">Its class.</param>
/// <param name="Micron">Fibre diameter in micrometres.</param>
/// <param name="StapleMillimetres">Relaxed staple length.</param>
/// <param name="Wave">The usual kind of wave.</param>
/// <param name="CrimpsPerCentimetre">Usual count, null where counting means little.</param>
/// <param name="FleeceKilograms">Usual weight of one raw fleece.</param>
/// <param name="CleanYield">Clean over raw, as fractions.</param>
/// <param name="Lustre">The usual shine.</param>
/// <param name="Felts">How readily it felts.</param>
/// <param name="Coat">One coat or two.</param>
/// <param name="Uses">What it is commonly used for.</param>
/// <param name="ConservationConcern">Well known to be few.</param>
/// <param name="AlsoKnownAs">Old and other names.</param>
public sealed record Breed(
    string Name,
    Fibre Fibre,
    FleeceClass Class,
    Span Micron,
    Span StapleMillimetres,
    Wave Wave,
    Span? CrimpsPerCentimetre,
    Span FleeceKilograms,
    Span CleanYield,
    Lustre Lustre = Lustre.Matt,
    FeltingGrade Felts = FeltingGrade.Moderately,
    Coat Coat = Coat.Single,
    IReadOnlyList<string>? Uses = null,
    bool ConservationConcern = false,
    IReadOnlyList<string>? AlsoKnownAs = null
)
{
    /// <summary>Checks a workshop's own values.</summary>
    /// <param name="breed">The values.</param>
    /// <returns>The breed unchanged, or <c>empty</c>, <c>out-of-range</c>, <c>too-long</c>.</returns>
    public static Result<Breed> Check(Breed breed)
    {
        var guard = new Guard().Need(
            breed.Name.Trim().Length is > 0 and <= 60 && !breed.Name.Contains('/'),
            "name",
            "empty",
            "is a name of up to 60 letters without a slash"
        );
        foreach (
            var (span, low, high, field) in new[]
            {
                (breed.Micron, 5, 100, "micron"),
                (breed.StapleMillimetres, 1, 1500, "stapleMillimetres"),
                (breed.CrimpsPerCentimetre ?? new Span(0, 0), 0.0, 20.0, "crimpsPerCentimetre"),
                (breed.FleeceKilograms, 0, 30, "fleeceKilograms"),
                (breed.CleanYield, 0.05, 1, "cleanYield"),
            }
        )
        {
            guard.Need(
                span.Low >= low && span.High <= high && span.Low <= span.High,
                field,
                "out-of-range",
                FormattableString.Invariant($"is a range between {low} and {high}, the lower end first")
            );
        }

        foreach (var (words, field) in new[] { (breed.Uses, "uses"), (breed.AlsoKnownAs, "alsoKnownAs") })
        {
            guard.Need(
                words is null || (words.Count <= 20 && words.All(w => w.Trim().Length is > 0 and <= 60)),
                field,
                "too-long",
                "holds at most twenty names of up to 60 letters"
            );
        }

        return guard.Then<Breed>(() => breed);
    }
}

/// <summary>One parent of a cross and its share.</summary>
/// <param name="Breed">A name, of the reference or not.</param>
/// <param name="SharePercent">Above 0, at most 100.</param>
public sealed record BreedShare(string Breed, double SharePercent);

/// <summary>
/// What a fleece is said to be: one breed, a cross with shares, or unknown (no shares).
/// Written as people note it: <c>Gotland</c>, <c>Gotland 50 / Wensleydale 50</c>, empty for unknown.
/// </summary>
/// <param name="Shares">Empty when unknown; otherwise they make 100.</param>
public sealed record Parentage(IReadOnlyList<BreedShare> Shares)
{
    /// <summary>A parentage nobody knows.</summary>
    public static readonly Parentage Unknown = new([]);

    /// <summary>True when nobody knows.</summary>
    public bool IsUnknown => Shares.Count == 0;

    /// <summary>Reads a parentage.</summary>
    /// <param name="text">A breed, a cross such as <c>Gotland 50 / Wensleydale 50</c> (shares left out are equal), <c>unknown</c> or
    /// nothing.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>The parentage, or <c>not-a-breed</c>, <c>shares-do-not-add</c>.</returns>
    public static Result<Parentage> Read(string? text, string field)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length == 0 || typed.Equals("unknown", StringComparison.OrdinalIgnoreCase))
        {
            return Unknown;
        }

        var parts = typed.Split('/', StringSplitOptions.TrimEntries);
        if (typed.Length > 200 || parts.Length > 6 || parts.Any(p => p.Length > 60 || !p.Any(char.IsLetter)))
        {
            return new Refusal(field, "not-a-breed", "Write a breed, or a cross of up to six like Gotland 50 / Wensleydale 50.");
        }

        var shares = new List<BreedShare>();
        foreach (var part in parts)
        {
            var space = part.LastIndexOf(' ');
            var tail = space < 0 ? "" : part[(space + 1)..].TrimEnd('%').Replace(',', '.');
            shares.Add(
                space > 0 && double.TryParse(tail, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var share)
                    ? new BreedShare(part[..space].Trim(), share)
                    : new BreedShare(part, double.NaN)
            );
        }

        if (shares.All(s => double.IsNaN(s.SharePercent)))
        {
            return new Parentage([.. shares.Select(s => s with { SharePercent = 100.0 / shares.Count })]);
        }

        var sum = shares.Sum(s => s.SharePercent);
        return shares.All(s => s.SharePercent > 0) && Math.Abs(sum - 100) <= 0.005
            ? new Parentage(shares)
            : new Refusal(
                field,
                "shares-do-not-add",
                double.IsNaN(sum)
                    ? "Give every parent a share, or none."
                    : FormattableString.Invariant($"The shares of a cross make 100; these make {sum:0.##}.")
            );
    }

    /// <summary>What fibre joined from several lots is: the parents of all, each by its share of the mass.</summary>
    /// <param name="parts">Parentages with the masses that went in, in grams above zero.</param>
    /// <returns>In tenths of a percent, as people write it; unknown when any part is, or when there would be more than six
    /// parents.</returns>
    public static Parentage Joined(IReadOnlyCollection<(Parentage Parentage, double Grams)> parts)
    {
        var all = parts.Sum(p => p.Grams);
        if (parts.Any(p => p.Parentage.IsUnknown) || !(all > 0))
        {
            return Unknown;
        }

        var shares = parts
            .SelectMany(p => p.Parentage.Shares.Select(s => s with { SharePercent = s.SharePercent * p.Grams / all }))
            .GroupBy(s => s.Breed, StringComparer.OrdinalIgnoreCase)
            .Select(g => new BreedShare(g.First().Breed, Math.Round(g.Sum(s => s.SharePercent), 1)))
            .Where(s => s.SharePercent > 0)
            .OrderByDescending(s => s.SharePercent)
            .ToArray();
        // What rounding left over goes to the largest.
        shares[0] = shares[0] with { SharePercent = Math.Round(100 - shares.Skip(1).Sum(s => s.SharePercent), 1) };
        return shares.Length <= 6 ? new Parentage(shares) : Unknown;
    }

    /// <summary>The parentage as <see cref="Read"/> takes it.</summary>
    public string Write() =>
        Shares.Count switch
        {
            0 => "",
            1 => Shares[0].Breed,
            _ => string.Join(" / ", Shares.Select(s => FormattableString.Invariant($"{s.Breed} {s.SharePercent:0.###}"))),
        };

    /// <summary>The typical clean yield: the breed's own, the envelope of a cross's known parents, or that of all sheep classes.</summary>
    /// <param name="reference">Finds a breed by name, null when it has none.</param>
    public Span CleanYield(Func<string, Breed?> reference) => Envelope(reference, b => b.CleanYield) ?? FleeceClasses.UnknownCleanYield;

    /// <summary>The class to decide by: that of the parent with the largest share that the reference knows.</summary>
    /// <param name="reference">Finds a breed by name, null when it has none.</param>
    /// <returns>Null when no parent is known.</returns>
    public FleeceClass? Class(Func<string, Breed?> reference) =>
        Shares.OrderByDescending(s => s.SharePercent).Select(s => reference(s.Breed)?.Class).FirstOrDefault(c => c is not null);

    /// <summary>How readily it felts: of the parents that the reference knows the one that felts most readily decides, else the
    /// class.</summary>
    /// <param name="reference">Finds a breed by name, null when it has none.</param>
    /// <param name="of">The class, null when not known.</param>
    /// <returns>Null when neither a parent nor the class is known.</returns>
    public FeltingGrade? Felts(Func<string, Breed?> reference, FleeceClass? of) =>
        Shares.Select(s => reference(s.Breed)?.Felts).Max() ?? (of is { } known ? FleeceClasses.Felts(known) : null);

    /// <summary>The span of a figure over the parents that the reference knows.</summary>
    /// <param name="reference">Finds a breed by name, null when it has none.</param>
    /// <param name="figure">The figure.</param>
    /// <returns>Null when no parent is known or none has the figure.</returns>
    public Span? Envelope(Func<string, Breed?> reference, Func<Breed, Span?> figure) =>
        Shares
            .Select(s => reference(s.Breed))
            .OfType<Breed>()
            .Select(figure)
            .OfType<Span>()
            .Aggregate((Span?)null, (all, one) => all?.Envelope(one) ?? one);
}
