using System.Collections.Immutable;
using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Batches;

/// <summary>
/// The events of a batch in order, and the state that they fold to. Immutable: an event that is appended makes a new log or is refused.
/// </summary>
public sealed class BatchLog
{
    /// <summary>The most events that a batch keeps: a probe a minute for two weeks.</summary>
    public const int MostEvents = 20_000;

    private BatchLog(ImmutableArray<LoggedEvent> events, BatchState state)
    {
        Events = events;
        State = state;
    }

    /// <summary>Everything that happened, in order; entries that were taken back stand in it.</summary>
    public ImmutableArray<LoggedEvent> Events { get; }

    /// <summary>What the batch is after them.</summary>
    public BatchState State { get; }

    /// <summary>Sequence number of the last event.</summary>
    public long Sequence => Events[^1].Sequence;

    /// <summary>Sequence numbers of the entries that were taken back.</summary>
    public ImmutableHashSet<long> Revoked => RevokedIn(Events);

    /// <summary>The log of a batch that has just begun.</summary>
    /// <param name="plan">What is planned.</param>
    /// <param name="at">When it begins.</param>
    /// <param name="device">Where it was begun.</param>
    public static BatchLog Start(BatchPlan plan, DateTimeOffset at, string device) =>
        new([new LoggedEvent(1, at, device, new BatchStarted(plan))], BatchFold.Start(plan, at));

    /// <summary>A batch from the events that were kept of it.</summary>
    /// <exception cref="DocumentException">They do not fold: one is missing, out of order, or cannot be.</exception>
    public static BatchLog Of(IEnumerable<LoggedEvent> kept)
    {
        ImmutableArray<LoggedEvent> events = [.. kept];
        if (events.IsEmpty || events[0].Event is not BatchStarted)
            throw new DocumentException("/events", "do not begin with a start.");
        for (var at = 0; at < events.Length; at++)
        {
            if (events[at].Sequence != at + 1)
                throw new DocumentException("/events", $"lack entry {at + 1}.");
        }

        return new BatchLog(events, Fold(events));
    }

    /// <summary>Appends an event: the log with one entry more.</summary>
    /// <param name="at">When it happened; not before the entry before it.</param>
    /// <param name="device">Where it was entered.</param>
    /// <param name="happened">What happened.</param>
    /// <exception cref="DocumentException">It cannot be: the pointer names the member of the event.</exception>
    public BatchLog Append(DateTimeOffset at, string device, BatchEvent happened)
    {
        if (at < Events[^1].At)
            throw new DocumentException("/at", $"lies before entry {(int)Sequence}, at {Moment(Events[^1].At)}.");
        if (Events.Length >= MostEvents)
            throw new DocumentException("/type", $"is one too many: a batch keeps {MostEvents} entries. Close it.");
        var logged = new LoggedEvent(Sequence + 1, at, device, happened);
        if (happened is not (EntryRevoked or EntryCorrected))
            return new(Events.Add(logged), BatchFold.Next(State, logged));
        CheckBackward(happened);
        var events = Events.Add(logged);
        try
        {
            return new(events, Fold(events));
        }
        catch (DocumentException later)
        {
            throw new DocumentException("/of", $"carries a later entry: {later.Problems[0].Reason} Take that back first.");
        }
    }

    /// <summary>The state of events in order, without those that are taken back, with the values that corrections set.</summary>
    private static BatchState Fold(ImmutableArray<LoggedEvent> events)
    {
        var revoked = RevokedIn(events);
        var corrected = new Dictionary<long, CorrectedValue>();
        var corrections = ImmutableArray.CreateBuilder<Correction>();
        foreach (var logged in events)
        {
            if (logged.Event is not EntryCorrected correction || revoked.Contains(logged.Sequence))
                continue;
            var was = With(events[(int)correction.Of - 1].Event, corrected.GetValueOrDefault(correction.Of));
            var (old, now) = correction.Set is { } set ? (Shown(was, set), Shown(With(was, set), set)) : (null, null);
            corrections.Add(new(logged.Sequence, logged.At, correction.Of, correction.Text, old, now));
            if (correction.Set is { } value)
                corrected[correction.Of] = value;
        }

        var state = BatchFold.Start(((BatchStarted)events[0].Event).Plan, events[0].At);
        foreach (var logged in events.Skip(1))
        {
            if (logged.Event is EntryRevoked or EntryCorrected || revoked.Contains(logged.Sequence))
                continue;
            state = BatchFold.Next(
                state,
                corrected.TryGetValue(logged.Sequence, out var set) ? logged with { Event = With(logged.Event, set) } : logged
            );
        }

        return state with
        {
            Corrections = corrections.ToImmutable(),
        };
    }

