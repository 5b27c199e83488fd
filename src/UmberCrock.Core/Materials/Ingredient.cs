using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Materials;

/// <summary>A name of the international nomenclature (INCI) in its EU and US dialects.</summary>
public sealed record InciName(string Eu, string Us);

/// <summary>One substance of an ingredient as it is bought, in weight percent of the ingredient; low equals high when it is
/// exact.</summary>
public sealed record Component(InciName Inci, decimal LowPercent, decimal HighPercent)
{
    /// <summary>The share the computation uses where one figure is needed, in percent: the middle of the range.</summary>
    public decimal MiddlePercent => (LowPercent + HighPercent) / 2m;
}

/// <summary>A crystallising species of a structuring ingredient.</summary>
/// <param name="MassShare">Its share of the ingredient's mass, 0 to 1.</param>
/// <param name="MeltingCelsius">Melting point of the pure species.</param>
/// <param name="FusionKilojoulesPerMole">Enthalpy of fusion of the species, kJ/mol.</param>
/// <param name="GramsPerMole">Molar mass of the species, g/mol.</param>
/// <param name="Family">Key of its strength in the texture rules.</param>
/// <param name="Crystal">The solid phase it shares with others: species of one crystal dissolve in each other as solids; null for a
/// crystal of its family's own.</param>
public readonly record struct MeltingSpecies(
    double MassShare,
    double MeltingCelsius,
    double FusionKilojoulesPerMole,
    double GramsPerMole,
    [property: Names(Named.Family)] string Family,
    [property: Names(Named.Crystal)] string? Crystal = null
);

/// <summary>A caution that stands beside the step it belongs to.</summary>
public sealed record Caution(string Text, string Source);

/// <summary>All that is known of one raw material. Unknown properties are null, never zero.</summary>
public sealed record Ingredient
{
    /// <summary>Key in formulas: lower case, hyphens.</summary>
    public required string Slug { get; init; }

    /// <summary>What the ingredient is called on screen.</summary>
    public required string Name { get; init; }

    /// <summary>The class of raw material: wax, oil, butter and so on.</summary>
    public required IngredientClass Class { get; init; }

    /// <summary>What it does in a formula, in one or two words.</summary>
    public required string Role { get; init; }

    /// <summary>What it is for and how it behaves, in a sentence or two.</summary>
    public string? Purpose { get; init; }

    /// <summary>Other names people use, for search.</summary>
    public ImmutableArray<string> AlsoKnownAs
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Its substances; they sum to 100 percent within their ranges.</summary>
    public required ImmutableArray<Component> Composition { get; init; }

    /// <summary>Substances it brings by nature, for limits and allergens.</summary>
    public ImmutableArray<Constituent> Constituents
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Where it comes from: plant, bee, wool, animal, mineral, synthetic.</summary>
    [Names(Named.Origin)]
    public ImmutableArray<string> Origins
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Allergen sources it brings, by the keys of data/rules/allergens.json.</summary>
    [Names(Named.AllergenSource)]
    public ImmutableArray<string> Allergens
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Where it goes in a water-free mix.</summary>
    public Solubility Solubility { get; init; }

    /// <summary>True for colourants, which the ingredient list names last.</summary>
    public bool Colourant { get; init; }

    /// <summary>True density at 20 to 25 C, g/mL.</summary>
    public Quantity? Density { get; init; }

    /// <summary>Poured density of pellets, shavings or powder, g/mL.</summary>
    public Quantity? BulkDensity { get; init; }

    /// <summary>Melting or drop point of the ingredient, C.</summary>
    public Quantity? MeltingPoint { get; init; }

    /// <summary>Iodine value of the ingredient, g of iodine a 100 g.</summary>
    public Quantity? IodineValue { get; init; }

    /// <summary>Why the iodine value differs from that of the fatty acids, where it does.</summary>
    public string? IodineValueNote { get; init; }

    /// <summary>Saponification value, mg KOH/g.</summary>
    public Quantity? SaponificationValue { get; init; }

