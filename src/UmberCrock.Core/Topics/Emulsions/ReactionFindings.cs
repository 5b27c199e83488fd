using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Emulsions;

/// <summary>Ingredients that change each other.</summary>
/// <param name="Ones">Slugs of the one side.</param>
/// <param name="Others">Slugs of the other side.</param>
/// <param name="What">What they do: "make a soap".</param>
/// <param name="Why">What comes of it, and the way out.</param>
/// <param name="Source">Where it comes from, in full.</param>
/// <param name="Confidence">How sure it is.</param>
/// <param name="Otherwise">Slug of what stands in for the one side; null where one of them is left out.</param>
internal sealed record ReactingPair(
    [property: Names(Named.Ingredient)] ImmutableArray<string> Ones,
    [property: Names(Named.Ingredient)] ImmutableArray<string> Others,
    string What,
    string Why,
    string Source,
    Confidence Confidence,
    [property: Names(Named.Ingredient)] string? Otherwise = null
);

/// <summary>What reacts with each other (data/rules/reactions.json).</summary>
/// <param name="Pairs">The pairs.</param>
/// <param name="PercentFrom">Weight percent of each side from which it matters.</param>
internal sealed record ReactionRules(ImmutableArray<ReactingPair> Pairs, decimal PercentFrom) : IRules<ReactionRules>
{
    static RuleFile IRules<ReactionRules>.File { get; } = new("reactions.json", EmulsionsJson.Default);
}

/// <summary>Findings about ingredients that react with each other.</summary>
internal static class ReactionFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved)
    {
        var rules = resolved.Rules.Reactions;
        foreach (var pair in rules.Pairs)
        {
            var (ones, others) = (LinesOf(resolved, pair.Ones), LinesOf(resolved, pair.Others));
            if (resolved.PercentOf(ones) < rules.PercentFrom || resolved.PercentOf(others) < rules.PercentFrom)
                continue;
            yield return new Finding(
                FindingCodes.Reacts,
                Severity.Caution,
                $"{FindingWords.Names(resolved, [.. ones.Concat(others)])} {pair.What}",
                $"{Two(resolved.PercentOf(ones))} and {Two(resolved.PercentOf(others)).Percent}; from "
                    + $"{Short(rules.PercentFrom).Percent} of each it matters.",
                pair.Why,
                pair.Source,
                [.. ones.Concat(others).Order()],
                []
            )
            {
                Ways = () => Ways(resolved, pair, ones, others),
            };
        }
    }

    private static ImmutableArray<int> LinesOf(ResolvedFormula resolved, ImmutableArray<string> slugs) =>
        [.. resolved.LinesWhere(ingredient => slugs.Contains(ingredient.Slug)).Where(line => resolved.Totals.Percents[line] > 0m)];

    private static IEnumerable<Fix> Ways(ResolvedFormula resolved, ReactingPair pair, ImmutableArray<int> ones, ImmutableArray<int> others)
    {
        if (pair.Otherwise is { } slug && resolved.Catalogue.Find(slug) is { } otherwise)
            yield return new Fix($"{otherwise.Name} instead", null, [.. ones.Select(line => new ReplaceIngredient(line, slug))]);
        foreach (var fix in FindingWords.LeaveOut(resolved, ones).Concat(FindingWords.LeaveOut(resolved, others)))
            yield return fix;
    }
}
