using System.Diagnostics;
using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using Npgsql;

namespace EarthyTuft.Bench;

/// <summary>
/// A family of 2 000 entries: a fleece, washed and dried, divided in a thousand portions that were combed one by one over two hundred
/// days and then carded. Its lot page over HTTP, and its reconciliation alone.
/// </summary>
internal static class LargeFamily
{
    private const int Portions = 998;
    private const int Calls = 60;
    private const int WarmUp = 40;

    private const string Seed = """
        create temp table p as select n, gen_random_uuid() top, gen_random_uuid() batt, gen_random_uuid() comb, gen_random_uuid() card, now() - interval '200 days' + interval '1 hour' * (n * 4) as at from generate_series(1, {0}) n;
        insert into lots (id, workshop_id, code, form, fibre, parentage, clean_yield_low, clean_yield_high, animal, colour, notes, made_at, changed_at, used_up_at, made_grams, left_grams, left_sigma, made_by, content)
        select top, '{1}'::uuid, 'L-01.t' || n, 'Top', 'Wool', 'Gotland', 0.65, 0.8, '', 'grey', '', at, at, at, 18, 0, 1, 'Comb', 'Unknown' from p
        union all
        select batt, '{1}'::uuid, 'L-01.b' || n, 'Batt', 'Wool', 'Gotland', 0.65, 0.8, '', 'grey', '', at, at, null::timestamptz, 17.5, 17.5, 1, 'Card', 'Unknown' from p;
        insert into entries (id, workshop_id, key, step, done_at, recorded_at, recorded_by, who, minutes, notes, status, gap_grams, gap_sigma)
        select comb, '{1}'::uuid, gen_random_uuid(), 'Comb', at, at, '{2}'::uuid, 'Bench', 20, '', 'Fits', 0, 1 from p
        union all
        select card, '{1}'::uuid, gen_random_uuid(), 'Card', at + interval '1 hour', at, '{2}'::uuid, 'Bench', 10, '', 'Fits', 0, 1 from p;
        create temp table f as
            select gen_random_uuid() id, comb entry, 0 ordinal, 'In' as role, 'Weighed' as amount, '{3}'::uuid lot, null::text loss, false empties, 20 + (n % 5) * 0.1 as grams, at from p
            union all select gen_random_uuid(), comb, 1, 'Out', 'Weighed', top, null, false, 18 + (n % 5) * 0.1, at from p
            union all select gen_random_uuid(), comb, 2, 'Loss', 'Weighed', null, 'Noil', false, 2, at from p
            union all select gen_random_uuid(), card, 0, 'In', case when n % 2 = 0 then 'Whole' else 'Weighed' end, top, null, true, case when n % 2 = 0 then null else 18 + (n % 5) * 0.1 end, at from p
            union all select gen_random_uuid(), card, 1, 'Out', 'Weighed', batt, null, false, 17.5 + (n % 5) * 0.1, at from p
            union all select gen_random_uuid(), card, 2, 'Loss', 'Weighed', null, 'CardWaste', false, 0.5, at from p;
        insert into flows (id, workshop_id, entry_id, ordinal, role, amount, lot_id, loss_kind, empties_lot, voided)
        select id, '{1}', entry, ordinal, role, amount, lot, loss, empties, false from f;
        insert into weighings (id, workshop_id, flow_id, revision, grams, typed, state, humidity_percent, scale_step_grams, session, recorded_by, who, recorded_at)
        select gen_random_uuid(), '{1}', id, 0, grams, grams::text, 'Rested', 55 + extract(day from at)::int % 15, 0.1, at::date, '{2}', 'Bench', at from f where grams is not null;
        drop table p; drop table f;
        analyze lots, entries, flows, weighings;
        """;

    /// <summary>Milliseconds of the page, asked for again and again: the 95th of a hundred.</summary>
    public static async Task<double> PageP95(Uri address, string connection)
    {
        using var visitor = await Visitor.Register(address);
        var (page, _) = await Seeded(visitor, connection, Portions);
        return await P95(visitor, page, () => Task.CompletedTask);
    }

    /// <summary>The same where an entry of the family was logged before each.</summary>
    public static async Task<double> ChangedPageP95(Uri address, string connection)
    {
        using var visitor = await Visitor.Register(address);
        var (page, clean) = await Seeded(visitor, connection, Portions);
        return await P95(visitor, page, () => visitor.Post(
                "/api/entries",
                new
                {
                    step = "card",
                    from = new[]
                    {
                        new
                        {
                            lotId = clean,
                            mass = "2 g",
                            all = false,
                        },
                    },
                    to = new[] { new { form = "batt", mass = "2 g" } },
                }
            ));
    }

    /// <summary>Kilobytes of the page of a family of 745 entries, as they are before they are packed.</summary>
    public static async Task<double> PageKilobytes(Uri address, string connection)
    {
        using var visitor = await Visitor.Register(address);
        var (page, _) = await Seeded(visitor, connection, 371);
        return (await visitor.Get(page)).Length / 1000.0;
    }

