using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class Methods : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "card_work",
                table: "runs",
                type: "jsonb",
                nullable: false,
                defaultValueSql: """'[]'::jsonb""");

            migrationBuilder.AddColumn<string>(
                name: "schools",
                table: "runs",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "learned",
                table: "makers",
                type: "jsonb",
                nullable: false,
                defaultValueSql: """'{"strokes":[],"drying":[]}'::jsonb""");

            migrationBuilder.AddColumn<string>(
                name: "schools",
                table: "makers",
                type: "jsonb",
                nullable: false,
                defaultValueSql: """'{}'::jsonb""");

            migrationBuilder.AddColumn<string>(
                name: "sitting",
                table: "makers",
                type: "jsonb",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "card_work",
                table: "runs");

            migrationBuilder.DropColumn(
                name: "schools",
                table: "runs");

            migrationBuilder.DropColumn(
                name: "learned",
                table: "makers");

            migrationBuilder.DropColumn(
                name: "schools",
                table: "makers");

            migrationBuilder.DropColumn(
                name: "sitting",
                table: "makers");
        }
    }
}
