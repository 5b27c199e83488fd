using System.Collections.Immutable;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Trials;

/// <summary>A fix that was taken on the way, and the finding that it was taken for.</summary>
/// <param name="Finding">The finding that the fix cures.</param>
/// <param name="Fix">The fix that was taken for it.</param>
public sealed record SettledStep(Finding Finding, Fix Fix);

/// <summary>What a formula becomes when its findings are settled one after another; nothing is taken.</summary>
/// <param name="Steps">The fixes in the order in which they were taken; empty where none leaves less to say.</param>
/// <param name="Formula">The formula as it would become.</param>
public sealed record Settlement(ImmutableArray<SettledStep> Steps, Formula Formula)
{
    /// <summary>No formula is settled by more fixes than this; it bounds the work.</summary>
    private const int MostSteps = 12;

    /// <summary>Of so many fixes the best is looked for at each step; a formula made to be judged badly has hundreds.</summary>
    private const int MostWeighed = 24;

    /// <summary>All edits of it in their order; one undo takes them back together.</summary>
    public ImmutableArray<FormulaEdit> Edits => [.. Steps.SelectMany(step => step.Fix.Edits)];

    /// <summary>
    /// Settles stops and cautions. The fix that leaves the fewest of them is taken first, so the cause goes before what follows from it: a
    /// watery line that is taken out needs no preservative.
    /// </summary>
    /// <param name="formula">The formula as it is.</param>
    /// <param name="catalogue">What is known.</param>
    /// <param name="settings">The maker's choices.</param>
    /// <exception cref="Documents.DocumentException">A line names an ingredient that the catalogue does not have.</exception>
    public static Settlement Of(Formula formula, Catalogue catalogue, EvaluationSettings settings)
    {
        var steps = ImmutableArray.CreateBuilder<SettledStep>();
        while (steps.Count < MostSteps)
        {
            var now = Evaluator.Evaluate(formula, catalogue, settings);
            var ways = now
                .Findings.Where(finding => finding.Severity != Severity.Note)
                .SelectMany(finding => finding.Fixes.Select(fix => new SettledStep(finding, fix)))
                // What it is, whom it is for and what it claims is not settled for anyone.
                .Where(step => step.Fix.Edits.All(edit => edit is not SetField))
                .Take(MostWeighed)
                .ToList();
            // A stop is settled by its own fix: zinc over its limit is set to it, not cut until the stick glides as well.
            var best = ways.Where(step => step.Finding.Severity == ways[0].Finding.Severity)
                .Select(step => (Step: step, After: FormulaEdit.ApplyAll(formula, step.Fix.Edits, catalogue.Herbs)))
                .Select(tried => (tried.Step, tried.After, Left: Weight(Evaluator.Sweep(tried.After, catalogue, settings))))
                .OrderBy(tried => tried.Left)
                .FirstOrDefault();
            if (best.Step is null || best.Left.CompareTo(Weight(now)) >= 0)
                break;
            steps.Add(best.Step);
            formula = best.After;
        }

        return new Settlement(steps.ToImmutable(), formula);
    }

    private static (int Stops, int Cautions) Weight(EvaluationResult result) =>
        (
            result.Findings.Count(finding => finding.Severity == Severity.Stop),
            result.Findings.Count(finding => finding.Severity == Severity.Caution)
        );
}
