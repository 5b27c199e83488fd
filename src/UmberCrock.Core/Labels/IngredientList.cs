using System.Collections.Immutable;
using UmberCrock.Core.Evaluation;

namespace UmberCrock.Core.Labels;

/// <summary>One name of the ingredient list.</summary>
/// <param name="Inci">The name as it is printed.</param>
/// <param name="PercentLow">Least it may hold, weight percent.</param>
/// <param name="PercentHigh">Most it may hold.</param>
/// <param name="OrderCertain">False when its range overlaps that of a neighbour, so that a supplier's figure must settle the order.</param>
/// <param name="AnyOrder">True below 1 %, where names may stand in any order, and for colourants.</param>
public sealed record ListedIngredient(string Inci, decimal PercentLow, decimal PercentHigh, bool OrderCertain, bool AnyOrder);

/// <summary>An ingredient list in one dialect.</summary>
/// <param name="List">The text.</param>
/// <param name="Items">Its names in order.</param>
/// <param name="Allergens">Fragrance allergens to be named; none are derived yet.</param>
public sealed record IngredientList(string List, ImmutableArray<ListedIngredient> Items, ImmutableArray<string> Allergens)
{
    private const decimal FreeOrderBelowPercent = 1m;

    /// <summary>
    /// The list of Regulation (EC) 1223/2009 Article 19(1)(g), from memory: descending weight; below 1 % in any order after the
    /// others (descending is kept); colourants last. Substances are summed over all lines.
    /// </summary>
    public static IngredientList Eu(ResolvedFormula resolved)
    {
        var sums = resolved.Substances.Values
            .Where(sum => sum.HighPercent > 0m)
            .OrderBy(sum => sum.Colourant)
            .ThenBy(sum => Middle(sum) < FreeOrderBelowPercent)
            .ThenByDescending(Middle)
            .ThenBy(sum => sum.Inci.Eu, StringComparer.Ordinal)
            .ToList();
        var items = sums.Select((sum, at) => new ListedIngredient(
            sum.Inci.Eu, sum.LowPercent, sum.HighPercent,
            IsFree(sum) || !(Overlaps(sums, at, at - 1) || Overlaps(sums, at, at + 1)), IsFree(sum))).ToImmutableArray();
        return new IngredientList(string.Join(", ", items.Select(item => item.Inci)), items, []);
    }

    private static decimal Middle(SubstanceSum sum) => (sum.LowPercent + sum.HighPercent) / 2m;

    private static bool IsFree(SubstanceSum sum) => sum.Colourant || Middle(sum) < FreeOrderBelowPercent;

    private static bool Overlaps(List<SubstanceSum> sums, int at, int other)
        => other >= 0 && other < sums.Count && !IsFree(sums[other])
            && sums[at].LowPercent < sums[other].HighPercent && sums[other].LowPercent < sums[at].HighPercent;
}
