using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class ChartsAndLight : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(
                name: "gap_mm",
                table: "run_images",
                type: "double precision",
                nullable: false,
                defaultValue: 1.1);

            migrationBuilder.AddColumn<string>(
                name: "light",
                table: "run_images",
                type: "jsonb",
                nullable: false,
                defaultValueSql: """'{"angle":{"degrees":225},"rule":{"style":"light","shadowShare":0.35,"lightShare":0.2,"whiteShare":0,"from":null},"own":{}}'::jsonb""");

            migrationBuilder.AddColumn<string>(
                name: "marks",
                table: "run_images",
                type: "jsonb",
                nullable: false,
                defaultValueSql: "'{}'::jsonb");

            migrationBuilder.AddColumn<string>(
                name: "panel",
                table: "run_images",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "zones",
                table: "run_images",
                type: "jsonb",
                nullable: false,
                defaultValueSql: "'[]'::jsonb");

            migrationBuilder.AddColumn<string>(
                name: "chart",
                table: "makers",
                type: "jsonb",
                nullable: true);

            // The shadows of images that are there already move from their areas to the zones.
            migrationBuilder.Sql(
                """
                update run_images set zones = (
                    select coalesce(jsonb_agg(jsonb_build_object(
                        'id', area -> 'id', 'shadow', coalesce(area -> 'shadowOutline', '""'::jsonb),
                        'light', '', 'white', '', 'shadowShare', 0.35)), '[]'::jsonb)
                    from jsonb_array_elements(areas) area);
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "gap_mm",
                table: "run_images");

            migrationBuilder.DropColumn(
                name: "light",
                table: "run_images");

            migrationBuilder.DropColumn(
                name: "marks",
                table: "run_images");

            migrationBuilder.DropColumn(
                name: "panel",
                table: "run_images");

            migrationBuilder.DropColumn(
                name: "zones",
                table: "run_images");

            migrationBuilder.DropColumn(
                name: "chart",
                table: "makers");
        }
    }
}
