using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Emulsions;

/// <summary>Two oils that do not dissolve in each other at room temperature.</summary>
/// <param name="One">Slug of the one.</param>
/// <param name="Other">Slug of the other.</param>
/// <param name="Otherwise">Slug of what mixes with the one and stands in for the other.</param>
/// <param name="Why">What happens, and what joins them.</param>
/// <param name="Source">Where it comes from, in full.</param>
internal sealed record ImmisciblePair(
    [Names(Named.Ingredient)] string One,
    [Names(Named.Ingredient)] string Other,
    [Names(Named.Ingredient)] string Otherwise,
    string Why,
    string Source
);

/// <summary>Oils that do not mix (data/rules/immiscible.json).</summary>
/// <param name="Pairs">The pairs.</param>
/// <param name="PercentFrom">Weight percent of each from which it shows.</param>
/// <param name="BridgePerPart">Parts of other oils that join a part of the lesser of the two.</param>
/// <param name="Bridge">Slug of the oil that is offered to join them.</param>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
internal sealed record ImmiscibleRules(
    ImmutableArray<ImmisciblePair> Pairs,
    decimal PercentFrom,
    decimal BridgePerPart,
    [Names(Named.Ingredient)] string Bridge,
    string Source,
    Confidence Confidence
) : IRules<ImmiscibleRules>
{
    static RuleFile IRules<ImmiscibleRules>.File { get; } = new("immiscible.json", EmulsionsJson.Default);
}

/// <summary>Findings about oils that part on standing.</summary>
internal static class ImmiscibleFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved)
    {
        var rules = resolved.Rules.Immiscible;
        foreach (var pair in rules.Pairs)
        {
            var (one, other) = (resolved.LinesOf(pair.One), resolved.LinesOf(pair.Other));
            var lesser = Math.Min(resolved.PercentOf(one), resolved.PercentOf(other));
            var bridge = resolved.PercentOf(
                resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.Oil).Except(one).Except(other)
            );
            if (lesser < rules.PercentFrom || bridge >= lesser * rules.BridgePerPart)
                continue;
            yield return new Finding(
                FindingCodes.Immiscible,
                Severity.Caution,
                $"{resolved.Ingredients[one[0]].Name} and {resolved.Ingredients[other[0]].ShortName.ToLowerInvariant()} do not mix",
                $"{Two(resolved.PercentOf(one))} and {Two(resolved.PercentOf(other)).Percent}, and {Two(bridge).Percent} of other oils; "
                    + $"{Two(lesser * rules.BridgePerPart).Percent} would join them.",
                pair.Why,
                pair.Source,
                [.. one.Concat(other).Order()],
                []
            )
            {
                Ways = () => Ways(resolved, pair, other, (lesser * rules.BridgePerPart) - bridge),
            };
        }
    }

    private static IEnumerable<Fix> Ways(ResolvedFormula resolved, ImmisciblePair pair, ImmutableArray<int> other, decimal missing)
    {
        if (resolved.Catalogue.Find(pair.Otherwise) is { } otherwise)
            yield return new Fix($"{otherwise.Name} instead", null, [.. other.Select(line => new ReplaceIngredient(line, otherwise.Slug))]);
        if (resolved.Catalogue.Find(resolved.Rules.Immiscible.Bridge) is { } bridge && resolved.LinesOf(bridge.Slug).IsEmpty)
            yield return FixBuilder.Add(resolved, bridge, missing, Stage.Melt, $"Add {Two(missing)} {bridge.Name.ToLowerInvariant()}");
    }
}
