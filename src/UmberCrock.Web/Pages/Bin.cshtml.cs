using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;

namespace UmberCrock.Web.Pages;

/// <summary>The bin: what was deleted in the last 30 days, each brought back by one press.</summary>
public sealed class BinModel(BinStore bin, TimeProvider clock) : PageModel
{
    /// <summary>What lies in it.</summary>
    public IReadOnlyList<BinEntry> Entries { get; private set; } = [];

    /// <summary>Why something was not brought back.</summary>
    public string? Refusal { get; private set; }

    /// <summary>The time.</summary>
    public DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>Shows it.</summary>
    public async Task OnGetAsync() => Entries = await bin.ListAsync();

    /// <summary>Brings something back.</summary>
    public async Task<IActionResult> OnPostBackAsync([FromForm] string? kind, [FromForm] string? key, [FromForm] string? then)
    {
        try
        {
            if (!Vocabulary.TryParse<BinKind>(kind, out var of) || !await bin.BringBackAsync(of, key ?? ""))
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
