using System;
using Microsoft.EntityFrameworkCore.Migrations;
using Npgsql.EntityFrameworkCore.PostgreSQL.Metadata;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class Runs : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "entry_measures",
                columns: table => new
                {
                    entry_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    value = table.Column<double>(type: "double precision", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_entry_measures", x => new { x.entry_id, x.key });
                    table.ForeignKey(
                        name: "fk_entry_measures_entries_entry_id",
                        column: x => x.entry_id,
                        principalTable: "entries",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "runs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    craft = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    plan = table.Column<string>(type: "jsonb", nullable: false),
                    recipe_id = table.Column<Guid>(type: "uuid", nullable: true),
                    started_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    entry_id = table.Column<Guid>(type: "uuid", nullable: true),
                    who = table.Column<string>(type: "text", nullable: false),
                    revision = table.Column<int>(type: "integer", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_runs", x => x.id);
                    table.ForeignKey(
                        name: "fk_runs_entries_entry_id",
                        column: x => x.entry_id,
                        principalTable: "entries",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_runs_scour_recipes_recipe_id",
                        column: x => x.recipe_id,
                        principalTable: "scour_recipes",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "tools",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    kind = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    facts = table.Column<string>(type: "jsonb", nullable: false),
                    retired_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_tools", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "instrument_places",
                columns: table => new
                {
                    instrument_id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    part = table.Column<Guid>(type: "uuid", nullable: false),
                    since = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    until = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_instrument_places", x => x.instrument_id);
                    table.ForeignKey(
                        name: "fk_instrument_places_instruments_instrument_id",
                        column: x => x.instrument_id,
                        principalTable: "instruments",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_instrument_places_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "run_events",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: true),
                    kind = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    payload = table.Column<string>(type: "jsonb", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    withdrawn_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_run_events", x => x.id);
                    table.ForeignKey(
                        name: "fk_run_events_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "run_lots",
                columns: table => new
                {
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    lot_id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    grams = table.Column<double>(type: "double precision", nullable: true),
                    place = table.Column<string>(type: "character varying(16)", maxLength: 16, nullable: true),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_run_lots", x => new { x.run_id, x.lot_id });
                    table.ForeignKey(
                        name: "fk_run_lots_lots_lot_id",
                        column: x => x.lot_id,
                        principalTable: "lots",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_run_lots_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "run_readings",
                columns: table => new
                {
                    id = table.Column<long>(type: "bigint", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityByDefaultColumn),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    part = table.Column<Guid>(type: "uuid", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    value = table.Column<double>(type: "double precision", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_run_readings", x => x.id);
                    table.ForeignKey(
                        name: "fk_run_readings_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "run_tools",
                columns: table => new
                {
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    tool_id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_run_tools", x => new { x.run_id, x.tool_id });
                    table.ForeignKey(
                        name: "fk_run_tools_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_run_tools_tools_tool_id",
                        column: x => x.tool_id,
                        principalTable: "tools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "tool_lessons",
                columns: table => new
                {
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    part = table.Column<Guid>(type: "uuid", nullable: false),
                    what = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    tool_id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    value = table.Column<double>(type: "double precision", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_tool_lessons", x => new { x.run_id, x.part, x.what });
                    table.ForeignKey(
                        name: "fk_tool_lessons_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_tool_lessons_tools_tool_id",
                        column: x => x.tool_id,
                        principalTable: "tools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_instrument_places_run_id",
                table: "instrument_places",
                column: "run_id");

            migrationBuilder.CreateIndex(
                name: "ix_run_events_run_id",
                table: "run_events",
                column: "run_id");

            migrationBuilder.CreateIndex(
                name: "ix_run_events_workshop_id_key",
                table: "run_events",
                columns: new[] { "workshop_id", "key" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_run_lots_lot_id_place",
                table: "run_lots",
                columns: new[] { "lot_id", "place" },
                unique: true,
                filter: "ended_at is null and place is not null");

            migrationBuilder.CreateIndex(
                name: "ix_run_readings_run_id",
                table: "run_readings",
                column: "run_id");

            migrationBuilder.CreateIndex(
                name: "ix_run_tools_tool_id",
                table: "run_tools",
                column: "tool_id");

            migrationBuilder.CreateIndex(
                name: "ix_runs_entry_id",
                table: "runs",
                column: "entry_id",
                filter: "entry_id is not null");

            migrationBuilder.CreateIndex(
                name: "ix_runs_recipe_id",
                table: "runs",
                column: "recipe_id");

            migrationBuilder.CreateIndex(
                name: "ix_runs_workshop_id",
                table: "runs",
                column: "workshop_id",
                filter: "ended_at is null");

            migrationBuilder.CreateIndex(
                name: "ix_runs_workshop_id_key",
                table: "runs",
                columns: new[] { "workshop_id", "key" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_tool_lessons_tool_id",
                table: "tool_lessons",
                column: "tool_id");

            migrationBuilder.CreateIndex(
                name: "ix_tool_lessons_workshop_id_what_at",
                table: "tool_lessons",
                columns: new[] { "workshop_id", "what", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_tools_workshop_id_kind",
                table: "tools",
                columns: new[] { "workshop_id", "kind" });

            // What stood in tables of its own for each craft is carried over: tubs and racks become tools, washes and racks with wool become runs.
            migrationBuilder.Sql("""
                insert into tools (id, workshop_id, kind, name, facts, retired_at)
                select id, workshop_id, 'Tub', name, jsonb_build_object('v', 1, 'litres', litres, 'litresEquivalent', litres_equivalent), retired_at from tubs
                union all
                select id, workshop_id, 'Rack', name, jsonb_build_object('v', 1, 'squareMetres', area_square_metres), retired_at from racks;

                insert into runs (id, workshop_id, key, craft, plan, recipe_id, started_at, ended_at, entry_id, who, revision)
                select id, workshop_id, key, 'Wash',
                    jsonb_build_object(
                        'v', 1,
                        'on', ((plan->'on') - 'lots' - 'greasy' - 'tub') || jsonb_build_object('greasyGrams', plan#>'{on,greasy,grams}', 'greasyFrom', plan#>'{on,greasy,from}'),
                        'plan', plan->'plan',
                        'agent', request#>'{wish,agent}',
                        'departures', coalesce(plan->'departures', '[]'::jsonb)),
                    recipe_id, started_at, ended_at, entry_id, who, 0
                from washes
                union all
                select id, workshop_id, case when exists (select 1 from washes w where w.workshop_id = d.workshop_id and w.key = d.key) then id else key end, 'Dry',
                    jsonb_build_object(
                        'v', 1, 'waterOut', lower(left(water_out, 1)) || substr(water_out, 2), 'outdoors', outdoors, 'netted', netted, 'expectedGrams', expected_grams, 'expectedDeviation', expected_deviation),
                    null, started_at, ended_at, entry_id, who, 0
                from dryings d;

                insert into run_lots (run_id, lot_id, workshop_id, place, ended_at)
                select run_id, lot_id, workshop_id,
                    -- Of two that went on at once with the same lot the later one has the place.
                    case when ended_at is not null or row_number() over (partition by lot_id, place, ended_at is null order by started_at desc) = 1 then place end,
                    ended_at
                from (
                    select distinct w.id as run_id, lot.lot_id, w.workshop_id, 'water' as place, w.ended_at, w.started_at from washes w, unnest(w.lot_ids) lot(lot_id)
                    union
                    select distinct d.id, lot.lot_id, d.workshop_id, 'rack', d.ended_at, d.started_at from dryings d, unnest(d.lot_ids) lot(lot_id)) held
                where exists (select 1 from lots l where l.id = held.lot_id) and exists (select 1 from runs r where r.id = held.run_id);

                insert into run_tools (run_id, tool_id, workshop_id)
                select id, tub_id, workshop_id from washes where tub_id is not null and id in (select id from runs)
                union all
                select id, rack_id, workshop_id from dryings where rack_id is not null and id in (select id from runs);

                insert into run_events (id, workshop_id, run_id, key, kind, payload, at, who, withdrawn_at)
                select id, workshop_id, run_id, case when key is not null and row_number() over (partition by workshop_id, key order by id) = 1 then key end, kind, payload, at, who, withdrawn_at
                from (
                    select b.id, b.workshop_id, b.wash_id as run_id, b.key, 'bathBegan' as kind,
                        jsonb_build_object(
                            'v', 1, 'batch', b.batch, 'place', b.place, 'kind', lower(b.kind), 'targetCelsius', b.target_celsius, 'airCelsius', b.air_celsius, 'airRead', b.air_read,
                            'floorCelsius', b.floor_celsius, 'hasFloor', b.has_floor, 'plannedMinutes', b.planned_minutes, 'inOtherTub', b.in_other_tub) as payload,
                        b.started_at as at, w.who, null::timestamptz as withdrawn_at
                    from baths b join washes w on w.id = b.wash_id
                    union all
                    select gen_random_uuid(), b.workshop_id, b.wash_id, null, 'bathLifted', jsonb_build_object('v', 1, 'bath', b.id), b.lifted_at, w.who, null
                    from baths b join washes w on w.id = b.wash_id where b.lifted_at is not null
                    union all
                    select gen_random_uuid(), b.workshop_id, b.wash_id, null, 'probeHung', jsonb_build_object('v', 1, 'bath', b.id, 'probe', b.probe_id), b.started_at, w.who, null
                    from baths b join washes w on w.id = b.wash_id where b.probe_id is not null
                    union all
                    select r.id, r.workshop_id, b.wash_id, r.key, 'bathRead', jsonb_build_object('v', 1, 'bath', b.id, 'celsius', r.celsius), r.at, w.who, r.withdrawn_at
                    from bath_readings r join baths b on b.id = r.bath_id join washes w on w.id = b.wash_id where not r.from_probe
                    union all
                    select id, workshop_id, drying_id, key, 'rackWeighed', jsonb_build_object('v', 1, 'grams', grams, 'typed', typed), at, who, withdrawn_at from drying_weights
                    union all
                    select gen_random_uuid(), workshop_id, drying_id, null, 'weightBelieved', jsonb_build_object('v', 1, 'weight', id), at, who, null from drying_weights where believed) happened
                where run_id in (select id from runs);

                insert into run_readings (workshop_id, run_id, part, at, value)
                select r.workshop_id, b.wash_id, b.id, r.at, r.celsius
                from bath_readings r join baths b on b.id = r.bath_id
                where r.from_probe and r.withdrawn_at is null and b.wash_id in (select id from runs)
                order by r.at;

                insert into instrument_places (instrument_id, workshop_id, run_id, part, since)
                select distinct on (probe_id) probe_id, workshop_id, wash_id, id, started_at
                from baths
                where probe_id is not null and lifted_at is null and wash_id in (select id from runs)
                order by probe_id, started_at desc;

                insert into tool_lessons (run_id, part, what, tool_id, workshop_id, value, at)
                select b.wash_id, b.id, 'cooling', w.tub_id, b.workshop_id, b.learned_rate, b.lifted_at
                from baths b join washes w on w.id = b.wash_id
                where b.learned_rate is not null and b.lifted_at is not null and w.tub_id is not null and w.id in (select id from runs);

                insert into entry_measures (entry_id, key, workshop_id, value)
                select entry_id, 'plucked', workshop_id, plucked from counts where plucked > 0
                union all
                select entry_id, 'hairs', workshop_id, hairs_counted from counts where hairs_counted is not null and pinch_grams is not null
                union all
                select entry_id, 'pinch', workshop_id, pinch_grams from counts where hairs_counted is not null and pinch_grams is not null;
                """);

            migrationBuilder.DropTable(
                name: "bath_readings");

            migrationBuilder.DropTable(
                name: "counts");

            migrationBuilder.DropTable(
                name: "drying_weights");

            migrationBuilder.DropTable(
                name: "baths");

            migrationBuilder.DropTable(
                name: "dryings");

            migrationBuilder.DropTable(
                name: "washes");

            migrationBuilder.DropTable(
                name: "racks");

            migrationBuilder.DropTable(
                name: "tubs");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "entry_measures");

            migrationBuilder.DropTable(
                name: "instrument_places");

            migrationBuilder.DropTable(
                name: "run_events");

            migrationBuilder.DropTable(
                name: "run_lots");

            migrationBuilder.DropTable(
                name: "run_readings");

            migrationBuilder.DropTable(
                name: "run_tools");

            migrationBuilder.DropTable(
                name: "tool_lessons");

            migrationBuilder.DropTable(
                name: "runs");

            migrationBuilder.DropTable(
                name: "tools");

            migrationBuilder.CreateTable(
                name: "counts",
                columns: table => new
                {
                    entry_id = table.Column<Guid>(type: "uuid", nullable: false),
                    hairs_counted = table.Column<int>(type: "integer", nullable: true),
                    pinch_grams = table.Column<double>(type: "double precision", nullable: true),
                    plucked = table.Column<int>(type: "integer", nullable: true),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_counts", x => x.entry_id);
                    table.ForeignKey(
                        name: "fk_counts_entries_entry_id",
                        column: x => x.entry_id,
                        principalTable: "entries",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "racks",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    area_square_metres = table.Column<double>(type: "double precision", nullable: false),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    retired_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_racks", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "tubs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    litres = table.Column<double>(type: "double precision", nullable: false),
                    litres_equivalent = table.Column<double>(type: "double precision", nullable: false),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    retired_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_tubs", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "dryings",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    rack_id = table.Column<Guid>(type: "uuid", nullable: true),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    entry_id = table.Column<Guid>(type: "uuid", nullable: true),
                    expected_deviation = table.Column<double>(type: "double precision", nullable: true),
                    expected_grams = table.Column<double>(type: "double precision", nullable: true),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    lot_ids = table.Column<Guid[]>(type: "uuid[]", nullable: false),
                    netted = table.Column<bool>(type: "boolean", nullable: false),
                    outdoors = table.Column<bool>(type: "boolean", nullable: false),
                    started_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false),
                    water_out = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_dryings", x => x.id);
                    table.ForeignKey(
                        name: "fk_dryings_racks_rack_id",
                        column: x => x.rack_id,
                        principalTable: "racks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "washes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    recipe_id = table.Column<Guid>(type: "uuid", nullable: true),
                    tub_id = table.Column<Guid>(type: "uuid", nullable: true),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    entry_id = table.Column<Guid>(type: "uuid", nullable: true),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    lot_ids = table.Column<Guid[]>(type: "uuid[]", nullable: false),
                    plan = table.Column<string>(type: "jsonb", nullable: false),
                    request = table.Column<string>(type: "jsonb", nullable: false),
                    started_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_washes", x => x.id);
                    table.ForeignKey(
                        name: "fk_washes_scour_recipes_recipe_id",
                        column: x => x.recipe_id,
                        principalTable: "scour_recipes",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_washes_tubs_tub_id",
                        column: x => x.tub_id,
                        principalTable: "tubs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "drying_weights",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    believed = table.Column<bool>(type: "boolean", nullable: false),
                    drying_id = table.Column<Guid>(type: "uuid", nullable: false),
                    grams = table.Column<double>(type: "double precision", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    typed = table.Column<string>(type: "text", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    withdrawn_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_drying_weights", x => x.id);
                    table.ForeignKey(
                        name: "fk_drying_weights_dryings_drying_id",
                        column: x => x.drying_id,
                        principalTable: "dryings",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "baths",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    wash_id = table.Column<Guid>(type: "uuid", nullable: false),
                    air_celsius = table.Column<double>(type: "double precision", nullable: false),
                    air_read = table.Column<bool>(type: "boolean", nullable: false),
                    batch = table.Column<int>(type: "integer", nullable: false),
                    floor_celsius = table.Column<double>(type: "double precision", nullable: false),
                    has_floor = table.Column<bool>(type: "boolean", nullable: false),
                    in_other_tub = table.Column<bool>(type: "boolean", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    kind = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    learned_rate = table.Column<double>(type: "double precision", nullable: true),
                    lifted_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    place = table.Column<int>(type: "integer", nullable: false),
                    planned_minutes = table.Column<double>(type: "double precision", nullable: false),
                    probe_id = table.Column<Guid>(type: "uuid", nullable: true),
                    started_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    target_celsius = table.Column<double>(type: "double precision", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_baths", x => x.id);
                    table.ForeignKey(
                        name: "fk_baths_instruments_probe_id",
                        column: x => x.probe_id,
                        principalTable: "instruments",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                    table.ForeignKey(
                        name: "fk_baths_washes_wash_id",
                        column: x => x.wash_id,
                        principalTable: "washes",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "bath_readings",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    bath_id = table.Column<Guid>(type: "uuid", nullable: false),
                    celsius = table.Column<double>(type: "double precision", nullable: false),
                    from_probe = table.Column<bool>(type: "boolean", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: true),
                    withdrawn_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_bath_readings", x => x.id);
                    table.ForeignKey(
                        name: "fk_bath_readings_baths_bath_id",
                        column: x => x.bath_id,
                        principalTable: "baths",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_bath_readings_bath_id_at",
                table: "bath_readings",
                columns: new[] { "bath_id", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_bath_readings_workshop_id_key",
                table: "bath_readings",
                columns: new[] { "workshop_id", "key" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_baths_probe_id",
                table: "baths",
                column: "probe_id",
                filter: "lifted_at is null");

            migrationBuilder.CreateIndex(
                name: "ix_baths_wash_id",
                table: "baths",
                column: "wash_id");

            migrationBuilder.CreateIndex(
                name: "ix_baths_workshop_id_key",
                table: "baths",
                columns: new[] { "workshop_id", "key" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_drying_weights_drying_id_at",
                table: "drying_weights",
                columns: new[] { "drying_id", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_drying_weights_workshop_id_key",
                table: "drying_weights",
                columns: new[] { "workshop_id", "key" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_dryings_rack_id",
                table: "dryings",
                column: "rack_id");

            migrationBuilder.CreateIndex(
                name: "ix_dryings_workshop_id",
                table: "dryings",
                column: "workshop_id",
                filter: "ended_at is null");

            migrationBuilder.CreateIndex(
                name: "ix_dryings_workshop_id_key",
                table: "dryings",
                columns: new[] { "workshop_id", "key" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_racks_workshop_id",
                table: "racks",
                column: "workshop_id");

            migrationBuilder.CreateIndex(
                name: "ix_tubs_workshop_id",
                table: "tubs",
                column: "workshop_id");

            migrationBuilder.CreateIndex(
                name: "ix_washes_recipe_id",
                table: "washes",
                column: "recipe_id");

            migrationBuilder.CreateIndex(
                name: "ix_washes_tub_id",
                table: "washes",
                column: "tub_id");

            migrationBuilder.CreateIndex(
                name: "ix_washes_workshop_id",
                table: "washes",
                column: "workshop_id",
                filter: "ended_at is null");

            migrationBuilder.CreateIndex(
                name: "ix_washes_workshop_id_key",
                table: "washes",
                columns: new[] { "workshop_id", "key" },
                unique: true);
        }
    }
}
