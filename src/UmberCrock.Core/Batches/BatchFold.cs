using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Batches;

/// <summary>One event on top of a state: the next state, or a refusal that names the member of the event.</summary>
internal static class BatchFold
{
    /// <summary>Shares are typed as thirds and sixths are rounded: all together may be so far from the whole.</summary>
    private const decimal ShareRounding = 0.01m;

    /// <summary>The state before anything but the start.</summary>
    public static BatchState Start(BatchPlan plan, DateTimeOffset at) =>
        new()
        {
            Plan = plan,
            StartedAt = at,
            Weighed = [.. plan.Lines.Select(_ => ImmutableArray<WeighedPart>.Empty)],
        };

    /// <summary>The state after an event. Corrections and revocations are folded by the log, which knows what they are of.</summary>
    /// <exception cref="DocumentException">The event cannot be in this state.</exception>
    public static BatchState Next(BatchState now, LoggedEvent logged)
    {
        var (sequence, at) = (logged.Sequence, logged.At);
        CheckPhase(now, logged.Event);
        return logged.Event switch
        {
            ScaleTared one => now with { CupGrams = one.Grams },
            ScaleChecked one => now with { Checks = now.Checks.Add(new(at, one.Grams, one.Read)) },
            LineWeighed one => Weighed(now, one, sequence, at),
            LineUnweighed one => Unweighed(now, one),
            StepFinished one => Step(now, one.Number, new StepOutcome(one.Number, at, null)),
            StepSkipped one => Step(now, one.Number, new StepOutcome(one.Number, at, one.Reason)),
            PotRead one => now with { Temperatures = now.Temperatures.Add(new(sequence, at, one.Celsius, one.Typed)) },
            PotMoved one => now with { Places = now.Places.Add(new(at, one.To)) },
            LinesAdded one => Added(now, one, at),
            BatchSplit one => Split(now, one),
            PotRescued one => Rescued(now, one, at),
            BatchNoted => now,
            ContainersFilled one => Filled(now, one, sequence, at),
            BatchAbandoned one => now with { Phase = BatchPhase.Abandoned, EndedAt = at, EndedBy = one.Reason },
            BatchClosed one => now with { Phase = BatchPhase.Closed, EndedAt = at, EndedBy = one.By },
            PiecesHandedOut one => one.Count > now.OnShelf
                ? throw new DocumentException("/count", $"is {one.Count}, but {now.OnShelf} pieces are on the shelf.")
                : now with
                {
                    Gone = now.Gone.Add(new(sequence, at, one.Count, one.As, one.To, one.Note)),
                },
            PiecesReturned one => Returned(now, one),
            ComplaintMade => now,
            BatchRecalled => now with { Recalled = true },
            _ => throw new DocumentException("/type", "is not an event that can be appended."),
        };
    }

    /// <summary>A closed batch is never changed; what becomes of its pieces is still told.</summary>
    private static void CheckPhase(BatchState now, BatchEvent happened)
    {
        var afterwards = happened is PiecesHandedOut or PiecesReturned or ComplaintMade or BatchRecalled;
        if (now.Phase == BatchPhase.Open && afterwards)
            throw new DocumentException("/type", "waits until the batch is closed: until then its pieces are not counted.");
        if (now.Phase == BatchPhase.Closed && !afterwards)
            throw new DocumentException("/type", "changes a closed batch. Append a correction with its reason instead.");
        if (now.Phase == BatchPhase.Abandoned)
            throw new DocumentException("/type", "changes a batch that was given up. Append a correction, or start another batch.");
    }

    private static int LineAt(BatchState now, int line, string pointer) =>
        line < now.Weighed.Length
            ? line
            : throw new DocumentException(pointer, $"is {line}, but the lines of this batch run from 0 to {now.Weighed.Length - 1}.");

    private static BatchState Weighed(BatchState now, LineWeighed one, long sequence, DateTimeOffset at)
    {
        var line = LineAt(now, one.Line, "/line");
        if ((now.GramsOf(line) ?? 0m) + one.Grams > BatchEventReader.MostGrams)
            throw new DocumentException("/grams", $"would bring the line above {BatchEventReader.MostGrams:0} g.");
        return now with { Weighed = now.Weighed.SetItem(line, now.Weighed[line].Add(new(sequence, at, one.Grams, one.Lot, one.LotKey))) };
    }

