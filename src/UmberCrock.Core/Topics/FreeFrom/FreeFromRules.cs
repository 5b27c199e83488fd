using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.FreeFrom;

/// <summary>Something that people keep away from: what holds it, what may be declared without it, and the words for that.</summary>
public sealed record FreeFromRow
{
    /// <summary>The property that holds where nothing holds it, by the contract's name: "beeFree".</summary>
    public required string Property { get; init; }

    /// <summary>The property as a label says it: "Bee-free".</summary>
    public required string Written { get; init; }

    /// <summary>The word by which a swap keeps away from it: "bee"; null where none does.</summary>
    public string? Avoid { get; init; }

    /// <summary>The word by which a whole formula is made so: "without-bee"; null where it is not made by swaps.</summary>
    public string? Switch { get; init; }

    /// <summary>The same, as it is offered: "without bee products".</summary>
    public string? SwitchLabel { get; init; }

    /// <summary>Origins of an ingredient that the property is about.</summary>
    [Names(Named.Origin)]
    public ImmutableArray<string> Origins
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Sources of allergens that are it.</summary>
    [Names(Named.AllergenSource)]
    public ImmutableArray<string> Allergens
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Classes of raw material that the property is about.</summary>
    public ImmutableArray<IngredientClass> Classes
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>EU names of substances that are it, or are made from it as a rule.</summary>
    public ImmutableArray<string> Substances
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Slugs of ingredients that hold it without naming it.</summary>
    [Names(Named.Ingredient)]
    public ImmutableArray<string> Ingredients
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Phrases of a label that say the property, folded.</summary>
    public required ImmutableArray<string> Phrases { get; init; }

    /// <summary>True where saying so runs down what is lawful, so that it is judged as a claim even where it is true.</summary>
    public bool RunsDown { get; init; }

    /// <summary>True when an ingredient holds it.</summary>
    /// <param name="ingredient">The ingredient.</param>
    public bool IsIn(Ingredient ingredient) =>
        Classes.Contains(ingredient.Class)
        || Ingredients.Contains(ingredient.Slug)
        || ingredient.Origins.Any(Origins.Contains)
        || ingredient.Allergens.Any(Allergens.Contains)
        || (!Substances.IsEmpty && ingredient.ShareOf(Substances).High > 0m);
}

/// <summary>What people keep away from, one row each (data/rules/free-from.json): a new one is a row.</summary>
/// <param name="Rows">The rows, in the order they are offered.</param>
/// <param name="Source">The document that the rows of properties come from.</param>
/// <param name="Confidence">How far the rows of properties can be trusted.</param>
public sealed record FreeFromRules(ImmutableArray<FreeFromRow> Rows, string Source, Confidence Confidence) : IRules<FreeFromRules>
{
    static RuleFile IRules<FreeFromRules>.File { get; } = new("free-from.json", FreeFromJson.Default);

    /// <summary>So many rows there may be: each is a bit of a number.</summary>
    internal const int MostRows = 64;

    // An ingredient is a value that never changes: what it holds is worked out once, one bit a row.
    private readonly ConditionalWeakTable<Ingredient, StrongBox<ulong>> held = [];

    /// <summary>Which rows an ingredient holds: the lowest bit is the first row's.</summary>
    internal ulong HeldBy(Ingredient ingredient) =>
        held.GetValue(ingredient, one => new StrongBox<ulong>(
            Rows.Select((row, at) => row.IsIn(one) ? 1UL << at : 0UL).Aggregate(0UL, (all, bit) => all | bit)
        )).Value;

    /// <summary>The words by which a swap keeps away from something.</summary>
    public IEnumerable<string> AvoidWords => Rows.Select(row => row.Avoid).OfType<string>();

    /// <summary>What a word of a swap keeps away from.</summary>
    /// <param name="word">The word: "bee".</param>
    /// <param name="pointer">Where it stands, as a JSON pointer.</param>
    /// <exception cref="DocumentException">Nothing is avoided by that word.</exception>
    public FreeFromRow Avoiding(string? word, string pointer) =>
        Rows.FirstOrDefault(row => row.Avoid is { } avoid && avoid == word)
        ?? throw new DocumentException(pointer, $"must be one of: {string.Join(", ", AvoidWords)}.");

    /// <summary>The property that a declared word means, "bee-free" as well as "beeFree"; null when it is none that is computed.</summary>
    /// <param name="word">The word.</param>
    public FreeFromRow? Find(string word)
    {
        var parts = word.Trim().Split('-', ' ');
        var name =
            parts[0]
            + string.Concat(parts.Skip(1).Where(part => part.Length > 0).Select(part => char.ToUpperInvariant(part[0]) + part[1..]));
        return Rows.FirstOrDefault(row => string.Equals(row.Property, name, StringComparison.OrdinalIgnoreCase));
    }
}
