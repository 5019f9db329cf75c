using System.Diagnostics;
using Npgsql;

namespace EarthyTuft.Bench;

/// <summary>
/// The lot page's API call in a workshop of 100 000 entries (20 000 fleeces, five steps each, three locks and a sample for each), against
/// one hand-written SQL query that reads the same rows. Medians of single calls, one after another.
/// </summary>
internal static class LotPage
{
    private const int Fleeces = 20_000;
    private const int Calls = 400;
    private const int WarmUp = 1500;

    internal const string Seed = """
        create temp table b as select
            n, 'B-' || n as code, now() - interval '1 hour' * (n % 2000) as at,
            array(select gen_random_uuid() from generate_series(1, 5) where n > 0) as lots,
            array(select gen_random_uuid() from generate_series(1, 5) where n > 0) as entries
        from generate_series(1, {0}) n;
        insert into lots (id, workshop_id, code, form, fibre, parentage, clean_yield_low, clean_yield_high, animal, colour, notes, price, made_at, changed_at, used_up_at, made_grams, left_grams, left_sigma, staple_millimetres, made_by, content)
        select lots[k], '{1}', code || case when k = 1 then '' else '.' || k end, (array['Raw','Skirted','Washed','Clean','Top'])[k], 'Wool', 'Gotland', 0.65, 0.8, 'Ash', 'grey', '', case when k = 1 then 30 end,
               at + interval '1 day' * k, at + interval '1 day' * (k + 1), case when k < 5 then at + interval '1 day' * (k + 1) end, (array[2000,1800,1250,1250,1000])[k], case when k < 5 then 0 else 1000 end, 5, 120, (array['TakeIn','Skirt','Wash','Dry','Comb'])[k], 'Unknown'
        from b, generate_series(1, 5) k;
        insert into entries (id, workshop_id, key, step, done_at, recorded_at, recorded_by, who, minutes, notes, status, gap_grams, gap_sigma)
        select entries[k], '{1}', gen_random_uuid(), (array['TakeIn','Skirt','Wash','Dry','Comb'])[k], at + interval '1 day' * k, at + interval '1 day' * k, '{2}', 'Bench', 30, '', 'Fits', 0, 3
        from b, generate_series(1, 5) k;
        create temp table f as
            select gen_random_uuid() id, entries[k] entry, 0 ordinal, 'In' as role, 'Whole' as amount, lots[k - 1] lot, null::text loss, true empties, null::float8 grams, at + interval '1 day' * k as at from b, generate_series(2, 5) k
            union all
            select gen_random_uuid(), entries[k], 1, 'Out', case when k = 3 then 'NotWeighed' else 'Weighed' end, lots[k], null, false, case when k = 3 then null else (array[2000,1800,1250,1250,1000])[k] end, at + interval '1 day' * k from b, generate_series(1, 5) k
            union all
            select gen_random_uuid(), entries[k], 2, 'Loss', case when k = 3 then 'ByDifference' else 'Weighed' end, null, (array['','Skirtings','WaxAndSuint','','Noil'])[k], false, case when k = 3 then null else (array[0,199,0,0,249])[k] end, at + interval '1 day' * k from b, unnest(array[2, 3, 5]) k;
        insert into flows (id, workshop_id, entry_id, ordinal, role, amount, lot_id, loss_kind, empties_lot, voided)
        select id, '{1}', entry, ordinal, role, amount, lot, loss, empties, false from f;
        insert into weighings (id, workshop_id, flow_id, revision, grams, typed, state, humidity_percent, scale_step_grams, session, recorded_by, who, recorded_at)
        select gen_random_uuid(), '{1}', id, 0, grams, grams::text, 'Rested', 65, 1, at::date, '{2}', 'Bench', at from f where grams is not null;
        insert into locks (id, workshop_id, lot_id, key, place, length_millimetres, crimps, span_millimetres, wave, measured_at)
        select gen_random_uuid(), '{1}', lots[1], gen_random_uuid(), 'Side', 110 + k * 5, 14, 50, 'Curl', at from b, generate_series(1, 3) k;
        insert into samples (id, workshop_id, lot_id, key, code, form, draw, wraps_per_inch, plies, twist_angle_degrees, verdict, uses, made_at, who)
        select gen_random_uuid(), '{1}', lots[5], gen_random_uuid(), 'SM-' || n, 'Top', 'Short', 16, 2, 30, 'good', array['socks'], at, 'Bench' from b;
        drop table b; drop table f;
        analyze lots, entries, flows, weighings, locks, samples;
        """;

