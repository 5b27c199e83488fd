using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Pages;

/// <summary>A lot as it is counted.</summary>
/// <param name="Kept">The lot.</param>
/// <param name="Name">What it is of.</param>
/// <param name="Typed">What was typed and not taken.</param>
/// <param name="Why">The reason that was chosen.</param>
internal sealed record CountRow(KeptLot Kept, string Name, string Typed, string Why);

/// <summary>The shelf counted: what the scale says against what the book says, lot by lot, with the reason where they differ.</summary>
internal sealed class CountModel(LotStore lots, Knowledge knowledge) : PageModel
{
    /// <summary>Reasons to choose from.</summary>
    public static IReadOnlyList<string> Reasons { get; } =
    ["spilled", "thrown away", "given away", "used without a batch", "weighed wrong before"];

    /// <summary>The lots that are not used up, by name.</summary>
    public IReadOnlyList<CountRow> Rows { get; private set; } = [];

    /// <summary>Lots that cannot be read.</summary>
    public IReadOnlyList<UnreadableRow> Odd { get; private set; } = [];

    /// <summary>Why the count was not taken.</summary>
    public string? Refusal { get; private set; }

    /// <summary>How many lots were put right.</summary>
    [TempData]
    public int? Counted { get; set; }

    /// <summary>Shows them.</summary>
    public Task OnGetAsync() => ShowAsync(_ => ("", Reasons[0]));

    /// <summary>Puts right what was counted otherwise; a lot without a weight stays as it is.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        var form = RequestDoor.Form(Request);
        try
        {
            var counts = form
                .Keys.Where(key => key.StartsWith("grams-", StringComparison.Ordinal) && !string.IsNullOrWhiteSpace(form[key]))
                .Select(key => CountOf(key["grams-".Length..], form))
                .ToList();
            if (counts.Count == 0)
                throw new DocumentException("/", "Type what the scale says beside a lot first.");
            await lots.CountAsync(counts);
            Counted = counts.Count;
            return RedirectToPage();
        }
        catch (DocumentException refused)
        {
            (Refusal, Response.StatusCode) = (
                string.Join(" ", refused.Problems.Select(problem => problem.Reason)),
                StatusCodes.Status422UnprocessableEntity
            );
        }
        catch (StaleException stale)
        {
            (Refusal, Response.StatusCode) = (
                $"{stale.Message} It is shown as it stands now; what you typed stands beside it.",
                StatusCodes.Status409Conflict
            );
        }

        await ShowAsync(id => (form[$"grams-{id}"].ToString(), form[$"why-{id}"].ToString()));
        return Page();
    }

    private static LotCount CountOf(string id, IFormCollection form)
    {
        var grams = Bench.Typed.Number(form[$"grams-{id}"].ToString(), "what the scale says in grams");
        _ = long.TryParse(id, NumberStyles.None, CultureInfo.InvariantCulture, out var lot);
        _ = long.TryParse(form[$"version-{id}"], NumberStyles.None, CultureInfo.InvariantCulture, out var version);
        var why = form[$"why-{id}"].ToString();
        return new LotCount(lot, version, grams, Reasons.Contains(why) ? why : Reasons[0]);
    }

    private async Task ShowAsync(Func<string, (string Typed, string Why)> typed)
    {
        var (kept, odd) = await lots.KeptAsync();
        Odd = odd;
        Rows =
        [
            .. kept.Where(one => one.Lot.RemainingGrams > 0m)
                .Select(one =>
                {
                    var (grams, why) = typed(one.Lot.Id.ToString(CultureInfo.InvariantCulture));
                    return new CountRow(one, knowledge.Catalogue.Find(one.Lot.Ingredient)?.Name ?? one.Lot.Ingredient, grams, why);
                })
                .OrderBy(row => row.Name, StringComparer.OrdinalIgnoreCase),
        ];
    }
}
