using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Photographs;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Photographs;

/// <summary>Finds the main colours of a picture and the own lots that stand for them.</summary>
internal static class ColourDesk
{
    /// <summary>A workshop has fewer coloured lots on its shelves; of more than these the newest are looked at.</summary>
    private const int MostLots = 600;

    /// <summary>What can be laid together at a station, by the colours that are noted.</summary>
    public static async Task<Result<PictureColours>> Of(
        byte[] small,
        int most,
        StepKind step,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        var found = MainColours.Of(Pictures.Dots(small), most);
        if (found.IsRefused)
        {
            return Result<PictureColours>.Refused(found.Refusals);
        }

        var forms = AllStations.Find(step)?.Takes.ToArray() ?? [];
        var lots = await db
            .Lots.AsNoTracking()
            .Where(l => l.UsedUpAt == null && l.VoidedAt == null && forms.Contains(l.Form) && l.Colour != "")
            .OrderByDescending(l => l.ChangedAt)
            .ThenBy(l => l.Id)
            .Take(MostLots)
            .Select(l => new
            {
                l.Id,
                l.Code,
                l.Form,
                l.Colour,
            })
            .ToListAsync(cancellationToken);
        var own = lots.Select(l => (Of: new MatchedLot(l.Id, l.Code, l.Form, l.Colour, Shade.Of(l.Colour).Hex), Colour: Shade.Of(l.Colour)))
            .ToArray();
        var matches = ColourMatches.Of(found.Value, own);
        var lacking = matches.Where(m => m.IsLacking).Sum(m => m.Of.Share);
        return new PictureColours(
            [
                .. matches.Select(m => new PictureColourView(
                    m.Of.Colour.Hex,
                    Math.Round(m.Of.Share * 100, 1),
                    m.Nearest,
                    m.IsLacking,
                    Words(m)
                )),
            ],
            [.. ColourMatches.Recipe(matches).Select(r => new RecipeShare(r.Of.Id, r.Of.Code, r.Percent))],
            ColourMatches.Repeat([.. found.Value.Select(c => c.Share)]),
            $"{(matches.Count == 1 ? "One main colour" : $"{matches.Count} main colours")}. "
                + (
                    own.Length == 0 ? "No lot that could stand for one has its colour noted."
                    : lacking == 0 ? "There is a lot for each of them."
                    : FormattableString.Invariant($"For {lacking * 100:0} % of the picture no lot of yours comes near.")
                )
        );
    }

    private static string Words(ColourMatch<MatchedLot> match) =>
        match switch
        {
            { Nearest: null } => "lacking",
            { IsLacking: true, Nearest: { } lot } => $"lacking: {lot.Code}, {lot.Colour}, is nearest, and another colour",
            { Unlike: < MainColours.Alike, Nearest: { } lot } => $"{lot.Code}, {lot.Colour}",
            { Nearest: { } lot } => $"{lot.Code}, {lot.Colour}, comes near",
        };
}
