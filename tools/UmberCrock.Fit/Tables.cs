using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;

namespace UmberCrock.Fit;

/// <summary>A published solid fat content: percent low to high at a temperature in C.</summary>
internal sealed record SolidFat(string Slug, double Celsius, double Low, double High, string Source)
{
    public double Middle => (Low + High) / 2;
}

/// <summary>Reads the tables of published values that the tests use.</summary>
internal static class Tables
{
    public static string Text(string name)
    {
        using var stream = typeof(Tables).Assembly.GetManifestResourceStream($"tables/{name}")
            ?? throw new InvalidOperationException($"There is no table {name}.");
        using var reader = new StreamReader(stream);
        return reader.ReadToEnd();
    }

    public static IReadOnlyList<SolidFat> SolidFats { get; } =
    [
        .. Rows("sfc.csv")
            .Select(row => new SolidFat(
                row["slug"],
                Number(row["temp_c"]),
                Number(row["sfc_low"]),
                Number(row["sfc_high"]),
                row["source"]
            )),
    ];

    private static List<Dictionary<string, string>> Rows(string name)
    {
        using var reader = new CsvReader(new StringReader(Text(name)), new CsvConfiguration(CultureInfo.InvariantCulture));
        reader.Read();
        reader.ReadHeader();
        var rows = new List<Dictionary<string, string>>();
        while (reader.Read())
            rows.Add(reader.HeaderRecord!.ToDictionary(column => column, column => reader.GetField(column) ?? "", StringComparer.Ordinal));
        return rows;
    }

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);
}
