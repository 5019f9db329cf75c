using System.Globalization;
using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using Microsoft.AspNetCore.Http.HttpResults;

namespace EarthyTuft.Web.Dividing;

/// <summary>Strips in order for each ply, and a rehearsal of their colours. It changes nothing.</summary>
public static class DividingEndpoints
{
    private const int MostTimes = 100,
        MostStitches = 80,
        PatchRows = 120,
        MostPatchRows = 1200,
        Samples = 240;
    private const double LeastTex = 5,
        MostTex = 20_000,
        LeastSupply = 0.05,
        MostSupply = 200,
        LeastPiece = 20,
        MostPiece = 500,
        LeastStitch = 2,
        MostStitch = 100,
        MostTakeUp = 60,
        AlikeSupply = 1.25;

    public static void MapDividing(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/dividing").WithTags("dividing").ForMembers();
        group
            .MapPost("/rehearse", Rehearse)
            .Named("rehearse", "Strips for each ply, and what they look like as yarn and as knitting.")
            .Changes(MemberRole.Looker);
        group
            .MapPost("/dyed", Dyed)
            .Named("layDyedTop", "A top dyed along its length as strips to rehearse: straight, split, turned or folded.")
            .Changes(MemberRole.Looker);
        group
            .MapPost("/sizes", Sizes)
            .Named("sizeStrips", "Equal strips of a batt or a top: how many, how wide, how heavy and how long.")
            .Changes(MemberRole.Looker);
    }

    private static Results<Ok<DyedTopView>, ProblemHttpResult> Dyed(DyedTopRequest request, RequestContext context)
    {
        var guard = new Guard(StripFields.Subjects)
            .Within(request.GramsPerMetre, LeastSupply, MostSupply, "gramsPerMetre")
            .Need(request.Plies is >= 1 and <= StripOrder.MostPlies, "plies", "too-many", $"must be one to {StripOrder.MostPlies}");
        var along = DyedTop.Read(request.Along, "along");
        if (!guard.Passed || along.IsRefused)
        {
            return Problems.Refused([.. guard.Refusals, .. along.Refusals]);
        }

        var laid = DyedTop.Lay(along.Value, request.GramsPerMetre, request.As, request.Parts, request.Plies);
        if (laid.IsRefused)
        {
            return Problems.Refused(laid.Refusals);
        }

        var metres = along.Value.Sum(s => s.Metres);
        var grams = Mass.FromGrams(metres * request.GramsPerMetre).Write(context.Workshop.Unit);
        return TypedResults.Ok(
            new DyedTopView(
                string.Join(' ', laid.Value.Select(s => s.Name)),
                [.. laid.Value.Select(s => FormattableString.Invariant($"{s.Grams:0.###} g"))],
                request.As == DyedTopAs.Folded ? HeldAs.Fold : HeldAs.Straight,
                $"{grams} of top, {Figures.Metres(metres, context.Workshop.LengthUnit)} long, in {laid.Value.Count} stretches of each ply."
            )
        );
    }

    private static Results<Ok<StripSizesView>, ProblemHttpResult> Sizes(StripSizesRequest request, RequestContext context)
    {
        var unit = context.Workshop.Unit;
        var sizes = Core
            .Runs.RunRules.Weight(request.Mass, unit, "mass")
            .Then(mass =>
                StripSizes.Of(new StripWish(mass.Grams, request.Width, request.Length, request.Strip, request.As, request.GramsPerMetre))
            );
        if (sizes.IsRefused)
        {
            return Problems.Refused(sizes.Refusals);
        }

        var s = sizes.Value;
        var each = Mass.FromGrams(s.Grams).ToFigure(unit, Provenance.Reckoned);
        return TypedResults.Ok(
            new StripSizesView(
                s.Count,
                each,
                Math.Round(s.WidthMillimetres, 1),
                Math.Round(s.Metres, 2),
                Math.Round(s.GramsPerMetre, 2),
                Words(s, request, each.Text, context.Workshop)
            )
        );
    }

