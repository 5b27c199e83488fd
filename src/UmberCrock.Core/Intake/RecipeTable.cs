using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Intake;

/// <summary>
/// Turns a recipe in a table into the lines people write, so that it is read, shown and corrected like any other. Columns stand in any
/// order under a heading in
/// English, Spanish, French or German; rows above it name the recipe, a blank phase is the one above, a row that only sums is left out.
/// </summary>
public static class RecipeTable
{
    /// <summary>More rows than this are no recipe.</summary>
    public const int MostRows = IntakeReader.MostLines;

    private const int MostColumns = 40;
    private const int HeadingWithin = 20;
    private const int LongestCell = 120;
    private const int ShortPhase = 4;
    private const decimal Whole = 100m;

    /// <summary>Shares that sum to 1 within this are fractions of 1, as a spreadsheet keeps percents.</summary>
    private const decimal FractionWithin = 0.05m;

    /// <summary>The rows of a table of comma, semicolon or tab separated values.</summary>
    /// <exception cref="DocumentException">There are more rows than a recipe has.</exception>
    public static IReadOnlyList<string[]> ReadCsv(string text)
    {
        using var csv = new CsvParser(
            new StringReader(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                DetectDelimiter = true,
                DetectDelimiterValues = [";", "\t", ","],
                TrimOptions = TrimOptions.Trim,
                BadDataFound = null,
            }
        );
        var rows = new List<string[]>();
        while (csv.Read())
            Add(rows, csv.Record ?? []);
        return rows;
    }

    /// <summary>Adds a row, as long as it may still be a recipe.</summary>
    /// <param name="rows">The rows read so far.</param>
    /// <param name="cells">Cells of one row, from left to right.</param>
    /// <exception cref="DocumentException">It is one too many.</exception>
    public static void Add(ICollection<string[]> rows, IEnumerable<string> cells)
    {
        if (rows.Count == MostRows)
            throw new DocumentException(
                "/",
                $"The table has more than {MostRows} rows. A formula has at most {Formulas.Formula.MaxLines} lines: keep the "
                    + $"recipe's rows in a table of their own. Nothing was taken."
            );
        rows.Add([.. cells.Take(MostColumns).Select(Plain)]);
    }

    /// <summary>True when one of the first rows is a heading.</summary>
    /// <param name="rows">Rows of cells, in their order.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    public static bool HasHeading(IReadOnlyList<string[]> rows, Catalogue catalogue) =>
        HeadingOf(rows, catalogue.Rules.Intake.Table) is not null;

    /// <summary>The recipe as text; rows as they are, cells side by side, where there is no heading.</summary>
    /// <param name="rows">Rows of cells, in their order.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    public static string ToText(IReadOnlyList<string[]> rows, Catalogue catalogue)
    {
        var words = catalogue.Rules.Intake.Table;
        var text = new StringBuilder();
        if (HeadingOf(rows, words) is not (var heading, var columns))
        {
            foreach (var row in rows)
                text.Append(string.Join(' ', row.Where(cell => cell.Length > 0))).Append('\n');
            return text.ToString();
        }

        // What stands alone above the heading is the recipe's name.
        foreach (var row in rows.Take(heading).Where(row => row.Count(cell => cell.Length > 0) == 1))
            text.Append(row.First(cell => cell.Length > 0)).Append('\n');
        var body = rows.Skip(heading + 1).ToList();
        var percents = body.Where(row => !IsTotal(row, columns, words))
            .Select(row => Number(Cell(row, columns, TableColumn.Percent)))
            .OfType<decimal>()
            .ToList();
        var times =
            percents.Count > 0 && percents.TrueForAll(percent => percent <= 1m) && Math.Abs(percents.Sum() - 1m) <= FractionWithin
                ? Whole
                : 1m;
        var phase = "";
        foreach (var row in body.Where(row => !IsTotal(row, columns, words)))
        {
            var next = Cell(row, columns, TableColumn.Phase);
            if (next.Length > 0 && next != phase)
                text.Append(
                        (phase = next).Length <= ShortPhase && !next.StartsWith("phase", StringComparison.OrdinalIgnoreCase)
                            ? (Message)$"Phase {next}"
                            : next
                    )
                    .Append(":\n");
            var name = NameOf(row, columns, catalogue);
            if (name.Length > 0)
                text.Append($"{name} {AmountOf(row, columns, words, times)}".TrimEnd()).Append('\n');
        }

        return text.ToString();
    }

