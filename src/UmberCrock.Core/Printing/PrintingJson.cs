using System.Text.Json.Serialization;

namespace UmberCrock.Core.Printing;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(ScaleRules))]
internal sealed partial class PrintingJson : JsonSerializerContext;
