using System.Collections.Immutable;
using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Tests.Reference;

/// <summary>A published range of one property, with the document it is remembered from.</summary>
public sealed record Published(string Slug, string Property, double Low, double High, string Source, string Confidence);

/// <summary>Tables of published values (Reference/Tables), each row with its document and how well it is remembered.</summary>
internal static class PublishedTables
{
    /// <summary>
    /// Rows whose name is not the catalogue's. Null: another material under a like name (high-erucic rapeseed oil, stearic acid of other
    /// grades, cetyl esters which are a mixture, fully hydrogenated soybean fat).
    /// </summary>
    private static readonly Dictionary<string, string?> Names = new(StringComparer.Ordinal)
    {
        ["mct-oil"] = "fractionated-coconut-oil",
        ["maize-oil"] = "corn-oil",
        ["almond-oil"] = "sweet-almond-oil",
        ["chia-oil"] = "chia-seed-oil",
        ["prickly-pear-seed-oil"] = "prickly-pear-oil",
        ["rapeseed-low-erucic-oil"] = "rapeseed-oil",
        ["rapeseed-oil"] = null,
        ["safflower-high-oleic-oil"] = "safflower-oil-high-oleic",
        ["sunflower-high-oleic-oil"] = "sunflower-oil-high-oleic",
        ["sea-buckthorn-pulp-oil"] = "sea-buckthorn-oil",
        ["pomegranate-seed-oil"] = "pomegranate-oil",
        ["shea-butter"] = "shea-butter-refined",
        ["castor-oil-hydrogenated"] = "hydrogenated-castor-oil",
        ["beeswax-yellow"] = "beeswax",
        ["petrolatum-white"] = "petrolatum",
        ["petrolatum-yellow"] = "petrolatum",
        ["stearic-acid-50"] = "stearic-acid",
        ["stearic-acid"] = null,
        ["soy-wax"] = null,
        ["soy-wax-soft"] = "soy-wax",
        ["sorbitan-olivate-blend"] = "cetearyl-olivate-sorbitan-olivate",
    };

    public static ImmutableArray<Published> Values { get; } = [.. Read("oils"), .. Read("waxes")];

    public static ImmutableArray<Published> FattyAcids { get; } =
    [
        .. Rows("fatty_acids")
            .Select(row => new Published(
                row["slug"],
                row["fatty_acid"],
                Number(row["low"]) ?? 0,
                Number(row["high"]) ?? 100,
                row["source"],
                row["confidence"]
            )),
    ];

    public static ImmutableArray<string> MustHave { get; } = [.. Rows("must-have-ingredients").Select(row => row["slug"])];

    /// <summary>The catalogue's ingredient of a row, or null when it has none.</summary>
    public static Ingredient? Find(string slug) =>
        (Names.TryGetValue(slug, out var mapped) ? mapped : slug) is { } known ? Some.Catalogue.Find(known) : null;

    /// <summary>The text of a table file.</summary>
    public static string Text(string file)
    {
        using var reader = new StreamReader(typeof(PublishedTables).Assembly.GetManifestResourceStream($"tables/{file}")!);
        return reader.ReadToEnd();
    }

    public static IEnumerable<IReadOnlyDictionary<string, string>> Rows(string table)
    {
        using var reader = new CsvReader(new StringReader(Text($"{table}.csv")), new CsvConfiguration(CultureInfo.InvariantCulture));
        reader.Read();
        reader.ReadHeader();
        while (reader.Read())
            yield return reader.HeaderRecord!.ToDictionary(name => name, name => reader.GetField(name) ?? "", StringComparer.Ordinal);
    }

    public static double? Number(string text) => double.TryParse(text, CultureInfo.InvariantCulture, out var number) ? number : null;

    /// <summary>A value of physics.csv.</summary>
    public static double Quantity(string name) => Number(Rows("physics").First(row => row["quantity"] == name)["value"])!.Value;

    private static IEnumerable<Published> Read(string table) =>
        Rows(table)
            .Select(row => new Published(
                row["slug"],
                row["property"],
                Number(row["low"]) ?? double.MinValue,
                Number(row["high"]) ?? double.MaxValue,
                row["source"],
                row["confidence"]
            ));
}
