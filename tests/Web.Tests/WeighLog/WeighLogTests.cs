using System.Text;
using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.WeighLog;

public class WeighLogTests(House house) : IClassFixture<House>
{
    private static StringContent Csv(string text) => new(text, new UTF8Encoding(false), "text/csv");

    private static async Task<JsonElement> Take(Person person, string csv) =>
        (await person.Send(HttpMethod.Post, "/api/weigh-log/import", Csv(csv))).Expect(200);

    private static string[] Refused(JsonElement report) =>
        [
            .. report
                .GetProperty("refused")
                .EnumerateArray()
                .Select(r => $"{r.GetProperty("row").GetInt32()} {r.GetProperty("column").GetString()}"),
        ];

    private static string Balances(JsonElement page) =>
        string.Join(
            "\n",
            page.GetProperty("entries")
                .EnumerateArray()
                .Select(e =>
                    string.Join(
                        " ",
                        e.GetProperty("step").GetString(),
                        e.GetProperty("doneAt").GetString(),
                        e.GetProperty("minutes"),
                        e.GetProperty("confirmedBecause"),
                        e.GetProperty("balance")
                    )
                    + string.Join(
                        " ",
                        e.GetProperty("flows")
                            .EnumerateArray()
                            .Select(f =>
                                $"{f.GetProperty("role")} {f.GetProperty("lotCode")} {f.GetProperty("logged")} {f.GetProperty("reference")} {f.GetProperty("fate")} {f.GetProperty("corrections").GetArrayLength()}"
                            )
                    )
                )
        );

