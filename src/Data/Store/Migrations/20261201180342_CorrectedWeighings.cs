using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class CorrectedWeighings : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateIndex(
                name: "ix_weighings_workshop_id_recorded_at",
                table: "weighings",
                columns: new[] { "workshop_id", "recorded_at" },
                filter: "revision > 0");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_weighings_workshop_id_recorded_at",
                table: "weighings");
        }
    }
}
