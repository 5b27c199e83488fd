using System.Security.Cryptography;
using System.Text.RegularExpressions;
using UmberCrock.Core.Studies;

namespace UmberCrock.Storage.Files;

/// <summary>
/// The pictures of looks, beside the data file: each in a file of its own, named by what is in it, so that the same picture lies there once
/// and a name never means another one.
/// </summary>
/// <param name="folder">Where they lie; made when the first one comes.</param>
public sealed partial class PictureFolder(string folder)
{
    /// <summary>Name of the folder, beside the data file and beside its copies.</summary>
    public const string Name = "pictures";

    /// <summary>The largest picture that is kept or taken from a saved file, bytes: what is written here is far smaller.</summary>
    public const int MostBytes = 4 * 1024 * 1024;

    private const int LettersOfSum = 32;

    /// <summary>The folder beside a data file.</summary>
    /// <param name="dataFile">The data file.</param>
    public static PictureFolder Beside(string dataFile) => new(Path.Combine(Path.GetDirectoryName(dataFile)!, Name));

    /// <summary>The name of a picture.</summary>
    /// <param name="picture">The whole of it, a JPEG file.</param>
    public static string NameOf(ReadOnlySpan<byte> picture) => $"{Convert.ToHexStringLower(SHA256.HashData(picture))[..LettersOfSum]}.jpg";

    /// <summary>All names of pictures in a text, such as the events of a study.</summary>
    /// <param name="text">The text.</param>
    public static IEnumerable<string> NamesIn(string text) => NameInText().Matches(text).Select(match => match.Value);

    /// <summary>Keeps a picture, on the disk when this returns; answers its name.</summary>
    /// <param name="picture">The whole of it, a JPEG file.</param>
    public string Keep(ReadOnlySpan<byte> picture)
    {
        var path = Path.Combine(DataFolder.Made(folder), NameOf(picture));
        if (File.Exists(path))
            // It came anew: whoever tidies leaves it for now.
            File.SetLastWriteTimeUtc(path, DateTime.UtcNow);
        else
            Write(path, picture);
        return Path.GetFileName(path);
    }

    /// <summary>Where a picture lies; null where it is not there or the name is none.</summary>
    /// <param name="name">Its name.</param>
    public string? PathOf(string name) =>
        LookKept.IsPicture(name) && Path.Combine(folder, name) is var path && File.Exists(path) ? path : null;

    /// <summary>Lays pictures that another folder does not have into it.</summary>
    /// <param name="other">The other folder.</param>
    public void ShareWith(PictureFolder other)
    {
        foreach (var path in Files())
        {
            var there = Path.Combine(DataFolder.Made(other.Place), Path.GetFileName(path));
            if (!File.Exists(there))
                Write(there, File.ReadAllBytes(path));
        }
    }

    /// <summary>Takes away pictures that nothing names any more and that came before a moment.</summary>
    /// <param name="named">Names that are still named.</param>
    /// <param name="before">The moment, UTC.</param>
    public void Tidy(IReadOnlySet<string> named, DateTime before)
    {
        foreach (var path in Files().Where(path => !named.Contains(Path.GetFileName(path)) && File.GetLastWriteTimeUtc(path) < before))
            File.Delete(path);
    }

    private string Place => folder;

    private string[] Files() =>
        Directory.Exists(folder) ? [.. Directory.EnumerateFiles(folder).Where(path => LookKept.IsPicture(Path.GetFileName(path)))] : [];

    private static void Write(string path, ReadOnlySpan<byte> picture)
    {
        var part = $"{path}.{Guid.NewGuid():N}.part";
        var options = new FileStreamOptions
        {
            Mode = FileMode.CreateNew,
            Access = FileAccess.Write,
            UnixCreateMode = DataFolder.OwnerOnly,
        };
        using (var file = new FileStream(part, options))
        {
            file.Write(picture);
            file.Flush(flushToDisk: true);
        }

        File.Move(part, path, overwrite: true);
    }

    [GeneratedRegex(@"\b[0-9a-f]{32}\.jpg\b", RegexOptions.NonBacktracking)]
    private static partial Regex NameInText();
}
