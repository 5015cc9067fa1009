using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class StashAndSheets : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "kept_at",
                table: "stash_items",
                type: "character varying(200)",
                maxLength: 200,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "last_used_at",
                table: "stash_items",
                type: "timestamp with time zone",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "left",
                table: "stash_items",
                type: "double precision",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "supply",
                table: "stash_items",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "use_up",
                table: "stash_items",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "kept",
                table: "makers",
                type: "jsonb",
                nullable: false,
                defaultValueSql: "'[]'::jsonb");

            // Makers who are there already keep no colours yet; an empty text would be no JSON.
            migrationBuilder.Sql("alter table makers alter column kept drop default;");

            migrationBuilder.CreateTable(
                name: "sheets",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    maker_id = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<int>(type: "integer", nullable: false),
                    size = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    rows = table.Column<string>(type: "jsonb", nullable: false),
                    pictures = table.Column<string>(type: "jsonb", nullable: false),
                    metered = table.Column<string>(type: "jsonb", nullable: false),
                    left_out = table.Column<string>(type: "jsonb", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    used_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sheets", x => x.id);
                    table.ForeignKey(
                        name: "fk_sheets_makers_maker_id",
                        column: x => x.maker_id,
                        principalTable: "makers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_sheets_maker_id_number",
                table: "sheets",
                columns: new[] { "maker_id", "number" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "sheets");

            migrationBuilder.DropColumn(
                name: "kept_at",
                table: "stash_items");

            migrationBuilder.DropColumn(
                name: "last_used_at",
                table: "stash_items");

            migrationBuilder.DropColumn(
                name: "left",
                table: "stash_items");

            migrationBuilder.DropColumn(
                name: "supply",
                table: "stash_items");

            migrationBuilder.DropColumn(
                name: "use_up",
                table: "stash_items");

            migrationBuilder.DropColumn(
                name: "kept",
                table: "makers");
        }
    }
}
