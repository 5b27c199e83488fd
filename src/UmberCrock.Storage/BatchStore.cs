using System.Globalization;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;

namespace UmberCrock.Storage;

/// <summary>A batch as it is kept.</summary>
public sealed record KeptBatch(long Id, string Key, BatchLog Log);

/// <summary>A batch in a list.</summary>
/// <param name="Id">Key.</param>
/// <param name="Code">The code on its jars.</param>
/// <param name="Name">What it is called.</param>
/// <param name="FormulaKey">Key of the formula it was made from.</param>
/// <param name="Phase">Open, closed or given up.</param>
/// <param name="Sequence">Sequence number of its last event.</param>
/// <param name="StartedAt">When it began.</param>
/// <param name="EndedAt">When it was closed or given up.</param>
/// <param name="BatchGrams">What it was planned to come to, g.</param>
/// <param name="FilledGrams">What was filled, g.</param>
/// <param name="Pieces">How many pieces were filled.</param>
public sealed record BatchPlace(
    long Id,
    string Code,
    string Name,
    string? FormulaKey,
    BatchPhase Phase,
    long Sequence,
    DateTimeOffset StartedAt,
    DateTimeOffset? EndedAt,
    decimal BatchGrams,
    decimal FilledGrams,
    int Pieces
);

/// <summary>What a batch took of a lot.</summary>
public sealed record LotUse(BatchPlace Batch, string Ingredient, string Lot, string? LotKey, decimal Grams);

/// <summary>Others have appended to the batch since the caller read it.</summary>
public sealed class BatchBehindException(IReadOnlyList<LoggedEvent> since)
    : Exception("Others have appended to this batch since it was read.")
{
    /// <summary>What they appended.</summary>
    public IReadOnlyList<LoggedEvent> Since { get; } = since;
}

/// <summary>A batch was appended to.</summary>
/// <param name="id">Its key.</param>
/// <param name="sequence">The number of its last event.</param>
public sealed class BatchAppendedEventArgs(long id, long sequence) : EventArgs
{
    /// <summary>Key of the batch.</summary>
    public long Id => id;

    /// <summary>The number of its last event.</summary>
    public long Sequence => sequence;
}

/// <summary>Which batches are asked for.</summary>
/// <param name="Open">True for open ones, false for those that are over; null for all.</param>
/// <param name="FormulaKey">Key of the formula they were made from; null for all.</param>
/// <param name="Lot">Key or mark of a lot that is in them; null for all.</param>
public sealed record BatchQuestion(bool? Open, string? FormulaKey, string? Lot);

/// <summary>
/// Keeps batches: events are appended in one transaction, on disk when the call returns, read back and folded before; lots are drawn down
/// with them.
/// </summary>
public sealed class BatchStore(IDbContextFactory<CrockContext> contexts, Knowledge knowledge, TimeProvider clock)
{
    /// <summary>Longest name of where an event was entered, letters.</summary>
    public const int LongestDevice = 60;

    /// <summary>Told of every batch that was appended to, once it is on disk.</summary>
    public event EventHandler<BatchAppendedEventArgs>? Appended;

    /// <summary>Begins a batch.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="request">What the batch is to be.</param>
    /// <param name="device">Where it is begun.</param>
    /// <exception cref="DocumentException">The formula's lines do not make 100, or there is nothing to weigh.</exception>
    public async Task<KeptBatch> StartAsync(Formula formula, BatchRequest request, string device)
    {
        await using var context = await contexts.CreateDbContextAsync();
        await using var transaction = await context.Database.BeginTransactionAsync();
        var now = clock.GetLocalNow();
        var code = await CodeAsync(context, now, knowledge.Workshop.CodePattern);
        var plan = BatchPlanner.Of(formula, request, code, knowledge.Catalogue, knowledge.Settings);
        var log = ReadBack(BatchLog.Start(plan, now, PlainText.OneLine(device)));
        var row = new BatchRow
        {
            Code = code,
            Name = plan.Name,
            FormulaKey = plan.FormulaKey,
            StartedAt = now.ToUnixTimeMilliseconds(),
            BatchGrams = plan.BatchGrams,
        };
        Fill(row, log, from: 0);
        context.Batches.Add(row);
        await context.SaveChangesAsync();
        await transaction.CommitAsync();
        return new KeptBatch(row.Id, row.Key, log);
    }

