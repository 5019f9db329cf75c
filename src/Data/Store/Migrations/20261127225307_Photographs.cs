using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class Photographs : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "photographs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    lot_id = table.Column<Guid>(type: "uuid", nullable: true),
                    entry_id = table.Column<Guid>(type: "uuid", nullable: true),
                    run_id = table.Column<Guid>(type: "uuid", nullable: true),
                    sample_id = table.Column<Guid>(type: "uuid", nullable: true),
                    caption = table.Column<string>(type: "character varying(300)", maxLength: 300, nullable: false),
                    width = table.Column<int>(type: "integer", nullable: false),
                    height = table.Column<int>(type: "integer", nullable: false),
                    picture = table.Column<byte[]>(type: "bytea", nullable: false),
                    small = table.Column<byte[]>(type: "bytea", nullable: false),
                    added_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_photographs", x => x.id);
                    table.CheckConstraint("ck_photographs_of_one", "num_nonnulls(lot_id, entry_id, run_id, sample_id) = 1");
                    table.ForeignKey(
                        name: "fk_photographs_entries_entry_id",
                        column: x => x.entry_id,
                        principalTable: "entries",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_photographs_lots_lot_id",
                        column: x => x.lot_id,
                        principalTable: "lots",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_photographs_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_photographs_samples_sample_id",
                        column: x => x.sample_id,
                        principalTable: "samples",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_photographs_entry_id",
                table: "photographs",
                column: "entry_id",
                filter: "entry_id is not null");

            migrationBuilder.CreateIndex(
                name: "ix_photographs_lot_id",
                table: "photographs",
                column: "lot_id",
                filter: "lot_id is not null");

            migrationBuilder.CreateIndex(
                name: "ix_photographs_run_id",
                table: "photographs",
                column: "run_id",
                filter: "run_id is not null");

            migrationBuilder.CreateIndex(
                name: "ix_photographs_sample_id",
                table: "photographs",
                column: "sample_id",
                filter: "sample_id is not null");

            migrationBuilder.CreateIndex(
                name: "ix_photographs_workshop_id_added_at_id",
                table: "photographs",
                columns: new[] { "workshop_id", "added_at", "id" });

            migrationBuilder.CreateIndex(
                name: "ix_photographs_workshop_id_key",
                table: "photographs",
                columns: new[] { "workshop_id", "key" },
                unique: true);

            migrationBuilder.AddWorkshopPolicy("photographs");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropWorkshopPolicy("photographs");
            migrationBuilder.DropTable(
                name: "photographs");
        }
    }
}
