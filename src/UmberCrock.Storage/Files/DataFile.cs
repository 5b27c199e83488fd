using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace UmberCrock.Storage.Files;

/// <summary>
/// Brings the data file to where the application can work with it. Whatever must be built or rebuilt (a first file with its demo, an
/// upgrade) is made beside it and put in
/// its place by one rename: interrupted at any moment, the next start finds the old file or the new one, whole.
/// </summary>
/// <param name="folder">The folder, held.</param>
/// <param name="copies">Where the file goes before it is upgraded.</param>
/// <param name="say">Tells the person at the console what takes its time.</param>
public sealed class DataFile(DataFolder folder, Copies copies, Action<string> say)
{
    private static ReadOnlySpan<byte> SqliteMark => "SQLite format 3\0"u8;

    private string Next => $"{folder.DataFile}.new";

    /// <summary>Makes the file if there is none, or brings it up to date.</summary>
    /// <param name="demo">Lays the demo into the file at a path; null to start empty. Called for a new file, or for one without formulas
    /// when <paramref name="always"/>.</param>
    /// <param name="always">True to lay the demo into an existing file without formulas as well.</param>
    /// <exception cref="DataFileException">The file is of a newer version, was emptied, is damaged, or is something else. It was not
    /// written to.</exception>
    public async Task PrepareAsync(Func<string, Task>? demo, bool always)
    {
        RemoveAll(Next);
        if (!File.Exists(folder.DataFile))
        {
            say(demo is null ? "Making a new data file." : "Making a new data file with the demo in it.");
            await BuildAsync(copyOld: false, demo);
        }
        else
        {
            Look();
            if (!await IsCurrentAsync(folder.DataFile))
            {
                say("Bringing the data file up to date. This can be stopped: the old file stands until the new one is whole.");
                var kept = await copies.MakeAsync(folder.DataFile, CopyReason.Upgrade);
                await BuildAsync(copyOld: true, null);
                say($"Done. The file as it was is kept as {kept.Name}.");
            }

            if (always && demo is not null && await IsEmptyAsync())
                await BuildAsync(copyOld: true, demo);
        }

        await using var connection = await OpenAsync(folder.DataFile, SqliteOpenMode.ReadWrite);
        await ExecuteAsync(connection, "PRAGMA journal_mode=WAL;");
        folder.Tighten();
    }

