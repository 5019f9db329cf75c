using System.Globalization;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using static System.FormattableString;

namespace EarthyTuft.Web.Spinning;

/// <summary>Puts what is known of a lot of yarn into figures and words.</summary>
internal static class YarnPages
{
    private const string Section = "docs/craft.md, section 15";

    public static YarnPage Of(
        LotRow lot,
        YarnMeasures measured,
        YarnMeasures? before,
        SpinPlan? plan,
        IReadOnlyList<YarnReadingRow> readings,
        IReadOnlyList<(LotRow Lot, YarnMeasures Measured)> beside,
        OwnYarn own,
        string? spunFrom,
        IReadOnlyList<MadeSkein> made,
        NumberFigure? costPer100Grams,
        IReadOnlyList<UsualYarn> things,
        RequestContext context
    )
    {
        var (usual, usualFrom) = UsualDensity(lot, measured, own);
        var facts = YarnFacts.Of(measured, lot.MadeGrams, usual);
        var degrees = measured.Degrees ?? before?.Degrees;
        return new YarnPage(
            Shape(measured, degrees),
            before is null ? null : Shape(before, before.Degrees),
            plan is null || lot.Form == LotForm.Singles
                ? null
                : new YarnShape(
                    plan.Wish.WrapsPerInch,
                    Math.Round(Wraps.Diameter(plan.Wish.WrapsPerInch), 3),
                    plan.Wish.Strands,
                    plan.Wish.Degrees
                ),
            measured.WrapsPerInch is { } wraps ? AimWords.Class(wraps) : "",
            [.. Known(lot, measured, facts, usual, usualFrom, context), .. Cost(facts, costPer100Grams, context)],
            [
                .. Sentences(lot, measured, before, plan, facts, context.Workshop.LengthUnit),
                .. Suffices(lot, measured, facts, things, context.Workshop.LengthUnit),
            ],
            [
                .. readings.Select(r => new YarnReadingView(
                    r.Id,
                    r.At,
                    r.Who,
                    Words(r.Measures, context.Workshop.LengthUnit),
                    r.WithdrawnAt is null ? null : r.WithdrawnBy ?? ""
                )),
            ],
            [.. beside.Select(b => Beside(b.Lot, b.Measured, lot, facts, usual, context)).OfType<YarnBeside>()],
            facts.Tex is { } tex ? Math.Round(tex, 1) : null,
            lot.Form == LotForm.Yarn,
            spunFrom,
            lot.Form == LotForm.Singles && facts.Tex is { } grist
                ? [.. Becomes(grist, plan?.Wish.Degrees ?? YarnWish.UsualDegrees, own, made)]
                : []
        );
    }

    private static IEnumerable<BecomesView> Becomes(double tex, double degrees, OwnYarn own, IReadOnlyList<MadeSkein> made) =>
        YarnBecomes.All(tex, own.Figures).Select(b => BecomesViews.Of(b, degrees, made, own.Figures.BloomPercent));

    private static (double Density, int Yarns) UsualDensity(LotRow lot, YarnMeasures measured, OwnYarn own) =>
        (
            own.Figures.Density(lot.Form, measured.Strands ?? YarnAim.TwoStrands),
            lot.Form == LotForm.Singles ? own.Counts.Singles : own.Counts.Density
        );

    private static YarnShape? Shape(YarnMeasures of, double? degrees) =>
        of.WrapsPerInch is { } wraps
            ? new YarnShape(Math.Round(wraps, 1), Math.Round(Wraps.Diameter(wraps), 3), of.Strands ?? 1, degrees, of.Direction)
            : null;