    private static BatchState Unweighed(BatchState now, LineUnweighed one)
    {
        var parts = now.Weighed[LineAt(now, one.Line, "/line")];
        return parts.IsEmpty
            ? throw new DocumentException("/line", "has nothing weighed that could be taken back.")
            : now with
            {
                Weighed = now.Weighed.SetItem(one.Line, parts.RemoveAt(parts.Length - 1)),
            };
    }

    private static BatchState Step(BatchState now, int number, StepOutcome outcome)
    {
        if (number < 1 || number > now.Plan.Method.Steps.Length)
            throw new DocumentException("/number", $"is {number}, but the steps run from 1 to {now.Plan.Method.Steps.Length}.");
        return now.Steps.TryGetValue(number, out var was)
            ? throw new DocumentException("/number", $"is {number}: that step is {(was.Skipped is null ? "done" : "left out")} already.")
            : now with
            {
                Steps = now.Steps.Add(number, outcome),
            };
    }

    private static BatchState Added(BatchState now, LinesAdded one, DateTimeOffset at)
    {
        var added = now.Added;
        for (var index = 0; index < one.Lines.Length; index++)
        {
            var line = LineAt(now, one.Lines[index], $"/lines/{index}");
            if (added.ContainsKey(line))
                throw new DocumentException($"/lines/{index}", $"is {line}: that line went in already.");
            added = added.Add(line, at);
        }

        return now with
        {
            Added = added,
        };
    }

    private static BatchState Split(BatchState now, BatchSplit one)
    {
        if (!now.Parts.IsEmpty)
            throw new DocumentException("/parts", "were named already. Take that entry back first.");
        if (one.Parts.Length < 2)
            throw new DocumentException("/parts", "must be two at least.");
        for (var part = 0; part < one.Parts.Length; part++)
        {
            for (var index = 0; index < one.Parts[part].Lines.Length; index++)
                LineAt(now, one.Parts[part].Lines[index], $"/parts/{part}/lines/{index}");
        }

        return one.Parts.Sum(part => part.Share) is var all and (< 1m - ShareRounding or > 1m + ShareRounding)
            ? throw new DocumentException("/parts", $"hold {Decimals.Trim(all)} of the batch together, and should hold all of it: 1.")
            : now with
            {
                Parts = one.Parts,
            };
    }

    /// <summary>Why the steps of the plan that were still open are left out once the pot is rescued.</summary>
    internal const string BegunAnew = "the pot was rescued: it is melted again, and its steps follow";

    /// <summary>What was planned grows by the additions and their steps; what was filled goes back into the pot.</summary>
    private static BatchState Rescued(BatchState now, PotRescued one, DateTimeOffset at)
    {
        RescuePlan.Check(now);
        var plan = one.Plan ?? throw new DocumentException("/additions", "have no plan.");
        var open = now.Plan.Method.Steps.Where(step => !now.Steps.ContainsKey(step.Number));
        return now with
        {
            Plan = now.Plan with
            {
                Formula = plan.Formula,
                BatchGrams = now.Plan.BatchGrams + plan.Lines.Sum(line => line.TargetGrams),
                Lines = now.Plan.Lines.AddRange(plan.Lines),
                Method = now.Plan.Method with { Steps = now.Plan.Method.Steps.AddRange(plan.Steps) },
            },
            Weighed = now.Weighed.AddRange(plan.Lines.Select(_ => ImmutableArray<WeighedPart>.Empty)),
            Steps = now.Steps.AddRange(open.Select(step => KeyValuePair.Create(step.Number, new StepOutcome(step.Number, at, BegunAnew)))),
            Places = now.Places.Add(new(at, Topics.Cooling.Surroundings.Room)),
            Filled = [],
            Rescues = now.Rescues.Add(new(at, one.Additions, now.Plan.Method.Steps.Length + 1)),
        };
    }

    private static BatchState Filled(BatchState now, ContainersFilled one, long sequence, DateTimeOffset at)
    {
        if (!one.Pieces.IsEmpty && one.Pieces.Length != one.Count)
            throw new DocumentException("/pieces", $"are {one.Pieces.Length}, and the count says {one.Count}.");
        return now with { Filled = now.Filled.Add(new(sequence, at, one.Container, one.Count, one.Grams, one.Pieces)) };
    }

    private static BatchState Returned(BatchState now, PiecesReturned one)
    {
        var away = now.Gone.Sum(gone => gone.Count) - now.Returned;
        return one.Count > away
            ? throw new DocumentException("/count", $"is {one.Count}, but {away} pieces are away.")
            : now with
            {
                Returned = now.Returned + one.Count,
            };
    }
}
