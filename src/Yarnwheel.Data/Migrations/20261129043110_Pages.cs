using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yarnwheel.Data.Migrations
{
    /// <inheritdoc />
    public partial class Pages : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Photos_Hash",
                table: "Photos");

            migrationBuilder.AddColumn<int>(
                name: "Page",
                table: "Photos",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "Pages",
                table: "Photos",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.CreateIndex(
                name: "IX_Photos_Hash_Page",
                table: "Photos",
                columns: new[] { "Hash", "Page" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Photos_Hash_Page",
                table: "Photos");

            migrationBuilder.DropColumn(
                name: "Page",
                table: "Photos");

            migrationBuilder.DropColumn(
                name: "Pages",
                table: "Photos");

            migrationBuilder.CreateIndex(
                name: "IX_Photos_Hash",
                table: "Photos",
                column: "Hash",
                unique: true);
        }
    }
}
