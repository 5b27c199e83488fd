using System.Collections.Immutable;
using UmberCrock.Core.Doses;
using UmberCrock.Core.Emulsions;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Keeping;
using UmberCrock.Core.Labels;
using UmberCrock.Core.Making;
using UmberCrock.Core.Stability;
using UmberCrock.Core.Suspension;
using UmberCrock.Core.Texture;

namespace UmberCrock.Core.Evaluation;

/// <summary>The one entry to the computation: a pure function of formula, catalogue and settings.</summary>
public static class Evaluator
{
    /// <summary>Evaluates a formula.</summary>
    /// <exception cref="Json.DocumentException">A line names an ingredient that the catalogue does not have.</exception>
    public static EvaluationResult Evaluate(Formula formula, Catalogue catalogue, EvaluationSettings settings)
    {
        var resolved = ResolvedFormula.Of(formula, catalogue, settings);
        var placements = PlaceDoses(resolved);
        var melt = MeltReport.Of(resolved.Parts, formula.Climate, catalogue.Rules.Texture);
        var findings = WithFixesThatCure(resolved, FindAll(resolved, placements, melt));
        return new EvaluationResult
        {
            Total = resolved.Totals.Total,
            Verdict = findings.IsEmpty ? Verdict.Clear : VerdictOf(findings[0].Severity),
            Lines = [.. Enumerable.Range(0, resolved.Ingredients.Length).Select(line => LineOf(resolved, line, placements))],
            Findings = findings,
            Declares = Declares.Of(resolved),
            Melt = melt,
            Density = new DensityReport(DensityOf(resolved)),
            Label = new LabelReport(IngredientList.Eu(resolved), null),
            Stability = StabilityReport.Of(resolved, melt),
        };
    }

    /// <summary>The dose of every ingredient, placed; by slug, in the order of first appearance.</summary>
    private static OrderedDictionary<string, DosePlacement> PlaceDoses(ResolvedFormula resolved)
    {
        var placements = new OrderedDictionary<string, DosePlacement>(StringComparer.Ordinal);
        foreach (var ingredient in resolved.Ingredients)
        {
            if (!placements.ContainsKey(ingredient.Slug))
                placements.Add(ingredient.Slug, DosePlacement.Of(resolved, ingredient));
        }

        return placements;
    }

    private static ImmutableArray<Finding> FindAll(ResolvedFormula resolved, OrderedDictionary<string, DosePlacement> placements, MeltReport melt)
        => [.. new[]
        {
            DoseFindings.Find(resolved, placements),
            PhototoxicFindings.Find(resolved),
            AudienceFindings.Find(resolved),
            GroupFindings.Find(resolved),
            PreservationFindings.Find(resolved, placements),
            WaterFindings.Find(resolved),
            PolarFindings.Find(resolved),
            StageFindings.Find(resolved, melt),
            PowderFindings.Find(resolved),
            AntioxidantFindings.Find(resolved),
            AllergenFindings.Find(resolved),
            SunFindings.Find(resolved),
        }.SelectMany(found => found).OrderBy(finding => finding.Severity)];

    /// <summary>
    /// A balance line that holds nothing now takes up what a fix frees, and can so bring back what the fix took out. Only there are
    /// fixes tried before they are offered: everywhere else they cure by what they are.
    /// </summary>
    private static ImmutableArray<Finding> WithFixesThatCure(ResolvedFormula resolved, ImmutableArray<Finding> findings)
    {
        var balance = resolved.Formula.BalanceIndex;
        if (balance < 0 || resolved.Totals.Percents[balance] > 0m)
            return findings;
        return [.. findings.Select(finding => finding with { Fixes = [.. finding.Fixes.Where(fix => Cures(resolved, finding, fix))] })];
    }

    private static bool Cures(ResolvedFormula resolved, Finding finding, Fix fix)
    {
        var cured = ResolvedFormula.Of(FormulaEdit.ApplyAll(resolved.Formula, fix.Edits), resolved.Catalogue, resolved.Settings);
        var melt = MeltReport.Of(cured.Parts, cured.Formula.Climate, cured.Rules.Texture);
        return FindAll(cured, PlaceDoses(cured), melt).All(other => other.Code != finding.Code || other.Title != finding.Title);
    }

    private static Verdict VerdictOf(Severity worst) => worst switch
    {
        Severity.Stop => Verdict.Stop,
        Severity.Caution => Verdict.Caution,
        _ => Verdict.Clear,
    };

    private static EvaluatedLine LineOf(ResolvedFormula resolved, int line, OrderedDictionary<string, DosePlacement> placements)
    {
        var ingredient = resolved.Ingredients[line];
        var placement = placements[ingredient.Slug];
        return new EvaluatedLine(
            resolved.Formula.Lines[line].Phase, ingredient.Slug, ingredient.Name, ingredient.Inci.Eu, ingredient.Class, ingredient.Role,
            resolved.Formula.Lines[line].IsBalance, resolved.Totals.Percents[line],
            placement.Window?.MinPercent, placement.Window?.MaxPercent, placement.Limit?.Percent, placement.Place,
            [.. new[] { placement.Window?.Source, placement.Limit?.Source }.OfType<string>().Distinct()]);
    }

    /// <summary>Blend density = total / sum(w_i / rho_i): volumes add. Null when a density is not known or there is nothing.</summary>
    private static double? DensityOf(ResolvedFormula resolved)
    {
        if (resolved.Totals.Total == 0m || resolved.Ingredients.Any(ingredient => ingredient.Density is null))
            return null;
        var volume = resolved.Parts.Where(part => part.Mass > 0m)
            .OrderBy(part => part.Ingredient.Slug, StringComparer.Ordinal).ThenBy(part => part.Mass)
            .Sum(part => (double)part.Mass / part.Ingredient.Density!.Value);
        return (double)resolved.Totals.Total / volume;
    }
}
