using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Trials;

/// <summary>What a search came to: doses that meet everything, or what conflicts and the doses that miss least.</summary>
/// <param name="Doses">Percent of each line; null when nothing meets everything.</param>
/// <param name="Conflicts">What cannot be had together; empty with doses.</param>
/// <param name="Nearest">Percent of each line that keep every limit and window and miss the target least; null with doses, and where
/// limits and windows alone cannot be kept.</param>
internal sealed record FoundDoses(decimal[]? Doses, ImmutableArray<DocumentProblem> Conflicts, decimal[]? Nearest);

/// <summary>
/// The search of a rebalance: firmness is linear around where the doses stand, solved within a trust region, and taken only where the real
/// firmness agrees. It begins at the doses as they are; where that ends beside the target, at others, since firmness bends.
/// </summary>
internal sealed class RebalanceSearch
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

    /// <summary>A precious oil was chosen for itself: it moves only where the plain ones cannot pay.</summary>
    private const double PreciousCost = 10;

    /// <summary>Doses this near are the same.</summary>
    private const double Unmoved = 1e-6;

    /// <summary>A dose that comes down is rounded down by no more than this, percent.</summary>
    private const decimal Weighable = 0.01m;

    /// <summary>So many of the other starting points are the most there may be of a line that gives body.</summary>
    private const int MostCorners = 6;

    /// <summary>What is dosed small for its own sake moves only where nothing else helps.</summary>
    private const double SmallCost = 50;

    /// <summary>And no more than so many are taken at random.</summary>
    private const int MostScattered = 10;

    private readonly ResolvedFormula resolved;
    private ImmutableArray<DoseConstraint> constraints;
    private readonly ImmutableArray<FirmnessDemand> demands;
    private readonly LeastChange program;

    public RebalanceSearch(ResolvedFormula resolved, ImmutableArray<DoseConstraint> constraints, ImmutableArray<FirmnessDemand> demands)
    {
        (this.resolved, this.constraints, this.demands) = (resolved, constraints, demands);
        var (giver, _) = FixBuilder.GiverOf(resolved, []);
        program = new LeastChange(
            resolved.Totals.Percents,
            [.. resolved.Ingredients.Select((ingredient, line) => line == giver ? 1 : CostOf(ingredient))]
        );
    }

    private double CostOf(Ingredient ingredient) =>
        resolved.Rules.Rebalance.IsSmall(ingredient) ? SmallCost
        : resolved.Rules.Rebalance.PreciousOils.Contains(ingredient.Slug) ? PreciousCost
        : ingredient.Class == IngredientClass.Oil ? OilCost
        : ingredient.Species.IsEmpty ? OtherCost
        : BodyCost;

    /// <summary>The doses, or what conflicts and what comes nearest.</summary>
    /// <param name="elsewhere">How many other starting points are tried where the first ends beside the target.</param>
    public FoundDoses Run(int elsewhere)
    {
        double[] now = [.. resolved.Totals.Percents.Select(percent => (double)percent)];
        if (program.Solve(constraints, [], now, 100, Slack.None) is not { } kept)
            return new FoundDoses(null, Conflict(now, [], 100), Nearest(program.Solve(constraints, [], now, 100, Slack.All), _ => true));
        constraints = [.. constraints, .. SmallDoses(kept)];
        var best = Walk(kept);
        foreach (var start in best.IsThere ? [] : OtherStarts().Take(elsewhere))
        {
            var walked = Walk(start);
            if (Merit(walked.Doses, walked.Near) < Merit(best.Doses, best.Near))
                best = walked;
        }

        if (!best.IsThere)
            return new FoundDoses(null, Conflict(best.Doses, best.Near, FirstReach), Nearest(best.Doses, KeepsBounds));
        return WeighableDoses.Near(best.Doses, resolved.Totals.Percents, IsKept) is { } weighable
            ? new FoundDoses(weighable, [], null)
            : new FoundDoses(null, [.. best.Near.Select(Unweighable)], Nearest(best.Doses, KeepsBounds));
    }

    /// <summary>What is dosed small came down as far as its own limits ask, and stays there, whatever texture is wanted.</summary>
    private IEnumerable<DoseConstraint> SmallDoses(double[] kept)
    {
        var now = resolved.Totals.Percents;
        for (var line = 0; line < kept.Length; line++)
        {
            if (!resolved.Rules.Rebalance.IsSmall(resolved.Ingredients[line]) || resolved.Formula.Lines[line].IsBalance)
                continue;
            var stays = Math.Abs(kept[line] - (double)now[line]) < Unmoved;
            var most = stays ? now[line] : (decimal)kept[line];
            yield return DoseConstraint.OfLine(
                resolved,
                line,
                $"{resolved.Ingredients[line].Name} {Decimals.Two(most).Percent}, dosed for its own sake",
                stays ? most : Math.Max(0m, most - Weighable),
                most
            );
        }
    }

    private static DocumentProblem Unweighable(LinearDemand demand) =>
        new("/target", $"{demand.Demand.Words} is met by no doses that can be written with four decimals.");

    private decimal[]? Nearest(double[]? doses, Func<decimal[], bool> isKept) =>
        doses is null ? null : WeighableDoses.Near(doses, resolved.Totals.Percents, isKept);

    /// <summary>Steps from some doses until none is better.</summary>
    private Walked Walk(double[] doses)
    {
        var near = Near(doses);
        var reach = FirstReach;
        for (var step = 0; step < MostSteps && reach > LeastReach; step++)
        {
            var next = program.Solve(constraints, near, doses, reach, Slack.Demands);
            var there = next is null ? null : Near(next);
            if (there is not null && Merit(next!, there) < Merit(doses, near) - 1e-7)
                (doses, near, reach) = (next!, there, Math.Min(FirstReach, reach * 2));
            else
                reach /= 3;
        }

        return new Walked(doses, near);
    }

    /// <summary>Doses that keep every bound and are far from one another: as much as may be of each line that gives body, then some taken
    /// at random, always the same.</summary>
    private IEnumerable<double[]> OtherStarts()
    {
        var lines = resolved.Ingredients.Length;
        var corners = Enumerable
            .Range(0, lines)
            .Where(line => !resolved.Ingredients[line].Species.IsEmpty)
            .OrderByDescending(line => resolved.Totals.Percents[line])
            .Select(most => Enumerable.Range(0, lines).Select(line => line == most ? 100m : 0m).ToImmutableArray());
        var random = new Random(lines);
        var scattered = Enumerable
            .Range(0, MostScattered)
            .Select(_ => Enumerable.Range(0, lines).Select(_ => (decimal)(random.NextDouble() * 100)).ToImmutableArray());
        ImmutableArray<double> even = [.. Enumerable.Repeat(1.0, lines)];
        return corners
            .Take(MostCorners)
            .Concat(scattered)
            .Select(wanted =>
                new LeastChange(wanted, even).Solve(constraints, [], [.. wanted.Select(dose => (double)dose)], 100, Slack.None)
            )
            .OfType<double[]>();
    }

    private bool KeepsBounds(decimal[] doses) => constraints.All(constraint => constraint.Holds(doses));

    private double Merit(double[] doses, IReadOnlyList<LinearDemand> near) =>
        program.CostOf(doses) + (LeastChange.MissCost * near.Sum(demand => demand.Demand.Miss(demand.Value)));

    private bool IsKept(decimal[] doses)
    {
        if (!KeepsBounds(doses))
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
        while (near.Count > 0 && reach > LeastReach && program.Solve(constraints, near, around, reach, Slack.None) is not null)
            reach /= 3;
        bool IsImpossible(IEnumerable<DoseConstraint> bounds, IReadOnlyList<LinearDemand> firm) =>
            program.Solve(bounds, firm, around, reach, Slack.None) is null;
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

    /// <summary>Doses that a walk ended at, with the firmness there.</summary>
    private sealed record Walked(double[] Doses, List<LinearDemand> Near)
    {
        public bool IsThere => Near.All(demand => demand.Demand.Miss(demand.Value) <= NearEnough);
    }
}
