using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Reckoning;

/// <summary>One reckoning that stands on its own: a named pure function with its own record of inputs and of outputs.</summary>
/// <param name="Name">Kebab-case, stable.</param>
/// <param name="Title">What it tells, for a heading.</param>
/// <param name="Formula">The formula in words.</param>
/// <param name="Source">Where it comes from.</param>
/// <param name="Input">The input's record type.</param>
/// <param name="Output">The output's record type.</param>
/// <param name="Run">Takes an input of that type; the result is an output of the other.</param>
public sealed record NamedReckoning(
    string Name,
    string Title,
    string Formula,
    string Source,
    Type Input,
    Type Output,
    Func<object, Result<object>> Run
)
{
    /// <summary>Names a reckoning.</summary>
    /// <typeparam name="TIn">Its input.</typeparam>
    /// <typeparam name="TOut">Its output.</typeparam>
    public static NamedReckoning Of<TIn, TOut>(string name, string title, string formula, string source, Func<TIn, Result<TOut>> run)
        where TIn : class
        where TOut : class =>
        new(name, title, formula, source, typeof(TIn), typeof(TOut), input =>
            run((TIn)input)
                .Then<object>(output =>
                    IsFinite(output)
                        ? output
                        : new Refusal("", "out-of-range", "With these figures the result is beyond all measure. Is one of them a slip?")
                )
        );

    // Finite figures can still overflow on the way, above all where they divide.
    private static bool IsFinite(object output) =>
        output
            .GetType()
            .GetProperties()
            .Where(p => p.GetIndexParameters().Length == 0)
            .Select(p => p.GetValue(output))
            .All(value =>
                value switch
                {
                    double number => double.IsFinite(number),
                    string or null => true,
                    System.Collections.IEnumerable list => list.Cast<object>().All(IsFinite),
                    _ => true,
                }
            );
}

