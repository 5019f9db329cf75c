using EarthyTuft.Core.Stations;

namespace EarthyTuft.Web.Ledger;

/// <summary>What was counted goes into the notes in words, so that the entry, its export and its history all tell it.</summary>
internal static class CountWords
{
    public static string With(StepRequest request)
    {
        double? Of(Measure measure) => request.Measures is { } noted && noted.TryGetValue(measure.Key, out var value) ? value : null;
        return string.Join(
            "; ",
            new[]
            {
                request.Notes?.Trim(),
                Of(Measure.Plucked) is { } plucked
                    ? (plucked == 1 ? "1 hair or bit plucked out" : FormattableString.Invariant($"{plucked:0} hairs and bits plucked out"))
                    : null,
                (Of(Measure.Hairs), Of(Measure.Pinch)) is ({ } hairs, { } pinch)
                    ? FormattableString.Invariant($"{hairs:0} hairs in {pinch:0.##} g, {hairs / pinch:0.#} in a gram")
                    : null,
            }.Where(w => !string.IsNullOrEmpty(w))
        );
    }
}
