using System.Collections.Immutable;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;

namespace UmberCrock.Core.Texture;

/// <summary>How a mix yields to a finger, softest first.</summary>
public enum Band
{
    /// <summary>Runs.</summary>
    Pourable,

    /// <summary>Slumps, spreads at a touch.</summary>
    Ointment,

    /// <summary>Holds its shape, scoops easily.</summary>
    SoftButter,

    /// <summary>Firm in the tin.</summary>
    Balm,

    /// <summary>Stands on its own and glides.</summary>
    Stick,

    /// <summary>Needs warmth or pressure.</summary>
    HardBar,

    /// <summary>Cracks instead of yielding.</summary>
    Brittle,
}

/// <summary>The firmness at which a band begins.</summary>
public sealed record BandBorder(Band Band, double FromFirmness);

/// <summary>The bands that suit a form.</summary>
public sealed record WantedBands(ImmutableArray<ProductForm> Forms, ImmutableArray<Band> Bands);

/// <summary>Strengths of the solid families, powders and band borders (data/rules/texture.json).</summary>
public sealed record TextureRules
{
    /// <summary>Where the figures come from.</summary>
    public required string Source { get; init; }

    /// <summary>How sure they are.</summary>
    public required Confidence Confidence { get; init; }

    /// <summary>Temperature of skin, C.</summary>
    public required double SkinCelsius { get; init; }

    /// <summary>How far below the border a cooling mix sets, C.</summary>
    public required double UndercoolingCelsius { get; init; }

    /// <summary>Firmness per mass percent of solid, by family of species.</summary>
    public required ImmutableDictionary<string, double> Strengths { get; init; }

    /// <summary>Firmness per mass percent, by class of powder.</summary>
    public required ImmutableDictionary<IngredientClass, double> Powders { get; init; }

    /// <summary>Firmness per mass percent of single powders that differ from their class, by slug.</summary>
    public required ImmutableDictionary<string, double> PowderExceptions { get; init; }

    /// <summary>Where each band begins, softest first.</summary>
    public required ImmutableArray<BandBorder> Bands { get; init; }

    /// <summary>Which bands suit which form.</summary>
    public required ImmutableArray<WantedBands> Wanted { get; init; }

    /// <summary>The band a firmness falls in.</summary>
    public Band BandOf(double firmness) => Bands.Last(border => firmness >= border.FromFirmness || border.FromFirmness == 0).Band;

    /// <summary>The bands that suit a form.</summary>
    public ImmutableArray<Band> WantedFor(ProductForm form) => Wanted.First(wanted => wanted.Forms.Contains(form)).Bands;

    /// <summary>Firmness that one mass percent of a powder brings; 0 for what is not a powder.</summary>
    public double PowderStrength(Ingredient ingredient)
        => ingredient.Solubility != Solubility.InsolublePowder ? 0
            : PowderExceptions.TryGetValue(ingredient.Slug, out var own) ? own
            : Powders.GetValueOrDefault(ingredient.Class);
}
