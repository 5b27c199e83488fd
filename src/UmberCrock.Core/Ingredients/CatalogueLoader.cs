using System.Collections.Immutable;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Doses;
using UmberCrock.Core.Emulsions;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Keeping;
using UmberCrock.Core.Labels;
using UmberCrock.Core.Making;
using UmberCrock.Core.Stability;
using UmberCrock.Core.Suspension;
using UmberCrock.Core.Texture;

namespace UmberCrock.Core.Ingredients;

/// <summary>Reads the data files that are embedded in this assembly. Source keys are replaced by the documents they stand for.</summary>
internal static class CatalogueLoader
{
    private static readonly Assembly Home = typeof(CatalogueLoader).Assembly;
    private static readonly string[] SourceMembers = ["source", "fattyAcidsSource", "speciesSource"];

    public static Catalogue Load()
    {
        var sources = JsonNode.Parse(Text("data/sources.json"))!.AsObject().ToDictionary(source => source.Key, source => (string)source.Value!, StringComparer.Ordinal);
        T Read<T>(string name, string? member = null)
        {
            var node = JsonNode.Parse(Text(name))!;
            ResolveSources(node, sources, name);
            return (member is null ? node : node[member])!.Deserialize<T>(CatalogueJson.Reading)!;
        }

        // Side by side with the rules: most of the time goes into preparing to read, not into reading.
        var ingredients = Task.Run(() => Files("data/ingredients/").SelectMany(name => Read<ImmutableArray<Ingredient>>(name)).ToList());
        var rules = new RuleBook
        {
            SubstanceLimits = [.. JsonNode.Parse(Text("data/rules/limits.json"))!.AsArray().Select(row => ReadLimit(row!.AsObject(), sources))],
            ClassWindows = [.. JsonNode.Parse(Text("data/rules/windows.json"))!.AsArray().Select(row => ReadWindow(row!.AsObject(), sources))],
            GroupLimits = Read<ImmutableArray<GroupLimit>>("data/rules/groups.json"),
            Phototoxic = Read<PhototoxicRules>("data/rules/phototoxic.json"),
            Audiences = Read<ImmutableArray<AudienceRule>>("data/rules/audiences.json"),
            Allergens = Read<ImmutableArray<AllergenSource>>("data/rules/allergens.json"),
            Antioxidants = Read<AntioxidantRule>("data/rules/keeping.json", "antioxidantMissing"),
            Preservation = Read<PreservationRules>("data/rules/keeping.json", "preservation"),
            Polar = Read<PolarRules>("data/rules/mixing.json", "polar"),
            Powders = Read<PowderRules>("data/rules/mixing.json", "powders"),
            Stages = Read<ImmutableArray<StageHeat>>("data/rules/stages.json"),
            Texture = Read<TextureRules>("data/rules/texture.json"),
            Feel = Read<FeelRules>("data/rules/feel.json"),
            Months = Read<MonthsRules>("data/rules/keeping.json", "months"),
            Rancidity = Read<RancidityRules>("data/rules/keeping.json", "rancidity"),
            Emulsifiers = Read<EmulsifierRules>("data/rules/mixing.json", "emulsifiers"),
            Settling = Read<SettlingRules>("data/rules/mixing.json", "settling"),
            Pouring = Read<PouringRules>("data/rules/mixing.json", "pouring"),
            Claims = Read<ClaimRules>("data/rules/claims.json"),
            Label = Read<LabelRules>("data/rules/label.json"),
            Stability = Read<StabilityRules>("data/rules/stability.json"),
            Intake = Read<IntakeRules>("data/rules/intake.json"),
            Climates = Read<NamedClimates>("data/rules/climates.json"),
            Scale = Read<ScaleRules>("data/rules/scale.json"),
        };
        return new Catalogue(ingredients.GetAwaiter().GetResult(), rules);
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
        return new SubstanceLimit(subject!.Deserialize<ImmutableArray<string>>(CatalogueJson.Reading), row.Deserialize<DoseRule>(CatalogueJson.Reading)!);
    }

    private static ClassWindow ReadWindow(JsonObject row, Dictionary<string, string> sources)
    {
        ResolveSources(row, sources, "data/rules/windows.json");
        row.Remove("classes", out var classes);
        return new ClassWindow(classes!.Deserialize<ImmutableArray<IngredientClass>>(CatalogueJson.Reading), row.Deserialize<DoseRule>(CatalogueJson.Reading)!);
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
