using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class ForgivingLog : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_entries_workshop_id_status",
                table: "entries");

            migrationBuilder.AddColumn<string>(
                name: "before",
                table: "lots",
                type: "character varying(300)",
                maxLength: 300,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "came_dyed",
                table: "lots",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "added_at",
                table: "flows",
                type: "timestamp with time zone",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "added_by",
                table: "flows",
                type: "text",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "answer",
                table: "entries",
                type: "character varying(32)",
                maxLength: 32,
                nullable: true);

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "answered_at",
                table: "entries",
                type: "timestamp with time zone",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "answered_by",
                table: "entries",
                type: "text",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "answered_gap_grams",
                table: "entries",
                type: "double precision",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "dyeing",
                table: "entries",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "usual_allowance_grams",
                table: "entries",
                type: "double precision",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "usual_kind",
                table: "entries",
                type: "character varying(32)",
                maxLength: 32,
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "usual_least_grams",
                table: "entries",
                type: "double precision",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "usual_most_grams",
                table: "entries",
                type: "double precision",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "ix_entries_workshop_id_status",
                table: "entries",
                columns: new[] { "workshop_id", "status" },
                filter: "status in ('Suspicious', 'Impossible') and voided_at is null and answer is null and confirmed_because is null");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_entries_workshop_id_status",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "before",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "came_dyed",
                table: "lots");

            migrationBuilder.DropColumn(
                name: "added_at",
                table: "flows");

            migrationBuilder.DropColumn(
                name: "added_by",
                table: "flows");

            migrationBuilder.DropColumn(
                name: "answer",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "answered_at",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "answered_by",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "answered_gap_grams",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "dyeing",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "usual_allowance_grams",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "usual_kind",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "usual_least_grams",
                table: "entries");

            migrationBuilder.DropColumn(
                name: "usual_most_grams",
                table: "entries");

            migrationBuilder.CreateIndex(
                name: "ix_entries_workshop_id_status",
                table: "entries",
                columns: new[] { "workshop_id", "status" },
                filter: "status in ('Suspicious', 'Impossible') and voided_at is null");
        }
    }
}