    private static string Words(StripSizes s, StripSizesRequest request, string each, WorkshopSettings workshop)
    {
        var (unit, lengths) = (workshop.Unit, workshop.LengthUnit);
        var what = request.As switch
        {
            TornAs.ZStrip => string.Create(
                CultureInfo.InvariantCulture,
                $"One strip of {each}, {Figures.Metres(s.Metres, lengths)} long: tear from alternate sides, "
                    + $"{Figures.Length(s.WidthMillimetres, lengths)} wide, stop short of each "
                    + $"edge and ease the corners. Store it safe from children and pets."
            ),
            TornAs.Pencil => string.Create(
                CultureInfo.InvariantCulture,
                $"{s.Count} {(s.Count == 1 ? "pencil" : "pencils")} of {each}: tear {Figures.Length(s.WidthMillimetres, lengths)} wide and draw each out "
                    + $"{s.Draft:0.#} times, to {Figures.Metres(s.Metres, lengths)}."
            ),
            _ => string.Create(
                CultureInfo.InvariantCulture,
                $"{s.Count} equal {(s.Count == 1 ? "strip" : "strips")} of {each}, {Figures.Length(s.WidthMillimetres, lengths)} wide and "
                    + $"{Figures.Metres(s.Metres, lengths)} long: {Figures.Supply(Math.Round(s.GramsPerMetre, 1), lengths)}."
            ),
        };
        if (s.LeftOverGrams <= 0 || s.Count <= 1)
        {
            return what;
        }

        var whole =
            $"{s.WholeCount} of {Mass.FromGrams(s.WholeGrams).Write(unit)} and a remainder of {Mass.FromGrams(s.LeftOverGrams).Write(unit)}";
        return $"{what} Or torn just {Figures.Length(request.Strip, lengths)} wide: {whole}; lay such a light one last in its ply, where nothing "
            + "has to match it.";
    }

    private static async Task<Results<Ok<RehearsalView>, ProblemHttpResult>> Rehearse(
        RehearseRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var named = request.Colours.Select(c => c.LotId).OfType<Guid>().Distinct().ToArray();
        if (await db.LotsThere(named, cancellationToken) is not { } lots)
        {
            return Problems.Refused("colours", "not-here", "It names a lot that is not here.");
        }

        var read = Read(request, lots, await db.FreeOf(lots, cancellationToken), context.Workshop.Unit);
        return read.IsRefused ? Problems.Refused(read.Refusals) : TypedResults.Ok(View(read.Value, request, lots, context.Workshop));
    }

    internal sealed record Arranged(
        IReadOnlyList<StripColour> Colours,
        IReadOnlyList<IReadOnlyList<Strip>> Strips,
        RehearsalWish Wish,
        int Times
    );

