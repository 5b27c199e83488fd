using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Topics.Labels;

/// <summary>What cannot be known or claimed about sun. No protection figure is ever computed.</summary>
internal static class SunFindings
{
    public static IEnumerable<Finding> Find(Assessment a)
    {
        var resolved = a.Resolved;
        var filters = resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.UvFilter);
        var claimed = resolved
            .Formula.Label.Claims.Append(resolved.Formula.Name)
            .FirstOrDefault(text =>
                a.Judged.Of(text).Any(problem => problem.Code == FindingCodes.ClaimSun && problem.Severity == Severity.Stop)
            );
        var source = resolved.Rules.Claims.Rules.First(rule => rule.Code == FindingCodes.ClaimSun).Source;
        if (filters.IsEmpty && !resolved.Formula.MeetsSun && claimed is null)
            yield break;

        yield return claimed is null
            ? new Finding(
                FindingCodes.SunscreenUntested,
                resolved.Formula.MeetsSun ? Severity.Caution : Severity.Note,
                "Sun protection is unknown",
                filters.IsEmpty
                    ? "Worn in daylight: use a tested sunscreen, clothes and shade."
                    : "What the zinc or titanium does on skin cannot be worked out from its percentage.",
                "Protection depends on dispersion, film and clumping, and is known only from a laboratory test of the finished "
                    + "product. Never claim it or rely on it.",
                source,
                filters,
                []
            )
            : new Finding(
                FindingCodes.SunscreenUntested,
                Severity.Stop,
                "The label claims sun protection",
                $"\"{claimed}\" may not stand: nothing here was tested.",
                "A sunscreen claim needs laboratory tests of the finished product; in many countries it makes the product a medicine.",
                source,
                filters,
                []
            );
    }
}
