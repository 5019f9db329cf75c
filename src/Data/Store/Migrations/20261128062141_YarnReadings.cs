using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class YarnReadings : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "yarn_readings",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    lot_id = table.Column<Guid>(type: "uuid", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    measured = table.Column<string>(type: "jsonb", nullable: false),
                    withdrawn_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    withdrawn_by = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_yarn_readings", x => x.id);
                    table.ForeignKey(
                        name: "fk_yarn_readings_lots_lot_id",
                        column: x => x.lot_id,
                        principalTable: "lots",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_yarn_readings_lot_id",
                table: "yarn_readings",
                column: "lot_id");

            migrationBuilder.CreateIndex(
                name: "ix_yarn_readings_workshop_id_at",
                table: "yarn_readings",
                columns: new[] { "workshop_id", "at" });

            migrationBuilder.AddWorkshopPolicy("yarn_readings");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropWorkshopPolicy("yarn_readings");
            migrationBuilder.DropTable(
                name: "yarn_readings");
        }
    }
}
