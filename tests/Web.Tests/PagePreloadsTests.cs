using EarthyTuft.Web.Hosting;
using Xunit;

namespace EarthyTuft.Web.Tests;

public class PagePreloadsTests
{
    private static readonly PagePreloads Preloads = new(
        new Dictionary<string, PagePreloads.Needs>
        {
            ["*"] = new([], ["/api/session", "/api/runs"]),
            [""] = new(["assets/Today.js"], ["/api/drafts"]),
            ["lots/:code"] = new(["assets/Lot.js", "assets/words.js"], ["/api/lots/:code"]),
            ["lots/:code/where"] = new(["assets/Where.js"], []),
            ["station/:step"] = new(["assets/Station.js"], ["/api/lots?step=:step", "/api/drafts"]),
            ["station/wash"] = new(["assets/WashBench.js", "assets/Station.js"], []),
        }
    );

    private static IEnumerable<string> Named(string path) =>
        Preloads.Links(path).Split('\n').Select(link => link.Split("href=\"")[1].Split('"')[0]);

    [Theory]
    [InlineData("/", "/assets/Today.js /api/session /api/runs /api/drafts")]
    [InlineData("/lots/R-01.4", "/assets/Lot.js /assets/words.js /api/session /api/runs /api/lots/R-01.4")]
    [InlineData("/lots/R-01.4/where", "/assets/Where.js /api/session /api/runs")]
    [InlineData("/station/wash", "/assets/Station.js /assets/WashBench.js /api/session /api/runs /api/lots?step=wash /api/drafts")]
    [InlineData("/nothing/here", "/api/session /api/runs")]
    [InlineData("/lots", "/api/session /api/runs")]
    public void A_page_is_told_its_scripts_and_its_answers_each_once(string path, string named) =>
        Assert.Equal(named.Split(' '), Named(path));

    [Fact]
    public void What_stands_in_the_address_cannot_break_out_of_the_link() =>
        Assert.DoesNotContain("<script", Preloads.Links("/lots/\"><script>alert(1)<"), StringComparison.Ordinal);

    [Fact]
    public void Nothing_is_named_where_the_front_end_is_not_built() => Assert.Empty(PagePreloads.Of("/nowhere").Links("/"));
}
