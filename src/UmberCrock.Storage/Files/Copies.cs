using System.Globalization;
using System.IO.Compression;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;

namespace UmberCrock.Storage.Files;

/// <summary>Why a copy was made.</summary>
public enum CopyReason
{
    /// <summary>A day of use is over.</summary>
    Day,

    /// <summary>The person asked for it.</summary>
    Asked,

    /// <summary>The file was about to be upgraded.</summary>
    Upgrade,

    /// <summary>Another copy was about to be put in its place.</summary>
    Restore,

    /// <summary>A saved file was about to be opened into it.</summary>
    Open,
}

/// <summary>A copy of the data file: packed with gzip, checked when it was made.</summary>
/// <param name="Path">Where it lies.</param>
/// <param name="MadeAt">When it was made, UTC.</param>
/// <param name="Reason">Why.</param>
/// <param name="Bytes">Its size on the disk.</param>
public sealed record DataCopy(string Path, DateTimeOffset MadeAt, CopyReason Reason, long Bytes)
{
    /// <summary>Its name.</summary>
    public string Name => System.IO.Path.GetFileName(Path);
}

/// <summary>
/// Copies of the data file, made by SQLite's own backup while the application works, checked with its integrity check, packed, and thinned:
/// one a day for a week, one a
/// week for a month, one a month for a year, together at most 2 GB or a tenth of what is free; the newest three always stay.
/// </summary>
/// <param name="usual">The folder they lie in unless another is chosen.</param>
/// <param name="clock">The time.</param>
public sealed partial class Copies(string usual, TimeProvider clock) : IDisposable
{
    /// <summary>Days, weeks and months of which one copy each is kept.</summary>
    public const int Days = 7,
        Weeks = 4,
        Months = 12;

    /// <summary>So many of the newest stay, whatever they weigh.</summary>
    public const int Always = 3;

    private const long MostBytes = 2L * 1024 * 1024 * 1024;
    private const int PartOfFree = 10;
    private const int DaysInWeek = 7;
    private const int LeastPacked = 18;
    private const int Piece = 1024 * 1024;
    private static readonly TimeSpan Breath = TimeSpan.FromMilliseconds(8);
    private readonly SemaphoreSlim turn = new(1);
    private string? place;

    /// <summary>The folder they go to.</summary>
    public string Folder => place ?? usual;

    /// <summary>Why the place that was chosen is not used; null when it is.</summary>
    public string? Trouble { get; private set; }

    /// <summary>Sets the place; the usual one where it is empty or cannot be written to, and says so in <see cref="Trouble"/>.</summary>
    public void Use(string? chosen)
    {
        (place, Trouble) = (null, null);
        if (string.IsNullOrWhiteSpace(chosen))
            return;
        if (Problem(chosen) is { } problem)
            Trouble = $"{chosen} is not used: {problem} Copies go to the data folder meanwhile.";
        else
            place = chosen;
    }

    /// <summary>Why copies cannot go to a folder, in words; null when they can.</summary>
    public static string? Problem(string folder)
    {
        if (!Path.IsPathFullyQualified(folder))
            return "give the folder in full, from /.";
        try
        {
            DataFolder.Made(folder);
            var probe = Path.Combine(folder, $".umber-crock-{Guid.NewGuid():N}");
            File.WriteAllText(probe, "");
            File.Delete(probe);
            return null;
        }
        catch (Exception refused) when (refused is IOException or UnauthorizedAccessException or ArgumentException or NotSupportedException)
        {
            return "it cannot be made or written to.";
        }
    }

    /// <inheritdoc/>
    public void Dispose() => turn.Dispose();

    /// <summary>The copies there are, newest first.</summary>
    public IReadOnlyList<DataCopy> List() =>
        Directory.Exists(Folder)
            ?
            [
                .. new DirectoryInfo(Folder)
                    .EnumerateFiles("umber-crock-*.db.gz")
                    .Select(CopyOf)
                    .OfType<DataCopy>()
                    .OrderByDescending(copy => copy.MadeAt)
                    .ThenByDescending(copy => copy.Name, StringComparer.Ordinal),
            ]
            : [];

