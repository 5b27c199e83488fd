using System.Collections.Frozen;
using System.Collections.Immutable;
using UmberCrock.Core.Stability;
using UmberCrock.Core.Texture;

namespace UmberCrock.Core.Ingredients;

/// <summary>Everything the computation knows: ingredients, rules, and where each comes from. Immutable; made from the shipped data.</summary>
public sealed class Catalogue
{
    private static readonly Lazy<Catalogue> ShippedData = new(CatalogueLoader.Load);

    private readonly FrozenDictionary<string, Ingredient> bySlug;

    internal Catalogue(CatalogueData data)
    {
        Ingredients = [.. data.Ingredients.OrderBy(ingredient => ingredient.Name, StringComparer.Ordinal)];
        bySlug = Ingredients.ToFrozenDictionary(ingredient => ingredient.Slug, StringComparer.Ordinal);
        SubstanceLimits = data.SubstanceLimits;
        GroupLimits = data.GroupLimits;
        Texture = data.Texture;
        Antioxidants = data.Antioxidants;
        SunClaims = data.SunClaims;
        Stability = data.Stability;
    }

    /// <summary>The catalogue that ships with the application.</summary>
    public static Catalogue Shipped => ShippedData.Value;

    /// <summary>All ingredients, by name.</summary>
    public ImmutableArray<Ingredient> Ingredients { get; }

    /// <summary>Hard limits on substances.</summary>
    public ImmutableArray<SubstanceLimit> SubstanceLimits { get; }

    /// <summary>Ceilings on groups.</summary>
    public ImmutableArray<GroupLimit> GroupLimits { get; }

    /// <summary>Strengths, bands and wanted bands.</summary>
    public TextureRules Texture { get; }

    /// <summary>When an antioxidant is missed, and which one is offered.</summary>
    public AntioxidantRule Antioxidants { get; }

    /// <summary>Words that claim protection from the sun.</summary>
    public SunClaimPatterns SunClaims { get; }

    /// <summary>From which amounts the stability notes speak.</summary>
    public StabilityRules Stability { get; }

    /// <summary>The ingredient of a slug, or null.</summary>
    public Ingredient? Find(string slug) => bySlug.GetValueOrDefault(slug);

    /// <summary>
    /// Ingredients whose name, INCI or other names hold every word of the query, best first: names that start with it before names
    /// that hold it, before other names. All of them, by name, for an empty query.
    /// </summary>
    public IReadOnlyList<Ingredient> Search(string? query, IngredientClass? ofClass = null)
    {
        var words = (query ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        return
        [
            .. Ingredients
                .Where(ingredient => ofClass is null || ingredient.Class == ofClass)
                .Select(ingredient => (ingredient, rank: Rank(ingredient, words)))
                .Where(found => found.rank >= 0)
                .OrderBy(found => found.rank)
                .Select(found => found.ingredient),
        ];
    }

    private static int Rank(Ingredient ingredient, string[] words)
    {
        if (words.Length == 0)
            return 0;
        const StringComparison Loose = StringComparison.OrdinalIgnoreCase;
        if (Array.TrueForAll(words, word => ingredient.Name.Contains(word, Loose)))
            return ingredient.Name.StartsWith(words[0], Loose) ? 0 : 1;
        var all = string.Join(' ', [ingredient.Name, ingredient.Slug, ingredient.Inci.Eu, ingredient.Inci.Us, .. ingredient.AlsoKnownAs]);
        return Array.TrueForAll(words, word => all.Contains(word, Loose)) ? 2 : -1;
    }
}

/// <summary>When polyunsaturated oils call for an antioxidant.</summary>
/// <param name="PolyunsaturatedPercentFrom">C18:2 and C18:3, weight percent of the formula, from which one is missed.</param>
/// <param name="AntioxidantPercentFrom">An antioxidant counts from this weight percent.</param>
/// <param name="Suggested">Slug of the one that is offered.</param>
/// <param name="SuggestedPercent">The dose that is offered.</param>
/// <param name="Source">Where the rule comes from.</param>
/// <param name="Confidence">How sure it is.</param>
public sealed record AntioxidantRule(
    decimal PolyunsaturatedPercentFrom, decimal AntioxidantPercentFrom, string Suggested, decimal SuggestedPercent, string Source, Confidence Confidence);

/// <summary>Words that claim protection from the sun, lower case.</summary>
public sealed record SunClaimPatterns(ImmutableArray<string> Patterns, string Source, Confidence Confidence);
