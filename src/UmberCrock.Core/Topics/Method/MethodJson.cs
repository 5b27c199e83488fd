using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.Method;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(MethodRules))]
internal sealed partial class MethodJson : JsonSerializerContext;