    private static IEnumerable<YarnFigure> Known(
        LotRow lot,
        YarnMeasures m,
        YarnFacts facts,
        double usual,
        int usualFrom,
        RequestContext context
    )
    {
        var lengths = context.Workshop.LengthUnit;
        if (m.WrapsPerInch is { } wraps)
        {
            yield return new YarnFigure("wraps", Invariant($"{wraps:0.#} WPI ± {m.WrapsDoubt:0.#}"), Provenance.Measured);
            if (m.Reading is { } reading && Unevenness.Of([reading]) is { } uneven)
            {
                yield return new YarnFigure(
                    "unevenness",
                    Invariant($"{uneven.Fraction * 100:0.#} %"),
                    Provenance.Reckoned,
                    new Working(
                        "standard deviation of the wraps / their mean",
                        [new("places", Invariant($"{uneven.Places}")), new("standard deviation", Invariant($"{reading.Spread:0.##} WPI"))],
                        Section
                    )
                );
            }
        }

        if (facts.Metres is { } metres)
        {
            var length =
                lengths == LengthUnit.Inch
                    ? $"{Figures.Metres(metres, lengths)} ({Figures.Metres(metres, LengthUnit.Millimetre)})"
                    : $"{Figures.Metres(metres, lengths)} ({Figures.Metres(metres, LengthUnit.Inch)})";
            yield return m.Metres is not null
                ? new YarnFigure("length", length, Provenance.Measured)
                : new YarnFigure("length", "about " + length, Provenance.Guessed, Guess(usual, usualFrom));
        }

        if (facts.Tex is { } tex)
        {
            var grist = LinearDensity.FromTex(tex);
            var text = string.Join(
                " · ",
                new[]
                {
                    LinearDensityUnit.Tex,
                    LinearDensityUnit.MetresPer100Grams,
                    LinearDensityUnit.YardsPerPound,
                    LinearDensityUnit.MetricCount,
                }.Select(grist.Write)
            );
            yield return facts.IsGuessed
                ? new YarnFigure("grist", "about " + text, Provenance.Guessed, Guess(usual, usualFrom))
                : new YarnFigure(
                    "grist",
                    text,
                    Provenance.Reckoned,
                    new Working(
                        "weight / length",
                        [
                            new("weight", Mass.FromGrams(lot.MadeGrams!.Value).Write(context.Workshop.Unit)),
                            new("length", Figures.Metres(m.Metres!.Value, lengths)),
                        ],
                        Section
                    )
                );
        }

        if (m.Degrees is { } degrees)
        {
            yield return new YarnFigure("angle", Invariant($"{degrees:0.#}°"), Provenance.Measured);
            if (m.WrapsPerInch is { } thick)
            {
                yield return new YarnFigure(
                    "twist",
                    Twist.From(Twisting.TurnsFor(Wraps.Diameter(thick), degrees), TwistUnit.PerMetre).Write(Twist.Beside(lengths)),
                    Provenance.Reckoned,
                    new Working(
                        "tan(angle) / (pi × thickness)",
                        [new("angle", Invariant($"{degrees:0.#}°")), new("thickness", Invariant($"{Wraps.Diameter(thick):0.00} mm"))],
                        Section
                    )
                );
            }
        }

        if (facts.Density is { } density)
        {
            yield return new YarnFigure(
                "wrap density",
                Invariant($"{density:0.00} g/cm³"),
                Provenance.Reckoned,
                new Working("grist over the round section of its wraps", [new("usual", OfYarns(usual, usualFrom))], Section)
            );
        }
    }

    // What goes to be worn is bought by the length.
    private static IEnumerable<YarnFigure> Cost(YarnFacts facts, NumberFigure? per100Grams, RequestContext context)
    {
        var lengths = context.Workshop.LengthUnit;
        if (facts is { Tex: { } tex, IsGuessed: false } && per100Grams is not null)
        {
            yield return new YarnFigure(
                $"cost of 100 {YarnLength.Sign(lengths)}",
                LotCosts.Money(
                    Math.Round((decimal)(per100Grams.Value * tex / 1000 / new YarnLength(1).In(lengths)), 2),
                    context.Workshop.Currency
                ),
                Provenance.Reckoned,
                new Working(
                    "cost for its weight × grist",
                    [
                        new($"cost of {context.Workshop.AmountName}", per100Grams.Text),
                        new("grist", LinearDensity.FromTex(tex).Write(LinearDensityUnit.Tex)),
                    ],
                    "money follows the mass"
                )
            );
        }
    }

