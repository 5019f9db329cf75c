using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class LeftDoubts : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder) =>
            // What is left of a lot is from now on told no surer than half a division of the scales that tell it.
            migrationBuilder.Sql(
                """
                update lots l set left_sigma = greatest(l.left_sigma, s.half)
                from (
                    select f.lot_id, max(w.scale_step_grams) / 2 as half
                    from flows f join weighings w on w.flow_id = f.id
                    where f.lot_id is not null
                    group by f.lot_id) s
                where s.lot_id = l.id and l.left_sigma is not null and l.used_up_at is null;
                """);

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
        }
    }
}
