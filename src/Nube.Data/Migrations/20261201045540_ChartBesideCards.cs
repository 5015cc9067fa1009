using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class ChartBesideCards : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "chart_name",
                table: "card_checks",
                type: "text",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "chart_name",
                table: "card_checks");
        }
    }
}