    /// <summary>Makes a copy and thins the others.</summary>
    /// <exception cref="DataFileException">What was copied does not hold together; the copy was thrown away.</exception>
    public async Task<DataCopy> MakeAsync(string dataFile, CopyReason reason)
    {
        await turn.WaitAsync();
        try
        {
            DataFolder.Made(Folder);
            var name = string.Create(
                CultureInfo.InvariantCulture,
                $"umber-crock-{clock.GetUtcNow().UtcDateTime:yyyyMMdd'T'HHmmssfff'Z'}-{reason.ToString().ToLowerInvariant()}.db.gz"
            );
            var (path, plain) = (Path.Combine(Folder, name), Path.Combine(Folder, $"{name}.part.db"));
            try
            {
                await BackUpAsync(dataFile, plain);
                await CheckAsync(plain);
                Pack(plain, path);
                // Once in all, beside the copies: a picture never changes.
                PictureFolder.Beside(dataFile).ShareWith(PictureFolder.Beside(path));
            }
            finally
            {
                DataFile.RemoveAll(plain);
            }

            Thin();
            return CopyOf(new FileInfo(path))!;
        }
        finally
        {
            turn.Release();
        }
    }

    /// <summary>Unpacks a copy (packed or plain) and brings it up to date; the caller takes the file away.</summary>
    /// <exception cref="DataFileException">It is no copy, of a newer version, or damaged.</exception>
    public static async Task UnpackAsync(string copy, string into)
    {
        DataFile.RemoveAll(into);
        try
        {
            await using (var packed = File.OpenRead(copy))
            await using (
                var target = new FileStream(
                    into,
                    new FileStreamOptions
                    {
                        Mode = FileMode.CreateNew,
                        Access = FileAccess.Write,
                        UnixCreateMode = DataFolder.OwnerOnly,
                    }
                )
            )
            {
                if (copy.EndsWith(".gz", StringComparison.Ordinal))
                {
                    await using var plain = new GZipStream(packed, CompressionMode.Decompress);
                    await plain.CopyToAsync(target);
                }
                else
                {
                    await packed.CopyToAsync(target);
                }
            }

            if (!IsWhole(copy, into) || !DataFile.IsSqlite(into))
                throw new InvalidDataException("it is cut short, or holds no data file");
            await CheckAsync(into);
            await DataFile.IsCurrentAsync(into);
            await DataFile.MigrateAsync(into);
        }
        catch (Exception refused) when (refused is SqliteException or InvalidDataException or DataFileException)
        {
            DataFile.RemoveAll(into);
            throw refused as DataFileException
                ?? new DataFileException(
                    $"{copy} cannot be used: it is damaged, or no copy of a data file ({refused.Message}). Choose another one."
                );
        }
    }

    /// <summary>Which copies are to go: those that stand for no day, week or month, then the oldest until the rest fits.</summary>
    /// <param name="copies">All of them, newest first.</param>
    /// <param name="now">The time, UTC.</param>
    /// <param name="mostBytes">What they may weigh together.</param>
    public static IReadOnlyList<DataCopy> TooMany(IReadOnlyList<DataCopy> copies, DateTimeOffset now, long mostBytes)
    {
        var kept = copies.Take(Always).ToHashSet();
        var today = now.UtcDateTime.Date;
        // Copies made before something was done to the file are the way back from it: a month long.
        kept.UnionWith(copies.Where(copy => copy.Reason != CopyReason.Day && copy.MadeAt.UtcDateTime.Date > today.AddMonths(-1)));
        Stand(copy => copy.MadeAt.UtcDateTime.Date, today.AddDays(-Days));
        Stand(copy => Monday(copy.MadeAt.UtcDateTime.Date), today.AddDays(-Weeks * DaysInWeek));
        Stand(copy => new DateTime(copy.MadeAt.UtcDateTime.Year, copy.MadeAt.UtcDateTime.Month, 1), today.AddMonths(-Months));
        var gone = copies.Where(copy => !kept.Contains(copy)).ToList();
        var left = copies.Where(kept.Contains).ToList();
        while (left.Count > Always && left.Sum(copy => copy.Bytes) > mostBytes)
        {
            gone.Add(left[^1]);
            left.RemoveAt(left.Count - 1);
        }

        return gone;

        // The newest of each stretch stands for it.
        void Stand(Func<DataCopy, DateTime> stretch, DateTime since) =>
            kept.UnionWith(copies.Where(copy => copy.MadeAt.UtcDateTime.Date > since).GroupBy(stretch).Select(group => group.First()));

        static DateTime Monday(DateTime day) => day.AddDays(-(((int)day.DayOfWeek + 6) % DaysInWeek));
    }

