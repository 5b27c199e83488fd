using System.Collections.Immutable;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Materials;

/// <summary>A measured property that every ingredient may have: what lists, corrections and table files go by.</summary>
/// <param name="Name">Name of the property's member in documents.</param>
/// <param name="Words">What the property is called on screen.</param>
/// <param name="Unit">Unit that the property is measured in.</param>
/// <param name="Least">Smallest value of the property that can be.</param>
/// <param name="Most">Largest value of the property that can be.</param>
/// <param name="Of">Reads the property of an ingredient; null when it is not known.</param>
/// <param name="With">An ingredient with it changed.</param>
public sealed record IngredientProperty(
    string Name,
    string Words,
    string Unit,
    double Least,
    double Most,
    Func<Ingredient, Quantity?> Of,
    Func<Ingredient, Quantity?, Ingredient> With
)
{
    /// <summary>All of them, in the order they are shown.</summary>
    public static ImmutableArray<IngredientProperty> All { get; } =
    [
        new("density", "Density", "g/mL", 0.1, 25, row => row.Density, (row, value) => row with { Density = value }),
        new("bulkDensity", "Poured density", "g/mL", 0.01, 10, row => row.BulkDensity, (row, value) => row with { BulkDensity = value }),
        new("meltingPoint", "Melting point", "C", -100, 3000, row => row.MeltingPoint, (row, value) => row with { MeltingPoint = value }),
        new("iodineValue", "Iodine value", "g I2/100 g", 0, 300, row => row.IodineValue, (row, value) => row with { IodineValue = value }),
        new(
            "saponificationValue",
            "Saponification",
            "mg KOH/g",
            0,
            500,
            row => row.SaponificationValue,
            (row, value) => row with { SaponificationValue = value }
        ),
        new("requiredHlb", "Required HLB", "HLB", 0, 40, row => row.RequiredHlb, (row, value) => row with { RequiredHlb = value }),
        new("hlb", "HLB", "HLB", 0, 40, row => row.Hlb, (row, value) => row with { Hlb = value }),
        new(
            "oilAbsorption",
            "Oil absorption",
            "g/100 g",
            0,
            500,
            row => row.OilAbsorption,
            (row, value) => row with { OilAbsorption = value }
        ),
        new(
            "addBelowCelsius",
            "Goes in below",
            "C",
            0,
            300,
            row => row.AddBelowCelsius,
            (row, value) => row with { AddBelowCelsius = value }
        ),
        new(
            "shelfLifeMonths",
            "Keeps unopened",
            "months",
            0,
            240,
            row => row.ShelfLifeMonths,
            (row, value) => row with { ShelfLifeMonths = value }
        ),
        new(
            "shelfLifeOpenedMonths",
            "Keeps opened",
            "months",
            0,
            240,
            row => row.ShelfLifeOpenedMonths,
            (row, value) => row with { ShelfLifeOpenedMonths = value }
        ),
        new(
            "liquidGramsPerMole",
            "Molar mass, liquid",
            "g/mol",
            10,
            100000,
            row => row.LiquidGramsPerMole,
            (row, value) => row with { LiquidGramsPerMole = value }
        ),
    ];

    /// <summary>The property of a name, or null.</summary>
    public static IngredientProperty? Find(string name) => All.FirstOrDefault(property => property.Name == name);
}
