using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.Preservation;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(PreservationRules))]
internal sealed partial class PreservationJson : JsonSerializerContext;
