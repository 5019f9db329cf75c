using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Spinning;

/// <summary>A wheel, and skeins that were spun and washed on it.</summary>
internal static class Skeins
{
    internal static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    internal static string Text(JsonElement of, string field) => of.GetProperty(field).GetString()!;

    internal static string[] Texts(JsonElement list) => [.. list.EnumerateArray().Select(t => t.GetString()!)];

    internal static async Task<Guid> Wheel(Person who) =>
        Id(
            (
                await who.Post(
                    "/api/tools/spinners",
                    new
                    {
                        name = "old wheel",
                        kind = "wheel",
                        drive = "bobbinBraked",
                        bobbin = "80",
                        whorls = new object[] { new { name = "small", ratio = 11 }, new { ratio = 7 } },
                    }
                )
            ).Expect(200)
        );

    internal static object Heap(JsonElement heap, string form) =>
        new
        {
            form,
            mass = Text(heap, "mass"),
            yarn = heap.GetProperty("yarn"),
        };

    /// <summary>Spins 80 g of a lot for a two-ply, plies and washes it, and tells the finished lot.</summary>
    internal static async Task<(Guid Id, string Code)> Skein(
        Person who,
        Guid lot,
        string wraps,
        string singles,
        string fresh,
        string washed,
        string plied = "166",
        string after = "160"
    )
    {
        var run = (
            await who.Post(
                "/api/runs",
                new
                {
                    craft = "spin",
                    aim = new
                    {
                        wraps,
                        degrees = 28,
                        lotId = lot,
                    },
                    mass = "80",
                }
            )
        ).Expect(200);
        await Tap(
            who,
            Id(run),
            new
            {
                kind = "fillBobbin",
                mass = "39",
                length = "172",
                wraps = singles,
            }
        );
        run = (
            await Tap(
                who,
                Id(run),
                new
                {
                    kind = "fillBobbin",
                    mass = "39",
                    length = "172",
                    wraps = singles,
                }
            )
        ).Expect(200);
        var entry = run.GetProperty("entry");
        var bobbins = (
            await who.Post(
                "/api/entries",
                new
                {
                    step = "spin",
                    from = new[]
                    {
                        new
                        {
                            lotId = lot,
                            mass = "80",
                            all = false,
                        },
                    },
                    to = new[] { Heap(entry, "singles"), Heap(entry.GetProperty("more")[0], "singles") },
                    runId = Id(run),
                }
            )
        ).Expect(200);
        Assert.True(bobbins.GetProperty("kept").GetBoolean(), Text(bobbins, "sentence"));
        var made = bobbins.GetProperty("made").EnumerateArray().Select(m => m.GetProperty("id").GetGuid()).ToArray();
        var (skein, _) = await who.Log(
            new
            {
                step = "ply",
                from = made.Select(m => new { lotId = m }),
                to = new[]
                {
                    new
                    {
                        form = "plied",
                        mass = "77",
                        yarn = new
                        {
                            wraps = fresh,
                            length = plied,
                            plies = 2,
                            degrees = 27,
                        },
                    },
                },
            }
        );
        return await who.Log(
            new
            {
                step = "finish",
                from = new[] { new { lotId = skein } },
                to = new[]
                {
                    new
                    {
                        form = "yarn",
                        mass = "76",
                        yarn = new
                        {
                            wraps = washed,
                            length = after,
                            finishedBy = "snapped",
                            hangs = "open",
                        },
                    },
                },
            }
        );
    }
}
