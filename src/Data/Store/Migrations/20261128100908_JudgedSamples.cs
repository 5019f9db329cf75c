using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class JudgedSamples : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "semi_named_by",
                table: "workshops",
                type: "character varying(32)",
                maxLength: 32,
                nullable: false,
                defaultValue: "Draw");

            migrationBuilder.AddColumn<string>(
                name: "usual_yarn",
                table: "workshops",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "judged",
                table: "samples",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "wraps_places",
                table: "samples",
                type: "character varying(120)",
                maxLength: 120,
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "semi_named_by",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "usual_yarn",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "judged",
                table: "samples");

            migrationBuilder.DropColumn(
                name: "wraps_places",
                table: "samples");
        }
    }
}
