using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Preservation;

/// <summary>When a preservative is missed, and which one is offered (data/rules/preservation.json).</summary>
/// <param name="WateryHumectants">Slugs of humectants that bring water.</param>
/// <param name="ForWater">Slug of the preservative offered where there is water.</param>
/// <param name="ForWetUse">Slug of the one offered for water-free products that are used wet.</param>
/// <param name="OfferedPercent">The dose that is offered.</param>
/// <param name="Source">Where the rule comes from.</param>
/// <param name="Confidence">How sure it is.</param>
internal sealed record PreservationRules(
    [Names(Named.Ingredient)] ImmutableArray<string> WateryHumectants,
    [Names(Named.Ingredient)] string ForWater,
    [Names(Named.Ingredient)] string ForWetUse,
    decimal OfferedPercent,
    string Source,
    Confidence Confidence
) : IRules<PreservationRules>
{
    static RuleFile IRules<PreservationRules>.File { get; } = new("preservation.json", PreservationJson.Default);
}

/// <summary>Findings about microbes: none grow in dry fat, all grow where there is water.</summary>
internal static class PreservationFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved, IReadOnlyDictionary<string, DosePlacement> placements)
    {
        var rules = resolved.Rules.Preservation;
        if (IsPreserved(resolved, placements))
            yield break;
        var water = WaterFindings.WaterLines(resolved);
        var humectants = resolved
            .LinesWhere(ingredient => ingredient.Class is IngredientClass.Humectant or IngredientClass.Botanical)
            .Where(line => resolved.Totals.Percents[line] > 0m)
            .ToImmutableArray();
        if (!water.IsEmpty)
        {
            yield return new Finding(
                FindingCodes.WaterUnpreserved,
                Severity.Stop,
                "Water, and nothing preserves it",
                $"{FindingWords.Names(resolved, water)}: {Two(resolved.PercentOf(water)).Percent} that holds water, and no "
                    + $"preservative at its working dose.",
                "Bacteria and moulds grow within days, unseen at first. It needs a preservative and a challenge test, or no water.",
                rules.Source,
                water,
                [.. Offer(resolved, rules.ForWater, rules.OfferedPercent), .. FindingWords.LeaveOut(resolved, water)]
            );
        }
        else if (resolved.Formula.WetUse || !humectants.IsEmpty)
        {
            yield return new Finding(
                FindingCodes.WetUseUnpreserved,
                Severity.Caution,
                resolved.Formula.WetUse ? "Used wet, and nothing preserves it" : "It draws water, and nothing preserves it",
                resolved.Formula.WetUse
                    ? "It meets wet skin or wet fingers; water stays in the jar."
                    : (Message)$"{FindingWords.Names(resolved, humectants)} takes up water from the air and from fingers.",
                "Dry fat grows nothing; the drops left in it do. A preservative is advised, not mandatory; dry fingers and small "
                    + "jars help.",
                rules.Source,
                resolved.Formula.WetUse ? [] : humectants,
                [.. Offer(resolved, rules.ForWetUse, rules.OfferedPercent)]
            );
        }
        else
        {
            yield break;
        }

        var antioxidants = resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.Antioxidant);
        if (!antioxidants.IsEmpty)
        {
            yield return new Finding(
                FindingCodes.AntioxidantNotPreservative,
                water.IsEmpty ? Severity.Note : Severity.Caution,
                $"{FindingWords.Names(resolved, antioxidants)} preserves nothing",
                "An antioxidant slows rancidity of oils. Against bacteria and moulds it does nothing.",
                "The two jobs are often mixed up; a formula can need one, the other, or both.",
                rules.Source,
                antioxidants,
                []
            );
        }
    }

    /// <summary>A preservative counts from the lower end of its own window.</summary>
    private static bool IsPreserved(ResolvedFormula resolved, IReadOnlyDictionary<string, DosePlacement> placements) =>
        resolved
            .Ingredients.Where(ingredient => ingredient.Class == IngredientClass.Preservative)
            .Select(ingredient => placements[ingredient.Slug])
            .Any(placement => placement.Percent > 0m && placement.Percent >= (placement.Window?.MinPercent ?? 0m));

    private static IEnumerable<Fix> Offer(ResolvedFormula resolved, string slug, decimal percent)
    {
        // Where it is in already, its own finding offers to raise it.
        if (resolved.Catalogue.Find(slug) is { } preservative && resolved.LinesOf(slug).IsEmpty)
            yield return FixBuilder.Add(resolved, preservative, percent, Stage.Cool, $"Preserve at {Two(percent)}");
    }
}
