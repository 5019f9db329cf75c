using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Dividing;

/// <summary>How a top that was dyed along its length is brought to the hand.</summary>
public enum DyedTopAs
{
    /// <summary>From its end, whole: each colour once.</summary>
    Straight,

    /// <summary>Split along its fibres into parts that are spun one after another: all colours so many times, each so many times as
    /// short.</summary>
    Split,

    /// <summary>The same parts, every second one turned round: a colour meets itself, and its stripe is twice as long there.</summary>
    Turned,

    /// <summary>Whole, in pieces from the fold: blocks stay blocks.</summary>
    Folded,
}

/// <summary>A stretch of one colour along a top.</summary>
/// <param name="Name">The colour's name: "a".</param>
/// <param name="Metres">How long it is, above zero.</param>
public sealed record DyedStretch(string Name, double Metres);

/// <summary>A top with its colours in order along it, laid out as the strips of a rehearsal (docs/craft.md, section 11).</summary>
public static class DyedTop
{
    /// <summary>More parts nobody splits a top into.</summary>
    public const int MostParts = 40;

    /// <summary>Reads colours with their lengths: <c>a 20 cm, b 35 cm</c>.</summary>
    /// <param name="typed">What was typed.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>At least one; or <c>empty</c>, <c>too-many</c>, and what the reader of lengths refuses.</returns>
    public static Result<IReadOnlyList<DyedStretch>> Read(string? typed, string field)
    {
        string[] parts = (typed ?? "").Split([',', ';', '\n'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (parts.Length is 0 or > StripOrder.MostStrips)
        {
            return new Refusal(
                field,
                parts.Length == 0 ? "empty" : "too-many",
                "Say the colours in their order with their lengths: a 20 cm, b 35 cm."
            );
        }

        var read = parts
            .Select(p => p.Split(' ', 2, StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
            .Select(p => (Name: p[0], Length: YarnLength.Read(p.Length > 1 ? p[1] : "", field)))
            .ToArray();
        Refusal[] refusals = [.. read.SelectMany(r => r.Length.Refusals).Take(1)];
        return refusals.Length > 0
            ? Result<IReadOnlyList<DyedStretch>>.Refused(refusals)
            : read.Select(r => new DyedStretch(r.Name, r.Length.Value.Metres)).ToArray();
    }

    /// <summary>Lays it out.</summary>
    /// <param name="along">Its colours in order.</param>
    /// <param name="gramsPerMetre">How heavy it is for its length, above zero.</param>
    /// <param name="way">How it is brought to the hand.</param>
    /// <param name="parts">Into how many it is split, at least one; one where it stays whole.</param>
    /// <param name="plies">How many plies share it, each along its whole length, at least one.</param>
    /// <returns>The strips of each ply in their order; or <c>out-of-range</c>, <c>too-many</c> at <c>parts</c>.</returns>
    public static Result<IReadOnlyList<(string Name, double Grams)>> Lay(
        IReadOnlyList<DyedStretch> along,
        double gramsPerMetre,
        DyedTopAs way,
        int parts,
        int plies
    )
    {
        var split = way is DyedTopAs.Split or DyedTopAs.Turned ? parts : 1;
        return split is < 1 or > MostParts ? new Refusal("parts", "out-of-range", $"It is split into 1 to {MostParts} parts.")
            : split * along.Count > StripOrder.MostStrips
                ? new Refusal("parts", "too-many", $"A ply has at most {StripOrder.MostStrips} strips.")
            : Enumerable
                .Range(0, split)
                .SelectMany(part => way == DyedTopAs.Turned && part % 2 == 1 ? along.Reverse() : along)
                .Select(stretch => (stretch.Name, stretch.Metres * gramsPerMetre / split / plies))
                .ToArray();
    }
}
