using CsCheck;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Tests.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Lots;

/// <summary>What came of one clip, form by form.</summary>
public class ClipTests
{
    private static LotForm FormOf(string name) =>
        name[0] switch
        {
            'r' => LotForm.Raw,
            's' => LotForm.Skirted,
            'c' => LotForm.Clean,
            'd' => LotForm.Down,
            't' => LotForm.Top,
            _ => throw new ArgumentOutOfRangeException(nameof(name)),
        };

    private static (LotForm, double, double)[] Products(Family family, string clip, params string[] lots)
    {
        var forms = lots.Append(clip).ToDictionary(l => family[l], FormOf);
        return
        [
            .. Clip.Products(family[clip], family.Entries, family.Settled, l => forms[l])
                .Select(p => (p.Form, Math.Round(p.Grams, 6), Math.Round(p.RawGrams, 6))),
        ];
    }

    [Fact]
    public void Each_form_counts_with_the_raw_weight_behind_it()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 2000));
        family.Step(StepKind.Skirt, family.All("raw"), family.Out("skirted", 1800), Family.Loss(200));
        family.Step(StepKind.Wash, family.Part("skirted", 900), family.Out("clean", 600), Family.Loss(300));
        Assert.Equal([(LotForm.Skirted, 1800, 2000), (LotForm.Clean, 600, 1000)], Products(family, "raw", "skirted", "clean"));
    }

    [Fact]
    public void Of_passes_that_make_the_same_form_again_only_the_last_counts()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 500));
        family.Step(StepKind.Dehair, family.All("raw"), family.Out("down1", 200), Family.Loss(300));
        family.Step(StepKind.Dehair, family.All("down1"), family.Out("down2", 150), Family.Loss(50));
        family.Step(StepKind.Dehair, family.Part("down2", 60), family.Out("down3", 50), Family.Loss(10));
        // 90 g of the second pass lie there still, and 50 g came of the third.
        Assert.Equal([(LotForm.Down, 140, 500)], Products(family, "raw", "down1", "down2", "down3"));
    }

    [Fact]
    public void What_was_joined_with_another_clip_counts_by_its_share()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 3000));
        family.Step(StepKind.TakeIn, family.Out("raw2", 1000));
        family.Step(StepKind.Wash, family.All("raw"), family.Out("clean", 1500), Family.Loss(1500));
        family.Step(StepKind.Wash, family.All("raw2"), family.Out("clean2", 500), Family.Loss(500));
        family.Step(StepKind.Comb, family.All("clean"), family.All("clean2"), family.Out("top", 1600), Family.Loss(400));
        Assert.Equal([(LotForm.Clean, 1500, 3000), (LotForm.Top, 1200, 3000)], Products(family, "raw", "raw2", "clean", "clean2", "top"));
        Assert.Equal([(LotForm.Clean, 500, 1000), (LotForm.Top, 400, 1000)], Products(family, "raw2", "raw", "clean", "clean2", "top"));
    }

    [Fact]
    public void Nothing_is_told_of_what_was_not_weighed_and_of_a_clip_that_only_lies_there()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 2000));
        Assert.Empty(Products(family, "raw"));
        family.Step(StepKind.Skirt, family.All("raw"), family.Out("s1", null), family.Out("s2", null));
        Assert.Empty(Products(family, "raw", "s1", "s2"));
    }

    [Fact]
    public void However_a_clip_is_divided_and_joined_again_its_clean_fibre_is_the_same() =>
        Gen.Double[10, 300]
            .Array[2, 6]
            .Sample(parts =>
            {
                var family = new Family();
                family.Step(StepKind.TakeIn, family.Out("raw", 4000));
                family.Step(StepKind.Wash, family.All("raw"), family.Out("clean", parts.Sum()), Family.Loss(4000 - parts.Sum()));
                family.Step(StepKind.Divide, [family.All("clean"), .. parts.Select((g, i) => family.Out($"c{i}", g))]);
                family.Step(StepKind.Join, [.. parts.Select((_, i) => family.All($"c{i}")), family.Out("c", parts.Sum())]);
                var (form, grams, raw) = Assert.Single(Products(family, "raw", ["clean", "c", .. parts.Select((_, i) => $"c{i}")]));
                Assert.Equal(LotForm.Clean, form);
                Assert.Equal(parts.Sum(), grams, 0.5e-4);
                Assert.Equal(4000, raw, 0.5e-4);
            });
}
