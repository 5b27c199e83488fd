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
            // Where no phase is steeped there is nothing to write anew, and years of history need not be read.
            migrationBuilder.Sql(
                """
                UPDATE Revisions SET HerbsCounted = 1 WHERE Document LIKE '%"infuse"%';
                UPDATE Formulas SET HerbsCounted = 1 WHERE Document LIKE '%"infuse"%'
                    OR EXISTS (SELECT 1 FROM Steps WHERE Steps.FormulaId = Formulas.Id AND Steps.Document LIKE '%"infuse"%')
                    OR EXISTS (SELECT 1 FROM Ladders WHERE Ladders.FormulaId = Formulas.Id AND Ladders.Document LIKE '%"infuse"%');
                """
            );
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
