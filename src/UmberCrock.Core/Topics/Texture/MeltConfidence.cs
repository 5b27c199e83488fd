using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>How sure solids and firmness of a mix are: as sure as the least sure of what carries a good part of them in the room.</summary>
internal static class MeltConfidence
{
    /// <summary>What carries less than this share, 0 to 1, cannot be far out.</summary>
    private const double GoodPart = 0.2;

    /// <summary>High where nothing crystallises above the room.</summary>
    public static Confidence OfSolids(FirmnessModel model)
    {
        var carried = model
            .Parts.Select(part =>
                (
                    part.Ingredient.SpeciesConfidence,
                    Mass: (double)part.Mass
                        * part.Ingredient.Species.Where(species => species.MeltingCelsius > TextureFindings.RoomCelsius)
                            .Sum(species => species.MassShare)
                )
            )
            .Where(part => part.Mass > 0)
            .ToList();
        var all = carried.Sum(part => part.Mass);
        return carried
            .Where(part => part.Mass >= GoodPart * all)
            .Select(part => part.SpeciesConfidence ?? Confidence.Low)
            .DefaultIfEmpty(Confidence.High)
            .Min();
    }

    /// <summary>No surer than the solids and the fit of the strengths; low where strengths that no fact was there to fit carry a good
    /// part.</summary>
    public static Confidence OfFirmness(FirmnessModel model)
    {
        var solids = model.SolidsAt(TextureFindings.RoomCelsius);
        var unfitted = solids.Where(solid => model.Rules.Unfitted.Contains(solid.Family)).Sum(solid => solid.Firmness);
        return unfitted > 0 && unfitted >= GoodPart * model.At(TextureFindings.RoomCelsius).Firmness
            ? Confidence.Low
            : new[] { OfSolids(model), model.Rules.Confidence }.Min();
    }
}
