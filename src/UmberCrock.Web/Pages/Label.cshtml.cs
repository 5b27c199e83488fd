using System.Globalization;
using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Json;
using UmberCrock.Core.Labels;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Labels;

namespace UmberCrock.Web.Pages;

/// <summary>One formula's label: its list with how sure the order is, its claims judged, what the region asks for, and the label itself to scale.</summary>
public sealed class LabelModel(FormulaStore store, Knowledge knowledge, IWebHostEnvironment host) : PageModel
{
    private const decimal MostGrams = 100_000m;
    private const int MostLabels = 500;

    /// <summary>The formula.</summary>
    public KeptFormula Kept { get; private set; } = null!;

    /// <summary>The ingredient list of the region.</summary>
    public IngredientList List { get; private set; } = null!;

    /// <summary>What stands on it; null when its name may not.</summary>
    public LabelContent? Judged { get; private set; }

    /// <summary>The label as SVG; null when it cannot be laid out.</summary>
    public HtmlString? Drawing { get; private set; }

    /// <summary>Its smallest type, mm.</summary>
    public double SmallestType { get; private set; }

    /// <summary>Why it cannot be laid out.</summary>
    public string? Refusal { get; private set; }

    /// <summary>The region.</summary>
    public Region Region => Settings.Region;

    /// <summary>Threshold of allergens, percent.</summary>
    public decimal AllergenThreshold => knowledge.Catalogue.Rules.Label.AllergenThreshold(Kept.Formula.Exposure);

    /// <summary>The region, as chosen; the setting where nothing is.</summary>
    [BindProperty(SupportsGet = true, Name = "region")]
    public string? RegionWord { get; set; }

    /// <summary>Kind of label, as chosen or typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string Layout { get; set; } = "tube-wrap";

    /// <summary>Net grams, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Grams { get; set; }

    /// <summary>Batch code.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Batch { get; set; }

    /// <summary>Day of making, as 2026-11-30.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Made { get; set; }

    /// <summary>How many, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Count { get; set; }

    /// <summary>The kinds of labels: word and name.</summary>
    public static IReadOnlyList<(string Word, string Name)> Layouts { get; } = [.. LabelSize.All.Select(size => (size.Key, size.Name))];

    private EvaluationSettings Settings => Vocabulary.TryParse<Region>(RegionWord, out var region) ? knowledge.Settings with { Region = region } : knowledge.Settings;

    private LabelType Type => LabelType.From(Path.Combine(host.WebRootPath, "built"));

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync(long id)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        Show(kept);
        return Page();
    }

    /// <summary>A sheet of labels.</summary>
    public async Task<IActionResult> OnGetPdfAsync(long id)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        var art = Art(ContentOf(kept.Formula));
        var count = string.IsNullOrWhiteSpace(Count) ? 1m : Typed.Number(Count, "a number of labels");
        return count is >= 1m and <= MostLabels && count == decimal.Truncate(count)
            ? File(LabelSheet.Pdf(art, (int)count, Region == Region.Us, Type), "application/pdf", "labels.pdf")
            : throw new DocumentException("/count", $"From 1 to {MostLabels} labels are printed at once.");
    }

    /// <summary>Keeps the claims, one of each line.</summary>
    public async Task<IActionResult> OnPostClaimsAsync(long id, string? claims)
        => await SetClaimsAsync(id, _ => [.. (claims ?? "").ReplaceLineEndings("\n").Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)]);

    /// <summary>Takes a better wording in the place of a claim; an empty one leaves it out.</summary>
    public async Task<IActionResult> OnPostBetterAsync(long id, int claim, string? text)
        => await SetClaimsAsync(id, now => [.. now.Select((said, at) => at == claim ? text ?? "" : said).Where(said => said.Length > 0)]);

    private async Task<IActionResult> SetClaimsAsync(long id, Func<IReadOnlyList<string>, string[]> change)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        try
        {
            var edit = new SetField("label.claims", System.Text.Json.JsonSerializer.SerializeToElement(change(kept.Formula.Label.Claims)));
            await store.ChangeAsync(id, kept.Version, edit.Apply);
            return RedirectToPage(new { id, region = RegionWord, Layout, Grams, Batch, Made, Count });
        }
        catch (DocumentException refused)
        {
            Show(kept);
            Refusal = string.Join(" ", refused.Problems.Select(problem => problem.Reason));
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }

    private void Show(KeptFormula kept)
    {
        Kept = kept;
        var resolved = ResolvedFormula.Of(kept.Formula, knowledge.Catalogue, Settings);
        List = Region == Region.Us ? IngredientList.Us(resolved) : IngredientList.Eu(resolved);
        try
        {
            Judged = ContentOf(kept.Formula);
            var art = Art(Judged);
            (Drawing, SmallestType) = (new HtmlString(LabelSheet.Svg(art)), art.SmallestType);
        }
        catch (DocumentException refused)
        {
            Refusal = string.Join(" ", refused.Problems.Select(problem => $"{(problem.Pointer == "/formula/name" ? "The name" : problem.Pointer == "/layout" ? "The label" : problem.Pointer == "/responsible" ? "Name and address" : problem.Pointer == "/batch" ? "The batch code" : "")} {problem.Reason}"));
        }
    }

    private LabelArt Art(LabelContent content) => LabelArt.Of(content, LabelSize.Parse(Layout), true, Type);

    private LabelContent ContentOf(Formula formula)
    {
        decimal? grams = string.IsNullOrWhiteSpace(Grams) ? null : Typed.Number(Grams, "net grams");
        if (grams is <= 0m or > MostGrams)
            throw new DocumentException("/grams", $"Net content is more than 0 and at most {MostGrams:0} g.");
        DateOnly? made = DateOnly.TryParseExact(Made, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day) ? day : null;
        return LabelContent.Of(formula, new LabelDetails(grams, Batch ?? "", made, knowledge.Workshop.Responsible), knowledge.Catalogue, Settings);
    }
}