    /// <summary>Appends events, all or none.</summary>
    /// <param name="id">The batch.</param>
    /// <param name="after">Sequence number of the last event that the caller knows.</param>
    /// <param name="events">What happened, each with its time or null for now.</param>
    /// <param name="device">Where it was entered.</param>
    /// <returns>The batch as it then stands; null when there is none.</returns>
    /// <exception cref="BatchBehindException">Others have appended since.</exception>
    /// <exception cref="DocumentException">An event cannot be; its pointer is /events/n/member.</exception>
    /// <exception cref="UnreadableRowException">What is kept of the batch cannot be read.</exception>
    public async Task<KeptBatch?> AppendAsync(
        long id,
        long after,
        IReadOnlyList<(BatchEvent Event, DateTimeOffset? At)> events,
        string device
    )
    {
        await using var context = await contexts.CreateDbContextAsync();
        // Writers wait for one another here: what is read below is what is appended to.
        await using var transaction = await context.Database.BeginTransactionAsync();
        if (await context.Batches.Include(row => row.Lots).FirstOrDefaultAsync(row => row.Id == id) is not { } row)
            return null;
        var was = await LogAsync(context, row);
        if (after < was.Sequence)
            throw new BatchBehindException([.. was.Events.Where(logged => logged.Sequence > after)]);
        if (after > was.Sequence)
            throw new DocumentException("/after", $"is {(int)Math.Min(after, int.MaxValue)}, but the last entry is {(int)was.Sequence}.");
        var log = was;
        for (var index = 0; index < events.Count; index++)
        {
            var (happened, at) = events[index];
            try
            {
                log = log.Append(MomentOf(at, log), PlainText.OneLine(device), await CompleteAsync(context, log, happened));
            }
            catch (DocumentException refused)
            {
                throw new DocumentException([
                    .. refused.Problems.Select(problem => problem with { Pointer = Pointer(index, problem.Pointer) }),
                ]);
            }
        }

        log = ReadBack(log);
        Fill(row, log, from: was.Events.Length);
        await BatchLots.DrawAsync(context, row, log.State);
        await context.SaveChangesAsync();
        await transaction.CommitAsync();
        Appended?.Invoke(this, new BatchAppendedEventArgs(row.Id, log.Sequence));
        return new KeptBatch(row.Id, row.Key, log);
    }

