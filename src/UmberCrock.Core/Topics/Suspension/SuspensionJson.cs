using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.Suspension;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(PowderRules))]
[JsonSerializable(typeof(SettlingRules))]
internal sealed partial class SuspensionJson : JsonSerializerContext;
