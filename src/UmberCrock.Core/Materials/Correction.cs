using UmberCrock.Core.Units;

namespace UmberCrock.Core.Materials;

/// <summary>A maker's own value for a property, kept beside the catalogue's, with the maker's own source.</summary>
/// <param name="Ingredient">Slug of the ingredient whose value is corrected.</param>
/// <param name="Property">Name of an <see cref="IngredientProperty"/>.</param>
/// <param name="Value">The maker's value, which stands in place of the catalogue's.</param>
public sealed record Correction(string Ingredient, string Property, Quantity Value)
{
    /// <summary>The ingredient with this value in place.</summary>
    public Ingredient ApplyTo(Ingredient ingredient) => IngredientProperty.Find(Property)?.With(ingredient, Value) ?? ingredient;
}
