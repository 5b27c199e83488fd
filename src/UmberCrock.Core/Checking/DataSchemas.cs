using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.Json.Serialization.Metadata;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Checking;

/// <summary>
/// What each data file may hold, as a JSON Schema made from the type it is read as. Names that other files define (sources, ingredients,
/// families) stand in a schema of their own,
/// so that an editor offers them.
/// </summary>
internal static class DataSchemas
{
    /// <summary>The schema of the names that data files define.</summary>
    public const string KnownName = "known";

    internal const string Reference = "$ref";
    internal const string KnownPrefix = $"{KnownName}.schema.json#/$defs/";
    private const string Dialect = "https://json-schema.org/draft/2020-12/schema";

    // Members that nothing can be written to are worked out and stand in no file.
    private static readonly JsonSerializerOptions Shapes = new(ContractJson.Options)
    {
        TypeInfoResolver = new DefaultJsonTypeInfoResolver
        {
            Modifiers =
            {
                info =>
                {
                    for (var at = info.Properties.Count - 1; at >= 0; at--)
                    {
                        if (info.Kind == JsonTypeInfoKind.Object && info.Properties[at] is { Set: null, AssociatedParameter: null })
                            info.Properties.RemoveAt(at);
                    }
                },
            },
        },
    };

    /// <summary>The types that files of rules are read as, by the file's name among the data files.</summary>
    private static readonly Dictionary<string, Type> Rules = typeof(DataSchemas)
        .Assembly.GetTypes()
        .Where(type => type.GetInterfaces().Any(face => face.IsGenericType && face.GetGenericTypeDefinition() == typeof(IRules<>)))
        .ToDictionary(
            type =>
                (
                    (RuleFile)
                        typeof(DataSchemas)
                            .GetMethod(nameof(FileOf), BindingFlags.NonPublic | BindingFlags.Static)!
                            .MakeGenericMethod(type)
                            .Invoke(null, null)!
                ).Path,
            StringComparer.Ordinal
        );

    /// <summary>Names of the files of rules there must be.</summary>
    public static IReadOnlyCollection<string> RuleFiles => Rules.Keys;

    /// <summary>The name of the schema of a data file, without its ending; null for a file that has none of these.</summary>
    public static string? NameOf(string file) =>
        file switch
        {
            DataFiles.SourcesFile => "sources",
            _ when file.StartsWith(IngredientFile.Folder, StringComparison.Ordinal) => "ingredients",
            _ when Rules.ContainsKey(file) => Path.GetFileNameWithoutExtension(file),
            _ => null,
        };

    /// <summary>The names that the data files at hand define, as a schema others refer to.</summary>
    internal static JsonObject OfKnown(KnownNames known) =>
        new()
        {
            [DataFiles.SchemaMember] = Dialect,
            ["$defs"] = new JsonObject(
                Enum.GetValues<Named>()
                    .Select(what =>
                        KeyValuePair.Create(
                            Vocabulary.Word(what),
                            (JsonNode?)
                                new JsonObject { ["enum"] = new JsonArray([.. known.Of(what).Select(name => JsonValue.Create(name))]) }
                        )
                    )
            ),
        };

    /// <summary>The schema of that name.</summary>
    /// <param name="name">Name of the schema.</param>
    /// <param name="describe">Words for a member or a parameter; null for none.</param>
    internal static JsonObject Of(string name, Func<ICustomAttributeProvider, string?>? describe = null)
    {
        if (name == "sources")
        {
            return new JsonObject
            {
                [DataFiles.SchemaMember] = Dialect,
                ["type"] = "object",
                ["additionalProperties"] = new JsonObject { ["type"] = "string" },
            };
        }

        var type = name == "ingredients" ? typeof(IngredientFile) : Rules.First(file => NameOf(file.Key) == name).Value;
        var schema = Shapes
            .GetJsonSchemaAsNode(
                type,
                new JsonSchemaExporterOptions
                {
                    TreatNullObliviousAsNonNullable = true,
                    TransformSchemaNode = (context, node) => Annotated(context, node, describe),
                }
            )
            .AsObject();
        WriteOut(schema, schema);
        schema["properties"]!.AsObject().Insert(0, DataFiles.SchemaMember, new JsonObject { ["type"] = "string" });
        schema.Insert(0, DataFiles.SchemaMember, Dialect);
        return schema;
    }

    /// <summary>Puts what a reference within the schema stands for in its place: a type that stands twice is written twice.</summary>
    private static void WriteOut(JsonNode? node, JsonObject root)
    {
        if (node is JsonObject own && (string?)own[Reference] is { } path && path.StartsWith("#/", StringComparison.Ordinal))
        {
            own.Remove(Reference);
            var meant = path[2..].Split('/').Aggregate((JsonNode)root, (at, step) => at[step]!).DeepClone().AsObject();
            foreach (var (name, value) in meant.ToList())
            {
                meant.Remove(name);
                own.TryAdd(name, value);
            }
        }

        foreach (var child in node is JsonObject members ? members.Select(member => member.Value) : node as JsonArray ?? [])
            WriteOut(child, root);
    }

    private static RuleFile FileOf<T>()
        where T : class, IRules<T> => T.File;

    private static JsonNode Annotated(JsonSchemaExporterContext context, JsonNode node, Func<ICustomAttributeProvider, string?>? describe)
    {
        // A sentence is written as text: what its figures are stands in it.
        if (context.TypeInfo.Type == typeof(Message))
            node = new JsonObject
            {
                ["type"] = context.PropertyInfo is { IsGetNullable: true } ? new JsonArray("string", "null") : JsonValue.Create("string"),
            };
        if (context.PropertyInfo is not { } property || node is not JsonObject schema)
            return node;
        var providers = new[] { property.AttributeProvider, property.AssociatedParameter?.AttributeProvider }
            .OfType<ICustomAttributeProvider>()
            .ToList();
        var named = providers
            .SelectMany(provider => provider.GetCustomAttributes(typeof(NamesAttribute), inherit: true))
            .OfType<NamesAttribute>()
            .FirstOrDefault()
            ?? (DataFiles.SourceMembers.Contains(property.Name) ? new NamesAttribute(Named.Source) : null);
        if (named is not null)
            Restrict(schema, KnownPrefix + Vocabulary.Word(named.What), named.KeysToo);
        if (describe is not null && providers.Select(describe).OfType<string>().FirstOrDefault() is { } words)
            schema.Insert(0, "description", words);
        return schema;
    }

    /// <summary>Lets a text, each text of a list, or the keys and texts of a table be only one of the names that a schema lists.</summary>
    private static void Restrict(JsonObject schema, string names, bool keysToo)
    {
        if (schema["items"] is JsonObject items)
            items[Reference] = names;
        else if (
            schema["additionalProperties"] is JsonObject { Count: > 0 } values
            && values["type"] is JsonValue type
            && type.TryGetValue<string>(out var kind)
            && kind == "string"
        )
            values[Reference] = names;
        else if (schema["additionalProperties"] is JsonObject)
            keysToo = true;
        else if (schema["type"] is JsonArray)
            (schema["anyOf"], _) = (
                new JsonArray(new JsonObject { [Reference] = names }, new JsonObject { ["type"] = "null" }),
                schema.Remove("type")
            );
        else
            schema[Reference] = names;
        if (keysToo)
            schema["propertyNames"] = new JsonObject { [Reference] = names };
    }
}
