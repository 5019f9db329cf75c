using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>Where strands run from while they are plied.</summary>
public enum PlyFrom
{
    /// <summary>A bobbin or a cop for each strand.</summary>
    Bobbins,

    /// <summary>A ball on a core, from outside: strands wound together before.</summary>
    CoredBall,

    /// <summary>Both ends of one cake.</summary>
    CakeEnds,

    /// <summary>Off the hand, for a sample.</summary>
    Hand,

    /// <summary>Both ends of one strand wound round the hand as a bracelet, for a short length.</summary>
    Bracelet,
}

/// <summary>A lot that is plied.</summary>
/// <param name="Lot">Which.</param>
/// <param name="Code">Its code.</param>
/// <param name="Fibre">Its fibre.</param>
/// <param name="Tex">Its grist, null when not known.</param>
/// <param name="Metres">Its length, null when not known.</param>
/// <param name="Direction">Of its last twist, null when not known.</param>
/// <param name="IsPlied">It was plied already: one of the two-plies of a cable.</param>
public sealed record PlyStrand(
    Guid Lot,
    string Code,
    Fibre Fibre,
    double? Tex,
    double? Metres,
    TwistDirection? Direction,
    bool IsPlied = false
);

/// <summary>What is to be plied.</summary>
/// <param name="Structure">How.</param>
/// <param name="Strands">That lie side by side.</param>
/// <param name="Degrees">Angle of the plies.</param>
/// <param name="FreshWraps">Wraps of the fresh yarn, as they are expected.</param>
/// <param name="Direction">Of the plying.</param>
/// <param name="On">What it is plied on; null where nobody said.</param>
/// <param name="From">Where the strands run from.</param>
/// <param name="Of">The lots.</param>
/// <param name="TakeUpPercent">Length that plying takes up.</param>
public sealed record PlyPlan(
    YarnStructure Structure,
    int Strands,
    double Degrees,
    double FreshWraps,
    TwistDirection Direction,
    SpunOn? On,
    PlyFrom From,
    IReadOnlyList<PlyStrand> Of,
    double TakeUpPercent
)
{
    /// <summary>Turns in a metre of the yarn.</summary>
    public double Turns => Twisting.TurnsFor(Wraps.Diameter(FreshWraps), Degrees);

    /// <summary>Treadles for a length that is wound on at once, with the length that goes with them; null where no tool is said.</summary>
    public (int Treadles, double Millimetres)? Treadling => On is { } on ? YarnAim.Treadling(Turns, on) : null;

    /// <summary>Checks a plan.</summary>
    /// <param name="plan">As it is wished.</param>
    /// <returns>The same, or <c>nothing-taken</c>, <c>wrong-plies</c>, <c>out-of-range</c>.</returns>
    public static Result<PlyPlan> Check(PlyPlan plan)
    {
        var guard = new Guard(SpinningFields.Subjects)
            .Need(plan.Of.Count > 0, "lotIds", "nothing-taken", "is empty: choose what is plied")
            .Need(
                plan.Strands is >= 2 and <= YarnMeasures.MostStrands,
                "plies",
                "wrong-plies",
                $"must be a whole number from 2 to {YarnMeasures.MostStrands}: one strand is not plied"
            )
            .Need(plan.Of.Count <= Math.Max(1, plan.Strands), "lotIds", "out-of-range", "holds more lots than there are strands")
            .Need(
                plan.Structure != YarnStructure.Chain || plan.Of.Count <= 1,
                "lotIds",
                "out-of-range",
                "holds several lots: a chain is made of one strand"
            )
            .Need(plan.Degrees is >= 1 and <= 80, "degrees", "out-of-range", "must be from 1 to 80 degrees")
            .Within(plan.FreshWraps, Wraps.Fewest, Wraps.Most, "wraps")
            .Within(plan.TakeUpPercent, 0, 50, "takeUpPercent");
        if (plan.On is { } on)
        {
            guard
                .Within(on.Ratio, Tools.Whorl.Least, Tools.Whorl.Greatest, "ratio")
                .Within(on.DrawMillimetres, SpunOn.ShortestDraw, SpunOn.LongestDraw, "drawMillimetres");
        }

        return guard.Then<PlyPlan>(() => plan);
    }

    /// <summary>A cable of singles: two and two are plied first, then the two of them the other way.</summary>
    public bool IsPliedTwice => Structure == YarnStructure.Cable && Of.Count > 0 && Of.All(s => !s.IsPlied);

    /// <summary>Turns in a metre of the two-plies of a cable: more than balance asks for, since the cabling takes some away. Null where
    /// nothing is plied twice.</summary>
    public double? FirstTurns =>
        IsPliedTwice
            // Wraps go with the root of the strands.
            ? Twisting.TurnsFor(Wraps.Diameter(FreshWraps * Math.Sqrt(Strands / (double)YarnAim.TwoStrands)), Degrees) * CableTwist
            : null;

    /// <summary>The two-plies of a cable take so many times the turns of a balanced one (1.5 to 2; docs/craft.md, section 15).</summary>
    public const double CableTwist = 1.75;

    /// <summary>Which lots the two two-plies of a cable hold, by their place in <see cref="Of" />: of four two each, of two one of each in
    /// both; null where nothing is plied twice, or it cannot be told.</summary>
    public IReadOnlyList<IReadOnlyList<int>>? TwoPlies =>
        !IsPliedTwice
            ? null
            : Of.Count switch
            {
                1 =>
                [
                    [0, 0],
                    [0, 0],
                ],
                2 =>
                [
                    [0, 1],
                    [0, 1],
                ],
                4 =>
                [
                    [0, 1],
                    [2, 3],
                ],
                _ => null,
            };

    /// <summary>The way round that a yarn of these strands is plied last: against their own twist, but a cable of singles with it.</summary>
    /// <param name="structure">How they become yarn.</param>
    /// <param name="of">The strands.</param>
    public static TwistDirection Last(YarnStructure structure, IReadOnlyList<PlyStrand> of)
    {
        var own = of.Select(s => s.Direction).OfType<TwistDirection>().DefaultIfEmpty(TwistDirection.Z).First();
        return structure == YarnStructure.Cable && of.All(s => !s.IsPlied) ? own : own.Other();
    }

    /// <summary>Strands of S and of Z lie together: whichever way they are plied, one is undone and the other overtwisted.</summary>
    public bool IsOfUnlikeTwist => Of.Select(s => s.Direction).OfType<TwistDirection>().Distinct().Count() > 1;

    /// <summary>Whether the last twist goes the wrong way round: that of its strands, of a cable of singles the other one. Then it comes
    /// apart.</summary>
    public bool GoesTheWrongWay => Of.Any(s => s.Direction is { } own && (own == Direction) != IsPliedTwice);

    /// <summary>Whether its source pulls loops into it: slippery fibre and cotton from both ends of a cake.</summary>
    public bool Snarls =>
        From is PlyFrom.CakeEnds or PlyFrom.Bracelet && Of.Any(s => s.Fibre is Fibre.Silk or Fibre.Cotton or Fibre.Mohair or Fibre.Alpaca);

    /// <summary>More metres of singles than these are not plied from a bracelet (ours): it cuts into the hand and tangles.</summary>
    public const double LongestBracelet = 60;

    /// <summary>Whether more is to come from a bracelet than one lets run off a hand.</summary>
    public bool IsLongForBracelet => From == PlyFrom.Bracelet && Of.Sum(s => s.Metres ?? 0) > LongestBracelet;

    /// <summary>How much yarn comes of it, and what is left over on each lot.</summary>
    /// <returns>Null where a length is not known.</returns>
    public PlyForecast? Forecast()
    {
        if (Of.Count == 0 || Of.Any(s => s.Metres is null))
        {
            return null;
        }

        // A two-ply that was plied already is one strand of a cable.
        var strands = Structure == YarnStructure.Cable && !IsPliedTwice ? YarnAim.TwoStrands : Strands;
        var takeUp = 1 + TakeUpPercent / 100;
        if (strands % Of.Count != 0)
        {
            // Wound off into equal lengths first: nothing is left.
            return new PlyForecast(Of.Sum(s => s.Metres!.Value) / strands / takeUp, [.. Of.Select(_ => new PlyLeft(0, null, 0))], null);
        }

        // Each lot lies in it so many times, and the shortest ends it.
        var times = strands / Of.Count;
        var each = Of.Min(s => s.Metres!.Value) / times;
        var left = Of.Select(s => s.Metres!.Value - each * times);
        return new PlyForecast(
            each / takeUp,
            [.. left.Zip(Of, (l, s) => new PlyLeft(l, l * s.Tex / 1000, l / YarnStructures.StrandsOfChain / takeUp))],
            Of.Count > 1 ? Of.MinBy(s => s.Metres!.Value)!.Code : null
        );
    }

    /// <summary>Angles that suit its fibre, where no single one was asked for: a reading is held against all of them, widened by the
    /// tolerance; null for <see cref="Degrees" /> alone.</summary>
    public Span? Suits { get; init; }

    /// <summary>What an angle that was read while plying says.</summary>
    /// <param name="read">As it was read.</param>
    public PlyCorrection Correct(PlyAngleRead read)
    {
        var (low, high) = Suits is { } suits ? (suits.Low, suits.High) : (Degrees, Degrees);
        var off =
            read.Degrees < low ? read.Degrees - low
            : read.Degrees > high ? read.Degrees - high
            : 0;
        var factor = Twisting.Factor(read.Degrees, Degrees);
        var there = Math.Abs(off) <= AngleTolerance + 1e-9;
        var next =
            !there && read is { Treadles: { } before, Millimetres: { } length }
                ? TrialAdvice.Next(before, length, factor)
                : ((int, double)?)null;
        return new PlyCorrection(
            there ? AgainstAim.There
                : off < 0 ? AgainstAim.Below
                : AgainstAim.Above,
            factor,
            next?.Item1,
            next?.Item2
        );
    }

    /// <summary>Near enough, in degrees (docs/craft.md, section 15).</summary>
    public const double AngleTolerance = 3;
}

/// <summary>What plying gives.</summary>
/// <param name="Metres">Of yarn.</param>
/// <param name="Left">Of each lot, in the plan's order.</param>
/// <param name="Scarcest">The lot that ends it; null where one is alone, or all are shared out.</param>
public sealed record PlyForecast(double Metres, IReadOnlyList<PlyLeft> Left, string? Scarcest);

/// <summary>What stays on a bobbin.</summary>
/// <param name="Metres">Zero or more.</param>
/// <param name="Grams">Null where its grist is not known.</param>
/// <param name="ChainMetres">So much chain ply it would make.</param>
public sealed record PlyLeft(double Metres, double? Grams, double ChainMetres);

/// <summary>What an angle says about the next length.</summary>
/// <param name="Stands">Below is too little twist.</param>
/// <param name="TwistFactor">The turns have to be multiplied by this.</param>
/// <param name="Treadles">For the next length; null where the settings were not noted, or it is there.</param>
/// <param name="Millimetres">The length that goes with them.</param>
public sealed record PlyCorrection(AgainstAim Stands, double TwistFactor, int? Treadles, double? Millimetres);
