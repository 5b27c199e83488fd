using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Preservation;

/// <summary>Findings about water in what should be water-free.</summary>
internal static class WaterFindings
{
    /// <summary>Names under which water stands in a composition.</summary>
    public static readonly ImmutableArray<string> Water = ["Aqua"];

    /// <summary>
    /// Lines that bring water: waters, juices, honey, and what holds Aqua. The little in a preservative blend does not count.
    /// </summary>
    public static ImmutableArray<int> WaterLines(ResolvedFormula resolved) =>
        [
            .. resolved
                .LinesWhere(ingredient =>
                    ingredient.Class == IngredientClass.Water
                    || (ingredient.Class != IngredientClass.Preservative && ingredient.ShareOf(Water).High > 0m)
                    || resolved.Rules.Preservation.WateryHumectants.Contains(ingredient.Slug)
                )
                .Where(line => resolved.Totals.Percents[line] > 0m),
        ];

    public static IEnumerable<Finding> Find(ResolvedFormula resolved)
    {
        var lines = WaterLines(resolved);
        if (lines.IsEmpty)
            yield break;
        yield return new Finding(
            FindingCodes.WaterPresent,
            Severity.Caution,
            "No longer water-free",
            $"{FindingWords.Names(resolved, lines)}: {Two(resolved.PercentOf(lines)).Percent} that holds water.",
            "Oil does not hold water without an emulsifier, and where there is water moulds and bacteria grow: it needs a "
                + "preservative and a test.",
            resolved.Rules.Preservation.Source,
            lines,
            FindingWords.LeaveOut(resolved, lines)
        );
    }
}
