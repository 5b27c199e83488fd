using System.Collections.Concurrent;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;

namespace UmberCrock.Core.Documents;

/// <summary>Reads the data files that are embedded in this assembly. Source keys are replaced by the documents they stand for.</summary>
internal static class DataFiles
{
    private const string SourcesFile = "data/sources.json";
    private static readonly Assembly Home = typeof(DataFiles).Assembly;
    private static readonly string[] SourceMembers = ["source", "fattyAcidsSource", "speciesSource"];
    private static readonly ConcurrentDictionary<IJsonTypeInfoResolver, JsonSerializerOptions> Readings = new();
    private static readonly Lazy<Dictionary<string, string>> Sources = new(()
        => JsonNode.Parse(Text(SourcesFile))!.AsObject().ToDictionary(source => source.Key, source => (string)source.Value!, StringComparer.Ordinal));

    /// <summary>Reads a file as a type, by code made at build time: reading by reflection takes twice as long as the rest of the start.</summary>
    public static T Read<T>(string name, IJsonTypeInfoResolver shapes)
    {
        var node = JsonNode.Parse(Text(name))!;
        ResolveSources(node, name);
        return node.Deserialize<T>(Reading(shapes))!;
    }

    /// <summary>How documents of the contract are read, over code made at build time.</summary>
    public static JsonSerializerOptions Reading(IJsonTypeInfoResolver shapes)
        => Readings.GetOrAdd(shapes, static shapes => new JsonSerializerOptions(ContractJson.Options) { TypeInfoResolver = shapes });

    /// <summary>The text of an embedded data file.</summary>
    public static string Text(string name)
    {
        using var stream = Home.GetManifestResourceStream(name) ?? throw new InvalidOperationException($"The data file {name} is not in the assembly.");
        using var reader = new StreamReader(stream);
        return reader.ReadToEnd();
    }

    /// <summary>Names of the embedded data files in a folder, in order.</summary>
    public static IEnumerable<string> Names(string folder)
        => Home.GetManifestResourceNames().Where(name => name.StartsWith(folder, StringComparison.Ordinal)).Order(StringComparer.Ordinal);

    private static void ResolveSources(JsonNode node, string file)
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
                    members[name] = Sources.Value.GetValueOrDefault((string)value!) ?? throw new InvalidOperationException($"{file} names the source \"{value}\", which {SourcesFile} does not have.");
                else if (value is not null)
                    ResolveSources(value, file);
            }
        }
    }
}
