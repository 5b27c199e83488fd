using System.Collections.Frozen;
using System.Collections.Immutable;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Materials;

/// <summary>Everything the computation knows: ingredients, rules, and where each comes from. Immutable; made from the shipped
/// data.</summary>
public sealed class Catalogue
{
    private static readonly Lazy<Catalogue> ShippedData = new(() => Read(DataFiles.Shipped));

    private readonly FrozenDictionary<string, Ingredient> bySlug;

    internal Catalogue(IEnumerable<Ingredient> ingredients, RuleBook rules)
    {
        Ingredients = [.. ingredients.OrderBy(ingredient => ingredient.Name, StringComparer.OrdinalIgnoreCase)];
        bySlug = Ingredients.ToFrozenDictionary(ingredient => ingredient.Slug, StringComparer.Ordinal);
        Herbs = Ingredients
            .Where(ingredient => ingredient.Class == IngredientClass.Botanical)
            .Select(ingredient => ingredient.Slug)
            .ToFrozenSet(StringComparer.Ordinal);
        Rules = rules;
    }

    /// <summary>The catalogue that ships with the application.</summary>
    public static Catalogue Shipped => ShippedData.Value;

    /// <summary>The catalogue of some data files; its rules are read when they are first asked for.</summary>
    public static Catalogue Read(DataFiles files) =>
        new(
            files
                .Names.Where(name => name.StartsWith(IngredientFile.Folder, StringComparison.Ordinal))
                .SelectMany(name => files.Read<IngredientFile>(name, MaterialsJson.Default).Ingredients),
            new RuleBook(files)
        );

    /// <summary>All ingredients that are known, ordered by name.</summary>
    public ImmutableArray<Ingredient> Ingredients { get; }

    /// <summary>Slugs of the botanicals: in a phase of stage infuse they are strained out.</summary>
    public FrozenSet<string> Herbs { get; }

    /// <summary>The rules that formulas of this catalogue are judged by.</summary>
    public RuleBook Rules { get; }

    /// <summary>The ingredient of a slug, or null.</summary>
    public Ingredient? Find(string slug) => bySlug.GetValueOrDefault(slug);

    /// <summary>The same ingredients with other rules.</summary>
    internal Catalogue With(RuleBook rules) => new(Ingredients, rules);

    /// <summary>This catalogue with a maker's own ingredients and corrections; its rules stay.</summary>
    /// <param name="own">Own ingredients, by slugs that start with "own:".</param>
    /// <param name="corrections">Own values that stand in place of the catalogue's.</param>
    public Catalogue With(IEnumerable<Ingredient> own, IEnumerable<Correction> corrections)
    {
        var bySubject = corrections.ToLookup(correction => correction.Ingredient, StringComparer.Ordinal);
        return new Catalogue(
            Ingredients
                .Concat(own)
                .Select(ingredient => bySubject[ingredient.Slug].Aggregate(ingredient, (row, correction) => correction.ApplyTo(row))),
            Rules
        );
    }
}
