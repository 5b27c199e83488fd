using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Suspension;

/// <summary>How much powder the liquid can wet (data/rules/powders.json).</summary>
/// <param name="WettableShare">Share of the fatty phase that powders may take up before the mix crumbles.</param>
/// <param name="Source">The document that the figure of wetting comes from.</param>
/// <param name="Confidence">How far the figure of wetting can be trusted.</param>
public sealed record PowderRules(decimal WettableShare, string Source, Confidence Confidence) : IRules<PowderRules>
{
    static RuleFile IRules<PowderRules>.File { get; } = new("powders.json", SuspensionJson.Default);
}

/// <summary>
/// Powders against the fat that wets them: each takes up its oil absorption (g per 100 g, ISO 787-5) before it makes a stiff paste.
/// </summary>
internal static class PowderFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved)
    {
        var powders = resolved.LinesWhere(ingredient =>
            ingredient.Solubility == Solubility.InsolublePowder && ingredient.OilAbsorption is not null
        );
        var wants = powders.Sum(line => resolved.Totals.Percents[line] * (decimal)resolved.Ingredients[line].OilAbsorption!.Value / 100m);
        var fat = resolved.PercentOf(resolved.LinesWhere(ingredient => ingredient.Solubility == Solubility.Oil));
        var holds = fat * resolved.Rules.Powders.WettableShare;
        if (wants <= holds || powders.IsEmpty)
            yield break;
        yield return new Finding(
            FindingCodes.PowderOverload,
            Severity.Caution,
            "More powder than the fat can wet",
            $"{FindingWords.Names(resolved, powders)} {(powders.Length == 1 ? "takes" : "take")} up {Two(wants)} parts of oil; "
                + $"there are {Two(holds)}.",
            "A powder that is not wetted clumps, drags and crumbles out.",
            resolved.Rules.Powders.Source,
            powders,
            []
        )
        {
            Ways = () => Ease(resolved, powders, holds / wants),
        };
    }

    /// <summary>All powders give in proportion. What they free is fat and wets more, so the second way goes less far.</summary>
    private static IEnumerable<Fix> Ease(ResolvedFormula resolved, ImmutableArray<int> powders, decimal share)
    {
        if (powders.Any(line => resolved.Formula.Lines[line].IsBalance))
            yield break;
        foreach (var part in new[] { (1m + share) / 2m, share })
        {
            // Down to a tenth; what division leaves behind the sixth decimal is no tenth less.
            ImmutableArray<(int Line, decimal Percent)> doses =
            [
                .. powders.Select(line =>
                    (line, Math.Round(Math.Round(resolved.Totals.Percents[line] * part, 6), 1, MidpointRounding.ToZero))
                ),
            ];
            yield return FixBuilder.SetAll(resolved, $"Ease powders to {Two(doses.Sum(dose => dose.Percent))}", doses);
        }
    }
}
