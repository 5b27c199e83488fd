using System.Collections.Immutable;
using Google.OrTools.LinearSolver;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Batches;

/// <summary>
/// The least mass y, from 0, that is added to 100 of a pot: sum over lines of w (p + y) at most M (100 + sum y) / 100 for every bound on
/// doses; firmness as it is near some y, within a trust region, taken only where the real firmness agrees (sequential linear programming,
/// as the rebalance; GLOP of OR-Tools).
/// </summary>
internal sealed class RescueSearch
{
    /// <summary>More than the pot itself is another batch and no rescue.</summary>
    private const double Most = 100;
    private const double MissCost = 1000;
    private const double FirstReach = 10;
    private const double LeastReach = 0.002;
    private const double Inside = 0.01;
    private const int MostSteps = 30;
    private const decimal SlopeStep = 0.05m;

    /// <summary>The first of a wax dissolves and gives no body: below this its slope is taken over as much, so that it is seen what more of
    /// it would do.</summary>
    private const decimal Dissolved = 5m;

    /// <summary>Of additions that weigh the same, what is in the pot is taken before another oil.</summary>
    private const double OilCost = 1.001;

    /// <summary>And an oil before anything else.</summary>
    private const double NewcomerCost = 1.002;

    /// <summary>What a kitchen scale shows, g.</summary>
    private const decimal ScaleStep = 0.1m;
    private const int MostNudges = 10;

    private readonly ResolvedFormula resolved;
    private readonly ImmutableArray<int> addable;
    private readonly ImmutableArray<DoseConstraint> bounds;
    private readonly ImmutableArray<FirmnessDemand> demands;
    private readonly decimal potGrams;
    private readonly int potLines;
    private readonly ImmutableArray<double> costs;

    /// <summary>Prepares the search.</summary>
    /// <param name="pot">What is in the pot.</param>
    /// <param name="candidates">What may go in.</param>
    /// <param name="potGrams">How much is in the pot, g.</param>
    /// <param name="target">What is to be reached.</param>
    /// <param name="catalogue">What is known.</param>
    /// <param name="settings">The maker's choices.</param>
    public RescueSearch(
        Formula pot,
        ImmutableArray<Ingredient> candidates,
        decimal potGrams,
        RebalanceTarget target,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        this.potGrams = potGrams;
        potLines = pot.Lines.Length;
        var phase = Rescue.PhaseOf(pot);
        var strangers = candidates.Where(ingredient => pot.Lines.All(line => line.Ingredient != ingredient.Slug)).ToList();
        var wide = pot with { Lines = [.. pot.Lines, .. strangers.Select(ingredient => new FormulaLine(phase.Id, ingredient.Slug, 0m))] };
        resolved = ResolvedFormula.Of(wide, catalogue, settings);
        var allowed = candidates.Select(ingredient => ingredient.Slug).ToHashSet(StringComparer.Ordinal);
        addable =
        [
            .. Enumerable
                .Range(0, wide.Lines.Length)
                .Where(line => allowed.Contains(wide.Lines[line].Ingredient))
                .DistinctBy(line => wide.Lines[line].Ingredient),
        ];
        costs =
        [
            .. addable.Select(line =>
                line < potLines ? 1
                : resolved.Ingredients[line].Class == IngredientClass.Oil ? OilCost
                : NewcomerCost
            ),
        ];
        // Too little of something is a note; only what keeps or emulsifies must come up to its window, and only if it is in the pot.
        bounds =
        [
            .. DoseConstraint
                .Of(resolved, [])
                .Select(bound =>
                    Enumerable.Range(0, potLines).Any(line => bound.Weights[line] != 0m && MustSuffice(resolved.Ingredients[line].Class))
                        ? bound
                        : bound with
                        {
                            Least = null,
                        }
                ),
        ];
        demands = FirmnessDemand.Of(resolved, target);
    }

    private static bool MustSuffice(IngredientClass kind) =>
        kind
            is IngredientClass.Antioxidant
                or IngredientClass.Preservative
                or IngredientClass.Emulsifier
                or IngredientClass.ConditioningEmulsifier;

    /// <summary>What cannot be had by adding, after a search that found nothing.</summary>
    public ImmutableArray<DocumentProblem> Conflicts { get; private set; } = [];

    /// <summary>What to add, in steps of a scale, in the order of the lines; null when adding cures nothing.</summary>
    public ImmutableArray<RescueAddition>? Run()
    {
        var none = new double[addable.Length];
        if (Solve([], none, Most, firmMayMiss: false) is not { } kept)
        {
            Conflicts = [.. Broken(none).Select(bound => new DocumentProblem(bound.Pointer, $"{bound.Words}: adding cannot cure it."))];
            if (Conflicts.IsEmpty)
                Conflicts = [new("/formula/lines", "cannot be cured by adding: limits and windows contradict each other.")];
            return null;
        }

        var (y, near) = Walk(kept);
        if (near.Any(demand => demand.Demand.Miss(demand.Value) > Inside))
        {
            Conflicts =
            [
                .. near.Where(demand => demand.Demand.Miss(demand.Value) > Inside)
                    .Select(demand => new DocumentProblem(
                        "/target",
                        $"{demand.Demand.Words} is not reached by adding: the nearest firmness is {demand.Value:0.0}."
                    )),
            ];
            return null;
        }

        return Weighable(y) is { } grams
            ?
            [
                .. addable
                    .Where(line => grams[line] > 0m)
                    .Select(line => new RescueAddition(resolved.Formula.Lines[line].Ingredient, grams[line])),
            ]
            : null;
    }

    /// <summary>What is in the pot with additions, g of each line.</summary>
    private decimal[] InPot(decimal[] grams, decimal pot) => [.. grams.Select((added, line) => resolved.Totals.GramsOf(line, pot) + added)];

