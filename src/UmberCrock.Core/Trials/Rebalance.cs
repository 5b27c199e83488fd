using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Trials;

/// <summary>A formula that was moved as little as its target takes.</summary>
/// <param name="Formula">The formula after it was moved.</param>
/// <param name="Edits">The edits that lead to the moved formula.</param>
/// <param name="MovedPercent">What went from some lines to others, weight percent: the sum of what was put in or of what was taken out,
/// whichever is more.</param>
/// <param name="Evaluation">What the program says of the moved formula.</param>
public sealed record Rebalanced(Formula Formula, ImmutableArray<FormulaEdit> Edits, decimal MovedPercent, EvaluationResult Evaluation);

/// <summary>What a rebalance comes to: a formula, or what cannot be had together.</summary>
/// <param name="Moved">The formula; null when there is none.</param>
/// <param name="Conflicts">What conflicts, each with the place it stands at; empty when there is a formula.</param>
public sealed record RebalanceAnswer(Rebalanced? Moved, ImmutableArray<DocumentProblem> Conflicts);

/// <summary>
/// The least change of doses that meets every limit, every window and a target of firmness. Limits and windows are linear in the doses;
/// firmness is not, so it is stepped: linear around where the doses stand, solved within a trust region, and taken only where the real
/// firmness agrees (sequential linear programming with an exact penalty; Nocedal and Wright, Numerical Optimization, chapter 18, from
/// memory).
/// </summary>
public static class Rebalance
{
    private const int MostSteps = 40;
    private const double FirstReach = 20;
    private const double LeastReach = 0.002;

    /// <summary>Doses this much apart show how firmness changes.</summary>
    private const decimal SlopeStep = 0.05m;

    /// <summary>A firmness this little outside a demand is on its border; rounding then goes to the inside.</summary>
    private const double NearEnough = 0.002;

    /// <summary>Changes that cost the same go to the balance line first, then to oils.</summary>
    private const double OilCost = 1.0005;

    /// <summary>After oils, changes that cost the same go to what gives body.</summary>
    private const double BodyCost = 1.001;

    /// <summary>A scent or an active is not dosed for texture: it moves only where that saves as much of other changes again, or where its
    /// own limit asks.</summary>
    private const double OtherCost = 2;

    /// <summary>What is dosed small for its own sake moves only where nothing else helps.</summary>
    private const double SmallCost = 50;

    /// <summary>Moves a formula as little as it takes.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="locked">Indices of lines that keep their dose.</param>
    /// <param name="target">What is to be reached; a climate becomes the formula's own.</param>
    /// <param name="catalogue">What is known.</param>
    /// <param name="settings">The maker's choices.</param>
    /// <exception cref="DocumentException">A line that is to keep its dose is not there, or there is no line at all.</exception>
    public static RebalanceAnswer Of(
        Formula formula,
        IReadOnlyCollection<int> locked,
        RebalanceTarget target,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        foreach (var line in locked.Where(line => line < 0 || line >= formula.Lines.Length))
            throw new DocumentException("/lock", $"{line} is not a line of the formula: they run from 0 to {formula.Lines.Length - 1}.");
        if (formula.Lines.IsEmpty)
            throw new DocumentException("/formula/lines", "are none: there is nothing to move.");
        ImmutableArray<FormulaEdit> climate = target.Climate is { } wanted && wanted != formula.Climate ? [ClimateEdit.To(wanted)] : [];
        var resolved = ResolvedFormula.Of(FormulaEdit.ApplyAll(formula, climate), catalogue, settings);
        var search = new Search(resolved, DoseConstraint.Of(resolved, locked), FirmnessDemand.Of(resolved, target));
        var now = resolved.Totals.Percents;
        var (found, conflicts) = search.Run();
        if (found is not { } doses)
            return new RebalanceAnswer(null, conflicts);
        ImmutableArray<FormulaEdit> edits =
        [
            .. climate,
            .. Enumerable
                .Range(0, doses.Length)
                .Where(line => doses[line] != now[line] && !formula.Lines[line].IsBalance)
                .Select(line => new SetPercent(line, doses[line])),
        ];
        var moved = FormulaEdit.ApplyAll(formula, edits);
        var differences = doses.Select((dose, line) => dose - now[line]).ToList();
        var movedPercent = Math.Max(differences.Sum(by => Math.Max(0m, by)), differences.Sum(by => Math.Max(0m, -by)));
        return new RebalanceAnswer(new Rebalanced(moved, edits, movedPercent, Evaluator.Evaluate(moved, catalogue, settings)), []);
    }

    private sealed class Search
    {
        private readonly ResolvedFormula resolved;
        private readonly ImmutableArray<DoseConstraint> constraints;
        private readonly ImmutableArray<FirmnessDemand> demands;
        private readonly LeastChange program;

        public Search(ResolvedFormula resolved, ImmutableArray<DoseConstraint> constraints, ImmutableArray<FirmnessDemand> demands)
        {
            (this.resolved, this.constraints, this.demands) = (resolved, constraints, demands);
            var (giver, _) = FixBuilder.GiverOf(resolved, []);
            program = new LeastChange(
                resolved.Totals.Percents,
                [.. resolved.Ingredients.Select((ingredient, line) => line == giver ? 1 : CostOf(ingredient))]
            );
        }

