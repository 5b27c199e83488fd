using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;

namespace UmberCrock.Storage;

/// <summary>A formula as it is kept.</summary>
/// <param name="Id">Key.</param>
/// <param name="Formula">The formula.</param>
/// <param name="BatchGrams">Batch the bench shows grams for.</param>
/// <param name="Version">Grows with every change.</param>
/// <param name="ChangedAt">When it last changed.</param>
/// <param name="CanUndo">There is a step before.</param>
/// <param name="CanRedo">There is a step after.</param>
/// <param name="Revision">Number of the newest kept revision; 0 for none.</param>
/// <param name="IsDraft">True when it differs from that revision.</param>
public sealed record KeptFormula(
    long Id, Formula Formula, decimal BatchGrams, long Version, DateTimeOffset ChangedAt, bool CanUndo, bool CanRedo, int Revision, bool IsDraft);

/// <summary>The formula changed since the caller read it. Nothing was written.</summary>
public sealed class StaleFormulaException() : Exception("The formula was changed elsewhere since this page read it.");

/// <summary>Keeps formulas: every change is one transaction, on disk when the call returns, and can be undone after a restart.</summary>
public sealed class FormulaStore(IDbContextFactory<CrockContext> contexts, TimeProvider clock)
{
    /// <summary>Batch of a new formula.</summary>
    public const decimal UsualBatchGrams = 240m;

    /// <summary>Largest batch the bench shows grams for.</summary>
    public const decimal LargestBatchGrams = 1_000_000m;

    private const int MostNames = 100;

