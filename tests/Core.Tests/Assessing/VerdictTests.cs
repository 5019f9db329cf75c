using CsCheck;
using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Fibres;
using Xunit;

namespace EarthyTuft.Core.Tests.Assessing;

public class VerdictTests
{
    private static readonly FleeceFacts Nothing = new(null, Fibre.Wool, null, null, null, null, new Judgements());

    [Fact]
    public void Nothing_known_says_nothing_and_asks()
    {
        Assert.Empty(Verdict.Of(Nothing));
        Assert.Contains("soundness", Verdict.Missing(Nothing));
        // Of what came in prepared no lock can be snapped.
        Assert.DoesNotContain("soundness", Verdict.Missing(Nothing with { HasLocks = false }));
        Assert.DoesNotContain("the length of some locks", Verdict.Missing(Nothing with { HasLocks = false }));
        Assert.Contains("handle", Verdict.Missing(Nothing with { HasLocks = false }));
        Assert.DoesNotContain("Tips", LookOver.Asked(hasLocks: false));
        Assert.Equal(LookOver.Kinds.Select(k => k.Name), LookOver.Asked(hasLocks: true));
    }

    [Theory]
    [InlineData(FleeceClass.Fine, 19.0, 80.0, Use.NextToSkin, Leaning.GoodFor)]
    [InlineData(FleeceClass.Fine, 19.0, 80.0, Use.Lace, Leaning.GoodFor)]
    [InlineData(FleeceClass.Fine, 19.0, 80.0, Use.Rugs, Leaning.CarefulWith)]
    [InlineData(FleeceClass.Fine, 19.0, 80.0, Use.Socks, Leaning.CarefulWith)]
    [InlineData(FleeceClass.Down, 27.0, 55.0, Use.Socks, Leaning.GoodFor)]
    [InlineData(FleeceClass.Down, 27.0, 55.0, Use.Felt, Leaning.CarefulWith)]
    [InlineData(FleeceClass.Long, 36.0, 200.0, Use.Drape, Leaning.GoodFor)]
    [InlineData(FleeceClass.Long, 36.0, 200.0, Use.NextToSkin, Leaning.CarefulWith)]
    [InlineData(FleeceClass.Hill, 38.0, 120.0, Use.Rugs, Leaning.GoodFor)]
    [InlineData(FleeceClass.Double, 26.0, 150.0, Use.OuterWear, Leaning.GoodFor)]
    [InlineData(FleeceClass.Double, 26.0, 150.0, Use.NextToSkin, Leaning.CarefulWith)]
    [InlineData(FleeceClass.Silk, 12.0, 300.0, Use.Socks, Leaning.CarefulWith)]
    [InlineData(FleeceClass.Mohair, 26.0, 120.0, Use.Drape, Leaning.GoodFor)]
    public void A_kind_of_fleece_is_good_for_what_it_is_known_for(FleeceClass of, double micron, double staple, Use use, Leaning leaning)
    {
        var told = Verdict
            .Of(Nothing with { Class = of, Felts = FleeceClasses.Felts(of), Micron = new(micron, micron), StapleMillimetres = staple })
            .Single(v => v.Use == use);
        Assert.Equal(leaning, told.Leaning);
        Assert.NotEmpty(leaning == Leaning.GoodFor ? told.For : told.Against);
    }

    [Theory]
    [InlineData(FleeceClass.Long, 36.0, true)]
    [InlineData(FleeceClass.Long, 28.0, true)]
    [InlineData(FleeceClass.Long, 27.9, false)]
    [InlineData(FleeceClass.Long, null, true)]
    [InlineData(FleeceClass.Hill, 26.0, true)]
    [InlineData(FleeceClass.Double, 26.0, true)]
    [InlineData(FleeceClass.Cashmere, 16.0, false)]
    [InlineData(FleeceClass.Undercoat, 17.0, false)]
    [InlineData(FleeceClass.Camelid, 26.0, false)]
    public void Wind_and_weather_take_a_strong_or_a_double_coat(FleeceClass of, double? micron, bool good)
    {
        var facts = Nothing with
        {
            Class = of,
            Micron = micron is { } m ? new(m, m) : null,
            StapleMillimetres = 120,
            Judged = new(Coat: of is FleeceClass.Camelid ? Coat.Double : null),
        };
        Assert.Equal(good, Verdict.Of(facts).Any(v => v.Use == Use.OuterWear && v.For.Count > 0));
    }

