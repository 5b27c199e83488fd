using System.Text.Json.Serialization;

namespace UmberCrock.Core.Intake;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(IntakeRules))]
internal sealed partial class IntakeJson : JsonSerializerContext;
