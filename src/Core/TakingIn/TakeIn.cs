using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.TakingIn;

/// <summary>Fibre as someone wants it taken in, at whatever stage it is.</summary>
/// <param name="Weight">Its weight.</param>
/// <param name="Parentage">What it is said to be.</param>
/// <param name="Fibre">What the fibre is.</param>
/// <param name="ShornOn">When it was shorn, null when not known.</param>
/// <param name="TakenInOn">The day it is taken in.</param>
/// <param name="Price">What it cost in the workshop's currency, null when not known.</param>
public sealed record TakeInCommand(Mass Weight, Parentage Parentage, Fibre Fibre, DateOnly? ShornOn, DateOnly TakenInOn, decimal? Price)
{
    /// <summary>What it is: raw as shorn, or as far as somebody else has prepared it.</summary>
    public LotForm Form { get; init; } = LotForm.Raw;

    /// <summary>The parts of a blend; empty for one fibre.</summary>
    public IReadOnlyList<LabelPart> Parts { get; init; } = [];

    /// <summary>What it is made of: of a blend its parts by oven-dry mass.</summary>
    public Composition Composition => Parts.Count == 0 ? Composition.Of(Fibre, Parentage.Write()) : Composition.OfLabel(Parts);
}

/// <summary>The rules at the door.</summary>
public static class TakeInRules
{
    /// <summary>The heaviest single fleece that is believed: 30 kg, well above the heaviest full-wool ram's.</summary>
    public static readonly Mass HeaviestFleece = Mass.From(30, MassUnit.Kilogram);

    /// <summary>The heaviest bag of anything else.</summary>
    public static readonly Mass HeaviestBag = Mass.From(100, MassUnit.Kilogram);

    /// <summary>How far the shares of a blend may be from 100 %: labels are rounded.</summary>
    public const double SharesOff = 1;

    /// <summary>What can come in, the usual first. What was opened in the grease comes in as skirted.</summary>
    public static readonly IReadOnlyList<LotForm> Forms =
    [
        LotForm.Raw,
        LotForm.Skirted,
        LotForm.Clean,
        LotForm.Washed,
        LotForm.Top,
        LotForm.Roving,
        LotForm.Batt,
        LotForm.Down,
        LotForm.Opened,
        LotForm.Cloud,
        LotForm.Rolag,
        LotForm.Puni,
        LotForm.Noil,
        LotForm.Yarn,
    ];

    /// <summary>Checks what comes in.</summary>
    /// <param name="command">The fibre.</param>
    /// <returns>The command unchanged, or <c>empty-lot</c>, <c>too-heavy</c>, <c>wrong-form</c>, <c>not-a-hundred</c>, <c>too-many</c>,
    /// <c>not-a-breed</c>, <c>in-the-grease</c>, <c>in-the-future</c>, <c>out-of-range</c>.</returns>
    public static Result<TakeInCommand> Check(TakeInCommand command)
    {
        var fleece = command.Form.IsGreasy();
        var heaviest = fleece ? HeaviestFleece : HeaviestBag;
        var shares = command.Parts.Sum(p => p.Percent);
        return new Guard()
            .Need(command.Weight > Mass.Zero, "mass", "empty-lot", "is nothing: weigh it, or write what the seller wrote")
            .Need(
                command.Weight <= heaviest,
                "mass",
                "too-heavy",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"is {command.Weight.In(MassUnit.Kilogram):0.#} kg, and {(fleece ? "one fleece" : "one bag")} is at most "
                        + $"{heaviest.In(MassUnit.Kilogram):0} kg. Was the unit meant, or "
                        + $"{(fleece ? "is it several fleeces" : "are they several bags")}?"
                )
            )
            .Need(Forms.Contains(command.Form), "form", "wrong-form", "is not something that comes in: take it in as what it was before")
            .Need(
                command.Parts.Count <= Composition.MostParts,
                "parts",
                "too-many",
                $"is too long: at most {Composition.MostParts} parts are told apart"
            )
            .Need(
                command.Parts.All(p => p.Percent > 0 && p.Percent <= 100),
                "parts",
                "out-of-range",
                "holds a share that is nothing, or above 100 %"
            )
            .Need(
                command.Parts.All(p => p.Breed.Length <= 60 && !p.Breed.Contains('+', StringComparison.Ordinal)),
                "parts",
                "not-a-breed",
                "names a breed that does not read: at most 60 letters, without a plus sign"
            )
            .Need(
                command.Parts.Count == 0 || Math.Abs(shares - 100) <= SharesOff,
                "parts",
                "not-a-hundred",
                FormattableString.Invariant($"makes {shares:0.#} % and not 100")
            )
            .Need(command.Parts.Count == 0 || !fleece, "parts", "in-the-grease", "cannot be in the grease: a fleece is of one fibre")
            .Need(command.ShornOn is not { } shorn || shorn <= command.TakenInOn, "shornOn", "in-the-future", "is after the day it came in")
            .Need(
                command.ShornOn is not { } day || day >= WorkTime.Earliest,
                "shornOn",
                "out-of-range",
                FormattableString.Invariant($"is before {WorkTime.Earliest.Year}")
            )
            .Need(
                command.Price is not { } price || price is >= 0 and <= 1_000_000,
                "price",
                "out-of-range",
                "must be between 0 and 1 000 000"
            )
            .Then<TakeInCommand>(() => command);
    }
}
