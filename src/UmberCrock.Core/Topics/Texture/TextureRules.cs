using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>The firmness at which a band begins.</summary>
public sealed record BandBorder(Band Band, double FromFirmness);

/// <summary>How structure fails, in figures (data/rules/texture.json).</summary>
public sealed record StructureRules
{
    /// <summary>A whipped butter holds its air down to this much firmness below the border of the soft butter.</summary>
    public required double WhipSlack { get; init; }

    /// <summary>Families of structuring agents whose crystals snap.</summary>
    [Names(Named.Family)]
    public required ImmutableArray<string> BrittleFamilies { get; init; }

    /// <summary>Share of the firmness at 20 C, 0 to 1, from which they make the whole crumbly.</summary>
    public required double BrittleShare { get; init; }

    /// <summary>Softer than this nothing crumbles.</summary>
    public required double BrittleFromFirmness { get; init; }

    /// <summary>Slug of the wax that yields and that some of them may be traded for.</summary>
    [Names(Named.Ingredient)]
    public required string FlexibleWax { get; init; }

    /// <summary>Slugs of butters that do not turn grainy.</summary>
    [Names(Named.Ingredient)]
    public required ImmutableArray<string> SmoothButters { get; init; }

    /// <summary>Slugs of what is offered to make it firmer.</summary>
    [Names(Named.Ingredient)]
    public required ImmutableArray<string> Hardeners { get; init; }

    /// <summary>The same, where nothing of bees is in.</summary>
    [Names(Named.Ingredient)]
    public required ImmutableArray<string> HardenersBeeFree { get; init; }

    /// <summary>Slug of what is offered to make it yield.</summary>
    [Names(Named.Ingredient)]
    public required string FlexiblePartner { get; init; }

    /// <summary>How much of it is offered, weight percent.</summary>
    public required decimal FlexiblePartnerPercent { get; init; }

    /// <summary>Parts of liquid that a part of crystals holds, by mass.</summary>
    public required double OilHeld { get; init; }

    /// <summary>The same, of families that hold more or less.</summary>
    [Names(Named.Family)]
    public required ImmutableDictionary<string, double> OilHeldByFamily { get; init; }

    /// <summary>Solid percent of the oil phase below which it counts as melted.</summary>
    public required double MeltedBelowSolid { get; init; }

    /// <summary>Weight percent of melted fats that commonly grow grains from which it matters.</summary>
    public required decimal GrainHighPercent { get; init; }

    /// <summary>The same, with those that grow them now and then.</summary>
    public required decimal GrainSomePercent { get; init; }

    /// <summary>The same, from which it is a caution: below it waxes and oils keep most grains from growing.</summary>
    public required decimal GrainCautionPercent { get; init; }

    /// <summary>The document that the figures of structure come from.</summary>
    public required string Source { get; init; }

    /// <summary>How far the figures of structure can be trusted.</summary>
    public required Confidence Confidence { get; init; }

    /// <summary>Parts of liquid that a part of crystals of a family holds.</summary>
    public double HeldBy(string family) => OilHeldByFamily.GetValueOrDefault(family, OilHeld);
}

/// <summary>
/// The firmness of a network of fat crystals grows as a power of the solid fat (Haighton 1959; Narine and Marangoni 1999, from memory):
/// strength x percent x (percent / at)^(exponent - 1).
/// </summary>
/// <param name="Families">Families whose crystals make it.</param>
/// <param name="Exponent">The power.</param>
/// <param name="AtPercent">Weight percent of solid fat at which a strength is what it says.</param>
public sealed record FatNetwork([property: Names(Named.Family)] ImmutableArray<string> Families, double Exponent, double AtPercent);

/// <summary>Strengths of the solid families, powders and band borders (data/rules/texture.json).</summary>
public sealed record TextureRules : IRules<TextureRules>
{
    static RuleFile IRules<TextureRules>.File { get; } = new("texture.json", TextureJson.Default);

    /// <summary>The document that strengths and borders come from.</summary>
    public required string Source { get; init; }

    /// <summary>How far strengths and borders can be trusted.</summary>
    public required Confidence Confidence { get; init; }

