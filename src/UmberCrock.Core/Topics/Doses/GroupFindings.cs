using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Doses;

/// <summary>Findings about groups that count together.</summary>
internal static class GroupFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved)
    {
        foreach (var group in Governing(resolved).GroupBy(limit => limit.Group))
        {
            // The worst that is passed counts, and of equals the strictest: a zone never loosens what an audience forbids.
            var passed = group
                .Select(limit => (Limit: limit, Lines: resolved.LinesWhere(limit.Counts)))
                .Where(candidate => resolved.PercentOf(candidate.Lines) > candidate.Limit.MaxPercent)
                .OrderBy(candidate => candidate.Limit.Severity)
                .ThenBy(candidate => candidate.Limit.MaxPercent)
                .FirstOrDefault();
            if (passed.Limit is { } limit)
                yield return Over(
                    resolved,
                    limit,
                    group.Min(candidate => candidate.MaxPercent),
                    [.. passed.Lines.Where(line => resolved.Totals.Percents[line] > 0m)],
                    resolved.PercentOf(passed.Lines)
                );
        }
    }

    /// <summary>The ceilings that speak of this formula under these choices. One that names the form takes the place of those it
    /// narrows.</summary>
    public static IEnumerable<GroupLimit> Governing(ResolvedFormula resolved)
    {
        var covering = resolved
            .Rules.GroupLimits.Where(limit => limit.Applies.Covers(resolved.Formula) && limit.Schools?.Holds(resolved.Settings) != false)
            .ToList();
        return covering.Where(limit =>
            !covering.Exists(other =>
                other.Group == limit.Group
                && other.Severity == limit.Severity
                && !other.Applies.Forms.IsEmpty
                && other.Applies.Narrows(limit.Applies)
            )
        );
    }

    private static Finding Over(ResolvedFormula resolved, GroupLimit limit, decimal strictest, ImmutableArray<int> lines, decimal percent)
    {
        var group = char.ToUpperInvariant(limit.Group[0]) + limit.Group[1..];
        var fix = FixBuilder.SetAll(
            resolved,
            $"Ease to {Two(strictest)}",
            [.. lines.Select(line => (line, DoseFindings.Down(resolved.Totals.Percents[line] * strictest / percent)))]
        );
        return new Finding(
            FindingCodes.GroupOver,
            limit.Severity,
            $"{group} {Two(percent - limit.MaxPercent)} over",
            $"Together {Two(percent).Percent}; the ceiling here is {Two(limit.MaxPercent).Percent}.",
            limit.Why,
            limit.Source,
            lines,
            lines.Any(line => resolved.Formula.Lines[line].IsBalance) ? [] : [fix]
        );
    }
}