        private static double CostOf(Ingredient ingredient) =>
            DoseConstraint.IsSmall(ingredient) ? SmallCost
            : ingredient.Class == IngredientClass.Oil ? OilCost
            : ingredient.Species.IsEmpty ? OtherCost
            : BodyCost;

        /// <summary>The doses, or what conflicts.</summary>
        public (decimal[]? Doses, ImmutableArray<DocumentProblem> Conflicts) Run()
        {
            double[] start = [.. resolved.Totals.Percents.Select(percent => (double)percent)];
            if (program.Solve(constraints, [], start, 100, false) is not { } doses)
                return (null, Conflict(start, [], 100));
            var near = Near(doses);
            var reach = FirstReach;
            for (var step = 0; step < MostSteps && reach > LeastReach; step++)
            {
                var next = program.Solve(constraints, near, doses, reach, true);
                var there = next is null ? null : Near(next);
                if (there is not null && Merit(next!, there) < Merit(doses, near) - 1e-7)
                    (doses, near, reach) = (next!, there, Math.Min(FirstReach, reach * 2));
                else
                    reach /= 3;
            }

            if (near.Any(demand => demand.Demand.Miss(demand.Value) > NearEnough))
                return (null, Conflict(doses, near, FirstReach));
            return WeighableDoses.Near(doses, resolved.Totals.Percents, IsKept) is { } weighable
                ? (weighable, [])
                : (
                    null,
                    [
                        .. near.Select(demand => new DocumentProblem(
                            "/target",
                            $"{demand.Demand.Words} is met by no doses that can be written with four decimals."
                        )),
                    ]
                );
        }

        private double Merit(double[] doses, IReadOnlyList<LinearDemand> near) =>
            program.CostOf(doses) + (LeastChange.MissCost * near.Sum(demand => demand.Demand.Miss(demand.Value)));

        private bool IsKept(decimal[] doses)
        {
            if (!constraints.All(constraint => constraint.Holds(doses)))
                return false;
            var firmness = FirmnessDemand.At(resolved, demands, doses);
            return demands.Select((demand, at) => demand.Holds(firmness[at])).All(holds => holds);
        }

        /// <summary>Firmness at doses, and how it changes with each, by a small step.</summary>
        private List<LinearDemand> Near(double[] doses)
        {
            decimal[] exact = [.. doses.Select(dose => (decimal)dose)];
            var here = FirmnessDemand.At(resolved, demands, exact);
            var slopes = demands.Select(_ => new double[doses.Length]).ToList();
            for (var line = 0; line < doses.Length && slopes.Count > 0; line++)
            {
                exact[line] += SlopeStep;
                var there = FirmnessDemand.At(resolved, demands, exact);
                exact[line] -= SlopeStep;
                for (var at = 0; at < slopes.Count; at++)
                    slopes[at][line] = (there[at] - here[at]) / (double)SlopeStep;
            }

            return [.. demands.Select((demand, at) => new LinearDemand(demand, here[at], slopes[at]))];
        }

        /// <summary>What cannot be had together: of all bounds, those without which the rest could be met, each left out in turn.</summary>
        private ImmutableArray<DocumentProblem> Conflict(double[] around, List<LinearDemand> near, double reach)
        {
            while (near.Count > 0 && reach > LeastReach && program.Solve(constraints, near, around, reach, false) is not null)
                reach /= 3;
            bool IsImpossible(IEnumerable<DoseConstraint> bounds, IReadOnlyList<LinearDemand> firm) =>
                program.Solve(bounds, firm, around, reach, false) is null;
            var bounds = Needed(constraints, left => IsImpossible(left, near));
            var firm = Needed(near, left => IsImpossible(bounds, left));
            return
            [
                .. firm.Select(demand => new DocumentProblem(
                    "/target",
                    $"{demand.Demand.Words} cannot be met: the nearest there is has firmness {demand.Value:0.00}, wanted "
                        + $"{Wanted(demand.Demand)}."
                )),
                .. bounds.Select(bound => new DocumentProblem(bound.Pointer, $"{bound.Words}, conflicts.")),
                .. firm.Count + bounds.Count == 0
                    ? [new DocumentProblem("/formula/lines", "cannot make 100 %.")]
                    : Array.Empty<DocumentProblem>(),
            ];
        }

        /// <summary>Those of some bounds that must be there for the rest to be impossible.</summary>
        private static List<T> Needed<T>(IEnumerable<T> all, Func<List<T>, bool> isImpossible)
        {
            var left = all.ToList();
            for (var at = left.Count - 1; at >= 0; at--)
            {
                var bound = left[at];
                left.RemoveAt(at);
                if (!isImpossible(left))
                    left.Insert(at, bound);
            }

            return left;
        }

        private static Message Wanted(FirmnessDemand demand) =>
            demand is { Least: { } least, Below: { } below } ? (Message)$"{least:0.0} to {below:0.0}"
            : demand.Least is { } from ? (Message)$"{from:0.0} or more"
            : $"less than {demand.Below!.Value:0.0}";
    }
}