    private static string OfYarns(double density, int yarns) =>
        yarns == 0
            ? Invariant($"{density:0.00} g/cm³, typical")
            : Invariant($"{density:0.00} g/cm³, of {yarns} own {(yarns == 1 ? "yarn" : "yarns")}");

    private static Working Guess(double usual, int yarns) =>
        new("from its wraps, as length or weight was not measured", [new("wrap density", OfYarns(usual, yarns))], Section);

    // The largest are told; who has yarn for a jumper knows about the hat.
    private const int MostFits = 3;

    // Of a finished yarn what is left of it, against what things usually take.
    private static IEnumerable<string> Suffices(
        LotRow lot,
        YarnMeasures measured,
        YarnFacts facts,
        IReadOnlyList<UsualYarn> things,
        LengthUnit lengths
    )
    {
        if (lot.Form != LotForm.Yarn || lot.UsedUpAt is not null || measured.WrapsPerInch is not { } wraps || facts.Metres is not { } all)
        {
            yield break;
        }

        var metres = lot is { LeftGrams: { } left, MadeGrams: > 0 and var made } ? all * Math.Min(1, left / made) : all;
        var about = facts.IsGuessed ? "about " : "";
        var fits = Core.Spinning.Enough.SufficesFor(things, metres, wraps);
        if (fits.Count > 0)
        {
            var most = string.Join(" or ", fits.Take(MostFits).Select(t => t.Thing));
            yield return $"{(facts.IsGuessed ? "About " : "")}{Figures.Metres(metres, lengths)} suffice for {most}.";
        }
        else if (Core.Spinning.Enough.Next(things, metres, wraps) is { } next)
        {
            yield return $"For {next.Of.Thing} {about}{Figures.Metres(next.MissingMetres, lengths)} are missing.";
        }
    }

    private static IEnumerable<string> Sentences(
        LotRow lot,
        YarnMeasures m,
        YarnMeasures? before,
        SpinPlan? plan,
        YarnFacts facts,
        LengthUnit lengths
    )
    {
        if (lot.Form == LotForm.Yarn && before is not null && WashedYarn.Of(before, m) is var washed)
        {
            string[] did =
            [
                .. washed.BloomPercent is { } bloom
                    ?
                    [
                        string.Create(
                            CultureInfo.InvariantCulture,
                            $"{before.WrapsPerInch:0.#} WPI became {m.WrapsPerInch:0.#}: it {(bloom >= 0 ? "bloomed" : "drew together")} by "
                                + $"{Math.Abs(bloom):0} %"
                        ),
                    ]
                    : Array.Empty<string>(),
                .. washed.ShrinkPercent is { } shrink
                    ?
                    [
                        string.Create(
                            CultureInfo.InvariantCulture,
                            $"{Figures.Metres(before.Metres!.Value, lengths)} became {Figures.Metres(m.Metres!.Value, lengths)} "
                                + $"({(shrink >= 0 ? "−" : "+")}{Math.Abs(shrink):0} %)"
                        ),
                    ]
                    : Array.Empty<string>(),
            ];
            if (did.Length > 0)
            {
                yield return $"In the wash {string.Join(", and ", did)}.";
            }
        }

        if (lot.Form == LotForm.Yarn && plan is { Wish: var wish } && m.WrapsPerInch is { } read)
        {
            yield return Matched(wish, m, read);
        }

        if (m.Hangs is { } hangs)
        {
            yield return hangs switch
            {
                SkeinHangs.Open => "It hangs open: balanced.",
                SkeinHangs.Turns => "It turns a little upon itself: some energy is left, as socks want it.",
                _ =>
                    "It twists up like a rope: more ply twist than the singles give back, or less; ply the next one by the angle, or run this "
                        + "one through once more.",
            };
        }

        if (facts.IsGuessed)
        {
            yield return m.Metres is null
                ? "Its length is guessed from wraps and weight: measure it, and the workshop learns what its yarn weighs."
                : "Its grist is guessed from its wraps: weigh it, and it is known.";
        }
    }

