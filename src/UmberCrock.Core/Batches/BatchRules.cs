using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Batches;

/// <summary>Figures of a batch at the stove (data/rules/batches.json).</summary>
/// <param name="PotHoldsTimes">A pot that was chosen for a batch holds so many times as much.</param>
/// <param name="ToleranceSteps">A dose may be off by so many steps of the scale.</param>
/// <param name="TolerancePercent">A dose may be off by so much of itself, percent, where that is more.</param>
/// <param name="HotterCelsius">So much hotter than a step wants it, C, is a deviation.</param>
/// <param name="YieldFromPercent">Less filled of what is in the pot, percent, is a deviation.</param>
/// <param name="SoonShutMinutes">So many minutes before it sets, the stove says that a window is about to shut.</param>
/// <param name="NightMinutes">What stands alone for so many minutes stands over a night, and is not of the same day.</param>
/// <param name="MorningHour">Nobody unmoulds before this hour of the day.</param>
/// <param name="EveningHour">Nor begins anything new after this one.</param>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
internal sealed record BatchRules(
    decimal PotHoldsTimes,
    decimal ToleranceSteps,
    decimal TolerancePercent,
    decimal HotterCelsius,
    decimal YieldFromPercent,
    int SoonShutMinutes,
    int NightMinutes,
    int MorningHour,
    int EveningHour,
    string Source,
    Confidence Confidence
) : IRules<BatchRules>
{
    static RuleFile IRules<BatchRules>.File { get; } = new("batches.json", BatchesJson.Default);
}

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(BatchRules))]
internal sealed partial class BatchesJson : JsonSerializerContext;
