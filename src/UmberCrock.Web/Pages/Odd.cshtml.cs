using System.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;

namespace UmberCrock.Web.Pages;

/// <summary>A row that cannot be read: saved as it is, or taken out.</summary>
internal sealed class OddModel(UnreadableStore rows) : PageModel
{
    /// <summary>The row as a file.</summary>
    public async Task<IActionResult> OnGetAsync(string? kind, string? key) =>
        Vocabulary.TryParse<RowKind>(kind, out var of) && await rows.SaveAsync(of, key ?? "") is { } saved
            ? File(saved, "application/json", $"{kind}.row.json")
            : NotFound();

    /// <summary>Takes it out; it lies in the folder of what was taken out, a formula in the bin.</summary>
    public async Task<IActionResult> OnPostAsync([FromForm] string? kind, [FromForm] string? key)
    {
        if (!Vocabulary.TryParse<RowKind>(kind, out var of) || !await rows.TakeOutAsync(of, key ?? ""))
            return NotFound();
        TempData["note"] =
            of == RowKind.Formula
                ? "It lies in the bin for 30 days."
                : "It was written to the folder “taken-out” of the data folder, then taken out.";
        return Redirect(
            of switch
            {
                RowKind.Revision => $"/bench/{key!.Split('/')[0]}/compare",
                RowKind.Label => $"/bench/{key}/label",
                RowKind.OwnIngredient or RowKind.Value or RowKind.Lot => "/larder",
                RowKind.Batch => "/batches",
                RowKind.Study => "/studies",
                RowKind.Setting => "/settings",
                RowKind.Formula or RowKind.Ladder => "/",
                _ => throw new UnreachableException(),
            }
        );
    }
}
