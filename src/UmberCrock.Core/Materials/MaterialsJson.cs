using System.Text.Json.Serialization;

namespace UmberCrock.Core.Materials;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(IngredientFile))]
[JsonSerializable(typeof(Ingredient))]
[JsonSerializable(typeof(SubstanceLimits))]
[JsonSerializable(typeof(ClassWindows))]
[JsonSerializable(typeof(NameRules))]
internal sealed partial class MaterialsJson : JsonSerializerContext;
