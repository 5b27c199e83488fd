using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Larder;
using UmberCrock.Storage.Files;

namespace UmberCrock.Storage.Saved;

/// <summary>Everything that is kept, as one zip of open formats: JSON documents and CSV tables, a text that explains them, and a checksum
/// of each.</summary>
/// <param name="contexts">The data file.</param>
/// <param name="pictures">The pictures of looks.</param>
public sealed class HouseFile(IDbContextFactory<CrockContext> contexts, PictureFolder pictures)
{
    internal const string Sums = "SHA256SUMS";
    internal const string Formulas = "formulas/";
    internal const string Batches = "batches/";
    internal const string Studies = "studies/";
    internal const string Pictures = "pictures/";
    internal const string Own = "own-ingredients.json";
    internal const string OwnTable = "own-ingredients.csv";
    internal const string Values = "own-values.csv";
    internal const string Lots = "lots.csv";
    internal const string Settings = "settings.json";
    private const int Chunk = 200;
    private const int LongestName = 40;
    private static readonly DateTimeOffset NoTime = new(2000, 1, 1, 0, 0, 0, TimeSpan.Zero);

    /// <summary>Names of the settings that are saved: where copies go is of this computer only.</summary>
    internal static IReadOnlyList<string> SavedSettings { get; } = [SettingStore.Schools, SettingStore.Table];

    /// <summary>Writes it, from one moment's state. The same state gives the same bytes in every part.</summary>
    public async Task WriteAsync(Stream target, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        // A transaction that only reads: what others change meanwhile is not seen, and they need not wait.
        await context.Database.OpenConnectionAsync(cancel);
        await using var moment = ((SqliteConnection)context.Database.GetDbConnection()).BeginTransaction(deferred: true);
        await context.Database.UseTransactionAsync(moment, cancel);
        using var zip = new ZipArchive(target, ZipArchiveMode.Create, leaveOpen: true);
        var sums = new StringBuilder();
        Put("README.txt", Encoding.UTF8.GetBytes(HouseReadme.Text));
        var list = new List<string[]>();
        await foreach (var (saved, json) in SavedAsync(context, cancel))
        {
            var file = PartOf(Formulas, list.Count + 1, saved.Row.Name);
            Put(file, json);
            list.Add(SavedTables.Of(saved.Row, file));
        }

        Put("formulas.csv", SavedTables.Write(SavedTables.FormulaColumns, list));
        var number = 0;
        await foreach (var (saved, json) in BatchesAsync(context, cancel))
            Put(PartOf(Batches, ++number, saved.Row.Name), json);
        number = 0;
        var named = new SortedSet<string>(StringComparer.Ordinal);
        await foreach (var (saved, json) in StudiesAsync(context, cancel))
        {
            Put(PartOf(Studies, ++number, saved.Row.Name), json);
            named.UnionWith(PictureFolder.NamesIn(Encoding.UTF8.GetString(json)));
        }

        foreach (var path in named.Select(pictures.PathOf).OfType<string>())
            Put($"{Pictures}{Path.GetFileName(path)}", await File.ReadAllBytesAsync(path, cancel));
        var own = await context.OwnIngredients.AsNoTracking().OrderBy(row => row.Slug).ToListAsync(cancel);
        Put(Own, OwnJson(own));
        Put(OwnTable, SavedTables.Write(SavedTables.OwnColumns, own.Select(SavedTables.Of)));
        Put(Values, await ValuesAsync(context));
        Put(Lots, await LotsAsync(context));
        var settings = context.Settings.AsNoTracking().Where(row => SavedSettings.Contains(row.Name)).OrderBy(row => row.Name);
        Put(Settings, SettingsJson(await settings.ToListAsync(cancel)));
        Write(Sums, Encoding.ASCII.GetBytes(sums.ToString()));

        void Put(string name, byte[] bytes)
        {
            sums.Append(CultureInfo.InvariantCulture, $"{Convert.ToHexStringLower(SHA256.HashData(bytes))}  {name}\n");
            Write(name, bytes);
        }

        void Write(string name, byte[] bytes)
        {
            var entry = zip.CreateEntry(name, CompressionLevel.Fastest);
            // The time is no part of what is saved: the same things give the same file.
            entry.LastWriteTime = NoTime;
            using var part = entry.Open();
            part.Write(bytes);
        }
    }

