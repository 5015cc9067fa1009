using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class FoundOrders : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<Guid>(
                name: "edition",
                table: "run_plans",
                type: "uuid",
                nullable: false,
                defaultValue: new Guid("00000000-0000-0000-0000-000000000000"));

            migrationBuilder.CreateTable(
                name: "found_orders",
                columns: table => new
                {
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    edition = table.Column<Guid>(type: "uuid", nullable: false),
                    maker_id = table.Column<Guid>(type: "uuid", nullable: false),
                    better = table.Column<string>(type: "jsonb", nullable: true),
                    at_least_seconds = table.Column<double>(type: "double precision", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_found_orders", x => new { x.run_id, x.edition });
                    table.ForeignKey(
                        name: "fk_found_orders_run_plans_run_id",
                        column: x => x.run_id,
                        principalTable: "run_plans",
                        principalColumn: "run_id",
                        onDelete: ReferentialAction.Cascade);
                });

            // What was found is kept: it moves to its own table.
            migrationBuilder.Sql(
                """
                insert into found_orders (run_id, edition, maker_id, better, at_least_seconds)
                select run_id, edition, maker_id, better, (better->>'atLeastSeconds')::double precision from run_plans where better is not null
                """);

            migrationBuilder.DropColumn(
                name: "better",
                table: "run_plans");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "found_orders");

            migrationBuilder.DropColumn(
                name: "edition",
                table: "run_plans");

            migrationBuilder.AddColumn<string>(
                name: "better",
                table: "run_plans",
                type: "jsonb",
                nullable: true);
        }
    }
}
