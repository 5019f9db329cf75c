using System.Diagnostics;
using System.Text;
using System.Text.Json;
using EarthyTuft.Web.Photographs;
using SkiaSharp;
using Xunit;

namespace EarthyTuft.Web.Tests.Photographs;

/// <summary>Photographs: what comes in, what is kept of it, who sees it, and what is refused.</summary>
public class PhotographTests(House house) : IClassFixture<House>
{
    private static CancellationToken Cancellation => TestContext.Current.CancellationToken;

    private static Task<Reply> Put(Person person, string of, Guid id, byte[] picture, Guid? key = null) =>
        person.Send(HttpMethod.Post, $"/api/photographs?of={of}&id={id}", TestPictures.Body(picture), key ?? Guid.NewGuid());

    private static async Task<byte[]> Seen(Person person, Guid id, string which = "picture")
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, $"/api/photographs/{id}/{which}");
        using var answer = await person.Http.SendAsync(request, Cancellation);
        Assert.Equal("image/jpeg", answer.Content.Headers.ContentType!.ToString());
        Assert.True(answer.Headers.CacheControl is { Private: true, NoCache: true, NoStore: false });
        return await answer.Content.ReadAsByteArrayAsync(Cancellation);
    }

    private static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    private static async Task<Guid[]> List(Person person, string of, Guid id) =>
        [.. (await person.Get($"/api/photographs?of={of}&id={id}")).GetProperty("photographs").EnumerateArray().Select(Id)];

    [Fact]
    public async Task A_picture_is_turned_upright_made_smaller_and_keeps_nothing_but_what_is_seen()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "500" });
        // As a camera on its side stores it: what is at the top in the world is at the left in the file, or at the right.
        var stored = TestPictures.Stripes(SKEncodedImageFormat.Jpeg, 3000, 1200, SKColors.Red, SKColors.Lime, SKColors.Blue);
        foreach (var (orientation, top, bottom) in new[] { ((ushort)6, "red", "blue"), ((ushort)8, "blue", "red") })
        {
            var made = (await Put(ada, "lot", lot, TestPictures.Lying(stored, orientation, "52.3702N 4.8952E"))).Expect(200);
            Assert.Equal((819, 2048), (made.GetProperty("width").GetInt32(), made.GetProperty("height").GetInt32()));
            var picture = await Seen(ada, Id(made));
            Assert.DoesNotContain("52.3702N", Encoding.Latin1.GetString(picture));
            Assert.DoesNotContain("Exif", Encoding.Latin1.GetString(picture));
            using var shown = SKBitmap.Decode(picture);
            Assert.Equal((819, 2048), (shown.Width, shown.Height));
            Assert.Equal((top, bottom), (Name(shown.GetPixel(400, 100)), Name(shown.GetPixel(400, 1950))));
            using var small = SKBitmap.Decode(await Seen(ada, Id(made), "small"));
            Assert.Equal((144, 360), (small.Width, small.Height));
        }

        static string Name(SKColor c) =>
            c.Red > 180 ? "red"
            : c.Blue > 180 ? "blue"
            : c.Green > 180 ? "green"
            : c.ToString();
    }

    [Theory]
    [InlineData(1, "red green")]
    [InlineData(2, "green red")]
    [InlineData(3, "green red")]
    [InlineData(4, "red green")]
    [InlineData(5, "red green")]
    [InlineData(6, "red green")]
    [InlineData(7, "green red")]
    [InlineData(8, "green red")]
    public async Task Every_way_a_camera_can_lie_is_turned(int orientation, string order)
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "500" });
        var made = (
            await Put(
                ada,
                "lot",
                lot,
                TestPictures.Lying(
                    TestPictures.Stripes(SKEncodedImageFormat.Jpeg, 64, 32, SKColors.Red, SKColors.Lime),
                    (ushort)orientation,
                    "x"
                )
            )
        ).Expect(200);
        using var shown = SKBitmap.Decode(await Seen(ada, Id(made)));
        var lies = orientation >= 5;
        Assert.Equal(lies ? (32, 64) : (64, 32), (shown.Width, shown.Height));
        var (first, last) = lies ? (shown.GetPixel(16, 4), shown.GetPixel(16, 60)) : (shown.GetPixel(4, 16), shown.GetPixel(60, 16));
        Assert.Equal(order, $"{(first.Red > 128 ? "red" : "green")} {(last.Red > 128 ? "red" : "green")}");
    }

    [Fact]
    public async Task What_is_heavy_but_usual_is_taken()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "500" });
        foreach (
            var picture in new[]
            {
                HardPictures.Png(400, 300, 16),
                HardPictures.Png(300, 400, 8, texts: 3),
                HardPictures.Jpeg(4000, 3000, 10),
            }
        )
        {
            (await Put(ada, "lot", lot, picture)).Expect(200);
        }
    }

    [Fact]
    public void What_a_file_says_besides_its_picture_is_not_unpacked()
    {
        var plain = HardPictures.Png(40, 30, 8);
        Assert.Equal(plain, PictureFile.WithoutUnseen(HardPictures.Png(40, 30, 8, texts: 3)));
        Assert.Equal(plain, PictureFile.WithoutUnseen(plain));
        // Cut off anywhere it is left to who decodes it.
        for (var i = 0; i < plain.Length; i++)
        {
            Assert.True(PictureFile.WithoutUnseen(plain[..i]).Length <= i);
        }

        var jpeg = HardPictures.Jpeg(64, 64, 7);
        Assert.Equal(7, PictureFile.JpegScans(jpeg));
        Assert.Equal(1, PictureFile.JpegScans(TestPictures.Stripes(SKEncodedImageFormat.Jpeg, 64, 32, SKColors.Red, SKColors.Lime)));
        Assert.Equal((0, 0), (PictureFile.JpegScans(plain), PictureFile.JpegScans([])));
        for (var i = 0; i < jpeg.Length; i++)
        {
            Assert.InRange(PictureFile.JpegScans(jpeg.AsSpan(..i)), 0, 7);
        }
    }

    [Fact]
    public async Task What_is_no_picture_or_too_large_a_one_is_refused_with_a_reason()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "500" });
        var jpeg = TestPictures.Stripes(SKEncodedImageFormat.Jpeg, 800, 600, SKColors.Red, SKColors.Blue);
        async Task<string> Refused(byte[] picture) => Assert.Single((await Put(ada, "lot", lot, picture)).Refused());
        Assert.Equal("picture empty", await Refused([]));
        Assert.Equal("picture too-many-dots", await Refused(TestPictures.Bomb(60_000, 60_000)));
        Assert.Equal("picture not-a-picture", await Refused(TestPictures.Bomb(int.MaxValue, int.MaxValue)));
        // Of what is not drawn down while it is decoded every dot costs time.
        Assert.Equal("picture too-many-dots", await Refused(TestPictures.Png(6300, 6300)));
        Assert.Equal("picture too-many-dots", await Refused(HardPictures.Png(4000, 2001, 16)));
        // Each scan goes over all dots: ten are usual.
        Assert.Equal("picture too-many-scans", await Refused(HardPictures.Jpeg(6300, 6300, 13)));
        // It says that it is small enough, and there is next to nothing in it.
        Assert.Equal("picture cut-off", await Refused(TestPictures.Bomb(4000, 4000)));
        Assert.Equal("picture cut-off", await Refused(jpeg[..(jpeg.Length / 2)]));
        Assert.Equal("picture heic", await Refused([0, 0, 0, 24, .. "ftypheic"u8, 0, 0, 0, 0, .. "mif1heic"u8]));
        foreach (
            var other in new[]
            {
                "GIF89a\u0001\0\u0001\0\0\0\0;",
                "<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>",
                "<html><script>alert(1)</script>",
                "%PDF-1.7",
                "just words",
                "PK\u0003\u0004",
                "BM6\0\0\0",
            }
        )
        {
            Assert.Equal("picture not-a-picture", await Refused(Encoding.Latin1.GetBytes(other)));
        }

        (await Put(ada, "lot", lot, new byte[10 * 1024 * 1024 + 1])).Refused(413, "too-large");
        Assert.Equal("picture not-a-picture", await Refused(new byte[10 * 1024 * 1024]));
        Assert.Empty(await List(ada, "lot", lot));
    }

    [Fact]
    public async Task Of_a_file_that_is_two_things_at_once_only_the_picture_is_kept()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "500" });
        var tail = "<script>alert(document.cookie)</script>PK\u0003\u0004evil"u8.ToArray();
        foreach (var format in new[] { SKEncodedImageFormat.Jpeg, SKEncodedImageFormat.Png, SKEncodedImageFormat.Webp })
        {
            byte[] both = [.. TestPictures.Stripes(format, 60, 40, SKColors.Red, SKColors.Blue), .. tail];
            var made = (await Put(ada, "lot", lot, both)).Expect(200);
            foreach (var which in new[] { "picture", "small" })
            {
                var seen = await Seen(ada, Id(made), which);
                Assert.DoesNotContain("script", Encoding.Latin1.GetString(seen));
                Assert.DoesNotContain("evil", Encoding.Latin1.GetString(seen));
            }
        }
    }

    [Fact]
    public async Task It_hangs_on_lot_entry_run_and_sample_and_a_lot_shows_them_all()
    {
        var ada = await house.Register();
        var (clean, code) = await ada.TakeIn(new { mass = "500", form = "clean" });
        var entry = (await ada.Lot(code)).GetProperty("entries")[0].GetProperty("id").GetGuid();
        var run = (
            await ada.Post(
                "/api/runs",
                new
                {
                    craft = "card",
                    lotIds = new[] { clean },
                    most = "40",
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        var (top, _) = await ada.TakeIn(new { mass = "50", form = "top" });
        var sample = (await ada.Post("/api/samples", new { lotId = top, verdict = "Soft." })).Expect(200).GetProperty("id").GetGuid();
        var png = TestPictures.Png(30, 20);
        var all = new List<Guid>();
        foreach (var (of, id) in new[] { ("lot", clean), ("entry", entry), ("run", run), ("sample", sample) })
        {
            Assert.DoesNotContain(id, all);
            all.Add(Id((await Put(ada, of, id, png)).Expect(200)));
            Assert.Contains(all[^1], await List(ada, of, id));
        }

        Assert.Equal(all.Take(3).Order(), (await List(ada, "lot", clean)).Order());
        Assert.Equal([all[1]], await List(ada, "entry", entry));
        Assert.Equal([all[2]], await List(ada, "run", run));
        Assert.Equal([all[3]], await List(ada, "lot", top));
        Assert.Equal(4, (await ada.Get("/api/photographs")).GetProperty("photographs").GetArrayLength());
        // What was photographed at a run stands with the entry that logs it.
        (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "card",
                    runId = run,
                    from = new[] { new { lotId = clean, all = true } },
                    to = new[] { new { form = "batt", mass = "480" } },
                }
            )
        ).Expect(200);
        Assert.Contains(all[2], await List(ada, "lot", clean));
        (await Put(ada, "lot", Guid.NewGuid(), png)).Refused(404, "not-here");
        (await ada.Send(HttpMethod.Get, "/api/photographs?of=lot")).Expect(400);

        var caption = (await ada.Send(HttpMethod.Put, $"/api/photographs/{all[0]}", new { caption = "  by the window " })).Expect(200);
        Assert.Equal("by the window", caption.GetProperty("caption").GetString());
        Assert.Equal(
            ["caption out-of-range"],
            (await ada.Send(HttpMethod.Put, $"/api/photographs/{all[0]}", new { caption = new string('w', 301) })).Refused()
        );
        (await ada.Send(HttpMethod.Delete, $"/api/photographs/{all[0]}")).Expect(204);
        (await ada.Send(HttpMethod.Delete, $"/api/photographs/{all[0]}")).Expect(404);
        Assert.Equal(2, (await List(ada, "lot", clean)).Length);
    }

    [Fact]
    public async Task Nobody_else_sees_it_and_a_browser_that_kept_it_asks_again()
    {
        var (ada, bea) = (await house.Register("Ada"), await house.Register("Bea"));
        var (lot, _) = await ada.TakeIn(new { mass = "500" });
        var made = Id((await Put(ada, "lot", lot, TestPictures.Png(30, 20))).Expect(200));
        foreach (var path in new[] { "picture", "small", "colours" })
        {
            (await bea.Send(HttpMethod.Get, $"/api/photographs/{made}/{path}")).Refused(404, "not-here");
        }

        (await bea.Send(HttpMethod.Put, $"/api/photographs/{made}", new { caption = "mine" })).Refused(404, "not-here");
        (await bea.Send(HttpMethod.Delete, $"/api/photographs/{made}")).Refused(404, "not-here");
        (await bea.Send(HttpMethod.Get, $"/api/photographs?of=lot&id={lot}")).Refused(404, "not-here");
        (await Put(bea, "lot", lot, TestPictures.Png(30, 20))).Refused(404, "not-here");
        Assert.Empty((await bea.Get("/api/photographs")).GetProperty("photographs").EnumerateArray());
        (await new Person(house.Factory.CreateClient()).Send(HttpMethod.Get, $"/api/photographs/{made}/picture")).Refused(
            401,
            "not-signed-in"
        );

        using var again = new HttpRequestMessage(HttpMethod.Get, $"/api/photographs/{made}/picture");
        again.Headers.Add("If-None-Match", $"\"{made:N}\"");
        using var answer = await ada.Http.SendAsync(again, Cancellation);
        Assert.Equal(System.Net.HttpStatusCode.NotModified, answer.StatusCode);
    }

    [Fact]
    public async Task The_same_tap_twice_at_once_is_one_photograph_and_of_one_thing_there_are_not_endlessly_many()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "500" });
        var (key, png) = (Guid.NewGuid(), TestPictures.Png(30, 20));
        var both = await Task.WhenAll(Put(ada, "lot", lot, png, key), Put(ada, "lot", lot, png, key));
        Assert.Single(both.Select(b => Id(b.Expect(200))).Distinct());
        for (var i = 1; i < 60; i++)
        {
            (await Put(ada, "lot", lot, png)).Expect(200);
        }

        Assert.Equal(["picture too-many"], (await Put(ada, "lot", lot, png)).Refused());
        // More than a page: the list goes on where it ended.
        var (other, _) = await ada.TakeIn(new { mass = "500" });
        (await Put(ada, "lot", other, png)).Expect(200);
        var first = await ada.Get("/api/photographs");
        var rest = await ada.Get("/api/photographs?after=" + Uri.EscapeDataString(first.GetProperty("after").GetString()!));
        Assert.Equal(
            (60, 1, JsonValueKind.Null),
            (
                first.GetProperty("photographs").GetArrayLength(),
                rest.GetProperty("photographs").GetArrayLength(),
                rest.GetProperty("after").ValueKind
            )
        );
        (await ada.Send(HttpMethod.Get, "/api/photographs?after=yesterday")).Expect(400);
    }

    [Fact]
    public async Task A_demo_holds_only_so_many()
    {
        await using var server = House.Start(house.Connection, ("Demo", "true"));
        var visitor = new Person(server.CreateClient());
        (await visitor.Send(HttpMethod.Post, "/api/session/demo")).Expect(204);
        await visitor.Refresh();
        var lots = (await visitor.Get("/api/lots")).GetProperty("lots").EnumerateArray().Take(2).Select(Id).ToArray();
        for (var i = 0; i < 40; i++)
        {
            (await Put(visitor, "lot", lots[i % 2], TestPictures.Png(30, 20))).Expect(200);
        }

        Assert.Equal(["picture too-many"], (await Put(visitor, "lot", lots[0], TestPictures.Png(30, 20))).Refused());
    }

    [Fact]
    public async Task The_main_colours_are_held_against_the_own_lots()
    {
        var ada = await house.Register();
        var (rust, rustCode) = await ada.TakeIn(
            new
            {
                mass = "100",
                form = "top",
                colour = "rust #A2402B",
            }
        );
        var (gold, goldCode) = await ada.TakeIn(
            new
            {
                mass = "100",
                form = "top",
                colour = "gold #C79A2B",
            }
        );
        await ada.TakeIn(new { mass = "100", form = "top" });
        var photograph = TestPictures.Stripes(
            SKEncodedImageFormat.Jpeg,
            900,
            300,
            new(0xA4, 0x42, 0x2A),
            new(0xA0, 0x3E, 0x2C),
            new(0xC5, 0x9C, 0x2D),
            new(0x20, 0x40, 0xA0)
        );
        var made = (await ada.Send(HttpMethod.Post, "/api/photographs/colours", TestPictures.Body(photograph), Guid.NewGuid())).Expect(200);
        var colours = made.GetProperty("colours").EnumerateArray().ToArray();
        Assert.Equal(
            [rustCode, goldCode, "lacking"],
            colours
                .Select(c =>
                    c.GetProperty("isLacking").GetBoolean() ? "lacking" : c.GetProperty("nearest").GetProperty("code").GetString()!
                )
                .OrderBy(c => c == "lacking")
                .ThenBy(c => c == goldCode)
        );
        Assert.Equal(50, colours[0].GetProperty("percent").GetDouble(), 1.0);
        Assert.Equal(
            [(rust, 67), (gold, 33)],
            made.GetProperty("recipe").EnumerateArray().Select(r => (r.GetProperty("lotId").GetGuid(), r.GetProperty("percent").GetInt32()))
        );
        Assert.Equal([0, 0, 1, 2], made.GetProperty("repeat").EnumerateArray().Select(r => r.GetInt32()).Order());
        Assert.Contains("For 25 % of the picture", made.GetProperty("sentence").GetString());
        // The same of one that is kept.
        var kept = Id((await Put(ada, "lot", rust, photograph)).Expect(200));
        Assert.Equal(
            colours.Length,
            (await ada.Get($"/api/photographs/{kept}/colours?step=divide&most=8")).GetProperty("colours").GetArrayLength()
        );
        Assert.Single((await ada.Get($"/api/photographs/{kept}/colours?most=1")).GetProperty("colours").EnumerateArray());
        Assert.Equal(["most out-of-range"], (await ada.Send(HttpMethod.Get, $"/api/photographs/{kept}/colours?most=9")).Refused());
        Assert.Equal(
            ["picture not-a-picture"],
            (await ada.Send(HttpMethod.Post, "/api/photographs/colours", TestPictures.Body([1, 2, 3]), Guid.NewGuid())).Refused()
        );
    }

    [Fact]
    public async Task Large_pictures_at_once_do_not_take_the_machines_memory()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "500" });
        var large = TestPictures.Png(4000, 4000);
        GC.Collect();
        long Now()
        {
            using var here = Process.GetCurrentProcess();
            return here.WorkingSet64;
        }

        var (before, most) = (Now(), 0L);
        var sending = Task.WhenAll(Enumerable.Range(0, 8).Select(_ => Put(ada, "lot", lot, large)));
        while (!sending.IsCompleted)
        {
            most = Math.Max(most, Now());
            await Task.Delay(10, Cancellation);
        }

        Assert.All(await sending, r => r.Expect(200));
        // Decoded all at once the eight would be 512 MB.
        Assert.True(most - before < 400_000_000, $"{(most - before) / 1e6:0} MB more at the most");
    }
}
