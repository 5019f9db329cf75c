using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.TakingIn;

/// <summary>A raw fleece as someone wants it taken in.</summary>
/// <param name="Raw">Its weight.</param>
/// <param name="Parentage">What it is said to be.</param>
/// <param name="Fibre">What the fibre is.</param>
/// <param name="ShornOn">When it was shorn, null when not known.</param>
/// <param name="TakenInOn">The day it is taken in.</param>
/// <param name="Price">What it cost in the workshop's currency, null when not known.</param>
public sealed record TakeInCommand(Mass Raw, Parentage Parentage, Fibre Fibre, DateOnly? ShornOn, DateOnly TakenInOn, decimal? Price);

/// <summary>The rules at the door.</summary>
public static class TakeInRules
{
    /// <summary>The heaviest single fleece that is believed: 30 kg, well above the heaviest full-wool ram's.</summary>
    public static readonly Mass HeaviestFleece = Mass.From(30, MassUnit.Kilogram);

    /// <summary>Checks a fleece at the door.</summary>
    /// <param name="command">The fleece.</param>
    /// <returns>The command unchanged, or <c>empty-lot</c>, <c>too-heavy</c>, <c>in-the-future</c>, <c>out-of-range</c>.</returns>
    public static Result<TakeInCommand> Check(TakeInCommand command) => new Guard()
        .Need(command.Raw > Mass.Zero, "mass", "empty-lot", "is nothing: weigh the fleece, or write what the seller wrote")
        .Need(command.Raw <= HeaviestFleece, "mass", "too-heavy", FormattableString.Invariant($"is {command.Raw.In(MassUnit.Kilogram):0.#} kg, and one fleece is at most 30 kg. Was the unit meant, or is it several fleeces?"))
        .Need(command.ShornOn is not { } shorn || shorn <= command.TakenInOn, "shornOn", "in-the-future", "is after the day it came in")
        .Need(command.ShornOn is not { } day || day >= WorkTime.Earliest, "shornOn", "out-of-range", FormattableString.Invariant($"is before {WorkTime.Earliest.Year}"))
        .Need(command.Price is not { } price || price is >= 0 and <= 1_000_000, "price", "out-of-range", "must be between 0 and 1 000 000")
        .Then<TakeInCommand>(() => command);
}
