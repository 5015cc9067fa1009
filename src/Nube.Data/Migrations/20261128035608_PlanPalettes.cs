using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class PlanPalettes : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AlterColumn<string>(
                name: "basis",
                table: "run_plans",
                type: "character varying(400)",
                maxLength: 400,
                nullable: false,
                oldClrType: typeof(string),
                oldType: "character varying(64)",
                oldMaxLength: 64);

            migrationBuilder.AddColumn<string>(
                name: "palette",
                table: "run_plans",
                type: "jsonb",
                nullable: false,
                defaultValue: "[]");

            migrationBuilder.AddColumn<string>(
                name: "may_run",
                table: "run_images",
                type: "jsonb",
                nullable: false,
                defaultValue: "[]");

            // Plans that are there were made from the palette that their run has now.
            migrationBuilder.Sql(
                "UPDATE run_plans SET palette = runs.palette FROM runs WHERE runs.id = run_plans.run_id"
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("UPDATE run_plans SET basis = left(basis, 64)");

            migrationBuilder.DropColumn(
                name: "palette",
                table: "run_plans");

            migrationBuilder.DropColumn(
                name: "may_run",
                table: "run_images");

            migrationBuilder.AlterColumn<string>(
                name: "basis",
                table: "run_plans",
                type: "character varying(64)",
                maxLength: 64,
                nullable: false,
                oldClrType: typeof(string),
                oldType: "character varying(400)",
                oldMaxLength: 400);
        }
    }
}
