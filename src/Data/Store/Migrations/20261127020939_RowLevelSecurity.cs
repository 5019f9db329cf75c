using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class RowLevelSecurity : Migration
    {
        private static readonly string[] Tables =
        [
            "breeds", "cautions_seen", "changes", "code_counters", "drafts", "entries", "entry_measures", "flows", "instrument_places", "instruments", "invitations", "locks", "look_overs", "lots", "run_events", "run_lots", "run_readings", "run_tools", "runs", "samples", "scour_recipes", "tool_lessons", "tools", "wash_judgements", "weighings",
        ];

        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            foreach (var table in Tables)
            {
                migrationBuilder.AddWorkshopPolicy(table);
            }
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            foreach (var table in Tables)
            {
                migrationBuilder.DropWorkshopPolicy(table);
            }
        }
    }
}
