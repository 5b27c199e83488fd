using System.Globalization;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;

namespace UmberCrock.Fit;

/// <summary>Prints published against computed, as the tables of docs/computation.md.</summary>
internal static class ClearReport
{
    /// <summary>Tables whose slug is not the catalogue's.</summary>
    private static readonly Dictionary<string, string> Names = new(StringComparer.Ordinal)
    {
        ["shea-butter"] = "shea-butter-refined",
        ["mct-oil"] = "fractionated-coconut-oil",
    };

    /// <summary>Every solid-fat table of a fat that the catalogue has: published, computed, and the residual to the middle of each
    /// range.</summary>
    public static int PrintFats()
    {
        foreach (var table in Tables.SolidFats.GroupBy(row => (row.Slug, row.Source)))
        {
            if (Catalogue.Shipped.Find(Names.GetValueOrDefault(table.Key.Slug, table.Key.Slug)) is not { } fat)
                continue;
            var model = MeltModel.Of([new MeltPart(fat, 100m)]);
            var rows = table.Select(row => (Row: row, Computed: model.SolidPercent(row.Celsius))).ToList();
            var pairs = rows.Select(row =>
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{row.Row.Celsius:0.#} C: {Range(row.Row.Low, row.Row.High)} / {row.Computed:0.0}"
                )
            );
            var rms = Math.Sqrt(rows.Average(row => Math.Pow(row.Computed - row.Row.Middle, 2)));
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"| {fat.Name.ToLowerInvariant()} | {table.Key.Source} | {string.Join("; ", pairs)} | {rms:0.0} |"
                )
            );
        }

        return 0;
    }

    /// <summary>For every ingredient with species, where it clears neat beside its published melting range.</summary>
    public static int PrintClearPoints()
    {
        foreach (var row in Catalogue.Shipped.Ingredients.Where(row => !row.Species.IsEmpty))
        {
            var clear = MeltModel.Of([new MeltPart(row, 100m)]).ClearPointCelsius()!.Value;
            var range = row.MeltingPoint is { } melting ? Range(melting.Low, melting.High) : "none";
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"| {row.Name.ToLowerInvariant()} | {range} | {clear:0.0} | {row.SpeciesConfidence.ToString()!.ToLowerInvariant()} |"
                )
            );
        }

        return 0;
    }

    private static string Range(double low, double high) =>
        low == high
            ? low.ToString("0.#", CultureInfo.InvariantCulture)
            : string.Create(CultureInfo.InvariantCulture, $"{low:0.#} to {high:0.#}");
}
