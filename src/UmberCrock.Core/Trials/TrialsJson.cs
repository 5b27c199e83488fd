using System.Text.Json.Serialization;

namespace UmberCrock.Core.Trials;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(SwapRules))]
[JsonSerializable(typeof(RebalanceRules))]
internal sealed partial class TrialsJson : JsonSerializerContext;
