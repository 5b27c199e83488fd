using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.Emulsions;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(PolarRules))]
[JsonSerializable(typeof(ImmiscibleRules))]
[JsonSerializable(typeof(ReactionRules))]
[JsonSerializable(typeof(EmulsifierRules))]
internal sealed partial class EmulsionsJson : JsonSerializerContext;
