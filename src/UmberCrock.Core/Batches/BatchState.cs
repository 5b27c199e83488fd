using System.Collections.Immutable;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Batches;

/// <summary>Where a batch stands as a whole.</summary>
public enum BatchPhase
{
    /// <summary>The batch is being made at the stove.</summary>
    Open,

    /// <summary>The record is closed: only corrections and what becomes of the pieces are appended.</summary>
    Closed,

    /// <summary>The batch was given up before it was done.</summary>
    Abandoned,
}

/// <summary>Some of a line that was weighed at one time.</summary>
/// <param name="Sequence">The entry that says so.</param>
/// <param name="At">When it was weighed.</param>
/// <param name="Grams">How much it is, g.</param>
/// <param name="Lot">The mark of its lot; null where it is not said.</param>
/// <param name="LotKey">Key of its lot in the larder; null where the larder does not have it.</param>
public sealed record WeighedPart(long Sequence, DateTimeOffset At, decimal Grams, string? Lot, string? LotKey);

/// <summary>A step that was done or left out.</summary>
/// <param name="Number">Its number in the method.</param>
/// <param name="At">When it was done or left out.</param>
/// <param name="Skipped">Why it was left out; null when it was done.</param>
public sealed record StepOutcome(int Number, DateTimeOffset At, string? Skipped);

/// <summary>A temperature of the pot as it was kept.</summary>
public sealed record PotTemperature(long Sequence, DateTimeOffset At, decimal Celsius, bool Typed);

/// <summary>A place that the pot was moved to, and when.</summary>
public sealed record PotPlace(DateTimeOffset At, Surroundings To);

/// <summary>Containers of one kind that were filled together.</summary>
/// <param name="Sequence">The entry of the filling in the log.</param>
/// <param name="At">When the containers were filled.</param>
/// <param name="Container">What they are, in words.</param>
/// <param name="Count">How many were filled.</param>
/// <param name="Grams">What is in all of the containers together, g.</param>
/// <param name="Pieces">What is in each of the containers, g; none where they were not weighed one by one.</param>
public sealed record FilledContainers(
    long Sequence,
    DateTimeOffset At,
    string Container,
    int Count,
    decimal Grams,
    ImmutableArray<decimal> Pieces
);

/// <summary>A weight that is known, and what the scale said of it.</summary>
public sealed record ScaleCheck(DateTimeOffset At, decimal Grams, decimal Read);

/// <summary>A rescue of the pot: when, what was stirred in, and the number of its first step.</summary>
public sealed record PotRescue(DateTimeOffset At, ImmutableArray<RescueAddition> Additions, int FirstStep);

/// <summary>Finished pieces that left the shelf together.</summary>
public sealed record PiecesGone(long Sequence, DateTimeOffset At, int Count, PieceOutcome As, string To, string Note);

/// <summary>A correction as it is shown beside the entry it puts right.</summary>
/// <param name="Sequence">The entry of the correction.</param>
/// <param name="At">When it was appended.</param>
/// <param name="Of">The entry that it puts right.</param>
/// <param name="Text">The reason, in words.</param>
/// <param name="Old">The value that was written; null for a word alone.</param>
/// <param name="Now">The value that stands in its place; null for a word alone.</param>
public sealed record Correction(long Sequence, DateTimeOffset At, long Of, string Text, string? Old, string? Now);

/// <summary>What a batch is after its events: their fold.</summary>
public sealed record BatchState
{
    /// <summary>What was planned.</summary>
    public required BatchPlan Plan { get; init; }

    /// <summary>When it began.</summary>
    public required DateTimeOffset StartedAt { get; init; }

    /// <summary>Whether it is open, closed or given up.</summary>
    public BatchPhase Phase { get; init; }

    /// <summary>When it was closed or given up.</summary>
    public DateTimeOffset? EndedAt { get; init; }

    /// <summary>Who closed it, or why it was given up.</summary>
    public string EndedBy { get; init; } = "";

    /// <summary>What is in of each line.</summary>
    public required ImmutableArray<ImmutableArray<WeighedPart>> Weighed { get; init; }

    /// <summary>When each line was stirred in, by line.</summary>
    public ImmutableSortedDictionary<int, DateTimeOffset> Added { get; init; } = ImmutableSortedDictionary<int, DateTimeOffset>.Empty;

    /// <summary>Steps that are done or left out, by number.</summary>
    public ImmutableSortedDictionary<int, StepOutcome> Steps { get; init; } = ImmutableSortedDictionary<int, StepOutcome>.Empty;

    /// <summary>Temperatures of the pot, in order.</summary>
    public ImmutableArray<PotTemperature> Temperatures { get; init; } = [];

    /// <summary>Where the pot was moved to, in order; before that it stands in the room.</summary>
    public ImmutableArray<PotPlace> Places { get; init; } = [];

