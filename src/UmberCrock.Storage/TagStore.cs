using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Storage;

/// <summary>Keeps the maker's own words for formulas. They are no part of a document: giving or taking one makes no step and no
/// version, and two windows that give different ones both have their way.</summary>
public sealed class TagStore(IDbContextFactory<CrockContext> contexts)
{
    private const int Tries = 5;

    /// <summary>All words that formulas of the shelf bear, in order.</summary>
    public async Task<IReadOnlyList<string>> ListAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        var texts = await context.Formulas.Where(row => row.Tags != "").Select(row => row.Tags).Distinct().ToListAsync();
        return [.. texts.SelectMany(text => Tags.Read(text)).Distinct(StringComparer.Ordinal).Order(StringComparer.Ordinal)];
    }

    /// <summary>Gives formulas a tag, or takes it from them; returns how many of them are there.</summary>
    /// <param name="ids">Keys of the formulas.</param>
    /// <param name="typed">The tag as typed.</param>
    /// <param name="isGiven">True to give it, false to take it.</param>
    /// <exception cref="DocumentException">It is no tag, or one of them bears too many; nothing was written.</exception>
    public async Task<int> ChangeAsync(IReadOnlyCollection<long> ids, string? typed, bool isGiven)
    {
        var tag = Tags.One(typed);
        await using var context = await contexts.CreateDbContextAsync();
        for (var tried = 0; tried < Tries; tried++)
        {
            await using var transaction = await context.Database.BeginTransactionAsync();
            var rows = await context.Formulas.Where(row => ids.Contains(row.Id)).Select(row => new { row.Id, row.Tags }).ToListAsync();
            var written = 0;
            foreach (var row in rows)
            {
                var now = Tags.Read(row.Tags).ToList();
                if (isGiven && !now.Contains(tag) && now.Count >= Tags.Most)
                    throw new DocumentException("/tag", $"A formula bears at most {Tags.Most} tags.");
                var text = Tags.ToText(isGiven ? now.Append(tag) : now.Where(one => one != tag));
                written += await context
                    .Formulas.Where(one => one.Id == row.Id && one.Tags == row.Tags)
                    .ExecuteUpdateAsync(set => set.SetProperty(one => one.Tags, text));
            }

            if (written == rows.Count)
            {
                await transaction.CommitAsync();
                return rows.Count;
            }
        }

        throw new StaleException("A tag");
    }
}
