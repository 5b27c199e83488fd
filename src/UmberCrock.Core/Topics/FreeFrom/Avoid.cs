using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Topics.FreeFrom;

/// <summary>What some people keep away from.</summary>
public enum Avoid
{
    /// <summary>Bee products.</summary>
    Bee,

    /// <summary>Tree nuts and peanuts.</summary>
    Nut,

    /// <summary>Coconut.</summary>
    Coconut,

    /// <summary>Lanolin.</summary>
    Lanolin,

    /// <summary>Anything of animals: bees, wool, fat.</summary>
    Animal,

    /// <summary>Soy.</summary>
    Soy,

    /// <summary>Cereals with gluten, and oats.</summary>
    Gluten,
}

/// <summary>Tells whether an ingredient holds what is avoided, by its origins and allergen sources.</summary>
public static class AvoidExtensions
{
    private static readonly string[] Animals = ["bee", "wool", "animal"];
    private static readonly string[] Nuts = ["nut", "peanut"];
    private static readonly string[] Cereals = ["wheat", "oats"];

    /// <summary>True when the ingredient holds it.</summary>
    public static bool IsIn(this Avoid avoid, Ingredient ingredient) => avoid switch
    {
        Avoid.Bee => ingredient.Allergens.Contains("bee") || ingredient.Origins.Contains("bee"),
        Avoid.Nut => Nuts.Any(ingredient.Allergens.Contains),
        Avoid.Coconut => ingredient.Allergens.Contains("coconut"),
        Avoid.Lanolin => ingredient.Allergens.Contains("lanolin"),
        Avoid.Animal => Animals.Any(ingredient.Origins.Contains),
        Avoid.Soy => ingredient.Allergens.Contains("soy"),
        _ => Cereals.Any(ingredient.Allergens.Contains),
    };
}
