using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Batches;

namespace UmberCrock.Storage;

/// <summary>What stands between a batch and the lots of the larder: finding the one that is named, and drawing it down.</summary>
internal static class BatchLots
{
    /// <summary>Takes from the larder what the batch took, no more than there is by the book; what it takes back is given back.</summary>
    public static async Task DrawAsync(CrockContext context, BatchRow row, BatchState state)
    {
        var wanted = Enumerable
            .Range(0, state.Weighed.Length)
            .SelectMany(line =>
                state
                    .Weighed[line]
                    .Where(part => part.Lot is not null)
                    .Select(part => (state.Plan.Lines[line].Ingredient, part.Lot, part.LotKey, part.Grams))
            )
            .GroupBy(part => (part.Ingredient, part.Lot, part.LotKey))
            .ToDictionary(group => group.Key, group => group.Sum(part => part.Grams));
        var had = row.Lots.ToDictionary(used => (used.Ingredient, (string?)used.Lot, used.LotKey));
        foreach (var key in wanted.Keys.Concat(had.Keys).Distinct().ToList())
        {
            var (grams, used) = (wanted.GetValueOrDefault(key), had.GetValueOrDefault(key));
            if (used?.Grams == grams)
                continue;
            if (used is null)
                row.Lots.Add(
                    used = new BatchLotRow
                    {
                        Ingredient = key.Ingredient,
                        Lot = key.Item2!,
                        LotKey = key.LotKey,
                    }
                );
            if (
                key.LotKey is not null
                && await context.Lots.IgnoreQueryFilters().FirstOrDefaultAsync(lot => lot.Key == key.LotKey) is { } lot
            )
            {
                var there = lot.RemainingGrams + used.Taken;
                used.Taken = Math.Min(grams, there);
                (lot.RemainingGrams, lot.Version) = (there - used.Taken, lot.Version + 1);
            }

            used.Grams = grams;
            if (grams == 0m)
                row.Lots.Remove(used);
        }
    }

    /// <summary>Finds the lot of the larder that a weighing or its correction names, by its mark or key.</summary>
    public static async Task<BatchEvent> WithLotAsync(CrockContext context, BatchLog log, BatchEvent happened)
    {
        switch (happened)
        {
            case LineWeighed { Lot: { } named } weighed when weighed.Line < log.State.Plan.Lines.Length:
                var (mark, key) = await LotAsync(context, log.State.Plan.Lines[weighed.Line].Ingredient, named);
                return weighed with { Lot = mark, LotKey = key };
            case EntryCorrected { Set: { Lot: { } named } set } corrected
                when corrected.Of >= 1 && corrected.Of <= log.Sequence && log.Events[(int)corrected.Of - 1].Event is LineWeighed entry:
                var (now, nowKey) = await LotAsync(context, log.State.Plan.Lines[entry.Line].Ingredient, named);
                return corrected with { Set = set with { Lot = now, LotKey = nowKey } };
            default:
                return happened;
        }
    }

    private static async Task<(string Mark, string? Key)> LotAsync(CrockContext context, string ingredient, string named)
    {
        var lots = await context
            .Lots.Where(lot => lot.Ingredient == ingredient && (lot.Key == named || lot.Code == named))
            .OrderByDescending(lot => lot.RemainingGrams > 0m)
            .ThenBy(lot => lot.Id)
            .Select(lot => new { lot.Key, lot.Code })
            .ToListAsync();
        return lots.Count > 0 ? (lots[0].Code, lots[0].Key) : (named, null);
    }
}
