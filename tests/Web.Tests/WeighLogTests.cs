using System.Text;
using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.WeighLog;

public class WeighLogTests(House house) : IClassFixture<House>
{
    private static StringContent Csv(string text) => new(text, new UTF8Encoding(false), "text/csv");

    private static async Task<JsonElement> Take(Person person, string csv) => (await person.Send(HttpMethod.Post, "/api/weigh-log/import", Csv(csv))).Expect(200);

    private static string[] Refused(JsonElement report) =>
        [.. report.GetProperty("refused").EnumerateArray().Select(r => $"{r.GetProperty("row").GetInt32()} {r.GetProperty("column").GetString()}")];

    private static string Balances(JsonElement page) => string.Join("\n", page.GetProperty("entries").EnumerateArray().Select(e =>
        string.Join(" ", e.GetProperty("step").GetString(), e.GetProperty("doneAt").GetString(), e.GetProperty("minutes"), e.GetProperty("confirmedBecause"), e.GetProperty("balance"))
        + string.Join(" ", e.GetProperty("flows").EnumerateArray().Select(f => $"{f.GetProperty("role")} {f.GetProperty("lotCode")} {f.GetProperty("logged")} {f.GetProperty("reference")} {f.GetProperty("fate")} {f.GetProperty("corrections").GetArrayLength()}"))));

