using System.Globalization;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Storage;

/// <summary>A revision that was kept.</summary>
/// <param name="Number">Its number, from 1.</param>
/// <param name="Name">What the maker calls it; empty when nothing.</param>
/// <param name="Formula">The formula, as it was kept.</param>
/// <param name="KeptAt">When it was kept.</param>
/// <param name="HerbsCounted">True when strained herbs are counted in its hundred, as they were once.</param>
public sealed record KeptRevision(int Number, string Name, Formula Formula, DateTimeOffset KeptAt, bool HerbsCounted)
{
    /// <summary>The formula as it is taken up again.</summary>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public Formula Again(IReadOnlySet<string> herbs) => HerbsCounted ? StrainedHerbs.TakenOut(Formula, herbs) : Formula;
}

/// <summary>Reads and names the kept revisions of formulas. A revision itself never changes.</summary>
public sealed class RevisionStore(IDbContextFactory<CrockContext> contexts)
{
    /// <summary>Longest name of a revision, letters.</summary>
    public const int LongestName = 80;

    /// <summary>The revisions of a formula that can be read, newest first, and those that cannot.</summary>
    public async Task<(IReadOnlyList<KeptRevision> Revisions, IReadOnlyList<UnreadableRow> Odd)> ListAsync(long formulaId)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var rows = await context
            .Revisions.AsNoTracking()
            .Where(row => row.FormulaId == formulaId)
            .OrderByDescending(row => row.Number)
            .ToListAsync();
        return RowReading.Each(rows, Read);
    }

    /// <summary>A revision, or null.</summary>
    /// <exception cref="UnreadableRowException">It is there, but cannot be read.</exception>
    public async Task<KeptRevision?> FindAsync(long formulaId, int number)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return
            await context.Revisions.AsNoTracking().FirstOrDefaultAsync(row => row.FormulaId == formulaId && row.Number == number) is { } row
            ? Read(row)
            : null;
    }

    /// <summary>The newest revision that can be read; null when there is none.</summary>
    public async Task<KeptRevision?> LastAsync(long formulaId) =>
        (await ListAsync(formulaId)).Revisions is [var newest, ..] ? newest : null;

    /// <summary>Names a revision; false when there is none of that number.</summary>
    /// <param name="formulaId">The formula.</param>
    /// <param name="number">The revision.</param>
    /// <param name="name">Its new name.</param>
    /// <param name="was">The name the caller read; null not to ask.</param>
    /// <exception cref="StaleException">Another window has named it otherwise since.</exception>
    /// <exception cref="DocumentException">The name is too long.</exception>
    public async Task<bool> NameAsync(long formulaId, int number, string name, string? was = null)
    {
        name = PlainText.OneLine(name);
        if (name.Length > LongestName)
            throw new DocumentException("/name", $"A name has at most {LongestName} letters.");
        await using var context = await contexts.CreateDbContextAsync();
        if (await context.Revisions.FindAsync(formulaId, number) is not { } row)
            return false;
        if (was is not null && row.Name != was)
            throw new StaleException("The name of this revision");
        row.Name = name;
        await context.SaveChangesAsync();
        return true;
    }

    private static KeptRevision Read(RevisionRow row) =>
        RowReading.Read(
            RowKind.Revision,
            string.Create(CultureInfo.InvariantCulture, $"{row.FormulaId}/{row.Number}"),
            $"Revision {row.Number}",
            () =>
                new KeptRevision(
                    row.Number,
                    row.Name,
                    FormulaReader.Parse(row.Document),
                    DateTimeOffset.FromUnixTimeMilliseconds(row.KeptAt),
                    row.HerbsCounted
                )
        );
}
