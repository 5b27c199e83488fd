using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Ingredients;

namespace UmberCrock.Storage;

/// <summary>
/// The full-text index of ingredients' names: SQLite's FTS5 over trigrams of folded text. It proposes candidates; which of them a query
/// means, and in which order, is for <see cref="IngredientSearch"/> to say.
/// </summary>
internal static class IngredientIndex
{
    /// <summary>The statement that makes the index, for the migration.</summary>
    public const string Create = "CREATE VIRTUAL TABLE IngredientText USING fts5(Slug UNINDEXED, Text, tokenize = 'trigram');";

    private const int Trigram = 3;
    private const int MostCandidates = 150;

    /// <summary>Fills the index anew.</summary>
    public static async Task FillAsync(CrockContext context, IEnumerable<Ingredient> ingredients)
    {
        await context.Database.ExecuteSqlRawAsync("DELETE FROM IngredientText;");
        foreach (var ingredient in ingredients)
        {
            var text = IngredientSearch.TextOf(ingredient);
            await context.Database.ExecuteSqlAsync($"INSERT INTO IngredientText (Slug, Text) VALUES ({ingredient.Slug}, {text});");
        }
    }

    /// <summary>Slugs whose names share trigrams with the query, most alike first; null when the query is too short to say.</summary>
    public static async Task<IReadOnlyList<string>?> CandidatesAsync(CrockContext context, string query)
    {
        // Words of folded text hold letters and digits only, so nothing in them has a meaning to FTS5.
        var trigrams = IngredientSearch.Fold(query).Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .SelectMany(word => Enumerable.Range(0, Math.Max(0, word.Length - Trigram + 1)).Select(at => $"\"{word.Substring(at, Trigram)}\"")).Distinct().Take(100).ToList();
        if (trigrams.Count == 0)
            return null;
        var match = string.Join(" OR ", trigrams);
        return await context.Database.SqlQuery<string>($"SELECT Slug AS Value FROM IngredientText WHERE Text MATCH {match} ORDER BY rank LIMIT {MostCandidates}").ToListAsync();
    }
}
