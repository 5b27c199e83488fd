using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Json;

namespace UmberCrock.Storage;

/// <summary>A revision that was kept.</summary>
public sealed record KeptRevision(int Number, string Name, Formula Formula, DateTimeOffset KeptAt);

/// <summary>Reads and names the kept revisions of formulas. A revision itself never changes.</summary>
public sealed class RevisionStore(IDbContextFactory<CrockContext> contexts)
{
    /// <summary>Longest name of a revision, letters.</summary>
    public const int LongestName = 80;

    /// <summary>The revisions of a formula, newest first.</summary>
    public async Task<IReadOnlyList<KeptRevision>> ListAsync(long formulaId)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var rows = await context.Revisions.AsNoTracking().Where(row => row.FormulaId == formulaId).OrderByDescending(row => row.Number).ToListAsync();
        return [.. rows.Select(Read)];
    }

    /// <summary>A revision, or null.</summary>
    public async Task<KeptRevision?> FindAsync(long formulaId, int number)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Revisions.AsNoTracking().FirstOrDefaultAsync(row => row.FormulaId == formulaId && row.Number == number) is { } row ? Read(row) : null;
    }

    /// <summary>The newest revision; null when there is none.</summary>
    public async Task<KeptRevision?> LastAsync(long formulaId)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Revisions.AsNoTracking().Where(row => row.FormulaId == formulaId).OrderByDescending(row => row.Number).FirstOrDefaultAsync() is { } row ? Read(row) : null;
    }

    /// <summary>Names a revision; false when there is none of that number.</summary>
    /// <exception cref="DocumentException">The name is too long.</exception>
    public async Task<bool> NameAsync(long formulaId, int number, string name)
    {
        if (name.Trim().Length > LongestName)
            throw new DocumentException("/name", $"A name has at most {LongestName} letters.");
        await using var context = await contexts.CreateDbContextAsync();
        if (await context.Revisions.FindAsync(formulaId, number) is not { } row)
            return false;
        row.Name = name.Trim();
        await context.SaveChangesAsync();
        return true;
    }

    private static KeptRevision Read(RevisionRow row) => new(row.Number, row.Name, FormulaReader.Parse(row.Document), DateTimeOffset.FromUnixTimeMilliseconds(row.KeptAt));
}