    /// <summary>Every formula with all that hangs on it and its document, in the order of their keys; those in the bin too.</summary>
    internal static async IAsyncEnumerable<(SavedFormula Saved, byte[] Json)> SavedAsync(
        CrockContext context,
        [System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel
    )
    {
        var ids = await context.Formulas.IgnoreQueryFilters().OrderBy(row => row.Id).Select(row => row.Id).ToListAsync(cancel);
        foreach (var some in ids.Chunk(Chunk))
        {
            var rows = await context
                .Formulas.IgnoreQueryFilters()
                .AsNoTracking()
                .AsSplitQuery()
                .Include(row => row.Steps)
                .Include(row => row.Revisions)
                .Where(row => some.Contains(row.Id))
                .OrderBy(row => row.Id)
                .ToListAsync(cancel);
            var labels = await context
                .Labels.AsNoTracking()
                .Where(row => some.Contains(row.FormulaId))
                .ToDictionaryAsync(row => row.FormulaId, cancel);
            var ladders = (
                await context
                    .Ladders.IgnoreQueryFilters()
                    .AsNoTracking()
                    .Include(row => row.Observations)
                    .Where(row => some.Contains(row.FormulaId))
                    .ToListAsync(cancel)
            ).ToLookup(row => row.FormulaId);
            foreach (var row in rows)
            {
                var saved = new SavedFormula(row, labels.GetValueOrDefault(row.Id), [.. ladders[row.Id]]);
                yield return (saved, saved.ToJson());
            }
        }
    }

    /// <summary>Every batch with its document, in the order of their keys.</summary>
    internal static async IAsyncEnumerable<(SavedBatch Saved, byte[] Json)> BatchesAsync(
        CrockContext context,
        [System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel
    )
    {
        var ids = await context.Batches.OrderBy(row => row.Id).Select(row => row.Id).ToListAsync(cancel);
        foreach (var some in ids.Chunk(Chunk))
        {
            var rows = await context
                .Batches.AsNoTracking()
                .AsSplitQuery()
                .Include(row => row.Events)
                .Include(row => row.Lots)
                .Where(row => some.Contains(row.Id))
                .OrderBy(row => row.Id)
                .ToListAsync(cancel);
            foreach (var saved in rows.Select(row => new SavedBatch(row)))
                yield return (saved, saved.ToJson());
        }
    }

    /// <summary>Every study with its document, in the order of their keys; those in the bin too.</summary>
    internal static async IAsyncEnumerable<(SavedStudy Saved, byte[] Json)> StudiesAsync(
        CrockContext context,
        [System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel
    )
    {
        var ids = await context.Studies.IgnoreQueryFilters().OrderBy(row => row.Id).Select(row => row.Id).ToListAsync(cancel);
        foreach (var some in ids.Chunk(Chunk))
        {
            var rows = await context
                .Studies.IgnoreQueryFilters()
                .AsNoTracking()
                .Include(row => row.Events)
                .Where(row => some.Contains(row.Id))
                .OrderBy(row => row.Id)
                .ToListAsync(cancel);
            foreach (var saved in rows.Select(row => new SavedStudy(row)))
                yield return (saved, saved.ToJson());
        }
    }

    private static async Task<byte[]> ValuesAsync(CrockContext context)
    {
        var values = context.Corrections.AsNoTracking().OrderBy(row => row.Ingredient).ThenBy(row => row.Property);
        var (rows, _) = await RowReading.ColumnsAsync(values, values.Select(row => row.Ingredient), RowKind.Value);
        return SavedTables.Write(SavedTables.ValueColumns, rows.Select(SavedTables.Of));
    }

    private static async Task<byte[]> LotsAsync(CrockContext context)
    {
        var lots = context.Lots.IgnoreQueryFilters().AsNoTracking().OrderBy(row => row.Id);
        var (rows, _) = await RowReading.ColumnsAsync(lots, lots.Select(row => row.Key), RowKind.Lot);
        return SavedTables.Write(SavedTables.LotColumns, rows.Select(SavedTables.Of));
    }

    private static byte[] OwnJson(IEnumerable<OwnIngredientRow> own)
    {
        using var text = new MemoryStream();
        using (var json = new Utf8JsonWriter(text, new JsonWriterOptions { Encoder = ContractJson.Options.Encoder }))
        {
            json.WriteStartObject();
            json.WriteString("format", OwnIngredients.Format);
            json.WriteNumber("version", OwnIngredients.Version);
            json.WriteStartArray("ingredients");
            foreach (var row in own)
                SavedDocument.Write(json, row.Document);
            json.WriteEndArray();
            json.WriteEndObject();
        }

        return text.ToArray();
    }

    private static byte[] SettingsJson(IEnumerable<SettingRow> settings)
    {
        using var text = new MemoryStream();
        using (var json = new Utf8JsonWriter(text, new JsonWriterOptions { Encoder = ContractJson.Options.Encoder }))
        {
            json.WriteStartObject();
            foreach (var row in settings)
            {
                json.WritePropertyName(row.Name);
                SavedDocument.Write(json, row.Document);
            }

            json.WriteEndObject();
        }

        return text.ToArray();
    }

    private static string PartOf(string folder, int number, string name) =>
        $"{folder}{number.ToString("00000", CultureInfo.InvariantCulture)}-{Plain(name)}.json";

    private static string Plain(string name)
    {
        var plain = string.Concat(FormulaRows.Folded(name).Select(letter => char.IsAsciiLetterOrDigit(letter) ? letter : '-')).Trim('-');
        return plain.Length == 0 ? "formula"
            : plain.Length > LongestName ? plain[..LongestName].TrimEnd('-')
            : plain;
    }
}
