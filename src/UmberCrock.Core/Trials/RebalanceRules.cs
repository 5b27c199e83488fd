using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Trials;

/// <summary>What a rebalance leaves in peace (data/rules/rebalance.json).</summary>
/// <param name="SmallDoses">Classes that are dosed small and for their own sake: moved only down, and only for a limit.</param>
/// <param name="PreciousOils">Slugs of oils that were chosen for themselves: they pay last.</param>
/// <param name="Source">Where it comes from, in full.</param>
/// <param name="Confidence">How sure it is.</param>
internal sealed record RebalanceRules(
    ImmutableArray<IngredientClass> SmallDoses,
    [property: Names(Named.Ingredient)] ImmutableArray<string> PreciousOils,
    string Source,
    Confidence Confidence
) : IRules<RebalanceRules>
{
    static RuleFile IRules<RebalanceRules>.File { get; } = new("rebalance.json", TrialsJson.Default);

    /// <summary>True of what is dosed small and for its own sake.</summary>
    public bool IsSmall(Ingredient ingredient) => SmallDoses.Contains(ingredient.Class);
}

/// <summary>What a rebalance goes by, out of the rule book.</summary>
internal static class RebalanceBook
{
    extension(RuleBook rules)
    {
        /// <summary>What a rebalance leaves in peace.</summary>
        public RebalanceRules Rebalance => rules.Of<RebalanceRules>();
    }
}
