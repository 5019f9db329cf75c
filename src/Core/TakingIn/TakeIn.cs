using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
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

    /// <summary>So many of the breed's usual fleeces are believed as one without a question (docs/craft.md, section 4, "One weight
    /// alone").</summary>
    public const double UsualOver = 3;

    /// <summary>Asks about a fleece that is far heavier than its breed's usual one; a lighter one may be a part of a fleece.</summary>
    /// <param name="weight">What was weighed.</param>
    /// <param name="form">What it is.</param>
    /// <param name="parentage">What it is said to be; of an unknown or unlisted breed nothing is usual.</param>
    /// <param name="find">Finds a breed by its name.</param>
    /// <returns>The usual weight of one fleece in kilograms, and what the scale should have said if a slip stands behind it, likeliest first;
    /// null where nothing is asked.</returns>
    public static (Span Usual, IReadOnlyList<Mass> Likelier)? Unlike(
        Mass weight,
        LotForm form,
        Parentage parentage,
        Func<string, Breed?> find
    )
    {
        // Of what comes by the cap or the boll nobody takes in one.
        var known = parentage
            .Shares.Select(s =>
                find(s.Breed) is { Class: not (FleeceClass.Silk or FleeceClass.Plant) } breed ? breed.FleeceKilograms : null
            )
            .OfType<Span>()
            .ToArray();
        if (!form.IsGreasy() || known.Length == 0 || known.Length < parentage.Shares.Count)
        {
            return null;
        }

        var usual = known.Aggregate((a, b) => a.Envelope(b));
        if (weight.In(MassUnit.Kilogram) <= UsualOver * usual.High)
        {
            return null;
        }

        // Within the range each weight is as likely, and beyond it hardly one.
        var slips = SlipChances.Of(weight.Grams, mayBeDamp: false, right => usual.Holds(right / 1000) ? 1 : 1e-6, SlipHabits.Unknown);
        return (
            usual,
            [.. slips.Where(s => usual.Holds(s.Likelier / 1000)).Select(s => Mass.FromGrams(Math.Round(s.Likelier))).Distinct()]
        );
    }

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
    /// <returns>The command unchanged, or <c>empty-lot</c>, <c>too-heavy</c>, <c>wrong-form</c>, <c>not-a-hundred</c>, <c>not-all</c>, <c>too-many</c>,
    /// <c>not-a-breed</c>, <c>in-the-grease</c>, <c>in-the-future</c>, <c>out-of-range</c>.</returns>
    public static Result<TakeInCommand> Check(TakeInCommand command)
    {
        var fleece = command.Form.IsGreasy();
        var heaviest = fleece ? HeaviestFleece : HeaviestBag;
        var parts = ToldParts.Read([.. command.Parts.Select(p => new ToldPart(p.Fibre, p.Breed, p.Percent, null))], command.Form);
        return parts
            .Refusals.Aggregate(new Guard(), (guard, refusal) => guard.Add(refusal))
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
