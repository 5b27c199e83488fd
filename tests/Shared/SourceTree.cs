namespace UmberCrock.Tests;

/// <summary>The tree these tests were built from.</summary>
internal static class SourceTree
{
    private static readonly string[] Made = ["bin", "obj", "node_modules", "built", "Migrations"];

    /// <summary>Its uppermost folder.</summary>
    public static string Root { get; } = Above(new DirectoryInfo(AppContext.BaseDirectory));

    /// <summary>Files of src, tests, bench and tools whose names fit a pattern, but those that tools make.</summary>
    public static IEnumerable<string> Files(string pattern) =>
        new[] { "src", "tests", "bench", "tools" }
            .SelectMany(folder => Directory.EnumerateFiles(Path.Combine(Root, folder), pattern, SearchOption.AllDirectories))
            .Where(file => !file.Split(Path.DirectorySeparatorChar).Intersect(Made).Any());

    private static string Above(DirectoryInfo folder) =>
        File.Exists(Path.Combine(folder.FullName, "UmberCrock.slnx")) ? folder.FullName : Above(folder.Parent!);
}
