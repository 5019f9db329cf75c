using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Routing;
using EarthyTuft.Core.WeighLog;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Data.Demo;

/// <summary>Locks to measure: places, mean length, unevenness, crimps over a span and the kind of wave.</summary>
internal sealed record DemoLocks(string Lot, double Mean, double CvPercent, double CrimpsPerCentimetre, Wave Wave, int Count);

internal sealed record DemoLook(string Lot, string Who, Judgements Judged, string FirstImpression, string Decision);

internal sealed record DemoSample(
    int DaysAgo,
    string Lot,
    string Who,
    Draw Draw,
    double Wpi,
    int Plies,
    double Angle,
    string Verdict,
    string[] Uses
);

/// <summary>
/// The invented shed: three months of two people's work, in the words of the weigh log. Two honest mistakes are in it: a basket of
/// top was forgotten when G-01.5 was weighed, and what went into P-01.4 was weighed in its bowl.
/// </summary>
internal sealed class DemoScenario
{
    private const string M = "Marrit";
    private const string T = "Tobin";
    private readonly DateTimeOffset now;
    private readonly List<WeighLogRow> rows = [];
    private int entry;

    private DemoScenario(DateTimeOffset now) => this.now = now;

    public static IReadOnlyList<WeighLogRow> Rows(DateTimeOffset now)
    {
        var scenario = new DemoScenario(now);
        scenario.LongWools();
        scenario.FineAndDown();
        scenario.Goats();
        scenario.JustIn();
        scenario.Spun();
        // Entries are told in the order they were done, as a log would have them.
        return
        [
            .. scenario
                .rows.GroupBy(r => r.Entry)
                .OrderBy(g => g.First().DoneAt)
                .SelectMany((g, i) => g.Select(r => r with { Entry = i + 1 })),
        ];
    }

    public static readonly IReadOnlyList<DemoLocks> Locks =
    [
        new("G-01", 128, 9, 1.4, Wave.Curl, 6),
        new("W-01", 231, 8, 0.8, Wave.Curl, 5),
        new("R-01", 74, 10, 6.2, Wave.Crimp, 6),
        new("P-01", 116, 11, 2.4, Wave.Crimp, 5),
        new("C-01", 98, 12, 2.9, Wave.Crimp, 5),
        new("I-01", 162, 27, 0.9, Wave.Wave, 7),
        new("F-01", 104, 14, 1.6, Wave.Wave, 5),
        new("K-01", 121, 7, 0.9, Wave.Curl, 5),
        new("X-01", 168, 11, 1.1, Wave.Curl, 5),
        new("H-01", 117, 19, 0.5, Wave.Wave, 4),
        new("Y-01", 43, 16, 0, Wave.Disorganised, 4),
        new("S-01", 58, 13, 0, Wave.Disorganised, 4),
    ];

    public static readonly IReadOnlyList<DemoSample> Samples =
    [
        new(
            61,
            "R-01.4",
            M,
            Draw.Long,
            17,
            2,
            24,
            "Airy and quick to spring back; a few neps from the third pass.",
            ["next to skin", "hat"]
        ),
        new(60, "R-01.4", T, Draw.Short, 19, 2, 28, "Tighter and plainer than the long draw. Good for cables.", ["jumper"]),
        new(40, "G-01.5", M, Draw.Short, 16, 2, 30, "Slips through the fingers, shines, hangs straight.", ["shawl", "weaving"]),
        new(38, "G-01.5", T, Draw.Short, 12, 3, 33, "Rope-hard at first, rounder after the wash.", ["socks", "rug"]),
        new(35, "K-01.4", M, Draw.Short, 20, 2, 22, "Halo comes up after brushing; sheds a little.", ["shawl", "mittens"]),
        new(
            33,
            "Y-01.3",
            T,
            Draw.Long,
            22,
            2,
            34,
            "Very short, drifts apart below thirty degrees. Warm as a loaf.",
            ["next to skin", "hat"]
        ),
        new(24, "W-01.5", M, Draw.Short, 14, 2, 25, "Long and lustrous, drapes; a touch harsh at the neck.", ["weaving", "blanket"]),
        new(22, "W-01.5", T, Draw.Long, 11, 2, 20, "Did not want the long draw. Fuzzy, will pill.", ["rug"]),
        new(17, "J-01", M, Draw.Long, 15, 2, 25, "Even after two passes, springy, fills the hand.", ["jumper", "hat"]),
        new(16, "J-01", T, Draw.Short, 13, 3, 31, "Round and strong; sock weight.", ["socks"]),
        new(12, "S-01.4", M, Draw.Long, 12, 3, 30, "Springs back like a cushion. Chalky, no shine at all.", ["socks", "jumper"]),
        new(9, "P-01.4", T, Draw.Long, 18, 2, 23, "Round and bouncy; take more care opening the tips.", ["jumper", "hat"]),
    ];

