using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Keeping;

/// <summary>When oils that turn fast dominate (data/rules/rancidity.json).</summary>
/// <param name="PolyunsaturatedFrom">Acids with two or more double bonds, percent of the fatty acids, from which they do.</param>
/// <param name="MonthsBelow">And it keeps for less than this.</param>
/// <param name="LinolenicMonthsBelow">The same, where there is more linolenic acid than an antioxidant helps against.</param>
/// <param name="InsteadOf">What stands in for which oil, by slug.</param>
/// <param name="Instead">What stands in for the others.</param>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
internal sealed record RancidityRules(
    double PolyunsaturatedFrom,
    double MonthsBelow,
    double LinolenicMonthsBelow,
    [Names(Named.Ingredient, KeysToo = true)] ImmutableDictionary<string, string> InsteadOf,
    [Names(Named.Ingredient)] string Instead,
    string Source,
    Confidence Confidence
) : IRules<RancidityRules>
{
    static RuleFile IRules<RancidityRules>.File { get; } = new("rancidity.json", KeepingJson.Default);
}

/// <summary>Findings about oils that turn before the jar is empty.</summary>
internal static class RancidityFindings
{
    private const int MostReplaced = 2;

    public static IEnumerable<Finding> Find(Assessment a)
    {
        var rules = a.Resolved.Rules.Rancidity;
        if (a.Keeping is not { PolyunsaturatedPercent: { } share, Months: { } months } || share < rules.PolyunsaturatedFrom)
            yield break;
        var below =
            a.Keeping.LinolenicPercent > a.Resolved.Rules.Months.AntioxidantActsToLinolenic
                ? rules.LinolenicMonthsBelow
                : rules.MonthsBelow;
        if (months >= below)
            yield break;
        var weakest = a.Resolved.Catalogue.Find(a.Keeping.Weakest!)!;
        ImmutableArray<int> lines = [.. Culprits(a.Resolved).Take(3).Order()];
        yield return new Finding(
            FindingCodes.Rancidity,
            Severity.Caution,
            $"Turns within {months:0} months",
            $"{share:0.0} % of the fatty acids oxidise fast; {weakest.Name} goes first. From {rules.PolyunsaturatedFrom:0} % and "
                + $"below {below:0} months it matters.",
            "Linoleic and linolenic acid take up oxygen ten to twenty times faster than oleic acid: the smell of paint and "
                + "crayons comes before the jar is empty.",
            rules.Source,
            lines,
            []
        )
        {
            Ways = () => Ways(a.Resolved),
        };
    }

    private static IEnumerable<int> Culprits(ResolvedFormula resolved) =>
        resolved
            .LinesWhere(ingredient => ingredient.PolyunsaturatedPercent > 0)
            .OrderByDescending(line => (double)resolved.Totals.Percents[line] * resolved.Ingredients[line].PolyunsaturatedPercent)
            .ThenBy(line => resolved.Ingredients[line].Slug, StringComparer.Ordinal);

    private static IEnumerable<Fix> Ways(ResolvedFormula resolved)
    {
        if (
            resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.Antioxidant).IsEmpty
            && resolved.Catalogue.Find(resolved.Rules.Antioxidants.Suggested) is { } antioxidant
        )
        {
            yield return FixBuilder.Add(
                resolved,
                antioxidant,
                resolved.Rules.Antioxidants.SuggestedPercent,
                Stage.Cool,
                $"Add {Two(resolved.Rules.Antioxidants.SuggestedPercent)} {antioxidant.Name.ToLowerInvariant()}"
            );
        }

        var edits = new List<FormulaEdit>();
        foreach (var line in Culprits(resolved).Take(MostReplaced))
        {
            var slug = resolved.Rules.Rancidity.InsteadOf.GetValueOrDefault(
                resolved.Ingredients[line].Slug,
                resolved.Rules.Rancidity.Instead
            );
            if (resolved.Catalogue.Find(slug) is not { } other || slug == resolved.Ingredients[line].Slug)
                continue;
            edits.Add(new ReplaceIngredient(line, slug));
            yield return new Fix($"{other.Name} instead", null, [.. edits]);
        }
    }
}
