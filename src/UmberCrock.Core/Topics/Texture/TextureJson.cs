using System.Text.Json.Serialization;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(TextureRules))]
[JsonSerializable(typeof(FeelRules))]
internal sealed partial class TextureJson : JsonSerializerContext;
