using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Json;
using UmberCrock.Storage;
using UmberCrock.Web.Larder;

namespace UmberCrock.Web.Pages;

/// <summary>One ingredient: everything known laid out for reading, own values, lots.</summary>
public sealed class IngredientModel(LarderStore larder, LotStore lots, FormulaStore formulas, Knowledge knowledge, TimeProvider clock) : PageModel
{
    /// <summary>What is shown.</summary>
    public IngredientView View { get; private set; } = null!;

    /// <summary>Why what was typed was not taken; the sheet it was typed into stands open again.</summary>
    public IReadOnlyList<DocumentProblem> Problems { get; private set; } = [];

    /// <summary>The sheet that stands open.</summary>
    public string? OpenSheet { get; private set; }

    /// <summary>The day.</summary>
    public DateOnly Today => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    /// <summary>What was typed into a field of the open sheet, or what stands there otherwise.</summary>
    public string? Was(string sheet, string field, string? otherwise = null)
        => OpenSheet == sheet && Request.HasFormContentType ? Request.Form[field].ToString() : otherwise;

    /// <summary>Shows an ingredient.</summary>
    /// <param name="slug">Which.</param>
    /// <param name="open">A sheet to open at once: value, lot, sources, or weigh for the first lot's.</param>
    public Task<IActionResult> OnGetAsync(string slug, string? open)
    {
        OpenSheet = open is "value" or "lot" or "sources" ? $"{open}-sheet" : open is "weigh" ? open : null;
        return ShowAsync(slug);
    }

    /// <summary>Sets an own value, or gives the catalogue's back when none is given.</summary>
    public async Task<IActionResult> OnPostValueAsync(string slug)
    {
        var typed = new TypedFields(Request.Form);
        var property = IngredientProperty.Find(typed.Text("property"));
        return await KeepAsync(slug, "value-sheet", async () =>
        {
            if (property is null)
                throw new DocumentException("/property", "Choose which value.");
            var value = typed.Text("back").Length > 0 ? null : typed.Value(property, "value", typed.Text("source"), Vocabulary.TryParse<Confidence>(typed.Text("confidence"), out var confidence) ? confidence : Confidence.Medium);
            if (typed.Problems.Count > 0)
                throw new DocumentException(typed.Problems);
            if (value is null && typed.Text("back").Length == 0)
                throw new DocumentException("/value", "A value is wanted.");
            await larder.CorrectAsync(slug, property.Name, value);
        });
    }

    /// <summary>Keeps a lot, new or changed.</summary>
    public async Task<IActionResult> OnPostLotAsync(string slug)
    {
        var typed = new TypedFields(Request.Form);
        return await KeepAsync(slug, "lot-sheet", async () =>
        {
            var bought = typed.Number("boughtGrams", "a mass in grams");
            var lot = new Lot(
                long.TryParse(typed.Text("id"), out var id) ? id : 0, slug, typed.Text("code"), typed.Text("supplier"), typed.Date("boughtOn"), bought ?? 0m,
                typed.Number("remainingGrams", "a mass in grams") ?? bought ?? 0m, typed.Number("pricePerKilogram", "a price"), typed.Date("openedOn"), typed.Date("useBy"), typed.Text("notes"));
            if (typed.Problems.Count > 0)
                throw new DocumentException(typed.Problems);
            await lots.KeepAsync(lot);
        });
    }

    /// <summary>Takes a lot out.</summary>
    public async Task<IActionResult> OnPostRemoveLotAsync(string slug, long id)
    {
        await lots.RemoveAsync(id);
        return RedirectToPage("/Ingredient", new { slug });
    }

    private async Task<IActionResult> KeepAsync(string slug, string sheet, Func<Task> keep)
    {
        try
        {
            await keep();
            return RedirectToPage("/Ingredient", new { slug });
        }
        catch (DocumentException refused)
        {
            (Problems, OpenSheet) = (refused.Problems, sheet);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return await ShowAsync(slug);
        }
    }

    private async Task<IActionResult> ShowAsync(string slug)
    {
        if (knowledge.Catalogue.Find(slug) is not { } ingredient)
            return NotFound();
        View = IngredientView.Of(
            ingredient, knowledge, [.. larder.Present], await lots.ListAsync(slug), await larder.UsesAsync(slug), await formulas.CountAsync(), Today);
        return Page();
    }
}
