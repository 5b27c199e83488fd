using System.Collections.Immutable;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Json;
using UmberCrock.Core.Stability;
using UmberCrock.Core.Texture;

namespace UmberCrock.Core.Ingredients;

/// <summary>What the data files hold, read and resolved.</summary>
internal sealed record CatalogueData(
    ImmutableArray<Ingredient> Ingredients,
    ImmutableArray<SubstanceLimit> SubstanceLimits,
    ImmutableArray<GroupLimit> GroupLimits,
    TextureRules Texture,
    AntioxidantRule Antioxidants,
    SunClaimPatterns SunClaims,
    StabilityRules Stability);

/// <summary>Reads the data files that are embedded in this assembly. Source keys are replaced by the documents they stand for.</summary>
internal static class CatalogueLoader
{
    private static readonly Assembly Home = typeof(CatalogueLoader).Assembly;
    private static readonly string[] SourceMembers = ["source", "fattyAcidsSource", "speciesSource"];

    public static Catalogue Load()
    {
        var sources = JsonSerializer.Deserialize<Dictionary<string, string>>(Text("data/sources.json"))!;
        T Read<T>(string name, string? member = null)
        {
            var node = JsonNode.Parse(Text(name))!;
            ResolveSources(node, sources, name);
            return (member is null ? node : node[member])!.Deserialize<T>(ContractJson.Options)!;
        }

        return new Catalogue(new CatalogueData(
            [.. Files("data/ingredients/").SelectMany(name => Read<ImmutableArray<Ingredient>>(name))],
            [.. JsonNode.Parse(Text("data/rules/limits.json"))!.AsArray().Select(row => ReadLimit(row!.AsObject(), sources))],
            Read<ImmutableArray<GroupLimit>>("data/rules/groups.json"),
            Read<TextureRules>("data/rules/texture.json"),
            Read<AntioxidantRule>("data/rules/keeping.json", "antioxidantMissing"),
            Read<SunClaimPatterns>("data/rules/sun-claims.json"),
            Read<StabilityRules>("data/rules/stability.json")));
    }

    /// <summary>The text of an embedded data file.</summary>
    public static string Text(string name)
    {
        using var stream = Home.GetManifestResourceStream(name) ?? throw new InvalidOperationException($"The data file {name} is not in the assembly.");
        using var reader = new StreamReader(stream);
        return reader.ReadToEnd();
    }

    /// <summary>Names of the embedded data files in a folder, in order.</summary>
    public static IEnumerable<string> Files(string folder)
        => Home.GetManifestResourceNames().Where(name => name.StartsWith(folder, StringComparison.Ordinal)).Order(StringComparer.Ordinal);

    private static SubstanceLimit ReadLimit(JsonObject row, Dictionary<string, string> sources)
    {
        ResolveSources(row, sources, "data/rules/limits.json");
        row.Remove("subject", out var subject);
        return new SubstanceLimit(subject!.Deserialize<ImmutableArray<string>>(), row.Deserialize<DoseRule>(ContractJson.Options)!);
    }

    private static void ResolveSources(JsonNode node, Dictionary<string, string> sources, string file)
    {
        if (node is JsonArray array)
        {
            foreach (var item in array.OfType<JsonNode>())
                ResolveSources(item, sources, file);
        }
        else if (node is JsonObject members)
        {
            foreach (var (name, value) in members.ToList())
            {
                if (SourceMembers.Contains(name))
                    members[name] = sources.GetValueOrDefault((string)value!) ?? throw new InvalidOperationException($"{file} names the source \"{value}\", which data/sources.json does not have.");
                else if (value is not null)
                    ResolveSources(value, sources, file);
            }
        }
    }
}
