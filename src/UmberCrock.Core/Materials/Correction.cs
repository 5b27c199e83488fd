using UmberCrock.Core.Units;

namespace UmberCrock.Core.Materials;

/// <summary>A maker's own value for a property, kept beside the catalogue's, with the maker's own source.</summary>
/// <param name="Ingredient">Slug.</param>
/// <param name="Property">Name of an <see cref="IngredientProperty"/>.</param>
/// <param name="Value">The value that stands.</param>
public sealed record Correction(string Ingredient, string Property, Quantity Value)
{
    /// <summary>The ingredient with this value in place.</summary>
    public Ingredient ApplyTo(Ingredient ingredient) => IngredientProperty.Find(Property)?.With(ingredient, Value) ?? ingredient;
}