    private (double[] Y, List<LinearDemand> Near) Walk(double[] y)
    {
        var near = Near(y);
        var reach = FirstReach;
        for (var step = 0; step < MostSteps && reach > LeastReach && demands.Length > 0; step++)
        {
            var next = Solve(near, y, reach, firmMayMiss: true);
            var there = next is null ? null : Near(next);
            if (there is not null && Merit(next!, there) < Merit(y, near) - 1e-7)
                (y, near, reach) = (next!, there, Math.Min(Most, reach * 2));
            else
                reach /= 3;
        }

        return (y, near);
    }

    private double Merit(double[] y, List<LinearDemand> near) =>
        y.Zip(costs, (grams, cost) => grams * cost).Sum() + (MissCost * near.Sum(demand => demand.Demand.Miss(demand.Value)));

    /// <summary>Firmness with additions, and how it changes with each, by a small step.</summary>
    private List<LinearDemand> Near(double[] y)
    {
        var masses = Masses(y);
        var here = FirmnessDemand.At(resolved, demands, masses);
        var slopes = demands.Select(_ => new double[y.Length]).ToList();
        for (var at = 0; at < y.Length && demands.Length > 0; at++)
        {
            var step = masses[addable[at]] < Dissolved ? Dissolved : SlopeStep;
            masses[addable[at]] += step;
            var there = FirmnessDemand.At(resolved, demands, masses);
            masses[addable[at]] -= step;
            for (var demand = 0; demand < slopes.Count; demand++)
                slopes[demand][at] = (there[demand] - here[demand]) / (double)step;
        }

        return [.. demands.Select((demand, at) => new LinearDemand(demand, here[at], slopes[at]))];
    }

    private decimal[] Masses(double[] y)
    {
        decimal[] masses = [.. resolved.Totals.Percents];
        for (var at = 0; at < y.Length; at++)
            masses[addable[at]] += (decimal)y[at];
        return masses;
    }

    private double[]? Solve(IReadOnlyList<LinearDemand> near, double[] around, double reach, bool firmMayMiss)
    {
        using var solver = Solver.CreateSolver("GLOP");
        Variable[] y = [.. around.Select(at => solver.MakeNumVar(Math.Max(0, at - reach), Math.Min(Most, at + reach), ""))];
        var objective = solver.Objective();
        var all = solver.MakeConstraint(0, Most, "");
        for (var at = 0; at < y.Length; at++)
        {
            objective.SetCoefficient(y[at], costs[at]);
            all.SetCoefficient(y[at], 1);
        }

        foreach (var bound in bounds)
        {
            var sum = (double)bound.Weights.Select((weight, line) => weight * resolved.Totals.Percents[line]).Sum();
            void Row(double border, double low, double high)
            {
                var row = solver.MakeConstraint(low, high, "");
                for (var at = 0; at < y.Length; at++)
                    row.SetCoefficient(y[at], (double)bound.Weights[addable[at]] - (border / 100));
            }

            if (bound.Most is { } most)
                Row((double)most, double.NegativeInfinity, (double)most - sum);
            if (bound.Least is { } least)
                Row((double)least, (double)least - sum, double.PositiveInfinity);
        }

        foreach (var (demand, value, slopes) in near)
        {
            var there = value - slopes.Zip(around, (slope, at) => slope * at).Sum();
            var row = solver.MakeConstraint(
                (demand.Least + Inside ?? double.NegativeInfinity) - there,
                (demand.Below - Inside ?? double.PositiveInfinity) - there,
                ""
            );
            for (var at = 0; at < y.Length; at++)
                row.SetCoefficient(y[at], slopes[at]);
            if (!firmMayMiss)
                continue;
            foreach (var sign in new[] { 1, -1 })
            {
                var miss = solver.MakeNumVar(0, double.PositiveInfinity, "");
                row.SetCoefficient(miss, sign);
                objective.SetCoefficient(miss, MissCost);
            }
        }

        objective.SetMinimization();
        return solver.Solve() == Solver.ResultStatus.OPTIMAL ? [.. y.Select(variable => Math.Max(0, variable.SolutionValue()))] : null;
    }

    private IEnumerable<DoseConstraint> Broken(double[] y)
    {
        var masses = Masses(y);
        var whole = masses.Sum() / 100m;
        return bounds.Where(bound => !bound.Holds([.. masses.Select(mass => mass / whole)]));
    }

    /// <summary>Steps of a scale at or above the solution that keep everything: rounded up, then each raised a step at a time.</summary>
    private decimal[]? Weighable(double[] y)
    {
        for (var nudge = 0; nudge <= MostNudges; nudge++)
        {
            var grams = new decimal[resolved.Formula.Lines.Length];
            for (var at = 0; at < y.Length; at++)
            {
                var exact = (decimal)y[at] * potGrams / 100m;
                if (exact > ScaleStep / 100m)
                    grams[addable[at]] = (decimal.Ceiling(exact / ScaleStep) + nudge) * ScaleStep;
            }

            if (grams.Sum() <= potGrams && Keeps(grams))
                return grams;
        }

        Conflicts = [new("/target", "is met by no additions that a scale can weigh.")];
        return null;
    }

    private bool Keeps(decimal[] grams)
    {
        var inPot = InPot(grams, potGrams);
        var whole = inPot.Sum() / 100m;
        decimal[] percents = [.. inPot.Select(mass => mass / whole)];
        var firmness = FirmnessDemand.At(resolved, demands, percents);
        return bounds.All(bound => bound.Holds(percents)) && demands.Select((demand, at) => demand.Holds(firmness[at])).All(holds => holds);
    }
}
