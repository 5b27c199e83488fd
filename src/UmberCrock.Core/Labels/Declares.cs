using UmberCrock.Core.Doses;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Ingredients;

namespace UmberCrock.Core.Labels;

/// <summary>What may be declared of a formula: computed from what is in it, never typed.</summary>
public sealed record Declares(
    bool Vegan, bool BeeFree, bool NutFree, bool CoconutFree, bool LanolinFree, bool FragranceFree, bool EssentialOilFree, bool WaterFree, bool SoyFree, bool GlutenFree)
{
    /// <summary>Derives them from the origins, allergen sources and classes of the lines that hold something.</summary>
    public static Declares Of(ResolvedFormula resolved)
    {
        var present = Enumerable.Range(0, resolved.Ingredients.Length)
            .Where(line => resolved.Totals.Percents[line] > 0m).Select(line => resolved.Ingredients[line]).Distinct().ToList();
        bool Free(Avoid avoid) => !present.Exists(ingredient => avoid.IsIn(ingredient));
        bool None(params IngredientClass[] classes) => !present.Exists(ingredient => classes.Contains(ingredient.Class));
        return new Declares(
            Free(Avoid.Animal), Free(Avoid.Bee), Free(Avoid.Nut), Free(Avoid.Coconut), Free(Avoid.Lanolin),
            None(IngredientClass.EssentialOil, IngredientClass.Fragrance), None(IngredientClass.EssentialOil),
            Emulsions.WaterFindings.WaterLines(resolved).IsEmpty && !present.Exists(ingredient => DosePlacement.ShareOf(ingredient, Emulsions.WaterFindings.Water).High > 0m),
            Free(Avoid.Soy), Free(Avoid.Gluten));
    }
}
