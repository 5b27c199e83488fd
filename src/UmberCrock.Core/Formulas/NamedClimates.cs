using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Formulas;

/// <summary>A climate that has a name: where the product will live.</summary>
/// <param name="Key">The word that stands for the climate in documents.</param>
/// <param name="Name">What the climate is called on screen.</param>
/// <param name="LowCelsius">Coldest temperature of the climate, Celsius.</param>
/// <param name="HighCelsius">Warmest temperature of the climate, Celsius.</param>
public sealed record NamedClimate(string Key, string Name, decimal LowCelsius, decimal HighCelsius)
{
    /// <summary>The two temperatures as a formula keeps them.</summary>
    public Climate Climate => new(LowCelsius, HighCelsius);
}

/// <summary>Climates to choose from (data/rules/climates.json).</summary>
/// <param name="Climates">The climates, from cool to hot.</param>
/// <param name="HotWeatherCelsius">What hot weather means where a formula is made fit for it, C.</param>
/// <param name="Source">The document that the climates' temperatures come from.</param>
/// <param name="Confidence">How far the climates' temperatures can be trusted.</param>
public sealed record NamedClimates(ImmutableArray<NamedClimate> Climates, decimal HotWeatherCelsius, string Source, Confidence Confidence)
    : IRules<NamedClimates>
{
    static RuleFile IRules<NamedClimates>.File { get; } = new("climates.json", FormulasJson.Default);
}

/// <summary>The climates, out of the rule book.</summary>
public static class ClimateRules
{
    extension(RuleBook rules)
    {
        /// <summary>Climates to choose from.</summary>
        public NamedClimates Climates => rules.Of<NamedClimates>();
    }
}
