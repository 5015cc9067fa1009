using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class MakerLengths : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "lengths",
                table: "makers",
                type: "integer",
                nullable: false,
                defaultValue: 0);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "lengths",
                table: "makers");
        }
    }
}
