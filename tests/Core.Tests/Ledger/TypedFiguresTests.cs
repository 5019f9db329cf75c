using CsCheck;
using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>What is typed at a bench is held against what it can be, and asked about with what it may have been.</summary>
public class TypedFiguresTests
{
    private static readonly DateTimeOffset Start = new(2026, 5, 14, 10, 0, 0, TimeSpan.Zero);

    private static CombState Combs(params IReadOnlyList<(double Top, double Noil)> loads)
    {
        var plan = CombRun
            .Plan(
                [LotForm.Clean],
                30,
                new CombPlan(0, new LoadSize(5, 0), CombWay.Lashed, LockEnd.Butt, LockEnd.Tip, 3, DrawnOff.Diz, 3, "Long")
            )
            .Value;
        return CombState.Of(
            Guid.Empty,
            plan,
            Start,
            loads.Select(l => new RunEvent<CombEvent>(Guid.CreateVersion7(), Start, new LoadCombed(l.Top, l.Noil, "", "")))
        );
    }

    private static Refusal? AtCombs(RunCommand command, CombState? state = null)
    {
        var decided = CombRun.Decide(state ?? Combs(), command, MassUnit.Gram, Start.AddHours(1), Guid.CreateVersion7);
        return decided.IsRefused ? Assert.Single(decided.Refusals) : null;
    }

    [Fact]
    public void Noil_of_43_g_from_a_load_of_5_g_is_asked_about_with_4_3_g_and_believed_where_it_is_said_to_be_so()
    {
        var asked = AtCombs(new CombOneLoad("4", "43"))!;
        Assert.Equal(("noil", TypedFigures.Unlikely), (asked.Field, asked.Code));
        Assert.Equal("43 g? A load here is 5 g.", asked.Reason);
        Assert.Contains("4.3 g", asked.Choices!.Select(c => c.Replace("4.30", "4.3", StringComparison.Ordinal)));
        Assert.Null(AtCombs(new CombOneLoad("4", "43") { AsTyped = true }));
        Assert.Null(AtCombs(new CombOneLoad("4", "0.4")));
        Assert.Null(AtCombs(new CombOneLoad("4", "0")));
        Assert.Equal("top", AtCombs(new CombOneLoad("40"))!.Field);
        // What was believed of one load is not asked about again.
        Assert.Null(AtCombs(new CombOneLoad("11", "1"), Combs((12, 1))));
        Assert.NotNull(AtCombs(new CombOneLoad("11", "1"), Combs((4, 1))));
    }

    [Theory]
    [InlineData("420 g")]
    [InlineData("38 g")]
    public void What_falls_at_the_combs_is_no_more_than_lies_there(string mass)
    {
        Assert.Equal("mass", AtCombs(new WeighCombWaste(mass))!.Field);
        Assert.Equal("mass", AtCombs(new KeepEnds(mass))!.Field);
        Assert.Null(AtCombs(new KeepEnds(mass) { AsTyped = true }));
    }

    private static Refusal? Spun(LotForm makes, SpunFrom from, RunCommand command, params RunEvent<SpinEvent>[] before)
    {
        var state = SpinState.Of(Guid.Empty, Start, before);
        var decided = SpinRun.Decide(state, makes, from, command, MassUnit.Gram, Start.AddHours(1), Guid.CreateVersion7);
        return decided.IsRefused ? Assert.Single(decided.Refusals) : null;
    }

    private static readonly SpunFrom Singles = SpunFrom.Of(new SpinPlan(new YarnWish(16, 25, 2), SpunFibre.Unknown, null, "", 22), 33);

    [Fact]
    public void Wraps_of_61_where_16_were_wanted_are_asked_about_with_16()
    {
        var asked = Spun(LotForm.Singles, Singles, new ReadPlyBack("61"))!;
        Assert.Equal("wraps", asked.Field);
        Assert.Equal("61? About 16 wraps an inch are looked for here.", asked.Reason);
        Assert.Equal("16", asked.Choices![0]);
        Assert.Null(Spun(LotForm.Singles, Singles, new ReadPlyBack("61") { AsTyped = true }));
        foreach (var wraps in new[] { "9", "12", "16", "24", "34" })
        {
            Assert.Null(Spun(LotForm.Singles, Singles, new ReadPlyBack(wraps)));
        }
    }

    [Fact]
    public void A_bobbin_holds_no_more_than_there_is_and_a_length_fits_its_weight()
    {
        var asked = Spun(LotForm.Singles, Singles, new FillBobbin("85"))!;
        Assert.Equal(("mass", "85 g? 33 g are left to make it of."), (asked.Field, asked.Reason));
        Assert.Null(Spun(LotForm.Singles, Singles, new FillBobbin("31")));
        var full = new RunEvent<SpinEvent>(Guid.CreateVersion7(), Start, new BobbinFilled(30, YarnMeasures.Nothing, "30", ""));
        Assert.Equal("mass", Spun(LotForm.Singles, Singles, new FillBobbin("31"), full)!.Field);

        // 1 000 yd of 14 g.
        var (length, usual) = (
            Spun(LotForm.Singles, Singles, new FillBobbin("14", Length: "1000 yd"))!,
            14 / YarnFigures.Typical.SinglesTex(22) * 1000
        );
        Assert.Equal("length", length.Field);
        Assert.InRange(914.4, TypedFigures.GristDiffers * usual, double.PositiveInfinity);
        Assert.Null(Spun(LotForm.Singles, Singles, new FillBobbin("14", Length: FormattableString.Invariant($"{usual * 1.6:0} m"))));
    }

