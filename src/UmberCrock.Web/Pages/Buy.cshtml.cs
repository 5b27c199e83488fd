using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Shelf;

namespace UmberCrock.Web.Pages;

/// <summary>What has to be bought for formulas that the larder does not suffice for: each with what it lacks, and one list for those that
/// are chosen.</summary>
internal sealed class BuyModel(ShelfKeeper shelf) : PageModel
{
    /// <summary>So many formulas are offered: those that lack the fewest ingredients.</summary>
    private const int MostFormulas = 60;

    /// <summary>Formulas that lack something, those that lack the fewest first.</summary>
    public IReadOnlyList<(KeptFormula Kept, IReadOnlyList<Shortage> Lacks)> Lacking { get; private set; } = [];

    /// <summary>Numbers of those that are chosen: all, where none is named.</summary>
    public IReadOnlySet<long> Chosen { get; private set; } = new HashSet<long>();

    /// <summary>What is bought for the chosen ones together.</summary>
    public IReadOnlyList<Shortage> List { get; private set; } = [];

    /// <summary>Shows it.</summary>
    public async Task OnGetAsync([FromQuery] long[] f)
    {
        Lacking = await shelf.LackingAsync(MostFormulas);
        Chosen = Lacking.Select(one => one.Kept.Id).Where(id => f.Length == 0 || f.Contains(id)).ToHashSet();
        List =
        [
            .. (await shelf.ToBuyAsync(Lacking.Select(one => one.Kept).Where(kept => Chosen.Contains(kept.Id)))).OrderBy(
                one => one.Ingredient.Name,
                StringComparer.OrdinalIgnoreCase
            ),
        ];
    }
}
