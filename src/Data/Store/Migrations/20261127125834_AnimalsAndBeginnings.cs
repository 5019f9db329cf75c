using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class AnimalsAndBeginnings : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<Guid>(
                name: "example_entry_id",
                table: "workshops",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "length_unit",
                table: "workshops",
                type: "character varying(32)",
                maxLength: 32,
                nullable: false,
                defaultValue: "Millimetre");

            migrationBuilder.AddColumn<Guid>(
                name: "animal_id",
                table: "lots",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<Guid>(
                name: "animal_id",
                table: "changes",
                type: "uuid",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "animals",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    kind = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    breed = table.Column<string>(type: "character varying(200)", maxLength: 200, nullable: false),
                    born = table.Column<DateOnly>(type: "date", nullable: true),
                    colour = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    notes = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    added_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    merged_into = table.Column<Guid>(type: "uuid", nullable: true),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false),
                    name_key = table.Column<string>(type: "text", nullable: false, computedColumnSql: "lower(name)", stored: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_animals", x => x.id);
                    table.ForeignKey(
                        name: "fk_animals_animals_merged_into",
                        column: x => x.merged_into,
                        principalTable: "animals",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_lots_animal_id",
                table: "lots",
                column: "animal_id",
                filter: "animal_id is not null");

            migrationBuilder.CreateIndex(
                name: "ix_lots_workshop_id1",
                table: "lots",
                column: "workshop_id",
                filter: "animal_id is null and animal <> '' and made_by = 'TakeIn'");

            migrationBuilder.CreateIndex(
                name: "ix_changes_animal_id",
                table: "changes",
                column: "animal_id",
                filter: "animal_id is not null");

            migrationBuilder.CreateIndex(
                name: "ix_animals_merged_into",
                table: "animals",
                column: "merged_into");

            migrationBuilder.CreateIndex(
                name: "ix_animals_workshop_id_kind_name_key",
                table: "animals",
                columns: new[] { "workshop_id", "kind", "name_key" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_animals_workshop_id_name_key_id",
                table: "animals",
                columns: new[] { "workshop_id", "name_key", "id" },
                filter: "merged_into is null");

            migrationBuilder.AddForeignKey(
                name: "fk_lots_animals_animal_id",
                table: "lots",
                column: "animal_id",
                principalTable: "animals",
                principalColumn: "id",
                onDelete: ReferentialAction.Restrict);

            migrationBuilder.AddWorkshopPolicy("animals");
            FindWordTriggers.CreateForAnimals(migrationBuilder);
            AnimalsOfLots.Fill(migrationBuilder);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            FindWordTriggers.DropForAnimals(migrationBuilder);
            migrationBuilder.DropWorkshopPolicy("animals");

            migrationBuilder.DropForeignKey(
                name: "fk_lots_animals_animal_id",
                table: "lots");

            migrationBuilder.DropTable(
                name: "animals");

            migrationBuilder.DropIndex(
                name: "ix_lots_animal_id",
                table: "lots");

            migrationBuilder.DropIndex(
                name: "ix_lots_workshop_id1",
                table: "lots");

            migrationBuilder.DropIndex(
                name: "ix_changes_animal_id",
                table: "changes");

            migrationBuilder.DropColumn(
                name: "example_entry_id",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "length_unit",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "animal_id",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "animal_id",
                table: "changes");
        }
    }
}