    [Fact]
    public void A_skein_is_no_heavier_and_no_longer_than_its_singles_give()
    {
        var strand = new PlyStrand(Guid.NewGuid(), "S-01", Fibre.Wool, 145, 400, TwistDirection.Z);
        var plan = PlyPlan
            .Check(
                new PlyPlan(
                    YarnStructure.Plain,
                    2,
                    25,
                    14,
                    TwistDirection.S,
                    null,
                    PlyFrom.Bobbins,
                    [strand, strand with { Lot = Guid.NewGuid(), Code = "S-02" }],
                    6
                )
            )
            .Value;
        var from = SpunFrom.Of(plan, 116);
        var mass = Spun(LotForm.Plied, from, new FillBobbin("1112", Length: "370"))!;
        Assert.Equal("mass", mass.Field);
        Assert.Contains("112 g", mass.Choices!);
        var length = Spun(LotForm.Plied, from, new FillBobbin("112", Length: "1900"))!;
        Assert.Equal(("length", "190 m"), (length.Field, length.Choices![0]));
        Assert.Null(Spun(LotForm.Plied, from, new FillBobbin("112", Length: "370")));
        Assert.Null(Spun(LotForm.Plied, from, new FillBobbin("112", Length: "1900") { AsTyped = true }));
    }

    [Theory]
    [InlineData(1100, "110 mm")]
    [InlineData(11, "110 mm")]
    [InlineData(4.3, "109 mm")]
    public void A_lock_that_none_of_its_breed_has_is_asked_about(double millimetres, string meant)
    {
        var usual = new Span(90, 120);
        MeasuredLock Of(double mm) => new(FleecePlace.Side, Length.FromMillimetres(mm), null, null, null);
        var asked = Of(millimetres).Unlikely(usual, [], LengthUnit.Millimetre)!;
        Assert.Equal(("length", TypedFigures.Unlikely), (asked.Field, asked.Code));
        Assert.Contains(meant, asked.Choices!);
        Assert.All(new[] { 40.0, 75, 110, 160, 290 }, mm => Assert.Null(Of(mm).Unlikely(usual, [], LengthUnit.Millimetre)));
        Assert.Null(Of(millimetres).Unlikely(usual, [millimetres], LengthUnit.Millimetre));
        Assert.Null(Of(600).Unlikely(null, [], LengthUnit.Inch));
        Assert.NotNull(Of(1100).Unlikely(null, [], LengthUnit.Inch));
    }

    [Fact]
    public void What_is_offered_always_can_be_and_what_can_be_is_never_asked_about() =>
        Gen.Select(Gen.Double[0.01, 5000], Gen.Double[0.1, 4000], Gen.Double[1.01, 20])
            .Sample(
                (typed, low, times) =>
                {
                    var can = new Span(low, low * times);
                    var asked = TypedFigures.Figure("mass", typed, can, "So much.", v => v.ToString("R", null), null, 28.35);
                    Assert.Equal(can.Holds(typed), asked is null);
                    Assert.All(asked?.Choices ?? [], c => Assert.True(can.Holds(double.Parse(c, null))));
                    Assert.InRange(asked?.Choices!.Count ?? 0, 0, TypedFigures.Offered);
                }
            );

    [Fact]
    public void The_right_figure_is_among_those_offered_for_most_slips()
    {
        // Loads of 18 to 42 g with a digit dropped, doubled, exchanged or a point forgotten, each slip as often.
        var (asked, offered) = (0, 0);
        var random = new Random(11);
        for (var i = 0; i < 600; i++)
        {
            var right = Math.Round(18 + (random.NextDouble() * 24), 1);
            var text = right.ToString("0.0", null);
            var typed = (i % 3) switch
            {
                0 => text.Replace(".", "", StringComparison.Ordinal),
                1 => text[..1] + text[0] + text[1..],
                _ => text[1..],
            };
            var refusal = TypedFigures.Weight("mass", double.Parse(typed, null), TypedFigures.Load(30, []), "A load.", MassUnit.Gram, 30);
            if (refusal is null)
            {
                continue;
            }

            asked++;
            offered += refusal.Choices!.Any(c =>
                MassReader.Read(c, MassUnit.Gram, "mass").Value.Grams is var g && Math.Abs(g - right) < 0.051
            )
                ? 1
                : 0;
        }

        TestContext.Current.TestOutputHelper?.WriteLine(
            $"bench-slip-asked {asked / 600.0:0.000}, bench-slip-offered {offered / (double)asked:0.000}"
        );
        Assert.InRange(asked / 600.0, 0.6, 1);
        Assert.InRange(offered / (double)asked, 0.8, 1);
    }
}
