using System.Collections.Immutable;
using Google.OrTools.LinearSolver;

namespace UmberCrock.Core.Trials;

/// <summary>A bound on firmness near some doses: value there, and its change with each line's percent.</summary>
internal sealed record LinearDemand(FirmnessDemand Demand, double Value, double[] Slopes);

/// <summary>What a program may miss at a cost.</summary>
internal enum Slack
{
    /// <summary>Everything is kept.</summary>
    None,

    /// <summary>Firmness may be missed.</summary>
    Demands,

    /// <summary>Bounds on doses may be missed as well.</summary>
    All,
}

/// <summary>
/// The doses nearest to given ones that keep linear bounds and make 100, by linear programming (GLOP, the simplex solver of OR-Tools):
/// least sum of |p - p0|, with p - p0 = up - down, up and down from 0.
/// </summary>
internal sealed class LeastChange(ImmutableArray<decimal> start, ImmutableArray<double> costs)
{
    /// <summary>What a unit of firmness outside a demand costs; far more than any change of doses that could mend it.</summary>
    public const double MissCost = 1000;

    private const double Whole = 100;

    /// <summary>The doses, or null when there are none.</summary>
    /// <param name="constraints">Linear bounds.</param>
    /// <param name="demands">Firmness, as it is near <paramref name="around"/>.</param>
    /// <param name="around">The doses the firmness is known at.</param>
    /// <param name="reach">How far a dose may go from there, percent.</param>
    /// <param name="slack">What may be missed at a cost.</param>
    public double[]? Solve(
        IEnumerable<DoseConstraint> constraints,
        IReadOnlyList<LinearDemand> demands,
        double[] around,
        double reach,
        Slack slack
    )
    {
        using var solver = Solver.CreateSolver("GLOP");
        var doses = new Variable[start.Length];
        var objective = solver.Objective();
        var total = solver.MakeConstraint(Whole, Whole, "");
        for (var line = 0; line < doses.Length; line++)
        {
            doses[line] = solver.MakeNumVar(Math.Max(0, around[line] - reach), Math.Min(Whole, around[line] + reach), "");
            var (up, down) = (solver.MakeNumVar(0, Whole, ""), solver.MakeNumVar(0, Whole, ""));
            var change = solver.MakeConstraint((double)start[line], (double)start[line], "");
            change.SetCoefficient(doses[line], 1);
            change.SetCoefficient(up, -1);
            change.SetCoefficient(down, 1);
            objective.SetCoefficient(up, costs[line]);
            objective.SetCoefficient(down, costs[line]);
            total.SetCoefficient(doses[line], 1);
        }

        foreach (var constraint in constraints)
        {
            var row = solver.MakeConstraint(
                (double?)constraint.Least ?? double.NegativeInfinity,
                (double?)constraint.Most ?? double.PositiveInfinity,
                ""
            );
            for (var line = 0; line < doses.Length; line++)
                row.SetCoefficient(doses[line], (double)constraint.Weights[line]);
            if (slack == Slack.All)
                Loosen(solver, row);
        }

        foreach (var (demand, value, slopes) in demands)
        {
            // value + sum of slope x (p - around) between the bounds, with slack on either side where it may be missed.
            var there = value - slopes.Zip(around, (slope, at) => slope * at).Sum();
            var row = solver.MakeConstraint(
                (demand.Least ?? double.NegativeInfinity) - there,
                (demand.Below ?? double.PositiveInfinity) - there,
                ""
            );
            for (var line = 0; line < doses.Length; line++)
                row.SetCoefficient(doses[line], slopes[line]);
            if (slack != Slack.None)
                Loosen(solver, row);
        }

        objective.SetMinimization();
        return solver.Solve() == Solver.ResultStatus.OPTIMAL ? [.. doses.Select(dose => Math.Clamp(dose.SolutionValue(), 0, Whole))] : null;
    }

    private static void Loosen(Solver solver, Constraint row)
    {
        foreach (var side in new[] { 1, -1 })
        {
            var missed = solver.MakeNumVar(0, double.PositiveInfinity, "");
            row.SetCoefficient(missed, side);
            solver.Objective().SetCoefficient(missed, MissCost);
        }
    }

    /// <summary>What some doses cost: their weighted distance from the start.</summary>
    public double CostOf(IReadOnlyList<double> doses) =>
        doses.Select((dose, line) => costs[line] * Math.Abs(dose - (double)start[line])).Sum();
}
