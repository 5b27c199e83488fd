namespace UmberCrock.Core.Materials;

/// <summary>What kind of raw material an ingredient is.</summary>
public enum IngredientClass
{
    /// <summary>Waxes and wax-like solids.</summary>
    Wax,

    /// <summary>Cetyl, cetearyl and their kin.</summary>
    FattyAlcohol,

    /// <summary>Stearic acid and its kin.</summary>
    FattyAcid,

    /// <summary>Thickens oil into a gel or butter.</summary>
    Gelator,

    /// <summary>Nonionic emulsifiers and dispersants.</summary>
    Emulsifier,

    /// <summary>Cationic emulsifiers for hair.</summary>
    ConditioningEmulsifier,

    /// <summary>Snaps at room temperature, such as cocoa butter.</summary>
    HardButter,

    /// <summary>Yields to a finger at room temperature.</summary>
    SoftButter,

    /// <summary>Liquid oils, esters and silicones.</summary>
    Oil,

    /// <summary>Starches.</summary>
    Starch,

    /// <summary>Clays, silica and other inert powders.</summary>
    Powder,

    /// <summary>Mineral UV filters.</summary>
    UvFilter,

    /// <summary>Micas and iron oxides.</summary>
    Pigment,

    /// <summary>Slows rancidity; does not preserve.</summary>
    Antioxidant,

    /// <summary>Something with an effect of its own.</summary>
    Active,

    /// <summary>Water-phase thickeners.</summary>
    Thickener,

    /// <summary>Polar liquids such as glycerin.</summary>
    Humectant,

    /// <summary>Water, juices, hydrosols.</summary>
    Water,

    /// <summary>Keeps microbes down.</summary>
    Preservative,

    /// <summary>Essential oils.</summary>
    EssentialOil,

    /// <summary>Fragrance and flavour compositions.</summary>
    Fragrance,

    /// <summary>Dried plant matter.</summary>
    Botanical,
}

/// <summary>Where an ingredient goes in a water-free mix.</summary>
public enum Solubility
{
    /// <summary>Part of the oil phase, melted or liquid.</summary>
    Oil,

    /// <summary>Water-loving: oil neither dissolves nor holds it.</summary>
    Polar,

    /// <summary>A powder that stays a powder.</summary>
    InsolublePowder,
}
