using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Making;

namespace UmberCrock.Core.Topics.Method;

/// <summary>Derives the method of a formula: nothing is typed.</summary>
internal static class MethodBuilder
{
    /// <summary>The steps for a batch; null for a formula whose lines do not make 100.</summary>
    /// <param name="a">The formula.</param>
    /// <param name="request">Batch, kitchen and ways.</param>
    public static MethodReport? Of(Assessment a, MethodRequest request)
    {
        if (a.Resolved.Totals.Off != 0m || a.Pot is null)
            return null;
        var draft = new MethodDraft(a, request);
        HotSteps.Write(draft);
        CoolSteps.Write(draft);
        var steps = Timed(draft.Steps, request.StartsAt);
        var poured = steps.Last(step => step.Stage == MethodStage.Pour).Number;
        return new MethodReport(
            steps,
            [.. steps.SelectMany(step => step.Equipment).Distinct()],
            steps.Sum(step => step.Minutes),
            steps.Take(poured).Sum(step => step.Minutes),
            steps.Where(step => step.Attended).Sum(step => step.Minutes),
            Window(draft)
        );
    }

    private static ImmutableArray<MethodStep> Timed(ImmutableArray<MethodStep> steps, DateTimeOffset? startsAt)
    {
        if (startsAt is not { } at)
            return steps;
        var timed = ImmutableArray.CreateBuilder<MethodStep>(steps.Length);
        foreach (var step in steps)
        {
            timed.Add(step with { At = at });
            at += TimeSpan.FromMinutes(step.Minutes);
        }

        return timed.MoveToImmutable();
    }

    private static MethodWindow? Window(MethodDraft draft)
    {
        if (draft.Of.AddWindow is not { ToCelsius: { } sets } window || sets >= window.FromCelsius)
            return null;
        var room = draft.OutsideOf(Surroundings.Room);
        draft.Celsius = window.FromCelsius;
        var minutes = sets > room ? draft.CoolsTo(sets, Surroundings.Room).Minutes : double.PositiveInfinity;
        return double.IsFinite(minutes) ? new MethodWindow(window.FromCelsius, sets, Math.Round(minutes, 1)) : null;
    }
}
