using CsCheck;
using EarthyTuft.Core.Fibres;
using Xunit;

namespace EarthyTuft.Core.Tests.Fibres;

public class RegainTests
{
    [Fact]
    public void The_worked_masses()
    {
        Assert.Equal(10.7, Regain.Reckon(new(Fibre.Wool, 45)).Value.RegainPercent, 0.5e-10);
        var carded = Regain.ReckonMasses(new(Fibre.Wool, 812, 45)).Value;
        Assert.Equal(
            (733.5, 839.9, 858.2),
            (Math.Round(carded.OvenDryGrams, 1), Math.Round(carded.ReferenceGrams, 1), Math.Round(carded.TradeGrams, 1))
        );
        Assert.Equal(867.4, Regain.ReckonMasses(new(Fibre.Wool, 812, 45, Preparation.Combed)).Value.TradeGrams, 0.5e-1);
        Assert.Equal(16.32, Regain.Reckon(new(Fibre.Wool, 72)).Value.RegainPercent, 0.5e-2);
        Assert.Equal(630.0, Regain.ReckonMasses(new(Fibre.Wool, 640, 72)).Value.ReferenceGrams, 0.5e-1);
    }

    [Theory]
    [InlineData(Fibre.Silk, 65, 10.0)]
    [InlineData(Fibre.Cotton, 65, 7.2)]
    [InlineData(Fibre.Yak, 100, 33)]
    [InlineData(Fibre.Wool, 0, 0)]
    public void Curves_pass_through_their_points(Fibre fibre, double humidity, double percent) =>
        Assert.Equal(percent, Regain.At(fibre, humidity) * 100, 0.5e-10);

    [Fact]
    public void Damper_air_never_means_less_water() =>
        Gen.Select(Gen.Double[0, 100], Gen.Double[0, 100], Pick.Of(Fibre.Wool, Fibre.Silk, Fibre.Cotton))
            .Sample((a, b, fibre) => Assert.True(Regain.At(fibre, Math.Min(a, b)) <= Regain.At(fibre, Math.Max(a, b)) + 1e-12));

    [Theory]
    [InlineData(Fibre.Nylon, 50, "fibre", "no-curve")]
    [InlineData(Fibre.Wool, 101, "relativeHumidityPercent", "out-of-range")]
    [InlineData(Fibre.Wool, -1, "relativeHumidityPercent", "out-of-range")]
    [InlineData(Fibre.Wool, double.NaN, "relativeHumidityPercent", "out-of-range")]
    public void Refuses_by_field(Fibre fibre, double humidity, string field, string code)
    {
        var refusal = Assert.Single(Regain.Reckon(new(fibre, humidity)).Refusals);
        Assert.Equal((field, code), (refusal.Field, refusal.Code));
    }

    [Fact]
    public void Above_95_percent_is_said_to_be_uncertain()
    {
        Assert.False(Regain.Reckon(new(Fibre.Wool, 95)).Value.Uncertain);
        Assert.True(Regain.Reckon(new(Fibre.Wool, 95.5)).Value.Uncertain);
    }

    [Theory]
    [InlineData(Fibre.Wool, Preparation.Carded, 0.17)]
    [InlineData(Fibre.Cashmere, Preparation.Combed, 0.1825)]
    [InlineData(Fibre.Horsehair, Preparation.Combed, 0.16)]
    [InlineData(Fibre.Cotton, Preparation.Combed, 0.085)]
    [InlineData(Fibre.Nylon, Preparation.Carded, 0.0625)]
    public void Agreed_allowances(Fibre fibre, Preparation preparation, double allowance) =>
        Assert.Equal(allowance, Regain.Allowance(fibre, preparation));
}

