using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Cooling;

/// <summary>Where a pot, a jar or a mould stands while it cools.</summary>
public enum Surroundings
{
    /// <summary>It stands on the table, in still air.</summary>
    Room,

    /// <summary>It stands in a household fridge.</summary>
    Fridge,

    /// <summary>It stands in a freezer with a fan.</summary>
    Freezer,

    /// <summary>It stands in a bath of cold tap water.</summary>
    ColdBath,

    /// <summary>It stands in a bath of water and ice.</summary>
    IceBath,
}

/// <summary>How a place takes heat away (data/rules/cooling.json).</summary>
/// <param name="Kind">Which place it is.</param>
/// <param name="Celsius">How warm it is where nothing else is said, C.</param>
/// <param name="CelsiusSd">How well its temperature is known, standard deviation, C.</param>
/// <param name="WattsPerSquareMetreKelvin">Heat transfer U from the wall, W/(m2 K).</param>
/// <param name="Bath">True where water stands around the wall and the top is out of it.</param>
internal sealed record Surrounding(Surroundings Kind, double Celsius, double CelsiusSd, double WattsPerSquareMetreKelvin, bool Bath);

/// <summary>The bath that a batch is melted in.</summary>
/// <param name="Celsius">How hot it is, C.</param>
/// <param name="WattsPerSquareMetreKelvin">Heat transfer U through the wall, W/(m2 K).</param>
internal sealed record HeatingBath(double Celsius, double WattsPerSquareMetreKelvin);

/// <summary>How a batch takes up heat and gives it off (data/rules/cooling.json).</summary>
internal sealed record CoolingRules : IRules<CoolingRules>
{
    static RuleFile IRules<CoolingRules>.File { get; } = new("cooling.json", CoolingJson.Default);

    /// <summary>Specific heat by class, J/(g K).</summary>
    public required ImmutableDictionary<IngredientClass, double> HeatCapacities { get; init; }

    /// <summary>Specific heat of single ingredients that differ from their class, by slug, J/(g K).</summary>
    [Names(Named.Ingredient, KeysToo = true)]
    public required ImmutableDictionary<string, double> HeatCapacityExceptions { get; init; }

    /// <summary>The places, one row each.</summary>
    public required ImmutableArray<Surrounding> Surroundings { get; init; }

    /// <summary>Heat transfer of a bath in which the pot is stirred, W/(m2 K).</summary>
    public required double StirredBathWattsPerSquareMetreKelvin { get; init; }

    /// <summary>The bath that melts.</summary>
    public required HeatingBath HeatingBath { get; init; }

    /// <summary>How well the rate K is known before there is a reading: standard deviation of its logarithm.</summary>
    public required double RateSd { get; init; }

    /// <summary>Error of a probe's reading, standard deviation, C.</summary>
    public required double ProbeSd { get; init; }

    /// <summary>Error of a reading that was typed, standard deviation, C.</summary>
    public required double TypedSd { get; init; }

    /// <summary>What rises by more than this between two readings rises, C.</summary>
    public required double RiseLeastCelsius { get; init; }

    /// <summary>A colder reading is an error of the probe, C.</summary>
    public required double ColdestCelsius { get; init; }

    /// <summary>A hotter reading is an error of the probe, C.</summary>
    public required double HottestCelsius { get; init; }

    /// <summary>Density of a blend that has none, g/mL.</summary>
    public required double GramsPerMillilitre { get; init; }

    /// <summary>Undercooling of crystals that come later where nobody stirs, by crystal, C.</summary>
    [Names(Named.Crystal, KeysToo = true)]
    public required ImmutableDictionary<string, double> StillUndercooling { get; init; }

    /// <summary>How fast heat spreads in what has set (thermal diffusivity), m2/s.</summary>
    public required double SquareMetresPerSecond { get; init; }

    /// <summary>The document that the figures of cooling come from.</summary>
    public required string Source { get; init; }

    /// <summary>How far the figures of cooling can be trusted.</summary>
    public required Confidence Confidence { get; init; }

    /// <summary>How a place takes heat away.</summary>
    public Surrounding Of(Surroundings kind) => Surroundings.First(row => row.Kind == kind);

    /// <summary>Specific heat of an ingredient, J/(g K).</summary>
    public double HeatCapacityOf(Ingredient ingredient) =>
        HeatCapacityExceptions.TryGetValue(ingredient.Slug, out var own) ? own : HeatCapacities[ingredient.Class];
}
