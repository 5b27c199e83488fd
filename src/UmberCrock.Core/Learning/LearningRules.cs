using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Learning;

/// <summary>Families of crystals whose strength is learnt together.</summary>
/// <param name="Group">Its name.</param>
/// <param name="Families">The families.</param>
internal sealed record FamilyGroup(string Group, [property: Names(Named.Family)] ImmutableArray<string> Families)
{
    /// <summary>Families that are of this group where a soft butter brings them: shea shares its crystals with cocoa butter.</summary>
    [Names(Named.Family)]
    public ImmutableArray<string> OfSoftButters
    {
        get;
        init => field = value.OrEmpty();
    } = [];
}

/// <summary>How a bench learns from what it saw (data/rules/learning.json).</summary>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
/// <param name="Groups">What is learnt together.</param>
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
    ImmutableArray<FamilyGroup> Groups,
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

    /// <summary>Index of the group of the crystals that an ingredient brings.</summary>
    public int GroupOf(Ingredient ingredient, string family)
    {
        for (var at = 0; ingredient.Class == IngredientClass.SoftButter && at < Groups.Length; at++)
        {
            if (Groups[at].OfSoftButters.Contains(family))
                return at;
        }

        for (var at = 0; at < Groups.Length; at++)
        {
            if (Groups[at].Families.Contains(family))
                return at;
        }

        return Groups.Length - 1;
    }
}

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(LearningRules))]
internal sealed partial class LearningJson : JsonSerializerContext;
