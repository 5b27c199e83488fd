using System.Collections.Immutable;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Ingredients;
using static UmberCrock.Core.Json.Decimals;

namespace UmberCrock.Core.Doses;

/// <summary>Findings about groups that count together.</summary>
internal static class GroupFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved)
    {
        var applicable = resolved.Catalogue.GroupLimits.Where(limit => limit.Applies.Covers(resolved.Formula)).ToList();
        // The strictest that applies counts: a zone never loosens what an audience forbids.
        foreach (var group in applicable.GroupBy(limit => limit.Group))
        {
            var limit = group.MinBy(candidate => candidate.MaxPercent)!;
            var lines = resolved.LinesWhere(ingredient => limit.Classes.Contains(ingredient.Class));
            var percent = resolved.PercentOf(lines);
            if (percent > limit.MaxPercent)
                yield return Over(resolved, limit, [.. lines.Where(line => resolved.Totals.Percents[line] > 0m)], percent);
        }
    }

    private static Finding Over(ResolvedFormula resolved, GroupLimit limit, ImmutableArray<int> lines, decimal percent)
    {
        var none = limit.MaxPercent == 0m;
        var group = char.ToUpperInvariant(limit.Group[0]) + limit.Group[1..];
        var fix = none
            ? FixBuilder.TakeOut(resolved, "Leave them out", lines)
            : FixBuilder.SetAll(resolved, $"Ease to {Two(limit.MaxPercent)}",
                [.. lines.Select(line => (line, decimal.Round(resolved.Totals.Percents[line] * limit.MaxPercent / percent, 2, MidpointRounding.ToZero)))]);
        return new Finding(
            FindingCodes.GroupOver, limit.Severity,
            none ? $"{group} have no place here" : $"{group} {Two(percent - limit.MaxPercent)} over",
            none ? $"Together {Two(percent)} %; for this wearer and zone there should be none." : $"Together {Two(percent)} %; the ceiling here is {Two(limit.MaxPercent)} %.",
            limit.Why, limit.Source, lines,
            lines.Any(line => resolved.Formula.Lines[line].IsBalance) ? [] : [fix]);
    }
}
