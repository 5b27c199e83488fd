using System.Collections.Immutable;

namespace UmberCrock.Core.Materials;

/// <summary>A file of data/ingredients.</summary>
/// <param name="Ingredients">Its ingredients.</param>
internal sealed record IngredientFile(ImmutableArray<Ingredient> Ingredients)
{
    /// <summary>Where such files lie.</summary>
    public const string Folder = "data/ingredients/";
}
