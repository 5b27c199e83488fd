using UmberCrock.Storage;

namespace UmberCrock.Web.Hosting;

/// <summary>Whether a page is behind: the versions of what it shows, as one word that it sent out with and can ask for again.</summary>
internal sealed class Versions(
    FormulaStore formulas,
    LabelStore labels,
    LadderStore ladders,
    SettingStore settings,
    LarderStore larder,
    LotStore lots,
    BatchStore batches,
    StudyStore studies
)
{
    private const int MostThings = 8;

    /// <summary>The versions of some things, such as "formula:3 label:3", "settings", "ingredient:beeswax".</summary>
    public async Task<string> OfAsync(string things)
    {
        var words = new List<string>();
        foreach (var thing in things.Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(MostThings))
        {
            var parts = thing.Split(':', 2);
            var key = parts.Length > 1 ? parts[1] : "";
            _ = long.TryParse(key, System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var id);
            var version = await OfAsync(parts[0], key, id);
            words.Add(version?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? "-");
        }

        return string.Join(' ', words);
    }

    private async Task<long?> OfAsync(string kind, string key, long id) =>
        kind switch
        {
            "formula" => await formulas.VersionAsync(id),
            "label" => (await labels.FindAsync(id)).Version,
            "ladders" => (await ladders.ListAsync(id)).Ladders.Sum(ladder => ladder.Version + 1),
            "batch" => await batches.SequenceAsync(id),
            "study" => await studies.SequenceAsync(id),
            "settings" => await settings.VersionAsync(),
            "ingredient" => larder.VersionOf(key)
                + larder.VersionsOfValues(key)
                + (await lots.KeptAsync(key)).Lots.Sum(lot => lot.Version + 1),
            _ => null,
        };
}
