using System.Globalization;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Melting;

namespace UmberCrock.Fit;

/// <summary>Prints, for every ingredient with species, where it clears neat beside its published melting range.</summary>
internal static class ClearReport
{
    public static int Print()
    {
        foreach (var row in Catalogue.Shipped.Ingredients.Where(row => !row.Species.IsEmpty))
        {
            var clear = MeltModel.Of([new MeltPart(row, 100m)]).ClearPointCelsius()!.Value;
            var range = row.MeltingPoint is { } melting ? $"{melting.Low:0.#} to {melting.High:0.#}" : "none";
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {row.Name} | {range} | {clear:0.0} | {row.SpeciesConfidence} |"));
        }

        return 0;
    }
}
