using CsCheck;
using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Blending;

/// <summary>The layers of a blend: their plan, what passes make of them, and the law that a mixed pile has to keep.</summary>
public class LayerTests(ITestOutputHelper output)
{
    private static readonly Gen<double[]> Fractions = Gen.Double[0.01, 1]
        .Array[1, 12]
        .Select(parts => parts.Select(p => p / parts.Sum()).ToArray());

    [Fact]
    public void A_load_is_its_layers_and_every_component_has_its_share() =>
        Gen.Select(Fractions, Gen.Double[1, 500], Gen.Int[1, 60])
            .Sample(
                (fractions, grams, layers) =>
                {
                    var laid = LayerPlan.Of(fractions, grams, layers);
                    Assert.Equal(grams, laid.Sum(l => l.Grams), grams * 1e-9);
                    for (var c = 0; c < fractions.Length; c++)
                    {
                        Assert.Equal(grams * fractions[c], laid.Where(l => l.Component == c).Sum(l => l.Grams), grams * 1e-9);
                    }
                }
            );

    [Fact]
    public void Thin_layers_of_the_small_lie_between_those_of_the_large()
    {
        Assert.Equal([0, 1, 0, 2, 0, 1, 0], LayerPlan.Of([0.6, 0.3, 0.1], 50, 7).Select(l => l.Component));
        Assert.Equal(5, Assert.Single(LayerPlan.Of([0.6, 0.3, 0.1], 50, 7), l => l.Component == 2).Grams, 1e-9);
        // However small it is, it has a layer.
        Assert.Contains(LayerPlan.Of([0.98, 0.02], 50, 4), l => l.Component == 1);
    }

    [Fact]
    public void Passes_conserve_every_component_and_one_part_leaves_the_pile() =>
        Gen.Select(Fractions, Gen.Int[1, 400], Gen.Int[1, 8], Gen.Int[0, 6], Gen.Int[0, 1000])
            .Sample(
                (fractions, thin, parts, passes, seed) =>
                {
                    var pile = LayerPile.Laid(LayerPlan.Of(fractions, 50, 12), thin);
                    Assert.Equal(thin, pile.Layers.Count);
                    if (thin >= 2 * LayerPlan.Of(fractions, 50, 12).Count)
                    {
                        Assert.Equal(Enumerable.Range(0, fractions.Length), pile.Layers.Distinct().Order());
                    }

                    var random = new Random(seed);
                    var after = pile;
                    for (var i = 0; i < passes; i++)
                    {
                        after = after.Pass(parts, random);
                    }

                    Assert.Equal(pile.Layers.Order(), after.Layers.Order());
                    if (parts == 1)
                    {
                        Assert.Equal(pile.Layers, after.Layers);
                    }

                    var taken = Math.Max(1, thin / 5);
                    Assert.All(after.Stretches(taken, fractions.Length), s => Assert.Equal(1, s.Sum(), 1e-9));
                }
            );

    [Fact]
    public void The_same_seed_is_the_same_hand()
    {
        var laid = LayerPlan.Of([0.5, 0.3, 0.2], 50, 12);
        var one = BlendEvenness.Of(laid, 3, 4, 3, 20, 7);
        Assert.Equal(one.Passes[4].Layers, BlendEvenness.Of(laid, 3, 4, 3, 20, 7).Passes[4].Layers);
        Assert.NotEqual(one.Passes[4].Layers, BlendEvenness.Of(laid, 3, 4, 3, 20, 8).Passes[4].Layers);
        Assert.Equal(laid.Count * 81.0, one.LayersOnPaper);
        Assert.Equal(5, one.Passes.Count);
    }

    [Fact]
    public void Each_pass_brings_a_streaky_load_nearer_to_the_floor()
    {
        // Two halves laid on one over the other: as streaky as can be.
        var laid = new Layer[] { new(0, 25), new(1, 25) };
        var mean = Enumerable
            .Range(0, 5)
            .Select(pass =>
                Enumerable.Range(1, 60).Average(seed => BlendEvenness.Of(laid, 2, 4, 3, 20, seed).Passes[pass].Variation!.Value)
            )
            .ToArray();
        var floor = BlendEvenness.Of(laid, 2, 0, 3, 20, 1).Floor;
        Assert.Equal(0.5, mean[0], 1e-9);
        Assert.True(mean[0] > mean[1] && mean[1] > mean[2] && mean[2] > mean[3], string.Join(" ", mean));
        Assert.InRange(mean[4], floor * 0.85, floor * 1.1);
    }

