using System.Collections.Immutable;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Larder;

/// <summary>
/// Documents of a maker's own ingredients (docs/formats/ingredients.schema.json): the members are those of the catalogue's own files, each
/// value with its source in full.
/// </summary>
public static class OwnIngredients
{
    /// <summary>The format that is read and written.</summary>
    public const string Format = "umber-crock/ingredients";

    /// <summary>The newest version that is read.</summary>
    public const int Version = 1;

    /// <summary>Most ingredients in one document or table.</summary>
    public const int Most = 2000;

    /// <summary>What slugs of own ingredients start with.</summary>
    public const string Prefix = "own:";

    /// <summary>True for a slug of an own ingredient.</summary>
    public static bool IsOwn(string slug) => slug.StartsWith(Prefix, StringComparison.Ordinal);

    /// <summary>
    /// The slug a name gives: "own:" and its letters and digits with hyphens, at most 60 of them; a fingerprint of a name that has no Latin
    /// ones.
    /// </summary>
    public static string SlugOf(string name)
    {
        var words = IngredientSearch.Fold(name).Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var slug = string.Concat(
                string.Join('-', words).Where(letter => char.IsAsciiLetterLower(letter) || char.IsAsciiDigit(letter) || letter == '-')
            )
            .Trim('-');
        return Prefix
            + (
                slug.Length == 0 ? Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(name)))[..12]
                : slug.Length > 60 ? slug[..60].TrimEnd('-')
                : slug
            );
    }

    /// <summary>Reads a document of own ingredients and checks each.</summary>
    /// <param name="utf8">The bytes of the file, in UTF-8.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <exception cref="DocumentException">Not JSON, another format, or an ingredient that does not hold together; nothing of it is
    /// taken.</exception>
    public static ImmutableArray<Ingredient> Parse(ReadOnlyMemory<byte> utf8, Catalogue catalogue)
    {
        using var document = FormulaReader.ParseJson(utf8);
        var problems = new List<DocumentProblem>();
        var walker = new JsonWalker(document.RootElement, "", problems);
        if (walker.Text("format", null) is var format && walker.IsObject && format != Format)
            walker.Refuse("/format", $"must be \"{Format}\".");
        if (walker.Number("version", required: true, 1, 1000) is { } version && version > Version)
            walker.Refuse("/version", $"is {version}; this application reads up to {Version}. A newer one wrote this file.");
        var rows = walker.Raw("ingredients");
        walker.RefuseUnknown();
        if (problems.Count > 0)
            throw new DocumentException(problems);
        if (rows is not { ValueKind: JsonValueKind.Array } list || list.GetArrayLength() > Most)
            throw new DocumentException("/ingredients", $"must be a list of at most {Most} ingredients.");

        var read = list.EnumerateArray()
            .Select((row, index) => ReadOne(row, $"/ingredients/{index}", catalogue, problems))
            .OfType<Ingredient>()
            .ToImmutableArray();
        return problems.Count == 0 ? read : throw new DocumentException(problems);
    }

    /// <summary>Reads one ingredient as it is stored.</summary>
    /// <exception cref="DocumentException">It holds nothing.</exception>
    /// <exception cref="JsonException">It is no ingredient of this version.</exception>
    public static Ingredient ParseStored(string json) =>
        JsonSerializer.Deserialize<Ingredient>(json, DataFiles.Reading(MaterialsJson.Default))
        ?? throw new DocumentException("/", "is empty.");

    /// <summary>One ingredient as it is stored and written: members that say nothing are left out.</summary>
    public static JsonObject Write(Ingredient ingredient)
    {
        var written = JsonSerializer.SerializeToNode(ingredient, DataFiles.Reading(MaterialsJson.Default))!.AsObject();
        written.Remove("inci");
        written.Remove("polyunsaturatedPercent");
        foreach (
            var name in written
                .Where(member => member.Value is null or JsonArray { Count: 0 } or JsonObject { Count: 0 })
                .Select(member => member.Key)
                .ToList()
        )
            written.Remove(name);
        return written;
    }

    /// <summary>A document of own ingredients.</summary>
    public static string ToText(IEnumerable<Ingredient> ingredients) =>
        new JsonObject
        {
            ["format"] = Format,
            ["version"] = Version,
            ["ingredients"] = new JsonArray([.. ingredients.Select(Write)]),
        }.ToJsonString(ContractJson.Indented);

    private static Ingredient? ReadOne(JsonElement row, string pointer, Catalogue catalogue, List<DocumentProblem> problems)
    {
        var members = row.ValueKind == JsonValueKind.Object ? JsonObject.Create(row)! : null;
        try
        {
            if (members is null)
                throw new DocumentException(pointer, "must be an object.");
            if (members["slug"] is null && members["name"] is JsonValue name && name.TryGetValue<string>(out var text))
                members["slug"] = SlugOf(text);
            var ingredient = members.Deserialize<Ingredient>(DataFiles.Reading(MaterialsJson.Default))!;
            problems.AddRange(
                IngredientChecks.Problems(ingredient, catalogue).Select(problem => problem with { Pointer = pointer + problem.Pointer })
            );
            return ingredient;
        }
        catch (JsonException refused)
        {
            var steps = StepsOf(refused.Path);
            problems.Add(
                new DocumentProblem(
                    string.Concat(steps.Prepend(pointer).Select((step, at) => at == 0 ? step : $"/{step}")),
                    ReasonAt(members, steps)
                )
            );
        }
        catch (DocumentException refused)
        {
            problems.AddRange(refused.Problems);
        }

        return null;
    }

    /// <summary>The steps of a path the reader reports: "$.species[0].family" is species, 0, family.</summary>
    private static string[] StepsOf(string? path) => (path ?? "").Split(['.', '[', ']', '\'', '$'], StringSplitOptions.RemoveEmptyEntries);

    /// <summary>What is wrong at a place, by the shapes the document is read with.</summary>
    private static string ReasonAt(JsonNode? node, string[] steps)
    {
        var shapes = DataFiles.Reading(MaterialsJson.Default);
        var shape = shapes.GetTypeInfo(typeof(Ingredient));
        foreach (var step in steps)
        {
            var type =
                shape.Kind == JsonTypeInfoKind.Object
                    ? shape.Properties.FirstOrDefault(property => property.Name == step)?.PropertyType
                    : shape.ElementType;
            if (type is null)
                return $"has a member \"{step}\" that is not known here.";
            shape = shapes.GetTypeInfo(type);
            node =
                node is JsonArray list && int.TryParse(step, CultureInfo.InvariantCulture, out var at) && at < list.Count ? list[at]
                : node is JsonObject members ? members[step]
                : null;
        }

        var missing =
            shape.Kind == JsonTypeInfoKind.Object && node is JsonObject here
                ? shape
                    .Properties.Where(property => property.IsRequired && !here.ContainsKey(property.Name))
                    .Select(property => property.Name)
                : [];
        return missing.Any() ? $"lacks {string.Join(", ", missing)}." : "is not what belongs here: another kind of value is wanted.";
    }
}