    /// <param name="free">What running work leaves free of each lot: as often as that lasts a repeat is gone through.</param>
    internal static Result<Arranged> Read(
        RehearseRequest request,
        IReadOnlyList<LotRow> of,
        IReadOnlyDictionary<Guid, double?> free,
        MassUnit unit
    )
    {
        var lots = of.ToDictionary(l => l.Id);
        var guard = new Guard(StripFields.Subjects)
            .Need(
                request.Colours.Count is > 0 and <= StripOrder.MostColours,
                "colours",
                "too-many",
                $"must be one to {StripOrder.MostColours}"
            )
            .Need(
                request.Colours.Select(c => c.Name?.Trim()).Distinct().Count() == request.Colours.Count,
                "colours",
                "twice",
                "have a name twice"
            )
            .Need(request.Plies.Count is > 0 and <= StripOrder.MostPlies, "plies", "too-many", $"must be one to {StripOrder.MostPlies}")
            .Need(
                request.Times is null or (>= 1 and <= MostTimes),
                "times",
                "out-of-range",
                $"must be a whole number from 1 to {MostTimes}"
            )
            .Need(
                request.Stitches is >= 4 and <= MostStitches,
                "stitches",
                "out-of-range",
                $"must be a whole number from 4 to {MostStitches}"
            )
            .Within(request.SinglesTex, LeastTex, MostTex, "singlesTex")
            .Within(request.MillimetresPerStitch, LeastStitch, MostStitch, "millimetresPerStitch")
            .Need(
                request.Plied != YarnStructure.Cable || request.Plies.Count == YarnStructures.StrandsOfCable,
                "plied",
                "wrong-plies",
                "is a cable of two two-plies: it needs four plies"
            )
            .Need(
                request.Plied != YarnStructure.Chain || request.Plies.Count == 1,
                "plied",
                "wrong-plies",
                "is a chain: it is made of one ply"
            );
        if (request.TakeUpPercent is { } takeUp)
        {
            guard.Within(takeUp, 0, MostTakeUp, "takeUpPercent");
        }

        if (request.SupplyGramsPerMetre is { } supply)
        {
            guard.Within(supply, LeastSupply, MostSupply, "supplyGramsPerMetre");
        }

        if (request.PieceMillimetres is { } piece)
        {
            guard.Within(piece, LeastPiece, MostPiece, "pieceMillimetres");
        }

        guard.Within(request.HandMillimetres, FoldPiece.LeastHand, FoldPiece.MostHand, "handMillimetres");

        var colours = new List<StripColour>();
        for (var i = 0; i < request.Colours.Count; i++)
        {
            var (name, lotId, typed) = request.Colours[i];
            var shade =
                string.IsNullOrWhiteSpace(typed) && lotId is { } id
                    ? Shade.Of(lots[id].Colour)
                    : Taken(Shade.Read(typed, $"colours[{i}].colour"), guard);
            guard.Need(!string.IsNullOrWhiteSpace(name), $"colours[{i}].name", "missing", "is missing: call it a, or b");
            colours.Add(new StripColour(name?.Trim() ?? "", shade));
        }

        string[] names = [.. colours.Select(c => c.Name)];
        var repeat = Taken(StripOrder.Read(request.Repeat, names, "repeat"), guard) ?? [];
        guard.Need(
            repeat.Count * (request.Times ?? 1) <= StripOrder.MostStrips,
            "times",
            "too-many",
            $"makes more than {StripOrder.MostStrips} strips of a ply"
        );
        var grams = Weight(request.Strip, unit, "strip", guard);
        PlyWish[] plies =
        [
            .. request.Plies.Select(
                (p, i) =>
                    new PlyWish(
                        p.Order,
                        p.By,
                        p.Order == PlyOrder.Own ? Taken(StripOrder.Read(p.Own, names, $"plies[{i}].own"), guard) ?? [] : [],
                        p.Order == PlyOrder.Plain ? Taken(Shade.Read(p.Plain, $"plies[{i}].plain"), guard) : null,
                        [
                            .. (p.Masses ?? []).Select(
                                (m, s) => string.IsNullOrWhiteSpace(m) ? grams : Weight(m, unit, $"plies[{i}].masses[{s}]", guard)
                            ),
                        ]
                    )
            ),
        ];
        var (wide, high) = Rehearsal.StitchOf(request.MillimetresPerStitch);
        return guard.Then<Arranged>(() =>
        {
            IReadOnlyList<IReadOnlyList<Strip>> Strips(int times) =>
                StripOrder.Of(StripOrder.First(repeat, times, request.Mirrored), colours, plies, grams);
            var there = colours
                .Zip(request.Colours)
                .Where(c => c.Second.LotId is { } id && free.GetValueOrDefault(id) is not null)
                // What one lot gives to several colours is shared among them.
                .ToDictionary(
                    c => c.First.Name,
                    c => free[c.Second.LotId!.Value]!.Value / request.Colours.Count(o => o.LotId == c.Second.LotId)
                );
            var times = request.Times ?? StripOrder.Times(Strips(1), there, MostTimes);
            var wish = new RehearsalWish(
                request.SinglesTex,
                SupplyOf(request, lots),
                request.Held,
                request.Plied,
                request.Stitches,
                PatchRows,
                request.MillimetresPerStitch,
                wide,
                high,
                request.TakeUpPercent
                    ?? (plies.Length == 1 && request.Plied == YarnStructure.Plain ? 0 : YarnStructures.TypicalTakeUpPercent)
            );
            // A whole repeat is in sight, however long it is.
            var once = new Rehearsal(Strips(1), wish);
            var rows = (int)Math.Ceiling(once.RowsOf(once.YarnMetres));
            return new Arranged(colours, Strips(times), wish with { Rows = Math.Clamp(rows, PatchRows, MostPatchRows) }, times);
        });
    }

    // As it was told; else as the lots of the colours were weighed, where all that were are alike.
    private static double? SupplyOf(RehearseRequest request, Dictionary<Guid, LotRow> lots)
    {
        double[] known = [.. lots.Values.Select(l => l.SupplyGramsPerMetre).OfType<double>()];
        return request.SupplyGramsPerMetre ?? (known.Length > 0 && known.Max() <= known.Min() * AlikeSupply ? known.Average() : null);
    }

    private static double Weight(string? typed, MassUnit unit, string field, Guard guard) =>
        Taken(Core.Runs.RunRules.Weight(typed, unit, field), guard).Grams;

