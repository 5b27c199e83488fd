using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Settings;

/// <summary>By how much crystals are stronger or weaker on one maker's bench than by the book, and how much hotter its pots set.</summary>
/// <param name="Factors">Factor of each group of families by its name; a group that is not named is as the book says.</param>
/// <param name="SetPointShiftCelsius">So much hotter pots set than by the book, C.</param>
/// <param name="LearntOn">The day on which the maker took them.</param>
/// <param name="Looks">Of how many looks they were learnt.</param>
public sealed record BenchStrengths(
    ImmutableDictionary<string, double> Factors,
    double SetPointShiftCelsius,
    DateOnly LearntOn = default,
    int Looks = 0
)
{
    /// <summary>The least factor that is believed; its inverse is the most.</summary>
    public const double LeastFactor = 0.5;

    /// <summary>The furthest shift of set points that is believed, C.</summary>
    public const double FurthestShiftCelsius = 20;

    /// <summary>What does not hold together in them; empty when all does.</summary>
    public IEnumerable<DocumentProblem> Problems()
    {
        if (Factors is null || Factors.Values.Any(factor => factor is not (>= LeastFactor and <= 1 / LeastFactor)))
            yield return new DocumentProblem("/bench", $"What the bench learnt: factors from {LeastFactor} to {1 / LeastFactor}.");
        if (!(Math.Abs(SetPointShiftCelsius) <= FurthestShiftCelsius))
            yield return new DocumentProblem(
                "/bench",
                $"What the bench learnt: set points moved by {Decimals.Celsius(FurthestShiftCelsius).CelsiusApart} at most."
            );
    }

    /// <summary>By how much the crystals of a group are stronger; 1 where the bench does not say.</summary>
    /// <param name="group">Name of the group.</param>
    public double Of(string group) => Factors.GetValueOrDefault(group, 1);
}
