using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Drawing;
using UmberCrock.Web.Labels;
using UmberCrock.Web.Papers;

namespace UmberCrock.Web.Pages;

/// <summary>The record of a batch: what was weighed, of which lots, how it cooled, what came out and where it went. Appended to, never
/// changed.</summary>
internal sealed class RecordModel(
    BatchStore batches,
    BatchActs acts,
    FormulaStore formulas,
    LabelStore labels,
    LotStore lots,
    StudyStore studies,
    Knowledge knowledge,
    IWebHostEnvironment host
) : PageModel
{
    private const double ChartWidth = 560;
    private const double ChartHeight = 190;

    /// <summary>The batch as it is shown.</summary>
    public StoveView View { get; private set; } = null!;

    /// <summary>What came out.</summary>
    public BatchYield Yield { get; private set; } = null!;

    /// <summary>What it cost.</summary>
    public BatchCost Cost { get; private set; } = null!;

    /// <summary>Where it was not made as planned.</summary>
    public IReadOnlyList<Deviation> Deviations { get; private set; } = [];

    /// <summary>Other batches by the lots of this one: by the key of a lot, oldest first.</summary>
    public ILookup<string, LotUse> Uses { get; private set; } = Array.Empty<LotUse>().ToLookup(_ => "");

    /// <summary>How it cooled; null where nothing was read.</summary>
    public CoolChart? Chart { get; private set; }

    /// <summary>Number of the formula; null when it is gone.</summary>
    public long? FormulaId { get; private set; }

    /// <summary>Why something was not taken.</summary>
    public string? Refusal { get; private set; }

    /// <summary>What was typed and not taken.</summary>
    public string? Typed { get; private set; }

    /// <summary>The line whose lots are shown.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Line { get; set; }

    /// <summary>Lots of that line, each as a bar.</summary>
    public IReadOnlyList<LotBar> Bars { get; private set; } = [];

    /// <summary>Studies of it, newest first.</summary>
    public IReadOnlyList<KeptStudy> Studies { get; private set; } = [];

    /// <summary>The net weight that the formula's label says, where pieces weigh less; null where none do.</summary>
    public decimal? LabelSaysMore { get; private set; }

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id) => await ShowAsync(id) ? Page() : NotFound();

    /// <summary>All of the batch on paper, for an assessor or an authority.</summary>
    public async Task<IActionResult> OnGetReportAsync([FromRoute] long id)
    {
        if (await batches.FindAsync(id) is not { } kept)
            return NotFound();
        var (state, type) = (kept.Log.State, LabelType.From(Path.Combine(host.WebRootPath, "built")));
        var plan = await labels.OfFormulaAsync(state.Plan.FormulaKey);
        var used = await lots.ByKeysAsync(state.LotKeys);
        var watched = await studies.EvidenceAsync(state.Plan.FormulaKey, state.Plan.Formula);
        return File(
            PaperPdf.Of(
                state.Plan.Name,
                $"{state.Plan.Name}, batch {state.Plan.Code}",
                BatchPaper.Of(kept, LabelsOf(state, plan, used, watched, type), used, knowledge),
                plan.SheetFor(plan.Region ?? knowledge.Settings.Region).Paper,
                type
            ),
            "application/pdf",
            $"batch-{id.ToString(CultureInfo.InvariantCulture)}.pdf"
        );
    }

    private BatchLabels? LabelsOf(
        BatchState state,
        LabelPlan plan,
        IReadOnlyDictionary<string, Lot> used,
        WatchedEvidence? watched,
        LabelType type
    )
    {
        try
        {
            return BatchLabels.Of(state, plan, new(null, null, 1, false, 0), [.. used.Values], watched, knowledge, type);
        }
        catch (DocumentException)
        {
            return null;
        }
    }

    /// <summary>Puts an entry right.</summary>
    public Task<IActionResult> OnPostCorrectAsync(
        [FromRoute] long id,
        [FromForm] long of,
        [FromForm] string? text,
        [FromForm] string? what,
        [FromForm] string? value
    ) => AppendAsync(id, text, () => new EntryCorrected(of, Named(text, "Say why it is put right."), SetOf(what, value)));

    /// <summary>Pieces leave the shelf.</summary>
    public Task<IActionResult> OnPostHandOutAsync(
        [FromRoute] long id,
        [FromForm] string? count,
        [FromForm(Name = "as")] string? outcome,
        [FromForm] string? to
    ) =>
        AppendAsync(id, to, () =>
            new PiecesHandedOut(
                Bench.Typed.Whole(count, "a number of pieces"),
                Vocabulary.TryParse<PieceOutcome>(outcome, out var word)
                    ? word
                    : throw new DocumentException("/", "Choose what became of them."),
                PlainText.OneLine(to ?? ""),
                ""
            )
        );

    /// <summary>Pieces come back.</summary>
    public Task<IActionResult> OnPostReturnAsync([FromRoute] long id, [FromForm] string? count, [FromForm] string? why) =>
        AppendAsync(id, why, () =>
            new PiecesReturned(Bench.Typed.Whole(count, "a number of pieces"), Named(why, "Say why they came back."))
        );

    /// <summary>Somebody complained.</summary>
    public Task<IActionResult> OnPostComplainAsync([FromRoute] long id, [FromForm] string? text) =>
        AppendAsync(id, text, () => new ComplaintMade(Named(text, "Write down what was said."), [], ""));

    /// <summary>All pieces are called back.</summary>
    public Task<IActionResult> OnPostRecallAsync([FromRoute] long id, [FromForm] string? reason) =>
        AppendAsync(id, reason, () => new BatchRecalled(Named(reason, "Say why they are called back.")));

    private async Task<IActionResult> AppendAsync(long id, string? typed, Func<BatchEvent> happened)
    {
        var outcome = await acts.AppendAsync(Request, id, happened);
        if (outcome.Kept is not null)
            return RedirectToPage(new { id });
        (Refusal, Typed, Response.StatusCode) = (outcome.Refusal, typed, outcome.Status);
        return outcome.Refusal is not null && await ShowAsync(id) ? Page() : NotFound();
    }

    private async Task<bool> ShowAsync(long id)
    {
        if (await batches.FindAsync(id) is not { } kept)
            return false;
        View = StoveView.Of(kept, knowledge);
        var state = View.State;
        var prices = await lots.PricesAsync();
        Yield = BatchYield.Of(state);
        Cost = BatchCost.Of(state, key => prices.GetValueOrDefault(key), knowledge.Workshop);
        Deviations = Deviation.Of(state, View.Made, knowledge.Catalogue.Rules);
        var keys = state.LotKeys;
        Uses = (await batches.UsesAsync(keys)).ToLookup(use => use.LotKey!);
        // The first whose lot went elsewhere too has the most to tell.
        var shown = View.Lines.FirstOrDefault(one => one.Line == Line)
            ?? View.Lines.FirstOrDefault(one => AlsoIn(one.Line).Any())
            ?? View.Lines[0];
        Line = shown.Line;
        var known = await lots.ByKeysAsync(keys);
        Bars =
        [
            .. state
                .Weighed[shown.Line]
                .Where(part => part.LotKey is not null)
                .DistinctBy(part => part.LotKey)
                .Select(part => LotBar.Of(part.Lot!, part.LotKey!, known.GetValueOrDefault(part.LotKey!), [.. Uses[part.LotKey!]], id)),
        ];
        Chart = View.Forecast is { } forecast ? CoolChart.Of(forecast.Report, forecast.From, state, ChartWidth, ChartHeight) : null;
        FormulaId = state.Plan.FormulaKey is { } formula ? await formulas.IdOfAsync(formula) : null;
        Studies = await studies.OfAsync(null, kept.Key);
        var says = (await labels.OfFormulaAsync(state.Plan.FormulaKey)).NetGrams;
        LabelSaysMore = state.PieceGrams.Any(grams => grams < says) ? says : null;
        return true;
    }

    /// <summary>Codes of other batches with a lot of this line in them.</summary>
    public IEnumerable<BatchPlace> AlsoIn(int line) =>
        View
            .State.Weighed[line]
            .Select(part => part.LotKey)
            .OfType<string>()
            .Distinct()
            .SelectMany(key => Uses[key])
            .Select(use => use.Batch)
            .Where(place => place.Id != View.Kept.Id)
            .DistinctBy(place => place.Id);

    private static CorrectedValue? SetOf(string? what, string? value) =>
        string.IsNullOrWhiteSpace(value)
            ? null
            : what switch
            {
                "grams" => new(Number(value, "grams"), null, null, null, null, null),
                "celsius" => new(null, null, null, null, Bench.Typed.Temperature(value), null),
                "count" => new(null, null, null, null, null, Bench.Typed.Whole(value, "a number")),
                "lot" => new(null, null, PlainText.OneLine(value), null, null, null),
                "pieces" => new(
                    null,
                    [.. value.Split([' ', ';'], StringSplitOptions.RemoveEmptyEntries).Select(piece => Number(piece, "grams of a piece"))],
                    null,
                    null,
                    null,
                    null
                ),
                _ => throw new DocumentException("/", "Choose what the new value is."),
            };

    private static decimal Number(string? typed, string wanted) =>
        Bench.Typed.Number(string.IsNullOrWhiteSpace(typed) ? throw new DocumentException("/", $"Type {wanted} first.") : typed, wanted);

    private static string Named(string? typed, string otherwise) =>
        PlainText.OneLine(typed ?? "") is { Length: > 0 } text ? text : throw new DocumentException("/", otherwise);
}
