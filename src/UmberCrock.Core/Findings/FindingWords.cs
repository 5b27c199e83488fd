using System.Collections.Immutable;

namespace UmberCrock.Core.Findings;

/// <summary>Words that findings share.</summary>
internal static class FindingWords
{
    /// <summary>
    /// The ingredients of some lines by name, most first: "Lanolin", "Lanolin and beeswax", "Lanolin, beeswax and 2 more". The order of
    /// the lines does not matter.
    /// </summary>
    public static string Names(ResolvedFormula resolved, IEnumerable<int> lines) =>
        Join([
            .. lines
                .GroupBy(line => resolved.Ingredients[line].Name, StringComparer.Ordinal)
                .OrderByDescending(resolved.PercentOf)
                .ThenBy(group => group.Key, StringComparer.Ordinal)
                .Select(group => group.Key),
        ]);

    /// <summary>The same names in the middle of a sentence: the first starts small as well.</summary>
    public static string NamesWithin(ResolvedFormula resolved, IEnumerable<int> lines) => Small(Names(resolved, lines));

    /// <summary>Joins names for a sentence; all but the first start small.</summary>
    /// <param name="names">The names, in order.</param>
    /// <param name="most">More than these are counted and not named.</param>
    public static string Join(IReadOnlyList<string> names, int most = 3) =>
        names.Count == 0 ? ""
        : names.Count == 1 ? names[0]
        : names.Count <= most
            ? $"{string.Join(", ", names.Take(names.Count - 1).Select((name, at) => at == 0 ? name : Small(name)))} and {Small(names[^1])}"
        : $"{names[0]}, {Small(names[1])} and {names.Count - 2} more";

    /// <summary>A fix that takes lines out, where that can be done: the balance line cannot go.</summary>
    public static ImmutableArray<Fix> LeaveOut(ResolvedFormula resolved, ImmutableArray<int> lines) =>
        lines.IsEmpty || lines.Any(line => resolved.Formula.Lines[line].IsBalance)
            ? []
            : [FixBuilder.TakeOut(resolved, lines.Length == 1 ? "Leave it out" : "Leave them out", lines)];

    /// <summary>A name as it stands within a sentence: with a small letter, unless it is all capitals.</summary>
    public static string Small(string name) =>
        name.Length == 0 ? ""
        : name.Length > 1 && char.IsUpper(name[1]) ? name
        : char.ToLowerInvariant(name[0]) + name[1..];
}
