using System.IO.Compression;

namespace UmberCrock.Web.Tests;

/// <summary>A small data file of each schema that has landed, made by the application of its time with its own demo.</summary>
internal static class OldFiles
{
    private static string Folder => Path.Combine(AppContext.BaseDirectory, "Schemas");

    /// <summary>Their names, oldest first.</summary>
    public static IReadOnlyList<string> Names { get; } =
    [.. Directory.EnumerateFiles(Folder, "*.db.gz").Select(file => Path.GetFileName(file)[..^6]).Order(StringComparer.Ordinal)];

    /// <summary>Lays one as the data file of a folder.</summary>
    public static void Lay(string name, string folder)
    {
        Directory.CreateDirectory(folder);
        using var packed = File.OpenRead(Path.Combine(Folder, $"{name}.db.gz"));
        using var plain = new GZipStream(packed, CompressionMode.Decompress);
        using var file = File.Create(Path.Combine(folder, "umber-crock.db"));
        plain.CopyTo(file);
    }
}
