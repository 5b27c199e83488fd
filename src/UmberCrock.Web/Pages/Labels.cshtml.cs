using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Printing;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Labels;

namespace UmberCrock.Web.Pages;

/// <summary>The labels of a batch: as it was made, one a piece, beginning at any label of a used sheet.</summary>
internal sealed class LabelsModel(
    BatchStore batches,
    FormulaStore formulas,
    LabelStore labels,
    LotStore lots,
    StudyStore studies,
    Knowledge knowledge,
    IWebHostEnvironment host
) : PageModel
{
    /// <summary>The batch.</summary>
    public KeptBatch Kept { get; private set; } = null!;

    /// <summary>Number of its formula; null when it is gone.</summary>
    public long? FormulaId { get; private set; }

    /// <summary>The labels; null when what was typed cannot be.</summary>
    public BatchLabels? View { get; private set; }

    /// <summary>Why they cannot be printed.</summary>
    public string? Refusal { get; private set; }

    /// <summary>True when the formula has a lid chosen.</summary>
    public bool HasLid { get; private set; }

    /// <summary>Net weight, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Net { get; set; }

    /// <summary>How many labels, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Count { get; set; }

    /// <summary>The first free label of the sheet, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? From { get; set; }

    /// <summary>"lid" for the lids.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Print { get; set; }

    /// <summary>The part that the labels are of, from 1; 0 for the whole.</summary>
    [BindProperty(SupportsGet = true)]
    public int Part { get; set; }

    private LabelType Type => LabelType.From(Path.Combine(host.WebRootPath, "built"));

    /// <summary>The question of this page, for its file.</summary>
    public string Question =>
        $"?handler=Pdf&net={Uri.EscapeDataString(Net ?? "")}&count={Uri.EscapeDataString(Count ?? "")}"
        + $"&from={Uri.EscapeDataString(From ?? "")}&print={Uri.EscapeDataString(Print ?? "")}"
        + $"&part={Part.ToString(CultureInfo.InvariantCulture)}";

    /// <summary>Shows them.</summary>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id)
    {
        if (await batches.FindAsync(id) is not { } kept)
            return NotFound();
        Kept = kept;
        var state = kept.Log.State;
        FormulaId = state.Plan.FormulaKey is { } key ? await formulas.IdOfAsync(key) : null;
        var chosen = await labels.OfFormulaAsync(state.Plan.FormulaKey);
        HasLid = chosen.Lid.Length > 0;
        try
        {
            var watched = await studies.EvidenceAsync(state.Plan.FormulaKey, state.Plan.Formula);
            View = BatchLabels.Of(state, chosen, Asked(), [.. (await lots.ByKeysAsync(state.LotKeys)).Values], watched, knowledge, Type);
            Refusal = View.Label.Refusal ?? View.Label.Printed?.Refusal;
        }
        catch (DocumentException refused)
        {
            Refusal = LabelView.Said(refused);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }

        return Page();
    }

    /// <summary>The labels as a file to print.</summary>
    public async Task<IActionResult> OnGetPdfAsync([FromRoute] long id)
    {
        if (await OnGetAsync(id) is NotFoundResult missing)
            return missing;
        if (View is not { Label.Content: { } content } view || Refusal is not null)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        var plan = view.Plan;
        var art = LabelArt.Of(content, LabelSize.Parse(plan.PrintsLid ? plan.Lid : plan.Layout), plan.WithCode, Type);
        return File(
            LabelSheet.Pdf(art, plan.Count, plan.SheetFor(view.Label.Region), Type, view.Used),
            "application/pdf",
            $"labels-{Kept.Id.ToString(CultureInfo.InvariantCulture)}.pdf"
        );
    }

    private BatchLabelsAsked Asked() =>
        new(
            string.IsNullOrWhiteSpace(Net) ? null : Typed.Number(Net, "a net weight in grams"),
            string.IsNullOrWhiteSpace(Count) ? null : Typed.Whole(Count, "a number of labels"),
            string.IsNullOrWhiteSpace(From) ? 1 : Typed.Whole(From, "the first free label"),
            Print == "lid",
            Part
        );
}
