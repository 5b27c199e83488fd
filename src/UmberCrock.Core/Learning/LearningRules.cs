using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Learning;

/// <summary>How a bench learns from what it saw (data/rules/learning.json).</summary>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
/// <param name="FactorSd">Doubt of the logarithm of a factor before anything is seen.</param>
/// <param name="LeastFactor">A factor is not believed below this.</param>
/// <param name="MostFactor">Nor above this.</param>
/// <param name="ShiftSdCelsius">Doubt of the shift of set points before anything is seen, C.</param>
/// <param name="SettledAfterHours">Looks sooner after pouring, h, are left out: it has not set through.</param>
/// <param name="ImpossibleBands">A look so many bands off the first fit is left out.</param>
/// <param name="LeastLooks">It is refused with fewer looks.</param>
/// <param name="LeastFormulas">It is refused with looks of fewer formulas.</param>
/// <param name="IntervalDrop">The interval of a factor ends where the sum of squares is by so much worse: 3.84 is 95 % of chi squared with
/// one degree of freedom.</param>
internal sealed record LearningRules(
    string Source,
    Confidence Confidence,
    double FactorSd,
    double LeastFactor,
    double MostFactor,
    double ShiftSdCelsius,
    double SettledAfterHours,
    int ImpossibleBands,
    int LeastLooks,
    int LeastFormulas,
    double IntervalDrop
) : IRules<LearningRules>
{
    static RuleFile IRules<LearningRules>.File { get; } = new("learning.json", LearningJson.Default);
}

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(LearningRules))]
internal sealed partial class LearningJson : JsonSerializerContext;
