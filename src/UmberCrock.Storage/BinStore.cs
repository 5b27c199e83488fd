using System.Diagnostics;
using System.Globalization;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;

namespace UmberCrock.Storage;

/// <summary>What can lie in the bin.</summary>
public enum BinKind
{
    /// <summary>A formula with its history, revisions, label and ladders.</summary>
    Formula,

    /// <summary>A ladder of small trials.</summary>
    Ladder,

    /// <summary>A lot.</summary>
    Lot,

    /// <summary>An own ingredient.</summary>
    OwnIngredient,

    /// <summary>A study with all its looks.</summary>
    Study,
}

/// <summary>Something in the bin.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Key">Its key.</param>
/// <param name="Name">What it is called.</param>
/// <param name="DeletedAt">When it was put there.</param>
public sealed record BinEntry(BinKind Kind, string Key, string Name, DateTimeOffset DeletedAt)
{
    /// <summary>When it goes for good.</summary>
    public DateTimeOffset GoesAt => DeletedAt.AddDays(BinStore.DaysKept);
}

/// <summary>The bin: what was deleted lies here for 30 days and can be brought back as it was.</summary>
public sealed class BinStore(
    IDbContextFactory<CrockContext> contexts,
    LarderStore larder,
    StudyStore studies,
    Knowledge knowledge,
    TimeProvider clock
)
{
    /// <summary>So many days it lies there.</summary>
    public const int DaysKept = 30;

    /// <summary>What lies in it, newest first.</summary>
    public async Task<IReadOnlyList<BinEntry>> ListAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        var formulas = await context
            .Formulas.IgnoreQueryFilters()
            .Where(row => row.DeletedAt != null)
            .Select(row => new
            {
                row.Id,
                row.Name,
                row.DeletedAt,
            })
            .ToListAsync();
        var ladders = await context
            .Ladders.IgnoreQueryFilters()
            .Where(row => row.DeletedAt != null)
            .Join(
                context.Formulas.IgnoreQueryFilters(),
                ladder => ladder.FormulaId,
                formula => formula.Id,
                (ladder, formula) =>
                    new
                    {
                        ladder.Id,
                        formula.Name,
                        ladder.DeletedAt,
                    }
            )
            .ToListAsync();
        var watched = await context.Studies.IgnoreQueryFilters().AsNoTracking().Where(row => row.DeletedAt != null).ToListAsync();
        var since = Since();
        var lots = await context.Lots.IgnoreQueryFilters().Where(row => row.DeletedAt > since).ToListAsync();
        var own = await context
            .OwnIngredients.Where(row => row.IsRemoved && row.ChangedAt > since)
            .Select(row => new { row.Slug, row.ChangedAt })
            .ToListAsync();
        return
        [
            .. formulas
                .Select(row => new BinEntry(BinKind.Formula, Key(row.Id), row.Name, At(row.DeletedAt!.Value)))
                .Concat(ladders.Select(row => new BinEntry(BinKind.Ladder, Key(row.Id), $"Ladder of {row.Name}", At(row.DeletedAt!.Value))))
                .Concat(watched.Select(row => new BinEntry(BinKind.Study, Key(row.Id), $"Study of {row.Name}", At(row.DeletedAt!.Value))))
                .Concat(lots.Select(Entry))
                .Concat(own.Select(row => new BinEntry(BinKind.OwnIngredient, row.Slug, NameOf(row.Slug), At(row.ChangedAt))))
                .OrderByDescending(entry => entry.DeletedAt)
                .ThenBy(entry => entry.Name, StringComparer.Ordinal),
        ];
    }

    private BinEntry Entry(LotRow lot) =>
        new(BinKind.Lot, Key(lot.Id), $"{NameOf(lot.Ingredient)}, lot {lot.Code}", At(lot.DeletedAt!.Value));

    /// <summary>Puts a formula into the bin; its name, or null when there is none.</summary>
    /// <exception cref="StaleException">It is no longer the version the caller read.</exception>
    public async Task<string?> DeleteFormulaAsync(long id, long version)
    {
        await using var context = await contexts.CreateDbContextAsync();
        if (await context.Formulas.FirstOrDefaultAsync(row => row.Id == id) is not { } row)
            return null;
        if (row.Version != version)
            throw new StaleException("This formula");
        (row.DeletedAt, row.Version) = (Now(), row.Version + 1);
        await Stale.SaveAsync(context, "This formula");
        return row.Name;
    }

    /// <summary>Puts a ladder of a formula into the bin; false when there is none.</summary>
    /// <exception cref="StaleException">It is no longer the version the caller read.</exception>
    public async Task<bool> DeleteLadderAsync(long formulaId, long id, long version)
    {
        await using var context = await contexts.CreateDbContextAsync();
        if (await context.Ladders.FirstOrDefaultAsync(row => row.Id == id && row.FormulaId == formulaId) is not { } row)
            return false;
        if (row.Version != version)
            throw new StaleException("This ladder");
        (row.DeletedAt, row.Version) = (Now(), row.Version + 1);
        await Stale.SaveAsync(context, "This ladder");
        return true;
    }

    /// <summary>Brings something back as it was; false when it is not in the bin.</summary>
    /// <exception cref="DocumentException">An own ingredient whose name another one has by now.</exception>
    public async Task<bool> BringBackAsync(BinKind kind, string key)
    {
        if (kind == BinKind.OwnIngredient)
            return await larder.BringBackAsync(key);
        var isBack = await StandsAgainAsync(kind, key);
        // What failed in it is told to its formula again.
        if (kind == BinKind.Study && isBack)
            await studies.PrepareAsync();
        return isBack;
    }

    private async Task<bool> StandsAgainAsync(BinKind kind, string key)
    {
        if (!long.TryParse(key, NumberStyles.None, CultureInfo.InvariantCulture, out var id))
            return false;
        await using var context = await contexts.CreateDbContextAsync();
        return kind switch
            {
                BinKind.Formula => await context
                    .Formulas.IgnoreQueryFilters()
                    .Where(row => row.Id == id && row.DeletedAt != null)
                    .ExecuteUpdateAsync(row =>
                        row.SetProperty(formula => formula.DeletedAt, (long?)null)
                            .SetProperty(formula => formula.Version, formula => formula.Version + 1)
                    ),
                BinKind.Ladder => await context
                    .Ladders.IgnoreQueryFilters()
                    .Where(row => row.Id == id && row.DeletedAt != null)
                    .ExecuteUpdateAsync(row =>
                        row.SetProperty(ladder => ladder.DeletedAt, (long?)null)
                            .SetProperty(ladder => ladder.Version, ladder => ladder.Version + 1)
                    ),
                BinKind.Lot => await context
                    .Lots.IgnoreQueryFilters()
                    .Where(row => row.Id == id && row.DeletedAt != null)
                    .ExecuteUpdateAsync(row =>
                        row.SetProperty(lot => lot.DeletedAt, (long?)null).SetProperty(lot => lot.Version, lot => lot.Version + 1)
                    ),
                BinKind.Study => await context
                    .Studies.IgnoreQueryFilters()
                    .Where(row => row.Id == id && row.DeletedAt != null)
                    .ExecuteUpdateAsync(row => row.SetProperty(study => study.DeletedAt, (long?)null)),
                BinKind.OwnIngredient or _ => throw new UnreachableException("It was brought back above."),
            } > 0;
    }

    /// <summary>Lets go of what has lain there for 30 days. An own ingredient stays known to old formulas, a lot to the batches that used
    /// it; they only leave the list.</summary>
    public async Task EmptyAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        var since = Since();
        await context.Formulas.IgnoreQueryFilters().Where(row => row.DeletedAt <= since).ExecuteDeleteAsync();
        await context.Ladders.IgnoreQueryFilters().Where(row => row.DeletedAt <= since).ExecuteDeleteAsync();
        await context.Studies.IgnoreQueryFilters().Where(row => row.DeletedAt <= since).ExecuteDeleteAsync();
        await context
            .Lots.IgnoreQueryFilters()
            .Where(row => row.DeletedAt <= since && !context.Set<BatchLotRow>().Any(used => used.LotKey == row.Key))
            .ExecuteDeleteAsync();
    }

    private string NameOf(string slug) => knowledge.Catalogue.Find(slug)?.Name ?? slug;

    private static string Key(long id) => id.ToString(CultureInfo.InvariantCulture);

    private static DateTimeOffset At(long milliseconds) => DateTimeOffset.FromUnixTimeMilliseconds(milliseconds);

    private long Now() => clock.GetUtcNow().ToUnixTimeMilliseconds();

    private long Since() => clock.GetUtcNow().AddDays(-DaysKept).ToUnixTimeMilliseconds();
}
