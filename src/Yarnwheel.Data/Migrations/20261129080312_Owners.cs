using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yarnwheel.Data.Migrations
{
    /// <inheritdoc />
    public partial class Owners : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Photos_Hash_Page",
                table: "Photos");

            migrationBuilder.AddColumn<string>(
                name: "Owner",
                table: "Sets",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Owner",
                table: "Photos",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "SetShares",
                columns: table => new
                {
                    SetId = table.Column<int>(type: "INTEGER", nullable: false),
                    Person = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SetShares", x => new { x.SetId, x.Person });
                    table.ForeignKey(
                        name: "FK_SetShares_Sets_SetId",
                        column: x => x.SetId,
                        principalTable: "Sets",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Photos_Hash",
                table: "Photos",
                column: "Hash");

            migrationBuilder.CreateIndex(
                name: "IX_Photos_Owner_Hash_Page",
                table: "Photos",
                columns: new[] { "Owner", "Hash", "Page" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_SetShares_Person",
                table: "SetShares",
                column: "Person");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "SetShares");

            migrationBuilder.DropIndex(
                name: "IX_Photos_Hash",
                table: "Photos");

            migrationBuilder.DropIndex(
                name: "IX_Photos_Owner_Hash_Page",
                table: "Photos");

            migrationBuilder.DropColumn(
                name: "Owner",
                table: "Sets");

            migrationBuilder.DropColumn(
                name: "Owner",
                table: "Photos");

            migrationBuilder.CreateIndex(
                name: "IX_Photos_Hash_Page",
                table: "Photos",
                columns: new[] { "Hash", "Page" },
                unique: true);
        }
    }
}
