using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yarnwheel.Data.Migrations
{
    /// <inheritdoc />
    public partial class StepRevisions : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "Revision",
                table: "Steps",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Revision",
                table: "Steps");
        }
    }
}