    public static readonly IReadOnlyList<DemoLook> Looks =
    [
        new(
            "G-01",
            M,
            new(
                Handle.Kind,
                Spring.Limp,
                Lustre.Bright,
                Soundness.Sound,
                Tips.Whole,
                LockStructure.Distinct,
                Evenness.Even,
                Coat.Single,
                HowMuch.Little,
                HowMuch.Little,
                HowMuch.Little,
                FleeceColour.Grey
            ),
            "Silver, heavy, wants to hang.",
            "shawl and a rug warp"
        ),
        new(
            "W-01",
            T,
            new(
                Handle.Crisp,
                Spring.Limp,
                Lustre.Bright,
                Soundness.Sound,
                Tips.Weathered,
                LockStructure.Distinct,
                Evenness.Graded,
                Coat.Single,
                HowMuch.Little,
                HowMuch.Little,
                HowMuch.Some,
                FleeceColour.White
            ),
            "",
            "weaving"
        ),
        new(
            "R-01",
            T,
            new(
                Handle.Soft,
                Spring.Lively,
                Lustre.Matt,
                Soundness.Sound,
                Tips.Weathered,
                LockStructure.Distinct,
                Evenness.Even,
                Coat.Single,
                HowMuch.Much,
                HowMuch.Some,
                HowMuch.Little,
                FleeceColour.White
            ),
            "",
            "jumper"
        ),
        new(
            "P-01",
            M,
            new(
                Handle.Kind,
                Spring.Lively,
                Lustre.Sheen,
                Soundness.Sound,
                Tips.Brittle,
                LockStructure.Distinct,
                Evenness.Even,
                Coat.Single,
                HowMuch.Some,
                HowMuch.Little,
                HowMuch.Little,
                FleeceColour.White
            ),
            "Softer than it looks.",
            ""
        ),
        new(
            "C-01",
            T,
            new(
                Handle.Crisp,
                Spring.Lively,
                Lustre.Matt,
                Soundness.Sound,
                Tips.Whole,
                LockStructure.Loose,
                Evenness.Even,
                Coat.Single,
                HowMuch.Some,
                HowMuch.Some,
                HowMuch.Little,
                FleeceColour.White
            ),
            "",
            ""
        ),
        new(
            "I-01",
            M,
            new(
                Handle.Kind,
                Spring.Some,
                Lustre.Sheen,
                Soundness.Sound,
                Tips.Whole,
                LockStructure.Loose,
                Evenness.Uneven,
                Coat.Double,
                HowMuch.None,
                HowMuch.Little,
                HowMuch.Little,
                FleeceColour.Grey
            ),
            "Two fleeces in one.",
            ""
        ),
        new(
            "S-01",
            M,
            new(
                Handle.Kind,
                Spring.Lively,
                Lustre.Chalky,
                Soundness.Sound,
                Tips.Whole,
                LockStructure.Blocky,
                Evenness.Even,
                Coat.Single,
                HowMuch.Some,
                HowMuch.Some,
                HowMuch.Some,
                FleeceColour.White
            ),
            "",
            "socks"
        ),
        new(
            "X-01",
            M,
            new(
                Handle.Kind,
                Spring.Limp,
                Lustre.Bright,
                null,
                Tips.Whole,
                LockStructure.Distinct,
                Evenness.Even,
                Coat.Single,
                HowMuch.Little,
                null,
                HowMuch.Little,
                FleeceColour.Grey
            ),
            "Longer than its mother.",
            ""
        ),
    ];

