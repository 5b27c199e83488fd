using System.Globalization;
using UmberCrock.Core.Materials;

namespace UmberCrock.Fit;

/// <summary>Fits every fat that has a table, and prints species and residuals.</summary>
internal static class SpeciesReport
{
    /// <summary>Which rows of the table a fat of the catalogue is fitted to: its slug, the table's, and a word of the source where there
    /// are several.</summary>
    private static readonly (string Fat, string Table, string[] Sources)[] Fats =
    [
        ("cocoa-butter", "cocoa-butter", ["Ghana", "tempered"]),
        ("coconut-oil", "coconut-oil", []),
        ("palm-kernel-oil", "palm-kernel-oil", []),
        ("palm-oil", "palm-oil", []),
        ("shea-butter-refined", "shea-butter", []),
        ("mango-butter", "mango-butter", []),
        ("illipe-butter", "illipe-butter", []),
        ("sal-butter", "sal-butter", []),
        ("tallow", "tallow", []),
    ];

    public static int Print()
    {
        foreach (var (slug, table, sources) in Fats)
        {
            var fat = Catalogue.Shipped.Find(slug)!;
            var rows = Tables
                .SolidFats.Where(row =>
                    row.Slug == table
                    && (sources.Length == 0 || sources.Any(source => row.Source.Contains(source, StringComparison.Ordinal)))
                )
                .ToList();
            var fit = SpeciesFit.Of(fat, rows);
            Console.WriteLine($"{slug}: {rows.Count} rows, {fit.RmsPoints.ToString("0.00", CultureInfo.InvariantCulture)} points RMS");
            foreach (var species in fit.Species)
                Console.WriteLine(
                    string.Create(CultureInfo.InvariantCulture, $"  {species.MassShare:0.000} at {species.MeltingCelsius:0.0} C")
                );
        }

        return 0;
    }
}