    // Neighbouring layers of a pile that was mixed through are a sample drawn without replacement: the law with its finite correction.
    [Fact]
    public void A_mixed_pile_keeps_the_law()
    {
        var worst = 0.0;
        foreach (var layers in new[] { 200, 1000 })
        {
            // Enough riffles: one and a half times the logarithm of the layers mixes a pile through.
            var (parts, passes) = (layers == 200 ? 6 : 8, LayerPile.MostPasses);
            foreach (var share in new[] { 0.02, 0.1, 0.3, 0.5 })
            {
                foreach (var taken in new[] { 5, 20, 80 })
                {
                    var random = new Random(layers + taken);
                    var of = (int)Math.Round(share * layers);
                    var start = LayerPile.Of(Enumerable.Range(0, layers).Select(i => i < of ? 1 : 0));
                    var squares = 0.0;
                    var samples = 0;
                    for (var run = 0; run < (layers == 200 ? 3000 : 900); run++)
                    {
                        var pile = start;
                        for (var pass = 0; pass < passes; pass++)
                        {
                            pile = pile.Pass(parts, random);
                        }

                        foreach (var stretch in pile.Stretches(taken, 2))
                        {
                            squares += (stretch[1] - share) * (stretch[1] - share);
                            samples++;
                        }
                    }

                    var found = Math.Sqrt(squares / samples) / share;
                    worst = Math.Max(worst, Math.Abs(found / LayerPile.Law(share, taken, layers) - 1));
                }
            }
        }

        output.Say("evenness-error", worst, "0..0.05");
        Assert.True(worst < 0.05, $"{worst}");
    }
}

/// <summary>Shares as people tell them, and what is said of a mix.</summary>
public class BlendPlanTests
{
    private static string Code<T>(Result<T> result) => string.Join(", ", result.Refusals.Select(r => $"{r.Field} {r.Code}"));

    private static Result<BlendShares> Read(SharesBy by, string[] amounts, string? total = "1200") =>
        BlendShares.Read(by, amounts, total, MassUnit.Gram);

    [Fact]
    public void Shares_come_as_percent_as_parts_or_as_weights_and_make_one()
    {
        Assert.Equal([0.4, 0.38, 0.2, 0.02], Read(SharesBy.Percent, ["40", "38 %", "20", "2"]).Value.Fractions);
        Assert.Equal([2.0 / 3, 1.0 / 3], Read(SharesBy.Parts, ["2", "1"]).Value.Fractions);
        var weights = Read(SharesBy.Weight, ["0.3 kg", "100"], null).Value;
        Assert.Equal((400, 0.75), (weights.TotalGrams, weights.Fractions[0]));
        Assert.Equal([0.125, 0.875], Read(SharesBy.Percent, ["12,5", "87,5"]).Value.Fractions);
    }

    [Fact]
    public void What_is_no_share_is_refused_at_its_field()
    {
        Assert.Equal("components[0].amount out-of-range", Code(Read(SharesBy.Percent, ["0", "100"])));
        Assert.Equal("components[0].amount out-of-range", Code(Read(SharesBy.Percent, ["101", "20"])));
        Assert.Equal("components[1].amount not-a-number", Code(Read(SharesBy.Parts, ["1", "some"])));
        Assert.Equal("components[0].amount empty", Code(Read(SharesBy.Parts, [" ", "1"])));
        Assert.Equal("components[0].amount not-a-number", Code(Read(SharesBy.Parts, ["1e999", "1"])));
        Assert.Equal("components too-many", Code(Read(SharesBy.Parts, [.. Enumerable.Repeat("1", 13)])));
        Assert.Equal("components nothing-taken", Code(Read(SharesBy.Parts, [])));
        Assert.Equal("total empty", Code(Read(SharesBy.Parts, ["1"], "")));
        var missing = Assert.Single(Read(SharesBy.Percent, ["40", "38", "20"]).Refusals);
        Assert.Equal(("not-a-hundred", true), (missing.Code, missing.Reason.Contains("2 % are missing", StringComparison.Ordinal)));
    }

    [Fact]
    public void Small_portions_are_weighed_once_or_mixed_in_first()
    {
        Assert.Equal(WeighAdvice.EachLoad, BlendNotes.Weigh(20, 480, 1));
        Assert.Equal(WeighAdvice.OnceForAll, BlendNotes.Weigh(1, 24, 1));
        Assert.Equal(WeighAdvice.PreBlend, BlendNotes.Weigh(0.5, 2, 1));
    }

    [Fact]
    public void A_mix_is_told_what_it_will_be_like()
    {
        KnownComponent Of(double share, Composition what, double? staple = null, double? micron = null, FeltingGrade? felts = null) =>
            new(share, what, staple, micron, felts);
        Assert.Equal(
            [BlendNote.UnlikeLengths, BlendNote.UnlikeFineness],
            BlendNotes.Of([Of(0.5, Fibre.Wool, 60, 19), Of(0.5, Fibre.Wool, 110, 36)])
        );
        Assert.Equal([BlendNote.Slippery], BlendNotes.Of([Of(0.98, Fibre.Wool), Of(0.02, Fibre.Polyester)]));
        Assert.Equal([BlendNote.WearsWell], BlendNotes.Of([Of(0.8, Fibre.Wool), Of(0.2, Fibre.Nylon)]));
        Assert.Equal(
            [BlendNote.FeltsUnevenly],
            BlendNotes.Of([Of(0.5, Fibre.Wool, felts: FeltingGrade.Readily), Of(0.5, Fibre.Wool, felts: FeltingGrade.Little)])
        );
        Assert.Equal([BlendNote.Felts], BlendNotes.Of([Of(1, Fibre.Wool, felts: FeltingGrade.Readily)]));
        Assert.Empty(BlendNotes.Of([Of(0.5, Fibre.Wool), Of(0.5, Fibre.Cashmere)]));
    }
}