    private static string Matched(YarnWish wish, YarnMeasures m, double read)
    {
        var share = wish.Tolerance switch
        {
            YarnTolerance.Exact => 0.5,
            YarnTolerance.Loose => 2,
            _ => 1.0,
        };
        var near = Math.Max(share, m.WrapsDoubt ?? 0);
        var off = read - wish.WrapsPerInch;
        var aimed = Invariant($"Aimed at {wish.WrapsPerInch:0.#} WPI and {wish.Degrees:0.#}°");
        string[] misses =
        [
            .. wish.Tolerance != YarnTolerance.Lumps && Math.Abs(off) > near + 1e-9
                ? [Invariant($"{Math.Abs(off):0.#} WPI {(off > 0 ? "finer" : "thicker")}")]
                : Array.Empty<string>(),
            .. m.Degrees is { } degrees && Math.Abs(degrees - wish.Degrees) > share * 3 + 1e-9
                ? [Invariant($"{Math.Abs(degrees - wish.Degrees):0}° {(degrees > wish.Degrees ? "steeper" : "flatter")}")]
                : Array.Empty<string>(),
        ];
        return misses.Length == 0 ? $"{aimed}: matched." : $"{aimed}: it is {string.Join(" and ", misses)}.";
    }

    private static YarnBeside? Beside(
        LotRow other,
        YarnMeasures measured,
        LotRow lot,
        YarnFacts facts,
        double usual,
        RequestContext context
    )
    {
        var theirs = YarnFacts.Of(measured, other.MadeGrams, usual);
        if (facts is not { Tex: { } tex, IsGuessed: false } || theirs is not { Tex: { } grist, IsGuessed: false })
        {
            return theirs.Tex is { } guessed
                ? new YarnBeside(
                    other.Code,
                    Invariant($"{Figures.Grist(guessed, context.Workshop.LengthUnit)}{(theirs.IsGuessed ? ", guessed" : "")}."),
                    Math.Round(guessed, 1),
                    false
                )
                : null;
        }

        var difference = SkeinDifference.Of(tex, grist, lot.MadeGrams!.Value, other.MadeGrams!.Value, context.Workshop.ScaleStepGrams);
        var sentence = difference.Differs
            ? $"{SpinWords.Heavier(difference)} for its length. {SpinWords.InOneThing}"
            : "No difference in grist that you could see.";
        return new YarnBeside(other.Code, sentence, Math.Round(grist, 1), difference.Differs);
    }

    private static string Words(YarnMeasures m, LengthUnit lengths)
    {
        string?[] parts =
        [
            m.WrapsPerInch is { } wraps
                ? string.Create(
                    CultureInfo.InvariantCulture,
                    $"{wraps:0.#} "
                        + $"WPI{(m.WrapsDoubt > Wraps.ReadingDoubt ? Invariant($" ± {m.WrapsDoubt:0.#}") : "")}"
                        + $"{(m.WrapsPlaces is { } places ? $" at {places} places" : "")}"
                )
                : null,
            m.Degrees is { } degrees ? Invariant($"{degrees:0.#}°") : null,
            m.Metres is { } metres ? Figures.Metres(metres, lengths) : null,
            m.Strands is { } strands ? AimWords.Structure(m.Structure ?? YarnStructure.Plain, strands) : null,
            m.Direction is { } direction ? $"{direction} twist" : null,
            m.Finished is { } finished ? SpinWords.Finished(finished) : null,
            m.Hangs is { } hangs ? SpinWords.Hangs(hangs) : null,
        ];
        return string.Join(", ", parts.OfType<string>());
    }
}
