using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace UmberCrock.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Batches : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Batches",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    FormulaKey = table.Column<string>(type: "TEXT", nullable: true),
                    Phase = table.Column<int>(type: "INTEGER", nullable: false),
                    Sequence = table.Column<long>(type: "INTEGER", nullable: false),
                    StartedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    BatchGrams = table.Column<decimal>(type: "TEXT", nullable: false),
                    FilledGrams = table.Column<decimal>(type: "TEXT", nullable: false),
                    Pieces = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Batches", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "BatchEvents",
                columns: table => new
                {
                    BatchId = table.Column<long>(type: "INTEGER", nullable: false),
                    Sequence = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    OffsetMinutes = table.Column<int>(type: "INTEGER", nullable: false),
                    Device = table.Column<string>(type: "TEXT", nullable: false),
                    Document = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_BatchEvents", x => new { x.BatchId, x.Sequence });
                    table.ForeignKey(
                        name: "FK_BatchEvents_Batches_BatchId",
                        column: x => x.BatchId,
                        principalTable: "Batches",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "BatchLots",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    BatchId = table.Column<long>(type: "INTEGER", nullable: false),
                    Ingredient = table.Column<string>(type: "TEXT", nullable: false),
                    Lot = table.Column<string>(type: "TEXT", nullable: false),
                    LotKey = table.Column<string>(type: "TEXT", nullable: true),
                    Grams = table.Column<decimal>(type: "TEXT", nullable: false),
                    Taken = table.Column<decimal>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_BatchLots", x => x.Id);
                    table.ForeignKey(
                        name: "FK_BatchLots_Batches_BatchId",
                        column: x => x.BatchId,
                        principalTable: "Batches",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_BatchLots_BatchId",
                table: "BatchLots",
                column: "BatchId");

            migrationBuilder.CreateIndex(
                name: "IX_BatchLots_LotKey",
                table: "BatchLots",
                column: "LotKey");

            migrationBuilder.CreateIndex(
                name: "IX_Batches_Code",
                table: "Batches",
                column: "Code");

            migrationBuilder.CreateIndex(
                name: "IX_Batches_FormulaKey",
                table: "Batches",
                column: "FormulaKey");

            migrationBuilder.CreateIndex(
                name: "IX_Batches_Key",
                table: "Batches",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Batches_StartedAt",
                table: "Batches",
                column: "StartedAt");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "BatchEvents");

            migrationBuilder.DropTable(
                name: "BatchLots");

            migrationBuilder.DropTable(
                name: "Batches");
        }
    }
}
