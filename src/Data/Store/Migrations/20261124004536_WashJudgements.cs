using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class WashJudgements : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "wash_judgements",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<Guid>(type: "uuid", nullable: false),
                    entry_id = table.Column<Guid>(type: "uuid", nullable: false),
                    lot_id = table.Column<Guid>(type: "uuid", nullable: false),
                    handle = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: true),
                    later_grams = table.Column<double>(type: "double precision", nullable: true),
                    loss_percent = table.Column<double>(type: "double precision", nullable: false),
                    outcome = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    decision = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    judged_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_wash_judgements", x => x.id);
                    table.ForeignKey(
                        name: "fk_wash_judgements_entries_entry_id",
                        column: x => x.entry_id,
                        principalTable: "entries",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_wash_judgements_lots_lot_id",
                        column: x => x.lot_id,
                        principalTable: "lots",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_wash_judgements_entry_id",
                table: "wash_judgements",
                column: "entry_id");

            migrationBuilder.CreateIndex(
                name: "ix_wash_judgements_lot_id",
                table: "wash_judgements",
                column: "lot_id");

            migrationBuilder.CreateIndex(
                name: "ix_wash_judgements_workshop_id_key",
                table: "wash_judgements",
                columns: new[] { "workshop_id", "key" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "wash_judgements");
        }
    }
}
