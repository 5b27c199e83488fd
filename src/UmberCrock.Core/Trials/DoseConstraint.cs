using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Trials;

/// <summary>A bound on a weighted sum of doses: least to most of the sum over lines of weight times percent.</summary>
/// <param name="Pointer">Where it comes from, as a JSON pointer into the request.</param>
/// <param name="Words">What it asks, in words.</param>
/// <param name="Weights">One for every line.</param>
/// <param name="Least">Lower bound; null for none.</param>
/// <param name="Most">Upper bound; null for none.</param>
internal sealed record DoseConstraint(string Pointer, Message Words, ImmutableArray<decimal> Weights, decimal? Least, decimal? Most)
{
    /// <summary>True when doses in percent keep it.</summary>
    public bool Holds(IReadOnlyList<decimal> doses)
    {
        var sum = 0m;
        for (var line = 0; line < Weights.Length; line++)
            sum += Weights[line] * doses[line];
        return !(sum < Least) && !(sum > Most);
    }

    /// <summary>Everything a formula's doses are bound by: locked lines, working windows, limits on ingredients, substances and groups, and
    /// sunlight.</summary>
    public static ImmutableArray<DoseConstraint> Of(ResolvedFormula resolved, IReadOnlyCollection<int> locked) =>
        [.. Locked(resolved, locked), .. Windows(resolved), .. Substances(resolved), .. Groups(resolved), .. Sunlight(resolved)];

    /// <summary>A bound on one line of a formula, percent.</summary>
    public static DoseConstraint OfLine(ResolvedFormula resolved, int line, Message words, decimal least, decimal most) =>
        new($"/formula/lines/{line}", words, On(resolved, [line]), least, most);

    private static IEnumerable<DoseConstraint> Locked(ResolvedFormula resolved, IReadOnlyCollection<int> locked) =>
        locked
            .Order()
            .Select(line =>
                OfLine(
                    resolved,
                    line,
                    $"{resolved.Ingredients[line].Name} locked at {Two(resolved.Totals.Percents[line]).Percent}",
                    resolved.Totals.Percents[line],
                    resolved.Totals.Percents[line]
                )
            );

    private static IEnumerable<DoseConstraint> Windows(ResolvedFormula resolved)
    {
        foreach (var ingredient in resolved.Ingredients.DistinctBy(ingredient => ingredient.Slug))
        {
            // What is strained out is no part of what is moved.
            var lines = resolved.LinesOf(ingredient.Slug).RemoveAll(resolved.Totals.IsStrained);
            if (lines.IsEmpty)
                continue;
            var placement = DosePlacement.Of(resolved, ingredient);
            if (placement.Limit is { Kind: LimitKind.Ingredient } limit)
                yield return new DoseConstraint(
                    PointerOf(lines),
                    $"{ingredient.Name} at most {Short(limit.Percent).Percent}, its limit",
                    On(resolved, lines),
                    null,
                    limit.Percent
                );
            if (resolved.Rules.Rebalance.IsSmall(ingredient))
                yield return new DoseConstraint(
                    PointerOf(lines),
                    $"{ingredient.Name} at most {Short(resolved.PercentOf(lines)).Percent}, as it is",
                    On(resolved, lines),
                    null,
                    resolved.PercentOf(lines)
                );
            if (placement.Window is { } window)
                yield return new DoseConstraint(
                    PointerOf(lines),
                    $"{ingredient.Name} {Short(window.MinPercent ?? 0m)} to {Short(window.MaxPercent ?? 100m).Percent}, its window",
                    On(resolved, lines),
                    resolved.Rules.Rebalance.IsSmall(ingredient) ? null : window.MinPercent,
                    window.MaxPercent
                );
        }
    }

    private static IEnumerable<DoseConstraint> Substances(ResolvedFormula resolved) =>
        resolved.SubstanceLimits.Select(bound => new DoseConstraint(
            PointerOf(bound.Lines),
            $"{bound.Subject[0]} at most {Short(bound.Rule.MaxPercent!.Value).Percent}, its limit",
            [.. resolved.Ingredients.Select(ingredient => ingredient.ShareOf(bound.Subject).High)],
            null,
            bound.Rule.MaxPercent
        ));

    private static IEnumerable<DoseConstraint> Groups(ResolvedFormula resolved) =>
        GroupFindings
            .Governing(resolved)
            .Select(limit => (Limit: limit, Lines: resolved.LinesWhere(limit.Counts)))
            .Where(entry => !entry.Lines.IsEmpty)
            .Select(entry => new DoseConstraint(
                PointerOf(entry.Lines),
                $"{entry.Limit.Group} together at most {Short(entry.Limit.MaxPercent).Percent}",
                On(resolved, entry.Lines),
                null,
                entry.Limit.MaxPercent
            ));

    private static IEnumerable<DoseConstraint> Sunlight(ResolvedFormula resolved)
    {
        var rules = resolved.Rules.Phototoxic;
        var shares = resolved
            .Ingredients.Select(ingredient =>
                rules.Oils.FirstOrDefault(oil => oil.Ingredient == ingredient.Slug) is { } oil ? 1m / oil.MaxPercent : 0m
            )
            .ToImmutableArray();
        if (rules.Bind(resolved.Formula) && shares.Any(share => share > 0m))
            yield return new DoseConstraint(
                PointerOf([.. Enumerable.Range(0, shares.Length).Where(line => shares[line] > 0m)]),
                "phototoxic oils within their limit together",
                shares,
                null,
                1m
            );
    }

    private static string PointerOf(ImmutableArray<int> lines) => lines.Length == 1 ? $"/formula/lines/{lines[0]}" : "/formula/lines";

    private static ImmutableArray<decimal> On(ResolvedFormula resolved, ImmutableArray<int> lines) =>
        [.. Enumerable.Range(0, resolved.Ingredients.Length).Select(line => lines.Contains(line) ? 1m : 0m)];
}
