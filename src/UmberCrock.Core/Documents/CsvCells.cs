namespace UmberCrock.Core.Documents;

/// <summary>
/// Cells of tables that a spreadsheet would take for a formula and run: written with an apostrophe in front, which spreadsheets take for
/// "this is text", and read without
/// it. What is written is always read back the same.
/// </summary>
public static class CsvCells
{
    private const string Runs = "=+-@\t\r";

    /// <summary>A cell of a CSV file so written that no spreadsheet takes it for an equation.</summary>
    public static string Written(string cell) =>
        (cell.Length > 0 && Runs.Contains(cell[0]) && !IsNumber(cell)) || LooksWritten(cell) ? $"'{cell}" : cell;

    /// <summary>A cell of a CSV file as it was meant, without the mark that guards it.</summary>
    public static string Read(string cell) => LooksWritten(cell) ? cell[1..] : cell;

    private static bool LooksWritten(string cell) => cell.Length > 1 && cell[0] == '\'' && (Runs.Contains(cell[1]) || cell[1] == '\'');

    /// <summary>A negative number is no formula.</summary>
    private static bool IsNumber(string cell) =>
        decimal.TryParse(
            cell,
            System.Globalization.NumberStyles.AllowLeadingSign | System.Globalization.NumberStyles.AllowDecimalPoint,
            System.Globalization.CultureInfo.InvariantCulture,
            out _
        );
}
