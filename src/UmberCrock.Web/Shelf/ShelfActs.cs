using System.IO.Compression;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;

namespace UmberCrock.Web.Shelf;

/// <summary>What is done with formulas of the shelf, one or many at once.</summary>
internal static class ShelfActs
{
    /// <summary>No more than this are taken at once.</summary>
    public const int Most = 200;

    /// <summary>Makes a second formula of one, by a name of its own; null when it is gone.</summary>
    public static async Task<long?> CopyAsync(FormulaStore store, long id)
    {
        if (await store.FindAsync(id) is not { } kept)
            return null;
        var names = (await store.NamesAsync(null)).Select(other => other.Name);
        var copy = kept.Formula with { Name = BenchEdits.NameOfCopy(kept.Formula.Name, names) };
        return await store.AddAsync(copy, kept.BatchGrams);
    }

    /// <summary>Formulas as files in one archive (ZIP), each as it is opened again; those that are gone are not in it.</summary>
    public static async Task<byte[]> FilesAsync(FormulaStore store, IEnumerable<long> ids, Knowledge knowledge)
    {
        using var buffer = new MemoryStream();
        using (var archive = new ZipArchive(buffer, ZipArchiveMode.Create))
        {
            foreach (var id in ids)
            {
                if (await store.FindAsync(id) is not { } kept)
                    continue;
                var file = FormulaFile.Of(kept, null, knowledge);
                // Two may have one name.
                await using var entry = archive.CreateEntry($"{id}-{file.Name}").Open();
                await using var text = new StreamWriter(entry);
                await text.WriteAsync(file.Text);
            }
        }

        return buffer.ToArray();
    }
}
