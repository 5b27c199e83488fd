using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Demo;

/// <summary>Pieces that the demo's maker handed out, so many days after the batch was made.</summary>
public sealed record DemoGone(int Count, PieceOutcome As, string To, int DaysAfter);

/// <summary>A batch of the invented rowing club's maker (data/demo/batches.json). What happened follows from its plan and from what was
/// otherwise.</summary>
/// <param name="Formula">Name of the demo formula that was made.</param>
/// <param name="DaysAgo">How many days ago it was made.</param>
/// <param name="At">The time of day at which it began; null for one that is cooling now.</param>
/// <param name="Container">What it was poured into, by its name in the maker's library.</param>
/// <param name="Count">How many of the containers.</param>
/// <param name="BatchGrams">The batch in g; null for what the containers take.</param>
/// <param name="Room">Temperature of the kitchen that day, C.</param>
/// <param name="Off">How far a line was off its dose, g, by ingredient.</param>
/// <param name="Lots">The lot that a line was taken from, by ingredient.</param>
/// <param name="Pace">How much faster than foreseen it cooled.</param>
/// <param name="EveryMinutes">How often the probe was read while it cooled, min.</param>
/// <param name="Readings">How often it was read in all.</param>
/// <param name="Skipped">Steps that were left out, by stage, and why.</param>
/// <param name="FilledGrams">What was filled in all, g; null for nothing yet.</param>
/// <param name="Note">A word for the record.</param>
/// <param name="ClosedBy">Who closed the record; empty while it is open.</param>
/// <param name="Gone">What became of the pieces of it.</param>
public sealed record DemoBatch(
    string Formula,
    int DaysAgo,
    string? At,
    string Container,
    int Count,
    decimal Room,
    ImmutableSortedDictionary<string, decimal> Off,
    ImmutableSortedDictionary<string, string> Lots,
    double Pace,
    double EveryMinutes,
    int Readings,
    ImmutableSortedDictionary<string, string> Skipped,
    string Note,
    string ClosedBy,
    ImmutableArray<DemoGone> Gone,
    decimal? BatchGrams = null,
    decimal? FilledGrams = null
)
{
    private const double WeighMinutes = 1.2;

    /// <summary>The batches of the demo, oldest first.</summary>
    public static ImmutableArray<DemoBatch> Read() =>
        JsonSerializer.Deserialize<File>(DataFiles.Shipped.Text("data/demo/batches.json"), ContractJson.Options)!.Batches;

    /// <summary>When it began: at its time of day, or so that the pot is read for the last time a minute ago.</summary>
    /// <param name="now">The present moment.</param>
    /// <param name="plan">What was planned; matters only for the batch that cools now.</param>
    public DateTimeOffset StartedAt(DateTimeOffset now, BatchPlan plan) =>
        At is { } time
            ? new DateTimeOffset(now.Date.AddDays(-DaysAgo) + TimeOnly.Parse(time, CultureInfo.InvariantCulture).ToTimeSpan(), now.Offset)
            : now.AddMinutes(-1 - HotUntil(plan) - (EveryMinutes * (Readings - 1)));

    /// <summary>Everything that happened, in order, with its moment.</summary>
    /// <param name="plan">What was planned.</param>
    /// <param name="start">When it began.</param>
    public ImmutableArray<(BatchEvent Event, DateTimeOffset? At)> Events(BatchPlan plan, DateTimeOffset start)
    {
        var events = new List<(double Minute, BatchEvent Event)>();
        for (var line = 0; line < plan.Lines.Length; line++)
        {
            var planned = plan.Lines[line];
            events.Add(
                (
                    (line + 1) * WeighMinutes,
                    new LineWeighed(
                        line,
                        planned.TargetGrams + Off.GetValueOrDefault(planned.Ingredient),
                        Lots.GetValueOrDefault(planned.Ingredient),
                        null
                    )
                )
            );
        }

        var hot = HotUntil(plan);
        var cools = plan.Foreseen.Cooling?.Curve ?? [];
        for (var reading = 0; reading < Readings && !cools.IsEmpty; reading++)
        {
            var (minute, past) = (hot + (reading * EveryMinutes), reading * EveryMinutes * Pace);
            var celsius = cools.LastOrDefault(point => point.Minutes <= past)?.Celsius ?? cools[0].Celsius;
            events.Add((minute, new PotRead(decimal.Round((decimal)celsius, 1), Typed: false)));
        }

        var ended = hot;
        foreach (var step in plan.Method.Steps)
        {
            ended = EndOf(plan, step, hot);
            var stage = Vocabulary.Word(step.Stage);
            if (step.Stage is MethodStage.Rest or MethodStage.Look || (ClosedBy.Length == 0 && IsCooling(step)))
                break;
            events.Add(
                (ended, Skipped.TryGetValue(stage, out var why) ? new StepSkipped(step.Number, why) : new StepFinished(step.Number))
            );
        }

        if (FilledGrams is { } grams)
            events.Add((ended, new ContainersFilled(Container, Count, grams, [])));
        if (Note.Length > 0)
            events.Add((ended + 1, new BatchNoted(Note)));
        if (ClosedBy.Length > 0)
            events.Add((ended + 2, new BatchClosed(ClosedBy)));
        const double day = 24 * 60;
        events.AddRange(
            Gone.Select(gone => (ended + (gone.DaysAfter * day), (BatchEvent)new PiecesHandedOut(gone.Count, gone.As, gone.To, "")))
        );
        return [.. events.OrderBy(one => one.Minute).Select(one => (one.Event, (DateTimeOffset?)start.AddMinutes(one.Minute)))];
    }

    /// <summary>Minutes from the start to the end of the last step over the heat.</summary>
    private static double HotUntil(BatchPlan plan) => plan.Method.Steps.TakeWhile(step => !IsCooling(step)).Sum(step => step.Minutes);

    private static bool IsCooling(MethodStep step) =>
        step.Stage is MethodStage.Cool or MethodStage.Add or MethodStage.Chill or MethodStage.Trace or MethodStage.Pour;

    private static double EndOf(BatchPlan plan, MethodStep step, double hot) =>
        Math.Max(IsCooling(step) ? hot : 0, plan.Method.Steps.TakeWhile(one => one.Number <= step.Number).Sum(one => one.Minutes));

    private sealed record File(ImmutableArray<DemoBatch> Batches);
}
