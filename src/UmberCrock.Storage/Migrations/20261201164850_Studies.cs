using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace UmberCrock.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Studies : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Studies",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    FormulaKey = table.Column<string>(type: "TEXT", nullable: true),
                    BatchKey = table.Column<string>(type: "TEXT", nullable: true),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    MadeOn = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    StartedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    Sequence = table.Column<long>(type: "INTEGER", nullable: false),
                    IsEnded = table.Column<bool>(type: "INTEGER", nullable: false),
                    DeletedAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Studies", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "StudyChecks",
                columns: table => new
                {
                    StudyId = table.Column<long>(type: "INTEGER", nullable: false),
                    Check = table.Column<string>(type: "TEXT", nullable: false),
                    Date = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    IsOpen = table.Column<bool>(type: "INTEGER", nullable: false),
                    Verdict = table.Column<int>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StudyChecks", x => new { x.StudyId, x.Check });
                    table.ForeignKey(
                        name: "FK_StudyChecks_Studies_StudyId",
                        column: x => x.StudyId,
                        principalTable: "Studies",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "StudyEvents",
                columns: table => new
                {
                    StudyId = table.Column<long>(type: "INTEGER", nullable: false),
                    Sequence = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    OffsetMinutes = table.Column<int>(type: "INTEGER", nullable: false),
                    Device = table.Column<string>(type: "TEXT", nullable: false),
                    Document = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StudyEvents", x => new { x.StudyId, x.Sequence });
                    table.ForeignKey(
                        name: "FK_StudyEvents_Studies_StudyId",
                        column: x => x.StudyId,
                        principalTable: "Studies",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "StudyOutcomes",
                columns: table => new
                {
                    StudyId = table.Column<long>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    About = table.Column<int>(type: "INTEGER", nullable: false),
                    Outcome = table.Column<int>(type: "INTEGER", nullable: false),
                    Lean = table.Column<int>(type: "INTEGER", nullable: false),
                    SeenOn = table.Column<DateOnly>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StudyOutcomes", x => new { x.StudyId, x.Note });
                    table.ForeignKey(
                        name: "FK_StudyOutcomes_Studies_StudyId",
                        column: x => x.StudyId,
                        principalTable: "Studies",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Studies_BatchKey",
                table: "Studies",
                column: "BatchKey");

            migrationBuilder.CreateIndex(
                name: "IX_Studies_FormulaKey",
                table: "Studies",
                column: "FormulaKey");

            migrationBuilder.CreateIndex(
                name: "IX_Studies_Key",
                table: "Studies",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_StudyChecks_IsOpen_Date",
                table: "StudyChecks",
                columns: new[] { "IsOpen", "Date" });

            migrationBuilder.CreateIndex(
                name: "IX_StudyOutcomes_About_SeenOn",
                table: "StudyOutcomes",
                columns: new[] { "About", "SeenOn" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "StudyChecks");

            migrationBuilder.DropTable(
                name: "StudyEvents");

            migrationBuilder.DropTable(
                name: "StudyOutcomes");

            migrationBuilder.DropTable(
                name: "Studies");
        }
    }
}
