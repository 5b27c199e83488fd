using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Storage;

/// <summary>A formula as it is kept.</summary>
/// <param name="Id">Key.</param>
/// <param name="Formula">The formula.</param>
/// <param name="Document">The document it was read from.</param>
/// <param name="BatchGrams">Batch the bench shows grams for.</param>
/// <param name="Version">Grows with every change.</param>
/// <param name="ChangedAt">When it last changed.</param>
/// <param name="CanUndo">There is a step before.</param>
/// <param name="CanRedo">There is a step after.</param>
/// <param name="Revision">Number of the newest kept revision; 0 for none.</param>
/// <param name="IsDraft">True when it differs from that revision.</param>
/// <param name="Key">What it is called in saved files and in batches.</param>
/// <param name="Tags">The maker's own words for it.</param>
public sealed record KeptFormula(
    long Id,
    Formula Formula,
    string Document,
    decimal BatchGrams,
    long Version,
    DateTimeOffset ChangedAt,
    bool CanUndo,
    bool CanRedo,
    int Revision,
    bool IsDraft,
    string Key,
    ImmutableArray<string> Tags
);

/// <summary>What was to be changed has changed since the caller read it. Nothing was written.</summary>
public sealed class StaleException(string what) : Exception($"{what} was changed in another window since this page read it.");

/// <summary>
/// Keeps formulas: every change is read back and evaluated before it is committed, is one transaction, on disk when the call returns, and
/// can be undone after a restart.
/// </summary>
public sealed class FormulaStore(IDbContextFactory<CrockContext> contexts, Knowledge knowledge, TimeProvider clock)
{
    /// <summary>Batch of a new formula.</summary>
    public const decimal UsualBatchGrams = 240m;

    /// <summary>Smallest batch the bench shows grams for.</summary>
    public const decimal SmallestBatchGrams = 0.01m;

    /// <summary>Largest batch the bench shows grams for.</summary>
    public const decimal LargestBatchGrams = 1_000_000m;

    private const int MostNames = 100;

    /// <summary>What stands for the words of a document that cannot be read.</summary>
    private const string Unread = "?";

    private const string What = "This formula";

    /// <summary>Fills in what formulas of earlier versions lack. Called once at start, when the maker's own
    /// ingredients are known.</summary>
    public async Task PrepareAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        // Formulas of a file from before what searches need was kept; one that cannot be read is found by its name.
        foreach (var row in await context.Formulas.IgnoreQueryFilters().Where(row => row.SearchText == "").ToListAsync())
        {
            try
            {
                FormulaRows.Fill(row, FormulaReader.Parse(row.Document), knowledge.Catalogue.Herbs);
            }
            catch (DocumentException)
            {
                row.SearchText = FormulaRows.Folded(row.Name);
            }
        }

        foreach (var row in await context.Formulas.IgnoreQueryFilters().Where(row => row.Audience == "").ToListAsync())
        {
            try
            {
                FormulaRows.FillWords(row, FormulaReader.Parse(row.Document));
            }
            catch (DocumentException)
            {
                // It is found by its name alone.
                row.Audience = Unread;
            }
        }

