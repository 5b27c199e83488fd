using UmberCrock.Core.Findings;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Shelf;

/// <summary>A formula on the shelf.</summary>
internal sealed record ShelfLine(
    long Id,
    string Name,
    string Kind,
    SmallCrock Crock,
    TextureStrip Texture,
    Verdict Verdict,
    string Severity,
    string Finding,
    string Detail,
    string Changed,
    string Revision,
    IReadOnlyList<string> Tags,
    DateOnly? Due
);

/// <summary>A stretch of the shelf.</summary>
/// <param name="Lines">Its formulas.</param>
/// <param name="Odd">Formulas of this stretch that cannot be shown, each with why.</param>
/// <param name="Total">How many fit the search.</param>
/// <param name="Ask">What was asked for.</param>
/// <param name="Page">Which stretch, from 0.</param>
/// <param name="HasMore">True when there are more behind it.</param>
internal sealed record ShelfView(
    IReadOnlyList<ShelfLine> Lines,
    IReadOnlyList<Storage.UnreadableRow> Odd,
    int Total,
    ShelfAsk Ask,
    int Page,
    bool HasMore
)
{
    /// <summary>Words of what was asked for that mean no raw material.</summary>
    public IReadOnlyList<string> Unknown { get; init; } = [];

    /// <summary>Formulas of one stretch.</summary>
    public const int PageSize = 20;

    /// <summary>The climate most formulas share; a strip whose own differs says so.</summary>
    public string? UsualClimate =>
        Lines.GroupBy(line => line.Texture.ClimateText).OrderByDescending(group => group.Count()).FirstOrDefault()?.Key;

    /// <summary>"8 on the shelf, 1 with a stop"; of a shelf that is not seen whole, only how many.</summary>
    public string Words
    {
        get
        {
            if (Ask.Show.IsToday && Page == 0 && !HasMore)
                return $"{Lines.Count} of {Total}, each in its batch as kept";
            // Verdicts are not kept: how many have one is known when the last of them was seen.
            if (Ask.Show != ShelfFilter.All)
                return HasMore ? $"the first {(Page + 1) * PageSize} found" : $"{(Page * PageSize) + Lines.Count} found";
            if (Unknown.Count > 0)
                return $"{Total} found; {string.Join(", ", Unknown.Select(word => $"“{word}”"))} "
                    + $"{(Unknown.Count == 1 ? "means" : "mean")} "
                    + $"no ingredient here";
            var stops = Page == 0 && !HasMore ? Lines.Count(line => line.Verdict == Verdict.Stop) : 0;
            return $"{Total} {(Ask.IsNarrowed ? "found" : "on the shelf")}{(stops > 0 ? $", {stops} with a stop" : "")}";
        }
    }

    /// <summary>Which stretch of how many, from 1; of what is picked by verdict the last is not known.</summary>
    public string PageWords =>
        Ask.Show == ShelfFilter.All ? $"page {Page + 1} of {Math.Max(1, (Total + PageSize - 1) / PageSize)}" : $"page {Page + 1}";
}
