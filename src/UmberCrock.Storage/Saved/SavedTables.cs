using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Storage.Saved;

/// <summary>The tables of a saved file (RFC 4180, UTF-8, a heading): lots, own values, which own ingredients lie in the bin, and a list of
/// the formulas.</summary>
internal static class SavedTables
{
    /// <summary>Heading of the table of lots.</summary>
    public static readonly string[] LotColumns =
    [
        "key",
        "ingredient",
        "code",
        "supplier",
        "boughtOn",
        "boughtGrams",
        "remainingGrams",
        "pricePerKilogram",
        "openedOn",
        "useBy",
        "notes",
        "deletedAt",
    ];

    /// <summary>Heading of the table of own values.</summary>
    public static readonly string[] ValueColumns =
    [
        "ingredient",
        "property",
        "value",
        "low",
        "high",
        "unit",
        "source",
        "confidence",
        "changedAt",
    ];

    /// <summary>Heading of the table of own ingredients.</summary>
    public static readonly string[] OwnColumns = ["slug", "changedAt", "inBin"];

    /// <summary>Heading of the list of formulas.</summary>
    public static readonly string[] FormulaColumns = ["file", "key", "name", "changedAt", "inBin", "revisions"];

    private const string Yes = "yes";

    /// <summary>A table as it is written; cells that a spreadsheet would run are written so that it does not.</summary>
    public static byte[] Write(string[] columns, IEnumerable<string[]> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\r\n" }))
        {
            foreach (var row in rows.Prepend(columns))
            {
                foreach (var cell in row)
                    csv.WriteField(CsvCells.Written(cell));
                csv.NextRecord();
            }
        }

        return Encoding.UTF8.GetBytes(text.ToString());
    }

    /// <summary>The rows of a table with this heading.</summary>
    /// <exception cref="DocumentException">It has another heading, or a row of another length.</exception>
    public static IEnumerable<string[]> Read(ReadOnlyMemory<byte> utf8, string[] columns)
    {
        using var csv = new CsvParser(
            new StreamReader(new MemoryStream(utf8.ToArray()), Encoding.UTF8),
            new CsvConfiguration(CultureInfo.InvariantCulture) { BadDataFound = null }
        );
        if (!csv.Read() || !csv.Record!.SequenceEqual(columns))
            throw new DocumentException("/1", $"must be: {string.Join(",", columns)}.");
        while (csv.Read())
        {
            if (csv.Record!.Length != columns.Length)
                throw new DocumentException($"/{csv.Row}", $"has {csv.Record.Length} cells; the heading has {columns.Length}.");
            yield return [.. csv.Record.Select(CsvCells.Read)];
        }
    }

    /// <summary>A lot as a row.</summary>
    public static string[] Of(LotRow lot) =>
        [
            lot.Key,
            lot.Ingredient,
            lot.Code,
            lot.Supplier,
            Day(lot.BoughtOn),
            Number(lot.BoughtGrams),
            Number(lot.RemainingGrams),
            lot.PricePerKilogram is { } price ? Number(price) : "",
            Day(lot.OpenedOn),
            Day(lot.UseBy),
            lot.Notes,
            lot.DeletedAt is { } time ? SavedTime.Text(time) : "",
        ];

    /// <summary>A row as a lot, checked.</summary>
    public static LotRow LotOf(string[] row)
    {
        var lot = new LotRow
        {
            Key =
                row[0].Length == 32 && row[0].All(char.IsAsciiHexDigit)
                    ? row[0]
                    : throw new DocumentException("/key", "must be 32 hexadecimal digits."),
            Ingredient = row[1],
            Code = row[2],
            Supplier = row[3],
            BoughtOn = DayOf(row[4]),
            BoughtGrams = NumberOf(row[5]),
            RemainingGrams = NumberOf(row[6]),
            PricePerKilogram = row[7].Length == 0 ? null : NumberOf(row[7]),
            OpenedOn = DayOf(row[8]),
            UseBy = DayOf(row[9]),
            Notes = row[10],
            DeletedAt = row[11].Length == 0 ? null : SavedTime.Read(row[11]),
        };
        _ = LotStore.Read(lot);
        return lot;
    }

    /// <summary>An own value as a row.</summary>
    public static string[] Of(CorrectionRow value) =>
        [
            value.Ingredient,
            value.Property,
            Number(value.Value),
            Number(value.Low),
            Number(value.High),
            value.Unit,
            value.Source,
            Enum.IsDefined(value.Confidence) ? Vocabulary.Word(value.Confidence) : "",
            SavedTime.Text(value.ChangedAt),
        ];

    /// <summary>A row as an own value.</summary>
    public static CorrectionRow ValueOf(string[] row) =>
        new()
        {
            Ingredient = row[0],
            Property = row[1],
            Value = DoubleOf(row[2]),
            Low = DoubleOf(row[3]),
            High = DoubleOf(row[4]),
            Unit = row[5],
            Source = row[6],
            Confidence = Vocabulary.TryParse<Confidence>(row[7], out var confidence)
                ? confidence
                : throw new DocumentException("/confidence", "is a word that is not known here."),
            ChangedAt = SavedTime.Read(row[8]),
        };

    /// <summary>Whether an own ingredient lies in the bin, and when it changed.</summary>
    public static string[] Of(OwnIngredientRow own) => [own.Slug, SavedTime.Text(own.ChangedAt), own.IsRemoved ? Yes : ""];

    /// <summary>The same read.</summary>
    public static (string Slug, long ChangedAt, bool InBin) OwnOf(string[] row) => (row[0], SavedTime.Read(row[1]), row[2] == Yes);

    /// <summary>A formula in the list.</summary>
    public static string[] Of(FormulaRow formula, string file) =>
        [
            file,
            formula.Key,
            formula.Name,
            SavedTime.Text(formula.ChangedAt),
            formula.DeletedAt is null ? "" : Yes,
            formula.Revisions.Count.ToString(CultureInfo.InvariantCulture),
        ];

    private static string Day(DateOnly? day) => day?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "";

    private static DateOnly? DayOf(string cell) =>
        cell.Length == 0 ? null : DateOnly.ParseExact(cell, "yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static string Number(decimal number) => Decimals.Trim(number).ToString(CultureInfo.InvariantCulture);

    private static string Number(double number) => number.ToString("R", CultureInfo.InvariantCulture);

    private static decimal NumberOf(string cell) =>
        decimal.Parse(cell, NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture);

    private static double DoubleOf(string cell) => double.Parse(cell, NumberStyles.Float, CultureInfo.InvariantCulture);
}