    /// <summary>The parts that it was split into; none while it is one.</summary>
    public ImmutableArray<BatchPart> Parts { get; init; } = [];

    /// <summary>Rescues of the pot, in order.</summary>
    public ImmutableArray<PotRescue> Rescues { get; init; } = [];

    /// <summary>Weights that the scale was checked with, in order.</summary>
    public ImmutableArray<ScaleCheck> Checks { get; init; } = [];

    /// <summary>Temperatures of the pot since it was last melted again, in order; all of them where it was not.</summary>
    public IEnumerable<PotTemperature> TemperaturesNow =>
        Rescues.IsEmpty ? Temperatures : Temperatures.Where(reading => reading.At > Rescues[^1].At);

    /// <summary>What was filled.</summary>
    public ImmutableArray<FilledContainers> Filled { get; init; } = [];

    /// <summary>Pieces that left the shelf.</summary>
    public ImmutableArray<PiecesGone> Gone { get; init; } = [];

    /// <summary>How many pieces came back.</summary>
    public int Returned { get; init; }

    /// <summary>True once all pieces were called back.</summary>
    public bool Recalled { get; init; }

    /// <summary>Corrections, in order.</summary>
    public ImmutableArray<Correction> Corrections { get; init; } = [];

    /// <summary>What the cup under the scale weighs, g; null while none was tared.</summary>
    public decimal? CupGrams { get; init; }

    /// <summary>What is in of a line, g; null when nothing was weighed.</summary>
    public decimal? GramsOf(int line) => Weighed[line].IsEmpty ? null : Weighed[line].Sum(part => part.Grams);

    /// <summary>All that was weighed, herbs that are strained out and the oil they keep left aside, g.</summary>
    public decimal InPotGrams => Enumerable.Range(0, Weighed.Length).Sum(InPot);

    /// <summary>What is in the pot of a line, g: nothing of what is strained out, and oil without what the herbs keep.</summary>
    /// <param name="line">Index of the line, from 0.</param>
    public decimal InPot(int line)
    {
        var planned = Plan.Lines[line];
        return planned.Strained ? 0m : Math.Max(0m, (GramsOf(line) ?? 0m) - HeldBack(line));
    }

    /// <summary>True once a line is stirred into others: said so itself, or by a step that is done.</summary>
    /// <param name="line">Index of the line, from 0.</param>
    public bool IsMixed(int line) =>
        Added.ContainsKey(line)
        || Plan.Method.Steps.Any(step =>
            step.Stage is not (MethodStage.Prepare or MethodStage.Weigh)
            && step.Lines.Contains(line)
            && Steps.TryGetValue(step.Number, out var outcome)
            && outcome.Skipped is null
        );

    /// <summary>True once every line that is wanted has been weighed.</summary>
    public bool IsAllWeighed =>
        Enumerable.Range(0, Weighed.Length).All(line => !Weighed[line].IsEmpty || Plan.Lines[line].TargetGrams == 0m);

    /// <summary>Keys of the lots of the larder that were weighed of.</summary>
    public IReadOnlyCollection<string> LotKeys =>
        [.. Weighed.SelectMany(parts => parts).Select(part => part.LotKey).OfType<string>().Distinct(StringComparer.Ordinal)];

    /// <summary>The day it was made: that of the last filling, else of the start.</summary>
    public DateOnly MadeOn => DateOnly.FromDateTime((Filled.IsEmpty ? StartedAt : Filled[^1].At).DateTime);

    /// <summary>How many pieces were filled.</summary>
    public int Pieces => Filled.Sum(filled => filled.Count);

    /// <summary>What each filled piece weighs, g: the mean of its filling where they were not weighed one by one.</summary>
    public IEnumerable<decimal> PieceGrams =>
        Filled.SelectMany(filled =>
            filled.Pieces.IsEmpty ? Enumerable.Repeat(filled.Grams / filled.Count, filled.Count) : filled.Pieces.AsEnumerable()
        );

    /// <summary>How many pieces are on the shelf: filled, not gone, or come back.</summary>
    public int OnShelf => Pieces - Gone.Sum(gone => gone.Count) + Returned;

    /// <summary>Where the pot stands.</summary>
    public Surroundings Place => Places.IsEmpty ? Surroundings.Room : Places[^1].To;

    /// <summary>What herbs keep of an oil: as planned, in proportion to the herbs that were weighed.</summary>
    private decimal HeldBack(int line)
    {
        var held = Plan.Lines[line].HeldBackGrams;
        if (held == 0m)
            return 0m;
        var herbs = Enumerable.Range(0, Plan.Lines.Length).Where(other => Plan.Lines[other].Strained).ToList();
        var wanted = herbs.Sum(herb => Plan.Lines[herb].TargetGrams);
        return wanted == 0m ? 0m : held * herbs.Sum(herb => GramsOf(herb) ?? 0m) / wanted;
    }
}
