using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Storage;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Larder;

namespace UmberCrock.Web.Pages;

/// <summary>Makes an own ingredient, blank or from another; changes one, or takes it out.</summary>
internal sealed class OwnIngredientModel(LarderStore larder, Knowledge knowledge) : PageModel
{
    /// <summary>What the fields show.</summary>
    public OwnIngredientForm Fields { get; private set; } = null!;

    /// <summary>What it was made from, or the own ingredient that is changed; null for a blank one.</summary>
    public Ingredient? From { get; private set; }

    /// <summary>True when an own ingredient is changed.</summary>
    public bool IsChange => From is not null && OwnIngredients.IsOwn(From.Slug);

    /// <summary>What is wrong.</summary>
    public IReadOnlyList<DocumentProblem> Problems { get; private set; } = [];

    /// <summary>The version its form names; 0 for a new one.</summary>
    public long Version => From is null ? 0 : larder.VersionOf(From.Slug);

    /// <summary>Formulas that hold the one that is changed.</summary>
    public IReadOnlyList<IngredientUse> Uses { get; private set; } = [];

    /// <summary>Everything that could stand in its place.</summary>
    public IEnumerable<Ingredient> Others => larder.Present.Where(ingredient => ingredient.Slug != From?.Slug);

    /// <summary>Allergen sources to tick.</summary>
    public IEnumerable<(string Key, string Words)> Allergens =>
        knowledge.Catalogue.Rules.Allergens.Select(source => (source.Key, source.Words));

    /// <summary>Shows the fields: blank, copied, or of an own ingredient.</summary>
    public async Task<IActionResult> OnGetAsync(string? from)
    {
        if (!await LoadAsync(from))
            return NotFound();
        Fields = OwnIngredientForm.Of(From, IsChange);
        return Page();
    }

    /// <summary>Keeps it.</summary>
    public async Task<IActionResult> OnPostAsync(string? from)
    {
        if (!await LoadAsync(from))
            return NotFound();
        Fields = OwnIngredientForm.Typed(RequestDoor.Form(Request));
        try
        {
            var ingredient = Fields.ToIngredient(From, IsChange, knowledge.Catalogue);
            if (IsChange)
                await larder.UpdateAsync(ingredient, TypedVersion);
            else
                await larder.AddAsync([ingredient], _ => "");
            return RedirectToPage("/Ingredient", new { slug = ingredient.Slug });
        }
        catch (DocumentException refused)
        {
            return Refuse(refused.Problems);
        }
        catch (StaleException stale)
        {
            return Meet(stale);
        }
    }

    /// <summary>Takes it out; formulas that hold it get what is named.</summary>
    public async Task<IActionResult> OnPostRemoveAsync(string? from, string? replacement)
    {
        if (!await LoadAsync(from) || !IsChange)
            return NotFound();
        Fields = OwnIngredientForm.Of(From, isChange: true);
        try
        {
            await larder.RemoveAsync(From!.Slug, replacement, TypedVersion);
            (TempData["binnedOwn"], TempData["binnedOwnName"]) = (From.Slug, From.Name);
            return RedirectToPage("/Larder");
        }
        catch (DocumentException refused)
        {
            return Refuse(refused.Problems);
        }
        catch (StaleException stale)
        {
            return Meet(stale);
        }
    }

    private long TypedVersion => new TypedFields(RequestDoor.Form(Request)).Version("version");

    private PageResult Refuse(IReadOnlyList<DocumentProblem> problems, int status = StatusCodes.Status422UnprocessableEntity)
    {
        Problems = problems;
        Response.StatusCode = status;
        return Page();
    }

    /// <summary>Another window was faster: what it set is named, what was typed stands in the fields.</summary>
    private PageResult Meet(StaleException stale)
    {
        var now = OwnIngredientForm.Of(knowledge.Catalogue.Find(From!.Slug), isChange: true);
        var other = OwnIngredientForm.Differences(now, Fields);
        return Refuse(
            [
                new DocumentProblem(
                    "/version",
                    $"{stale.Message} {(other.Count == 0 ? "" : $"Kept by now: {string.Join("; ", other)}. ")}What you typed "
                        + $"stands in the fields; keep it once more to set yours."
                ),
            ],
            StatusCodes.Status409Conflict
        );
    }

    private async Task<bool> LoadAsync(string? from)
    {
        From = string.IsNullOrEmpty(from) ? null : larder.Present.FirstOrDefault(ingredient => ingredient.Slug == from);
        Uses = IsChange ? await larder.UsesAsync(From!.Slug) : [];
        return string.IsNullOrEmpty(from) || From is not null;
    }
}
