using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class Scenes : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "silenced",
                table: "runs",
                type: "jsonb",
                nullable: false,
                defaultValueSql: """'{}'::jsonb""");

            migrationBuilder.AddColumn<string>(
                name: "better",
                table: "run_plans",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "dams",
                table: "run_images",
                type: "jsonb",
                nullable: false,
                defaultValueSql: """'{"lines":"none","areas":[]}'::jsonb""");

            migrationBuilder.AddColumn<string>(
                name: "depth",
                table: "run_images",
                type: "jsonb",
                nullable: false,
                defaultValueSql: """'{"guessed":[],"said":[]}'::jsonb""");

            migrationBuilder.AddColumn<double>(
                name: "smallest_mm2",
                table: "run_images",
                type: "double precision",
                nullable: false,
                defaultValue: 2.0);

            migrationBuilder.CreateTable(
                name: "run_scenes",
                columns: table => new
                {
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    maker_id = table.Column<Guid>(type: "uuid", nullable: false),
                    scene = table.Column<string>(type: "jsonb", nullable: false),
                    found = table.Column<string>(type: "jsonb", nullable: true),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_run_scenes", x => x.run_id);
                    table.ForeignKey(
                        name: "fk_run_scenes_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "stamps",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    maker_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(100)", maxLength: 100, nullable: false),
                    lettering = table.Column<bool>(type: "boolean", nullable: false),
                    line_hash = table.Column<string>(type: "character varying(64)", maxLength: 64, nullable: false),
                    width_mm = table.Column<double>(type: "double precision", nullable: false),
                    height_mm = table.Column<double>(type: "double precision", nullable: false),
                    silhouette = table.Column<string>(type: "jsonb", nullable: false),
                    added_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_stamps", x => x.id);
                    table.ForeignKey(
                        name: "fk_stamps_makers_maker_id",
                        column: x => x.maker_id,
                        principalTable: "makers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_stamps_maker_id",
                table: "stamps",
                column: "maker_id");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "run_scenes");

            migrationBuilder.DropTable(
                name: "stamps");

            migrationBuilder.DropColumn(
                name: "silenced",
                table: "runs");

            migrationBuilder.DropColumn(
                name: "better",
                table: "run_plans");

            migrationBuilder.DropColumn(
                name: "dams",
                table: "run_images");

            migrationBuilder.DropColumn(
                name: "depth",
                table: "run_images");

            migrationBuilder.DropColumn(
                name: "smallest_mm2",
                table: "run_images");
        }
    }
}