/// <summary>All reckonings by name. A room adds its own here and nothing else needs to change: door, list and screen follow.</summary>
public static class Reckonings
{
    /// <summary>In the order of docs/craft.md.</summary>
    public static readonly IReadOnlyList<NamedReckoning> All =
    [
        NamedReckoning.Of<RegainInput, RegainOutput>(
            "regain",
            "How much water is in it",
            "read the fibre's absorption curve at the room's humidity, in straight lines between its points",
            "published absorption curves, typical, room temperature",
            Regain.Reckon
        ),
        NamedReckoning.Of<ReferenceMassInput, ReferenceMassOutput>(
            "reference-mass",
            "What it would weigh elsewhere",
            "oven-dry = weight / (1 + regain); reference = oven-dry \u00D7 (1 + regain at 65 %); trade = oven-dry \u00D7 (1 + agreed allowance)",
            "absorption curves; allowances of Regulation (EU) 1007/2011, Annex IX",
            Regain.ReckonMasses
        ),
        NamedReckoning.Of<FibresInSectionInput, FibresInSectionOutput>(
            "fibres-in-section",
            "Fibres side by side in a yarn",
            "one fibre's tex = density \u00D7 \u03C0 \u00D7 diameter\u00B2 / 4 / 1000; fibres = yarn tex / fibre tex",
            "round fibres, spread within the fibre ignored; counting it, about 6 % fewer",
            Fineness.ReckonFibres
        ),
        NamedReckoning.Of<FinestSinglesInput, FinestSinglesOutput>(
            "finest-singles",
            "The finest singles it will make",
            "finest tex = fewest fibres \u00D7 one fibre's tex; metres per 100 g = 100 000 / tex",
            "35 fibres is a usual limit for hand spinning, typical",
            Fineness.ReckonFinest
        ),
        NamedReckoning.Of<BathMixInput, BathMixOutput>(
            "bath-mix",
            "Mixing a bath",
            "hot litres = litres \u00D7 (target \u2212 cold) / (hot \u2212 cold)",
            "what warms gains what cools loses",
            BathWater.ReckonMix
        ),
        NamedReckoning.Of<BathSettleInput, BathSettleOutput>(
            "bath-settle",
            "What a bath settles at",
            "warmth of water, fleece and tub, shared out: (V c T + m cw Tf + E c Tf) / (V c + m cw + E c), c = 4.186, cw = 1.36 kJ/(kg K)",
            "specific heats of water and wool, typical",
            BathWater.ReckonSettle
        ),
        NamedReckoning.Of<BathCoolingInput, BathCoolingOutput>(
            "bath-cooling",
            "How long a bath stays warm",
            "rate = ln((start \u2212 air) / (later \u2212 air)) / minutes; floor after ln((start \u2212 air) / (floor \u2212 air)) / rate",
            "a bath cools in proportion to what it is warmer than the air",
            Cooling.Reckon
        ),
        NamedReckoning.Of<ScourBatchesInput, ScourBatchesOutput>(
            "scour-batches",
            "Batches for a tub",
            "batches = greasy wool / (tub litres / litres per kg), rounded up; then equal batches",
            "25 L for a kilogram of greasy wool, typical; 20 to 40",
            ScourBatches.Reckon
        ),
        NamedReckoning.Of<DryingInput, DryingOutput>(
            "drying",
            "When it will be dry",
            "m(t) = rest + (first \u2212 rest) \u00D7 e^(\u2212t / time constant), by least squares; dry when within the tolerance of rest",
            "wool loses its water in proportion to what is left of it, once it no longer drips",
            DryingCurve.Reckon
        ),
        NamedReckoning.Of<DressingInput, DressingOutput>(
            "dressing",
            "Dressing to weigh out",
            "dressing = fibre \u00D7 percent / 100",
            "2 to 5 % is typical, old practice went up to about 15",
            Dressing.Reckon
        ),
        NamedReckoning.Of<LoadsInput, LoadsOutput>(
            "loads",
            "Equal loads",
            "loads = fibre / the most per load, rounded up; each = fibre / loads",
            "none above the most, all alike",
            LoadsReckoning.Reckon
        ),
        NamedReckoning.Of<CombEndsInput, CombEndsOutput>(
            "comb-ends",
            "Which end leads",
            "lashed on by one end the other leads; each transfer to the other comb swaps them",
            "how locks lie on a pair of combs",
            CombEnds.ReckonEnds
        ),
        NamedReckoning.Of<CombTransfersInput, CombTransfersOutput>(
            "comb-transfers",
            "Transfers until an end leads",
            "the fewest transfers, of as many as are needed at least, after which the wanted end leads",
            "each transfer swaps the ends",
            CombEnds.ReckonTransfers
        ),
        NamedReckoning.Of<BlendInput, BlendOutput>(
            "blend",
            "Weighing out a blend",
            "portion = load \u00D7 share; off at worst by half the scale's division / portion; regain of the mix = \u03A3(s R / (1 + R)) / \u03A3(s / (1 + R))",
            "shares of rested mass; fineness and price are means by mass, told when every component has one",
            Blend.Reckon
        ),
        NamedReckoning.Of<DraftInput, DraftOutput>(
            "draft",
            "How far to draw out",
            "draft = supply in g/m \u00D7 1000 / yarn in tex",
            "what goes in comes out, only thinner",
            Draft.Reckon
        ),
        NamedReckoning.Of<TwistInput, TwistOutput>(
            "twist",
            "Twist of a draw",
            "turns = ratio \u00D7 treadles / draw; of a spindle, turns of a draw / draw",
            "what the flyer turns before the yarn winds on",
            Twisting.ReckonTwist
        ),
        NamedReckoning.Of<TwistAngleInput, TwistAngleOutput>(
            "twist-angle",
            "The angle of a twist",
            "tan angle = \u03C0 \u00D7 thickness \u00D7 turns",
            "a helix on a round yarn",
            Twisting.ReckonAngle
        ),
        NamedReckoning.Of<TurnsForAngleInput, TwistOutput>(
            "turns-for-angle",
            "Turns for an angle",
            "turns = tan angle / (\u03C0 \u00D7 thickness)",
            "the same helix; soft 15 to 20\u00B0, medium 20 to 28\u00B0, firm 28 to 35\u00B0, typical",
            Twisting.ReckonTurns
        ),
        NamedReckoning.Of<PlyBackInput, PlyBackOutput>(
            "ply-back",
            "What a ply-back asks for",
            "twist \u00D7 tan wanted / tan measured",
            "turns go with the tangent of their angle",
            Twisting.ReckonPlyBack
        ),
        NamedReckoning.Of<WrapsInput, WrapsOutput>(
            "wraps",
            "Thickness and class from wraps",
            "thickness = 25.4 / wraps; classes from 18, 14, 12, 11, 9, 8 and 6 wraps",
            "charts differ: the swatch decides",
            Wraps.Reckon
        ),
        NamedReckoning.Of<WrapsToGristInput, GristOutput>(
            "wraps-to-grist",
            "Grist from wraps",
            "tex = density \u00D7 \u03C0 \u00D7 thickness\u00B2 / 4 \u00D7 1000",
            "density of yarn lightly laid, low and personal, typical",
            Wraps.ReckonGrist
        ),
        NamedReckoning.Of<GristToWrapsInput, GristToWrapsOutput>(
            "grist-to-wraps",
            "Wraps from grist",
            "wraps = 25.4 / \u221A(tex / 1000 \u00D7 4 / \u03C0 / density)",
            "density of yarn lightly laid, low and personal, typical",
            Wraps.ReckonWraps
        ),
        NamedReckoning.Of<PlyInput, GristOutput>(
            "ply",
            "Grist of a plied yarn",
            "tex = strands \u00D7 singles tex \u00D7 (1 + take-up / 100)",
            "take-up = (length of singles \u2212 length of yarn) / length of yarn",
            Plying.Reckon
        ),
        NamedReckoning.Of<SinglesForInput, SinglesForOutput>(
            "singles-for",
            "Singles for a plied yarn",
            "singles tex = tex / (strands \u00D7 (1 + take-up / 100))",
            "take-up = (length of singles \u2212 length of yarn) / length of yarn",
            Plying.ReckonSingles
        ),
        NamedReckoning.Of<SkeinInput, SkeinOutput>(
            "skein",
            "Grist of a skein",
            "tex = grams / metres \u00D7 1000; metres = wraps \u00D7 round",
            "weight over length",
            Plying.ReckonSkein
        ),
    ];
}
