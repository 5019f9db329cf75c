using CsCheck;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Fibres;

public class CompositionTests
{
    private static readonly Gen<Composition> Pure = Gen.Select(
        Gen.Enum<Fibre>(),
        Pick.Of("", "Gotland", "Merino", "Tussah silk"),
        (fibre, breed) => Composition.Of(fibre, breed)
    );
    private static readonly Gen<(Composition, double)[]> Heaps = Gen.Select(Pure, Gen.Double[0.5, 5000]).Array[1, 20];

    private static ReferenceWeighing At50(double grams, Composition of) =>
        ReferenceWeighing.Of(
            new Weighing(Guid.NewGuid(), Mass.FromGrams(grams), WeighingState.Rested, 50, Mass.FromGrams(1), new DateOnly(2026, 5, 14)),
            Nature.Of(of, LotForm.Opened, new Span(1, 1))
        )!;

    private static Composition Mixed(params (Composition, double)[] heaps) =>
        Composition.Mixed([.. heaps.Select(h => (h.Item1, (double?)h.Item2))])!;

    // The worked figure of the docs/craft.md, section 4, "Blends".
    [Fact]
    public void Sixty_grams_of_wool_and_forty_of_silk_rested_at_50()
    {
        var (wool, silk) = (At50(60, Fibre.Wool), At50(40, Fibre.Silk));
        var mix = Mixed((Fibre.Wool, wool.Grams), (Fibre.Silk, silk.Grams));
        Assert.Equal([0.5919, 0.4081], mix.Parts.Select(p => Math.Round(p.Share, 4)));
        Assert.Equal(12.66, mix.Regain(65) * 100, 0.005);
        Assert.Equal(102.34, wool.Grams + silk.Grams, 0.005);
        Assert.Equal(wool.Grams + silk.Grams, At50(100, mix).Grams, 1e-9);
        Assert.Equal((0.5919 * 0.010) + (0.4081 * 0.006), mix.RegainUncertainty(true), 1e-6);
    }

    [Fact]
    public void Shares_make_a_whole_however_much_goes_together() =>
        Heaps.Sample(heaps =>
        {
            if (heaps.DistinctBy(h => h.Item1.Main).Count() > Composition.MostParts)
            {
                Assert.Null(Mixed(heaps));
                return;
            }

            var mix = Mixed(heaps);
            Assert.Equal(1, mix.Parts.Sum(p => p.Share), 1e-9);
            Assert.InRange(mix.Parts.Count, 1, Composition.MostParts);
            Assert.All(mix.Parts.Zip(mix.Parts.Skip(1)), p => Assert.True(p.First.Share >= p.Second.Share));
            Assert.True(Composition.Read(mix.Parts).Value.Equals(mix));
        });

    [Fact]
    public void Two_and_two_put_together_are_as_all_at_once() =>
        Gen.Select(Pure, Pure, Pure, Gen.Double[1, 900], Gen.Double[1, 900], Gen.Double[1, 900])
            .Sample(
                (a, b, c, x, y, z) =>
                {
                    var atOnce = Mixed((a, x), (b, y), (c, z));
                    var inTurn = Mixed((Mixed((a, x), (b, y)), x + y), (c, z));
                    Assert.True(atOnce.HasPartsOf(inTurn));
                    Assert.All(atOnce.Parts, p =>
                        Assert.Equal(p.Share, inTurn.Parts.Single(q => (q.Fibre, q.Breed) == (p.Fibre, p.Breed)).Share, 1e-9)
                    );
                }
            );

    // Heaps are put together, divided and lost of in whatever order: every heap's shares stay whole, and no fibre comes or goes but what
    // was lost.
    [Fact]
    public void Through_any_blending_dividing_joining_and_losing_shares_stay_whole_and_every_fibre_is_conserved() =>
        Gen.Select(
                Gen.Double[10, 900].Array[2, 6],
                Gen.Select(Gen.Int[0, 3], Gen.Int[0, 99], Gen.Int[0, 99], Gen.Double[0.05, 0.95]).Array[0, 40]
            )
            .Sample(
                (grams, steps) =>
                {
                    Fibre[] kinds = [Fibre.Wool, Fibre.Silk, Fibre.Mohair, Fibre.Cotton, Fibre.Cashmere, Fibre.Nylon];
                    var heaps = grams.Select((g, i) => (Of: Composition.Of(kinds[i]), Grams: g)).ToList();
                    double Dry(IEnumerable<(Composition Of, double Grams)> of, Fibre fibre) =>
                        of.Sum(h => h.Grams / (1 + h.Of.Regain(65)) * h.Of.Parts.Where(p => p.Fibre == fibre).Sum(p => p.Share));
                    var before = kinds.Select(k => Dry(heaps, k)).ToArray();
                    var lost = new List<(Composition Of, double Grams)>();
                    foreach (var (what, one, other, part) in steps)
                    {
                        var (i, j) = (one % heaps.Count, other % heaps.Count);
                        switch (what)
                        {
                            case 0 or 1 when i != j:
                                var mixed = (Mixed(heaps[i], heaps[j]), heaps[i].Grams + heaps[j].Grams);
                                heaps = [.. heaps.Where((_, k) => k != i && k != j), mixed];
                                break;
                            case 2 when heaps.Count < 12:
                                heaps.Add((heaps[i].Of, heaps[i].Grams * part));
                                heaps[i] = (heaps[i].Of, heaps[i].Grams * (1 - part));
                                break;
                            case 3:
                                lost.Add((heaps[i].Of, heaps[i].Grams * part / 5));
                                heaps[i] = (heaps[i].Of, heaps[i].Grams * (1 - part / 5));
                                break;
                        }

                        Assert.All(heaps, h => Assert.Equal(1, h.Of.Parts.Sum(p => p.Share), 1e-9));
                    }

                    Assert.All(kinds.Zip(before), k =>
                        Assert.Equal(k.Second, Dry(heaps, k.First) + Dry(lost, k.First), Math.Max(1e-9, k.Second * 1e-9))
                    );
                }
            );

