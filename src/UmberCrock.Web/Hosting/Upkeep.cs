using UmberCrock.Core.Documents;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;
using UmberCrock.Web.Access;

namespace UmberCrock.Web.Hosting;

/// <summary>
/// What is done without being asked: a copy after each day of use, the log written into the file and memory given back when nobody works,
/// the bin emptied of what has lain there for 30 days,
/// the door for phones closed when it should be.
/// </summary>
internal sealed class Upkeep(
    DataFolder folder,
    Copies copies,
    DataHouse house,
    BinStore bin,
    Pairing pairing,
    IncomingFiles incoming,
    TimeProvider clock,
    ILogger<Upkeep> log
) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromSeconds(15);
    private static readonly TimeSpan Idle = TimeSpan.FromSeconds(10);

    /// <summary>Why the last copy of a day was not made; null when all is well.</summary>
    public string? Trouble { get; private set; }

    /// <summary>Does once what is due.</summary>
    public async Task DoAsync()
    {
        pairing.Tidy();
        incoming.Tidy();
        await CopyAfterADayAsync();
        await bin.EmptyAsync();
        var written = new FileInfo($"{folder.DataFile}-wal");
        if (written is { Exists: true, Length: > 0 } && clock.GetUtcNow().UtcDateTime - written.LastWriteTimeUtc > Idle)
        {
            await house.CheckpointAsync();
            // Work is over for now: the memory it took is given back, while nobody waits for an answer.
            SpareMemory.GiveBack();
        }
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Every, clock);
        do
        {
            try
            {
                await Task.Run(DoAsync, stoppingToken);
            }
            catch (Exception problem) when (problem is not OperationCanceledException)
            {
                UpkeepLog.Failed(log, problem);
            }
        } while (!stoppingToken.IsCancellationRequested && await NextAsync(timer, stoppingToken));
    }

    private static async Task<bool> NextAsync(PeriodicTimer timer, CancellationToken stop)
    {
        try
        {
            return await timer.WaitForNextTickAsync(stop);
        }
        catch (OperationCanceledException)
        {
            return false;
        }
    }

    private async Task CopyAfterADayAsync()
    {
        var last = copies.List() is [var newest, ..]
            ? newest.MadeAt
            : new DateTimeOffset(File.GetCreationTimeUtc(folder.DataFile), TimeSpan.Zero);
        var changed = new[] { folder.DataFile, $"{folder.DataFile}-wal" }.Where(File.Exists).Max(File.GetLastWriteTimeUtc);
        if (DayOf(last) >= DayOf(clock.GetUtcNow()) || changed <= last.UtcDateTime)
            return;
        try
        {
            await house.CopyAsync(CopyReason.Day);
            await house.TidyPicturesAsync(clock.GetUtcNow());
            Trouble = null;
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or DataFileException or Microsoft.Data.Sqlite.SqliteException)
        {
            Trouble = $"The copy of yesterday was not made: {problem.Message}";
            UpkeepLog.NoCopy(log, problem.Message);
        }
    }

    private DateOnly DayOf(DateTimeOffset time) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(time, clock.LocalTimeZone).DateTime);
}

internal static partial class UpkeepLog
{
    [LoggerMessage(Level = LogLevel.Error, Message = "Upkeep failed; it is tried again")]
    public static partial void Failed(ILogger log, Exception exception);

    [LoggerMessage(Level = LogLevel.Warning, Message = "The copy of a day was not made: {Why}")]
    public static partial void NoCopy(ILogger log, string why);
}

/// <summary>Saved files that were given to be opened, between their preview and the answer to it.</summary>
internal sealed class IncomingFiles(DataFolder folder, TimeProvider clock)
{
    /// <summary>The largest that is taken.</summary>
    public const long MostBytes = 512L * 1024 * 1024;

    private const int TokenBytes = 16;
    private static readonly TimeSpan Lives = TimeSpan.FromHours(6);

    private string Folder => Path.Combine(folder.Path, "incoming");

    /// <summary>Keeps one; its token.</summary>
    public async Task<string> KeepAsync(Stream content, CancellationToken cancel)
    {
        var token = AccessKeeper.Token(TokenBytes);
        DataFolder.Made(Folder);
        await using var file = new FileStream(
            PathOf(token),
            new FileStreamOptions
            {
                Mode = FileMode.CreateNew,
                Access = FileAccess.Write,
                UnixCreateMode = DataFolder.OwnerOnly,
            }
        );
        await content.CopyToAsync(file, cancel);
        return token;
    }

    /// <summary>Where one lies.</summary>
    /// <exception cref="DocumentException">It is not there any more.</exception>
    public string Find(string? token) =>
        token is { Length: > 10 and < 40 }
        && token.All(letter => char.IsAsciiLetterOrDigit(letter) || letter is '-' or '_')
        && File.Exists(PathOf(token))
            ? PathOf(token)
            : throw new DocumentException("/file", "That file is no longer here. Choose it again.");

    /// <summary>Takes one away.</summary>
    public static void Remove(string path) => File.Delete(path);

    /// <summary>Takes those away that nobody answered for.</summary>
    public void Tidy()
    {
        if (!Directory.Exists(Folder))
            return;
        foreach (
            var old in new DirectoryInfo(Folder)
                .EnumerateFiles()
                .Where(file => clock.GetUtcNow().UtcDateTime - file.LastWriteTimeUtc > Lives)
        )
            old.Delete();
    }

    private string PathOf(string token) => Path.Combine(Folder, $"{token}.zip");
}
