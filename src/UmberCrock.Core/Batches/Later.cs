using System.Collections.Immutable;

namespace UmberCrock.Core.Batches;

/// <summary>What comes after a night: done by daylight, one thing after another.</summary>
internal static class Later
{
    /// <summary>The steps of a day, those after a night put off to the hours in which somebody is up.</summary>
    /// <param name="steps">The steps, batch by batch in order.</param>
    /// <param name="chains">Their batches, which know what comes after a night.</param>
    /// <param name="rules">Which hours those are.</param>
    public static IEnumerable<DayStep> Of(ImmutableArray<DayStep> steps, ImmutableArray<DayChain> chains, BatchRules rules)
    {
        var left = chains.Select((chain, batch) => new Queue<DayStep>(After(steps, chain, batch))).ToList();
        foreach (var step in steps.Where(step => IsOfDay(step, chains)))
            yield return step;
        var ends = chains
            .Select((chain, batch) => steps.Where(step => step.Batch == batch && IsOfDay(step, chains)).Max(step => step.EndsAt))
            .ToArray();
        var free = ends.Max();
        while (left.Exists(queue => queue.Count > 0))
        {
            var batch = Enumerable.Range(0, left.Count).Where(at => left[at].Count > 0).MinBy(at => ends[at]);
            var step = left[batch].Dequeue();
            var from = !step.Attended ? ends[batch] : Awake(ends[batch] > free ? ends[batch] : free, rules);
            var put = step with { StartsAt = from, EndsAt = from + (step.EndsAt - step.StartsAt) };
            ends[batch] = put.EndsAt;
            if (put.Attended)
                free = put.EndsAt;
            yield return put;
        }
    }

    private static bool IsOfDay(DayStep step, ImmutableArray<DayChain> chains) => chains[step.Batch].Jobs[step.Number - 1].IsOfDay;

    private static IEnumerable<DayStep> After(ImmutableArray<DayStep> steps, DayChain chain, int batch) =>
        steps.Where(step => step.Batch == batch && !chain.Jobs[step.Number - 1].IsOfDay).OrderBy(step => step.Number);

    private static DateTimeOffset Awake(DateTimeOffset moment, BatchRules rules)
    {
        var midnight = moment - moment.TimeOfDay;
        return moment.Hour < rules.MorningHour ? midnight.AddHours(rules.MorningHour)
            : moment.Hour >= rules.EveningHour ? midnight.AddDays(1).AddHours(rules.MorningHour)
            : moment;
    }
}
