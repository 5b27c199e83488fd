using System.Collections.Immutable;
using System.Globalization;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Labels;

namespace UmberCrock.Storage;

/// <summary>A study as it is kept.</summary>
public sealed record KeptStudy(long Id, string Key, StudyLog Log);

/// <summary>A study was appended to meanwhile.</summary>
public sealed class StudyBehindException() : Exception("Another window has entered something into this study meanwhile.");

/// <summary>Keeps studies: events are appended in one transaction, on disk when the call returns, read back and folded before.</summary>
public sealed partial class StudyStore(IDbContextFactory<CrockContext> contexts, Knowledge knowledge, TimeProvider clock)
{
    /// <summary>Today by the maker's clock.</summary>
    public DateOnly Today => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    private int GraceDays => StudyProgress.GraceDays(knowledge.Catalogue.Rules);

    /// <summary>Begins a study.</summary>
    /// <param name="setup">What it is of and what is planned.</param>
    /// <param name="device">Where it is begun.</param>
    /// <exception cref="DocumentException">Its plan cannot be.</exception>
    public Task<KeptStudy> StartAsync(StudySetup setup, string device) =>
        AddAsync(StudyLog.Start(setup, clock.GetLocalNow(), PlainText.OneLine(device)));

    /// <summary>Keeps a study with all that happened to it.</summary>
    /// <param name="whole">Its log.</param>
    public async Task<KeptStudy> AddAsync(StudyLog whole)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var log = ReadBack(whole);
        var row = RowOf(log);
        Fill(row, log, from: 0, knowledge);
        context.Studies.Add(row);
        await context.SaveChangesAsync();
        return new KeptStudy(row.Id, row.Key, log);
    }

    /// <summary>Appends an event.</summary>
    /// <param name="id">The study.</param>
    /// <param name="after">Sequence number of the last event that the caller knows.</param>
    /// <param name="happened">What happened, by what the study is now.</param>
    /// <param name="device">Where it was entered.</param>
    /// <returns>The study as it then stands; null when there is none.</returns>
    /// <exception cref="StudyBehindException">Others have appended since.</exception>
    /// <exception cref="DocumentException">The event cannot be; its pointer names the member.</exception>
    /// <exception cref="UnreadableRowException">What is kept of the study cannot be read.</exception>
    public async Task<KeptStudy?> AppendAsync(long id, long after, Func<StudyLog, StudyEvent> happened, string device)
    {
        await using var context = await contexts.CreateDbContextAsync();
        // Writers wait for one another here: what is read below is what is appended to.
        await using var transaction = await context.Database.BeginTransactionAsync();
        if (
            await context
                .Studies.Include(row => row.Checks)
                .Include(row => row.Outcomes)
                .AsSplitQuery()
                .FirstOrDefaultAsync(row => row.Id == id)
            is not { } row
        )
            return null;
        var was = await LogAsync(context, row);
        if (after < was.Sequence)
            throw new StudyBehindException();
        if (after > was.Sequence)
            throw new DocumentException("/after", $"is {(int)Math.Min(after, int.MaxValue)}, but the last entry is {(int)was.Sequence}.");
        var log = ReadBack(was.Append(clock.GetLocalNow(), PlainText.OneLine(device), happened(was)));
        Fill(row, log, from: was.Events.Length, knowledge);
        await context.SaveChangesAsync();
        await transaction.CommitAsync();
        await TellAsync(log);
        return new KeptStudy(row.Id, row.Key, log);
    }

    /// <summary>A study, or null.</summary>
    /// <exception cref="UnreadableRowException">It is there, but cannot be read.</exception>
    public async Task<KeptStudy?> FindAsync(long id)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Studies.AsNoTracking().FirstOrDefaultAsync(row => row.Id == id) is { } row
            ? new KeptStudy(row.Id, row.Key, await LogAsync(context, row))
            : null;
    }

    /// <summary>Sequence number of the last event of a study; null when there is none.</summary>
    public async Task<long?> SequenceAsync(long id)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Studies.Where(row => row.Id == id).Select(row => (long?)row.Sequence).FirstOrDefaultAsync();
    }

    /// <summary>Puts a study into the bin; its name, or null when there is none.</summary>
    /// <exception cref="StudyBehindException">It is no longer as the caller read it.</exception>
    public async Task<string?> DeleteAsync(long id, long after)
    {
        await using var context = await contexts.CreateDbContextAsync();
        if (await context.Studies.FirstOrDefaultAsync(row => row.Id == id) is not { } row)
            return null;
        if (row.Sequence != after)
            throw new StudyBehindException();
        row.DeletedAt = clock.GetUtcNow().ToUnixTimeMilliseconds();
        await context.SaveChangesAsync();
        await PrepareAsync();
        return row.Name;
    }

    /// <summary>The studies that came from a formula or a batch and can be read, newest first.</summary>
    /// <param name="formulaKey">Key of the formula; null for any.</param>
    /// <param name="batchKey">Key of the batch; null for any.</param>
    public async Task<IReadOnlyList<KeptStudy>> OfAsync(string? formulaKey, string? batchKey = null)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var rows = await context
            .Studies.AsNoTracking()
            .Include(row => row.Events)
            .Where(row => (formulaKey == null || row.FormulaKey == formulaKey) && (batchKey == null || row.BatchKey == batchKey))
            .OrderByDescending(row => row.Id)
            .ToListAsync();
        return RowReading.Each(rows, row => new KeptStudy(row.Id, row.Key, Read(row, row.Events))).Read;
    }

    /// <summary>What the studies of a formula say to its label; null where they say nothing.</summary>
    /// <param name="key">Key of the formula; null for one that is not kept.</param>
    /// <param name="now">The formula as the label states it.</param>
    public async Task<WatchedEvidence?> EvidenceAsync(string? key, Formula now) =>
        key is null
            ? null
            : StudyEvidence.Of(
                (await OfAsync(key)).Select(kept => kept.Log),
                now,
                knowledge.Workshop.NoLongerThanWatched,
                knowledge.Catalogue.Herbs,
                knowledge.Catalogue.Rules
            );

    /// <summary>Reads anew which looks failed, for the formulas they came from.</summary>
    public async Task PrepareAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        var keys = await context
            .Studies.Where(row => row.FormulaKey != null && row.Checks.Any(check => check.Verdict == StudyVerdict.Failed))
            .Select(row => row.FormulaKey!)
            .Distinct()
            .ToListAsync();
        var failures = ImmutableDictionary.CreateBuilder<string, StudyFailure>(StringComparer.Ordinal);
        foreach (var key in keys)
        {
            if (await FailureAsync(key) is { } failure)
                failures[key] = failure;
        }

        knowledge.Failures = failures.ToImmutable();
    }

    private async Task<StudyFailure?> FailureAsync(string key) => StudyFailure.Of((await OfAsync(key)).Select(kept => (kept.Id, kept.Log)));

    /// <summary>Tells the formula of a study what of it failed; nothing where nothing did before and nothing does now.</summary>
    private async Task TellAsync(StudyLog log)
    {
        if (log.Setup.FormulaKey is not { } key)
            return;
        if (!knowledge.Failures.ContainsKey(key) && log.Looks.Values.All(kept => kept.Look.Verdict != StudyVerdict.Failed))
            return;
        knowledge.Failures = await FailureAsync(key) is { } failure
            ? knowledge.Failures.SetItem(key, failure)
            : knowledge.Failures.Remove(key);
    }

    /// <summary>A row of a log, before it is filled.</summary>
    internal static StudyRow RowOf(StudyLog log) =>
        new()
        {
            Name = log.Setup.Name,
            FormulaKey = log.Setup.FormulaKey,
            BatchKey = log.Setup.BatchKey,
            Code = log.Setup.BatchCode,
            MadeOn = log.Setup.MadeOn,
            StartedAt = log.Events[0].At.ToUnixTimeMilliseconds(),
        };

    /// <summary>The log of a row, read and folded.</summary>
    /// <exception cref="UnreadableRowException">It cannot be.</exception>
    internal static StudyLog Read(StudyRow row, IEnumerable<StudyEventRow> events) =>
        RowReading.Read(RowKind.Study, row.Id.ToString(CultureInfo.InvariantCulture), $"Study of {row.Name}", () =>
            StudyLog.Of(
                events
                    .OrderBy(kept => kept.Sequence)
                    .Select(kept => new LoggedStudyEvent(
                        kept.Sequence,
                        DateTimeOffset.FromUnixTimeMilliseconds(kept.At).ToOffset(TimeSpan.FromMinutes(kept.OffsetMinutes)),
                        kept.Device,
                        StudyLog.Stored(kept.Document)
                    ))
            )
        );

    /// <summary>Puts events of a log into a row, with what lists need of them.</summary>
    /// <param name="row">The row.</param>
    /// <param name="log">The log.</param>
    /// <param name="from">How many of its events are in the row already.</param>
    /// <param name="knowledge">The rules.</param>
    internal static void Fill(StudyRow row, StudyLog log, int from, Knowledge knowledge)
    {
        foreach (var logged in log.Events.Skip(from))
        {
            row.Events.Add(
                new StudyEventRow
                {
                    Sequence = logged.Sequence,
                    At = logged.At.ToUnixTimeMilliseconds(),
                    OffsetMinutes = (int)logged.At.Offset.TotalMinutes,
                    Device = logged.Device,
                    Document = StudyLog.ToText(logged.Event),
                }
            );
        }

        (row.Sequence, row.IsEnded) = (log.Sequence, log.Ended is not null);
        var rules = knowledge.Catalogue.Rules;
        var checks = row.Checks.ToDictionary(check => check.Check, StringComparer.Ordinal);
        // On the day of making nothing is missed yet: what is open stays open, whenever it is asked for.
        foreach (var place in StudyProgress.Of(log, log.Setup.MadeOn.AddDays(-1), rules))
        {
            if (!checks.TryGetValue(place.Check.Id, out var kept))
                row.Checks.Add(kept = new StudyCheckRow { Check = place.Check.Id });
            (kept.Date, kept.IsOpen, kept.Verdict) = (place.Check.Date, place.Status == CheckStatus.Ahead, place.Kept?.Look.Verdict);
        }

        var outcomes = row.Outcomes.ToDictionary(outcome => outcome.Note, StringComparer.Ordinal);
        foreach (var seen in ForecastTally.Of(log, rules))
        {
            if (!outcomes.TryGetValue(seen.Code, out var kept))
                row.Outcomes.Add(kept = new StudyOutcomeRow { Note = seen.Code });
            (kept.About, kept.Outcome, kept.Lean) = (seen.About, seen.Outcome, seen.Lean);
            kept.SeenOn = seen.Day is { } day ? log.Setup.MadeOn.AddDays(day) : null;
        }
    }

    /// <summary>The log as it will be read: nothing is kept that could not be shown again.</summary>
    private static StudyLog ReadBack(StudyLog log) =>
        StudyLog.Of(
            log.Events.Select(logged =>
                logged with
                {
                    At = DateTimeOffset.FromUnixTimeMilliseconds(logged.At.ToUnixTimeMilliseconds()).ToOffset(logged.At.Offset),
                    Event = StudyLog.Stored(StudyLog.ToText(logged.Event)),
                }
            )
        );

    private static async Task<StudyLog> LogAsync(CrockContext context, StudyRow row) =>
        Read(row, await context.StudyEvents.AsNoTracking().Where(kept => kept.StudyId == row.Id).ToListAsync());
}
