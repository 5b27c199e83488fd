using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.Keeping;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(AntioxidantRule))]
[JsonSerializable(typeof(MonthsRules))]
[JsonSerializable(typeof(RancidityRules))]
internal sealed partial class KeepingJson : JsonSerializerContext;
