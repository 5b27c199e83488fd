using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Json;

namespace UmberCrock.Storage;

/// <summary>Keeps lots: what was bought, from whom, and what is left.</summary>
public sealed class LotStore(IDbContextFactory<CrockContext> contexts)
{
    /// <summary>Lots of one ingredient or, for null, of all; those that end first come first.</summary>
    public async Task<IReadOnlyList<Lot>> ListAsync(string? ingredient = null)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var rows = await context.Lots.AsNoTracking().Where(row => ingredient == null || row.Ingredient == ingredient).ToListAsync();
        return [.. rows.Select(Read).OrderBy(lot => lot.UseBy ?? DateOnly.MaxValue).ThenBy(lot => lot.BoughtOn ?? DateOnly.MinValue).ThenBy(lot => lot.Id)];
    }

    /// <summary>Keeps a lot: a new one for id 0, else in place of the one with its id.</summary>
    /// <returns>Its key.</returns>
    /// <exception cref="DocumentException">It does not hold together, or there is no lot of that id.</exception>
    public async Task<long> KeepAsync(Lot lot)
    {
        if (lot.Problems().ToList() is { Count: > 0 } problems)
            throw new DocumentException(problems);
        await using var context = await contexts.CreateDbContextAsync();
        var row = lot.Id == 0 ? null : await context.Lots.FindAsync(lot.Id) ?? throw new DocumentException("/id", "This lot is no longer there.");
        if (row is null)
            context.Lots.Add(row = new LotRow { Ingredient = lot.Ingredient, Code = "", Supplier = "", Notes = "" });
        (row.Code, row.Supplier, row.Notes) = (lot.Code.Trim(), lot.Supplier.Trim(), lot.Notes.Trim());
        (row.BoughtOn, row.OpenedOn, row.UseBy) = (lot.BoughtOn, lot.OpenedOn, lot.UseBy);
        (row.BoughtGrams, row.RemainingGrams, row.PricePerKilogram) = (lot.BoughtGrams, lot.RemainingGrams, lot.PricePerKilogram);
        await context.SaveChangesAsync();
        return row.Id;
    }

    /// <summary>Takes a lot out; false when there was none.</summary>
    public async Task<bool> RemoveAsync(long id)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Lots.Where(row => row.Id == id).ExecuteDeleteAsync() > 0;
    }

    private static Lot Read(LotRow row)
        => new(row.Id, row.Ingredient, row.Code, row.Supplier, row.BoughtOn, row.BoughtGrams, row.RemainingGrams, row.PricePerKilogram, row.OpenedOn, row.UseBy, row.Notes);
}
