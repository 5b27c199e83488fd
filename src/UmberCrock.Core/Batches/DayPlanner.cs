using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Batches;

/// <summary>Lays the steps of several batches into one day for one pair of hands.</summary>
public static class DayPlanner
{
    private static readonly MethodStage[] OnStove =
    [
        MethodStage.Infuse,
        MethodStage.Strain,
        MethodStage.Paste,
        MethodStage.Water,
        MethodStage.Melt,
        MethodStage.Join,
        MethodStage.Powder,
    ];

    /// <summary>
    /// The shortest day, or the one that ends by a given hour. Never two attended steps at once, never more pots on the stove than it has
    /// places, one pot in the fridge or a bath at a time (moulds that set stand there beside
    /// each other); once a pot is off the heat nothing waits longer than its pour window lets it.
    /// </summary>
    /// <param name="request">What is made, and where.</param>
    /// <param name="catalogue">The ingredients and rules they are held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <exception cref="DocumentException">The lines of a formula do not make 100; the pointer names its batch.</exception>
    public static DayPlan Of(DayRequest request, Catalogue catalogue, EvaluationSettings settings)
    {
        var methods = request.Batches.Select((batch, at) => MethodOf(batch, at, request, catalogue, settings)).ToImmutableArray();
        var rules = catalogue.Rules.Of<BatchRules>();
        ImmutableArray<DayChain> chains = [.. methods.Select(method => ChainOf(method, rules.NightMinutes))];
        var (starts, isShortest) = DaySearch.Run(chains, request.Places);
        var length = Enumerable
            .Range(0, chains.Length)
            .SelectMany(batch => chains[batch].Jobs.Select((job, at) => job.IsOfDay ? starts[batch][at] + job.Minutes : 0))
            .Max();
        var from = request.StartsAt ?? request.EndBy!.Value.AddMinutes(-length);
        var steps = methods.SelectMany(
            (method, batch) => method.Steps.Select((step, at) => StepOf(batch, step, chains[batch].Jobs[at], from, starts[batch][at]))
        );
        return new DayPlan(
            [.. Later.Of([.. steps], chains, rules).OrderBy(step => step.StartsAt).ThenBy(step => step.Batch).ThenBy(step => step.Number)],
            [.. methods.SelectMany((method, batch) => WindowOf(batch, method, chains[batch], from, starts[batch]))],
            from,
            from.AddMinutes(length),
            chains.Sum(chain => chain.Jobs.Where(job => job.Attended && job.IsOfDay).Sum(job => job.Minutes)),
            isShortest
        );
    }

    private static MethodReport MethodOf(DayBatch batch, int at, DayRequest request, Catalogue catalogue, EvaluationSettings settings)
    {
        try
        {
            return MakingMethod.Of(
                batch.Formula,
                new MethodRequest(batch.BatchGrams, [], request.RoomCelsius, request.Schools, null),
                catalogue,
                settings
            );
        }
        catch (DocumentException refused)
        {
            throw new DocumentException([
                .. refused.Problems.Select(problem => problem with { Pointer = $"/batches/{at}{problem.Pointer}" }),
            ]);
        }
    }

    private static DayChain ChainOf(MethodReport method, int night)
    {
        var steps = method.Steps;
        var pour = Last(steps, step => step.Stage == MethodStage.Pour);
        // A pot keeps on its bath; once it is off the heat, it cools on.
        var off = pour < 0 ? -1 : First(steps, step => step.Stage is MethodStage.Cool or MethodStage.Chill or MethodStage.Trace);
        var afterNight = First(steps, step => step.Number > (pour < 0 ? 0 : steps[pour].Number) && !step.Attended && step.Minutes >= night);
        var opens = OpensAt(method);
        ImmutableArray<DayJob> jobs =
        [
            .. steps.Select(
                (step, at) =>
                    new DayJob(
                        Math.Max(1, (int)Math.Ceiling(step.Minutes)),
                        step.Attended,
                        OnStove.Contains(step.Stage) && step.Minutes < night,
                        step.Stage is MethodStage.Chill or MethodStage.Trace && step.Place is not (null or Surroundings.Room),
                        PauseBefore(step, at, off, pour, opens),
                        afterNight < 0 || at < afterNight
                    )
            ),
        ];
        if (opens is not { } open || pour <= open)
            return new DayChain(jobs, null, 0, 0);
        var busy = Enumerable.Range(open + 1, pour - open).Sum(at => jobs[at].Minutes);
        return new DayChain(jobs, open + 1, pour, Math.Max(0, (int)Math.Floor(method.PourWindow!.Minutes) - busy));
    }

    /// <summary>The step at whose end the window opens: the first that cools to it.</summary>
    private static int? OpensAt(MethodReport method) =>
        method.PourWindow is { } window
        && First(method.Steps, step => step.Stage == MethodStage.Cool && step.TargetCelsius <= window.FromCelsius + 1) is >= 0 and var at
            ? at
            : null;

    /// <summary>Between leaving the heat and the pour nothing waits, but hands within the window.</summary>
    private static int? PauseBefore(MethodStep step, int at, int off, int pour, int? opens) =>
        off < 0 || at <= off || at > pour + 1 ? null
        // What was poured goes where it sets at once.
        : at == pour + 1 ? 0
        : opens is { } open && at > open && step.Stage != MethodStage.Cool ? null
        : 0;

    private static IEnumerable<DayWindow> WindowOf(
        int batch,
        MethodReport method,
        DayChain chain,
        DateTimeOffset from,
        ImmutableArray<int> starts
    )
    {
        if (chain.From is not { } first)
            yield break;
        var opens = from.AddMinutes(starts[first - 1] + chain.Jobs[first - 1].Minutes);
        var minutes = method.PourWindow!.Minutes;
        var busy = Enumerable.Range(first, chain.To - first + 1).Sum(at => chain.Jobs[at].Minutes);
        yield return new DayWindow(batch, opens, opens.AddSeconds(Math.Round(minutes * 60)), busy > minutes);
    }

    private static DayStep StepOf(int batch, MethodStep step, DayJob job, DateTimeOffset from, int start) =>
        new(
            batch,
            step.Number,
            step.Stage,
            step.Title.Plain,
            step.TargetCelsius,
            step.Place,
            from.AddMinutes(start),
            from.AddMinutes(start + job.Minutes),
            step.Attended
        );

    private static int First(ImmutableArray<MethodStep> steps, Func<MethodStep, bool> holds) =>
        steps.ToList().FindIndex(step => holds(step));

    private static int Last(ImmutableArray<MethodStep> steps, Func<MethodStep, bool> holds) =>
        steps.ToList().FindLastIndex(step => holds(step));
}
