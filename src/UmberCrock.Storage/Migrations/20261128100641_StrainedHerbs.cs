using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace UmberCrock.Storage.Migrations
{
    /// <inheritdoc />
    public partial class StrainedHerbs : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "HerbsCounted",
                table: "Revisions",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<bool>(
                name: "HerbsCounted",
                table: "Formulas",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            // What was kept so far counts herbs in the hundred; it is written anew at the next start: it takes the reading of documents.
            migrationBuilder.Sql("UPDATE Formulas SET HerbsCounted = 1; UPDATE Revisions SET HerbsCounted = 1;");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "HerbsCounted",
                table: "Revisions");

            migrationBuilder.DropColumn(
                name: "HerbsCounted",
                table: "Formulas");
        }
    }
}
