using System.Collections.Immutable;
using System.Globalization;
using Google.OrTools.Sat;

namespace UmberCrock.Core.Batches;

/// <summary>A step that is to find its time.</summary>
/// <param name="Minutes">How long it takes, whole minutes from 1.</param>
/// <param name="Attended">True when it needs the maker's hands.</param>
/// <param name="OnStove">True while its pot stands on the stove, from here to the first step that is not.</param>
/// <param name="Chills">True while its pot is in the one fridge or bath.</param>
/// <param name="Pause">Most minutes that may pass between the step before and this one; null for any.</param>
/// <param name="IsOfDay">False for what comes after a night.</param>
internal sealed record DayJob(int Minutes, bool Attended, bool OnStove, bool Chills, int? Pause, bool IsOfDay);

/// <summary>Steps of one batch, with how many minutes its pauses may take together from one step to another.</summary>
/// <param name="Jobs">The steps, in order.</param>
/// <param name="From">First step after the window has opened; null where there is none.</param>
/// <param name="To">The pour.</param>
/// <param name="Slack">What the pauses between them may take together, minutes.</param>
internal sealed record DayChain(ImmutableArray<DayJob> Jobs, int? From, int To, int Slack);

/// <summary>
/// Finds the shortest day: one pair of hands, so many places on the stove, one fridge (interval constraints, CP-SAT of OR-Tools; always the
/// same answer to the same question).
/// </summary>
internal static class DaySearch
{
    private const string Parameters = "num_search_workers:1,random_seed:7";

    /// <summary>How long each search goes on, in the solver's own measure of work: the same on every machine.</summary>
    private const double ShortestIn = 0.4;
    private const double TidyIn = 0.1;

    /// <summary>A minute on the bath counts as so many of waiting: fat that stays hot ages.</summary>
    private const int HotCounts = 20;

    /// <summary>The start of every step, minutes from the first, and whether nothing shorter was left to look for.</summary>
    public static (ImmutableArray<ImmutableArray<int>> Starts, bool IsShortest) Run(ImmutableArray<DayChain> chains, int places)
    {
        var serial = Serial(chains);
        var horizon = chains.Sum(chain => chain.Jobs.Sum(job => job.Minutes));
        var model = new CpModel();
        var starts = chains
            .Select((chain, batch) => chain.Jobs.Select((_, at) => model.NewIntVar(0, horizon, $"s{batch}.{at}")).ToArray())
            .ToArray();
        var hands = new List<IntervalVar>();
        var chilling = new List<IntervalVar>();
        var (stove, onStove) = (model.AddCumulative(places), new List<LinearExpr>());
        for (var batch = 0; batch < chains.Length; batch++)
        {
            Chain(model, chains[batch], starts[batch]);
            for (var at = 0; at < chains[batch].Jobs.Length; at++)
            {
                var job = chains[batch].Jobs[at];
                var interval = model.NewFixedSizeIntervalVar(starts[batch][at], job.Minutes, $"i{batch}.{at}");
                if (job.Attended)
                    hands.Add(interval);
                if (job.Chills)
                    chilling.Add(interval);
            }

            if (OnStove(model, chains[batch], starts[batch], horizon, batch) is { } place)
            {
                stove.AddDemand(place, 1);
                onStove.Add(place.SizeExpr());
            }
        }

        model.AddNoOverlap(hands);
        model.AddNoOverlap(chilling);
        var end = model.NewIntVar(0, horizon, "end");
        for (var batch = 0; batch < chains.Length; batch++)
        {
            for (var at = 0; at < chains[batch].Jobs.Length; at++)
            {
                if (chains[batch].Jobs[at].IsOfDay)
                    model.Add(end >= starts[batch][at] + chains[batch].Jobs[at].Minutes);
                model.AddHint(starts[batch][at], serial[batch][at]);
            }
        }

        model.Minimize(end);
        if (Solve(model, ShortestIn) is not { } shortest)
            return (serial, false);
        // Of days of one length, the one that keeps no pot hot for nothing, and then nothing waiting.
        var length = shortest.Solver.Value(end);
        model.Model.SolutionHint = null;
        foreach (var start in starts.SelectMany(own => own))
            model.AddHint(start, shortest.Solver.Value(start));
        model.Add(end <= length);
        model.Minimize((LinearExpr.Sum(onStove) * HotCounts) + LinearExpr.Sum(starts.SelectMany(own => own)));
        var tidy = Solve(model, TidyIn)?.Solver ?? shortest.Solver;
        return ([.. starts.Select(own => own.Select(start => (int)tidy.Value(start)).ToImmutableArray())], shortest.IsBest);
    }

    private static (CpSolver Solver, bool IsBest)? Solve(CpModel model, double limit)
    {
        var solver = new CpSolver
        {
            StringParameters = string.Create(CultureInfo.InvariantCulture, $"{Parameters},max_deterministic_time:{limit}"),
        };
        var status = solver.Solve(model);
        return status is CpSolverStatus.Optimal or CpSolverStatus.Feasible ? (solver, status == CpSolverStatus.Optimal) : null;
    }

    /// <summary>One batch after another, without a pause: always possible.</summary>
    private static ImmutableArray<ImmutableArray<int>> Serial(ImmutableArray<DayChain> chains)
    {
        var now = 0;
        var all = ImmutableArray.CreateBuilder<ImmutableArray<int>>();
        foreach (var chain in chains)
        {
            var own = ImmutableArray.CreateBuilder<int>();
            foreach (var job in chain.Jobs)
            {
                own.Add(now);
                now += job.Minutes;
            }

            all.Add(own.ToImmutable());
        }

        return all.ToImmutable();
    }

    private static void Chain(CpModel model, DayChain chain, IntVar[] starts)
    {
        for (var at = 1; at < starts.Length; at++)
        {
            var ends = starts[at - 1] + chain.Jobs[at - 1].Minutes;
            model.Add(starts[at] >= ends);
            if (chain.Jobs[at].Pause is { } pause)
                model.Add(starts[at] <= ends + pause);
        }

        if (chain.From is { } from)
        {
            var busy = Enumerable.Range(from, chain.To - from).Sum(at => chain.Jobs[at].Minutes);
            var opens = starts[from - 1] + chain.Jobs[from - 1].Minutes;
            model.Add(starts[chain.To] <= opens + busy + chain.Slack);
        }
    }

    /// <summary>A pot keeps its place from its first step on the stove until the first that is not.</summary>
    private static IntervalVar? OnStove(CpModel model, DayChain chain, IntVar[] starts, int horizon, int batch)
    {
        var jobs = chain.Jobs.ToList();
        var (first, last) = (jobs.FindIndex(job => job.OnStove), jobs.FindLastIndex(job => job.OnStove));
        if (first < 0)
            return null;
        var off = model.NewIntVar(0, horizon, $"off{batch}");
        var size = model.NewIntVar(0, horizon, $"on{batch}");
        if (last + 1 < jobs.Count)
            model.Add(off == starts[last + 1]);
        else
            model.Add(off == starts[last] + jobs[last].Minutes);
        return model.NewIntervalVar(starts[first], size, off, $"stove{batch}");
    }
}