public class FinenessTests
{
    [Theory]
    [InlineData(25, 0.643, 93.3, 22.5)]
    [InlineData(19, 0.371, 161.5, 13.0)]
    [InlineData(33, 1.120, 53.6, 39.2)]
    public void The_worked_wools(double micron, double fibreTex, double fibres, double finest)
    {
        var section = Fineness.ReckonFibres(new(micron, 1.31, 60)).Value;
        Assert.Equal((fibreTex, fibres), (Math.Round(section.FibreTex, 3), Math.Round(section.Fibres, 1)));
        Assert.Equal(finest, Fineness.ReckonFinest(new(micron, 1.31)).Value.Tex, 0.5e-1);
    }

    [Fact]
    public void Finest_singles_hold_just_the_fewest_fibres() =>
        Gen.Select(Gen.Double[8, 60], Gen.Double[1, 1.6], Gen.Double[1, 200])
            .Sample(
                (micron, density, fewest) =>
                {
                    var tex = Fineness.ReckonFinest(new(micron, density, fewest)).Value.Tex;
                    Assert.Equal(fewest, Fineness.ReckonFibres(new(micron, density, tex)).Value.Fibres, 0.5e-6);
                }
            );

    [Fact]
    public void Zero_is_refused_where_it_divides()
    {
        Assert.Equal("micron", Fineness.ReckonFibres(new(0, 1.31, 60)).Refusals.Single().Field);
        Assert.Equal(["micron", "fewestFibres"], Fineness.ReckonFinest(new(-1, 1.31, 0)).Refusals.Select(r => r.Field));
        Assert.Equal(0, Fineness.ReckonFibres(new(20, 1.31, 0)).Value.Fibres);
    }
}

public class ParentageTests
{
    [Theory]
    [InlineData("Gotland", "Gotland")]
    [InlineData(" Gotland 50 / Wensleydale 50 ", "Gotland 50 / Wensleydale 50")]
    [InlineData("Gotland 62,5% / Jacob 37.5%", "Gotland 62.5 / Jacob 37.5")]
    [InlineData("Gotland / Jacob", "Gotland 50 / Jacob 50")]
    [InlineData("unknown", "")]
    [InlineData(null, "")]
    public void Reads_and_writes(string? text, string written) => Assert.Equal(written, Parentage.Read(text, "breed").Value.Write());

    [Theory]
    [InlineData("Gotland 50 / Jacob 40", "shares-do-not-add")]
    [InlineData("Gotland 50 / Jacob", "shares-do-not-add")]
    [InlineData("Gotland 100 / Jacob 0", "shares-do-not-add")]
    [InlineData("a/b/c/d/e/f/g", "not-a-breed")]
    [InlineData("Gotland / ", "not-a-breed")]
    public void Refuses(string text, string code) => Assert.Equal(code, Parentage.Read(text, "breed").Refusals.Single().Code);

    [Fact]
    public void A_cross_takes_the_envelope_of_its_parents()
    {
        var breeds = new[] { Make("A", 40, 60), Make("B", 70, 80) };
        Breed? Find(string name) => breeds.SingleOrDefault(b => b.Name == name);
        Assert.Equal(new Span(0.4, 0.8), Parentage.Read("A / B", "breed").Value.CleanYield(Find));
        Assert.Equal(FleeceClasses.UnknownCleanYield, Parentage.Unknown.CleanYield(Find));
        Assert.Equal(new Span(0.4, 0.6), Parentage.Read("A 20 / Nobody knows 80", "breed").Value.CleanYield(Find));
    }

    [Fact]
    public void Joined_fibre_has_its_parents_by_mass()
    {
        var joined = Parentage.Joined([(Parentage.Read("A", "b").Value, 300), (Parentage.Read("A 50 / B 50", "b").Value, 100)]);
        Assert.Equal("A 87.5 / B 12.5", joined.Write());
        Assert.True(Parentage.Joined([(Parentage.Unknown, 1), (Parentage.Read("A", "b").Value, 1)]).IsUnknown);
    }

    private static Breed Make(string name, double low, double high) =>
        new(name, Fibre.Wool, FleeceClass.Long, new(20, 30), new(80, 120), Wave.Crimp, null, new(2, 3), new(low / 100, high / 100));
}
