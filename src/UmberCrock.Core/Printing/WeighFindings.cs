using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Printing;

/// <summary>Findings about doses and the scale they are weighed on.</summary>
internal static class WeighFindings
{
    public static IEnumerable<Finding> Of(
        ResolvedFormula resolved,
        IReadOnlyList<decimal> targets,
        ImmutableArray<decimal> shown,
        IReadOnlyList<decimal> steps
    )
    {
        var rules = resolved.Rules.Scale;
        for (var line = 0; line < targets.Count; line++)
        {
            var (target, ingredient, step) = (targets[line], resolved.Ingredients[line], steps[line]);
            if (target <= 0m)
                continue;
            var careful = rules.CarefulClasses.Contains(ingredient.Class);
            if (shown[line] == 0m || (careful && target < rules.LeastSteps * step))
                yield return Unweighable(resolved, line, target, step);
            else if (Math.Abs(shown[line] - target) * 100m > rules.NoticeablePercent * target)
                yield return Rounding(resolved, line, target, shown[line], step);
        }
    }

    private static Finding Unweighable(ResolvedFormula resolved, int line, decimal target, decimal step)
    {
        var rules = resolved.Rules.Scale;
        var least = rules.LeastSteps * step;
        var batch = decimal.Ceiling(least * resolved.Totals.Total / resolved.Totals.Doses[line]);
        return new Finding(
            FindingCodes.Unweighable,
            Severity.Caution,
            $"{resolved.Ingredients[line].Name} is too little for this scale",
            $"{target:0.###} g on a scale that shows {step:0.###} g; from {least:0.###} g it can be trusted. A batch of "
                + $"{Short(batch).Grams} would do{Premix(resolved, line, target, least)}.",
            "The last digit of a scale is a guess, and of a dose this small it is a large part.",
            rules.Source,
            [line],
            []
        );
    }

    /// <summary>A dilution in the formula's own oil, strong enough to be weighed, and no more oil than there is.</summary>
    private static Message Premix(ResolvedFormula resolved, int line, decimal target, decimal least)
    {
        var oil = Enumerable
            .Range(0, resolved.Ingredients.Length)
            .Where(other => other != line && resolved.Ingredients[other].Class == IngredientClass.Oil)
            .OrderByDescending(other => resolved.Totals.Percents[other])
            .FirstOrDefault(-1);
        if (oil < 0 || resolved.Ingredients[line].Solubility != Solubility.Oil)
            return "";
        var holds = target * resolved.Totals.Percents[oil] / resolved.Totals.Doses[line];
        foreach (var strength in resolved.Rules.Scale.Dilutions)
        {
            var premix = target * 100m / strength;
            if (premix >= least && premix - target <= holds)
                return $"; or a premix of {Short(strength).Percent} in the {resolved.Ingredients[oil].Name.ToLowerInvariant()}: weigh "
                    + $"{Two(premix).Grams} of it and {Two(premix - target).Grams} less of the oil";
        }

        return "";
    }

    private static Finding Rounding(ResolvedFormula resolved, int line, decimal target, decimal shown, decimal step) =>
        new(
            FindingCodes.Rounding,
            Severity.Note,
            $"Rounding moves {resolved.Ingredients[line].Name}",
            $"{target:0.####} g becomes {shown:0.###} g on a scale that shows {step:0.###} g: "
                + $"{Two(100m * Math.Abs(shown - target) / target).Percent} off; "
                + $"{Short(resolved.Rules.Scale.NoticeablePercent).Percent} is noticed.",
            "Small doses suffer most from a coarse scale; a larger batch or a finer scale brings them nearer.",
            resolved.Rules.Scale.Source,
            [line],
            []
        );
}
