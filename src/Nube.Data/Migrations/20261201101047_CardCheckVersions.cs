using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class CardCheckVersions : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<uint>(
                name: "xmin",
                table: "card_checks",
                type: "xid",
                rowVersion: true,
                nullable: false,
                defaultValue: 0u);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "xmin",
                table: "card_checks");
        }
    }
}
