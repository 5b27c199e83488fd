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
    string Revision
);

/// <summary>A stretch of the shelf.</summary>
/// <param name="Lines">Its formulas, last changed first.</param>
/// <param name="Odd">Formulas of this stretch that cannot be shown, each with why.</param>
/// <param name="Total">How many fit the search.</param>
/// <param name="Find">What was searched for.</param>
/// <param name="Show">Which of them are shown.</param>
/// <param name="Page">Which stretch, from 0.</param>
/// <param name="HasMore">True when there are more behind it.</param>
internal sealed record ShelfView(
    IReadOnlyList<ShelfLine> Lines,
    IReadOnlyList<Storage.UnreadableRow> Odd,
    int Total,
    string? Find,
    ShelfFilter Show,
    int Page,
    bool HasMore
)
{
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
            if (Show.IsToday && Page == 0 && !HasMore)
                return $"{Lines.Count} of {Total}, each in its batch as kept";
            var stops = Page == 0 && !HasMore && Show == ShelfFilter.All ? Lines.Count(line => line.Verdict == Verdict.Stop) : 0;
            return $"{Total} {(string.IsNullOrWhiteSpace(Find) ? "on the shelf" : "found")}{(stops > 0 ? $", {stops} with a stop" : "")}";
        }
    }

    /// <summary>The address of another stretch of the same search.</summary>
    public string AddressOf(int page)
    {
        var query = new QueryString();
        if (!string.IsNullOrWhiteSpace(Find))
            query = query.Add("find", Find);
        if (Show.Word is { } word)
            query = query.Add("show", word);
        return $"/{(page > 0 ? query.Add("page", page.ToString(System.Globalization.CultureInfo.InvariantCulture)) : query)}";
    }
}
