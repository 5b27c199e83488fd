using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace UmberCrock.Storage.Migrations
{
    /// <inheritdoc />
    public partial class KeysVersionsAndBin : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "Version",
                table: "Settings",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "DeletedAt",
                table: "Lots",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Key",
                table: "Lots",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "Version",
                table: "Lots",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "DeletedAt",
                table: "Ladders",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Key",
                table: "Ladders",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "Version",
                table: "Ladders",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Version",
                table: "Labels",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "DeletedAt",
                table: "Formulas",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Key",
                table: "Formulas",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            // What was kept before there were keys gets one of its own.
            foreach (var table in new[] { "Formulas", "Ladders", "Lots" })
                migrationBuilder.Sql($"UPDATE {table} SET \"Key\" = lower(hex(randomblob(16)));");

            migrationBuilder.CreateIndex(
                name: "IX_Lots_Key",
                table: "Lots",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Ladders_Key",
                table: "Ladders",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Formulas_Key",
                table: "Formulas",
                column: "Key",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Lots_Key",
                table: "Lots");

            migrationBuilder.DropIndex(
                name: "IX_Ladders_Key",
                table: "Ladders");

            migrationBuilder.DropIndex(
                name: "IX_Formulas_Key",
                table: "Formulas");

            migrationBuilder.DropColumn(
                name: "Version",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "DeletedAt",
                table: "Lots");

            migrationBuilder.DropColumn(
                name: "Key",
                table: "Lots");

            migrationBuilder.DropColumn(
                name: "Version",
                table: "Lots");

            migrationBuilder.DropColumn(
                name: "DeletedAt",
                table: "Ladders");

            migrationBuilder.DropColumn(
                name: "Key",
                table: "Ladders");

            migrationBuilder.DropColumn(
                name: "Version",
                table: "Ladders");

            migrationBuilder.DropColumn(
                name: "Version",
                table: "Labels");

            migrationBuilder.DropColumn(
                name: "DeletedAt",
                table: "Formulas");

            migrationBuilder.DropColumn(
                name: "Key",
                table: "Formulas");
        }
    }
}
