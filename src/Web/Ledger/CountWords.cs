namespace EarthyTuft.Web.Ledger;

/// <summary>What was counted goes into the notes in words, so that the entry, its export and its history all tell it.</summary>
internal static class CountWords
{
    public static string With(StepRequest request) => string.Join("; ", new[]
    {
        request.Notes?.Trim(),
        request.Plucked is > 0 and var plucked ? (plucked == 1 ? "1 hair or bit plucked out" : $"{plucked} hairs and bits plucked out") : null,
        request is { HairsCounted: { } hairs, PinchGrams: { } pinch } ? FormattableString.Invariant($"{hairs} hairs in {pinch:0.##} g, {hairs / pinch:0.#} in a gram") : null,
    }.Where(w => !string.IsNullOrEmpty(w)));
}
