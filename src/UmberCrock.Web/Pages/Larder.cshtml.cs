using System.Net.Mime;
using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Storage;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Larder;

namespace UmberCrock.Web.Pages;

/// <summary>The larder: every ingredient there is, found as one types; what is in stock; own ones in and out as files.</summary>
internal sealed class LarderModel(LarderStore larder, LotStore lots, FormulaStore formulas, Knowledge knowledge, TimeProvider clock)
    : PageModel
{
    /// <summary>What is shown.</summary>
    public LarderView View { get; private set; } = null!;

    /// <summary>Allergen sources to choose from.</summary>
    public IEnumerable<AllergenSource> Allergens =>
        knowledge.Catalogue.Rules.Allergens.Select(source => new AllergenSource(source.Key, source.Words));

    /// <summary>Why a file was not taken.</summary>
    public IReadOnlyList<DocumentProblem> Problems { get; private set; } = [];

    /// <summary>Own ingredients, own values and lots that cannot be read.</summary>
    public IReadOnlyList<UnreadableRow> Odd { get; private set; } = [];

    /// <summary>How many ingredients a file brought, after it did.</summary>
    [TempData]
    public int? Imported { get; set; }

    /// <summary>Shows the larder.</summary>
    public Task OnGetAsync(LarderFilter filter) => LoadAsync(filter);

    /// <summary>The lines only, for search as one types.</summary>
    public async Task<IActionResult> OnGetRowsAsync(LarderFilter filter)
    {
        await LoadAsync(filter);
        return Partial("_LarderRows", View);
    }

    /// <summary>Own ingredients as a file: "csv" or "json".</summary>
    public IActionResult OnGetExport(string kind)
    {
        var own = larder.Present.Where(ingredient => OwnIngredients.IsOwn(ingredient.Slug)).ToList();
        return kind == "csv"
            ? File(Encoding.UTF8.GetBytes(IngredientTable.Write(own)), "text/csv", "own-ingredients.csv")
            : File(Encoding.UTF8.GetBytes(OwnIngredients.ToText(own)), MediaTypeNames.Application.Json, "own-ingredients.json");
    }

    /// <summary>Takes own ingredients from a file, all or none.</summary>
    public async Task<IActionResult> OnPostImportAsync(IFormFile? file)
    {
        try
        {
            if (file is null)
                throw new DocumentException("/", "No file was chosen.");
            await using var stream = file.OpenReadStream();
            var bytes = await RequestBody.ReadBytesAsync(stream, file.Length);
            var isTable = file.FileName.EndsWith(".csv", StringComparison.OrdinalIgnoreCase);
            var read = isTable ? IngredientTable.Read(bytes, knowledge.Catalogue) : OwnIngredients.Parse(bytes, knowledge.Catalogue);
            await larder.AddAsync(read, at => isTable ? $"/{at + 2}" : $"/ingredients/{at}");
            Imported = read.Length;
            return RedirectToPage("/Larder", new { show = "own" });
        }
        catch (DocumentException refused)
        {
            Problems = refused.Problems;
        }
        catch (RefusedRequestException refused)
        {
            Problems = [new DocumentProblem("/", refused.Message)];
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        await LoadAsync(new LarderFilter(null, null, null, null, null, null));
        return Page();
    }

    private async Task LoadAsync(LarderFilter filter)
    {
        var (kept, odd) = await lots.KeptAsync();
        Odd = [.. larder.Odd, .. odd];
        View = LarderView.Of(
            await larder.SearchAsync(filter.Find),
            [.. larder.Present],
            [.. kept.Select(lot => lot.Lot)],
            await formulas.CountUsesAsync(),
            filter,
            DateOnly.FromDateTime(clock.GetLocalNow().DateTime)
        );
    }

    /// <summary>An allergen source as a choice.</summary>
    public sealed record AllergenSource(string Key, string Words);
}