    /// <summary>What was measured of what was spun.</summary>
    public static readonly IReadOnlyList<(string Lot, YarnMeasures Measured)> Yarns =
    [
        ("J-03", new(24, 0.5, null, 191, 1, YarnStructure.Plain, TwistDirection.Z)),
        ("J-04", new(24, 0.5, null, 190, 1, YarnStructure.Plain, TwistDirection.Z)),
        ("J-05", new(13, 0.5, 25, 184, 2, YarnStructure.Plain, TwistDirection.S)),
        ("J-05.2", new(12, 0.5, 24, 178, null, null, null, FinishedBy.Weighted, SkeinHangs.Open)),
        ("S-01.5", new(22, 0.5, null, 164, 1, YarnStructure.Plain, TwistDirection.Z)),
        ("S-01.6", new(22, 0.5, null, 165, 1, YarnStructure.Plain, TwistDirection.Z)),
        ("S-01.7", new(11.5, 0.5, 26, 159, 2, YarnStructure.Plain, TwistDirection.S)),
        ("S-01.8", new(10.5, 0.5, 25, 153, null, null, null, FinishedBy.Snapped, SkeinHangs.Open)),
        ("S-01.9", new(21, 0.5, null, 147, 1, YarnStructure.Plain, TwistDirection.Z)),
        ("S-01.10", new(21, 0.5, null, 146, 1, YarnStructure.Plain, TwistDirection.Z)),
        ("S-01.11", new(11, 0.5, 27, 142, 2, YarnStructure.Plain, TwistDirection.S)),
        ("S-01.12", new(10, 0.5, 26, 137, null, null, null, FinishedBy.Snapped, SkeinHangs.Turns)),
        ("W-01.6", new(28, 0.5, 24, 270, 1, YarnStructure.Plain, TwistDirection.Z)),
        ("W-01.7", new(28, 0.5, null, 262, 1, YarnStructure.Plain, TwistDirection.Z)),
    ];

    /// <summary>Routes that were chosen, each for a lot that still has a way to go.</summary>
    public static readonly IReadOnlyList<(string Lot, Aim Aim, PreparedAs Preparation)> Chosen =
    [
        ("G-01.4", Aim.WorstedHard, PreparedAs.Top),
        ("X-01", Aim.Lace, PreparedAs.Top),
        ("H-01", Aim.Rug, PreparedAs.Top),
        ("C-01.2", Aim.WoollenSoft, PreparedAs.Batts),
        ("I-01.4", Aim.WoollenSoft, PreparedAs.Rolags),
    ];

    public static readonly IReadOnlyList<(string Lot, double Grams, string For)> Reserved =
    [
        ("W-01.4", 900, "the long runner"),
        ("R-01.3", 400, "Tobin's second jumper"),
    ];

    private void LongWools()
    {
        TakeIn(84, "G-01", "Gotland", "Ash", "silver grey", 3180, 42, M, 61);
        Leave(83, StepKind.KeepAsReference, M, Part("G-01", 9.4), "Three raw locks for the card.");
        Step(
            82,
            StepKind.Skirt,
            M,
            70,
            61,
            In("G-01"),
            Out("G-01.2", LotForm.Skirted, 2734),
            Loss(LossKind.DungTags, 168, Fate.Compost),
            Loss(LossKind.Skirtings, 214, Fate.Mulch),
            Loss(LossKind.SecondCuts, 51, Fate.Compost)
        );
        Wash(80, M, 130, 2.10m, In("G-01.2"), Damp("G-01.3"), Gone(LossKind.WaxAndSuint));
        Step(78, StepKind.Dry, M, 15, 58, In("G-01.3"), Out("G-01.4", LotForm.Clean, 1996));
        Step(
            47,
            StepKind.Comb,
            M,
            540,
            60,
            Part("G-01.4", 884),
            Out("G-01.5", LotForm.Top, 602),
            Loss(LossKind.SecondCuts, 22, Fate.Compost),
            Loss(LossKind.VegetableMatter, 9, Fate.Compost)
        );
        Step(
            14,
            StepKind.Comb,
            T,
            300,
            62,
            Part("G-01.4", 446),
            Out("G-01.6", LotForm.Top, 354),
            Loss(LossKind.Noil, 74, Fate.KeptAsLowerGrade),
            Loss(LossKind.SecondCuts, 17, Fate.Compost)
        );

        TakeIn(72, "W-01", "Wensleydale", "Pellow", "white", 4420, 55, T, 63);
        Step(
            70,
            StepKind.Skirt,
            T,
            55,
            63,
            In("W-01"),
            Out("W-01.2", LotForm.Skirted, 3968),
            Loss(LossKind.Skirtings, 338, Fate.Mulch),
            Loss(LossKind.DungTags, 109, Fate.Compost)
        );
        Wash(68, T, 150, 2.80m, In("W-01.2"), Damp("W-01.3"), Gone(LossKind.WaxAndSuint));
        Step(66, StepKind.Dry, T, 20, 57, In("W-01.3"), Out("W-01.4", LotForm.Clean, 2984));
        Step(
            31,
            StepKind.Comb,
            M,
            480,
            59,
            Part("W-01.4", 760),
            Out("W-01.5", LotForm.Top, 668),
            Loss(LossKind.Noil, 71, Fate.KeptAsLowerGrade) with
            {
                Worth = 1.5m,
            },
            Loss(LossKind.WeatheredTips, 19, Fate.Compost)
        );

        TakeIn(29, "I-01", "Icelandic", "Snarri", "charcoal", 2340, 30, M, 64);
        Step(
            6,
            StepKind.Skirt,
            M,
            60,
            64,
            In("I-01"),
            Out("I-01.2", LotForm.Skirted, 1262),
            Out("I-01.3", LotForm.Skirted, 786),
            Loss(LossKind.Skirtings, 197, Fate.Mulch),
            Loss(LossKind.DungTags, 92, Fate.Compost)
        );
        Step(1, StepKind.Wash, M, 95, null, In("I-01.2"), Damp("I-01.4"), Gone(LossKind.WaxAndSuint));
    }

