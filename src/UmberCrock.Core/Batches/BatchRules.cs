using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Batches;

/// <summary>Figures of a batch at the stove (data/rules/batches.json).</summary>
/// <param name="PotHoldsTimes">A pot that was chosen for a batch holds so many times as much.</param>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
internal sealed record BatchRules(decimal PotHoldsTimes, string Source, Confidence Confidence) : IRules<BatchRules>
{
    static RuleFile IRules<BatchRules>.File { get; } = new("batches.json", BatchesJson.Default);
}

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(BatchRules))]
internal sealed partial class BatchesJson : JsonSerializerContext;
