using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.Making;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(StageHeats))]
[JsonSerializable(typeof(PouringRules))]
internal sealed partial class MakingJson : JsonSerializerContext;