    private void FineAndDown()
    {
        TakeIn(88, "R-01", "Rambouillet", "Hob", "white", 4060, 48, T, 60);
        Step(
            86,
            StepKind.Skirt,
            T,
            65,
            60,
            In("R-01"),
            Out("R-01.2", LotForm.Skirted, 3512),
            Loss(LossKind.Skirtings, 402, Fate.Mulch),
            Loss(LossKind.DungTags, 141, Fate.Compost)
        );
        Wash(83, T, 190, 3.40m, In("R-01.2"), Damp("R-01.5"), Gone(LossKind.WaxAndSuint));
        Step(81, StepKind.Dry, T, 20, 56, In("R-01.5"), Out("R-01.3", LotForm.Clean, 1948));
        Step(
            64,
            StepKind.Card,
            M,
            410,
            58,
            Part("R-01.3", 420),
            Out("R-01.4", LotForm.Rolag, 396),
            Loss(LossKind.CardWaste, 15, Fate.Compost),
            Loss(LossKind.VegetableMatter, 7, Fate.Compost)
        );
        Step(
            11,
            StepKind.Card,
            T,
            220,
            61,
            Part("R-01.3", 350),
            Out("R-01.6", LotForm.Batt, 333),
            Loss(LossKind.CardWaste, 16, Fate.Compost)
        );

        TakeIn(58, "P-01", "Perendale", "Dottle", "white", 3730, 44, M, 62);
        Step(56, StepKind.Wash, M, 170, null, In("P-01"), Damp("P-01.2"), Gone(LossKind.WaxAndSuint));
        Step(54, StepKind.Dry, M, 15, 60, In("P-01.2"), Out("P-01.3", LotForm.Clean, 2240));
        Step(
            20,
            StepKind.Card,
            T,
            200,
            60,
            Part("P-01.3", 546),
            Out("P-01.4", LotForm.Batt, 342),
            Loss(LossKind.CardWaste, 17, Fate.Compost)
        );

        TakeIn(52, "C-01", "Cheviot", "Bramwell", "white", 5120, 40, T, 61);
        Step(
            50,
            StepKind.Skirt,
            T,
            75,
            61,
            In("C-01"),
            Out("C-01.2", LotForm.Skirted, 4486),
            Loss(LossKind.Skirtings, 433, Fate.Mulch),
            Loss(LossKind.DungTags, 196, Fate.Compost)
        );
        Wash(48, T, 200, 2.20m, Part("C-01.2", 2250), Damp("C-01.3"), Gone(LossKind.WaxAndSuint));
        Step(46, StepKind.Dry, T, 15, 59, In("C-01.3"), Out("C-01.4", LotForm.Clean, 1352));
        Step(
            19,
            StepKind.Card,
            M,
            260,
            60,
            [Part("C-01.4", 300), Part("P-01.3", 300)],
            Out("J-01", LotForm.Batt, 571),
            Loss(LossKind.CardWaste, 21, Fate.Compost),
            Loss(LossKind.VegetableMatter, 6, Fate.Compost)
        );

        Leave(12, StepKind.GiveAway, T, Part("C-01.4", 120), "For the school's felting day.");

        TakeIn(44, "S-01", "Suffolk", "Pudding", "white", 2210, 18, M, 65);
        Step(43, StepKind.Wash, M, 120, null, In("S-01"), Damp("S-01.2"), Gone(LossKind.WaxAndSuint));
        Step(41, StepKind.Dry, M, 10, 60, In("S-01.2"), Out("S-01.3", LotForm.Clean, 1214));
        Step(
            15,
            StepKind.Card,
            M,
            240,
            62,
            Part("S-01.3", 280),
            Out("S-01.4", LotForm.Roving, 262),
            Loss(LossKind.CardWaste, 13, Fate.Compost),
            Loss(LossKind.VegetableMatter, 5, Fate.Compost)
        );
        Recount(8, M, "S-01.3", 946, 61, "A bag of it stood behind the door.");
    }

