using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Checking;

/// <summary>The names that some data files define and others use, in order.</summary>
internal sealed class KnownNames
{
    private readonly Dictionary<Named, IReadOnlyList<string>> names;

    /// <summary>Reads them out of files that are JSON, whatever else is wrong with them.</summary>
    /// <param name="files">The files by name.</param>
    public KnownNames(IReadOnlyDictionary<string, JsonNode> files) =>
        names = new()
        {
            [Named.Source] = Keys(files, DataFiles.SourcesFile, file => file),
            [Named.Family] = Keys(files, $"{RuleBook.Folder}texture.json", file => file["strengths"]),
            [Named.Crystal] = Keys(files, $"{RuleBook.Folder}texture.json", file => file["crystals"]),
            [Named.AllergenSource] = [.. Rows(files, $"{RuleBook.Folder}allergens.json", "sources", "key")],
            [Named.Ingredient] =
            [
                .. files
                    .Keys.Where(name => name.StartsWith(IngredientFile.Folder, StringComparison.Ordinal))
                    .SelectMany(name => Rows(files, name, "ingredients", "slug"))
                    .Order(StringComparer.Ordinal),
            ],
            [Named.Origin] = IngredientChecks.Origins,
        };

    /// <summary>All names of a kind.</summary>
    public IReadOnlyList<string> Of(Named what) => names[what];

    /// <summary>The names that a reference of a schema stands for.</summary>
    public IReadOnlyList<string> Of(string reference) =>
        Vocabulary.TryParse<Named>(reference[DataSchemas.KnownPrefix.Length..], out var what)
            ? names[what]
            : throw new InvalidOperationException($"The schema refers to \"{reference}\", which there is not.");

    private static string[] Keys(IReadOnlyDictionary<string, JsonNode> files, string name, Func<JsonObject, JsonNode?> table) =>
        files.GetValueOrDefault(name) is JsonObject file && table(file) is JsonObject keys
            ? [.. keys.Select(key => key.Key).Where(key => key != DataFiles.SchemaMember)]
            : [];

    private static IEnumerable<string> Rows(IReadOnlyDictionary<string, JsonNode> files, string name, string rows, string key) =>
        files.GetValueOrDefault(name)?[rows] is JsonArray list
            ? list.OfType<JsonObject>()
                .Select(row => row[key])
                .OfType<JsonValue>()
                .Where(value => value.TryGetValue<string>(out _))
                .Select(value => value.GetValue<string>())
            : [];
}
