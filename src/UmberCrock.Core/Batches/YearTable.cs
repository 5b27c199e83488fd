using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Batches;

/// <summary>A year as one table for a ledger or an authority: what was bought, used, made and handed out, in order of the day.</summary>
public static class YearTable
{
    private static readonly string[] Heading = ["date", "what", "item", "batch", "lot", "grams", "pieces", "price", "to or from"];

    /// <summary>Writes the table (RFC 4180); cells that a spreadsheet would take for formulas are written as text.</summary>
    /// <param name="year">The year, by the maker's own days.</param>
    /// <param name="lots">The lots of the larder.</param>
    /// <param name="batches">The batches with something in that year.</param>
    /// <param name="catalogue">Names of what was bought.</param>
    /// <param name="priceOf">Price of a kilogram by the key of a lot; null where it is not known.</param>
    public static string Write(
        int year,
        IEnumerable<Lot> lots,
        IEnumerable<BatchState> batches,
        Catalogue catalogue,
        Func<string, decimal?> priceOf
    )
    {
        var rows = lots.Select(lot => Bought(lot, catalogue))
            .Concat(batches.SelectMany(state => OfBatch(state, priceOf)))
            .OfType<Row>()
            .Where(row => row.Date.Year == year)
            .OrderBy(row => row.Date);
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\r\n" }))
        {
            Line(csv, Heading);
            foreach (var row in rows)
                Line(csv, row.Cells);
        }

        return text.ToString();
    }

    private static Row? Bought(Lot lot, Catalogue catalogue) =>
        lot.BoughtOn is { } day
            ? new Row(
                day,
                "bought",
                catalogue.Find(lot.Ingredient)?.Name ?? lot.Ingredient,
                "",
                lot.Code,
                lot.BoughtGrams,
                null,
                Cost(lot.BoughtGrams, lot.PricePerKilogram),
                lot.Supplier
            )
            : null;

    private static IEnumerable<Row> OfBatch(BatchState state, Func<string, decimal?> priceOf)
    {
        var (name, code) = (state.Plan.Name, state.Plan.Code);
        for (var line = 0; line < state.Weighed.Length; line++)
        {
            foreach (var part in state.Weighed[line])
                yield return new Row(
                    Day(part.At),
                    "used",
                    state.Plan.Lines[line].Name,
                    code,
                    part.Lot ?? "",
                    part.Grams,
                    null,
                    Cost(part.Grams, part.LotKey is { } key ? priceOf(key) : null),
                    ""
                );
        }

        foreach (var filled in state.Filled)
            yield return new Row(Day(filled.At), "made", $"{name}, {filled.Container}", code, "", filled.Grams, filled.Count, null, "");
        foreach (var gone in state.Gone)
            yield return new Row(Day(gone.At), Vocabulary.Word(gone.As), name, code, "", null, gone.Count, null, gone.To);
    }

    private static decimal? Cost(decimal grams, decimal? perKilogram) =>
        perKilogram is { } price ? decimal.Round(grams * price / 1000m, 2) : null;

    private static DateOnly Day(DateTimeOffset at) => DateOnly.FromDateTime(at.DateTime);

    private static void Line(CsvWriter csv, IEnumerable<string> cells)
    {
        foreach (var cell in cells)
            csv.WriteField(CsvCells.Written(cell));
        csv.NextRecord();
    }

    private sealed record Row(
        DateOnly Date,
        string What,
        string Item,
        string Batch,
        string Lot,
        decimal? Grams,
        int? Pieces,
        decimal? Price,
        string Other
    )
    {
        public string[] Cells =>
            [
                Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
                What,
                Item,
                Batch,
                Lot,
                Grams is { } grams ? Units.Decimals.Trim(grams).ToString(CultureInfo.InvariantCulture) : "",
                Pieces?.ToString(CultureInfo.InvariantCulture) ?? "",
                Price?.ToString(CultureInfo.InvariantCulture) ?? "",
                Other,
            ];
    }
}
