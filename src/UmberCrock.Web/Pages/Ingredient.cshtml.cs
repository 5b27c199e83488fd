using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;
using UmberCrock.Storage;
using UmberCrock.Web.Drawing;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Larder;

namespace UmberCrock.Web.Pages;

/// <summary>One ingredient: everything known laid out for reading, own values, lots.</summary>
internal sealed class IngredientModel(LarderStore larder, LotStore lots, FormulaStore formulas, Knowledge knowledge, TimeProvider clock)
    : PageModel
{
    /// <summary>What is shown.</summary>
    public IngredientView View { get; private set; } = null!;

    /// <summary>Why what was typed was not taken; the sheet it was typed into stands open again.</summary>
    public IReadOnlyList<DocumentProblem> Problems { get; private set; } = [];

    /// <summary>The sheet that stands open.</summary>
    public string? OpenSheet { get; private set; }

    /// <summary>Lots and own values that cannot be read.</summary>
    public IReadOnlyList<UnreadableRow> Odd { get; private set; } = [];

    /// <summary>The lots with the versions their forms name.</summary>
    public IReadOnlyDictionary<long, long> LotVersions { get; private set; } = new Dictionary<long, long>();

    /// <summary>A value that lies far outside what is published, as typed: it is kept once that is confirmed.</summary>
    public bool AsksAboutRange { get; private set; }

    /// <summary>The version of an own value that its form names.</summary>
    public long VersionOf(IngredientProperty property) => larder.VersionOf(View.Ingredient.Slug, property.Name);

    /// <summary>The day.</summary>
    public DateOnly Today => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    /// <summary>What was typed into a field of the open sheet, or what stands there otherwise.</summary>
    public string? Was(string sheet, string field, string? otherwise = null) =>
        OpenSheet == sheet && Request.HasFormContentType ? RequestDoor.Form(Request)[field].ToString() : otherwise;

    /// <summary>Shows an ingredient.</summary>
    /// <param name="slug">Which.</param>
    /// <param name="open">A sheet to open at once: value, lot, sources, or weigh for the first lot's.</param>
    public Task<IActionResult> OnGetAsync([FromRoute] string slug, string? open)
    {
        OpenSheet =
            open is "value" or "lot" or "sources" ? $"{open}-sheet"
            : open is "weigh" ? open
            : null;
        return ShowAsync(slug);
    }

    /// <summary>Sets an own value, or gives the catalogue's back when none is given.</summary>
    public async Task<IActionResult> OnPostValueAsync([FromRoute] string slug)
    {
        var typed = new TypedFields(RequestDoor.Form(Request));
        var property = IngredientProperty.Find(typed.Text("property"));
        return await KeepAsync(slug, "value-sheet", async () =>
        {
            if (property is null)
                throw new DocumentException("/property", "Choose which value.");
            var value =
                typed.Text("back").Length > 0
                    ? null
                    : typed.Value(
                        property,
                        "value",
                        typed.Text("source"),
                        Vocabulary.TryParse<Confidence>(typed.Text("confidence"), out var confidence) ? confidence : Confidence.Medium
                    );
            if (typed.Problems.Count > 0)
                throw new DocumentException(typed.Problems);
            if (value is null && typed.Text("back").Length == 0)
                throw new DocumentException("/value", "A value is wanted.");
            if (
                value is not null
                && typed.Text("sure").Length == 0
                && OwnValueCheck.Doubt(knowledge.Shipped.Find(slug), property, value) is { } doubt
            )
            {
                AsksAboutRange = true;
                throw new DocumentException("/value", doubt);
            }

            await larder.CorrectAsync(slug, property.Name, value, typed.Version("version"));
        });
    }

    /// <summary>Keeps a lot, new or changed.</summary>
    public async Task<IActionResult> OnPostLotAsync([FromRoute] string slug)
    {
        var typed = new TypedFields(RequestDoor.Form(Request));
        return await KeepAsync(slug, "lot-sheet", async () =>
        {
            var bought = typed.Number("boughtGrams", "a mass in grams");
            var lot = new Lot(
                long.TryParse(typed.Text("id"), out var id) ? id : 0,
                slug,
                typed.Text("code"),
                typed.Text("supplier"),
                typed.Date("boughtOn"),
                bought ?? 0m,
                typed.Number("remainingGrams", "a mass in grams") ?? bought ?? 0m,
                typed.Number("pricePerKilogram", "a price"),
                typed.Date("openedOn"),
                typed.Date("useBy"),
                typed.Text("notes")
            );
            if (typed.Problems.Count > 0)
                throw new DocumentException(typed.Problems);
            await lots.KeepAsync(lot, typed.Version("version"));
        });
    }

    /// <summary>Puts a lot into the bin.</summary>
    public async Task<IActionResult> OnPostRemoveLotAsync([FromRoute] string slug)
    {
        var typed = new TypedFields(RequestDoor.Form(Request));
        return await KeepAsync(slug, "lot-sheet", async () =>
        {
            if (!long.TryParse(typed.Text("id"), out var id) || !await lots.RemoveAsync(slug, id, typed.Version("version")))
                throw new DocumentException("/id", "This lot is no longer there.");
            TempData["binnedLot"] = id.ToString(System.Globalization.CultureInfo.InvariantCulture);
        });
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
        }
        catch (StaleException stale)
        {
            (Problems, OpenSheet) = (
                [
                    new DocumentProblem(
                        "/version",
                        $"{stale.Message} {await OtherAsync(slug, sheet)}What you typed stands here; keep it once more to set yours."
                    ),
                ],
                sheet
            );
            Response.StatusCode = StatusCodes.Status409Conflict;
        }

        return await ShowAsync(slug);
    }

    /// <summary>What the other window kept, in words.</summary>
    private async Task<string> OtherAsync(string slug, string sheet)
    {
        var typed = new TypedFields(RequestDoor.Form(Request));
        if (sheet == "lot-sheet")
        {
            var other = (await lots.ListAsync(slug)).FirstOrDefault(lot =>
                lot.Id.ToString(System.Globalization.CultureInfo.InvariantCulture) == typed.Text("id")
            );
            return other is null
                ? "It is no longer in the larder. "
                : $"It says: {other.Code}, {Shown.Short(other.RemainingGrams)} of {Shown.Short(other.BoughtGrams)} g "
                    + $"left{(other.Notes.Length > 0 ? $", “{other.Notes}”" : "")}. ";
        }

        return
            IngredientProperty.Find(typed.Text("property")) is { } property
            && knowledge.Catalogue.Find(slug) is { } ingredient
            && property.Of(ingredient) is { } now
            ? $"It says {now.Value} {UnitWords.Of(now.Unit)}, from {now.Source}. "
            : "";
    }

    private async Task<IActionResult> ShowAsync(string slug)
    {
        if (knowledge.Catalogue.Find(slug) is not { } ingredient)
            return NotFound();
        var (kept, odd) = await lots.KeptAsync(slug);
        LotVersions = kept.ToDictionary(lot => lot.Lot.Id, lot => lot.Version);
        Odd = [.. odd, .. larder.Odd.Where(row => row.Kind == RowKind.Value && row.Key.StartsWith($"{slug}/", StringComparison.Ordinal))];
        View = IngredientView.Of(
            ingredient,
            knowledge,
            [.. larder.Present],
            [.. kept.Select(lot => lot.Lot)],
            await larder.UsesAsync(slug),
            await formulas.CountAsync(),
            Today
        );
        return Page();
    }
}