    /// <summary>Makes the file if need be, brings it up to date and switches on write-ahead logging.</summary>
    public async Task PrepareAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        // Migrating takes more than a second even where there is nothing to do; asking first takes none.
        if (await LastMigrationAsync(context) != context.Database.GetMigrations().Last())
            await context.Database.MigrateAsync();
        await context.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL;");
        // Formulas that were kept before there was a text to search.
        foreach (var row in await context.Formulas.Where(row => row.SearchText == "").ToListAsync())
            row.SearchText = SearchTextOf(FormulaReader.Parse(row.Document));
        await context.SaveChangesAsync();
    }

    /// <summary>The newest migration the file has seen; null for a new file.</summary>
    private static async Task<string?> LastMigrationAsync(CrockContext context)
    {
        await context.Database.OpenConnectionAsync();
        await using var question = context.Database.GetDbConnection().CreateCommand();
        question.CommandText = "SELECT COUNT(*) FROM sqlite_master WHERE name = '__EFMigrationsHistory';";
        if (await question.ExecuteScalarAsync() is 0L)
            return null;
        question.CommandText = "SELECT MAX(MigrationId) FROM __EFMigrationsHistory;";
        return await question.ExecuteScalarAsync() as string;
    }

    /// <summary>True when no formula is kept.</summary>
    public async Task<bool> IsEmptyAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        return !await context.Formulas.AnyAsync();
    }

    /// <summary>A stretch of the formulas whose name, ingredients or notes hold the text (all for null), last changed first, and how many there are in all.</summary>
    public async Task<(IReadOnlyList<KeptFormula> Formulas, int Total)> PageAsync(string? find, int skip, int take)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var rows = Found(context, find);
        var total = await rows.CountAsync();
        return ([.. (await Newest(rows.OrderByDescending(row => row.ChangedAt).ThenBy(row => row.Id).Skip(skip).Take(take)).ToListAsync()).Select(Read)], total);
    }

    /// <summary>As <see cref="PageAsync"/>, all of them.</summary>
    public async Task<IReadOnlyList<KeptFormula>> ListAsync(string? find) => (await PageAsync(find, 0, int.MaxValue)).Formulas;

    private static IQueryable<FormulaRow> Found(CrockContext context, string? find)
    {
        var rows = context.Formulas.AsNoTracking();
        if (string.IsNullOrWhiteSpace(find))
            return rows;
        // What is folded holds letters, digits and blanks only: nothing in it has a meaning of its own to LIKE.
        var pattern = $"%{Folded(find)}%";
        return rows.Where(row => EF.Functions.Like(row.SearchText, pattern));
    }

    private static string Folded(string text) => string.Join(' ', IngredientSearch.Fold(text).Split(' ', StringSplitOptions.RemoveEmptyEntries));

    private static string SearchTextOf(Formula formula)
        => Folded($"{formula.Name} / {string.Join(" / ", formula.Lines.Select(line => line.Ingredient))} / {formula.Notes}");

    /// <summary>Names of the formulas that changed last, but for one.</summary>
    public async Task<IReadOnlyList<string>> NamesAsync(long but)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Formulas.Where(row => row.Id != but).OrderByDescending(row => row.ChangedAt).Select(row => row.Name).Take(MostNames).ToListAsync();
    }

    /// <summary>The formula of a name that changed last, or null.</summary>
    public async Task<KeptFormula?> FindByNameAsync(string name)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var found = await context.Formulas.Where(row => row.Name == name).OrderByDescending(row => row.ChangedAt).Select(row => (long?)row.Id).FirstOrDefaultAsync();
        return found is { } id ? await ReadAsync(context, id) : null;
    }

    /// <summary>How many formulas are kept.</summary>
    public async Task<int> CountAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Formulas.CountAsync();
    }

    /// <summary>In how many formulas each ingredient stands, by slug.</summary>
    public async Task<IReadOnlyDictionary<string, int>> CountUsesAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        // Counted where the documents lie: reading thousands of them to count names takes a second.
        var uses = await context.Database.SqlQuery<IngredientCount>(
            $"SELECT json_extract(line.value, '$.ingredient') AS Ingredient, COUNT(DISTINCT formula.Id) AS Formulas FROM Formulas AS formula, json_each(formula.Document, '$.lines') AS line GROUP BY 1").ToListAsync();
        return uses.ToDictionary(use => use.Ingredient, use => use.Formulas, StringComparer.Ordinal);
    }

    /// <summary>A formula, or null.</summary>
    public async Task<KeptFormula?> FindAsync(long id)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await ReadAsync(context, id);
    }

    /// <summary>The key of the formula that changed last, or null.</summary>
    public async Task<long?> LatestIdAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Formulas.OrderByDescending(row => row.ChangedAt).ThenBy(row => row.Id).Select(row => (long?)row.Id).FirstOrDefaultAsync();
    }

    /// <summary>Keeps a new formula; returns its key.</summary>
    public async Task<long> AddAsync(Formula formula)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var document = FormulaWriter.ToText(formula);
        var row = new FormulaRow { Name = formula.Name, SearchText = SearchTextOf(formula), Document = document, BatchGrams = UsualBatchGrams, ChangedAt = Now() };
        row.Steps.Add(new StepRow { Number = 0, Document = document });
        context.Formulas.Add(row);
        await context.SaveChangesAsync();
        return row.Id;
    }

    /// <summary>Changes a formula and remembers the step. A change that changes nothing writes nothing.</summary>
    /// <returns>The formula as kept, or null when there is no such formula.</returns>
    /// <exception cref="StaleFormulaException">It is no longer the version the caller read.</exception>
    /// <exception cref="Core.Json.DocumentException">The change was refused; nothing was written.</exception>
    public Task<KeptFormula?> ChangeAsync(long id, long version, Func<Formula, Formula> change)
        => UpdateAsync(id, version, (context, row) => RecordAsync(context, row, change(FormulaReader.Parse(row.Document))));

    /// <summary>One step back; the same formula when there is none.</summary>
    /// <exception cref="StaleFormulaException">It is no longer the version the caller read.</exception>
    public Task<KeptFormula?> UndoAsync(long id, long version) => StepAsync(id, version, history => history.Undo());

    /// <summary>One step forward again; the same formula when there is none.</summary>
    /// <exception cref="StaleFormulaException">It is no longer the version the caller read.</exception>
    public Task<KeptFormula?> RedoAsync(long id, long version) => StepAsync(id, version, history => history.Redo());

    /// <summary>Sets the batch the bench shows grams for.</summary>
    /// <exception cref="StaleFormulaException">It is no longer the version the caller read.</exception>
    public Task<KeptFormula?> SetBatchAsync(long id, long version, decimal batchGrams)
        => UpdateAsync(id, version, (_, row) =>
        {
            row.BatchGrams = batchGrams;
            return Task.FromResult(true);
        });

    /// <summary>Keeps the formula as it stands as a numbered revision; does nothing when it is no different from the last one.</summary>
    /// <exception cref="StaleFormulaException">It is no longer the version the caller read.</exception>
    public Task<KeptFormula?> KeepRevisionAsync(long id, long version)
        => UpdateAsync(id, version, async (context, row) =>
        {
            var last = await context.Revisions.Where(revision => revision.FormulaId == id).OrderByDescending(revision => revision.Number).FirstOrDefaultAsync();
            if (last?.Document == row.Document)
                return false;
            context.Revisions.Add(new RevisionRow { FormulaId = id, Number = (last?.Number ?? 0) + 1, Document = row.Document, KeptAt = Now() });
            return true;
        });

    /// <summary>Puts a formula in a row's place and remembers the step; false when it is no different.</summary>
    internal static async Task<bool> RecordAsync(CrockContext context, FormulaRow row, Formula changed)
    {
        var document = FormulaWriter.ToText(changed);
        if (document == row.Document)
            return false;
        var history = Move(row, HistoryOf(row).Do());
        await context.Steps.Where(step => step.FormulaId == row.Id && (step.Number >= history.Step || step.Number < history.First)).ExecuteDeleteAsync();
        row.Document = document;
        (row.Name, row.SearchText) = (changed.Name, SearchTextOf(changed));
        context.Steps.Add(new StepRow { FormulaId = row.Id, Number = row.Step, Document = document });
        return true;
    }

    private static FormulaHistory HistoryOf(FormulaRow row) => new(row.FirstStep, row.Step, row.LastStep);

    private static FormulaHistory Move(FormulaRow row, FormulaHistory history)
    {
        (row.FirstStep, row.Step, row.LastStep) = history;
        return history;
    }

    private Task<KeptFormula?> StepAsync(long id, long version, Func<FormulaHistory, FormulaHistory> walk)
        => UpdateAsync(id, version, async (context, row) =>
        {
            var history = walk(HistoryOf(row));
            if (history.Step == row.Step)
                return false;
            Move(row, history);
            row.Document = (await context.Steps.FindAsync(id, row.Step))!.Document;
            var formula = FormulaReader.Parse(row.Document);
            (row.Name, row.SearchText) = (formula.Name, SearchTextOf(formula));
            return true;
        });

    private async Task<KeptFormula?> UpdateAsync(long id, long version, Func<CrockContext, FormulaRow, Task<bool>> update)
    {
        await using var context = await contexts.CreateDbContextAsync();
        await using var transaction = await context.Database.BeginTransactionAsync();
        var row = await context.Formulas.FindAsync(id);
        if (row is null)
            return null;
        if (row.Version != version)
            throw new StaleFormulaException();
        if (await update(context, row))
        {
            row.Version++;
            row.ChangedAt = Now();
            try
            {
                await context.SaveChangesAsync();
            }
            catch (DbUpdateConcurrencyException)
            {
                throw new StaleFormulaException();
            }

            await transaction.CommitAsync();
        }

        return await ReadAsync(context, id);
    }

    private static async Task<KeptFormula?> ReadAsync(CrockContext context, long id)
        => await Newest(context.Formulas.AsNoTracking().Where(row => row.Id == id)).FirstOrDefaultAsync() is { } read ? Read(read) : null;

    /// <summary>Each formula with its newest revision, in one query. The two columns of it are asked for one by one: asked for as a row, all revisions of all formulas would be sorted first.</summary>
    private static IQueryable<RowAndRevision> Newest(IQueryable<FormulaRow> rows)
        => rows.Select(row => new RowAndRevision(
            row,
            row.Revisions.OrderByDescending(revision => revision.Number).Select(revision => (int?)revision.Number).FirstOrDefault(),
            row.Revisions.OrderByDescending(revision => revision.Number).Select(revision => revision.Document).FirstOrDefault()));

    private static KeptFormula Read(RowAndRevision read)
    {
        var (row, revision, document) = read;
        var history = HistoryOf(row);
        return new KeptFormula(
            row.Id, FormulaReader.Parse(row.Document), row.BatchGrams, row.Version, DateTimeOffset.FromUnixTimeMilliseconds(row.ChangedAt),
            history.CanUndo, history.CanRedo, revision ?? 0, document != row.Document);
    }

    private long Now() => clock.GetUtcNow().ToUnixTimeMilliseconds();

    private sealed record RowAndRevision(FormulaRow Row, int? Revision, string? Document);

    private sealed record IngredientCount(string Ingredient, int Formulas);
}
