using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yarnwheel.Data.Migrations
{
    /// <inheritdoc />
    public partial class TreesSetsLooks : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Note",
                table: "Takes",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "Place",
                table: "Takes",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<DateTime>(
                name: "RemovedAt",
                table: "Takes",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Depth",
                table: "Steps",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "Name",
                table: "Steps",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Next",
                table: "Steps",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Parent",
                table: "Steps",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Recipe",
                table: "Steps",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "ChosenTakeId",
                table: "Photos",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Liked",
                table: "Photos",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.CreateTable(
                name: "Looks",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Look = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Looks", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Sets",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Sets", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "SetPhotos",
                columns: table => new
                {
                    PhotosId = table.Column<int>(type: "INTEGER", nullable: false),
                    SetsId = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SetPhotos", x => new { x.PhotosId, x.SetsId });
                    table.ForeignKey(
                        name: "FK_SetPhotos_Photos_PhotosId",
                        column: x => x.PhotosId,
                        principalTable: "Photos",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_SetPhotos_Sets_SetsId",
                        column: x => x.SetsId,
                        principalTable: "Sets",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_SetPhotos_SetsId",
                table: "SetPhotos",
                column: "SetsId");

            // A journal was a line: step after step, redone in the same order. It gets a beginning, and each step its neighbours.
            migrationBuilder.Sql("UPDATE Steps SET Parent = Number - 1, Depth = Number, Next = CASE WHEN EXISTS (SELECT 1 FROM Steps s WHERE s.TakeId = Steps.TakeId AND s.Number = Steps.Number + 1) THEN Number + 1 END");
            migrationBuilder.Sql("""
                INSERT INTO Steps (TakeId, Number, Parent, Next, Depth, Label, Forward, Inverse, Recipe, At)
                SELECT Id, 0, NULL, CASE WHEN EXISTS (SELECT 1 FROM Steps s WHERE s.TakeId = Takes.Id AND s.Number = 1) THEN 1 END, 0, 'As it began', '[]', '[]',
                    CASE WHEN Head = 0 THEN Recipe END, COALESCE((SELECT MIN(At) FROM Steps s WHERE s.TakeId = Takes.Id), ChangedAt)
                FROM Takes
                """);
            migrationBuilder.Sql("UPDATE Takes SET Place = Id");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            // A line holds no second ways.
            migrationBuilder.Sql("DELETE FROM Steps WHERE Number = 0 OR Number <> Depth");

            migrationBuilder.DropTable(
                name: "Looks");

            migrationBuilder.DropTable(
                name: "SetPhotos");

            migrationBuilder.DropTable(
                name: "Sets");

            migrationBuilder.DropColumn(
                name: "Note",
                table: "Takes");

            migrationBuilder.DropColumn(
                name: "Place",
                table: "Takes");

            migrationBuilder.DropColumn(
                name: "RemovedAt",
                table: "Takes");

            migrationBuilder.DropColumn(
                name: "Depth",
                table: "Steps");

            migrationBuilder.DropColumn(
                name: "Name",
                table: "Steps");

            migrationBuilder.DropColumn(
                name: "Next",
                table: "Steps");

            migrationBuilder.DropColumn(
                name: "Parent",
                table: "Steps");

            migrationBuilder.DropColumn(
                name: "Recipe",
                table: "Steps");

            migrationBuilder.DropColumn(
                name: "ChosenTakeId",
                table: "Photos");

            migrationBuilder.DropColumn(
                name: "Liked",
                table: "Photos");
        }
    }
}
