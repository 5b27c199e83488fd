using System.Diagnostics;
using UmberCrock.Core.Materials;

namespace UmberCrock.Web.Drawing;

/// <summary>The hatch that stands for a kind of material; its name is part of the pattern's id and of a style class.</summary>
internal enum Hatch
{
    /// <summary>Close 45-degree lines.</summary>
    Wax,

    /// <summary>Laid bricks.</summary>
    Hard,

    /// <summary>Waves.</summary>
    Soft,

    /// <summary>Thin level lines.</summary>
    Oil,

    /// <summary>Stipple.</summary>
    Powder,

    /// <summary>Small crosses.</summary>
    Active,
}

/// <summary>Names and patterns of hatches.</summary>
internal static class Hatches
{
    /// <summary>All of them, in the order of the legend.</summary>
    public static IReadOnlyList<Hatch> All { get; } = Enum.GetValues<Hatch>();

    /// <summary>The hatch of an ingredient. Emulsifiers that crystallise hatch as wax, liquid ones as actives.</summary>
    public static Hatch Of(Ingredient ingredient) =>
        ingredient.Class switch
        {
            IngredientClass.Wax
            or IngredientClass.FattyAlcohol
            or IngredientClass.FattyAcid
            or IngredientClass.Gelator
            or IngredientClass.ConditioningEmulsifier => Hatch.Wax,
            IngredientClass.Emulsifier => ingredient.Species.IsEmpty ? Hatch.Active : Hatch.Wax,
            IngredientClass.HardButter => Hatch.Hard,
            IngredientClass.SoftButter => Hatch.Soft,
            IngredientClass.Oil => Hatch.Oil,
            IngredientClass.Starch
            or IngredientClass.Powder
            or IngredientClass.UvFilter
            or IngredientClass.Pigment
            or IngredientClass.Botanical => Hatch.Powder,
            IngredientClass.Antioxidant
            or IngredientClass.Active
            or IngredientClass.Thickener
            or IngredientClass.Humectant
            or IngredientClass.Water
            or IngredientClass.Preservative
            or IngredientClass.EssentialOil
            or IngredientClass.Fragrance => Hatch.Active,
            _ => throw new UnreachableException(),
        };

    /// <summary>Id of the pattern in the page.</summary>
    public static string Pattern(Hatch hatch) => $"h-{hatch.ToString().ToLowerInvariant()}";

    /// <summary>Its name in the legend.</summary>
    public static string Word(Hatch hatch) =>
        hatch switch
        {
            Hatch.Wax => "wax",
            Hatch.Hard => "hard butter",
            Hatch.Soft => "soft butter",
            Hatch.Oil => "liquid oil",
            Hatch.Powder => "powder",
            Hatch.Active => "active",
            _ => throw new UnreachableException(),
        };
}