    private static string Moment(DateTimeOffset at) => at.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture);

    private static ImmutableHashSet<long> RevokedIn(ImmutableArray<LoggedEvent> events) =>
        [.. events.Select(logged => logged.Event).OfType<EntryRevoked>().Select(revoked => revoked.Of)];

    private void CheckBackward(BatchEvent happened)
    {
        var of = happened is EntryRevoked revoked ? revoked.Of : ((EntryCorrected)happened).Of;
        if (of < 1 || of > Sequence)
            throw new DocumentException("/of", $"is {(int)of}, but the entries run from 1 to {(int)Sequence}.");
        if (Revoked.Contains(of))
            throw new DocumentException("/of", $"is {(int)of}: that entry was taken back.");
        var entry = Events[(int)of - 1].Event;
        if (entry is EntryRevoked)
            throw new DocumentException("/of", $"is {(int)of}: a taking back stands. Enter anew what is to be.");
        if (happened is EntryCorrected { Set: { } set } && Shown(entry, set) is null)
            throw new DocumentException("/set", $"does not fit entry {(int)of}: it holds no such value.");
        if (happened is not EntryRevoked)
            return;
        if (State.Phase != BatchPhase.Open)
            throw new DocumentException("/type", "changes a closed batch. Append a correction with its reason instead.");
        if (entry is BatchStarted)
            throw new DocumentException("/of", "is the start. Give the batch up instead.");
    }

    private static BatchEvent With(BatchEvent entry, CorrectedValue? set) =>
        (entry, set) switch
        {
            (_, null) => entry,
            (LineWeighed one, { Grams: { } grams }) => one with { Grams = grams },
            (LineWeighed one, { Lot: { } lot }) => one with { Lot = lot, LotKey = set.LotKey },
            (ContainersFilled one, { Grams: { } grams }) => one with { Grams = grams },
            (ContainersFilled one, { Pieces: { } pieces }) => one with { Pieces = pieces, Count = pieces.Length, Grams = pieces.Sum() },
            (ContainersFilled one, { Count: { } count }) => one with { Count = count, Pieces = [] },
            (PiecesHandedOut one, { Count: { } count }) => one with { Count = count },
            (PotRead one, { Celsius: { } celsius }) => one with { Celsius = celsius },
            _ => entry,
        };

    /// <summary>The value of an entry that a correction is about, in words; null when it has no such value.</summary>
    private static string? Shown(BatchEvent entry, CorrectedValue set) =>
        (entry, set) switch
        {
            (LineWeighed one, { Grams: not null }) => $"{Decimals.Trim(one.Grams)} g",
            (LineWeighed one, { Lot: not null }) => one.Lot ?? "no lot",
            (ContainersFilled one, { Grams: not null }) => $"{Decimals.Trim(one.Grams)} g",
            (ContainersFilled one, { Pieces: not null }) => one.Pieces.IsEmpty
                ? $"{one.Count} in all {Decimals.Trim(one.Grams)} g"
                : string.Join(", ", one.Pieces.Select(piece => Decimals.Trim(piece))),
            (ContainersFilled one, { Count: not null }) => $"{one.Count}",
            (PiecesHandedOut one, { Count: not null }) => $"{one.Count}",
            (PotRead one, { Celsius: not null }) => $"{Decimals.Celsius(Decimals.Trim(one.Celsius))}",
            _ => null,
        };
}
