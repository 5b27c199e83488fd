using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.Labels;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(AllergenSources))]
[JsonSerializable(typeof(ClaimRules))]
[JsonSerializable(typeof(LabelRules))]
internal sealed partial class LabelsJson : JsonSerializerContext;
