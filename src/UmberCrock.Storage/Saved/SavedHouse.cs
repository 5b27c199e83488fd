using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Storage.Files;

namespace UmberCrock.Storage.Saved;

/// <summary>Something in a saved file that cannot be read, and why: it is left out.</summary>
public sealed record LeftOut(string What, string Why);

/// <summary>A saved file while it is read: bounded, each part held against its checksum.</summary>
internal sealed class SavedHouse : IDisposable
{
    private const int MostParts = 50_000;
    private const long MostBytes = 64L * 1024 * 1024;
    private const long MostTogether = 2L * 1024 * 1024 * 1024;

    /// <summary>How a JPEG file begins (ISO/IEC 10918-1: SOI and the first marker).</summary>
    private static readonly byte[] JpegStart = [0xFF, 0xD8, 0xFF];

    private readonly ZipArchive zip;
    private readonly Dictionary<string, string> sums;
    private readonly List<LeftOut> leftOut = [];

    private SavedHouse(ZipArchive zip, Dictionary<string, string> sums) => (this.zip, this.sums) = (zip, sums);

    /// <summary>What could not be read so far.</summary>
    public IReadOnlyList<LeftOut> LeftOut => leftOut;

    /// <summary>Opens one.</summary>
    /// <exception cref="DocumentException">It is no saved file, or larger than any can be.</exception>
    public static SavedHouse Open(string path)
    {
        ZipArchive? opened = null;
        try
        {
            opened = ZipFile.OpenRead(path);
            if (opened.Entries.Count > MostParts || opened.Entries.Sum(entry => entry.Length) > MostTogether)
                throw new DocumentException("/", "This file holds more than a saved file can. Nothing was taken.");
            var listing = opened.GetEntry(HouseFile.Sums) is { } listed
                ? Encoding.ASCII.GetString(Bytes(listed))
                : throw new DocumentException("/", "This zip is not one that was saved here: it has no SHA256SUMS. Nothing was taken.");
            return new SavedHouse(
                opened,
                listing
                    .Split('\n', StringSplitOptions.RemoveEmptyEntries)
                    .Select(line => line.Split("  ", 2))
                    .Where(parts => parts.Length == 2)
                    .GroupBy(parts => parts[1], StringComparer.Ordinal)
                    .ToDictionary(group => group.Key, group => group.First()[0], StringComparer.Ordinal)
            );
        }
        catch (Exception refused) when (refused is InvalidDataException or IOException or NotSupportedException or ArgumentException)
        {
            opened?.Dispose();
            throw new DocumentException("/", "This is no zip that can be read, or it was cut short. Nothing was taken.");
        }
        catch (DocumentException)
        {
            opened?.Dispose();
            throw;
        }
    }

    /// <summary>Its formulas, one after the other; those that cannot be read are left out and noted.</summary>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public IEnumerable<(SavedFormula Saved, byte[] Json)> Formulas(IReadOnlySet<string> herbs)
    {
        foreach (
            var entry in zip
                .Entries.Where(entry => entry.FullName.StartsWith(HouseFile.Formulas, StringComparison.Ordinal))
                .OrderBy(entry => entry.FullName, StringComparer.Ordinal)
        )
        {
            var json = Part(entry);
            if (Try(entry.FullName, () => SavedFormula.Parse(json, herbs)) is { } saved)
                yield return (saved, json);
        }
    }

    /// <summary>Its batches, one after the other; those that cannot be read are left out and noted.</summary>
    public IEnumerable<(SavedBatch Saved, byte[] Json)> Batches()
    {
        foreach (
            var entry in zip
                .Entries.Where(entry => entry.FullName.StartsWith(HouseFile.Batches, StringComparison.Ordinal))
                .OrderBy(entry => entry.FullName, StringComparer.Ordinal)
        )
        {
            var json = Part(entry);
            if (Try(entry.FullName, () => SavedBatch.Parse(json)) is { } saved)
                yield return (saved, json);
        }
    }

    /// <summary>Its studies, one after the other; those that cannot be read are left out and noted.</summary>
    /// <param name="knowledge">The rules by which lists are filled.</param>
    public IEnumerable<(SavedStudy Saved, byte[] Json)> Studies(Knowledge knowledge)
    {
        foreach (
            var entry in zip
                .Entries.Where(entry => entry.FullName.StartsWith(HouseFile.Studies, StringComparison.Ordinal))
                .OrderBy(entry => entry.FullName, StringComparer.Ordinal)
        )
        {
            var json = Part(entry);
            if (Try(entry.FullName, () => SavedStudy.Parse(json, knowledge)) is { } saved)
                yield return (saved, json);
        }
    }

    /// <summary>Its pictures, one after the other; what is not what its name says is left out and noted.</summary>
    public IEnumerable<byte[]> Pictures()
    {
        foreach (var entry in zip.Entries.Where(entry => entry.FullName.StartsWith(HouseFile.Pictures, StringComparison.Ordinal)))
        {
            var bytes = Part(entry);
            if (
                bytes.Length <= PictureFolder.MostBytes
                && bytes.AsSpan().StartsWith(JpegStart)
                && entry.FullName == HouseFile.Pictures + PictureFolder.NameOf(bytes)
            )
                yield return bytes;
            else
                Leave(entry.FullName, "it is no picture that was saved here.");
        }
    }

