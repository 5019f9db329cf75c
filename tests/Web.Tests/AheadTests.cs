using EarthyTuft.Web.House;
using Xunit;

namespace EarthyTuft.Web.Tests;

public class AheadTests
{
    private static readonly Ahead Ahead = new(new Dictionary<string, string[]>
    {
        ["lots/:code"] = ["assets/Lot.js", "assets/words.js"],
        ["lots/:code/where"] = ["assets/Where.js"],
        ["station/:step"] = ["assets/Station.js"],
        ["station/wash"] = ["assets/WashBench.js", "assets/Station.js"],
    });

    private static IEnumerable<string> Asked(string path) => Ahead.Links(path).Split('\n').Select(link => link.Split("href=\"")[1].Split('"')[0]);

    [Fact]
    public void A_page_is_told_its_scripts_and_its_answers_each_once()
    {
        Assert.Equal(
            ["/assets/Lot.js", "/assets/words.js", "/api/session", "/api/course", "/api/course/stations", "/api/runs", "/api/lots/R-01.4"], Asked("/lots/R-01.4"));
        Assert.Equal(
            ["/assets/Station.js", "/assets/WashBench.js", "/api/session", "/api/course", "/api/course/stations", "/api/runs", "/api/lots?step=wash", "/api/drafts", "/api/course/air", "/api/course/cautions"],
            Asked("/station/wash"));
        Assert.Equal(["/assets/Where.js", "/api/session", "/api/course", "/api/course/stations", "/api/runs"], Asked("/lots/R-01.4/where"));
    }

    [Fact]
    public void Today_is_told_its_drafts() => Assert.Equal(["/api/session", "/api/course", "/api/course/stations", "/api/runs", "/api/drafts"], Asked("/"));

    [Theory]
    [InlineData("/nothing/here")]
    [InlineData("/lots")]
    public void Another_page_is_told_what_every_page_asks_for(string path) =>
        Assert.Equal(["/api/session", "/api/course", "/api/course/stations", "/api/runs"], Asked(path));

    [Fact]
    public void What_stands_in_the_path_cannot_break_out_of_the_link() =>
        Assert.DoesNotContain("<script", Ahead.Links("/lots/\"><script>alert(1)<"), StringComparison.Ordinal);

    [Fact]
    public void Where_the_front_end_is_not_built_the_answers_are_still_told() =>
        Assert.Contains("/api/session", Ahead.Of("/nowhere").Links("/"), StringComparison.Ordinal);
}
