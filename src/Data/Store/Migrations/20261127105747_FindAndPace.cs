using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class FindAndPace : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_entries_workshop_id_done_at_id",
                table: "entries");

            migrationBuilder.CreateTable(
                name: "find_words",
                columns: table => new
                {
                    workshop_id = table.Column<Guid>(type: "uuid", nullable: false),
                    word = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false, collation: "C"),
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    kind = table.Column<string>(type: "character varying(32)", maxLength: 32, nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_find_words", x => new { x.workshop_id, x.id, x.word });
                });

            migrationBuilder.CreateIndex(
                name: "ix_samples_workshop_id_made_at",
                table: "samples",
                columns: new[] { "workshop_id", "made_at" },
                filter: "withdrawn_at is null");

            migrationBuilder.CreateIndex(
                name: "ix_lots_workshop_id",
                table: "lots",
                column: "workshop_id",
                filter: "voided_at is not null");

            migrationBuilder.CreateIndex(
                name: "ix_lots_workshop_id_changed_at_id",
                table: "lots",
                columns: new[] { "workshop_id", "changed_at", "id" },
                filter: "used_up_at is null and voided_at is null and form <> 'Yarn'");

            migrationBuilder.CreateIndex(
                name: "ix_lots_workshop_id_form_made_at",
                table: "lots",
                columns: new[] { "workshop_id", "form", "made_at" },
                filter: "voided_at is null")
                .Annotation("Npgsql:IndexInclude", new[] { "made_grams" });

            migrationBuilder.CreateIndex(
                name: "ix_lots_workshop_id_waits_at",
                table: "lots",
                columns: new[] { "workshop_id", "waits_at" },
                filter: "used_up_at is null and voided_at is null and form <> 'Yarn'")
                .Annotation("Npgsql:IndexInclude", new[] { "left_grams", "changed_at" });

            migrationBuilder.CreateIndex(
                name: "ix_entries_workshop_id_done_at_id",
                table: "entries",
                columns: new[] { "workshop_id", "done_at", "id" })
                .Annotation("Npgsql:IndexInclude", new[] { "minutes", "voided_at" });

            migrationBuilder.CreateIndex(
                name: "ix_entries_workshop_id_who_done_at",
                table: "entries",
                columns: new[] { "workshop_id", "who", "done_at" });

            migrationBuilder.CreateIndex(
                name: "ix_find_words_workshop_id_word_at",
                table: "find_words",
                columns: new[] { "workshop_id", "word", "at" },
                descending: new[] { false, false, true });

            migrationBuilder.AddWorkshopPolicy("find_words");
            FindWordTriggers.Create(migrationBuilder);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            FindWordTriggers.Drop(migrationBuilder);
            migrationBuilder.DropWorkshopPolicy("find_words");

            migrationBuilder.DropTable(
                name: "find_words");

            migrationBuilder.DropIndex(
                name: "ix_samples_workshop_id_made_at",
                table: "samples");

            migrationBuilder.DropIndex(
                name: "ix_lots_workshop_id",
                table: "lots");

            migrationBuilder.DropIndex(
                name: "ix_lots_workshop_id_changed_at_id",
                table: "lots");

            migrationBuilder.DropIndex(
                name: "ix_lots_workshop_id_form_made_at",
                table: "lots");

            migrationBuilder.DropIndex(
                name: "ix_lots_workshop_id_waits_at",
                table: "lots");

            migrationBuilder.DropIndex(
                name: "ix_entries_workshop_id_done_at_id",
                table: "entries");

            migrationBuilder.DropIndex(
                name: "ix_entries_workshop_id_who_done_at",
                table: "entries");

            migrationBuilder.CreateIndex(
                name: "ix_entries_workshop_id_done_at_id",
                table: "entries",
                columns: new[] { "workshop_id", "done_at", "id" });
        }
    }
}
