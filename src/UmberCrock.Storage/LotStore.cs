using System.Globalization;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Storage;

/// <summary>A lot with the version a form must name to change it.</summary>
public sealed record KeptLot(Lot Lot, long Version);

/// <summary>A lot that was put on the scale.</summary>
/// <param name="Id">Key of the lot.</param>
/// <param name="Version">The version that was read.</param>
/// <param name="Grams">What is left of it, g.</param>
/// <param name="Why">Why it is not what the book says, in a few words.</param>
public sealed record LotCount(long Id, long Version, decimal Grams, string Why);

/// <summary>Keeps lots: what was bought, from whom, and what is left.</summary>
public sealed class LotStore(IDbContextFactory<CrockContext> contexts, Knowledge knowledge, TimeProvider clock)
{
    private const string What = "This lot";

    /// <summary>Lots of one ingredient or, for null, of all that can be read; those that end first come first.</summary>
    public async Task<IReadOnlyList<Lot>> ListAsync(string? ingredient = null) =>
        [.. (await KeptAsync(ingredient)).Lots.Select(kept => kept.Lot)];

    /// <summary>As <see cref="ListAsync"/>, with their versions, and those that cannot be read.</summary>
    public async Task<(IReadOnlyList<KeptLot> Lots, IReadOnlyList<UnreadableRow> Odd)> KeptAsync(string? ingredient = null)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var fitting = context.Lots.AsNoTracking().Where(row => ingredient == null || row.Ingredient == ingredient).OrderBy(row => row.Id);
        var (rows, torn) = await RowReading.ColumnsAsync(fitting, fitting.Select(row => row.Id.ToString()), RowKind.Lot);
        var (read, odd) = RowReading.Each(rows, row => new KeptLot(Read(row), row.Version));
        return (
            [
                .. read.OrderBy(kept => kept.Lot.UseBy ?? DateOnly.MaxValue)
                    .ThenBy(kept => kept.Lot.BoughtOn ?? DateOnly.MinValue)
                    .ThenBy(kept => kept.Lot.Id),
            ],
            [.. torn, .. odd]
        );
    }

    /// <summary>Price of a kilogram by the key of a lot, those in the bin too: what was made of them cost what they cost.</summary>
    public async Task<IReadOnlyDictionary<string, decimal?>> PricesAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context
            .Lots.IgnoreQueryFilters()
            .AsNoTracking()
            .Where(row => row.PricePerKilogram != null)
            .ToDictionaryAsync(row => row.Key, row => row.PricePerKilogram);
    }

    /// <summary>Lots by their keys, those in the bin too: what was made of them is told of as long as they are there.</summary>
    /// <param name="keys">Keys of the lots.</param>
    public async Task<IReadOnlyDictionary<string, Lot>> ByKeysAsync(IReadOnlyCollection<string> keys)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var rows = await context.Lots.IgnoreQueryFilters().AsNoTracking().Where(row => keys.Contains(row.Key)).ToListAsync();
        var (read, _) = RowReading.Each(rows, row => (row.Key, Lot: Read(row)));
        return read.ToDictionary(one => one.Key, one => one.Lot);
    }

    /// <summary>Keeps a lot: a new one for id 0, else in place of the one with its id.</summary>
    /// <param name="lot">The lot.</param>
    /// <param name="version">The version the caller read; matters only for a lot that is there.</param>
    /// <returns>Its key.</returns>
    /// <exception cref="StaleException">Another window has changed it since the caller read it.</exception>
    /// <exception cref="DocumentException">It does not hold together, its ingredient is not known, or there is no lot of that id of this
    /// ingredient.</exception>
    public async Task<long> KeepAsync(Lot lot, long version = 0)
    {
        lot = lot with
        {
            Code = PlainText.OneLine(lot.Code),
            Supplier = PlainText.OneLine(lot.Supplier),
            Notes = PlainText.Lines(lot.Notes).Trim(),
        };
        if (lot.Problems().ToList() is { Count: > 0 } problems)
            throw new DocumentException(problems);
        if (knowledge.Catalogue.Find(lot.Ingredient) is null)
            throw new DocumentException("/ingredient", $"\"{lot.Ingredient}\" is not in the larder.");
        await using var context = await contexts.CreateDbContextAsync();
        var row =
            lot.Id == 0
                ? null
                : await context.Lots.FirstOrDefaultAsync(row => row.Id == lot.Id && row.Ingredient == lot.Ingredient)
                    ?? throw new DocumentException("/id", "This lot is no longer there.");
        if (row is null)
            context.Lots.Add(
                row = new LotRow
                {
                    Ingredient = lot.Ingredient,
                    Code = "",
                    Supplier = "",
                    Notes = "",
                }
            );
        else if (row.Version != version)
            throw new StaleException(What);
        else
            row.Version++;
        (row.Code, row.Supplier, row.Notes) = (lot.Code, lot.Supplier, lot.Notes);
        (row.BoughtOn, row.OpenedOn, row.UseBy) = (lot.BoughtOn, lot.OpenedOn, lot.UseBy);
        (row.BoughtGrams, row.RemainingGrams, row.PricePerKilogram) = (lot.BoughtGrams, lot.RemainingGrams, lot.PricePerKilogram);
        await Stale.SaveAsync(context, What);
        return row.Id;
    }

    /// <summary>Puts what was counted in the place of what the book says, all or none; the day, both weights and the reason go into the
    /// notes of each lot.</summary>
    /// <param name="counts">The lots that were counted, each with the version that was read.</param>
    /// <exception cref="StaleException">One of them was changed since; nothing was kept.</exception>
    /// <exception cref="DocumentException">One is no longer there, holds more than was bought, or its notes are full; nothing was
    /// kept.</exception>
    public async Task CountAsync(IReadOnlyCollection<LotCount> counts)
    {
        await using var context = await contexts.CreateDbContextAsync();
        await using var transaction = await context.Database.BeginTransactionAsync();
        var today = clock.GetLocalNow().ToString("d MMM yyyy", CultureInfo.InvariantCulture);
        foreach (var count in counts)
        {
            var row = await context.Lots.FirstOrDefaultAsync(row => row.Id == count.Id)
                ?? throw new DocumentException("/id", "One of the lots is no longer there.");
            if (row.Version != count.Version)
                throw new StaleException($"Lot {row.Code}");
            var lot = Read(row);
            var line = string.Create(
                CultureInfo.InvariantCulture,
                $"{today}: {Decimals.Trim(count.Grams)} g on the scale, {Decimals.Trim(lot.RemainingGrams)} by the book, {count.Why}."
            );
            lot = lot with { RemainingGrams = count.Grams, Notes = lot.Notes.Length == 0 ? line : $"{lot.Notes}\n{line}" };
            if (lot.Problems().ToList() is { Count: > 0 } problems)
                throw new DocumentException([.. problems.Select(problem => problem with { Reason = $"Lot {lot.Code}: {problem.Reason}" })]);
            (row.RemainingGrams, row.Notes, row.Version) = (lot.RemainingGrams, lot.Notes, row.Version + 1);
        }

        await Stale.SaveAsync(context, What);
        await transaction.CommitAsync();
    }

    /// <summary>Puts a lot into the bin; false when there is none of this ingredient.</summary>
    /// <exception cref="StaleException">Another window has changed it since the caller read it.</exception>
    public async Task<bool> RemoveAsync(string ingredient, long id, long version)
    {
        await using var context = await contexts.CreateDbContextAsync();
        if (await context.Lots.FirstOrDefaultAsync(row => row.Id == id && row.Ingredient == ingredient) is not { } row)
            return false;
        if (row.Version != version)
            throw new StaleException(What);
        (row.DeletedAt, row.Version) = (clock.GetUtcNow().ToUnixTimeMilliseconds(), row.Version + 1);
        await Stale.SaveAsync(context, What);
        return true;
    }

    /// <summary>A lot as its row keeps it.</summary>
    /// <exception cref="UnreadableRowException">It does not hold together.</exception>
    internal static Lot Read(LotRow row) =>
        RowReading.Read(RowKind.Lot, row.Id.ToString(CultureInfo.InvariantCulture), $"Lot {row.Code}", () =>
        {
            var lot = new Lot(
                row.Id,
                row.Ingredient,
                row.Code,
                row.Supplier,
                row.BoughtOn,
                row.BoughtGrams,
                row.RemainingGrams,
                row.PricePerKilogram,
                row.OpenedOn,
                row.UseBy,
                row.Notes
            );
            return lot.Problems().ToList() is { Count: > 0 } problems ? throw new DocumentException(problems) : lot;
        });
}
