using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;

namespace EarthyTuft.Web.Yarns;

/// <summary>What was measured of a yarn. Everything may be left out.</summary>
/// <param name="Wraps">In an inch, as typed: "14" or "13-14".</param>
/// <param name="Degrees">Of the plies, or of the fibre in singles.</param>
/// <param name="Length">As typed: "166", "180 yd" or "84 rounds".</param>
/// <param name="RoundMillimetres">Of the winder, where rounds are typed.</param>
/// <param name="Plies">Strands that lie side by side.</param>
/// <param name="Direction">Of the last twist.</param>
/// <param name="FinishedBy">Of finished yarn: how.</param>
/// <param name="Hangs">Of finished yarn: how a skein of it hangs.</param>
/// <param name="AsTyped">It is so, however unlikely: it is not asked about.</param>
public sealed record YarnRequest(
    [property: StringLength(120)] string? Wraps = null,
    double? Degrees = null,
    [property: StringLength(40)] string? Length = null,
    double? RoundMillimetres = null,
    int? Plies = null,
    YarnStructure? Structure = null,
    TwistDirection? Direction = null,
    FinishedBy? FinishedBy = null,
    SkeinHangs? Hangs = null,
    bool AsTyped = false
)
{
    internal TypedYarn ToTyped() => new(Wraps, Degrees, Length, RoundMillimetres, Plies, Structure, Direction, FinishedBy, Hangs);

    internal StoredTypedYarn ToStored() => new(Wraps, Degrees, Length, RoundMillimetres, Plies, Structure, Direction, FinishedBy, Hangs);

    // What is stored was asked about before.
    internal static YarnRequest? Of(StoredTypedYarn? s) =>
        s is null
            ? null
            : new(
                s.Wraps,
                s.Degrees,
                s.Length,
                s.RoundMillimetres,
                s.Strands,
                s.Structure,
                s.Direction,
                s.Finished,
                s.Hangs,
                AsTyped: true
            );
}

/// <summary>What is measured of a yarn with the entry that makes it.</summary>
internal static class YarnNotes
{
    /// <summary>Stages what was measured of what an entry made.</summary>
    internal static void Stage(EarthyTuftDb db, LotRow lot, YarnRequest? yarn, DateTimeOffset at, string who)
    {
        if (yarn?.ToTyped().Read(lot.Form) is { IsRefused: false, Value: { IsEmpty: false } measured })
        {
            db.YarnReadings.Add(
                new YarnReadingRow
                {
                    LotId = lot.Id,
                    At = at.ToStored(),
                    Who = who,
                    Measured = StoredYarn.Of(measured).Write(),
                }
            );
        }
    }

    /// <summary>Asks about what was measured of what an entry makes, where it hardly can be by the lots it is made of.</summary>
    internal static async Task<Refusal?> Unlikely(
        EarthyTuftDb db,
        IReadOnlyList<(YarnRequest? Yarn, LotForm Form, double? Grams)> made,
        IReadOnlyCollection<Guid> from,
        CancellationToken cancellationToken
    )
    {
        if (!made.Any(m => m.Yarn is { AsTyped: false, Length.Length: > 0 } or { AsTyped: false, Wraps.Length: > 0 }))
        {
            return null;
        }

        var measures = await db.MeasuresOf(from, cancellationToken);
        YarnMeasures[] known = [.. from.Select(id => measures.GetValueOrDefault(id, YarnMeasures.Nothing))];
        return made.Index()
            .Where(m => m.Item.Yarn is { AsTyped: false })
            .Select(m =>
                m.Item.Yarn!.ToTyped().Read(m.Item.Form) is { IsRefused: false, Value: var yarn }
                && YarnOfLots.Unlikely(yarn, m.Item.Form, m.Item.Grams, known) is { } question
                    ? question with
                    {
                        Field = $"to[{m.Index}].yarn.{question.Field}",
                    }
                    : null
            )
            .FirstOrDefault(question => question is not null);
    }

    /// <summary>What is wrong with what was measured of what an entry makes.</summary>
    internal static IEnumerable<Refusal> Check(YarnRequest? yarn, LotForm form, string field) =>
        yarn is null || yarn == new YarnRequest()
            ? []
            : yarn.ToTyped().Read(form).Refusals.Select(r => r with { Field = r.Field == "yarn" ? field : $"{field}.{r.Field}" });
}
