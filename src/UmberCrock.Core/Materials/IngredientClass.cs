namespace UmberCrock.Core.Materials;

/// <summary>What kind of raw material an ingredient is.</summary>
public enum IngredientClass
{
    /// <summary>Waxes and what sets like a wax.</summary>
    Wax,

    /// <summary>Cetyl, cetearyl and their kin.</summary>
    FattyAlcohol,

    /// <summary>Stearic acid and other free fatty acids.</summary>
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

    /// <summary>Starches, which take up oil and feel dry.</summary>
    Starch,

    /// <summary>Clays, silica and other inert powders.</summary>
    Powder,

    /// <summary>Mineral UV filters: zinc oxide, titanium dioxide.</summary>
    UvFilter,

    /// <summary>Micas, iron oxides and other colours that stay solid.</summary>
    Pigment,

    /// <summary>Slows rancidity; does not preserve.</summary>
    Antioxidant,

    /// <summary>Something with an effect of its own.</summary>
    Active,

    /// <summary>What thickens water: gums, cellulose, clays.</summary>
    Thickener,

    /// <summary>Polar liquids such as glycerin.</summary>
    Humectant,

    /// <summary>Water and what is mostly water: juices, hydrosols, aloe.</summary>
    Water,

    /// <summary>What keeps microbes from growing in water.</summary>
    Preservative,

    /// <summary>Essential oils, distilled or expressed.</summary>
    EssentialOil,

    /// <summary>Fragrance and flavour compositions.</summary>
    Fragrance,

    /// <summary>Dried plant matter, to be steeped or left in.</summary>
    Botanical,
}

/// <summary>Where an ingredient goes in a water-free mix.</summary>
public enum Solubility
{
    /// <summary>Part of the oil phase, melted or liquid.</summary>
    Oil,

    /// <summary>Water-loving: oil neither dissolves nor holds it.</summary>
    Polar,

    /// <summary>A powder that neither oil nor water dissolves.</summary>
    InsolublePowder,
}
