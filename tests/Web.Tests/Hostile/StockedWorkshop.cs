using EarthyTuft.Web.Tests.Photographs;
using EarthyTuft.Web.Tests.Runs;

namespace EarthyTuft.Web.Tests.Hostile;

/// <summary>Fills a workshop with a little of everything: lots at every station, a running wash and rack, a draft, a sample, a recipe, an
/// instrument.</summary>
internal static class StockedWorkshop
{
    public static async Task Fill(Person person)
    {
        var (fleece, _) = await person.TakeIn(
            new
            {
                mass = "2400",
                breed = "Gotland",
                price = 30,
            }
        );
        var (skirted, _) = await person.Log(Requests.Skirt(fleece, "2180", ("skirtings", "200")));
        var (wet, _) = await person.Log(Requests.Wash(skirted));
        var (clean, code) = await person.Log(Requests.Dry(wet, "1500"));
        var (top, _) = await person.Log(Requests.Comb(clean, "600", "480", "90"));
        (
            await person.Post(
                "/api/samples",
                new
                {
                    lotId = top,
                    wrapsPerInch = 14,
                    plies = 2,
                    twistAngleDegrees = 25,
                    verdict = "Shines.",
                    uses = new[] { "shawl" },
                }
            )
        ).Expect(200);
        (
            await person.Post(
                $"/api/lots/{clean}/locks",
                new
                {
                    place = "shoulder",
                    length = "118",
                    crimps = 6,
                    span = "50",
                    wave = "curl",
                }
            )
        ).Expect(200);
        (
            await person.Send(
                HttpMethod.Put,
                $"/api/lots/{code}/look-over",
                new { judgements = new { handle = "kind", lustre = "bright" } },
                Guid.NewGuid()
            )
        ).Expect(200);
        (
            await person.Send(
                HttpMethod.Post,
                $"/api/photographs?of=lot&id={clean}",
                TestPictures.Body(TestPictures.Png(24, 18)),
                Guid.NewGuid()
            )
        ).Expect(200);
        // More than went in: a draft.
        (await person.Post("/api/entries", Requests.Comb(clean, "100", "300"))).Expect(200);

        var (down, _) = await person.TakeIn(new { mass = "260", breed = "Yak down" });
        await person.Log(
            new
            {
                step = "dehair",
                from = new[]
                {
                    new
                    {
                        lotId = (
                            await person.Log(
                                new
                                {
                                    step = "wash",
                                    from = new[] { new { lotId = down } },
                                    to = new[] { new { form = "clean", mass = "230" } },
                                    losses = new[] { new { kind = "dirtAndSand" } },
                                }
                            )
                        ).Id,
                    },
                },
                to = new[] { new { form = "down", mass = "150" } },
                losses = new[] { new { kind = "guardHair", mass = "76" } },
            }
        );

        var tub = (await person.Send(HttpMethod.Post, "/api/scouring/tubs", new { name = "zinc tub", litres = "40" }))
            .Expect(200)
            .GetProperty("id")
            .GetGuid();
        var drum = (
            await person.Send(
                HttpMethod.Post,
                "/api/tools/cards",
                new
                {
                    name = "drum",
                    kind = "drumCarder",
                    width = "20",
                    length = "57",
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        var (carded, _) = await person.TakeIn(new { mass = "180", form = "clean" });
        (
            await person.Post(
                "/api/runs",
                new
                {
                    craft = "card",
                    lotIds = new[] { carded },
                    toolId = drum,
                }
            )
        ).Expect(200);
        var combs = (
            await person.Send(
                HttpMethod.Post,
                "/api/tools/combs",
                new
                {
                    name = "combs",
                    kind = "combs",
                    width = "14",
                    rows = 2,
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        (
            await person.Send(
                HttpMethod.Post,
                "/api/tools/combs",
                new
                {
                    name = "horn diz",
                    kind = "diz",
                    hole = "3",
                }
            )
        ).Expect(200);
        var (combed, _) = await person.TakeIn(
            new
            {
                mass = "120",
                form = "clean",
                breed = "Wensleydale",
            }
        );
        (
            await person.Post(
                "/api/runs",
                new
                {
                    craft = "comb",
                    lotIds = new[] { combed },
                    toolId = combs,
                    wanted = "tip",
                }
            )
        ).Expect(200);
        var (white, _) = await person.TakeIn(new { mass = "120", form = "clean" });
        var (silk, _) = await person.TakeIn(
            new
            {
                mass = "40",
                form = "top",
                fibre = "silk",
                colour = "gold",
            }
        );
        (
            await person.Post(
                "/api/runs",
                new
                {
                    craft = "blend",
                    by = "weight",
                    most = "20",
                    components = new[] { new { lotId = white, amount = "80" }, new { lotId = silk, amount = "20" } },
                }
            )
        ).Expect(200);
        (
            await person.Post(
                "/api/runs",
                new
                {
                    craft = "divide",
                    chart = new
                    {
                        colours = new object[] { new { name = "a", lotId = silk }, new { name = "b", colour = "woad" } },
                        repeat = "a b",
                        strip = "2",
                        plies = new[] { new { order = "same" } },
                    },
                }
            )
        ).Expect(200);
        var wheel = (
            await person.Send(
                HttpMethod.Post,
                "/api/tools/spinners",
                new
                {
                    name = "wheel",
                    kind = "wheel",
                    bobbin = "90",
                    whorls = new[] { new { name = "small", ratio = 11 } },
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        (
            await person.Send(
                HttpMethod.Post,
                "/api/tools/spinners",
                new
                {
                    name = "niddy-noddy",
                    kind = "winder",
                    round = "150",
                }
            )
        ).Expect(200);
        var (batts, _) = await person.TakeIn(new { mass = "150", form = "batt" });
        var spun = (
            await person.Post(
                "/api/runs",
                new
                {
                    craft = "spin",
                    aim = new
                    {
                        wraps = "14",
                        lotId = batts,
                        ratio = 11,
                        drawMillimetres = 150,
                    },
                    toolId = wheel,
                    whorl = "small",
                    mass = "50",
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        (
            await Running.Tap(
                person,
                spun,
                new
                {
                    kind = "readPlyBack",
                    wraps = "13-14",
                    degrees = 24,
                }
            )
        ).Expect(200);
        (
            await Running.Tap(
                person,
                spun,
                new
                {
                    kind = "fillBobbin",
                    mass = "20",
                    length = "90",
                }
            )
        ).Expect(200);
        var (bobbin, _) = await person.Log(
            new
            {
                step = "spin",
                from = new[]
                {
                    new
                    {
                        lotId = batts,
                        mass = "50",
                        all = false,
                    },
                },
                to = new[]
                {
                    new
                    {
                        form = "singles",
                        mass = "49",
                        yarn = new
                        {
                            wraps = "28",
                            length = "240",
                            direction = "z",
                        },
                    },
                },
            }
        );
        var (skein, _) = await person.Log(
            new
            {
                step = "ply",
                from = new[]
                {
                    new
                    {
                        lotId = bobbin,
                        mass = "25",
                        all = false,
                    },
                },
                to = new[]
                {
                    new
                    {
                        form = "plied",
                        mass = "24",
                        yarn = new
                        {
                            wraps = "15",
                            length = "58",
                            plies = 2,
                        },
                    },
                },
            }
        );
        await person.Log(
            new
            {
                step = "finish",
                from = new[] { new { lotId = skein } },
                to = new[]
                {
                    new
                    {
                        form = "yarn",
                        mass = "23.5",
                        yarn = new
                        {
                            wraps = "14",
                            length = "56",
                            finishedBy = "snapped",
                        },
                    },
                },
            }
        );
        (await person.Post("/api/runs", new { craft = "ply", lotIds = new[] { bobbin } })).Expect(200);
        var rack = (await person.Send(HttpMethod.Post, "/api/scouring/racks", new { name = "loft", areaSquareMetres = 1.5 }))
            .Expect(200)
            .GetProperty("id")
            .GetGuid();
        (
            await person.Send(
                HttpMethod.Post,
                "/api/scouring/recipes",
                new { name = "Gently", wish = new { school = "handHot", minutes = 20 } }
            )
        ).Expect(200);
        (
            await person.Send(
                HttpMethod.Post,
                "/api/instruments",
                new
                {
                    kind = "probe",
                    name = "probe",
                    host = "127.0.0.1",
                    port = 9,
                    on = false,
                }
            )
        ).Expect(200);
        var (other, _) = await person.TakeIn(new { mass = "1900", breed = "Romney" });
        var wash = (
            await Running.BeginWash(
                person,
                new
                {
                    lotIds = new[] { other },
                    wish = new { school = "handHot" },
                    tubId = tub,
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        (
            await Running.Tap(
                person,
                wash,
                new
                {
                    kind = "beginBath",
                    batch = 1,
                    place = 0,
                    temperature = "58",
                }
            )
        ).Expect(200);
        var (third, _) = await person.TakeIn(new { mass = "1700" });
        var (damp, _) = await person.Log(Requests.Wash(third));
        (await Running.BeginRack(person, [damp], "1500", rack)).Expect(200);
    }
}
