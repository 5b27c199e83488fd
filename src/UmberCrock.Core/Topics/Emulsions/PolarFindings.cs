using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Emulsions;

/// <summary>What water-loving ingredients need in oil (data/rules/polar.json).</summary>
/// <param name="PercentFrom">Weight percent of them together from which it matters.</param>
/// <param name="EmulsifierPerPolar">Emulsifier that holds one part of them, part for part.</param>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
internal sealed record PolarRules(decimal PercentFrom, decimal EmulsifierPerPolar, string Source, Confidence Confidence)
    : IRules<PolarRules>
{
    static RuleFile IRules<PolarRules>.File { get; } = new("polar.json", EmulsionsJson.Default);
}

/// <summary>Findings about water-loving liquids and powders in oil.</summary>
internal static class PolarFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved)
    {
        var rules = resolved.Rules.Polar;
        var lines = resolved
            .LinesWhere(ingredient => ingredient.Solubility == Solubility.Polar && ingredient.Class != IngredientClass.Water)
            .Where(line => resolved.Totals.Percents[line] > 0m)
            .ToImmutableArray();
        var polar = resolved.PercentOf(lines);
        var water = resolved.PercentOf(resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.Water));
        var emulsifier = resolved.PercentOf(
            resolved.LinesWhere(ingredient => ingredient.Class is IngredientClass.Emulsifier or IngredientClass.ConditioningEmulsifier)
        );
        // With enough water they dissolve in that; what becomes of the water is a matter of its own.
        if (polar < rules.PercentFrom || water >= polar || emulsifier >= polar * rules.EmulsifierPerPolar)
            yield break;
        yield return new Finding(
            FindingCodes.PolarNotSoluble,
            Severity.Caution,
            $"Oil does not hold {FindingWords.NamesWithin(resolved, lines)}",
            $"{Two(polar).Percent} water-loving; {Two(polar * rules.EmulsifierPerPolar).Percent} emulsifier would hold it, there "
                + $"is {Two(emulsifier).Percent}.",
            "It does not dissolve in oil: a liquid weeps out in drops, a powder sinks and stays gritty.",
            rules.Source,
            lines,
            FindingWords.LeaveOut(resolved, lines)
        );
    }
}
