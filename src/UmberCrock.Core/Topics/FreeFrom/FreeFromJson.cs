using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.FreeFrom;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(FreeFromRules))]
internal sealed partial class FreeFromJson : JsonSerializerContext;
