using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Lots;

/// <summary>A kit of which it is known what is in it and not how much: it comes in, is weighed out, or stays unknown.</summary>
public class KitTests
{
    private static readonly ToldPart[] Unknown =
    [
        new(Fibre.Wool, "Merino", null, null),
        new(Fibre.Silk, "", null, null),
        new(Fibre.Nylon, "", null, null),
    ];

    private static Composition Kit(params ToldPart[] parts) => Composition.OfLabel(ToldParts.Read(parts, LotForm.Top).Value);

    private static ReferenceWeighing At(double grams, Composition of, double? humidity) =>
        ReferenceWeighing.Of(
            new Weighing(
                Guid.NewGuid(),
                Mass.FromGrams(grams),
                WeighingState.Rested,
                humidity,
                Mass.FromGrams(0.01),
                new DateOnly(2026, 5, 14)
            ),
            Nature.Of(of, LotForm.Top, new Span(1, 1))
        )!;

    [Fact]
    public void Nothing_is_said_of_shares_that_nobody_knows()
    {
        var kit = Kit(Unknown);
        Assert.False(kit.SharesKnown);
        Assert.All(kit.Label, p => Assert.Null(p.Percent));
        Assert.Equal("Merino / Silk / Nylon", kit.WrittenParentage());
        Assert.Equal(
            new Span(10, 24),
            Composition
                .OfLabel([new(Fibre.Wool, "Fine", null), new(Fibre.Silk, "Bombyx", null)])
                .Mean(name => name is "Fine" or "Bombyx" ? Book(name) : null, b => b.Micron)
        );
    }

    private static Breed Book(string name) =>
        new(
            name,
            Fibre.Wool,
            FleeceClass.Fine,
            name == "Fine" ? new Span(18, 24) : new Span(10, 13),
            new Span(60, 90),
            Wave.Crimp,
            null,
            new Span(3, 5),
            new Span(0.5, 0.7)
        );

    // Wool gains some 4 % from 40 to 65 %, and nylon, of which no curve is known, counts with nothing: the weight at reference covers both.
    [Fact]
    public void Its_weight_is_as_uncertain_as_its_shares()
    {
        var kit = Kit(Unknown);
        var weighed = At(120, kit, 40);
        var known = At(120, Kit(Unknown[0] with { Percent = 50 }, Unknown[1] with { Percent = 30 }, Unknown[2] with { Percent = 20 }), 40);
        Assert.True(weighed.OwnVariance > 10 * known.OwnVariance, $"{weighed.OwnVariance} against {known.OwnVariance}");
        Assert.Equal(known.OwnVariance, At(120, kit, null).OwnVariance, 0.001);
        foreach (var only in new[] { Fibre.Wool, Fibre.Nylon })
        {
            var most = 2.5 * Math.Sqrt(weighed.OwnVariance);
            Assert.InRange(At(120, only, 40).Grams, weighed.Grams - most, weighed.Grams + most);
        }
    }

    [Fact]
    public void Weighed_out_it_has_the_shares_of_its_weights()
    {
        ToldPart[] weights =
        [
            new(Fibre.Wool, "Merino", null, Mass.FromGrams(60)),
            new(Fibre.Silk, "", null, Mass.FromGrams(30)),
            new(Fibre.Nylon, "", null, Mass.FromGrams(30)),
        ];
        var kit = Kit(weights);
        Assert.True(kit.SharesKnown);
        Assert.Equal([50.0, 25, 25], kit.Label.OrderByDescending(p => p.Percent).Select(p => Math.Round(p.Percent!.Value, 9)));
        Assert.True(kit.HasPartsOf(Kit(Unknown)));
        Assert.False(kit.Equals(Kit(Unknown)));
    }

    [Fact]
    public void What_it_goes_into_has_unknown_shares_too_and_three_thirds_of_it_stay_what_it_was()
    {
        var kit = Kit(Unknown);
        var joined = Composition.Mixed([(kit, 100), (Composition.Of(Fibre.Wool, "Merino"), 300)])!;
        Assert.False(joined.SharesKnown);
        Assert.Equal(1, joined.Parts.Sum(p => p.Share), 1e-12);
        Assert.Equal("Merino / Silk / Nylon", joined.WrittenParentage());
        Assert.True(Composition.Mixed([(kit, 40), (kit, 40), (kit, null)])!.Equals(kit));
        Assert.Null(Composition.Mixed([(kit, null), (Composition.Of(Fibre.Wool), 20)]));
    }

    [Theory]
    [InlineData(null, 30.0, null, null, "not-all")]
    [InlineData(50.0, 30.0, null, null, "not-a-hundred")]
    [InlineData(50.0, null, null, 30.0, "not-all")]
    [InlineData(null, null, 0.0, 30.0, "out-of-range")]
    [InlineData(0.0, 100.0, null, null, "out-of-range")]
    [InlineData(double.NaN, 100.0, null, null, "out-of-range not-a-hundred")]
    public void Half_told_shares_are_refused(double? first, double? second, double? firstGrams, double? secondGrams, string code)
    {
        Mass? Weight(double? grams) => grams is { } g ? Mass.FromGrams(g) : null;
        var read = ToldParts.Read(
            [new(Fibre.Wool, "", first, Weight(firstGrams)), new(Fibre.Silk, "", second, Weight(secondGrams))],
            LotForm.Top
        );
        Assert.Equal(code.Split(' '), read.Refusals.Select(r => r.Code));
    }

    [Fact]
    public void A_kit_is_not_in_the_grease() =>
        Assert.Equal(["in-the-grease"], ToldParts.Read(Unknown, LotForm.Raw).Refusals.Select(r => r.Code));

    [Fact]
    public void One_part_alone_is_all_of_it()
    {
        Assert.True(Kit(Unknown[0]).SharesKnown);
        Assert.True(Kit(Unknown[0], Unknown[0]).Equals(Composition.Of(Fibre.Wool, "Merino")));
    }
}
