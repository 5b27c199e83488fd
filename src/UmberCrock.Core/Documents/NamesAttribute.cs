namespace UmberCrock.Core.Documents;

/// <summary>What a text of a data file names.</summary>
internal enum Named
{
    /// <summary>A document, by its key in data/sources.json.</summary>
    Source,

    /// <summary>An ingredient, by its slug.</summary>
    Ingredient,

    /// <summary>A family of crystals, by its key in the strengths of data/rules/texture.json.</summary>
    Family,

    /// <summary>A crystal that species share, by its key in the crystals of data/rules/texture.json.</summary>
    Crystal,

    /// <summary>A source of allergens, by its key in data/rules/allergens.json.</summary>
    AllergenSource,

    /// <summary>Where a material comes from.</summary>
    Origin,
}

/// <summary>
/// Says what a text, each of a list of texts, each text of a table, or each key of a table of figures names: a name that is not known is
/// refused where the file is checked.
/// </summary>
[AttributeUsage(AttributeTargets.Property | AttributeTargets.Parameter)]
internal sealed class NamesAttribute(Named what) : Attribute
{
    /// <summary>True where the keys of a table of texts name such a thing as well.</summary>
    public bool KeysToo { get; init; }

    /// <summary>What it names.</summary>
    public Named What => what;
}
