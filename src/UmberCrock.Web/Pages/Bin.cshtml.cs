using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;
using UmberCrock.Web.Shelf;

namespace UmberCrock.Web.Pages;

/// <summary>The bin: what was deleted in the last 30 days, each brought back by one press.</summary>
internal sealed class BinModel(BinStore bin, TimeProvider clock) : PageModel
{
    /// <summary>So many are shown at once.</summary>
    public const int PageSize = 100;

    /// <summary>What lies in it, of this stretch.</summary>
    public IReadOnlyList<BinEntry> Entries { get; private set; } = [];

    /// <summary>Which stretch is shown, from 0.</summary>
    public int Stretch { get; private set; }

    /// <summary>Whether more lies behind it.</summary>
    public bool HasMore { get; private set; }

    /// <summary>Why something was not brought back.</summary>
    public string? Refusal { get; private set; }

    /// <summary>The time.</summary>
    public DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>Shows it.</summary>
    /// <param name="page">Which stretch, from 0; one that lies behind the last is the last.</param>
    public async Task OnGetAsync([FromQuery] int page = 0)
    {
        var all = await bin.ListAsync();
        Stretch = Math.Clamp(page, 0, Math.Max(0, all.Count - 1) / PageSize);
        Entries = [.. all.Skip(Stretch * PageSize).Take(PageSize)];
        HasMore = (Stretch + 1) * PageSize < all.Count;
    }

    /// <summary>Brings something back, or several of a kind.</summary>
    public async Task<IActionResult> OnPostBackAsync([FromForm] string? kind, [FromForm] string[] key, [FromForm] string? then)
    {
        try
        {
            if (!Vocabulary.TryParse<BinKind>(kind, out var of))
                return NotFound();
            var back = 0;
            foreach (var one in key.Take(ShelfActs.Most))
                back += await bin.BringBackAsync(of, one) ? 1 : 0;
            if (back == 0)
                return NotFound();
            TempData["note"] = "Brought back as it was.";
            return Url.IsLocalUrl(then) ? Redirect(then!) : RedirectToPage();
        }
        catch (DocumentException refused)
        {
            (Refusal, Response.StatusCode) = (refused.Problems[0].Reason.ToString(), StatusCodes.Status422UnprocessableEntity);
            await OnGetAsync();
            return Page();
        }
    }
}
