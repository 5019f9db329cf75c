using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class Comparing : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(
                name: "joins_per10metres",
                table: "samples",
                type: "double precision",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "lumps_per10metres",
                table: "samples",
                type: "double precision",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "spinning_minutes",
                table: "samples",
                type: "integer",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "spun_grams",
                table: "samples",
                type: "double precision",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "motion_minutes",
                table: "memberships",
                type: "integer",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "joins_per10metres",
                table: "samples");

            migrationBuilder.DropColumn(
                name: "lumps_per10metres",
                table: "samples");

            migrationBuilder.DropColumn(
                name: "spinning_minutes",
                table: "samples");

            migrationBuilder.DropColumn(
                name: "spun_grams",
                table: "samples");

            migrationBuilder.DropColumn(
                name: "motion_minutes",
                table: "memberships");
        }
    }
}
