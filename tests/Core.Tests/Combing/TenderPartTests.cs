using EarthyTuft.Core.Combing;
using Xunit;

namespace EarthyTuft.Core.Tests.Combing;

/// <summary>
/// A tender part of a fleece, found by the noil of the loads. The trial of docs/craft.md, section 10: eight to sixteen loads of 45 to 55 g
/// on a scale of one gram, noil of 8 to 16 % that differs by 1.5 points from load to load, in every other run two neighbours with twice the
/// noil.
/// </summary>
public class TenderPartTests(ITestOutputHelper output)
{
    private static double Gauss(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private static (CombedLoad[] Loads, int? Tender) Run(Random random, bool tender)
    {
        var count = random.Next(8, 17);
        var noil = 0.08 + 0.08 * random.NextDouble();
        int? at = tender ? random.Next(count - 1) : null;
        CombedLoad One(int i)
        {
            var grams = 45 + 10 * random.NextDouble();
            var share = Math.Max(0.005, noil + 0.015 * Gauss(random)) * (i == at || i == at + 1 ? 2 : 1);
            return new CombedLoad(Math.Round(grams * (1 - share)), Math.Round(grams * share));
        }

        return ([.. Enumerable.Range(0, count).Select(One)], at);
    }

    [Fact]
    public void The_tender_part_is_found_and_a_sound_fleece_is_left_in_peace()
    {
        var random = new Random(20261127);
        const int Runs = 1500;
        int found = 0,
            falsely = 0;
        for (var i = 0; i < Runs; i++)
        {
            var (loads, tender) = Run(random, tender: true);
            var named = TenderPart.Find(loads, 1);
            var both = named.Any(g => g.Contains(tender!.Value) && g.Contains(tender.Value + 1));
            // Whatever else is named has to touch them.
            found += both && named.Count == 1 ? 1 : 0;
            falsely += TenderPart.Find(Run(random, tender: false).Loads, 1).Count > 0 ? 1 : 0;
        }

        output.Say("tender-found", found / (double)Runs, "0.90..1");
        output.Say("tender-false", falsely / (double)Runs, "0..0.05");
        Assert.True(found >= 0.90 * Runs);
        Assert.True(falsely < 0.05 * Runs);
    }

    [Fact]
    public void Loads_five_and_six_are_named_and_few_or_like_loads_say_nothing()
    {
        CombedLoad Load(double noil) => new(50 - noil, noil);
        Assert.Equal([4, 5], Assert.Single(TenderPart.Find([.. new double[] { 6, 7, 6, 6, 13, 12, 6, 7, 6 }.Select(Load)], 1)));
        Assert.Equal([2], Assert.Single(TenderPart.Find([.. new double[] { 6, 6, 20, 6, 6, 6, 6 }.Select(Load)], 1)));
        Assert.Empty(TenderPart.Find([.. new double[] { 6, 7, 13, 12 }.Select(Load)], 1));
        Assert.Empty(TenderPart.Find([.. Enumerable.Repeat(6.0, 12).Select(Load)], 1));
        Assert.Empty(TenderPart.Find([.. new double[] { 0, 0, 0, 0, 0, 0 }.Select(Load)], 1));
    }

    [Fact]
    public void What_the_scale_cannot_tell_is_no_tender_part()
    {
        // Ten-gram loads on a scale of one gram: one gram of noil is ten points.
        CombedLoad[] loads = [.. new double[] { 1, 1, 2, 1, 1, 2, 1, 1 }.Select(n => new CombedLoad(10 - n, n))];
        Assert.Empty(TenderPart.Find(loads, 5));
    }
}
