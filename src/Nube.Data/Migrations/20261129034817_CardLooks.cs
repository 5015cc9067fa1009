using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class CardLooks : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "card_looks",
                columns: table => new
                {
                    maker_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<string>(type: "character varying(64)", maxLength: 64, nullable: false),
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    edition = table.Column<Guid>(type: "uuid", nullable: false),
                    whole = table.Column<bool>(type: "boolean", nullable: false),
                    job_id = table.Column<Guid>(type: "uuid", nullable: true),
                    wanted_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_card_looks", x => new { x.maker_id, x.key });
                    table.ForeignKey(
                        name: "fk_card_looks_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "look_stills",
                columns: table => new
                {
                    maker_id = table.Column<Guid>(type: "uuid", nullable: false),
                    key = table.Column<string>(type: "character varying(64)", maxLength: 64, nullable: false),
                    number = table.Column<int>(type: "integer", nullable: false),
                    coarse = table.Column<bool>(type: "boolean", nullable: false),
                    pass = table.Column<int>(type: "integer", nullable: false),
                    moment = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    seconds = table.Column<double>(type: "double precision", nullable: false),
                    content = table.Column<byte[]>(type: "bytea", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_look_stills", x => new { x.maker_id, x.key, x.number, x.coarse });
                    table.ForeignKey(
                        name: "fk_look_stills_card_looks_maker_id_key",
                        columns: x => new { x.maker_id, x.key },
                        principalTable: "card_looks",
                        principalColumns: new[] { "maker_id", "key" },
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_card_looks_run_id",
                table: "card_looks",
                column: "run_id");

            migrationBuilder.CreateIndex(
                name: "ix_card_looks_wanted_at",
                table: "card_looks",
                column: "wanted_at");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "look_stills");

            migrationBuilder.DropTable(
                name: "card_looks");
        }
    }
}