    private void Goats()
    {
        TakeIn(63, "K-01", "Kid mohair", "Thistle", "white", 1320, 36, M, 60);
        Step(62, StepKind.Wash, M, 80, null, In("K-01"), Damp("K-01.2"), Gone(LossKind.WaxAndSuint));
        Step(59, StepKind.Dry, M, 10, 58, In("K-01.2"), Out("K-01.3", LotForm.Clean, 1078));
        Step(
            37,
            StepKind.Comb,
            T,
            260,
            60,
            Part("K-01.3", 310),
            Out("K-01.4", LotForm.Top, 283),
            Loss(LossKind.Noil, 22, Fate.KeptAsLowerGrade),
            Loss(LossKind.Dust, 4, null)
        );

        TakeIn(57, "Y-01", "Yak down", "", "brown", 268, 31, T, 60);
        Step(55, StepKind.Wash, T, 45, null, In("Y-01"), Out("Y-01.2", LotForm.Clean, 236), Gone(LossKind.DirtAndSand));
        Step(
            36,
            StepKind.Card,
            T,
            150,
            60,
            Part("Y-01.2", 64),
            Out("Y-01.3", LotForm.Cloud, 60.4),
            Loss(LossKind.Dust, 2.1, null),
            Loss(LossKind.Kemp, 1.4, Fate.Compost)
        );
        Step(
            28,
            StepKind.Dehair,
            M,
            420,
            60,
            Part("Y-01.2", 96),
            Out("Y-01.4", LotForm.Down, 68.5),
            Loss(LossKind.GuardHair, 24.6, Fate.KeptAsLowerGrade),
            Loss(LossKind.Dust, 1.7, null)
        );
        Step(
            10,
            StepKind.Dehair,
            M,
            300,
            62,
            In("Y-01.4"),
            Out("Y-01.5", LotForm.Down, 62.1),
            Loss(LossKind.GuardHair, 4.9, Fate.KeptAsLowerGrade),
            Loss(LossKind.Dust, 0.8, null)
        );
    }

    private void JustIn()
    {
        TakeIn(26, "F-01", "Jacob", "Tally", "spotted", 2480, 20, T, 63);
        Step(
            25,
            StepKind.Skirt,
            T,
            50,
            63,
            In("F-01"),
            Out("F-01.2", LotForm.Skirted, 2126),
            Loss(LossKind.Skirtings, 244, Fate.Mulch),
            Loss(LossKind.DungTags, 106, Fate.Compost)
        );
        Step(24, StepKind.Divide, T, 35, 63, In("F-01.2"), Out("F-01.3", LotForm.Skirted, 1204), Out("F-01.4", LotForm.Skirted, 918));
        Wash(23, T, 110, 1.60m, In("F-01.3"), Damp("F-01.5"), Gone(LossKind.WaxAndSuint));
        Step(21, StepKind.Dry, T, 10, 60, In("F-01.5"), Out("F-01.6", LotForm.Clean, 812));
        TakeIn(13, "X-01", "Gotland 50 / Wensleydale 50", "Fen", "grey", 3310, 38, M, 64);
        TakeIn(4, "F-02", "", "", "moorit", 1870, 0, T, 66);
        Step(
            3,
            StepKind.Skirt,
            T,
            40,
            66,
            In("F-02"),
            Out("F-02.2", LotForm.Skirted, 1593),
            Loss(LossKind.Skirtings, 201, Fate.Mulch),
            Loss(LossKind.DungTags, 73, Fate.Compost)
        );
        TakeIn(2, "H-01", "Herdwick", "Old Peg", "steel grey", 2060, 12, M, 66);
        Bought(39, "L-01", Fibre.Flax, "Line flax", LotForm.Top, "fawn", 420, 14, M, 62);
        Bought(38, "T-01", Fibre.Silk, "Tussah silk", LotForm.Top, "honey", 160, 22, M, 62);
        Step(18, StepKind.Join, M, 25, 61, [Part("L-01", 60), Part("T-01", 40)], Out("J-02", LotForm.Top, 99.6));
    }