        await context.SaveChangesAsync();
        await HerbsOut.SettleAllAsync(context, knowledge.Catalogue.Herbs);
    }

    /// <summary>A stretch of the formulas that are asked for, in the order that is asked for, and how many there are in all.</summary>
    /// <param name="question">Which formulas, and in what order.</param>
    /// <param name="skip">So many are passed over.</param>
    /// <param name="take">So many at most.</param>
    public async Task<(IReadOnlyList<ShelfPlace> Places, int Total)> PageAsync(ShelfQuestion question, int skip, int take)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var rows = ShelfRows.Found(context, question);
        var total = await rows.CountAsync();
        // Only numbers are put in order: a document is long, and is read of what is shown alone.
        var ids = await ShelfRows.Ordered(context, rows, question.Order).Select(row => row.Id).Skip(skip).Take(take).ToListAsync();
        return (await PlacesAsync(context, ids), total);
    }

    /// <summary>Number and version of each formula that is asked for, in the order that is asked for.</summary>
    /// <param name="question">Which formulas, and in what order.</param>
    public async Task<IReadOnlyList<(long Id, long Version)>> VersionsAsync(ShelfQuestion question)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var found = await ShelfRows
            .Ordered(context, ShelfRows.Found(context, question), question.Order)
            .Select(row => new { row.Id, row.Version })
            .ToListAsync();
        return [.. found.Select(one => (one.Id, one.Version))];
    }

    /// <summary>The places of some formulas, in the order of their numbers as given; one that is gone has none.</summary>
    /// <param name="ids">Their numbers.</param>
    public async Task<IReadOnlyList<ShelfPlace>> PlacesAsync(IReadOnlyList<long> ids)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await PlacesAsync(context, ids);
    }

    private static async Task<IReadOnlyList<ShelfPlace>> PlacesAsync(CrockContext context, IReadOnlyList<long> ids)
    {
        var rows = await FormulaRows.Newest(context.Formulas.AsNoTracking().Where(row => ids.Contains(row.Id))).ToListAsync();
        var places = rows.ToDictionary(row => row.Row.Id, ShelfRows.Place);
        return [.. ids.Where(places.ContainsKey).Select(id => places[id])];
    }

    /// <summary>All formulas that a search finds and that can be read, the last changed first.</summary>
    /// <param name="find">Part of a name, an ingredient or a note; null for all.</param>
    public async Task<IReadOnlyList<KeptFormula>> ListAsync(string? find)
    {
        // All of them by their numbers would be as many parameters as there are formulas.
        await using var context = await contexts.CreateDbContextAsync();
        var rows = ShelfRows.Ordered(context, ShelfRows.Found(context, new() { Find = find }), ShelfOrder.Changed);
        return [.. (await FormulaRows.Newest(rows).ToListAsync()).Select(row => ShelfRows.Place(row).Kept).OfType<KeptFormula>()];
    }

    /// <summary>Numbers and names of the formulas that changed last, but for one.</summary>
    /// <param name="but">The number of the one; null for all.</param>
    public async Task<IReadOnlyList<(long Id, string Name)>> NamesAsync(long? but)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var named = await context
            .Formulas.Where(row => row.Id != but)
            .OrderByDescending(row => row.ChangedAt)
            .Select(row => new { row.Id, row.Name })
            .Take(MostNames)
            .ToListAsync();
        return [.. named.Select(one => (one.Id, one.Name))];
    }

    /// <summary>The formula of a name that changed last, or null.</summary>
    public async Task<KeptFormula?> FindByNameAsync(string name)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var found = await context
            .Formulas.Where(row => row.Name == name)
            .OrderByDescending(row => row.ChangedAt)
            .Select(row => (long?)row.Id)
            .FirstOrDefaultAsync();
        return found is { } id ? await FormulaRows.ReadAsync(context, id) : null;
    }

    /// <summary>The key of a formula whose document is the same, or null: it need not be taken in twice.</summary>
    public async Task<long?> FindSameAsync(Formula formula)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var document = FormulaWriter.ToText(formula);
        return await context
            .Formulas.Where(row => row.Name == formula.Name && row.Document == document)
            .Select(row => (long?)row.Id)
            .FirstOrDefaultAsync();
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
        // Of all formulas by the index alone, less those in the bin, which are few: a join of both is fifteen times slower.
        var uses = await CountAsync(context.FormulaIngredients);
        var binned = await context.Formulas.IgnoreQueryFilters().Where(row => row.DeletedAt != null).Select(row => row.Id).ToListAsync();
        if (binned.Count > 0)
        {
            foreach (var (slug, formulas) in await CountAsync(context.FormulaIngredients.Where(held => binned.Contains(held.FormulaId))))
                uses[slug] -= formulas;
        }

        return uses.Where(use => use.Value > 0).ToDictionary(StringComparer.Ordinal);
    }

    private static async Task<Dictionary<string, int>> CountAsync(IQueryable<FormulaIngredientRow> held)
    {
        var counts = await held.GroupBy(one => one.Ingredient)
            .Select(group => new { Ingredient = group.Key, Formulas = group.Count() })
            .ToListAsync();
        return counts.ToDictionary(one => one.Ingredient, one => one.Formulas, StringComparer.Ordinal);
    }

    /// <summary>A formula, or null.</summary>
    /// <exception cref="UnreadableRowException">It is there, but cannot be read.</exception>
    public async Task<KeptFormula?> FindAsync(long id)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await FormulaRows.ReadAsync(context, id);
    }

    /// <summary>The version of a formula; null when there is none.</summary>
    public async Task<long?> VersionAsync(long id)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Formulas.Where(row => row.Id == id).Select(row => (long?)row.Version).FirstOrDefaultAsync();
    }

    /// <summary>The number of a formula that batches name by its key; null when it is gone, or lies in the bin.</summary>
    public async Task<long?> IdOfAsync(string key)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Formulas.Where(row => row.Key == key).Select(row => (long?)row.Id).FirstOrDefaultAsync();
    }

    /// <summary>The key by which batches name a formula, be it in the bin; null when there is none of that number.</summary>
    public async Task<string?> KeyOfAsync(long id)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Formulas.IgnoreQueryFilters().Where(row => row.Id == id).Select(row => row.Key).FirstOrDefaultAsync();
    }

    /// <summary>The key of the formula that changed last, or null.</summary>
    public async Task<long?> LatestIdAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context
            .Formulas.OrderByDescending(row => row.ChangedAt)
            .ThenBy(row => row.Id)
            .Select(row => (long?)row.Id)
            .FirstOrDefaultAsync();
    }

    /// <summary>Keeps a new formula; returns its key.</summary>
    /// <exception cref="DocumentException">It cannot be read back or evaluated; nothing was kept.</exception>
    public async Task<long> AddAsync(Formula formula, decimal batchGrams = UsualBatchGrams)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var document = FormulaRows.Checked(formula, knowledge);
        var row = FormulaRows.New(formula, document, knowledge.Catalogue.Herbs);
        (row.BatchGrams, row.ChangedAt) = (batchGrams, Now());
        row.Steps.Add(new StepRow { Number = 0, Document = document });
        context.Formulas.Add(row);
        await context.SaveChangesAsync();
        return row.Id;
    }

    /// <summary>Changes a formula and remembers the step. A change that changes nothing writes nothing.</summary>
    /// <param name="id">Key of the formula.</param>
    /// <param name="version">The version the caller read; null for a change that holds wherever the formula stands.</param>
    /// <param name="change">What becomes of it.</param>
    /// <returns>The formula as kept, or null when there is no such formula.</returns>
    /// <exception cref="StaleException">It is no longer the version the caller read.</exception>
    /// <exception cref="DocumentException">The change was refused; nothing was written.</exception>
    public Task<KeptFormula?> ChangeAsync(long id, long? version, Func<Formula, Formula> change) =>
        UpdateAsync(id, version, (context, row) =>
            FormulaRows.RecordAsync(context, row, change(FormulaReader.Parse(row.Document)), knowledge)
        );

    /// <summary>Changes a formula and keeps what it then is as a numbered revision with a name, in one transaction.</summary>
    /// <returns>The formula as kept, or null when there is no such formula.</returns>
    /// <exception cref="StaleException">It is no longer the version the caller read.</exception>
    /// <exception cref="DocumentException">The change was refused; nothing was written.</exception>
    public Task<KeptFormula?> ChangeAndKeepAsync(long id, long version, Func<Formula, Formula> change, string name) =>
        UpdateAsync(id, version, async (context, row) =>
        {
            var changed = await FormulaRows.RecordAsync(context, row, change(FormulaReader.Parse(row.Document)), knowledge);
            return await KeepAsync(context, row, name) || changed;
        });

    /// <summary>One step back; the same formula when there is none.</summary>
    /// <exception cref="StaleException">It is no longer the version the caller read.</exception>
    public Task<KeptFormula?> UndoAsync(long id, long version) => StepAsync(id, version, history => history.Undo());

    /// <summary>One step forward again; the same formula when there is none.</summary>
    /// <exception cref="StaleException">It is no longer the version the caller read.</exception>
    public Task<KeptFormula?> RedoAsync(long id, long version) => StepAsync(id, version, history => history.Redo());

    /// <summary>Sets the batch the bench shows grams for.</summary>
    /// <exception cref="StaleException">It is no longer the version the caller read.</exception>
    /// <exception cref="DocumentException">It is out of bounds.</exception>
    public Task<KeptFormula?> SetBatchAsync(long id, long version, decimal batchGrams)
    {
        var batch = decimal.Round(batchGrams, 2);
        if (batch is < SmallestBatchGrams or > LargestBatchGrams)
            throw new DocumentException("/text", $"A batch is from {SmallestBatchGrams} to {LargestBatchGrams:0} g.");
        return UpdateAsync(id, version, (_, row) =>
        {
            row.BatchGrams = batch;
            return Task.FromResult(true);
        });
    }

    /// <summary>Keeps the formula as it stands as a numbered revision; does nothing when it is no different from the last one.</summary>
    /// <exception cref="StaleException">It is no longer the version the caller read.</exception>
    public Task<KeptFormula?> KeepRevisionAsync(long id, long version) =>
        UpdateAsync(id, version, (context, row) => KeepAsync(context, row, ""));

    private async Task<bool> KeepAsync(CrockContext context, FormulaRow row, string name)
    {
        var last = await context
            .Revisions.Where(revision => revision.FormulaId == row.Id)
            .OrderByDescending(revision => revision.Number)
            .FirstOrDefaultAsync();
        if (last?.Document == row.Document)
            return false;
        context.Revisions.Add(
            new RevisionRow
            {
                FormulaId = row.Id,
                Number = (last?.Number ?? 0) + 1,
                Document = row.Document,
                Name = name,
                KeptAt = Now(),
            }
        );
        return true;
    }

    private Task<KeptFormula?> StepAsync(long id, long version, Func<FormulaHistory, FormulaHistory> walk) =>
        UpdateAsync(id, version, async (context, row) =>
        {
            var history = walk(FormulaRows.HistoryOf(row));
            if (history.Step == row.Step)
                return false;
            FormulaRows.Move(row, history);
            var step = await context.Steps.FindAsync(id, row.Step)
                ?? throw new DocumentException("/version", "That step is no longer there.");
            var formula = FormulaReader.Parse(step.Document);
            _ = FormulaRows.Checked(formula, knowledge);
            await FormulaRows.PutAsync(context, row, formula, step.Document, knowledge.Catalogue.Herbs);
            return true;
        });

    private async Task<KeptFormula?> UpdateAsync(long id, long? version, Func<CrockContext, FormulaRow, Task<bool>> update)
    {
        await using var context = await contexts.CreateDbContextAsync();
        await using var transaction = await context.Database.BeginTransactionAsync();
        var row = await context.Formulas.FirstOrDefaultAsync(formula => formula.Id == id);
        if (row is null)
            return null;
        if (version is not null && row.Version != version)
            throw new StaleException(What);
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
                throw new StaleException(What);
            }

            await transaction.CommitAsync();
        }

        return await FormulaRows.ReadAsync(context, id);
    }

    private long Now() => clock.GetUtcNow().ToUnixTimeMilliseconds();
}