    private static T? Taken<T>(Result<T> read, Guard guard)
    {
        foreach (var refusal in read.Refusals)
        {
            guard.Add(refusal);
        }

        return read.IsRefused ? default : read.Value;
    }

    private static RehearsalView View(Arranged arranged, RehearseRequest request, IReadOnlyList<LotRow> lots, WorkshopSettings workshop)
    {
        var unit = workshop.Unit;
        var rehearsal = new Rehearsal(arranged.Strips, arranged.Wish);
        MassFigure Figure(double grams) => Mass.FromGrams(grams).ToFigure(unit, Provenance.Reckoned);
        var look = Look(rehearsal, request.Plied, workshop.LengthUnit);
        var fold = Fold(request, rehearsal, lots, workshop.LengthUnit);
        return new RehearsalView(
            [
                .. arranged
                    .Colours.Zip(request.Colours)
                    .Select(c => Need(c.First, lots.FirstOrDefault(l => l.Id == c.Second.LotId), arranged.Strips, unit)),
            ],
            [
                .. arranged.Strips.Select(
                    (ply, p) =>
                        new PlyView(
                            [
                                .. ply.Select(s => new StripView(
                                    s.Name,
                                    s.Colour.Hex,
                                    Figure(s.Grams),
                                    Math.Round(rehearsal.MetresOf(s), 1),
                                    Figures.Metres(rehearsal.MetresOf(s), workshop.LengthUnit),
                                    arranged.Wish.SupplyGramsPerMetre is { } supply ? Math.Round(s.Grams / supply, 2) : null
                                )),
                            ],
                            Figure(ply.Sum(s => s.Grams)),
                            Math.Round(rehearsal.Metres[p], 1),
                            look.Singles[p],
                            p == 0 ? "" : Drift(rehearsal, p, workshop.LengthUnit)
                        )
                ),
            ],
            look.YarnMetres,
            look.YarnLength,
            fold,
            look.Yarn,
            look.InHand,
            look.AcrossRoom,
            arranged.Times,
            Math.Round(arranged.Wish.TakeUpPercent, 1),
            [.. Sentences(arranged, request, rehearsal, fold, workshop.LengthUnit)]
        );
    }

    /// <summary>What a rehearsal looks like, at even steps of its yarn.</summary>
    internal static RehearsedLook Look(Rehearsal rehearsal, YarnStructure plied, LengthUnit lengths)
    {
        var yarn = rehearsal.YarnMetres;
        double At(int i) => (i + 0.5) / Samples * yarn;
        var metresOfPly = plied.TimesOfEachStrand();
        return new RehearsedLook(
            [
                .. rehearsal.Metres.Select(
                    (_, p) => (IReadOnlyList<string>)[.. Enumerable.Range(0, Samples).Select(i => rehearsal.At(p, At(i) * metresOfPly).Hex)]
                ),
            ],
            [.. Enumerable.Range(0, Samples).Select(i => (IReadOnlyList<string>)[.. rehearsal.Strands(At(i)).Select(s => s.Hex)])],
            Math.Round(yarn, 1),
            Figures.Metres(yarn, lengths),
            Patch(rehearsal, Rehearsal.InHand),
            Patch(rehearsal, Rehearsal.AcrossARoom)
        );
    }

    private static PatchView Patch(Rehearsal rehearsal, (double Light, double Hue) eye)
    {
        var rows = rehearsal.Patch(eye);
        var each = Math.Max(1, (int)Math.Ceiling(rows.Count / (double)PatchRows));
        return new PatchView(
            [.. rows.Where((_, i) => i % each == 0).Select(row => (IReadOnlyList<string>)[.. row.Select(c => c.Hex)])],
            (int)rehearsal.RowsOf(rehearsal.YarnMetres),
            each
        );
    }

    private static ColourNeed Need(StripColour colour, LotRow? lot, IReadOnlyList<IReadOnlyList<Strip>> plies, MassUnit unit)
    {
        Strip[] all = [.. plies.SelectMany(p => p).Where(s => s.Name == colour.Name)];
        var needs = all.Sum(s => s.Grams);
        var lacking = needs - lot?.LeftGrams;
        return new ColourNeed(
            colour.Name,
            colour.Colour.Hex,
            all.Length,
            Mass.FromGrams(needs).ToFigure(unit, Provenance.Reckoned),
            lot?.Code,
            Figures.ToFigure(lot?.LeftGrams, null, unit, Provenance.Measured),
            lacking > Core.Runs.Portions.Rounding ? $"{Mass.FromGrams(lacking.Value).Write(unit)} of {lot!.Code} are lacking." : ""
        );
    }

