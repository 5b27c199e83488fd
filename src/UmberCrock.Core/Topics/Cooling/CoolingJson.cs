using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.Cooling;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(CoolingRules))]
internal sealed partial class CoolingJson : JsonSerializerContext;