    [Fact]
    public async Task Out_and_in_again_gives_the_same_balances()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "1 lb 3 oz", breed = "Gotland 50 / Jacob 50", animal = "=HYPERLINK(1)", colour = "grey, \"dark\"", humidityPercent = 71.5, price = 12.5, shornOn = "2026-05-01", notes = "line\nbreak" });
        var (skirted, _) = await ada.Log(Requests.Skirt(raw, "480", ("dungTags", "30.5"), ("skirtings", "27")));
        var (damp, _) = await ada.Log(Requests.Wash(skirted));
        var (clean, cleanCode) = await ada.Log(Requests.Dry(damp, "331"));
        await ada.Log(Requests.Comb(clean, "120", "100", "19"));
        var draft = (await ada.Post("/api/entries", Requests.Comb(clean, "50", "80"))).Expect(200).GetProperty("draftId").GetGuid();
        (await ada.Post($"/api/drafts/{draft}/confirm", new { because = "- no idea" })).Expect(200);
        var dry = (await ada.Lot(cleanCode)).GetProperty("entries").EnumerateArray().Single(e => e.GetProperty("step").GetString() == "dry");
        var flow = dry.GetProperty("flows").EnumerateArray().Single(f => f.GetProperty("role").GetString() == "out").GetProperty("id").GetGuid();
        (await ada.Post($"/api/entries/{dry.GetProperty("id").GetGuid()}/corrections", new { flowId = flow, mass = "313", because = "=wrong" })).Expect(200);

        var file = (await ada.Send(HttpMethod.Get, "/api/weigh-log")).Text;
        Assert.Contains("'=HYPERLINK(1)", file);
        var ben = await house.Register("Ben");
        var look = (await ben.Send(HttpMethod.Post, "/api/weigh-log/check", Csv(file))).Expect(200);
        Assert.Empty(Refused(look));
        Assert.False(look.GetProperty("stored").GetBoolean());
        Assert.Empty((await ben.Get("/api/lots")).GetProperty("lots").EnumerateArray());

        await Take(ben, file);
        foreach (var code in new[] { "X-01", "X-01.2", "X-01.4", "X-01.5", "X-01.6" })
        {
            var (was, now) = (await ada.Lot(code), await ben.Lot(code));
            Assert.Equal(Balances(was), Balances(now));
            Assert.Equal(was.GetProperty("lot").GetProperty("left").ToString(), now.GetProperty("lot").GetProperty("left").ToString());
            Assert.Equal(was.GetProperty("lot").GetProperty("totalYield").ToString(), now.GetProperty("lot").GetProperty("totalYield").ToString());
        }

        Assert.Equal("=HYPERLINK(1)", (await ben.Lot("X-01")).GetProperty("lot").GetProperty("animal").GetString());
        // What the file brought is not given out again.
        Assert.Equal("X-02", (await ben.TakeIn(new { mass = "500", breed = "A / B" })).Code);
        // And the same file a second time finds its codes taken.
        Assert.Contains("2 lot", Refused(await Take(ben, file)));
    }

    [Fact]
    public async Task The_example_file_comes_in_whole()
    {
        var example = await File.ReadAllTextAsync(Path.Combine(Root(), "web/public/example-weigh-log.csv"), TestContext.Current.CancellationToken);
        var ada = await house.Register();
        var report = await Take(ada, example);
        Assert.Empty(Refused(report));
        Assert.InRange(report.GetProperty("takenEntries").GetInt32(), 8, 40);
        Assert.NotEmpty((await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray());
    }

    private const string Header = "entry,line,step,done_at,flow,lot,form,amount,empties_lot,kind,mass_g\r\n";

    [Fact]
    public async Task Good_rows_are_taken_and_bad_ones_named_with_what_hangs_on_them()
    {
        var file = Header
            + "1,1,take-in,2026-05-01T10:00:00Z,out,G-01,raw,weighed,,,2000\r\n"
            + "2,1,skirt,2026-05-02T10:00:00Z,in,G-01,,whole,yes,,\r\n"
            + "2,2,skirt,2026-05-02T10:00:00Z,out,G-01.2,skirted,weighed,,,heavy\r\n"
            + "3,1,wash,2026-05-03T10:00:00Z,in,G-01.2,,whole,yes,,\r\n"
            + "3,2,wash,2026-05-03T10:00:00Z,out,G-01.3,clean,weighed,,,1200\r\n"
            + "3,3,wash,2026-05-03T10:00:00Z,loss,,,by-difference,,wax-and-suint,\r\n"
            + "4,1,take-in,2026-05-04T10:00:00Z,out,R-01,raw,weighed,,,1500\r\n"
            + "5,1,skirt,2026-05-05T10:00:00Z,in,R-01,,weighed,no,,1800\r\n"
            + "5,2,skirt,2026-05-05T10:00:00Z,out,R-01.2,skirted,weighed,,,1700\r\n";
        var ada = await house.Register();
        var all = await ada.Send(HttpMethod.Post, "/api/weigh-log/import?all=true", Csv(file));
        all.Refused(409, "not-all-good");
        Assert.Empty((await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray());

        var report = await Take(ada, file);
        Assert.Equal(["3 entry", "4 mass_g", "5 lot", "6 entry", "7 entry", "9 mass_g", "10 entry"], Refused(report));
        Assert.Equal((9, 2, 2), (report.GetProperty("rows").GetInt32(), report.GetProperty("takenRows").GetInt32(), report.GetProperty("takenEntries").GetInt32()));
        Assert.Equal(["G-01", "R-01"], (await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray().Select(l => l.GetProperty("code").GetString()));
    }

    [Theory]
    [InlineData("1,1,take-in,2026-05-01T10:00:00Z,out,,raw,weighed,,,2000", "2 lot")]
    [InlineData("1,1,take-in,2026-05-01T10:00:00Z,out,G-01,raw,weighed,,,40000", "2 mass_g")]
    [InlineData("1,1,take-in,2026-05-01T10:00:00Z,in,G-01,raw,weighed,,,400", "2 flow")]
    [InlineData("1,1,comb,2026-05-01T10:00:00Z,out,G-01,top,weighed,,,400", "2 flow")]
    [InlineData("1,1,comb,2026-05-01T10:00:00Z,in,Z-99,,whole,yes,,", "2 lot")]
    [InlineData("1,1,wash,2026-05-01T10:00:00Z,correction,,,,,,400", "2 line")]
    public async Task A_bad_row_is_refused_with_its_column(string row, string refused) =>
        Assert.Equal([refused], Refused(await Take(await house.Register(), Header + row + "\r\n")));

    [Fact]
    public async Task More_out_than_in_needs_a_reason_in_the_file_too()
    {
        string File(string because) => "entry,line,step,done_at,confirmed_because,flow,lot,form,amount,empties_lot,mass_g\r\n"
            + "1,1,take-in,2026-05-01T10:00:00Z,,out,G-01,raw,weighed,,1000\r\n"
            + $"2,1,skirt,2026-05-02T10:00:00Z,{because},in,G-01,,whole,yes,\r\n"
            + $"2,2,skirt,2026-05-02T10:00:00Z,{because},out,G-01.2,skirted,weighed,,1300\r\n";
        var ada = await house.Register();
        Assert.Equal(["3 confirmed_because", "4 entry"], Refused((await ada.Send(HttpMethod.Post, "/api/weigh-log/check", Csv(File("")))).Expect(200)));
        Assert.Empty(Refused(await Take(ada, File("bowl"))));
    }

    [Theory]
    [InlineData(new byte[] { 0x65, 0xE9, 0x0D, 0x0A }, "file wrong-encoding")]
    [InlineData(new byte[] { 0xFF, 0xFE, 0x65, 0x00 }, "file wrong-encoding")]
    [InlineData(new byte[0], "file no-header")]
    public async Task A_file_that_is_not_utf8_csv_is_refused_whole(byte[] bytes, string refusal)
    {
        var ada = await house.Register();
        Assert.Equal([refusal], (await ada.Send(HttpMethod.Post, "/api/weigh-log/check", new ByteArrayContent(bytes))).Refused());
    }

    [Fact]
    public async Task Unknown_and_missing_columns_are_named()
    {
        var ada = await house.Register();
        var reply = await ada.Send(HttpMethod.Post, "/api/weigh-log/check", Csv("entry,line,weight\r\n"));
        Assert.Equal(["file wrong-header"], reply.Refused());
        Assert.Contains("lacks step, done_at, flow, amount, mass_g", reply.Text);
        Assert.Contains("weight", reply.Text);
        // A quotation mark left open swallows the rest of the file: its row is named.
        Assert.Contains("2 entry", Refused((await ada.Send(HttpMethod.Post, "/api/weigh-log/check", Csv(Header + "\"1,1\r\n"))).Expect(200)));
    }

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "EarthyTuft.slnx")))
        {
            folder = folder.Parent!;
        }

        return folder.FullName;
    }
}
