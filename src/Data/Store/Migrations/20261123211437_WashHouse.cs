using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class WashHouse : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<TimeOnly>(
                name: "bedtime",
                table: "workshops",
                type: "time without time zone",
                nullable: false,
                defaultValue: new TimeOnly(22, 0, 0));

            migrationBuilder.AddColumn<double>(
                name: "cold_water_celsius",
                table: "workshops",
                type: "double precision",
                nullable: false,
                defaultValue: 12.0);

            migrationBuilder.AddColumn<double>(
                name: "hot_water_celsius",
                table: "workshops",
                type: "double precision",
                nullable: false,
                defaultValue: 60.0);

            migrationBuilder.AddColumn<decimal>(
                name: "per_kilowatt_hour",
                table: "workshops",
                type: "numeric",
                nullable: true);

            migrationBuilder.AddColumn<decimal>(
                name: "water_per_cubic_metre",
                table: "workshops",
                type: "numeric",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "cautions_seen",
                columns: table => new
                {
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    person_id = table.Column<Guid>(type: "uuid", nullable: false),
                    step = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_cautions_seen", x => new { x.workshop_id, x.person_id, x.step });
                });

            migrationBuilder.CreateTable(
                name: "instruments",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    kind = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    host = table.Column<string>(type: "character varying(255)", maxLength: 255, nullable: false),
                    port = table.Column<int>(type: "integer", nullable: false),
                    on = table.Column<bool>(type: "boolean", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_instruments", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "racks",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    area_square_metres = table.Column<double>(type: "double precision", nullable: false),
                    retired_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_racks", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "scour_recipes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    wish = table.Column<string>(type: "jsonb", nullable: false),
                    made_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    retired_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_scour_recipes", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "tubs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    litres = table.Column<double>(type: "double precision", nullable: false),
                    litres_equivalent = table.Column<double>(type: "double precision", nullable: false),
                    retired_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
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
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    lot_ids = table.Column<Guid[]>(type: "uuid[]", nullable: false),
                    rack_id = table.Column<Guid>(type: "uuid", nullable: true),
                    water_out = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    outdoors = table.Column<bool>(type: "boolean", nullable: false),
                    netted = table.Column<bool>(type: "boolean", nullable: false),
                    expected_grams = table.Column<double>(type: "double precision", nullable: true),
                    expected_deviation = table.Column<double>(type: "double precision", nullable: true),
                    started_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    entry_id = table.Column<Guid>(type: "uuid", nullable: true),
                    who = table.Column<string>(type: "text", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
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
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    lot_ids = table.Column<Guid[]>(type: "uuid[]", nullable: false),
                    tub_id = table.Column<Guid>(type: "uuid", nullable: true),
                    recipe_id = table.Column<Guid>(type: "uuid", nullable: true),
                    request = table.Column<string>(type: "jsonb", nullable: false),
                    plan = table.Column<string>(type: "jsonb", nullable: false),
                    started_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    entry_id = table.Column<Guid>(type: "uuid", nullable: true),
                    who = table.Column<string>(type: "text", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
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
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    drying_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    grams = table.Column<double>(type: "double precision", nullable: false),
                    typed = table.Column<string>(type: "text", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false)
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
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    wash_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    batch = table.Column<int>(type: "integer", nullable: false),
                    place = table.Column<int>(type: "integer", nullable: false),
                    kind = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    target_celsius = table.Column<double>(type: "double precision", nullable: false),
                    air_celsius = table.Column<double>(type: "double precision", nullable: false),
                    air_read = table.Column<bool>(type: "boolean", nullable: false),
                    floor_celsius = table.Column<double>(type: "double precision", nullable: false),
                    has_floor = table.Column<bool>(type: "boolean", nullable: false),
                    planned_minutes = table.Column<double>(type: "double precision", nullable: false),
                    probe_id = table.Column<Guid>(type: "uuid", nullable: true),
                    started_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    lifted_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    learned_rate = table.Column<double>(type: "double precision", nullable: true),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
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
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    bath_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: true),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    celsius = table.Column<double>(type: "double precision", nullable: false),
                    from_probe = table.Column<bool>(type: "boolean", nullable: false)
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
                name: "ix_instruments_workshop_id",
                table: "instruments",
                column: "workshop_id");

            migrationBuilder.CreateIndex(
                name: "ix_racks_workshop_id",
                table: "racks",
                column: "workshop_id");

            migrationBuilder.CreateIndex(
                name: "ix_scour_recipes_workshop_id_name",
                table: "scour_recipes",
                columns: new[] { "workshop_id", "name" },
                unique: true,
                filter: "retired_at is null");

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

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "bath_readings");

            migrationBuilder.DropTable(
                name: "cautions_seen");

            migrationBuilder.DropTable(
                name: "drying_weights");

            migrationBuilder.DropTable(
                name: "baths");

            migrationBuilder.DropTable(
                name: "dryings");

            migrationBuilder.DropTable(
                name: "instruments");

            migrationBuilder.DropTable(
                name: "washes");

            migrationBuilder.DropTable(
                name: "racks");

            migrationBuilder.DropTable(
                name: "scour_recipes");

            migrationBuilder.DropTable(
                name: "tubs");

            migrationBuilder.DropColumn(
                name: "bedtime",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "cold_water_celsius",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "hot_water_celsius",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "per_kilowatt_hour",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "water_per_cubic_metre",
                table: "workshops");
        }
    }
}
