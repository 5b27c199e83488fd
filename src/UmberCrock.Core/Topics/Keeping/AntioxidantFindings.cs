using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Keeping;

/// <summary>When polyunsaturated oils call for an antioxidant (data/rules/antioxidants.json).</summary>
/// <param name="PolyunsaturatedPercentFrom">C18:2 and C18:3, weight percent of the formula, from which one is missed.</param>
/// <param name="CautionPercentFrom">The same, from which it is a caution: olive oil keeps a year without.</param>
/// <param name="AntioxidantPercentFrom">An antioxidant counts from this weight percent.</param>
/// <param name="Suggested">Slug of the one that is offered.</param>
/// <param name="SuggestedPercent">The dose that is offered.</param>
/// <param name="Source">Where the rule comes from.</param>
/// <param name="Confidence">How sure it is.</param>
internal sealed record AntioxidantRule(
    decimal PolyunsaturatedPercentFrom,
    decimal CautionPercentFrom,
    decimal AntioxidantPercentFrom,
    [Names(Named.Ingredient)] string Suggested,
    decimal SuggestedPercent,
    string Source,
    Confidence Confidence
) : IRules<AntioxidantRule>
{
    static RuleFile IRules<AntioxidantRule>.File { get; } = new("antioxidants.json", KeepingJson.Default);
}

/// <summary>Findings about oils that oxidise.</summary>
internal static class AntioxidantFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved)
    {
        var rule = resolved.Rules.Antioxidants;
        var polyunsaturated = PolyunsaturatedPercent(resolved);
        var antioxidants = resolved.PercentOf(resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.Antioxidant));
        if (polyunsaturated < rule.PolyunsaturatedPercentFrom || antioxidants >= rule.AntioxidantPercentFrom)
            yield break;

        ImmutableArray<int> lines =
        [
            .. resolved
                .LinesWhere(ingredient => ingredient.PolyunsaturatedPercent > 0)
                .OrderByDescending(line => Of(resolved, line))
                .Take(3)
                .Order(),
        ];
        var suggested = resolved.Catalogue.Find(rule.Suggested);
        yield return new Finding(
            FindingCodes.AntioxidantMissing,
            polyunsaturated < rule.CautionPercentFrom ? Severity.Note : Severity.Caution,
            "Nothing slows rancidity",
            $"Polyunsaturated oils make {Two(polyunsaturated).Percent} of the formula; an antioxidant is wanted from "
                + $"{Short(rule.PolyunsaturatedPercentFrom).Percent}.",
            "Linoleic and linolenic acid take up oxygen ten to twenty times faster than oleic acid. An antioxidant slows that; "
                + "it preserves against nothing else.",
            rule.Source,
            lines,
            suggested is null ? [] : [FixBuilder.Add(resolved, suggested, rule.SuggestedPercent, Stage.Cool)]
        );
    }

    /// <summary>C18:2 and C18:3 of the blend, weight percent of the formula: mass-weighted over the oils whose profile is known.</summary>
    public static decimal PolyunsaturatedPercent(ResolvedFormula resolved) =>
        Enumerable.Range(0, resolved.Ingredients.Length).Sum(line => Of(resolved, line));

    private static decimal Of(ResolvedFormula resolved, int line) =>
        resolved.Totals.Percents[line] * (decimal)resolved.Ingredients[line].PolyunsaturatedPercent / 100m;
}
