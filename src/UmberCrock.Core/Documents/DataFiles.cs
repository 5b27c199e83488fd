using System.Collections.Concurrent;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;

namespace UmberCrock.Core.Documents;

/// <summary>
/// The data files by name ("data/rules/label.json"): those embedded in this assembly, or those of a folder of one's own in their place.
/// Source keys are replaced by the documents
/// they stand for.
/// </summary>
public sealed class DataFiles
{
    internal const string SourcesFile = "data/sources.json";
    internal const string SchemaMember = "$schema";
    private static readonly Assembly Home = typeof(DataFiles).Assembly;
    private static readonly ConcurrentDictionary<IJsonTypeInfoResolver, JsonSerializerOptions> Readings = new();
    private readonly Func<string, string> text;
    private readonly Lazy<Dictionary<string, string>> sources;

    private DataFiles(IEnumerable<string> names, Func<string, string> text)
    {
        this.text = text;
        Names = [.. names.Order(StringComparer.Ordinal)];
        sources = new(() =>
            JsonNode
                .Parse(Text(SourcesFile))!
                .AsObject()
                .ToDictionary(source => source.Key, source => (string)source.Value!, StringComparer.Ordinal)
        );
    }

    /// <summary>The files that ship with the application.</summary>
    public static DataFiles Shipped { get; } = new(Home.GetManifestResourceNames(), Embedded);

    /// <summary>Names of all data files that can be read, in order.</summary>
    public IReadOnlyList<string> Names { get; }

    /// <summary>Names of those that a folder of one's own holds; none for the shipped ones.</summary>
    internal IReadOnlySet<string> Own { get; private init; } = new HashSet<string>();

    /// <summary>Members that name a source by its key.</summary>
    internal static IReadOnlyList<string> SourceMembers { get; } = ["source", "fattyAcidsSource", "speciesSource"];

    /// <summary>The shipped files, and in their place or beside them those of a folder that is laid out as data is.</summary>
    /// <param name="folder">A folder that holds "rules", "ingredients", "sources.json", or some of them.</param>
    /// <exception cref="DirectoryNotFoundException">There is no such folder.</exception>
    public static DataFiles In(string folder)
    {
        var own = Directory
            .EnumerateFiles(folder, "*.json", SearchOption.AllDirectories)
            .ToDictionary(
                file => $"data/{Path.GetRelativePath(folder, file).Replace(Path.DirectorySeparatorChar, '/')}",
                file => file,
                StringComparer.Ordinal
            );
        return new(Shipped.Names.Union(own.Keys, StringComparer.Ordinal), name =>
            own.TryGetValue(name, out var file) ? File.ReadAllText(file) : Embedded(name)
        )
        {
            Own = own.Keys.ToHashSet(StringComparer.Ordinal),
        };
    }

    /// <summary>The text of the data file of that name.</summary>
    public string Text(string name) => text(name);

    /// <summary>How documents of the contract are read, over code made at build time.</summary>
    internal static JsonSerializerOptions Reading(IJsonTypeInfoResolver shapes) =>
        Readings.GetOrAdd(shapes, static shapes => new JsonSerializerOptions(ContractJson.Options) { TypeInfoResolver = shapes });

    /// <summary>Reads a file as a type, by code made at build time: reading by reflection takes twice as long as the rest of the
    /// start.</summary>
    internal T Read<T>(string name, IJsonTypeInfoResolver shapes)
    {
        var node = JsonNode.Parse(Text(name))!;
        (node as JsonObject)?.Remove(SchemaMember);
        ResolveSources(node, name);
        return node.Deserialize<T>(Reading(shapes))!;
    }

    private static string Embedded(string name)
    {
        using var stream = Home.GetManifestResourceStream(name)
            ?? throw new InvalidOperationException($"The data file {name} is not in the assembly.");
        using var reader = new StreamReader(stream);
        return reader.ReadToEnd();
    }

    private void ResolveSources(JsonNode node, string file)
    {
        if (node is JsonArray array)
        {
            foreach (var item in array.OfType<JsonNode>())
                ResolveSources(item, file);
        }
        else if (node is JsonObject members)
        {
            foreach (var (name, value) in members.ToList())
            {
                if (SourceMembers.Contains(name))
                    members[name] = sources.Value.GetValueOrDefault((string)value!)
                        ?? throw new InvalidOperationException($"{file} names the source \"{value}\", which {SourcesFile} does not have.");
                else if (value is not null)
                    ResolveSources(value, file);
            }
        }
    }
}