    private static string Drift(Rehearsal rehearsal, int ply, LengthUnit lengths) =>
        rehearsal.Drift(ply) is { } drift
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"At the end of strip {drift.Strip + 1} ply {ply + 1} is {Figures.Metres(Math.Abs(drift.Metres), lengths)} of singles "
                    + $"{(drift.Metres > 0 ? "behind" : "ahead of")} the first: break off the longer one there, or even out the strips."
            )
            : "";

    private static IEnumerable<string> Sentences(
        Arranged arranged,
        RehearseRequest request,
        Rehearsal rehearsal,
        FoldView? fold,
        LengthUnit lengths
    )
    {
        var first = arranged.Strips[0];
        var stripe = rehearsal.StripeMetres(first[0]);
        yield return string.Create(
            CultureInfo.InvariantCulture,
            $"The yarn is {Figures.Grist(rehearsal.YarnTex, lengths)}"
                + $"{(arranged.Wish.TakeUpPercent > 0 ? $"; plying takes up {arranged.Wish.TakeUpPercent:0.#} %" : "")}. The repeat is gone through "
                + $"{(arranged.Times == 1 ? "once" : $"{arranged.Times} times")}{(request.Times is null ? ": as often as what lies there gives" : "")}."
        );
        yield return FormattableString.Invariant(
            $"Each strip is seen for {Figures.Metres(stripe, lengths)} of yarn: {rehearsal.RowsOf(stripe):0.#} rows or rounds of {request.Stitches} stitches."
        );
        if (Words(rehearsal.Pattern()) is { Length: > 0 } pattern)
        {
            yield return pattern;
        }

        yield return string.Create(
            CultureInfo.InvariantCulture,
            $"Joins to expect: about {Figures.PerTen(rehearsal.JoinsInTenMetres(fold?.Millimetres), lengths)} of "
                + $"singles{(fold is null ? "" : $", in pieces of {fold.Length}")}."
        );
        if (fold is not null)
        {
            yield return fold.Words;
        }

        if (arranged.Wish.SupplyGramsPerMetre is { } measured)
        {
            yield return FormattableString.Invariant(
                $"Draw the strip out {Draft.Reckon(new DraftInput(measured, request.SinglesTex)).Value.Draft:0.#} times its length."
            );
        }
    }

    // A piece that was typed stands; where it is spun from the fold and nothing was typed, staple and hand propose one.
    private static FoldView? Fold(RehearseRequest request, Rehearsal rehearsal, IReadOnlyList<LotRow> lots, LengthUnit unit)
    {
        if (request.PieceMillimetres is null && request.Held != HeldAs.Fold)
        {
            return null;
        }

        var longest = lots.Where(l => l.StapleMillimetres is not null).MaxBy(l => l.StapleMillimetres);
        var proposed = FoldPiece.Of(longest?.StapleMillimetres, request.HandMillimetres).Value;
        var length = request.PieceMillimetres ?? proposed.Millimetres;
        var why =
            request.PieceMillimetres is not null ? ""
            : proposed.From == FoldPieceFrom.Staple ? $", the staple of {longest!.Code}"
            : longest is null ? ", as your hand holds it: nobody measured a staple"
            : $", as your hand holds it: the staple of {longest.Code} is shorter";
        var pieces = rehearsal.PiecesOf(length);
        var count = pieces is { } n
            ? $"{n} {(n == 1 ? "piece" : "pieces")} for the fold of {Figures.Length(length, unit)}{why}."
            : $"Pieces for the fold of {Figures.Length(length, unit)}{why}. Weigh a measured length of the strip to know how many.";
        return new FoldView(length, Figures.Length(length, unit), pieces, count);
    }

    private static string Words(RehearsedPattern pattern) =>
        pattern switch
        {
            RehearsedPattern.Chain => "A chain keeps the stripe of its one strand, three times as short.",
            RehearsedPattern.Stripes =>
                "All plies change together: clear stripes. What must match between the plies is the weight of the strips that meet, and how "
                    + "thin they are spun.",
            RehearsedPattern.Softened => "A plain ply runs through all of it and softens the stripes.",
            RehearsedPattern.Marl =>
                "The plies change at other places: they marl, and stripes show only where they meet. Only the whole weight of each must "
                    + "match, so that they end together.",
            _ => "",
        };
}
