using System.Text.Json.Serialization;

namespace UmberCrock.Core.Formulas;

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(FormRules))]
[JsonSerializable(typeof(NamedClimates))]
internal sealed partial class FormulasJson : JsonSerializerContext;
