using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Materials;

/// <summary>What an ingredient is called in German, French and Spanish, accents and all.</summary>
/// <param name="Ingredient">Its slug.</param>
/// <param name="Names">Its names.</param>
internal sealed record ForeignNames([property: Names(Named.Ingredient)] string Ingredient, ImmutableArray<string> Names);

/// <summary>How written names of ingredients are understood (data/rules/names.json). All words are in small letters without
/// accents.</summary>
/// <param name="Fillers">Words beside a name that say nothing of which ingredient it is.</param>
/// <param name="Preferred">Everyday names that several ingredients share, and the slug of the one that is mostly meant.</param>
/// <param name="Foreign">Names in German, French and Spanish.</param>
/// <param name="LikelyScore">A name that fits this well, 0 to 1, is offered as a reading.</param>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
internal sealed record NameRules(
    ImmutableArray<string> Fillers,
    [Names(Named.Ingredient)] ImmutableDictionary<string, string> Preferred,
    ImmutableArray<ForeignNames> Foreign,
    double LikelyScore,
    string Source,
    Confidence Confidence
) : IRules<NameRules>
{
    static RuleFile IRules<NameRules>.File { get; } = new("names.json", MaterialsJson.Default);
}
