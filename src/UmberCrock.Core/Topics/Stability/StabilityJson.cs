using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.Stability;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(StabilityRules))]
internal sealed partial class StabilityJson : JsonSerializerContext;
