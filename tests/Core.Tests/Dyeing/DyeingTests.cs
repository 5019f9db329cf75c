using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Tests.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Dyeing;

public class DyeNotesTests
{
    private static readonly DyeNotes Weld = new("weld", 100, "alum", 10, "#e7dcc8", "#C9A227", DriedHow.Shade);

    [Fact]
    public void Good_notes_pass_and_nothing_noted_is_nothing()
    {
        Assert.Empty(DyeNotes.Check(Weld));
        Assert.False(Weld.IsEmpty);
        Assert.True(new DyeNotes("", null, "", null, "", "", null).IsEmpty);
    }

    [Theory]
    [InlineData(0.0, "dyeing.dosePercent out-of-range")]
    [InlineData(-3.0, "dyeing.dosePercent out-of-range")]
    [InlineData(2000.5, "dyeing.dosePercent out-of-range")]
    [InlineData(double.NaN, "dyeing.dosePercent out-of-range")]
    public void A_dose_is_something(double percent, string refusal) =>
        Assert.Equal([refusal], Refused(Weld with { DosePercent = percent }));

    [Fact]
    public void A_colour_is_picked_and_a_share_is_of_something()
    {
        Assert.Equal(["dyeing.colourAfter not-a-colour"], Refused(Weld with { ColourAfter = "yellow" }));
        Assert.Equal(["dyeing.colourBefore not-a-colour"], Refused(Weld with { ColourBefore = "#12345" }));
        Assert.Equal(["dyeing.mordant missing"], Refused(Weld with { Mordant = "" }));
    }

    [Fact]
    public void A_dose_goes_by_dry_fibre() => Assert.Equal(87.3, DyeNotes.Grams(174.6, 50), 1e-9);

    private static string[] Refused(DyeNotes notes) => [.. DyeNotes.Check(notes).Select(r => $"{r.Field} {r.Code}")];
}

public class CompactionTests
{
    private static readonly DateTimeOffset Now = new(2026, 5, 14, 10, 0, 0, TimeSpan.Zero);

    private static Compaction? Of(Family family, string lot, int daysOld = 3, params string[] dyed) =>
        Compactions.Of(family[lot], Now.AddDays(-daysOld), family.Entries, id => dyed.Any(d => family[d] == id), Now);

    [Fact]
    public void Dyed_fibre_stays_compacted_through_bags_until_it_is_opened()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("clean", 500));
        Assert.Null(Of(family, "clean"));
        family.Step(StepKind.Dye, family.All("clean"), family.Out("red", 500));
        Assert.Equal(Compaction.Dyed, Of(family, "red"));
        family.Step(StepKind.Divide, family.All("red"), family.Out("half", 250), family.Out("other", 250));
        Assert.Equal(Compaction.Dyed, Of(family, "half"));
        family.Step(StepKind.Open, family.All("half"), family.Out("opened", 245));
        Assert.Null(Of(family, "opened"));
        Assert.Equal(Compaction.Dyed, Of(family, "other"));
    }

    [Fact]
    public void What_came_dyed_or_lay_long_is_too()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("top", 500));
        Assert.Equal(Compaction.Dyed, Of(family, "top", 3, "top"));
        Assert.Null(Of(family, "top", 365));
        Assert.Equal(Compaction.Stored, Of(family, "top", 366));
    }
}
