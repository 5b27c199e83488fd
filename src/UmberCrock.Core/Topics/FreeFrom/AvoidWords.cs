using System.Collections.Immutable;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Topics.FreeFrom;

/// <summary>What somebody keeps away from, or looks for, as raw materials.</summary>
/// <param name="Each">Slugs of the raw materials that each word means, in the order of the words.</param>
/// <param name="Unknown">Words that mean none of them.</param>
public sealed record AvoidedMaterials(ImmutableArray<ImmutableHashSet<string>> Each, ImmutableArray<string> Unknown)
{
    /// <summary>Slugs of all that any of the words means.</summary>
    public ImmutableHashSet<string> All => [.. Each.SelectMany(slugs => slugs)];
}

/// <summary>Reads lists of things to avoid as people type them: "lanolin, nuts, linalool".</summary>
public static class AvoidWords
{
    /// <summary>What the words of a list mean. A word means all that it may mean, which is the careful reading: a group that people keep
    /// away from, else every raw material that has it in a name, and every one that holds a substance of that name.</summary>
    /// <param name="typed">Words, a comma between.</param>
    /// <param name="catalogue">The raw materials there are.</param>
    public static AvoidedMaterials Of(string? typed, Catalogue catalogue)
    {
        var (each, unknown) = (ImmutableArray.CreateBuilder<ImmutableHashSet<string>>(), ImmutableArray.CreateBuilder<string>());
        foreach (var word in (typed ?? "").Split([',', ';'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var slugs = Meant(word, catalogue);
            if (slugs.IsEmpty)
                unknown.Add(word);
            else
                each.Add(slugs);
        }

        return new(each.ToImmutable(), unknown.ToImmutable());
    }

    private static ImmutableHashSet<string> Meant(string word, Catalogue catalogue)
    {
        var said = IngredientSearch.FoldedWords(word);
        if (said.Length == 0)
            return [];
        var singular = said.EndsWith('s') ? said[..^1] : said;
        var group = catalogue.Rules.FreeFrom.Rows.FirstOrDefault(row =>
            row.Avoid is { } avoid
            && IngredientSearch.FoldedWords(avoid) is var own
            && (own == said || own == singular || $"{own} products" == said)
        );
        return
        [
            .. catalogue
                .Ingredients.Where(ingredient =>
                    group is not null ? group.IsIn(ingredient) : Holds(ingredient, said) || Holds(ingredient, singular)
                )
                .Select(ingredient => ingredient.Slug),
        ];
    }

    private static bool Holds(Ingredient ingredient, string words) =>
        IngredientSearch
            .TextOf(ingredient)
            .Split('\n')
            .Any(name => $" {IngredientSearch.FoldedWords(name)} ".Contains($" {words} ", StringComparison.Ordinal))
        || ingredient.Allergens.Contains(words)
        || ingredient.Constituents.Any(held => IngredientSearch.FoldedWords(held.Name) == words);
}
