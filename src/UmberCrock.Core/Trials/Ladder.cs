using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Trials;

/// <summary>A rung of a ladder: a formula with one dose raised and another lowered by as much.</summary>
public sealed record Rung(decimal PercentRaised, decimal PercentLowered, Formula Formula, EvaluationResult Evaluation);

/// <summary>A row of small trials around a formula.</summary>
public static class Ladder
{
    /// <summary>A ladder has no more rungs than this.</summary>
    public const int MostRungs = 21;

    /// <summary>
    /// Rungs from the lowest to the highest dose of the raised line, the formula itself in the middle; all other lines are unchanged. The
    /// balance line follows
    /// by itself, whichever of the two it is.
    /// </summary>
    /// <param name="formula">The formula in the middle.</param>
    /// <param name="raise">Index of the line that is raised.</param>
    /// <param name="lower">Index of the line that gives.</param>
    /// <param name="step">Weight percent from rung to rung, more than 0.</param>
    /// <param name="rungs">How many, an odd number from 1 to <see cref="MostRungs"/>.</param>
    /// <param name="catalogue">What is known.</param>
    /// <param name="settings">The maker's choices.</param>
    /// <exception cref="DocumentException">A line does not exist, both are the same, or a dose would leave 0 to 100.</exception>
    public static ImmutableArray<Rung> Of(
        Formula formula,
        int raise,
        int lower,
        decimal step,
        int rungs,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var totals = FormulaTotals.Of(formula, catalogue.Herbs);
        foreach (var (line, pointer) in new[] { (raise, "/raise"), (lower, "/lower") })
        {
            if (line < 0 || line >= formula.Lines.Length)
                throw new DocumentException(pointer, $"must be a line of the formula, from 0 to {formula.Lines.Length - 1}.");
        }

        foreach (var (line, pointer) in new[] { (raise, "/raise"), (lower, "/lower") })
        {
            if (totals.IsStrained(line))
                throw new DocumentException(pointer, "is steeped and strained out: it is no part of the hundred that could be traded.");
        }

        if (raise == lower)
            throw new DocumentException("/lower", "must be another line than the one that is raised.");
        if (rungs is < 1 or > MostRungs || rungs % 2 == 0)
            throw new DocumentException("/rungs", $"must be an odd number from 1 to {MostRungs}.");
        if (step is <= 0m or > 100m || decimal.Round(step, 4) != step)
            throw new DocumentException("/step", "must be more than 0 and at most 100 percent, with at most four decimals.");
        var reach = step * (rungs / 2);
        if (totals.Percents[raise] < reach || totals.Percents[lower] < reach)
            throw new DocumentException(
                "/step",
                $"is too wide: {rungs / 2} steps of {Decimals.Two(step)} would take a line below 0. The two lines hold "
                    + $"{Decimals.Two(totals.Percents[raise])} and {Decimals.Two(totals.Percents[lower])}."
            );

        return [.. Enumerable.Range(-(rungs / 2), rungs).Select(at => RungOf(at * step))];

        Rung RungOf(decimal by)
        {
            var changed = Traded(formula, raise, lower, by, totals, catalogue.Herbs);
            return new Rung(
                totals.Percents[raise] + by,
                totals.Percents[lower] - by,
                changed,
                Evaluator.Evaluate(changed, catalogue, settings)
            );
        }
    }

    /// <summary>The formula of one rung of a ladder that is kept.</summary>
    /// <param name="plan">The ladder.</param>
    /// <param name="rung">The place of the rung, from 0.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static Formula FormulaOf(LadderPlan plan, int rung, IReadOnlySet<string> herbs) =>
        Traded(plan.Formula, plan.Raise, plan.Lower, (rung - (plan.Rungs / 2)) * plan.Step, FormulaTotals.Of(plan.Formula, herbs), herbs);

    private static Formula Traded(Formula formula, int raise, int lower, decimal by, FormulaTotals totals, IReadOnlySet<string> herbs) =>
        FormulaEdit.ApplyAll(
            formula,
            new[] { (Line: raise, Percent: totals.Percents[raise] + by), (Line: lower, Percent: totals.Percents[lower] - by) }
                .Where(dose => !formula.Lines[dose.Line].IsBalance)
                .Select(dose => new SetPercent(dose.Line, dose.Percent)),
            herbs
        );
}