    [Fact]
    public void A_tender_staple_asks_for_care_and_leaves_felt()
    {
        var sound = Nothing with
        {
            Class = FleeceClass.Medium,
            Felts = FeltingGrade.Readily,
            StapleMillimetres = 100,
            Judged = new(Soundness: Soundness.Sound, Spring: Spring.Lively),
        };
        var tender = sound with { Judged = sound.Judged with { Soundness = Soundness.Tender } };
        Leaning Of(FleeceFacts f, Use use) => Verdict.Of(f).Single(v => v.Use == use).Leaning;
        Assert.Equal((Leaning.GoodFor, Leaning.CarefulWith), (Of(sound, Use.Socks), Of(tender, Use.Socks)));
        Assert.Equal(Leaning.GoodFor, Of(tender, Use.Felt));
    }

    [Theory]
    [InlineData("Dorset Horn", FleeceClass.Down)]
    [InlineData("Nobody knows this one", FleeceClass.Down)]
    [InlineData("Nobody knows this one", null)]
    public void What_the_breed_is_known_for_goes_before_its_class(string breed, FleeceClass? of)
    {
        var horn = new Breed(
            "Dorset Horn",
            Fibre.Wool,
            FleeceClass.Down,
            new(27, 33),
            new(60, 100),
            Wave.Crimp,
            null,
            new(2, 4),
            new(0.5, 0.65),
            Felts: FeltingGrade.Moderately
        );
        Breed? Find(string name) => name == horn.Name ? horn : null;
        var felts = Parentage.Read(breed, "breed").Value.Felts(Find, of);
        Assert.Equal(
            breed == horn.Name ? FeltingGrade.Moderately
                : of is null ? null
                : FeltingGrade.Little,
            felts
        );
        Assert.Equal(felts == FeltingGrade.Little, Verdict.Of(Nothing with { Class = of, Felts = felts }).Any(v => v.Use == Use.Felt));
    }

    [Fact]
    public void The_parent_that_felts_most_readily_decides()
    {
        Breed Of(string name, FeltingGrade felts) =>
            new(name, Fibre.Wool, FleeceClass.Down, new(27, 33), new(60, 100), Wave.Crimp, null, new(2, 4), new(0.5, 0.65), Felts: felts);
        Breed? Find(string name) =>
            name switch
            {
                "Suffolk" => Of(name, FeltingGrade.Little),
                "Merino" => Of(name, FeltingGrade.Readily),
                _ => null,
            };
        Assert.Equal(FeltingGrade.Readily, Parentage.Read("Suffolk / Merino", "breed").Value.Felts(Find, null));
    }

    [Fact]
    public void Knowing_more_can_only_add_rules_that_hold() =>
        Gen.Select(Gen.Enum<FleeceClass>(), Gen.Double[10, 45], Gen.Double[20, 300], Gen.Enum<Handle>(), Gen.Enum<Lustre>())
            .Sample(
                (of, micron, staple, handle, lustre) =>
                {
                    var more = new FleeceFacts(
                        of,
                        Fibre.Wool,
                        new(micron, micron),
                        staple,
                        null,
                        null,
                        new(Handle: handle, Lustre: lustre)
                    );
                    var less = more with { Judged = new() };
                    var held = Verdict.Rules.Where(r => r.Holds(less)).Select(r => r.Name);
                    Assert.Subset(Verdict.Rules.Where(r => r.Holds(more)).Select(r => r.Name).ToHashSet(), held.ToHashSet());
                }
            );

    [Fact]
    public void Every_rule_has_a_name_of_its_own() =>
        Assert.Equal(Verdict.Rules.Count, Verdict.Rules.Select(r => r.Name).Distinct().Count());

    [Fact]
    public void Every_judgement_is_asked_once_with_words_for_every_value_and_how_to_do_it()
    {
        var asked = typeof(Judgements)
            .GetProperties()
            .Where(p => p.Name != "EqualityContract")
            .ToDictionary(p => p.Name, p => Nullable.GetUnderlyingType(p.PropertyType)!);
        Assert.Equal(asked.Keys.Order(), LookOver.Kinds.Select(k => k.Name).Order());
        Assert.All(LookOver.Kinds, k =>
        {
            Assert.Equal(Enum.GetNames(asked[k.Name]).Order(), k.Words.Select(w => w.Value).Order());
            Assert.EndsWith(k.HowTo.Contains('?') ? "?" : ".", k.HowTo);
            Assert.All(k.Words, w => Assert.All([w.Word, w.Means], Assert.NotEmpty));
        });
    }
}