    private static (int Row, Dictionary<TableColumn, int> Columns)? HeadingOf(IReadOnlyList<string[]> rows, TableWords words)
    {
        for (var at = 0; at < Math.Min(rows.Count, HeadingWithin); at++)
        {
            var columns = new Dictionary<TableColumn, int>();
            for (var cell = 0; cell < rows[at].Length; cell++)
            {
                if (ColumnOf(rows[at][cell], words) is { } column)
                    columns.TryAdd(column, cell);
            }

            if (
                (columns.ContainsKey(TableColumn.Ingredient) || columns.ContainsKey(TableColumn.Inci))
                && (
                    columns.ContainsKey(TableColumn.Percent)
                    || columns.ContainsKey(TableColumn.Grams)
                    || columns.ContainsKey(TableColumn.Amount)
                )
            )
                return (at, columns);
        }

        return null;
    }

    private static TableColumn? ColumnOf(string heading, TableWords words)
    {
        if (heading.Contains('%', StringComparison.Ordinal))
            return TableColumn.Percent;
        var folded = $" {Folded(heading)} ";
        return words
            .Columns.Where(column => column.Words.Any(word => folded.Contains($" {word} ", StringComparison.Ordinal)))
            .Select(column => (TableColumn?)column.Column)
            .FirstOrDefault();
    }

    /// <summary>The name that is known best, the other in brackets: a name in another language is settled by that of the ingredient
    /// list.</summary>
    private static string NameOf(string[] row, Dictionary<TableColumn, int> columns, Catalogue catalogue)
    {
        var (name, inci) = (Cell(row, columns, TableColumn.Ingredient), Cell(row, columns, TableColumn.Inci));
        if (name.Length == 0 || inci.Length == 0)
            return name + inci;
        var matcher = IngredientMatcher.For(catalogue);
        double Score(string written) => matcher.Find(written).Select(match => match.Score).FirstOrDefault();
        // A name that says more than its INCI ("high oleic", "mixed") stands alone: both together would be read as the INCI says.
        if (
            matcher.Find(name) is [var best, ..]
            && best.Score >= Score(inci)
            && IngredientSearch.Fold(best.Ingredient.Inci.Eu) == IngredientSearch.Fold(inci)
        )
            return name;
        return Score(inci) > Score(name) ? $"{inci} ({name})" : $"{name} ({inci})";
    }

    private static string AmountOf(string[] row, Dictionary<TableColumn, int> columns, TableWords words, decimal times)
    {
        var (percent, grams, amount) = (
            Cell(row, columns, TableColumn.Percent),
            Cell(row, columns, TableColumn.Grams),
            Cell(row, columns, TableColumn.Amount)
        );
        var written = new[] { percent, grams, amount }.FirstOrDefault(cell => cell.Length > 0) ?? "";
        var folded = $" {Folded(written)} ";
        if (words.Balance.Any(word => folded.Contains($" {word} ", StringComparison.Ordinal)))
            return "to 100";
        if (Number(written) is not { } number)
            return written;
        return $"{Written(percent.Length > 0 ? number * times : number)} "
            + $"{(percent.Length > 0 || written.EndsWith('%') ? "%" : grams.Length > 0 ? "g" : Cell(row, columns, TableColumn.Unit))}";
    }

    private static bool IsTotal(string[] row, Dictionary<TableColumn, int> columns, TableWords words) =>
        words.Totals.Contains(Folded(Cell(row, columns, TableColumn.Ingredient)))
        || (columns.ContainsKey(TableColumn.Inci) && words.Totals.Contains(Folded(Cell(row, columns, TableColumn.Inci))))
        || words.Totals.Contains(Folded(Cell(row, columns, TableColumn.Phase)));

    private static string Cell(string[] row, Dictionary<TableColumn, int> columns, TableColumn column) =>
        columns.TryGetValue(column, out var at) && at < row.Length ? row[at] : "";

    /// <summary>A number with a point or comma, with or without a per cent sign; null for anything else.</summary>
    private static decimal? Number(string cell) =>
        decimal.TryParse(
            cell.TrimEnd('%', ' ').Replace(',', '.'),
            NumberStyles.AllowDecimalPoint,
            CultureInfo.InvariantCulture,
            out var number
        )
            ? number
            : null;

    private static string Written(decimal number) => decimal.Round(number, 4).ToString("0.####", CultureInfo.InvariantCulture);

    private static string Folded(string text) =>
        string.Join(' ', IngredientSearch.Fold(text).Split(' ', StringSplitOptions.RemoveEmptyEntries));

    /// <summary>A cell on one line, without what cannot be seen.</summary>
    private static string Plain(string cell)
    {
        var plain = new string([.. cell.Take(LongestCell).Select(letter => char.IsControl(letter) ? ' ' : letter)]);
        return plain.Trim();
    }
}
