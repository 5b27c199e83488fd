using System.Collections.Concurrent;
using System.Text.Json.Serialization.Metadata;

namespace UmberCrock.Core.Documents;

/// <summary>A file of rules.</summary>
/// <param name="Name">Its name, without the folder.</param>
/// <param name="Shapes">The code made at build time that reads it.</param>
/// <param name="Folder">The folder it lies in.</param>
internal sealed record RuleFile(string Name, IJsonTypeInfoResolver Shapes, string Folder = RuleBook.Folder)
{
    /// <summary>Its name among the data files.</summary>
    public string Path => $"{Folder}{Name}";
}

/// <summary>Rules that stand in a file of their own.</summary>
/// <typeparam name="TSelf">The rules.</typeparam>
internal interface IRules<TSelf>
    where TSelf : class, IRules<TSelf>
{
    /// <summary>The file.</summary>
    static abstract RuleFile File { get; }
}

/// <summary>
/// The rules of the computation, as the files of data/rules state them. It knows no topic: each topic names the type of its rules and that
/// type names its file, which is read
/// when it is first asked for.
/// </summary>
/// <param name="files">The files that are read.</param>
/// <param name="others">Rules that stand for those whose file is not the folder's own; null to read all from the files.</param>
public sealed class RuleBook(DataFiles files, RuleBook? others = null)
{
    internal const string Folder = "data/rules/";
    private readonly ConcurrentDictionary<Type, object> rules = new();

    /// <summary>The rules of a type, read from their file when first asked for.</summary>
    internal T Of<T>()
        where T : class, IRules<T> =>
        others is not null && !files.Own.Contains(T.File.Path) && !rules.ContainsKey(typeof(T))
            ? others.Of<T>()
            : (T)rules.GetOrAdd(typeof(T), static (_, files) => files.Read<T>(T.File.Path, T.File.Shapes), files);

    /// <summary>The same rules, those of one type changed.</summary>
    internal RuleBook With<T>(T changed)
        where T : class, IRules<T>
    {
        var book = new RuleBook(files, others);
        foreach (var (type, read) in rules)
            book.rules[type] = read;
        book.rules[typeof(T)] = changed;
        return book;
    }
}
