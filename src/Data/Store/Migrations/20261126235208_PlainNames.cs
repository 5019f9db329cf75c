using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class PlainNames : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_entries_workshop_id_standing",
                table: "entries");

            migrationBuilder.RenameColumn(
                name: "sitting",
                table: "weighings",
                newName: "session");

            migrationBuilder.RenameIndex(
                name: "ix_weighings_workshop_id_sitting_recorded_at",
                table: "weighings",
                newName: "ix_weighings_workshop_id_session_recorded_at");

            migrationBuilder.RenameColumn(
                name: "standing",
                table: "entries",
                newName: "status");

            migrationBuilder.CreateIndex(
                name: "ix_entries_workshop_id_status",
                table: "entries",
                columns: new[] { "workshop_id", "status" },
                filter: "status in ('Suspicious', 'Impossible') and voided_at is null");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_entries_workshop_id_status",
                table: "entries");

            migrationBuilder.RenameColumn(
                name: "session",
                table: "weighings",
                newName: "sitting");

            migrationBuilder.RenameIndex(
                name: "ix_weighings_workshop_id_session_recorded_at",
                table: "weighings",
                newName: "ix_weighings_workshop_id_sitting_recorded_at");

            migrationBuilder.RenameColumn(
                name: "status",
                table: "entries",
                newName: "standing");

            migrationBuilder.CreateIndex(
                name: "ix_entries_workshop_id_standing",
                table: "entries",
                columns: new[] { "workshop_id", "standing" },
                filter: "standing in ('Suspicious', 'Impossible') and voided_at is null");
        }
    }
}
