using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>Findings about feel: greasy, dragging, tacky, chalky.</summary>
internal static class FeelFindings
{
    /// <summary>Shares of a dose that are tried when easing it.</summary>
    private static readonly decimal[] Eased = [0.75m, 0.5m, 0.25m];

    private static readonly Kind[] Kinds =
    [
        new(
            FindingCodes.Greasy,
            "Greasy on skin",
            feel => feel.Greasiness,
            most => most.Greasiness,
            feel => feel.Greasiness,
            "Rich oils and soft fats lie on skin for long. A powder takes some up; a dry ester or a lighter oil thins them."
        ),
        new(
            FindingCodes.Drag,
            "Drags on skin",
            feel => feel.Drag,
            most => most.Drag,
            feel => feel.Drag,
            "Much of it is still crystal at skin temperature, so it scrapes instead of gliding. Less wax, or an oil that glides, helps."
        ),
        new(
            FindingCodes.Tacky,
            "Sticks to the finger",
            feel => feel.Tack,
            most => most.Tack,
            feel => feel.Tack,
            "Castor oil, lanolin and resinous things stick. A dry ester in the place of some of them lets go of the finger."
        ),
        new(
            FindingCodes.Chalky,
            "Chalky on skin",
            feel => feel.Powderiness,
            most => most.Powderiness,
            feel => feel.Absorbency,
            "More dry powder than the fat hides: it whitens, dries and rubs off."
        ),
    ];

    public static IEnumerable<Finding> Find(Assessment a)
    {
        if (a.Resolved.Totals.Total <= 0m)
            yield break;
        var most = a.Resolved.Rules.Forms.Of(a.Resolved.Formula.Form).Most;
        foreach (var kind in Kinds.Where(kind => kind.Of(a.Feel) > kind.Most(most)))
        {
            ImmutableArray<int> lines = [.. Causes(a.Resolved, kind).Take(3).Order()];
            yield return new Finding(
                kind.Code,
                Severity.Caution,
                kind.Title,
                $"{kind.Of(a.Feel):0.0} of 10; for this kind of product {kind.Most(most):0.#} is much.",
                kind.Why,
                a.Resolved.Rules.Feel.Source,
                lines,
                []
            )
            {
                Ways = () => Ways(a, kind),
            };
        }
    }

    private static IEnumerable<int> Causes(ResolvedFormula resolved, Kind kind) =>
        Enumerable
            .Range(0, resolved.Ingredients.Length)
            .Where(line =>
                resolved.Totals.Percents[line] > 0m
                && Rating(resolved, line, kind) > 0
                && (kind.Code != FindingCodes.Chalky || resolved.Ingredients[line].Solubility == Solubility.InsolublePowder)
            )
            .OrderByDescending(line => (double)resolved.Totals.Percents[line] * Rating(resolved, line, kind))
            .ThenBy(line => resolved.Ingredients[line].Slug, StringComparer.Ordinal);

    private static double Rating(ResolvedFormula resolved, int line, Kind kind) =>
        resolved.Ingredients[line].Feel is { } feel ? kind.Rating(feel) : 0;

    private static IEnumerable<Fix> Ways(Assessment a, Kind kind)
    {
        var resolved = a.Resolved;
        var rules = resolved.Rules.Feel;
        var line = Causes(resolved, kind).FirstOrDefault(line => !resolved.Formula.Lines[line].IsBalance, -1);
        if (kind.Code == FindingCodes.Greasy)
        {
            // Not on lips, and not into what is poured from a bottle.
            var takesPowder =
                resolved.Formula.Form != ProductForm.LipBalm && resolved.Rules.Forms.Of(resolved.Formula.Form).Packed != Pack.Bottle;
            if (takesPowder && resolved.Catalogue.Find(rules.PowderOffered) is { } powder && resolved.LinesOf(powder.Slug).IsEmpty)
                yield return FixBuilder.Add(
                    resolved,
                    powder,
                    rules.PowderOfferedPercent,
                    Stage.Powder,
                    $"Add {Two(rules.PowderOfferedPercent)} {powder.Name.ToLowerInvariant()}"
                );
            if (resolved.Catalogue.Find(rules.DryOil) is { } dry && resolved.LinesOf(dry.Slug).IsEmpty)
            {
                foreach (var percent in new[] { rules.DryOilPercent, 2 * rules.DryOilPercent })
                    yield return FixBuilder.Add(resolved, dry, percent, Stage.Melt, $"Add {Two(percent)} {dry.Name.ToLowerInvariant()}");
            }
        }

        if (line < 0)
            yield break;
        var dose = resolved.Totals.Percents[line];
        // With no other oil to take up what is freed, a dry one comes in instead.
        if (
            kind.Code is FindingCodes.Tacky or FindingCodes.Greasy
            && resolved.Catalogue.Find(rules.DryOil) is { } ester
            && resolved.LinesOf(ester.Slug).IsEmpty
        )
            yield return FixBuilder.Trade(
                resolved,
                line,
                Math.Round(dose / 2, 1),
                ester,
                dose - Math.Round(dose / 2, 1),
                $"Half as {ester.ShortName.ToLowerInvariant()}"
            );
        foreach (var share in Eased)
            yield return FixBuilder.SetTo(
                resolved,
                line,
                Math.Round(dose * share, 1),
                $"{resolved.Ingredients[line].ShortName} to {Two(Math.Round(dose * share, 1))}"
            );
    }

    private sealed record Kind(
        string Code,
        string Title,
        Func<FeelReport, double> Of,
        Func<MostFeel, double> Most,
        Func<FeelRating, double> Rating,
        string Why
    );
}