    /// <summary>Brings any file of ours up to the newest schema, where it lies. A lock that an interrupted migration left is taken
    /// away.</summary>
    public static async Task MigrateAsync(string file)
    {
        await using var context = Context(file);
        if ((await AppliedAsync(file)).Count > 0)
            await context.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS \"__EFMigrationsLock\";");
        await context.Database.MigrateAsync();
    }

    /// <summary>Says in words what is wrong with a file of a newer version, an older landing of another line, or damage; nothing for a
    /// sound one. Only reads.</summary>
    /// <exception cref="DataFileException">It cannot be used.</exception>
    public static async Task<bool> IsCurrentAsync(string file)
    {
        var applied = await AppliedAsync(file);
        await using var context = Context(file);
        var known = context.Database.GetMigrations().ToList();
        if (applied.Except(known).LastOrDefault() is { } newer)
            throw new DataFileException(
                $"{file} was written by a newer version of Umber Crock (it knows \"{newer}\"). Update this application, or start "
                    + $"with another folder by --data DIR. Nothing was written to it."
            );
        return applied.Count == known.Count;
    }

    /// <summary>The words for what SQLite says of a damaged or odd file, with what to do.</summary>
    public static string WordsOf(SqliteException problem, string file) =>
        problem.SqliteErrorCode switch
        {
            5 or 6 => $"{file} is in use by another program. Close that one, then try again.",
            8 => $"{file} cannot be written to: the folder or the disk is read-only, or belongs to someone else.",
            13 => $"The disk is full: there was no room for {file}. Make some room, then try again; what was kept before is safe.",
            14 => $"{file} cannot be opened ({problem.Message}). Look whether it is a file, and whether it is yours.",
            11 or 26 => $"{file} is damaged or is no data file of ours ({problem.Message}). Put a copy in its place: ./run --restore "
                + $"FILE, with one of the copies folder. The file as it is would be kept beside it.",
            _ => $"{file}: {problem.Message}",
        };

    /// <summary>True for a file that begins as SQLite's do.</summary>
    internal static bool IsSqlite(string file)
    {
        using var stream = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
        var head = new byte[SqliteMark.Length];
        return stream.ReadAtLeast(head, head.Length, throwOnEndOfStream: false) == head.Length && SqliteMark.SequenceEqual(head);
    }

    private void Look()
    {
        try
        {
            if (new FileInfo(folder.DataFile) is { Exists: true, Length: 0 })
                throw new DataFileException(
                    $"{folder.DataFile} is there but empty: something emptied it. {Rescue()} To begin anew, take the empty file away."
                );
            if (!IsSqlite(folder.DataFile))
                throw new DataFileException(
                    $"{folder.DataFile} is no data file of Umber Crock, or was damaged: it does not begin as one. {Rescue()}"
                );
        }
        catch (UnauthorizedAccessException)
        {
            throw new DataFileException(
                $"{folder.DataFile} cannot be opened: it is a folder, or belongs to someone else. --data DIR starts with another folder."
            );
        }
    }

    private string Rescue() =>
        copies.List() is [var newest, ..]
            ? $"The newest copy is {newest.Path}: ./run --restore {newest.Path} puts it in its place."
            : "No copy of it lies in the copies folder.";

    private async Task BuildAsync(bool copyOld, Func<string, Task>? fill)
    {
        if (copyOld)
        {
            await using var old = await OpenAsync(folder.DataFile, SqliteOpenMode.ReadWrite);
            // What a killed application left in the log beside the file goes into it; then the file is whole by itself and can be renamed
            // over.
            await ExecuteAsync(old, "PRAGMA journal_mode=DELETE;");
            await using var next = await OpenAsync(Next, SqliteOpenMode.ReadWriteCreate);
            old.BackupDatabase(next);
        }

        await MigrateAsync(Next);
        if (fill is not null)
            await fill(Next);
        await using (var built = await OpenAsync(Next, SqliteOpenMode.ReadWrite))
            await ExecuteAsync(built, "PRAGMA journal_mode=DELETE;");
        Put(Next, folder.DataFile);
    }

    /// <summary>Puts a whole file in the place of another, on the disk before it returns.</summary>
    internal static void Put(string next, string file)
    {
        File.SetUnixFileMode(next, DataFolder.OwnerOnly);
        using (var stream = new FileStream(next, FileMode.Open, FileAccess.ReadWrite))
            stream.Flush(flushToDisk: true);
        File.Move(next, file, overwrite: true);
    }

    /// <summary>Takes a file and what SQLite keeps beside it away.</summary>
    internal static void RemoveAll(string file)
    {
        foreach (var part in new[] { file, $"{file}-wal", $"{file}-shm", $"{file}-journal" })
            File.Delete(part);
    }

    private async Task<bool> IsEmptyAsync()
    {
        await using var context = Context(folder.DataFile);
        return !await context.Formulas.IgnoreQueryFilters().AnyAsync();
    }

    private static async Task<List<string>> AppliedAsync(string file)
    {
        if (!File.Exists(file))
            return [];
        await using var connection = await OpenAsync(file, SqliteOpenMode.ReadWrite);
        await using var question = connection.CreateCommand();
        question.CommandText = "SELECT COUNT(*) FROM sqlite_master WHERE name = '__EFMigrationsHistory';";
        if (await question.ExecuteScalarAsync() is 0L)
            return [];
        question.CommandText = "SELECT MigrationId FROM __EFMigrationsHistory ORDER BY MigrationId;";
        var applied = new List<string>();
        await using var rows = await question.ExecuteReaderAsync();
        while (await rows.ReadAsync())
            applied.Add(rows.GetString(0));
        return applied;
    }

    internal static CrockContext Context(string file)
    {
        var options = new DbContextOptionsBuilder<CrockContext>();
        CrockContext.Configure(options, file, pooling: false);
        return new CrockContext(options.Options);
    }

    internal static async Task<SqliteConnection> OpenAsync(string file, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                Mode = mode,
                Pooling = false,
            }.ConnectionString
        );
        await connection.OpenAsync();
        return connection;
    }

    internal static async Task ExecuteAsync(SqliteConnection connection, string fixedStatement)
    {
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Statements of this room only; nothing that was typed.
        command.CommandText = fixedStatement;
#pragma warning restore CA2100
        await command.ExecuteNonQueryAsync();
    }
}
