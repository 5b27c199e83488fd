using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Storage;
using UmberCrock.Web.Shelf;

namespace UmberCrock.Web.Pages;

/// <summary>The shelf: what formulas there are, what state each is in, and the ways to start one.</summary>
internal sealed class IndexModel(FormulaStore store, BinStore bin, ShelfKeeper shelf, DueKeeper due, TagStore tags, Knowledge knowledge)
    : PageModel
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

    /// <summary>Climates to choose of.</summary>
    public IEnumerable<NamedClimate> Climates => knowledge.Catalogue.Rules.Climates.Climates;

    /// <summary>Lists of what people keep away from, by person.</summary>
    public IEnumerable<AvoidList> Avoids => knowledge.Workshop.Avoids;

    /// <summary>The maker's own words that formulas bear.</summary>
    public IReadOnlyList<string> AllTags { get; private set; } = [];

    /// <summary>Shows the shelf.</summary>
    /// <param name="page">Which stretch, from 0.</param>
    public async Task OnGetAsync([FromQuery] int page = 0)
    {
        await ShowAsync(ShelfAsk.Parse(Request.Query, knowledge), Math.Clamp(page, 0, MostPages));
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

    /// <summary>Gives formulas a word of the maker's own, or takes it from them.</summary>
    /// <param name="id">Keys of the formulas.</param>
    /// <param name="tag">The word.</param>
    /// <param name="take">True to take it from them.</param>
    /// <param name="notes">True to go back to the notes of the one formula.</param>
    public async Task<IActionResult> OnPostTagAsync(
        [FromForm] long[] id,
        [FromForm] string? tag,
        [FromForm] bool take,
        [FromForm] bool notes
    )
    {
        try
        {
            await tags.ChangeAsync([.. id.Take(ShelfActs.Most)], tag, !take);
        }
        catch (DocumentException refused)
        {
            return await RefuseAsync(refused.Problems);
        }

        return notes && id is [var only] ? RedirectToPage("/Notes", new { id = only }) : RedirectToPage("/Index");
    }

    /// <summary>Gives the one formula that is chosen another name; a step of its history as any change.</summary>
    public async Task<IActionResult> OnPostRenameAsync([FromForm] long[] id, [FromForm] string? name)
    {
        if (id is not [var only])
            return await RefuseAsync([new DocumentProblem("/name", "Choose one formula to rename it.")]);
        try
        {
            var named = new SetField("name", JsonSerializer.SerializeToElement(PlainText.OneLine(name ?? "")));
            if (await store.ChangeAsync(only, null, formula => FormulaEdit.ApplyAll(formula, [named], knowledge.Catalogue.Herbs)) is null)
                return NotFound();
        }
        catch (DocumentException refused)
        {
            return await RefuseAsync(refused.Problems);
        }

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
        await ShowAsync(ShelfAsk.All, 0);
        return Page();
    }

    private async Task ShowAsync(ShelfAsk ask, int page) =>
        (View, Due, AllTags) = (await shelf.ShowAsync(ask, page), await due.ShowAsync(), await tags.ListAsync());
}
