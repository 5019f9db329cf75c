using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class FeltingOutcomes : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "felting_outcomes",
                columns: table => new
                {
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    lot_id = table.Column<Guid>(type: "uuid", nullable: false),
                    felts = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    pinch_grams = table.Column<double>(type: "double precision", nullable: false),
                    width_millimetres = table.Column<double>(type: "double precision", nullable: true),
                    minutes = table.Column<double>(type: "double precision", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_felting_outcomes", x => x.run_id);
                    table.ForeignKey(
                        name: "fk_felting_outcomes_lots_lot_id",
                        column: x => x.lot_id,
                        principalTable: "lots",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_felting_outcomes_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_felting_outcomes_lot_id",
                table: "felting_outcomes",
                column: "lot_id");

            migrationBuilder.CreateIndex(
                name: "ix_felting_outcomes_workshop_id_at",
                table: "felting_outcomes",
                columns: new[] { "workshop_id", "at" });

            migrationBuilder.AddWorkshopPolicy("felting_outcomes");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropWorkshopPolicy("felting_outcomes");
            migrationBuilder.DropTable(
                name: "felting_outcomes");
        }
    }
}
