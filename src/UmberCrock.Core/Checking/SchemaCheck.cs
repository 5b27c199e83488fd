using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Checking;

/// <summary>
/// Holds a document against a schema of <see cref="DataSchemas"/>, in the words those need: type, default, enum, required, properties,
/// additionalProperties, propertyNames, items, anyOf
/// and references to known names. A word
/// beyond them is refused, so that nothing is passed unchecked.
/// </summary>
internal static class SchemaCheck
{
    /// <summary>So many known names are told; of more, those that begin most alike.</summary>
    private const int MostKnown = 8;

    private static readonly HashSet<string> Understood =
    [
        "$schema",
        "description",
        "default",
        "type",
        "enum",
        "required",
        "properties",
        "additionalProperties",
        "propertyNames",
        "items",
        "anyOf",
        DataSchemas.Reference,
    ];

    /// <summary>Everything that is wrong, with pointers; empty when it fits.</summary>
    public static IEnumerable<DocumentProblem> Problems(JsonNode? node, JsonObject schema, KnownNames known, string pointer = "")
    {
        if (schema.Select(word => word.Key).FirstOrDefault(word => !Understood.Contains(word)) is { } beyond)
            throw new InvalidOperationException($"The schema says \"{beyond}\", which is not checked.");
        if (schema[DataSchemas.Reference] is { } names && known.Of((string)names!) is var defined && !defined.Contains(node?.ToString()))
            return [new DocumentProblem(pointer, $"{Told(node)} is not known. Known are {Nearest(node, defined)}.")];
        if (schema["anyOf"] is JsonArray ways)
            return ways.Select(way => Problems(node, way!.AsObject(), known, pointer).ToList()).MinBy(problems => problems.Count)!;
        if (schema["enum"] is JsonArray allowed && !allowed.Any(one => JsonNode.DeepEquals(one, node)))
            return
            [
                new DocumentProblem(
                    pointer,
                    $"{Told(node)} is not known. Known are {Nearest(node, [.. allowed.OfType<JsonValue>().Select(one => one.ToString())])}."
                ),
            ];
        if (schema["type"] is { } type && !Types(type).Any(kind => IsOf(node, kind)))
            return [new DocumentProblem(pointer, $"{Told(node)} is not of the kind that is wanted: {string.Join(" or ", Types(type))}.")];
        return node switch
        {
            JsonObject members => OfObject(members, schema, known, pointer),
            JsonArray list when schema["items"] is JsonObject item => list.SelectMany(
                (one, at) => Problems(one, item, known, $"{pointer}/{at}")
            ),
            _ => [],
        };
    }

    private static IEnumerable<DocumentProblem> OfObject(JsonObject members, JsonObject schema, KnownNames known, string pointer)
    {
        var properties = schema["properties"] as JsonObject;
        foreach (
            var missing in (schema["required"] as JsonArray ?? []).Select(name => (string)name!).Where(name => !members.ContainsKey(name))
        )
            yield return new DocumentProblem(pointer.Length == 0 ? "/" : pointer, $"lacks \"{missing}\".");
        foreach (var (name, value) in members)
        {
            var at = $"{pointer}/{name.Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal)}";
            var problems =
                properties?[name] is JsonObject own ? Problems(value, own, known, at)
                : schema["additionalProperties"] is JsonObject any ? Problems(value, any, known, at)
                : schema["additionalProperties"] is JsonValue open && !open.GetValue<bool>()
                    ?
                    [
                        new DocumentProblem(
                            at,
                            $"\"{name}\" is not a member. Known are "
                                + $"{Nearest(name, [.. properties?.Select(property => property.Key) ?? []])}."
                        ),
                    ]
                : [];
            if (schema["propertyNames"] is JsonObject keys)
                problems = Problems(JsonValue.Create(name), keys, known, at).Concat(problems);
            foreach (var problem in problems)
                yield return problem;
        }
    }

    private static IEnumerable<string> Types(JsonNode type) =>
        type is JsonArray several ? several.Select(one => (string)one!) : [(string)type!];

    private static bool IsOf(JsonNode? node, string kind) =>
        (kind, node?.GetValueKind() ?? JsonValueKind.Null) switch
        {

            ("object", JsonValueKind.Object)
            or
            ("array", JsonValueKind.Array)
            or
            ("string", JsonValueKind.String)
            or
            ("number", JsonValueKind.Number)
            or ("null", JsonValueKind.Null) => true,
            ("boolean", JsonValueKind.True or JsonValueKind.False) => true,
            ("integer", JsonValueKind.Number) => node!.AsValue().TryGetValue<decimal>(out var number) && number == decimal.Truncate(number),
            _ => false,
        };

    private static string Told(JsonNode? node) =>
        node is null ? "null"
        : node is JsonValue ? $"\"{node}\""
        : node.GetValueKind() == JsonValueKind.Object ? "an object"
        : "a list";

    private static string Nearest(JsonNode? node, IReadOnlyList<string> names)
    {
        var asked = node?.ToString() ?? "";
        var shown = names
            .OrderByDescending(name => name.Zip(asked).TakeWhile(pair => pair.First == pair.Second).Count())
            .Take(MostKnown)
            .ToList();
        return names.Count > shown.Count ? $"{string.Join(", ", shown)} and {names.Count - shown.Count} more" : string.Join(", ", shown);
    }
}
