using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.Doses;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(GroupLimits))]
[JsonSerializable(typeof(PhototoxicRules))]
[JsonSerializable(typeof(AudienceRules))]
internal sealed partial class DosesJson : JsonSerializerContext;
