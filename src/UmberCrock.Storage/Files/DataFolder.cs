using System.Globalization;

namespace UmberCrock.Storage.Files;

/// <summary>The data folder or file cannot be used as it is: what is the matter and what to do, in a sentence or two. Nothing was
/// changed.</summary>
public sealed class DataFileException(string message) : Exception(message);

/// <summary>
/// The folder that holds everything the maker keeps: for its owner alone (700, files 600), and held by one running application at a time.
/// The lock is the operating
/// system's own (flock): it goes with the process, however that ends.
/// </summary>
public sealed class DataFolder : IDisposable
{
    /// <summary>Mode of the folder.</summary>
    public const UnixFileMode FolderMode = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;

    /// <summary>Mode of its files.</summary>
    public const UnixFileMode OwnerOnly = UnixFileMode.UserRead | UnixFileMode.UserWrite;

    private const string LockName = "umber-crock.lock";
    private const string HolderName = "umber-crock.holder";
    private readonly FileStream held;

    private DataFolder(string path, FileStream held) => (Path, this.held) = (path, held);

    /// <summary>The folder.</summary>
    public string Path { get; }

    /// <summary>The SQLite file.</summary>
    public string DataFile => System.IO.Path.Combine(Path, "umber-crock.db");

    /// <summary>Where copies go unless another place is chosen.</summary>
    public string CopiesFolder => System.IO.Path.Combine(Path, "copies");

    /// <summary>Where rows that could not be read lie after they were taken out.</summary>
    public string TakenOutFolder => System.IO.Path.Combine(Path, "taken-out");

    /// <summary>Who may come in from other devices: not part of copies or saved files.</summary>
    public string AccessFile => System.IO.Path.Combine(Path, "access.json");

    /// <summary>Makes the folder if need be, keeps others of this computer out of it, and holds it.</summary>
    /// <param name="path">The folder, in full.</param>
    /// <param name="holder">Who holds it, for the message another instance gives: an address.</param>
    /// <exception cref="DataFileException">Another instance holds it.</exception>
    /// <exception cref="IOException">It cannot be made or written to.</exception>
    /// <exception cref="UnauthorizedAccessException">It belongs to someone else.</exception>
    public static DataFolder Hold(string path, string holder)
    {
        Directory.CreateDirectory(path, FolderMode);
        File.SetUnixFileMode(path, FolderMode);
        var file = System.IO.Path.Combine(path, LockName);
        FileStream taken;
        try
        {
            taken = new FileStream(
                file,
                new FileStreamOptions
                {
                    Mode = FileMode.OpenOrCreate,
                    Access = FileAccess.ReadWrite,
                    Share = FileShare.None,
                    UnixCreateMode = OwnerOnly,
                }
            );
        }
        catch (IOException) when (File.Exists(file))
        {
            throw new DataFileException(
                $"Another Umber Crock already uses the folder {path}: {HolderOf(path)}. Use that one, or stop it first; --data "
                    + $"DIR starts with another folder."
            );
        }

        // In a file of its own: one that is locked cannot even be read by others.
        Write(
            System.IO.Path.Combine(path, HolderName),
            System.Text.Encoding.UTF8.GetBytes(string.Create(CultureInfo.InvariantCulture, $"{holder}, process {Environment.ProcessId}"))
        );
        var folder = new DataFolder(path, taken);
        folder.Tighten();
        return folder;
    }

    /// <summary>Takes what others of this computer could read of the files away from them.</summary>
    public void Tighten()
    {
        foreach (
            var file in Directory.EnumerateFiles(Path).Concat(Directory.Exists(KeysFolder) ? Directory.EnumerateFiles(KeysFolder) : [])
        )
            File.SetUnixFileMode(file, OwnerOnly);
    }

    /// <summary>Keys that forms and cookies are signed with.</summary>
    public string KeysFolder => System.IO.Path.Combine(Path, "keys");

    /// <summary>A folder inside, made for its owner alone.</summary>
    public static string Made(string folder)
    {
        Directory.CreateDirectory(folder, FolderMode);
        return folder;
    }

    /// <summary>Writes a file for its owner alone, whole or not at all: what stood there before stays until the new one is on the
    /// disk.</summary>
    public static void Write(string file, ReadOnlySpan<byte> bytes)
    {
        var next = $"{file}.part";
        using (
            var stream = new FileStream(
                next,
                new FileStreamOptions
                {
                    Mode = FileMode.Create,
                    Access = FileAccess.Write,
                    UnixCreateMode = OwnerOnly,
                }
            )
        )
        {
            stream.Write(bytes);
            stream.Flush(flushToDisk: true);
        }

        File.Move(next, file, overwrite: true);
    }

    /// <summary>Lets it go.</summary>
    public void Dispose() => held.Dispose();

    private static string HolderOf(string path)
    {
        try
        {
            return File.ReadAllText(System.IO.Path.Combine(path, HolderName)) is { Length: > 0 } holder ? holder : "it does not say which";
        }
        catch (IOException)
        {
            return "it does not say which";
        }
    }
}
