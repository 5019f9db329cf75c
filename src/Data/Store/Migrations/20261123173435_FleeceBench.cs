using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class FleeceBench : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_lots_workshop_id_form_changed_at",
                table: "lots");

            migrationBuilder.DropIndex(
                name: "ix_entries_workshop_id_standing",
                table: "entries");

            migrationBuilder.AddColumn<string>(
                name: "down_school",
                table: "workshops",
                type: "character varying(32)",
                maxLength: 32,
                nullable: false,
                defaultValue: "CardedPunis");

            migrationBuilder.AddColumn<string>(
                name: "fine_sock_school",
                table: "workshops",
                type: "character varying(32)",
                maxLength: 32,
                nullable: false,
                defaultValue: "WithStrongFibre");

            migrationBuilder.AddColumn<decimal>(
                name: "hourly_rate",
                table: "workshops",
                type: "numeric",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "leave_wax",
                table: "workshops",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<bool>(
                name: "open_before_wash",
                table: "workshops",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "wash_school",
                table: "workshops",
                type: "character varying(32)",
                maxLength: 32,
                nullable: false,
                defaultValue: "HandHot");

            migrationBuilder.AddColumn<string>(
                name: "content",
                table: "lots",
                type: "character varying(32)",
                maxLength: 32,
                nullable: false,
                defaultValue: "Unknown");

            migrationBuilder.AddColumn<string>(
                name: "made_by",
                table: "lots",
                type: "character varying(32)",
                maxLength: 32,
                nullable: false,
                defaultValue: "TakeIn");

            migrationBuilder.AddColumn<decimal>(
                name: "ready_made_per100grams",
                table: "lots",
                type: "numeric",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "reserved_for",
                table: "lots",
                type: "character varying(120)",
                maxLength: 120,
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "reserved_grams",
                table: "lots",
                type: "double precision",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "route_aim",
                table: "lots",
                type: "character varying(32)",
                maxLength: 32,
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "route_preparation",
                table: "lots",
                type: "character varying(32)",
                maxLength: 32,
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "route_steps",
                table: "lots",
                type: "character varying(200)",
                maxLength: 200,
                nullable: true);

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "voided_at",
                table: "lots",
                type: "timestamp with time zone",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "waits_at",
                table: "lots",
                type: "character varying(32)",
                maxLength: 32,
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "voided",
                table: "flows",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<decimal>(
                name: "worth",
                table: "flows",
                type: "numeric",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "kept_grams",
                table: "entries",
                type: "double precision",
                nullable: true);

            migrationBuilder.AddColumn<decimal>(
                name: "spent",
                table: "entries",
                type: "numeric",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "taken_grams",
                table: "entries",
                type: "double precision",
                nullable: true);

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "voided_at",
                table: "entries",
                type: "timestamp with time zone",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "voided_because",
                table: "entries",
                type: "text",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "voided_by",
                table: "entries",
                type: "text",
                nullable: true);

            migrationBuilder.AddColumn<Guid>(
                name: "voided_with",
                table: "entries",
                type: "uuid",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "breeds",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    plain_name = table.Column<string>(type: "text", nullable: false),
                    fibre = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    @class = table.Column<string>(name: "class", type: "character varying(32)", maxLength: 32, nullable: false),
                    micron_low = table.Column<double>(type: "double precision", nullable: false),
                    micron_high = table.Column<double>(type: "double precision", nullable: false),
                    staple_low = table.Column<double>(type: "double precision", nullable: false),
                    staple_high = table.Column<double>(type: "double precision", nullable: false),
                    wave = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    crimps_low = table.Column<double>(type: "double precision", nullable: true),
                    crimps_high = table.Column<double>(type: "double precision", nullable: true),
                    fleece_low = table.Column<double>(type: "double precision", nullable: false),
                    fleece_high = table.Column<double>(type: "double precision", nullable: false),
                    clean_low = table.Column<double>(type: "double precision", nullable: false),
                    clean_high = table.Column<double>(type: "double precision", nullable: false),
                    lustre = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    felts = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    coat = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    uses = table.Column<string[]>(type: "text[]", nullable: false),
                    conservation_concern = table.Column<bool>(type: "boolean", nullable: false),
                    also_known_as = table.Column<string[]>(type: "text[]", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_breeds", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "changes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    lot_id = table.Column<Guid>(type: "uuid", nullable: true),
                    entry_id = table.Column<Guid>(type: "uuid", nullable: true),
                    what = table.Column<string>(type: "text", nullable: false),
                    from = table.Column<string>(type: "text", nullable: false),
                    to = table.Column<string>(type: "text", nullable: false),
                    because = table.Column<string>(type: "text", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_changes", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "look_overs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    lot_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    handle = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    spring = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    lustre = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    soundness = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    tips = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    lock_structure = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    evenness = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    coat = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    wax = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    dirt = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    vegetable_matter = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    colour = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    first_impression = table.Column<string>(type: "text", nullable: false),
                    decision = table.Column<string>(type: "text", nullable: false),
                    measured_micron = table.Column<double>(type: "double precision", nullable: true),
                    looked_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_look_overs", x => x.id);
                    table.ForeignKey(
                        name: "fk_look_overs_lots_lot_id",
                        column: x => x.lot_id,
                        principalTable: "lots",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_weighings_workshop_id_sitting_recorded_at",
                table: "weighings",
                columns: new[] { "workshop_id", "sitting", "recorded_at" },
                filter: "humidity_percent is not null");

            migrationBuilder.CreateIndex(
                name: "ix_lots_workshop_id_form_changed_at",
                table: "lots",
                columns: new[] { "workshop_id", "form", "changed_at" },
                filter: "used_up_at is null and voided_at is null");

            migrationBuilder.CreateIndex(
                name: "ix_entries_voided_with",
                table: "entries",
                column: "voided_with",
                filter: "voided_with is not null");

            migrationBuilder.CreateIndex(
                name: "ix_entries_workshop_id_standing",
                table: "entries",
                columns: new[] { "workshop_id", "standing" },
                filter: "standing in ('Suspicious', 'Impossible') and voided_at is null");

            migrationBuilder.CreateIndex(
                name: "ix_breeds_workshop_id_plain_name",
                table: "breeds",
                columns: new[] { "workshop_id", "plain_name" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_changes_entry_id",
                table: "changes",
                column: "entry_id");

            migrationBuilder.CreateIndex(
                name: "ix_changes_lot_id",
                table: "changes",
                column: "lot_id");

            migrationBuilder.CreateIndex(
                name: "ix_changes_workshop_id_at",
                table: "changes",
                columns: new[] { "workshop_id", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_look_overs_lot_id_looked_at",
                table: "look_overs",
                columns: new[] { "lot_id", "looked_at" });

            migrationBuilder.CreateIndex(
                name: "ix_look_overs_workshop_id_key",
                table: "look_overs",
                columns: new[] { "workshop_id", "key" },
                unique: true);

            // What an earlier version did not keep is told by the entries.
            migrationBuilder.Sql("""
                update lots l set made_by = e.step from flows f join entries e on e.id = f.entry_id where f.lot_id = l.id and f.role = 'Out';
                update lots set waits_at = case form
                    when 'Raw' then 'Skirt' when 'Skirted' then 'Wash' when 'Washed' then 'Dry' when 'Noil' then 'Card'
                    when 'Clean' then case when staple_millimetres > 125 then 'Comb' else 'Card' end end;
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "breeds");

            migrationBuilder.DropTable(
                name: "changes");

            migrationBuilder.DropTable(
                name: "look_overs");

            migrationBuilder.DropIndex(
                name: "ix_weighings_workshop_id_sitting_recorded_at",
                table: "weighings");

            migrationBuilder.DropIndex(
                name: "ix_lots_workshop_id_form_changed_at",
                table: "lots");

            migrationBuilder.DropIndex(
                name: "ix_entries_voided_with",
                table: "entries");

            migrationBuilder.DropIndex(
                name: "ix_entries_workshop_id_standing",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "down_school",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "fine_sock_school",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "hourly_rate",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "leave_wax",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "open_before_wash",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "wash_school",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "content",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "made_by",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "ready_made_per100grams",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "reserved_for",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "reserved_grams",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "route_aim",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "route_preparation",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "route_steps",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "voided_at",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "waits_at",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "voided",
                table: "flows");

            migrationBuilder.DropColumn(
                name: "worth",
                table: "flows");

            migrationBuilder.DropColumn(
                name: "kept_grams",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "spent",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "taken_grams",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "voided_at",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "voided_because",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "voided_by",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "voided_with",
                table: "entries");

            migrationBuilder.CreateIndex(
                name: "ix_lots_workshop_id_form_changed_at",
                table: "lots",
                columns: new[] { "workshop_id", "form", "changed_at" },
                filter: "used_up_at is null");

            migrationBuilder.CreateIndex(
                name: "ix_entries_workshop_id_standing",
                table: "entries",
                columns: new[] { "workshop_id", "standing" },
                filter: "standing in ('Suspicious', 'Impossible')");
        }
    }
}
