using Microsoft.EntityFrameworkCore;

namespace UmberCrock.Storage.Saved;

/// <content>The batches of a saved file.</content>
public sealed partial class HouseOpening
{
    /// <summary>Batches that are not here are added; of two that differ the one that goes on from the other holds all of it, and a batch
    /// that went another way is a choice.</summary>
    private static async Task<OpeningKind> BatchesAsync(Walk walk, SavedHouse saved, Dictionary<string, (long Id, string Sum)> here)
    {
        var (added, other, equal, waiting) = (new List<string>(), new List<string>(), 0, 0);
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (batch, json) in saved.Batches())
        {
            var present = here.TryGetValue(batch.Row.Key, out var known);
            if (present && known.Sum == SumOf(json))
                equal++;
            if ((present && known.Sum == SumOf(json)) || !seen.Add(batch.Row.Key))
                continue;
            (present ? other : added).Add($"{batch.Row.Name}, {batch.Row.Code}");
            if (!walk.Keeps || (present && !walk.TakesSaved))
                continue;
            if (present)
            {
                await walk.Context.Batches.Where(kept => kept.Id == known.Id).ExecuteDeleteAsync();
                batch.Row.Id = known.Id;
            }

            walk.Context.Batches.Add(batch.Row);
            await walk.Context.SaveChangesAsync();
            if (++waiting % Chunk == 0)
                walk.Context.ChangeTracker.Clear();
        }

        return new OpeningKind("Batches", added, other, equal);
    }

    private static async Task<Dictionary<string, (long Id, string Sum)>> BatchSumsAsync(CrockContext context)
    {
        var sums = new Dictionary<string, (long Id, string Sum)>(StringComparer.Ordinal);
        await foreach (var (saved, json) in HouseFile.BatchesAsync(context, default))
            sums[saved.Row.Key] = (saved.Row.Id, SumOf(json));
        return sums;
    }
}