    /// <summary>Mean molar mass of what does not crystallise, g/mol: the solvent of the melt model.</summary>
    public Quantity? LiquidGramsPerMole { get; init; }

    /// <summary>HLB the oil wants of an emulsifier.</summary>
    public Quantity? RequiredHlb { get; init; }

    /// <summary>HLB of the ingredient where it is an emulsifier.</summary>
    public Quantity? Hlb { get; init; }

    /// <summary>Dynamic viscosities of the ingredient, each at a temperature.</summary>
    public ImmutableArray<ViscosityAt> Viscosity
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Oil that 100 g of a powder take up before they make a stiff paste, g (ISO 787-5).</summary>
    public Quantity? OilAbsorption { get; init; }

    /// <summary>How long the ingredient keeps unopened, months.</summary>
    public Quantity? ShelfLifeMonths { get; init; }

    /// <summary>Shelf life once opened, months.</summary>
    public Quantity? ShelfLifeOpenedMonths { get; init; }

    /// <summary>Goes in only below this temperature, C.</summary>
    public Quantity? AddBelowCelsius { get; init; }

    /// <summary>How it feels neat; null when not rated.</summary>
    public FeelRating? Feel { get; init; }

    /// <summary>How readily it grows grains; null for what does not crystallise or is not known.</summary>
    public GrainProneness? Grain { get; init; }

    /// <summary>How much of it does the work of another wax.</summary>
    public ImmutableArray<WaxEquivalent> WaxEquivalents
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Fatty acids in percent of all fatty acids, by their short name (C18:1), empty when not known.</summary>
    public ImmutableSortedDictionary<string, double> FattyAcids
    {
        get;
        init => field = value ?? ImmutableSortedDictionary<string, double>.Empty;
    } = ImmutableSortedDictionary<string, double>.Empty;

    /// <summary>Where the fatty acids come from.</summary>
    public string? FattyAcidsSource { get; init; }

    /// <summary>How far the table of fatty acids can be trusted.</summary>
    public Confidence? FattyAcidsConfidence { get; init; }

    /// <summary>The crystallising species; empty for liquids, powders and what is not in the oil phase.</summary>
    public ImmutableArray<MeltingSpecies> Species
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>The document that the melting species come from.</summary>
    public string? SpeciesSource { get; init; }

    /// <summary>How far the melting species can be trusted.</summary>
    public Confidence? SpeciesConfidence { get; init; }

    /// <summary>What it may and should be dosed at.</summary>
    public ImmutableArray<DoseRule> Doses
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Cautions that the ingredient itself asks for.</summary>
    public ImmutableArray<Caution> Cautions
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>The whole ingredient's name in the nomenclature: its components joined by "; ".</summary>
    public InciName Inci =>
        new(
            string.Join("; ", Composition.Select(component => component.Inci.Eu)),
            string.Join("; ", Composition.Select(component => component.Inci.Us))
        );

    /// <summary>Fatty acids with two or more double bonds in percent of its fatty acids; 0 when the profile is not known.</summary>
    public double PolyunsaturatedPercent => FattyAcids.Where(acid => FattyAcidName.DoubleBonds(acid.Key) >= 2).Sum(acid => acid.Value);

    /// <summary>Share of some substances in it, 0 to 1, low and high: as components and as constituents.</summary>
    public (decimal Low, decimal High) ShareOf(ImmutableArray<string> names)
    {
        decimal low = 0m,
            high = 0m;
        foreach (var component in Composition)
        {
            if (names.Contains(component.Inci.Eu))
                (low, high) = (low + component.LowPercent, high + component.HighPercent);
        }

        foreach (var constituent in Constituents)
        {
            if (names.Contains(constituent.Name))
                (low, high) = (low + constituent.LowPercent, high + constituent.HighPercent);
        }

        return (low / 100m, high / 100m);
    }

    /// <summary>A name short enough for a button: without what stands in brackets, and a wax without the word.</summary>
    [JsonIgnore]
    public string ShortName
    {
        get
        {
            var name = Name.Split('(')[0].Trim();
            return name.EndsWith(" wax", StringComparison.Ordinal) ? name[..^4] : name;
        }
    }
}
