using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Storage;
using UmberCrock.Web.Shelf;

namespace UmberCrock.Web.Pages;

/// <summary>The shelf: what formulas there are, what state each is in, and the ways to start one.</summary>
internal sealed class IndexModel(FormulaStore store, BinStore bin, ShelfKeeper shelf, DueKeeper due, Knowledge knowledge) : PageModel
{
    private const int MostPages = 100_000;

    /// <summary>What is shown.</summary>
    public ShelfView View { get; private set; } = null!;

    /// <summary>What is due.</summary>
    public DueView Due { get; private set; } = null!;

    /// <summary>Why a formula was not started.</summary>
    public IReadOnlyList<DocumentProblem> Problems { get; private set; } = [];

    /// <summary>What people keep away from, to choose of.</summary>
    public FreeFromRules FreeFrom => knowledge.Catalogue.Rules.FreeFrom;

    /// <summary>Part of a name or ingredient.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Find { get; set; }

    /// <summary>One verdict only, or what can be made today.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Show { get; set; }

    /// <summary>One form only.</summary>
    [BindProperty(SupportsGet = true, Name = "form")]
    public string? OfForm { get; set; }

    /// <summary>One wearer only.</summary>
    [BindProperty(SupportsGet = true, Name = "audience")]
    public string? WornBy { get; set; }

    /// <summary>Whether a batch was made of them.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Made { get; set; }

    /// <summary>What none of them holds.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Free { get; set; }

    /// <summary>The order they stand in.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Order { get; set; }

    /// <summary>Shows the shelf.</summary>
    /// <param name="page">Which stretch, from 0.</param>
    public async Task OnGetAsync([FromQuery] int page = 0)
    {
        var ask = ShelfAsk.Parse(Find, Show, OfForm, WornBy, Made, Free, Order, FreeFrom);
        (View, Due) = (await shelf.ShowAsync(ask, Math.Clamp(page, 0, MostPages)), await due.ShowAsync());
    }

    /// <summary>Starts a formula with its phases ready.</summary>
    public async Task<IActionResult> OnPostNewAsync(string? name, string? form, string? audience)
    {
        try
        {
            var id = await store.AddAsync(NewFormula.Of(name, form, audience, knowledge.Workshop.Climate, knowledge.Catalogue.Rules.Forms));
            return RedirectToPage("/Bench", new { id });
        }
        catch (DocumentException refused)
        {
            return await RefuseAsync(refused.Problems);
        }
    }

    /// <summary>Puts formulas into the bin.</summary>
    public async Task<IActionResult> OnPostDeleteAsync([FromForm] long[] id)
    {
        var binned = new List<(long Id, string Name)>();
        foreach (var one in id.Take(ShelfActs.Most))
        {
            if (await store.VersionAsync(one) is { } version && await bin.DeleteFormulaAsync(one, version) is { } name)
                binned.Add((one, name));
        }

        if (binned.Count > 0)
        {
            TempData["binned"] = string.Join(' ', binned.Select(one => one.Id));
            TempData["binnedName"] = binned is [var only] ? only.Name : $"{binned.Count} formulas";
        }

        return RedirectToPage("/Index");
    }

    /// <summary>Makes a second formula of each.</summary>
    public async Task<IActionResult> OnPostCopyAsync([FromForm] long[] id)
    {
        var copies = new List<long>();
        foreach (var one in id.Take(ShelfActs.Most))
        {
            if (await ShelfActs.CopyAsync(store, one) is { } copy)
                copies.Add(copy);
        }

        if (copies is [var only])
            return RedirectToPage("/Bench", new { id = only });
        if (copies.Count > 0)
            TempData["note"] = $"{copies.Count} copies stand on the shelf.";
        return RedirectToPage("/Index");
    }

    /// <summary>Sends them as files in one archive.</summary>
    public async Task<IActionResult> OnPostFilesAsync([FromForm] long[] id) =>
        id.Length == 0
            ? RedirectToPage("/Index")
            : File(await ShelfActs.FilesAsync(store, id.Take(ShelfActs.Most), knowledge), "application/zip", "formulas.zip");

    /// <summary>What was typed into a field, or what stands there otherwise.</summary>
    public string? Was(string field) => Problems.Count > 0 && Request.HasFormContentType ? Request.Form[field].ToString() : null;

    private async Task<IActionResult> RefuseAsync(IReadOnlyList<DocumentProblem> problems)
    {
        Problems = problems;
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        (View, Due) = (await shelf.ShowAsync(ShelfAsk.All, 0), await due.ShowAsync());
        return Page();
    }
}