    private void Spun()
    {
        // Grey and white in stripes, from a strip chart (DemoStrips adds it).
        Step(
            13,
            StepKind.Spin,
            T,
            175,
            61,
            [Part("G-01.6", 42), Part("W-01.5", 42)],
            Out("J-03", LotForm.Singles, 41.3),
            Out("J-04", LotForm.Singles, 41.1),
            Loss(LossKind.YarnEnds, 0.9, Fate.Compost)
        );
        Step(
            12,
            StepKind.Ply,
            T,
            55,
            61,
            [In("J-03"), In("J-04")],
            Out("J-05", LotForm.Plied, 81.7),
            Loss(LossKind.YarnEnds, 0.5, Fate.Compost)
        );
        Step(11, StepKind.Finish, T, 25, 61, In("J-05"), Out("J-05.2", LotForm.Yarn, 80.6));
        Step(
            9,
            StepKind.Spin,
            M,
            190,
            61,
            Part("S-01.4", 84),
            Out("S-01.5", LotForm.Singles, 41.2),
            Out("S-01.6", LotForm.Singles, 41.6),
            Loss(LossKind.YarnEnds, 0.8, Fate.Compost)
        );
        Step(
            8,
            StepKind.Ply,
            M,
            60,
            61,
            [In("S-01.5"), In("S-01.6")],
            Out("S-01.7", LotForm.Plied, 82.1),
            Loss(LossKind.YarnEnds, 0.5, Fate.Compost)
        );
        Step(7, StepKind.Finish, M, 25, 61, In("S-01.7"), Out("S-01.8", LotForm.Yarn, 80.9));
        Step(
            6,
            StepKind.Spin,
            T,
            160,
            62,
            Part("S-01.4", 84),
            Out("S-01.9", LotForm.Singles, 41.8),
            Out("S-01.10", LotForm.Singles, 40.9),
            Loss(LossKind.YarnEnds, 0.9, Fate.Compost)
        );
        Step(
            5,
            StepKind.Ply,
            T,
            55,
            62,
            [In("S-01.9"), In("S-01.10")],
            Out("S-01.11", LotForm.Plied, 82.0),
            Loss(LossKind.YarnEnds, 0.6, Fate.Compost)
        );
        Step(4, StepKind.Finish, T, 25, 62, In("S-01.11"), Out("S-01.12", LotForm.Yarn, 80.6));
        Step(
            3,
            StepKind.Spin,
            M,
            230,
            61,
            Part("W-01.5", 90),
            Out("W-01.6", LotForm.Singles, 44.3),
            Out("W-01.7", LotForm.Singles, 44.6),
            Loss(LossKind.YarnEnds, 0.6, Fate.Compost)
        );
    }

    private void TakeIn(
        int daysAgo,
        string lot,
        string breed,
        string animal,
        string colour,
        double grams,
        decimal price,
        string who,
        double humidity
    )
    {
        var at = At(daysAgo, 9);
        rows.Add(
            Weighed(
                new WeighLogRow
                {
                    Entry = ++entry,
                    Line = 1,
                    Step = StepKind.TakeIn,
                    DoneAt = at,
                    Who = who,
                    Minutes = 10,
                    Flow = RowKind.Out,
                    Lot = lot,
                    Form = LotForm.Raw,
                    Breed = breed,
                    Animal = animal,
                    Colour = colour,
                    ShornOn = DateOnly.FromDateTime(at.UtcDateTime).AddDays(-12),
                    Price = price,
                },
                grams,
                5
            ) with
            {
                HumidityPercent = humidity,
            }
        );
    }

