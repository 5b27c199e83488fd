using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Trials;

/// <summary>What the trade puts in the place of an ingredient.</summary>
/// <param name="Ingredient">Slug of what stands in.</param>
/// <param name="Why">How it differs, in a few words.</param>
/// <param name="GramsPerGram">Grams of it for a gram, by what it does; null for what its wax equivalent says, else weight for
/// weight.</param>
internal sealed record SwapRow([property: Names(Named.Ingredient)] string Ingredient, string Why, double? GramsPerGram = null);

/// <summary>What stands in for some ingredients, and what never does.</summary>
/// <param name="Of">Slugs of what is replaced.</param>
/// <param name="By">What the trade takes, the best first.</param>
/// <param name="Never">Slugs of what is of its kind and does not do its work, or does harm.</param>
internal sealed record SwapRule(
    [property: Names(Named.Ingredient)] ImmutableArray<string> Of,
    ImmutableArray<SwapRow> By,
    [property: Names(Named.Ingredient)] ImmutableArray<string> Never
);

/// <summary>Known equivalents (data/rules/swaps.json).</summary>
/// <param name="Swaps">The rows, one for each ingredient that has any.</param>
/// <param name="Source">Where they come from, in full.</param>
/// <param name="Confidence">How sure they are.</param>
internal sealed record SwapRules(ImmutableArray<SwapRule> Swaps, string Source, Confidence Confidence) : IRules<SwapRules>
{
    static RuleFile IRules<SwapRules>.File { get; } = new("swaps.json", TrialsJson.Default);

    /// <summary>What is known of an ingredient's place; null for nothing.</summary>
    public SwapRule? Of(string slug) => Swaps.FirstOrDefault(rule => rule.Of.Contains(slug));
}