    [Fact]
    public void Of_what_was_not_weighed_only_the_breed_is_lost()
    {
        Assert.Null(Composition.Mixed([(Fibre.Wool, 60), (Fibre.Silk, null)]));
        Assert.Null(Composition.Mixed([(Fibre.Wool, 60), (Fibre.Silk, 0)]));
        Assert.Equal(
            Composition.Of(Fibre.Wool),
            Composition.Mixed([(Composition.Of(Fibre.Wool, "Gotland"), 60), (Composition.Of(Fibre.Wool, "Romney"), null)])
        );
        Assert.Equal(
            Composition.Of(Fibre.Wool, "Gotland"),
            Composition.Mixed([(Composition.Of(Fibre.Wool, "Gotland"), null), (Composition.Of(Fibre.Wool, "Gotland"), null)])
        );
    }

    [Fact]
    public void A_part_without_a_curve_counts_with_no_water_and_with_doubt()
    {
        var sock = Mixed((Fibre.Wool, 75 * 1.145), (Fibre.Nylon, 25));
        Assert.Equal(0.75 * 0.145, sock.Regain(65), 1e-12);
        Assert.Equal((0.75 * 0.010) + (0.25 * 0.02), sock.RegainUncertainty(true), 1e-12);
        Assert.Equal((0.75 * 0.17) + (0.25 * 0.0625), sock.Allowance(Preparation.Carded), 1e-12);
    }

    [Fact]
    public void Beyond_twelve_parts_the_smallest_of_a_fibre_are_told_together()
    {
        var many = Mixed([.. Enumerable.Range(1, 20).Select(i => (Composition.Of(Fibre.Wool, $"Breed {i}"), (double)i))]);
        Assert.Equal(Composition.MostParts, many.Parts.Count);
        Assert.Contains(many.Parts, p => p.Breed == "");
        Assert.Contains(many.Parts, p => p.Breed == "Breed 20");
    }

    [Fact]
    public void Breeds_are_told_by_share_and_a_fibre_of_no_breed_by_its_name()
    {
        Assert.Equal("Gotland", Composition.Of(Fibre.Wool, "Gotland").Parentage().Write());
        Assert.Equal(
            "Gotland 75 / Romney 25",
            Mixed((Composition.Of(Fibre.Wool, "Gotland"), 750), (Composition.Of(Fibre.Wool, "Romney"), 250)).Parentage().Write()
        );
        Assert.Equal("", Mixed((Composition.Of(Fibre.Wool, "Gotland"), 750), (Composition.Of(Fibre.Wool), 250)).Parentage().Write());
        Assert.Equal(
            "Merino 70 / Silk 30",
            Mixed((Composition.Of(Fibre.Wool, "Merino"), 70), (Composition.Of(Fibre.Silk), 30)).Parentage().Write()
        );
    }

    [Fact]
    public void Fineness_of_a_mix_is_the_mean_where_all_is_known()
    {
        Breed Of(string name, double micron) =>
            new(name, Fibre.Wool, FleeceClass.Fine, new(micron - 1, micron + 1), new(60, 100), Wave.Crimp, null, new(2, 4), new(0.5, 0.65));
        Breed? Find(string name) =>
            name switch
            {
                "Merino" => Of(name, 20),
                "Romney" => Of(name, 34),
                _ => null,
            };
        var mix = Mixed((Composition.Of(Fibre.Wool, "Merino"), 300), (Composition.Of(Fibre.Wool, "Romney"), 100));
        Assert.Equal(new Span(22.5, 24.5), mix.Mean(Find, b => b.Micron));
        Assert.Null(Mixed((Composition.Of(Fibre.Wool, "Merino"), 300), (Composition.Of(Fibre.Silk), 100)).Mean(Find, b => b.Micron));
    }

    [Theory]
    [InlineData("no-parts")]
    [InlineData("shares-do-not-add", 0.5, 0.4)]
    [InlineData("shares-do-not-add", 1.5, -0.5)]
    [InlineData("too-many", 0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.025, 0.025, 0.025, 0.025)]
    public void Stored_parts_make_a_whole(string code, params double[] shares) =>
        Assert.Contains(
            code,
            Composition.Read([.. shares.Select((s, i) => new FibrePart(Fibre.Wool, $"Breed {i}", s))]).Refusals.Select(r => r.Code)
        );
}