    private void Bought(
        int daysAgo,
        string lot,
        Fibre fibre,
        string breed,
        LotForm form,
        string colour,
        double grams,
        decimal price,
        string who,
        double humidity
    )
    {
        TakeIn(daysAgo, lot, breed, "", colour, grams, price, who, humidity);
        rows[^1] = rows[^1] with { Fibre = fibre, Form = form, ShornOn = null, ScaleStepGrams = 1, Before = "combed by the seller" };
    }

    private void Wash(int daysAgo, string who, int minutes, decimal agents, WeighLogRow from, params WeighLogRow[] rest)
    {
        Step(daysAgo, StepKind.Wash, who, minutes, null, from, rest);
        var mine = rows.Count - rest.Length - 1;
        for (var i = mine; i < rows.Count; i++)
        {
            rows[i] = rows[i] with { Spent = agents };
        }
    }

    private void Leave(int daysAgo, StepKind step, string who, WeighLogRow from, string notes)
    {
        Step(daysAgo, step, who, 0, 61, from);
        rows[^1] = rows[^1] with { Notes = notes, Minutes = null };
    }

    private void Recount(int daysAgo, string who, string lot, double grams, double humidity, string notes)
    {
        Step(daysAgo, StepKind.Recount, who, 0, humidity, Weighed(new WeighLogRow { Flow = RowKind.Count, Lot = lot }, grams, 1));
        rows[^1] = rows[^1] with { Notes = notes, Minutes = null };
    }

    private void Step(int daysAgo, StepKind step, string who, int minutes, double? humidity, WeighLogRow from, params WeighLogRow[] rest) =>
        Step(daysAgo, step, who, minutes, humidity, [from], "", rest);

    private void Step(
        int daysAgo,
        StepKind step,
        string who,
        int minutes,
        double? humidity,
        WeighLogRow[] from,
        params WeighLogRow[] rest
    ) => Step(daysAgo, step, who, minutes, humidity, from, "", rest);

    private void Step(
        int daysAgo,
        StepKind step,
        string who,
        int minutes,
        double? humidity,
        WeighLogRow[] from,
        string because,
        WeighLogRow[] rest
    )
    {
        var line = 0;
        entry++;
        rows.AddRange(
            from.Concat(rest)
                .Select(r =>
                    r with
                    {
                        Entry = entry,
                        Line = ++line,
                        Step = step,
                        DoneAt = At(daysAgo, 11 + Math.Min((int)step, 7)),
                        Who = who,
                        Minutes = minutes,
                        HumidityPercent = r.MassGrams is null ? null : humidity,
                        ConfirmedBecause = because,
                    }
                )
        );
    }

    private DateTimeOffset At(int daysAgo, int hour)
    {
        var day = now.UtcDateTime.Date.AddDays(-daysAgo);
        var at = new DateTimeOffset(day.AddHours(hour), TimeSpan.Zero);
        return at <= now ? at : now.AddMinutes(-30);
    }

    private static WeighLogRow In(string lot) =>
        new()
        {
            Flow = RowKind.In,
            Lot = lot,
            Amount = Amount.Whole,
            EmptiesLot = true,
        };

    private static WeighLogRow Part(string lot, double grams) => Weighed(new WeighLogRow { Flow = RowKind.In, Lot = lot }, grams, 1);

    private static WeighLogRow Out(string lot, LotForm form, double grams) =>
        Weighed(
            new WeighLogRow
            {
                Flow = RowKind.Out,
                Lot = lot,
                Form = form,
            },
            grams,
            grams > 900 ? 2
                : grams < 100 ? 0.1
                : 1
        );

    private static WeighLogRow Damp(string lot) =>
        new()
        {
            Flow = RowKind.Out,
            Lot = lot,
            Form = LotForm.Washed,
            Amount = Amount.NotWeighed,
        };

    private static WeighLogRow Loss(LossKind kind, double grams, Fate? fate) =>
        Weighed(
            new WeighLogRow
            {
                Flow = RowKind.Loss,
                Loss = kind,
                Fate = fate,
            },
            grams,
            grams < 10 ? 0.1 : 1
        );

    private static WeighLogRow Gone(LossKind kind) =>
        new()
        {
            Flow = RowKind.Loss,
            Loss = kind,
            Amount = Amount.ByDifference,
        };

    private static WeighLogRow Weighed(WeighLogRow row, double grams, double scaleStep) =>
        row with
        {
            Amount = Amount.Weighed,
            MassGrams = grams,
            State = WeighingState.Rested,
            ScaleStepGrams = scaleStep,
        };
}
