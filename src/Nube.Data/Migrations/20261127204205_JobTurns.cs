using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nube.Data.Migrations
{
    /// <inheritdoc />
    public partial class JobTurns : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "kind",
                table: "jobs",
                type: "character varying(20)",
                maxLength: 20,
                nullable: false,
                defaultValue: "FindAreas");

            migrationBuilder.AddColumn<string>(
                name: "order",
                table: "jobs",
                type: "jsonb",
                nullable: false,
                defaultValue: "{}");

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "taken_at",
                table: "jobs",
                type: "timestamp with time zone",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "taken_by",
                table: "jobs",
                type: "character varying(100)",
                maxLength: 100,
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "tries",
                table: "jobs",
                type: "integer",
                nullable: false,
                defaultValue: 0);

            // What waited or was at work was written down in another way, and the queue can do nothing with it any more.
            migrationBuilder.Sql(
                "update jobs set state = 'Failed', message = 'Nube was renewed while this waited. Start it again.' where state = 'Working'");

            migrationBuilder.CreateIndex(
                name: "ix_jobs_state_kind",
                table: "jobs",
                columns: new[] { "state", "kind" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_jobs_state_kind",
                table: "jobs");

            migrationBuilder.DropColumn(
                name: "kind",
                table: "jobs");

            migrationBuilder.DropColumn(
                name: "order",
                table: "jobs");

            migrationBuilder.DropColumn(
                name: "taken_at",
                table: "jobs");

            migrationBuilder.DropColumn(
                name: "taken_by",
                table: "jobs");

            migrationBuilder.DropColumn(
                name: "tries",
                table: "jobs");
        }
    }
}
