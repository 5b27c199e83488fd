using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Preservation;

namespace UmberCrock.Core.Topics.FreeFrom;

/// <summary>What may be declared of a formula: computed from what is in it, never typed.</summary>
public sealed record Declares(
    bool Vegan, bool BeeFree, bool NutFree, bool CoconutFree, bool LanolinFree, bool FragranceFree, bool EssentialOilFree, bool WaterFree, bool SoyFree, bool GlutenFree)
{
    /// <summary>Whose presence breaks a property; the property is named as in the contract.</summary>
    private static readonly ImmutableDictionary<string, Func<Ingredient, bool>> Broken = new Dictionary<string, Func<Ingredient, bool>>(StringComparer.Ordinal)
    {
        ["vegan"] = ingredient => Avoid.Animal.IsIn(ingredient),
        ["beeFree"] = ingredient => Avoid.Bee.IsIn(ingredient),
        ["nutFree"] = ingredient => Avoid.Nut.IsIn(ingredient),
        ["coconutFree"] = ingredient => Avoid.Coconut.IsIn(ingredient),
        ["lanolinFree"] = ingredient => Avoid.Lanolin.IsIn(ingredient),
        ["fragranceFree"] = ingredient => ingredient.Class is IngredientClass.EssentialOil or IngredientClass.Fragrance,
        ["essentialOilFree"] = ingredient => ingredient.Class == IngredientClass.EssentialOil,
        ["waterFree"] = ingredient => ingredient.Class == IngredientClass.Water || ingredient.ShareOf(WaterFindings.Water).High > 0m,
        ["soyFree"] = ingredient => Avoid.Soy.IsIn(ingredient),
        ["glutenFree"] = ingredient => Avoid.Gluten.IsIn(ingredient),
    }.ToImmutableDictionary(StringComparer.Ordinal);

    /// <summary>The property a declared word means, "bee-free" as well as "beeFree"; null when it is none that is computed.</summary>
    public static string? PropertyOf(string word)
    {
        var parts = word.Trim().Split('-', ' ');
        var name = parts[0] + string.Concat(parts.Skip(1).Where(part => part.Length > 0).Select(part => char.ToUpperInvariant(part[0]) + part[1..]));
        return Broken.Keys.FirstOrDefault(property => string.Equals(property, name, StringComparison.OrdinalIgnoreCase));
    }

    /// <summary>The properties there are, by the contract's names.</summary>
    public static ImmutableArray<string> Properties { get; } = ["vegan", "beeFree", "nutFree", "coconutFree", "lanolinFree", "fragranceFree", "essentialOilFree", "waterFree", "soyFree", "glutenFree"];

    /// <summary>A property as a label says it: "Vegan", "Bee-free", "Free of essential oil".</summary>
    public static string Written(string property) => property switch
    {
        "vegan" => "Vegan",
        "essentialOilFree" => "Free of essential oil",
        _ => $"{char.ToUpperInvariant(property[0])}{property[1..^"Free".Length]}-free",
    };

    /// <summary>True when an ingredient breaks a property.</summary>
    public static bool Breaks(string property, Ingredient ingredient) => Broken[property](ingredient);

    /// <summary>True when a property holds.</summary>
    public bool Holds(string property) => property switch
    {
        "vegan" => Vegan,
        "beeFree" => BeeFree,
        "nutFree" => NutFree,
        "coconutFree" => CoconutFree,
        "lanolinFree" => LanolinFree,
        "fragranceFree" => FragranceFree,
        "essentialOilFree" => EssentialOilFree,
        "waterFree" => WaterFree,
        "soyFree" => SoyFree,
        _ => GlutenFree,
    };

    /// <summary>Derives them from the origins, allergen sources and classes of the lines that hold something.</summary>
    public static Declares Of(ResolvedFormula resolved)
    {
        var present = Enumerable.Range(0, resolved.Ingredients.Length)
            .Where(line => resolved.Totals.Percents[line] > 0m).Select(line => resolved.Ingredients[line]).Distinct().ToList();
        bool Free(string property) => !present.Exists(ingredient => Broken[property](ingredient));
        return new Declares(
            Free("vegan"), Free("beeFree"), Free("nutFree"), Free("coconutFree"), Free("lanolinFree"), Free("fragranceFree"), Free("essentialOilFree"),
            WaterFindings.WaterLines(resolved).IsEmpty && Free("waterFree"), Free("soyFree"), Free("glutenFree"));
    }
}
