using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using UmberCrock.Core.Materials;

namespace UmberCrock.Storage;

/// <summary>
/// The full-text index of ingredients' names: SQLite's FTS5 over trigrams of folded text. It proposes candidates; which of them a query
/// means, and in which order, is for <see cref="IngredientSearch"/> to say.
/// </summary>
internal static class IngredientIndex
{
    /// <summary>The statement that makes the index, for the migration.</summary>
    public const string Create = "CREATE VIRTUAL TABLE IngredientText USING fts5(Slug UNINDEXED, Text, tokenize = 'trigram');";

    private const string Fingerprint = "ingredient-text";
    private const int Trigram = 3;
    private const int MostCandidates = 150;

    /// <summary>Fills the index anew where it no longer says what these ingredients are called. To be called inside a
    /// transaction.</summary>
    public static async Task FillAsync(CrockContext context, IReadOnlyCollection<Ingredient> ingredients)
    {
        var texts = ingredients.Select(ingredient => (ingredient.Slug, Text: IngredientSearch.TextOf(ingredient))).ToList();
        var fingerprint = JsonSerializer.Serialize(Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\0', texts)))));
        var filled = await context.Settings.FindAsync(Fingerprint);
        if (filled?.Document == fingerprint)
            return;
        await context.Database.ExecuteSqlRawAsync("DELETE FROM IngredientText;");
        await using (var insert = context.Database.GetDbConnection().CreateCommand())
        {
            insert.Transaction = context.Database.CurrentTransaction?.GetDbTransaction();
            insert.CommandText = "INSERT INTO IngredientText (Slug, Text) VALUES ($slug, $text);";
            var (slug, text) = (insert.CreateParameter(), insert.CreateParameter());
            (slug.ParameterName, text.ParameterName) = ("$slug", "$text");
            insert.Parameters.AddRange(new[] { slug, text });
            foreach (var entry in texts)
            {
                (slug.Value, text.Value) = entry;
                await insert.ExecuteNonQueryAsync();
            }
        }

        if (filled is null)
            context.Settings.Add(new SettingRow { Name = Fingerprint, Document = fingerprint });
        else
            filled.Document = fingerprint;
        await context.SaveChangesAsync();
    }

    /// <summary>Slugs whose names share trigrams with the query, most alike first; null when the query is too short to say.</summary>
    public static async Task<IReadOnlyList<string>?> CandidatesAsync(CrockContext context, string query)
    {
        // Words of folded text hold letters and digits only, so nothing in them has a meaning to FTS5.
        var trigrams = IngredientSearch
            .Fold(query)
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .SelectMany(word =>
                Enumerable.Range(0, Math.Max(0, word.Length - Trigram + 1)).Select(at => $"\"{word.Substring(at, Trigram)}\"")
            )
            .Distinct()
            .Take(100)
            .ToList();
        if (trigrams.Count == 0)
            return null;
        var match = string.Join(" OR ", trigrams);
        return await context
            .Database.SqlQuery<string>(
                $"SELECT Slug AS Value FROM IngredientText WHERE Text MATCH {match} ORDER BY rank LIMIT {MostCandidates}"
            )
            .ToListAsync();
    }
}