    /// <summary>Its own ingredients, checked.</summary>
    public IReadOnlyList<OwnIngredientRow> Own(Catalogue catalogue)
    {
        if (Part(HouseFile.Own) is not { } bytes)
            return [];
        var kept = Rows(HouseFile.OwnTable, SavedTables.OwnColumns, SavedTables.OwnOf)
            .ToDictionary(row => row.Slug, StringComparer.Ordinal);
        using var document = JsonDocument.Parse(bytes, SavedDocument.Reading);
        var rows = new List<OwnIngredientRow>();
        foreach (var saved in document.RootElement.GetProperty("ingredients").EnumerateArray())
        {
            var text = saved.GetRawText();
            if (
                Try(HouseFile.Own, () => OwnIngredients.ParseStored(text)) is { } ingredient
                && Try(ingredient.Slug, () => Sound(ingredient)) is not null
            )
                rows.Add(
                    new OwnIngredientRow
                    {
                        Slug = ingredient.Slug,
                        Document = text,
                        IsRemoved = kept.GetValueOrDefault(ingredient.Slug).InBin,
                        ChangedAt = kept.GetValueOrDefault(ingredient.Slug).ChangedAt,
                    }
                );
        }

        return rows;

        Ingredient Sound(Ingredient ingredient) =>
            IngredientChecks.Problems(ingredient, catalogue).ToList() is { Count: > 0 } problems
                ? throw new DocumentException(problems)
                : ingredient;
    }

    /// <summary>Its own values.</summary>
    public IReadOnlyList<CorrectionRow> Values() => Rows(HouseFile.Values, SavedTables.ValueColumns, SavedTables.ValueOf);

    /// <summary>Its lots.</summary>
    public IReadOnlyList<LotRow> Lots() => Rows(HouseFile.Lots, SavedTables.LotColumns, SavedTables.LotOf);

    /// <summary>Its settings by name, checked.</summary>
    public IReadOnlyDictionary<string, string> Settings()
    {
        if (Part(HouseFile.Settings) is not { } bytes)
            return new Dictionary<string, string>();
        using var document = JsonDocument.Parse(bytes, SavedDocument.Reading);
        var settings = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var member in document.RootElement.EnumerateObject().Where(member => HouseFile.SavedSettings.Contains(member.Name)))
        {
            var text = member.Value.GetRawText();
            if (Try($"{HouseFile.Settings}, {member.Name}", () => Sound(member.Name, text)) is { } sound)
                settings[member.Name] = sound;
        }

        return settings;

        static string Sound(string name, string text)
        {
            if (name == SettingStore.Schools)
                _ = SettingStore.SoundSettings(EvaluationSettings.Parse(text));
            else
                _ = SettingStore.Sound(Workshop.Parse(text));
            return text;
        }
    }

    /// <summary>Notes that something is left out.</summary>
    public void Leave(string what, string why) => leftOut.Add(new LeftOut(what, why));

    /// <inheritdoc/>
    public void Dispose() => zip.Dispose();

    private List<T> Rows<T>(string name, string[] columns, Func<string[], T> read)
    {
        var rows = new List<T>();
        foreach (var (row, at) in SavedTables.Read(Part(name) ?? [], columns).Select((row, at) => (row, at)))
        {
            try
            {
                rows.Add(read(row));
            }
            catch (Exception odd) when (odd is UnreadableRowException || RowReading.IsOdd(odd))
            {
                Leave(
                    string.Create(CultureInfo.InvariantCulture, $"{name}, row {at + 2}"),
                    odd is DocumentException or UnreadableRowException ? odd.Message : "a cell holds what does not belong there."
                );
            }
        }

        return rows;
    }

    private T? Try<T>(string what, Func<T> read)
        where T : class
    {
        try
        {
            return read();
        }
        catch (Exception odd) when (odd is UnreadableRowException || RowReading.IsOdd(odd))
        {
            Leave(what, odd is DocumentException or UnreadableRowException ? odd.Message : "it is not what belongs there.");
            return null;
        }
    }

    private byte[]? Part(string name) => zip.GetEntry(name) is { } entry ? Part(entry) : null;

    private byte[] Part(ZipArchiveEntry entry)
    {
        try
        {
            var bytes = Bytes(entry);
            return sums.GetValueOrDefault(entry.FullName) == Convert.ToHexStringLower(SHA256.HashData(bytes))
                ? bytes
                : throw new DocumentException(
                    "/",
                    $"{entry.FullName} is not as it was saved: its checksum differs. The file was changed or damaged. Nothing was taken."
                );
        }
        catch (InvalidDataException)
        {
            throw new DocumentException("/", $"{entry.FullName} cannot be unpacked: the file is damaged. Nothing was taken.");
        }
    }

    private static byte[] Bytes(ZipArchiveEntry entry)
    {
        if (entry.Length > MostBytes)
            throw new DocumentException("/", $"{entry.FullName} is larger than any part of a saved file. Nothing was taken.");
        using var part = entry.Open();
        using var bytes = new MemoryStream();
        var buffer = new byte[64 * 1024];
        int read;
        while ((read = part.Read(buffer)) > 0)
        {
            // What a zip says of its sizes need not be true.
            if (bytes.Length + read > MostBytes)
                throw new DocumentException("/", $"{entry.FullName} is larger than any part of a saved file. Nothing was taken.");
            bytes.Write(buffer, 0, read);
        }

        return bytes.ToArray();
    }
}
