using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Json;
using UmberCrock.Storage;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Shelf;

namespace UmberCrock.Web.Pages;

/// <summary>The shelf: what formulas there are, what state each is in, and the ways to start one.</summary>
public sealed class IndexModel(FormulaStore store, Knowledge knowledge, TimeProvider clock) : PageModel
{
    /// <summary>What is shown.</summary>
    public ShelfView View { get; private set; } = null!;

    /// <summary>Why a file was not opened, or a formula not started.</summary>
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

    /// <summary>Opens a formula file as a new formula.</summary>
    public async Task<IActionResult> OnPostImportAsync(IFormFile? file)
    {
        try
        {
            if (file is null)
                throw new DocumentException("/", "No file was chosen.");
            await using var stream = file.OpenReadStream();
            var formula = FormulaReader.Parse(await RequestBody.ReadBytesAsync(stream, file.Length));
            _ = ResolvedFormula.Of(formula, knowledge.Catalogue, knowledge.Settings);
            return RedirectToPage("/Bench", new { id = await store.AddAsync(formula) });
        }
        catch (DocumentException refused)
        {
            return await RefuseAsync(refused.Problems);
        }
        catch (RefusedRequestException refused)
        {
            return await RefuseAsync([new DocumentProblem("/", refused.Message)]);
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
