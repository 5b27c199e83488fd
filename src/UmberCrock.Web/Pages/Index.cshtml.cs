using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Json;
using UmberCrock.Storage;
using UmberCrock.Web.Shelf;

namespace UmberCrock.Web.Pages;

/// <summary>The shelf: what formulas there are, what state each is in, and the ways to start one.</summary>
public sealed class IndexModel(FormulaStore store, Knowledge knowledge, TimeProvider clock) : PageModel
{
    /// <summary>What is shown.</summary>
    public ShelfView View { get; private set; } = null!;

    /// <summary>Why a formula was not started.</summary>
    public IReadOnlyList<DocumentProblem> Problems { get; private set; } = [];

    /// <summary>Shows the shelf.</summary>
    /// <param name="find">Part of a name or ingredient.</param>
    /// <param name="show">One verdict only.</param>
    public Task OnGetAsync(string? find, string? show) => LoadAsync(find, show);

    /// <summary>Starts a formula with its phases ready.</summary>
    public async Task<IActionResult> OnPostNewAsync(string? name, string? form, string? audience)
    {
        try
        {
            var id = await store.AddAsync(NewFormula.Of(name, form, audience, knowledge.Workshop.Climate));
            return RedirectToPage("/Bench", new { id });
        }
        catch (DocumentException refused)
        {
            return await RefuseAsync(refused.Problems);
        }
    }

    private async Task<IActionResult> RefuseAsync(IReadOnlyList<DocumentProblem> problems)
    {
        Problems = problems;
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        await LoadAsync(null, null);
        return Page();
    }

    private async Task LoadAsync(string? find, string? show)
        => View = ShelfView.Of(await store.ListAsync(find), find, show, knowledge.Catalogue, knowledge.Settings, clock.GetUtcNow());
}