    [Fact]
    public async Task Out_and_in_again_gives_the_same_balances()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(
            new
            {
                mass = "1 lb 3 oz",
                breed = "Gotland 50 / Jacob 50",
                animal = "=HYPERLINK(1)",
                colour = "grey, \"dark\"",
                humidityPercent = 71.5,
                price = 12.5,
                shornOn = "2026-05-01",
                notes = "line\nbreak",
            }
        );
        var (skirted, _) = await ada.Log(Requests.Skirt(raw, "480", ("dungTags", "30.5"), ("skirtings", "27")));
        var (damp, _) = await ada.Log(Requests.Wash(skirted));
        var (clean, cleanCode) = await ada.Log(Requests.Dry(damp, "331"));
        await ada.Log(Requests.Comb(clean, "120", "100", "19"));
        var draft = (await ada.Post("/api/entries", Requests.Comb(clean, "50", "80"))).Expect(200).GetProperty("draftId").GetGuid();
        (await ada.Post($"/api/drafts/{draft}/confirm", new { because = "- no idea" })).Expect(200);
        var dry = (await ada.Lot(cleanCode))
            .GetProperty("entries")
            .EnumerateArray()
            .Single(e => e.GetProperty("step").GetString() == "dry");
        var flow = dry.GetProperty("flows")
            .EnumerateArray()
            .Single(f => f.GetProperty("role").GetString() == "out")
            .GetProperty("id")
            .GetGuid();
        (
            await ada.Post(
                $"/api/entries/{dry.GetProperty("id").GetGuid()}/corrections",
                new
                {
                    flowId = flow,
                    mass = "313",
                    because = "=wrong",
                }
            )
        ).Expect(200);

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
            Assert.Equal(
                was.GetProperty("lot").GetProperty("totalYield").ToString(),
                now.GetProperty("lot").GetProperty("totalYield").ToString()
            );
        }

        Assert.Equal("=HYPERLINK(1)", (await ben.Lot("X-01")).GetProperty("lot").GetProperty("animal").GetString());
        // What the file brought is not given out again.
        Assert.Equal(
            "X-02",
            (
                await ben.TakeIn(
                    new
                    {
                        mass = "500",
                        breed = "A / B",
                        breedAsWritten = true,
                    }
                )
            ).Code
        );
        // And the same file a second time finds its codes taken.
        Assert.Contains("2 lot", Refused(await Take(ben, file)));
    }

    [Fact]
    public async Task The_example_file_comes_in_whole()
    {
        var example = await File.ReadAllTextAsync(
            Path.Combine(Root(), "web/public/example-weigh-log.csv"),
            TestContext.Current.CancellationToken
        );
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
        var file =
            Header
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
        Assert.Equal(
            (9, 2, 2),
            (
                report.GetProperty("rows").GetInt32(),
                report.GetProperty("takenRows").GetInt32(),
                report.GetProperty("takenEntries").GetInt32()
            )
        );
        Assert.Equal(
            ["G-01", "R-01"],
            (await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray().Select(l => l.GetProperty("code").GetString())
        );
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
        string File(string because) =>
            "entry,line,step,done_at,confirmed_because,flow,lot,form,amount,empties_lot,mass_g\r\n"
            + "1,1,take-in,2026-05-01T10:00:00Z,,out,G-01,raw,weighed,,1000\r\n"
            + $"2,1,skirt,2026-05-02T10:00:00Z,{because},in,G-01,,whole,yes,\r\n"
            + $"2,2,skirt,2026-05-02T10:00:00Z,{because},out,G-01.2,skirted,weighed,,1300\r\n";
        var ada = await house.Register();
        Assert.Equal(
            ["3 confirmed_because", "4 entry"],
            Refused((await ada.Send(HttpMethod.Post, "/api/weigh-log/check", Csv(File("")))).Expect(200))
        );
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
        Assert.Contains(
            "2 entry",
            Refused((await ada.Send(HttpMethod.Post, "/api/weigh-log/check", Csv(Header + "\"1,1\r\n"))).Expect(200))
        );
    }

    [Fact]
    public async Task A_strict_reader_finds_every_cell_where_it_belongs()
    {
        var ada = await house.Register();
        string[] notes = ["first line\n=1+1", "a;=1+1", "tab\t=2", "quote \" and, comma", " spaces ", "=SUM(A1)", "'quoted", "\r\n"];
        foreach (var note in notes)
        {
            await ada.TakeIn(new { mass = "500", colour = note });
        }

        var file = (await ada.Send(HttpMethod.Get, "/api/weigh-log")).Text;
        var rows = StrictCsv.Read(file, ',');
        Assert.All(rows, r => Assert.Equal(rows[0].Count, r.Count));
        var colour = rows[0].IndexOf("colour");
        Assert.Equal(
            notes.Select(n => n.Trim()).Order(StringComparer.Ordinal),
            rows.Skip(1).Select(r => Core.WeighLog.WeighLogRow.AsMeant(r[colour])).Order(StringComparer.Ordinal)
        );
        // A spreadsheet that parts cells by semicolons or tabs, and ends rows at each line feed, finds no formula either.
        foreach (var separator in new[] { ';', '\t' })
        {
            Assert.All(
                file.Split('\n').SelectMany(line => line.Split(separator)).Select(c => c.Trim('"', '\r')).Where(c => c.Length > 0),
                cell => Assert.DoesNotContain(cell[0], "=+@")
            );
        }
    }

    [Theory]
    [InlineData(",", "\n", "", "1000.5", "2026-05-01T10:00:00Z")]
    [InlineData(",", "\r", "", "1000.5", "2026-05-01T10:00:00Z")]
    [InlineData(";", "\r\n", "\uFEFF", "1000,5", "01.05.2026 10:00")]
    [InlineData(";", "\n", "\uFEFF", "1000.5", "2026-05-01 10:00")]
    [InlineData("\t", "\r\n", "", "1000,5", "2026/05/01 10:00:00")]
    [InlineData(",", "\r\n", "\uFEFF", "1000.5", "5/31/2026 10:00")]
    public async Task A_file_that_went_through_a_spreadsheet_comes_in(string separator, string end, string mark, string mass, string at)
    {
        var ada = await house.Register();
        await using var later = House.Start(house.Connection, ("Now", "2026-08-01T10:00:00Z"));
        var ben = await Person.Register(later);
        // In an order of its own, with capitals, and an empty column at the end.
        var file =
            mark
            + string.Join(separator, "Lot", "MASS_G", "done_at", "entry", "line", "step", "flow", "form", "amount", "")
            + end
            + string.Join(separator, "G-07", mass, at, "1", "1", "take-in", "out", "raw", "weighed", "")
            + end;
        var report = await Take(ben, file);
        Assert.Empty(Refused(report));
        Assert.Equal(1, report.GetProperty("takenRows").GetInt32());
        Assert.Equal(
            1000.5,
            (await ben.Get("/api/lots")).GetProperty("lots")[0].GetProperty("left").GetProperty("grams").GetDouble(),
            200.0
        );
        Assert.Contains("1000.5", (await ben.Send(HttpMethod.Get, "/api/weigh-log")).Text);
    }

    [Theory]
    [InlineData("1,1,take-in,03/04/2026,out,G-01,raw,weighed,,,400", "2 done_at")]
    [InlineData("1,1,take-in,2999-05-01T10:00:00Z,out,G-01,raw,weighed,,,400", "2 done_at")]
    [InlineData("1,1,take-in,2026-05-01T10:00:00Z,out,G-2147483647,raw,weighed,,,400", "2 lot")]
    [InlineData("1,1,take-in,2026-05-01T10:00:00Z,out,a/b,raw,weighed,,,400", "2 lot")]
    [InlineData("1,1,take-in,2026-05-01T10:00:00Z,out,..,raw,weighed,,,400", "2 lot")]
    [InlineData("1,1,take-in,2026-05-01T10:00:00Z,out,G-01,raw,weighed,,,0.0000000001", "2 mass_g")]
    public async Task What_reads_two_ways_or_cannot_be_is_refused_at_its_cell(string row, string refused) =>
        Assert.Equal([refused], Refused(await Take(await house.Register(), Header + row + "\r\n")));

    [Fact]
    public async Task A_code_in_small_letters_is_the_same_code()
    {
        var ada = await house.Register();
        await Take(ada, Header + "1,1,take-in,2026-05-01T10:00:00Z,out,Z-01,raw,weighed,,,400\r\n");
        Assert.Equal(["2 lot"], Refused(await Take(ada, Header + "1,1,take-in,2026-05-01T10:00:00Z,out,z-01,raw,weighed,,,400\r\n")));
    }

    [Fact]
    public async Task A_code_far_ahead_does_not_use_up_the_numbers_before_it()
    {
        var ada = await house.Register();
        await Take(
            ada,
            Header
                + "1,1,take-in,2026-05-01T10:00:00Z,out,G-999999,raw,weighed,,,400\r\n2,1,take-in,2026-05-01T11:00:00Z,out,G-02,raw,weighed,,,400\r\n"
        );
        Assert.Equal("G-03", (await ada.TakeIn(new { mass = "500", breed = "Gotland" })).Code);
    }

    [Fact]
    public async Task Of_a_bad_file_two_hundred_refusals_are_told_and_the_rest_counted()
    {
        var ada = await house.Register();
        var rows = string.Concat(
            Enumerable.Range(1, 5000).Select(i => $"{i},1,boil,2026-05-01T10:00:00Z,out,G-{i:00},raw,weighed,,,400\r\n")
        );
        var reply = await ada.Send(HttpMethod.Post, "/api/weigh-log/check", Csv(Header + rows));
        Assert.Equal(5000, reply.Expect(200).GetProperty("refusedRows").GetInt32());
        Assert.Equal(200, reply.Json.GetProperty("refused").GetArrayLength());
        Assert.InRange(reply.Text.Length, 0, 60_000);
    }

    [Fact]
    public async Task A_log_goes_on_from_lots_that_were_here_already()
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(new { mass = "1000", breed = "Gotland" });
        var at = DateTimeOffset
            .UtcNow.AddMinutes(1)
            .ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", System.Globalization.CultureInfo.InvariantCulture);
        Assert.Empty(
            Refused(
                await Take(
                    ada,
                    Header
                        + $"1,1,skirt,{at},in,{code},,whole,yes,,\r\n1,2,skirt,{at},out,{code}.2,skirted,weighed,,,900\r\n1,3,skirt,{at},loss,,,weighed,,skirtings,90\r\n"
                        + $"2,1,skirt,{at},in,{code}.2,,weighed,no,,300\r\n2,2,skirt,{at},out,{code}.3,skirted,weighed,,,290\r\n"
                )
            )
        );
        var page = await ada.Lot(code + ".2");
        Assert.Equal(600, page.GetProperty("lot").GetProperty("left").GetProperty("grams").GetDouble(), 60.0);
        Assert.Equal(3, page.GetProperty("entries").GetArrayLength());
        Assert.Equal(0, (await ada.Lot(code)).GetProperty("lot").GetProperty("left").GetProperty("grams").GetDouble());
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