    /// <summary>Firmness is known no better than this: the facts it is fitted to hold within it.</summary>
    public required double KnownWithin { get; init; }

    /// <summary>Families whose strength stands in no fact it could be fitted to.</summary>
    [Names(Named.Family)]
    public required ImmutableArray<string> Unfitted { get; init; }

    /// <summary>The rules of how a structure fails: snaps, bleeds, drags.</summary>
    public required StructureRules Structure { get; init; }

    /// <summary>Temperature of the skin that a product melts on, Celsius.</summary>
    public required double SkinCelsius { get; init; }

    /// <summary>The crystals that species share, and how far each cools below where it could set before it does, C.</summary>
    public required ImmutableDictionary<string, double> Crystals { get; init; }

    /// <summary>The same, of a crystal of no name.</summary>
    public required double OtherUndercoolingCelsius { get; init; }

    /// <summary>Firmness per mass percent of solid, by family of species.</summary>
    public required ImmutableDictionary<string, double> Strengths { get; init; }

    /// <summary>Families whose strengths a bench learns together.</summary>
    public required ImmutableArray<CrystalGroup> Groups { get; init; }

    /// <summary>What a bench learnt of the strengths; null for the book.</summary>
    [JsonIgnore]
    public BenchStrengths? Bench { get; init; }

    /// <summary>Fats whose crystals make one network, whose strength grows faster than they do.</summary>
    public required FatNetwork FatNetwork { get; init; }

    /// <summary>Firmness per mass percent, by class of powder.</summary>
    public required ImmutableDictionary<IngredientClass, double> Powders { get; init; }

    /// <summary>Firmness per mass percent of powders of other classes, such as a maker's own.</summary>
    public required double OtherPowder { get; init; }

    /// <summary>Firmness per mass percent of single powders that differ from their class, by slug.</summary>
    [Names(Named.Ingredient)]
    public required ImmutableDictionary<string, double> PowderExceptions { get; init; }

    /// <summary>Where each band begins, softest first.</summary>
    public required ImmutableArray<BandBorder> Bands { get; init; }

    /// <summary>Firmness per mass percent of solid of a family.</summary>
    /// <exception cref="InvalidOperationException">No strength of that family is known: an ingredient names one that the rules do not
    /// have.</exception>
    public double StrengthOf(string family) =>
        Strengths.TryGetValue(family, out var strength)
            ? strength
            : throw new InvalidOperationException($"No strength is known of the crystals \"{family}\".");

    /// <summary>The group of the crystals of a family that an ingredient brings: the last one where none names it.</summary>
    public CrystalGroup GroupOf(Ingredient ingredient, string family) =>
        (ingredient.Class == IngredientClass.SoftButter ? Groups.FirstOrDefault(group => group.OfSoftButters.Contains(family)) : null)
        ?? Groups.FirstOrDefault(group => group.Families.Contains(family))
        ?? Groups[^1];

    /// <summary>How far a species cools below where it could set before it does, C.</summary>
    public double UndercoolingOf(MeltingSpecies species) =>
        species.Crystal is { } crystal && Crystals.TryGetValue(crystal, out var celsius) ? celsius : OtherUndercoolingCelsius;

    /// <summary>The band that a firmness falls into.</summary>
    public Band BandOf(double firmness) => Bands.Last(border => firmness >= border.FromFirmness || border.FromFirmness == 0).Band;

    /// <summary>The firmness at which a given band begins.</summary>
    public double FromOf(Band band) => Bands.First(border => border.Band == band).FromFirmness;

    /// <summary>The firmness at which the next firmer band begins; infinite for the firmest.</summary>
    public double ToOf(Band band) => band == Band.Brittle ? double.PositiveInfinity : FromOf(band + 1);

    /// <summary>Firmness that one mass percent of a powder brings; 0 for what is not a powder.</summary>
    public double PowderStrength(Ingredient ingredient) =>
        ingredient.Solubility != Solubility.InsolublePowder ? 0
        : PowderExceptions.TryGetValue(ingredient.Slug, out var own) ? own
        : Powders.GetValueOrDefault(ingredient.Class, OtherPowder);
}
