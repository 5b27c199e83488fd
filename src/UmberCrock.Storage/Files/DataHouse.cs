using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace UmberCrock.Storage.Files;

/// <summary>What a copy holds against what is kept now: what putting it in its place would bring and take.</summary>
/// <param name="Formulas">Formulas in the copy, without those in its bin.</param>
/// <param name="FormulasNow">Formulas now.</param>
/// <param name="Back">Formulas that are in the copy and not here.</param>
/// <param name="Gone">Formulas that are here and not in the copy.</param>
/// <param name="Other">Formulas that are in both and differ.</param>
/// <param name="Own">Own ingredients in the copy.</param>
/// <param name="Lots">Lots in the copy.</param>
/// <param name="LastChange">When a formula of the copy last changed; null when it has none.</param>
public sealed record CopyPreview(
    int Formulas,
    int FormulasNow,
    IReadOnlyList<string> Back,
    IReadOnlyList<string> Gone,
    IReadOnlyList<string> Other,
    int Own,
    int Lots,
    DateTimeOffset? LastChange
);

/// <summary>Copies of the running data file, and the way back to one: the file that stands is copied first, so that this too can be
/// undone.</summary>
public sealed class DataHouse(
    DataFolder folder,
    Copies copies,
    SettingStore settings,
    LarderStore larder,
    FormulaStore formulas,
    StudyStore studies
)
{
    private string Unpacked => Path.Combine(folder.Path, "restore.db");

    /// <summary>A copy of the file as it stands.</summary>
    /// <exception cref="DataFileException">It does not hold together.</exception>
    public Task<DataCopy> CopyAsync(CopyReason reason) => copies.MakeAsync(folder.DataFile, reason);

    /// <summary>What putting a copy in its place would do.</summary>
    /// <exception cref="DataFileException">It is no copy, of a newer version, or damaged.</exception>
    public async Task<CopyPreview> PreviewAsync(DataCopy copy)
    {
        var file = $"{Unpacked}.{Guid.NewGuid():N}";
        try
        {
            await Copies.UnpackAsync(copy.Path, file);
            await using var then = DataFile.Context(file);
            await using var now = DataFile.Context(folder.DataFile);
            var (there, here) = (await DocumentsAsync(then), await DocumentsAsync(now));
            if (!there.Keys.Any(here.ContainsKey))
                there = ByNumber(there, here);
            return new CopyPreview(
                there.Count,
                here.Count,
                [.. there.Where(one => !here.ContainsKey(one.Key)).Select(one => one.Value.Name)],
                [.. here.Where(one => !there.ContainsKey(one.Key)).Select(one => one.Value.Name)],
                [
                    .. here.Where(one => there.TryGetValue(one.Key, out var other) && other.Document != one.Value.Document)
                        .Select(one => one.Value.Name),
                ],
                await then.OwnIngredients.CountAsync(row => !row.IsRemoved),
                await then.Lots.CountAsync(),
                there.Count == 0 ? null : DateTimeOffset.FromUnixTimeMilliseconds(there.Values.Max(one => one.ChangedAt))
            );
        }
        finally
        {
            DataFile.RemoveAll(file);
        }
    }

    /// <summary>Puts a copy in the place of what is kept, in one transaction of SQLite's own backup, and reads everything anew.</summary>
    /// <returns>The copy of what stood before.</returns>
    /// <exception cref="DataFileException">It is no copy, of a newer version, or damaged; nothing was changed.</exception>
    public async Task<DataCopy> RestoreAsync(DataCopy copy)
    {
        var file = $"{Unpacked}.{Guid.NewGuid():N}";
        try
        {
            await Copies.UnpackAsync(copy.Path, file);
            var before = await CopyAsync(CopyReason.Restore);
            await using (var then = await DataFile.OpenAsync(file, SqliteOpenMode.ReadWrite))
            await using (var now = await DataFile.OpenAsync(folder.DataFile, SqliteOpenMode.ReadWrite))
            {
                await DataFile.ExecuteAsync(now, "PRAGMA synchronous=FULL;");
                then.BackupDatabase(now);
                await DataFile.ExecuteAsync(now, "PRAGMA journal_mode=WAL;");
            }

            SqliteConnection.ClearAllPools();
            PictureFolder.Beside(copy.Path).ShareWith(PictureFolder.Beside(folder.DataFile));
            await ReadAnewAsync();
            return before;
        }
        finally
        {
            DataFile.RemoveAll(file);
        }
    }

    /// <summary>Reads settings, larder, formulas and what failed anew after the file has changed beneath them.</summary>
    public async Task ReadAnewAsync()
    {
        await settings.PrepareAsync();
        await larder.PrepareAsync();
        await formulas.PrepareAsync();
        await studies.PrepareAsync();
        copies.Use(settings.CopiesFolder);
    }

    /// <summary>Takes away pictures that no look names any more, for as long as a look in the bin could have named them.</summary>
    /// <param name="now">The time, UTC.</param>
    public async Task TidyPicturesAsync(DateTimeOffset now) =>
        PictureFolder.Beside(folder.DataFile).Tidy(await studies.PicturesAsync(), now.UtcDateTime.AddDays(-BinStore.DaysKept));

    /// <summary>Writes what stands in the log beside the file into it, so that the file is whole when someone copies it alone.</summary>
    public async Task CheckpointAsync()
    {
        await using var connection = await DataFile.OpenAsync(folder.DataFile, SqliteOpenMode.ReadWrite);
        await DataFile.ExecuteAsync(connection, "PRAGMA wal_checkpoint(TRUNCATE);");
    }

    /// <summary>A copy from before formulas had keys got new ones when it was unpacked; there, number and name together say which is
    /// which.</summary>
    private static Dictionary<string, Kept> ByNumber(Dictionary<string, Kept> there, Dictionary<string, Kept> here)
    {
        var keys = here.ToDictionary(one => (one.Value.Id, one.Value.Name), one => one.Key);
        return there.ToDictionary(
            one => keys.GetValueOrDefault((one.Value.Id, one.Value.Name), one.Key),
            one => one.Value,
            StringComparer.Ordinal
        );
    }

    private static Task<Dictionary<string, Kept>> DocumentsAsync(CrockContext context) =>
        context
            .Formulas.AsNoTracking()
            .ToDictionaryAsync(row => row.Key, row => new Kept(row.Id, row.Name, row.Document, row.ChangedAt), StringComparer.Ordinal);

    private sealed record Kept(long Id, string Name, string Document, long ChangedAt);
}
