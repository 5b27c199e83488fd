using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace UmberCrock.Storage.Migrations
{
    /// <inheritdoc />
    public partial class UsesOfIngredients : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Form",
                table: "Formulas",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "FormulaIngredients",
                columns: table => new
                {
                    FormulaId = table.Column<long>(type: "INTEGER", nullable: false),
                    Ingredient = table.Column<string>(type: "TEXT", nullable: false),
                    Percent = table.Column<decimal>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_FormulaIngredients", x => new { x.FormulaId, x.Ingredient });
                    table.ForeignKey(
                        name: "FK_FormulaIngredients_Formulas_FormulaId",
                        column: x => x.FormulaId,
                        principalTable: "Formulas",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_FormulaIngredients_Ingredient",
                table: "FormulaIngredients",
                column: "Ingredient");

            // What searches need of each formula is made anew at the next start: it takes the reading of documents.
            migrationBuilder.Sql("UPDATE Formulas SET SearchText = '';");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "FormulaIngredients");

            migrationBuilder.DropColumn(
                name: "Form",
                table: "Formulas");
        }
    }
}
