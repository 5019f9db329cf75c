using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>Grist through plying, and of a skein (docs/craft.md, section 15).</summary>
public static class Plying
{
    // Beyond this a yarn would be all twist and no length.
    private const double MostTakeUp = 100;

    /// <summary>Grist of a plied yarn: so many singles, each longer than the yarn by what plying takes up.</summary>
    /// <param name="singlesTex">Above zero.</param>
    /// <param name="plies">Strands, at least one.</param>
    /// <param name="takeUpPercent">(singles length − plied length) / plied length, in percent, zero or more; one strand takes up
    /// nothing.</param>
    public static double Tex(double singlesTex, int plies, double takeUpPercent) =>
        plies * singlesTex * (1 + (plies > 1 ? takeUpPercent / 100 : 0));

    /// <summary>Grist of the singles for a plied yarn: the inverse of <see cref="Tex" />.</summary>
    /// <param name="tex">Of the plied yarn, above zero.</param>
    /// <param name="plies">Strands, at least one.</param>
    /// <param name="takeUpPercent">As in <see cref="Tex" />.</param>
    public static double SinglesTex(double tex, int plies, double takeUpPercent) => tex / Tex(1, plies, takeUpPercent);

    /// <summary>The reckoning <c>ply</c>.</summary>
    /// <param name="input">Singles, strands and take-up.</param>
    public static Result<GristOutput> Reckon(PlyInput input) =>
        Check(new Guard(SpinningFields.Subjects).Positive(input.SinglesTex, "singlesTex"), input.Plies, input.PlyingTakeUpPercent)
            .Then<GristOutput>(() => new GristOutput(Tex(input.SinglesTex, (int)input.Plies, input.PlyingTakeUpPercent)));

    /// <summary>The reckoning <c>singles-for</c>, the inverse of <c>ply</c>.</summary>
    /// <param name="input">Plied yarn, strands and take-up.</param>
    public static Result<SinglesForOutput> ReckonSingles(SinglesForInput input) =>
        Check(new Guard(SpinningFields.Subjects).Positive(input.Tex, "tex"), input.Plies, input.PlyingTakeUpPercent)
            .Then<SinglesForOutput>(() => new SinglesForOutput(SinglesTex(input.Tex, (int)input.Plies, input.PlyingTakeUpPercent)));

    /// <summary>The reckoning <c>skein</c>.</summary>
    /// <param name="input">Length, or wraps of a winder with its round; and weight.</param>
    /// <returns>The grist, or <c>out-of-range</c>, <c>missing</c>, <c>twice</c> where the length is given both ways.</returns>
    public static Result<SkeinOutput> ReckonSkein(SkeinInput input)
    {
        var byWraps = input.Wraps is not null || input.RoundMillimetres is not null;
        var guard = new Guard(SpinningFields.Subjects)
            .Positive(input.Grams, "grams")
            .Need(!(byWraps && input.Metres is not null), "metres", "twice", "is given beside wraps and round: give one of the two")
            .Need(byWraps || input.Metres is not null, "metres", "missing", "is missing: give it, or the winder's wraps and its round")
            .Need(!byWraps || input.Wraps is not null, "wraps", "missing", "is missing beside the round")
            .Need(!byWraps || input.RoundMillimetres is not null, "roundMillimetres", "missing", "is missing beside the wraps");
        foreach (
            var (value, field) in new[] { (input.Metres, "metres"), (input.Wraps, "wraps"), (input.RoundMillimetres, "roundMillimetres") }
        )
        {
            if (value is { } given)
            {
                guard.Positive(given, field);
            }
        }

        return guard.Then<SkeinOutput>(() =>
        {
            var metres = input.Metres ?? input.Wraps!.Value * input.RoundMillimetres!.Value / 1000;
            var tex = input.Grams / metres * 1000;
            return double.IsFinite(tex) && tex > 0 && LinearDensity.FromTex(tex) is var grist
                ? new SkeinOutput(
                    metres,
                    tex,
                    grist.In(LinearDensityUnit.MetresPer100Grams),
                    grist.In(LinearDensityUnit.YardsPerPound),
                    grist.In(LinearDensityUnit.MetricCount)
                )
                : new Refusal("grams", "out-of-range", "With these figures the grist is beyond all measure. Is one of them a slip?");
        });
    }

    private static Guard Check(Guard guard, double plies, double takeUp) =>
        guard
            .Need(
                plies is >= 1 and <= YarnMeasures.MostStrands && plies == Math.Floor(plies),
                "plies",
                "out-of-range",
                $"must be a whole number from 1 to {YarnMeasures.MostStrands}"
            )
            .Within(takeUp, 0, MostTakeUp, "plyingTakeUpPercent");
}

/// <summary>Input of <c>ply</c>.</summary>
/// <param name="SinglesTex">Above zero.</param>
/// <param name="Plies">A whole number from 1 to 24; a chain has three.</param>
/// <param name="PlyingTakeUpPercent">From 0 to 100.</param>
public sealed record PlyInput(
    [property: Unit("tex", "grist of the singles")] double SinglesTex,
    [property: Unit("", "strands; a chain has three")] double Plies,
    [property: Unit("%", "length that plying takes up")] double PlyingTakeUpPercent
);

/// <summary>Input of <c>singles-for</c>.</summary>
/// <param name="Tex">Of the plied yarn, above zero.</param>
/// <param name="Plies">A whole number from 1 to 24; a chain has three.</param>
/// <param name="PlyingTakeUpPercent">From 0 to 100.</param>
public sealed record SinglesForInput(
    [property: Unit("tex", "grist of the plied yarn")] double Tex,
    [property: Unit("", "strands; a chain has three")] double Plies,
    [property: Unit("%", "length that plying takes up")] double PlyingTakeUpPercent
);

/// <summary>Output of <c>singles-for</c>.</summary>
/// <param name="SinglesTex">Of each strand.</param>
public sealed record SinglesForOutput([property: Unit("tex", "grist of the singles")] double SinglesTex);

/// <summary>Input of <c>skein</c>.</summary>
/// <param name="Grams">Above zero.</param>
/// <param name="Metres">Above zero; left out where a winder's wraps are counted.</param>
/// <param name="Wraps">Of the winder, above zero.</param>
/// <param name="RoundMillimetres">Of the winder, above zero.</param>
public sealed record SkeinInput(
    [property: Unit("g", "weight")] double Grams,
    [property: Unit("m", "length")] double? Metres = null,
    [property: Unit("", "or wraps of a winder")] double? Wraps = null,
    [property: Unit("mm", "and its round")] double? RoundMillimetres = null
);

/// <summary>Output of <c>skein</c>.</summary>
/// <param name="Metres">Its length.</param>
/// <param name="Tex">Grams per 1000 m.</param>
/// <param name="MetresPer100Grams">Metres in 100 g.</param>
/// <param name="YardsPerPound">Yards in a pound.</param>
/// <param name="MetricCount">Metres in a gram.</param>
public sealed record SkeinOutput(
    [property: Unit("m", "length")] double Metres,
    [property: Unit("tex", "grist")] double Tex,
    [property: Unit("m/100 g", "grist")] double MetresPer100Grams,
    [property: Unit("yd/lb", "grist")] double YardsPerPound,
    [property: Unit("Nm", "metric count")] double MetricCount
);