    private static async Task<(string Page, Guid Clean)> Seeded(Visitor visitor, string connection, int portions)
    {
        var taken = await visitor.Post("/api/fleeces", new { mass = "29 kg", breed = "Gotland" });
        var washed = await visitor.Post(
            "/api/entries",
            new
            {
                step = "wash",
                from = new[] { new { lotId = taken.GetProperty("lotId").GetGuid() } },
                to = new[]
                {
                    new
                    {
                        form = "clean",
                        mass = "21 kg",
                        state = "rested",
                    },
                },
                losses = new[] { new { kind = "waxAndSuint" } },
            }
        );
        var clean = washed.GetProperty("made")[0];
        var id = clean.GetProperty("id").GetGuid();
        await using var source = NpgsqlDataSource.Create(connection + ";Command Timeout=600");
        await using (
            var seed = source.CreateCommand(
                string.Format(CultureInfo.InvariantCulture, Seed, portions, visitor.Workshop, visitor.Person, id)
            )
        )
        {
            await seed.ExecuteNonQueryAsync();
        }

        return ("/api/lots/" + clean.GetProperty("code").GetString(), id);
    }

    private static async Task<double> P95(Visitor visitor, string page, Func<Task> before)
    {
        var times = new List<double>();
        var bytes = 0;
        for (var i = 0; i < WarmUp + Calls; i++)
        {
            await before();
            var start = Stopwatch.GetTimestamp();
            bytes = (await visitor.Get(page)).Length;
            if (i >= WarmUp)
            {
                times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
            }
        }

        times.Sort();
        Console.Error.WriteLine(
            FormattableString.Invariant($"lot page of {(2 * Portions) + 2} entries: median {times[Calls / 2]:0} ms, {bytes / 1000} kB")
        );
        return times[(int)(0.95 * Calls)];
    }

    /// <summary>Milliseconds, the median of a warm process.</summary>
    public static double Reconcile()
    {
        var family = Family();
        var times = new List<double>();
        for (var i = 0; i < WarmUp + 20; i++)
        {
            var start = Stopwatch.GetTimestamp();
            var all = Reconciliation.Of(family);
            if (i >= WarmUp)
            {
                times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
            }

            if (all.Flows.Count != family.Sum(e => e.Flows.Count))
            {
                throw new InvalidOperationException("A flow was not told.");
            }
        }

        times.Sort();
        Console.Error.WriteLine(
            FormattableString.Invariant(
                $"reconciling {family.Count} entries, {family.Sum(e => e.Flows.Count)} flows: {times[0]:0} to {times[^1]:0} ms"
            )
        );
        return times[times.Count / 2];
    }

    // The harder case: lots are divided, joined and worked on in turn, so that everything hangs on everything.
    private static List<Entry> Family()
    {
        var random = new Random(20261123);
        var there = new List<(Guid Lot, double Grams)>();
        var day = new DateOnly(2026, 1, 1);
        var entries = new List<Entry>();
        Flow Weighed(FlowRole role, Guid? lot, double grams, bool empties = false)
        {
            var id = Guid.CreateVersion7();
            return new Flow(
                id,
                role,
                Amount.Weighed,
                lot,
                ReferenceWeighing.Of(
                    new Weighing(id, Mass.FromGrams(Math.Round(grams)), WeighingState.Rested, 60, Mass.FromGrams(1), day),
                    new Nature(Fibre.Wool, Preparation.Carded, null)
                ),
                empties
            );
        }

        while (entries.Count < 2000)
        {
            day = random.Next(4) == 0 ? day.AddDays(1) : day;
            if (there.Count < 2)
            {
                var raw = Guid.CreateVersion7();
                there.Add((raw, 4000));
                entries.Add(new Entry(Guid.CreateVersion7(), StepKind.TakeIn, [Weighed(FlowRole.Out, raw, 4000)]));
                continue;
            }

            var flows = new List<Flow>();
            var grams = 0.0;
            for (var k = random.Next(5) == 0 ? 2 : 1; k > 0; k--)
            {
                var at = random.Next(there.Count);
                var (lot, mass) = there[at];
                there.RemoveAt(at);
                grams += mass;
                flows.Add(
                    random.Next(2) == 0
                        ? new Flow(Guid.CreateVersion7(), FlowRole.In, Amount.Whole, lot, null, true)
                        : Weighed(FlowRole.In, lot, mass, true)
                );
            }

            var lost = grams * 0.03;
            flows.Add(Weighed(FlowRole.Loss, null, lost));
            grams -= lost;
            var parts = grams > 500 && random.Next(3) == 0 ? 2 : 1;
            for (var k = 0; k < parts; k++)
            {
                var lot = Guid.CreateVersion7();
                flows.Add(Weighed(FlowRole.Out, lot, grams / parts));
                if (grams / parts > 40)
                {
                    there.Add((lot, grams / parts));
                }
            }

            entries.Add(new Entry(Guid.CreateVersion7(), StepKind.Card, flows));
        }

        return entries;
    }
}
