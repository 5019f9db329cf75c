using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace EarthyTuft.Data.Store.Migrations
{
    /// <inheritdoc />
    public partial class HardTrial : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "demo_used_at",
                table: "workshops",
                type: "timestamp with time zone",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "projected_with",
                table: "workshops",
                type: "integer",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "withdrawn_at",
                table: "samples",
                type: "timestamp with time zone",
                nullable: true);

            migrationBuilder.AddColumn<uint>(
                name: "xmin",
                table: "samples",
                type: "xid",
                rowVersion: true,
                nullable: false,
                defaultValue: 0u);

            migrationBuilder.AddColumn<bool>(
                name: "believed",
                table: "drying_weights",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<Guid>(
                name: "sample_id",
                table: "changes",
                type: "uuid",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "password_resets",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    user_id = table.Column<Guid>(type: "uuid", nullable: false),
                    code_hash = table.Column<string>(type: "text", nullable: false),
                    expires_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    used_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    given_by = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_password_resets", x => x.id);
                    table.ForeignKey(
                        name: "fk_password_resets_users_user_id",
                        column: x => x.user_id,
                        principalTable: "users",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "sign_in_paces",
                columns: table => new
                {
                    key = table.Column<string>(type: "text", nullable: false),
                    wrong = table.Column<int>(type: "integer", nullable: false),
                    last_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sign_in_paces", x => x.key);
                });

            migrationBuilder.CreateTable(
                name: "sign_ins",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    user_id = table.Column<Guid>(type: "uuid", nullable: false),
                    address_hash = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    seen_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sign_ins", x => x.id);
                    table.ForeignKey(
                        name: "fk_sign_ins_users_user_id",
                        column: x => x.user_id,
                        principalTable: "users",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_workshops_demo_used_at",
                table: "workshops",
                column: "demo_used_at",
                filter: "is_demo");

            migrationBuilder.CreateIndex(
                name: "ix_changes_sample_id",
                table: "changes",
                column: "sample_id");

            migrationBuilder.CreateIndex(
                name: "ix_password_resets_code_hash",
                table: "password_resets",
                column: "code_hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_password_resets_user_id",
                table: "password_resets",
                column: "user_id");

            migrationBuilder.CreateIndex(
                name: "ix_sign_in_paces_last_at",
                table: "sign_in_paces",
                column: "last_at");

            migrationBuilder.CreateIndex(
                name: "ix_sign_ins_seen_at",
                table: "sign_ins",
                column: "seen_at");

            migrationBuilder.CreateIndex(
                name: "ix_sign_ins_user_id",
                table: "sign_ins",
                column: "user_id");

            // The one demo that all visitors shared. Its two people, as whom anybody could walk in, leave every workshop but their own;
            // where somebody real has joined it, it is theirs from now on and no demo any more; else it goes with the next sweep.
            migrationBuilder.Sql(
                """
                delete from memberships m using users u
                where u.id = m.user_id and u.email like '%@demo.invalid' and u.password_hash is null
                  and not exists (select 1 from workshops w where w.id = m.workshop_id and w.is_demo);
                update workshops w set is_demo = false
                where w.is_demo and exists (
                    select 1 from memberships m join users u on u.id = m.user_id
                    where m.workshop_id = w.id and not (u.email like '%@demo.invalid' and u.password_hash is null));
                delete from memberships m using users u, workshops w
                where u.id = m.user_id and w.id = m.workshop_id and not w.is_demo and u.email like '%@demo.invalid' and u.password_hash is null;
                """);
            // Owners who sent each other away at the same moment left workshops without one: whoever has been there longest owns it now.
            migrationBuilder.Sql(
                """
                update memberships m set role = 'Owner'
                where not exists (select 1 from memberships o where o.workshop_id = m.workshop_id and o.role = 'Owner')
                  and m.user_id = (
                    select c.user_id from memberships c where c.workshop_id = m.workshop_id
                    order by (c.role = 'Looker'), c.joined_at, c.user_id limit 1);
                """);
            // Codes that an imported log had beyond all bounds no longer hold up the running numbers.
            migrationBuilder.Sql(
                """
                update code_counters c set last = coalesce((
                    select max(substring(l.code from length(c.prefix) + 2)::bigint)::int from lots l
                    where l.workshop_id = c.workshop_id and l.code ~ ('^' || replace(c.prefix, '.', '[.]') || '-[0-9]{2,5}$')), 0)
                where c.prefix ~ '^[A-Z]{1,4}$' and (c.last < 0 or c.last > 99999);
                update code_counters c set last = coalesce((
                    select max(substring(l.code from length(c.prefix) + 2)::bigint)::int from lots l
                    where l.workshop_id = c.workshop_id and left(l.code, length(c.prefix) + 1) = c.prefix || '.' and substring(l.code from length(c.prefix) + 2) ~ '^[0-9]{1,4}$'), 0)
                where c.prefix like '%-%' and c.prefix <> 'SM-' and (c.last < 0 or c.last > 9999);
                """);
            // What was opened in the grease was taken for clean: it waits for the wash again, as long as nothing else was made of it.
            migrationBuilder.Sql(
                """
                update lots l set form = 'OpenedGreasy'
                where l.form = 'Opened' and l.made_by = 'Open' and l.fibre not in ('Cotton', 'Silk', 'Flax', 'Hemp', 'Ramie', 'Jute')
                  and not exists (select 1 from flows t where t.lot_id = l.id and t.role = 'In' and not t.voided)
                  and exists (
                    select 1 from flows o join flows i on i.entry_id = o.entry_id and i.role = 'In' join lots s on s.id = i.lot_id
                    where o.lot_id = l.id and o.role = 'Out' and s.form in ('Raw', 'Skirted'));
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "password_resets");

            migrationBuilder.DropTable(
                name: "sign_in_paces");

            migrationBuilder.DropTable(
                name: "sign_ins");

            migrationBuilder.DropIndex(
                name: "ix_workshops_demo_used_at",
                table: "workshops");

            migrationBuilder.DropIndex(
                name: "ix_changes_sample_id",
                table: "changes");

            migrationBuilder.DropColumn(
                name: "demo_used_at",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "projected_with",
                table: "workshops");

            migrationBuilder.DropColumn(
                name: "withdrawn_at",
                table: "samples");

            migrationBuilder.DropColumn(
                name: "xmin",
                table: "samples");

            migrationBuilder.DropColumn(
                name: "believed",
                table: "drying_weights");

            migrationBuilder.DropColumn(
                name: "sample_id",
                table: "changes");
        }
    }
}
