using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class RunEventOrdinals : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_run_events_run_id",
                table: "run_events");

            migrationBuilder.AddColumn<int>(
                name: "ordinal",
                table: "run_events",
                type: "integer",
                nullable: false,
                defaultValue: 0);

            // Until now events were folded in the order of their ids, which hold the time at which they were noted.
            migrationBuilder.Sql(
                """
                update run_events e set ordinal = o.place
                from (select id, row_number() over (partition by run_id order by id) as place from run_events) o
                where o.id = e.id;
                alter table run_events alter column ordinal drop default;
                """);

            migrationBuilder.CreateIndex(
                name: "ix_run_events_run_id_ordinal",
                table: "run_events",
                columns: new[] { "run_id", "ordinal" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_run_events_run_id_ordinal",
                table: "run_events");

            migrationBuilder.DropColumn(
                name: "ordinal",
                table: "run_events");

            migrationBuilder.CreateIndex(
                name: "ix_run_events_run_id",
                table: "run_events",
                column: "run_id");
        }
    }
}