    private const string ByHand = """
        with recursive
        it as (select * from lots where workshop_id = $1 and code = $2),
        up(lot) as (select id from it union select i.lot_id from up join flows o on o.lot_id = up.lot and o.role = 'Out' join flows i on i.entry_id = o.entry_id and i.role = 'In'),
        down(lot) as (select id from it union select o.lot_id from down join flows i on i.lot_id = down.lot and i.role = 'In' join flows o on o.entry_id = i.entry_id and o.role = 'Out'),
        family(entry) as (select distinct f.entry_id from flows f join (select lot from up union select lot from down) l on l.lot = f.lot_id)
        select e.id, e.step, e.done_at, e.who, e.minutes, e.notes, e.confirmed_because, f.id, f.role, f.amount, f.lot_id, f.loss_kind, f.fate, f.empties_lot,
               w.grams, w.typed, w.state, w.humidity_percent, w.scale_step_grams, w.session, w.revision,
               l.code, l.form, l.fibre, l.parentage, l.animal, l.colour, l.price, l.used_up_at,
               (select json_agg(k) from locks k where k.lot_id = f.lot_id and k.withdrawn_at is null and f.role = 'Out'),
               (select json_agg(s) from samples s where s.lot_id = f.lot_id and f.role = 'Out')
        from flows f
        join entries e on e.id = f.entry_id
        left join lots l on l.id = f.lot_id
        left join lateral (select * from weighings w where w.flow_id = f.id order by revision desc limit 1) w on true
        where f.entry_id in (select entry from family)
        order by e.done_at, f.ordinal
        """;

    public static async Task<double> Measure(Uri address, string connection)
    {
        using var visitor = await Visitor.Register(address);
        await using var source = NpgsqlDataSource.Create(connection + ";Max Auto Prepare=20;Command Timeout=600");
        await using (
            var seed = source.CreateCommand(
                string.Format(System.Globalization.CultureInfo.InvariantCulture, Seed, Fleeces, visitor.Workshop, visitor.Person)
            )
        )
        {
            await seed.ExecuteNonQueryAsync();
        }

        var random = new Random(20260514);
        var codes = Enumerable.Range(0, Calls).Select(_ => $"B-{random.Next(1, Fleeces + 1)}.5").ToArray();
        Task Page(string code) => visitor.Get("/api/lots/" + code);
        async Task Query(string code)
        {
            await using var command = source.CreateCommand(ByHand);
            command.Parameters.AddWithValue(visitor.Workshop);
            command.Parameters.AddWithValue(code);
            await using var reader = await command.ExecuteReaderAsync();
            var values = new object[reader.FieldCount];
            while (await reader.ReadAsync())
            {
                reader.GetValues(values);
            }
        }

        // A house in use is warm: its code is compiled and its statements are planned.
        for (var i = 0; i < WarmUp; i++)
        {
            await Page(codes[i % Calls]);
            await Query(codes[i % Calls]);
        }

        // Turn by turn, so that whatever else the machine does falls on both.
        var (api, sql) = (new List<double>(), new List<double>());
        foreach (var code in codes)
        {
            api.Add(await Milliseconds(() => Page(code)));
            sql.Add(await Milliseconds(() => Query(code)));
        }

        var (page, query) = (Median(api), Median(sql));
        Console.Error.WriteLine(
            FormattableString.Invariant(
                $"lot page {page:0.00} ms, one query {query:0.00} ms, medians of {Calls} in a workshop of {Fleeces * 5} entries"
            )
        );
        return page / query;
    }

    private static async Task<double> Milliseconds(Func<Task> call)
    {
        var start = Stopwatch.GetTimestamp();
        await call();
        return Stopwatch.GetElapsedTime(start).TotalMilliseconds;
    }

    private static double Median(List<double> values) => values.Order().ElementAt(values.Count / 2);
}
