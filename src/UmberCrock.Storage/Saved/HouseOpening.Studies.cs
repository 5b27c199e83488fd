using Microsoft.EntityFrameworkCore;

namespace UmberCrock.Storage.Saved;

/// <content>The studies of a saved file.</content>
public sealed partial class HouseOpening
{
    /// <summary>Studies that are not here are added; of two that differ one is chosen, as with batches.</summary>
    private async Task<OpeningKind> StudiesAsync(Walk walk, SavedHouse saved, Dictionary<string, (long Id, string Sum)> here)
    {
        var (added, other, equal) = (new List<string>(), new List<string>(), 0);
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (study, json) in saved.Studies(knowledge))
        {
            var present = here.TryGetValue(study.Row.Key, out var known);
            var same = present && known.Sum == SumOf(json);
            equal += same ? 1 : 0;
            if (same || !seen.Add(study.Row.Key))
                continue;
            (present ? other : added).Add($"{study.Row.Name}, {study.Row.Code}");
            if (!walk.Keeps || (present && !walk.TakesSaved))
                continue;
            if (present)
            {
                await walk.Context.Studies.IgnoreQueryFilters().Where(kept => kept.Id == known.Id).ExecuteDeleteAsync();
                study.Row.Id = known.Id;
            }

            walk.Context.Studies.Add(study.Row);
            await walk.Context.SaveChangesAsync();
            walk.Context.ChangeTracker.Clear();
        }

        return new OpeningKind("Studies", added, other, equal);
    }

    private static async Task<Dictionary<string, (long Id, string Sum)>> StudySumsAsync(CrockContext context)
    {
        var sums = new Dictionary<string, (long Id, string Sum)>(StringComparer.Ordinal);
        await foreach (var (saved, json) in HouseFile.StudiesAsync(context, default))
            sums[saved.Row.Key] = (saved.Row.Id, SumOf(json));
        return sums;
    }
}
