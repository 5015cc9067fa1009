using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class Pieces : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "pieces",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    maker_id = table.Column<Guid>(type: "uuid", nullable: false),
                    place = table.Column<int>(type: "integer", nullable: false),
                    paper_id = table.Column<Guid>(type: "uuid", nullable: true),
                    stamping_ink_id = table.Column<Guid>(type: "uuid", nullable: true),
                    colours = table.Column<string>(type: "jsonb", nullable: false),
                    card_work = table.Column<string>(type: "jsonb", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_pieces", x => x.id);
                    table.ForeignKey(
                        name: "fk_pieces_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_pieces_stash_items_paper_id",
                        column: x => x.paper_id,
                        principalTable: "stash_items",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_pieces_stash_items_stamping_ink_id",
                        column: x => x.stamping_ink_id,
                        principalTable: "stash_items",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_pieces_paper_id",
                table: "pieces",
                column: "paper_id");

            migrationBuilder.CreateIndex(
                name: "ix_pieces_run_id_place",
                table: "pieces",
                columns: new[] { "run_id", "place" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_pieces_stamping_ink_id",
                table: "pieces",
                column: "stamping_ink_id");
            // Every run that is there has one piece. It takes the run's own key: keys only have to differ from those of
            // other pieces.
            migrationBuilder.Sql(
                """
                INSERT INTO pieces (id, run_id, maker_id, place, paper_id, stamping_ink_id, colours, card_work)
                SELECT id, id, maker_id, 0, paper_id, stamping_ink_id, colours, card_work FROM runs
                """
            );

            // Work that is asked for or under way was told the run only.
            migrationBuilder.Sql(
                """
                UPDATE jobs SET "order" = "order" || jsonb_build_object('piece', run_id)
                WHERE kind IN ('FindAreas', 'ReadStamp') AND state = 'Working'
                """
            );

            migrationBuilder.DropForeignKey(
                name: "fk_run_images_runs_run_id",
                table: "run_images");

            migrationBuilder.DropForeignKey(
                name: "fk_run_scenes_runs_run_id",
                table: "run_scenes");

            migrationBuilder.RenameTable(name: "run_images", newName: "piece_images");
            migrationBuilder.RenameTable(name: "run_scenes", newName: "piece_scenes");
            migrationBuilder.RenameColumn(name: "run_id", table: "piece_images", newName: "piece_id");
            migrationBuilder.RenameColumn(name: "run_id", table: "piece_scenes", newName: "piece_id");
            migrationBuilder.Sql("ALTER TABLE piece_images RENAME CONSTRAINT pk_run_images TO pk_piece_images");
            migrationBuilder.Sql("ALTER TABLE piece_scenes RENAME CONSTRAINT pk_run_scenes TO pk_piece_scenes");

            migrationBuilder.AddForeignKey(
                name: "fk_piece_images_pieces_piece_id",
                table: "piece_images",
                column: "piece_id",
                principalTable: "pieces",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddForeignKey(
                name: "fk_piece_scenes_pieces_piece_id",
                table: "piece_scenes",
                column: "piece_id",
                principalTable: "pieces",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddColumn<string>(
                name: "notes",
                table: "piece_images",
                type: "jsonb",
                nullable: false,
                defaultValue: "{}");

            migrationBuilder.DropForeignKey(
                name: "fk_runs_stash_items_paper_id",
                table: "runs");

            migrationBuilder.DropForeignKey(
                name: "fk_runs_stash_items_stamping_ink_id",
                table: "runs");

            migrationBuilder.DropIndex(
                name: "ix_runs_paper_id",
                table: "runs");

            migrationBuilder.DropIndex(
                name: "ix_runs_stamping_ink_id",
                table: "runs");

            migrationBuilder.DropColumn(
                name: "card_work",
                table: "runs");

            migrationBuilder.DropColumn(
                name: "colours",
                table: "runs");

            migrationBuilder.DropColumn(
                name: "paper_id",
                table: "runs");

            migrationBuilder.DropColumn(
                name: "stamping_ink_id",
                table: "runs");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            // Only what runs could have before is kept: the first piece of each.
            migrationBuilder.Sql("DELETE FROM pieces WHERE place > 0");

            migrationBuilder.AddColumn<string>(
                name: "card_work",
                table: "runs",
                type: "jsonb",
                nullable: false,
                defaultValue: "[]");

            migrationBuilder.AddColumn<string>(
                name: "colours",
                table: "runs",
                type: "jsonb",
                nullable: false,
                defaultValue: "[]");

            migrationBuilder.AddColumn<Guid>(
                name: "paper_id",
                table: "runs",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<Guid>(
                name: "stamping_ink_id",
                table: "runs",
                type: "uuid",
                nullable: true);

            migrationBuilder.Sql(
                """
                UPDATE runs SET paper_id = p.paper_id, stamping_ink_id = p.stamping_ink_id, colours = p.colours, card_work = p.card_work
                FROM pieces p WHERE p.run_id = runs.id
                """
            );

            migrationBuilder.DropForeignKey(
                name: "fk_piece_images_pieces_piece_id",
                table: "piece_images");

            migrationBuilder.DropForeignKey(
                name: "fk_piece_scenes_pieces_piece_id",
                table: "piece_scenes");

            migrationBuilder.Sql("UPDATE piece_images i SET piece_id = p.run_id FROM pieces p WHERE p.id = i.piece_id");
            migrationBuilder.Sql("UPDATE piece_scenes s SET piece_id = p.run_id FROM pieces p WHERE p.id = s.piece_id");

            migrationBuilder.DropColumn(
                name: "notes",
                table: "piece_images");

            migrationBuilder.Sql("ALTER TABLE piece_images RENAME CONSTRAINT pk_piece_images TO pk_run_images");
            migrationBuilder.Sql("ALTER TABLE piece_scenes RENAME CONSTRAINT pk_piece_scenes TO pk_run_scenes");
            migrationBuilder.RenameColumn(name: "piece_id", table: "piece_images", newName: "run_id");
            migrationBuilder.RenameColumn(name: "piece_id", table: "piece_scenes", newName: "run_id");
            migrationBuilder.RenameTable(name: "piece_images", newName: "run_images");
            migrationBuilder.RenameTable(name: "piece_scenes", newName: "run_scenes");

            migrationBuilder.DropTable(
                name: "pieces");

            migrationBuilder.AddForeignKey(
                name: "fk_run_images_runs_run_id",
                table: "run_images",
                column: "run_id",
                principalTable: "runs",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddForeignKey(
                name: "fk_run_scenes_runs_run_id",
                table: "run_scenes",
                column: "run_id",
                principalTable: "runs",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.CreateIndex(
                name: "ix_runs_paper_id",
                table: "runs",
                column: "paper_id");

            migrationBuilder.CreateIndex(
                name: "ix_runs_stamping_ink_id",
                table: "runs",
                column: "stamping_ink_id");

            migrationBuilder.AddForeignKey(
                name: "fk_runs_stash_items_paper_id",
                table: "runs",
                column: "paper_id",
                principalTable: "stash_items",
                principalColumn: "id",
                onDelete: ReferentialAction.Restrict);

            migrationBuilder.AddForeignKey(
                name: "fk_runs_stash_items_stamping_ink_id",
                table: "runs",
                column: "stamping_ink_id",
                principalTable: "stash_items",
                principalColumn: "id",
                onDelete: ReferentialAction.Restrict);
        }
    }
}
