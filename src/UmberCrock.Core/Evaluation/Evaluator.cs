using System.Collections.Immutable;
using System.Diagnostics;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Emulsions;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Topics.Keeping;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Topics.Stability;
using UmberCrock.Core.Topics.Suspension;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Evaluation;

/// <summary>The one entry to the computation: a pure function of formula, catalogue and settings.</summary>
public static class Evaluator
{
    /// <summary>The worst so many are told: nobody reads on, and a formula made to be judged badly would be answered with
    /// megabytes.</summary>
    public const int MostFindings = 250;

    /// <summary>Evaluates a formula; of more than <see cref="MostFindings"/> findings the worst are told.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <exception cref="Documents.DocumentException">A line names an ingredient that the catalogue does not have.</exception>
    public static EvaluationResult Evaluate(Formula formula, Catalogue catalogue, EvaluationSettings settings)
    {
        var assessment = new Assessment(ResolvedFormula.Of(formula, catalogue, settings));
        var found = AllTopics.Finders.Select(finder => (Finder: finder, Findings: finder.Find(assessment).ToList())).ToList();
        return Answer(
            assessment,
            [
                .. found
                    .SelectMany(one => one.Findings.Select(finding => FixTrial.Tried(assessment, found, finding)))
                    .OrderBy(finding => finding.Severity)
                    .ThenByDescending(CausesOthers)
                    .Take(MostFindings),
            ]
        );
    }

    /// <summary>How many other findings go with it: the cause stands before what follows from it, the rest as its topics have it.</summary>
    private static int CausesOthers(Finding finding) => finding.Fixes is [{ Settles: > 1 and var settles }, ..] ? settles : 0;

    /// <summary>
    /// As <see cref="Evaluate"/>, its findings without fixes: for sweeps of many variants, where a fix of each would never be read.
    /// </summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    public static EvaluationResult Sweep(Formula formula, Catalogue catalogue, EvaluationSettings settings)
    {
        var assessment = new Assessment(ResolvedFormula.Of(formula, catalogue, settings));
        return Answer(
            assessment,
            [
                .. AllTopics
                    .Finders.SelectMany(finder => finder.Find(assessment))
                    .Select(finding => finding with { Ways = null, Fixes = [] })
                    .OrderBy(finding => finding.Severity)
                    .Take(MostFindings),
            ]
        );
    }

    /// <summary>The melt that a fix leads to, where it was tried out before it was offered; null where it was not.</summary>
    /// <param name="fix">A fix of an evaluation.</param>
    public static MeltReport? MeltAfter(Fix fix) => fix.Tried?.Melt;

    /// <summary>Explains every prediction that applies to a formula: equations, the values under them, sources.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <exception cref="Documents.DocumentException">A line names an ingredient that the catalogue does not have.</exception>
    public static ImmutableArray<Explanation> Explain(Formula formula, Catalogue catalogue, EvaluationSettings settings)
    {
        var assessment = new Assessment(ResolvedFormula.Of(formula, catalogue, settings));
        return [.. AllTopics.Topics.SelectMany(topic => topic.Explanations).Select(explain => explain(assessment)).OfType<Explanation>()];
    }

    private static EvaluationResult Answer(Assessment assessment, ImmutableArray<Finding> findings)
    {
        var resolved = assessment.Resolved;
        return new EvaluationResult
        {
            Total = resolved.Totals.Total,
            Verdict = findings.IsEmpty ? Verdict.Clear : VerdictOf(findings[0].Severity),
            Lines = [.. Enumerable.Range(0, resolved.Ingredients.Length).Select(line => LineOf(resolved, line, assessment.Placements))],
            Findings = findings,
            Declares = Declares.Of(resolved),
            Melt = assessment.Melt,
            Feel = assessment.Feel,
            Keeping = assessment.Keeping,
            Density = new DensityReport(resolved.GramsPerMillilitre),
            Emulsion = assessment.Emulsion,
            Settling = assessment.Settling,
            Label = new LabelReport(IngredientList.Eu(resolved), IngredientList.Us(resolved)),
            Stability = StabilityReport.Of(assessment, findings),
            Steps = new(() => MethodBuilder.Of(assessment, MethodRequest.Usual(resolved.Settings.Method))?.Steps ?? []),
        };
    }

    private static Verdict VerdictOf(Severity worst) =>
        worst switch
        {
            Severity.Stop => Verdict.Stop,
            Severity.Caution => Verdict.Caution,
            Severity.Note => Verdict.Clear,
            _ => throw new UnreachableException(),
        };

    private static EvaluatedLine LineOf(ResolvedFormula resolved, int line, OrderedDictionary<string, DosePlacement> placements)
    {
        var ingredient = resolved.Ingredients[line];
        var placement = placements[ingredient.Slug];
        return new EvaluatedLine(
            resolved.Formula.Lines[line].Phase,
            ingredient.Slug,
            ingredient.Name,
            ingredient.Inci.Eu,
            ingredient.Class,
            ingredient.Role,
            resolved.Formula.Lines[line].IsBalance,
            resolved.Totals.Doses[line],
            placement.Window?.MinPercent,
            placement.Window?.MaxPercent,
            placement.Limit?.Percent,
            placement.Place,
            [.. new[] { placement.Window?.Source, placement.Limit?.Source }.OfType<string>().Distinct()],
            resolved.Totals.IsStrained(line)
        );
    }
}