    /// <summary>Checks a file with SQLite's own check.</summary>
    /// <exception cref="DataFileException">It does not hold together.</exception>
    public static async Task CheckAsync(string file)
    {
        await using var connection = await DataFile.OpenAsync(file, SqliteOpenMode.ReadOnly);
        await using var check = connection.CreateCommand();
        check.CommandText = "PRAGMA integrity_check(3);";
        if (await check.ExecuteScalarAsync() is string answer && answer != "ok")
            throw new DataFileException($"{file} is damaged: {answer}.");
    }

    /// <summary>A packed file ends with the length of what it holds (RFC 1952), which tells one that was cut short: unpacking does
    /// not.</summary>
    private static bool IsWhole(string copy, string unpacked)
    {
        if (!copy.EndsWith(".gz", StringComparison.Ordinal))
            return true;
        using var packed = File.OpenRead(copy);
        var end = new byte[sizeof(uint)];
        if (packed.Length < LeastPacked)
            return false;
        packed.Seek(-end.Length, SeekOrigin.End);
        packed.ReadExactly(end);
        return System.Buffers.Binary.BinaryPrimitives.ReadUInt32LittleEndian(end) == (uint)new FileInfo(unpacked).Length;
    }

    private static async Task BackUpAsync(string from, string to)
    {
        DataFile.RemoveAll(to);
        await using var source = await DataFile.OpenAsync(from, SqliteOpenMode.ReadWrite);
        await using var target = await DataFile.OpenAsync(to, SqliteOpenMode.ReadWriteCreate);
        File.SetUnixFileMode(to, DataFolder.OwnerOnly);
        // This file is read once, packed and taken away: it need not reach the disk, where edits would wait for it. The packed one is
        // written through.
        await DataFile.ExecuteAsync(target, "PRAGMA synchronous=OFF;");
        source.BackupDatabase(target);
        await DataFile.ExecuteAsync(target, "PRAGMA journal_mode=DELETE;");
    }

    private static void Pack(string plain, string path)
    {
        var part = $"{path}.part";
        using (
            var target = new FileStream(
                part,
                new FileStreamOptions
                {
                    Mode = FileMode.Create,
                    Access = FileAccess.Write,
                    UnixCreateMode = DataFolder.OwnerOnly,
                }
            )
        )
        {
            using (var packed = new GZipStream(target, CompressionLevel.Fastest, leaveOpen: true))
            using (var source = File.OpenRead(plain))
            {
                var piece = new byte[Piece];
                int read;
                while ((read = source.Read(piece)) > 0)
                {
                    packed.Write(piece, 0, read);
                    // Someone may be editing on the same few cores: a copy has time, a nudge has not.
                    Thread.Sleep(Breath);
                }
            }

            target.Flush(flushToDisk: true);
        }

        File.Move(part, path, overwrite: true);
    }

    private void Thin()
    {
        foreach (var leftover in Directory.EnumerateFiles(Folder, "umber-crock-*.part*"))
            File.Delete(leftover);
        var free = new DriveInfo(Folder).AvailableFreeSpace;
        foreach (var copy in TooMany(List(), clock.GetUtcNow(), Math.Min(MostBytes, free / PartOfFree)))
            File.Delete(copy.Path);
    }

    private static DataCopy? CopyOf(FileInfo file) =>
        CopyName().Match(file.Name) is { Success: true } match
        && DateTime.TryParseExact(
            match.Groups["time"].Value,
            "yyyyMMdd'T'HHmmssfff",
            CultureInfo.InvariantCulture,
            DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal,
            out var madeAt
        )
        && Enum.TryParse<CopyReason>(match.Groups["reason"].Value, ignoreCase: true, out var reason)
            ? new DataCopy(file.FullName, new DateTimeOffset(madeAt, TimeSpan.Zero), reason, file.Length)
            : null;

    [GeneratedRegex(
        @"^umber-crock-(?<time>\d{8}T\d{9})Z-(?<reason>[a-z]+)\.db\.gz$",
        RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture
    )]
    private static partial Regex CopyName();
}