    /// <summary>A batch, or null.</summary>
    /// <exception cref="UnreadableRowException">It is there, but cannot be read.</exception>
    public async Task<KeptBatch?> FindAsync(long id)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Batches.AsNoTracking().FirstOrDefaultAsync(row => row.Id == id) is { } row
            ? new KeptBatch(row.Id, row.Key, await LogAsync(context, row))
            : null;
    }

    /// <summary>Number of the batch with a key; 0 when there is none.</summary>
    public async Task<long> IdOfAsync(string key)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Batches.Where(row => row.Key == key).Select(row => row.Id).FirstOrDefaultAsync();
    }

    /// <summary>Sequence number of the last event of a batch; null when there is none.</summary>
    public async Task<long?> SequenceAsync(long id)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Batches.Where(row => row.Id == id).Select(row => (long?)row.Sequence).FirstOrDefaultAsync();
    }

    /// <summary>A stretch of the batches, newest first, and how many there are in all.</summary>
    public async Task<(IReadOnlyList<BatchPlace> Batches, int Total)> ListAsync(BatchQuestion question, int skip, int take)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var rows = context.Batches.AsNoTracking();
        if (question.Open is { } open)
            rows = rows.Where(row => row.Phase == BatchPhase.Open == open);
        if (question.FormulaKey is { } formula)
            rows = rows.Where(row => row.FormulaKey == formula);
        if (question.Lot is { } lot)
        {
            // Asked once, not for every batch.
            var holding = context.Set<BatchLotRow>().Where(used => used.LotKey == lot || used.Lot == lot).Select(used => used.BatchId);
            rows = rows.Where(row => holding.Contains(row.Id));
        }

        var total = await rows.CountAsync();
        var page = await rows.OrderByDescending(row => row.StartedAt).ThenByDescending(row => row.Id).Skip(skip).Take(take).ToListAsync();
        return ([.. page.Select(Place)], total);
    }

    /// <summary>The batches to which something was entered between two moments, oldest first; those that cannot be read are left
    /// out.</summary>
    /// <param name="from">The first moment.</param>
    /// <param name="until">The moment after the last.</param>
    public async Task<IReadOnlyList<BatchState>> BetweenAsync(DateTimeOffset from, DateTimeOffset until)
    {
        var (first, after) = (from.ToUnixTimeMilliseconds(), until.ToUnixTimeMilliseconds());
        await using var context = await contexts.CreateDbContextAsync();
        var rows = await context
            .Batches.AsNoTracking()
            .Where(row => row.Events.Any(one => one.At >= first && one.At < after))
            .OrderBy(row => row.StartedAt)
            .ToListAsync();
        var ids = rows.Select(row => row.Id).ToHashSet();
        var events = (await context.BatchEvents.AsNoTracking().Where(kept => ids.Contains(kept.BatchId)).ToListAsync()).ToLookup(kept =>
            kept.BatchId
        );
        var states = new List<BatchState>();
        foreach (var row in rows)
        {
            try
            {
                states.Add(Read(row, events[row.Id].OrderBy(kept => kept.Sequence)).State);
            }
            catch (UnreadableRowException)
            {
                // The page of batches says so, in a line of its own.
            }
        }

        return states;
    }

    /// <summary>What went where of some lots, oldest batch first.</summary>
    /// <param name="lotKeys">Keys of the lots.</param>
    public async Task<IReadOnlyList<LotUse>> UsesAsync(IReadOnlyCollection<string> lotKeys)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var rows = await context
            .Batches.AsNoTracking()
            .SelectMany(row => row.Lots, (row, used) => new { row, used })
            .Where(one => one.used.LotKey != null && lotKeys.Contains(one.used.LotKey))
            .OrderBy(one => one.row.StartedAt)
            .ToListAsync();
        return [.. rows.Select(one => new LotUse(Place(one.row), one.used.Ingredient, one.used.Lot, one.used.LotKey, one.used.Grams))];
    }

    internal static BatchPlace Place(BatchRow row) =>
        new(
            row.Id,
            row.Code,
            row.Name,
            row.FormulaKey,
            row.Phase,
            row.Sequence,
            DateTimeOffset.FromUnixTimeMilliseconds(row.StartedAt).ToLocalTime(),
            row.EndedAt is { } ended ? DateTimeOffset.FromUnixTimeMilliseconds(ended).ToLocalTime() : null,
            row.BatchGrams,
            row.FilledGrams,
            row.Pieces
        );

    /// <summary>The log of a row, read and folded.</summary>
    /// <exception cref="UnreadableRowException">It cannot be.</exception>
    internal static BatchLog Read(BatchRow row, IEnumerable<BatchEventRow> events) =>
        RowReading.Read(RowKind.Batch, row.Id.ToString(CultureInfo.InvariantCulture), $"{row.Name}, batch {row.Code}", () =>
            BatchLog.Of(
                events.Select(kept => new LoggedEvent(
                    kept.Sequence,
                    DateTimeOffset.FromUnixTimeMilliseconds(kept.At).ToOffset(TimeSpan.FromMinutes(kept.OffsetMinutes)),
                    kept.Device,
                    BatchEventReader.Stored(kept.Document)
                ))
            )
        );

    /// <summary>Puts events of a log into a row, with what lists need of them.</summary>
    /// <param name="row">The row.</param>
    /// <param name="log">The log.</param>
    /// <param name="from">How many of its events are in the row already.</param>
    internal static void Fill(BatchRow row, BatchLog log, int from)
    {
        foreach (var logged in log.Events.Skip(from))
        {
            row.Events.Add(
                new BatchEventRow
                {
                    Sequence = logged.Sequence,
                    At = logged.At.ToUnixTimeMilliseconds(),
                    OffsetMinutes = (int)logged.At.Offset.TotalMinutes,
                    Device = logged.Device,
                    Document = BatchEventWriter.ToText(logged.Event),
                }
            );
        }

        var state = log.State;
        (row.Phase, row.Sequence, row.EndedAt) = (state.Phase, log.Sequence, state.EndedAt?.ToUnixTimeMilliseconds());
        (row.FilledGrams, row.Pieces) = (state.Filled.Sum(filled => filled.Grams), state.Pieces);
    }

    /// <summary>An event with what the larder and the rules add to it: the lot that is meant, the plan of a rescue.</summary>
    private async Task<BatchEvent> CompleteAsync(CrockContext context, BatchLog log, BatchEvent happened) =>
        happened is PotRescued rescued
            ? rescued with
            {
                Plan = RescuePlan.Of(log.State, rescued.Additions, knowledge.Catalogue, knowledge.Settings),
            }
            : await BatchLots.WithLotAsync(context, log, happened);

    /// <summary>The next code of the maker's pattern that no batch has.</summary>
    private static async Task<string> CodeAsync(CrockContext context, DateTimeOffset now, string pattern)
    {
        var day = DateOnly.FromDateTime(now.DateTime);
        var taken = (await context.Batches.IgnoreQueryFilters().Select(row => row.Code).ToListAsync()).ToHashSet(StringComparer.Ordinal);
        for (var number = 1; ; number++)
        {
            if (BatchCode.Of(pattern, day, number) is var code && !taken.Contains(code))
                return code;
        }
    }

    /// <summary>When an event happened: as it says, never in the future; else now, or with the entry before it where the clock was set
    /// back.</summary>
    private DateTimeOffset MomentOf(DateTimeOffset? at, BatchLog log)
    {
        var now = clock.GetLocalNow();
        if (at is { } said)
            return said <= now ? said : throw new DocumentException("/at", "lies in the future.");
        return now < log.Events[^1].At ? log.Events[^1].At : now;
    }

    /// <summary>The log as it will be read: nothing is kept that could not be shown again.</summary>
    private static BatchLog ReadBack(BatchLog log) =>
        BatchLog.Of(
            log.Events.Select(logged =>
                logged with
                {
                    At = DateTimeOffset.FromUnixTimeMilliseconds(logged.At.ToUnixTimeMilliseconds()).ToOffset(logged.At.Offset),
                    Event = BatchEventReader.Stored(BatchEventWriter.ToText(logged.Event)),
                }
            )
        );

    private static async Task<BatchLog> LogAsync(CrockContext context, BatchRow row) =>
        Read(
            row,
            await context.BatchEvents.AsNoTracking().Where(kept => kept.BatchId == row.Id).OrderBy(kept => kept.Sequence).ToListAsync()
        );

    private static string Pointer(int index, string pointer) =>
        string.Create(CultureInfo.InvariantCulture, $"/events/{index}{(pointer == "/" ? "" : pointer)}");
}
