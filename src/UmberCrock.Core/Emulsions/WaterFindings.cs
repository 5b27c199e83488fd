using UmberCrock.Core.Evaluation;
using static UmberCrock.Core.Json.Decimals;

namespace UmberCrock.Core.Emulsions;

/// <summary>Findings about water in what should be water-free.</summary>
internal static class WaterFindings
{
    private const string Water = "Aqua";

    public static IEnumerable<Finding> Find(ResolvedFormula resolved)
    {
        if (resolved.Substances.GetValueOrDefault(Water) is not { HighPercent: > 0m } water)
            yield break;
        var names = string.Join(" and ", water.Lines.Select(line => resolved.Ingredients[line].Name).Distinct());
        yield return new Finding(
            FindingCodes.WaterPresent, Severity.Caution, "No longer water-free",
            $"{names} brings {Two(water.HighPercent)} % water.",
            "Oil does not hold water without an emulsifier, and where there is water moulds and bacteria grow: it needs a preservative and a test.",
            "common practice; compare ISO 29621, microbiologically low-risk products", water.Lines,
            water.Lines.Any(line => resolved.Formula.Lines[line].IsBalance) ? [] : [FixBuilder.TakeOut(resolved, "Leave it out", water.Lines)]);
    }
}
