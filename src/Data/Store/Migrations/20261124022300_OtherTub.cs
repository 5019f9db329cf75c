using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class OtherTub : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "in_other_tub",
                table: "baths",
                type: "boolean",
                nullable: false,
                defaultValue: false);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "in_other_tub",
                table: "baths");
        }
    }
}
