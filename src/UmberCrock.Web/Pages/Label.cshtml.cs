using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Labels;
using UmberCrock.Web.Larder;

namespace UmberCrock.Web.Pages;

/// <summary>One formula's label: its list with how sure the order is, its claims judged, what the region asks for, and the label itself to
/// scale. What is chosen is kept.</summary>
internal sealed class LabelModel(
    FormulaStore store,
    LabelStore labels,
    LotStore lots,
    StudyStore studies,
    Knowledge knowledge,
    IWebHostEnvironment host
) : PageModel
{
    /// <summary>The word of a size that is typed.</summary>
    public const string Own = "own";

    /// <summary>The formula.</summary>
    public KeptFormula Kept { get; private set; } = null!;

    /// <summary>What the page says of it.</summary>
    public LabelView View { get; private set; } = null!;

    /// <summary>The version of the choices that are shown.</summary>
    public long LabelVersion { get; private set; }

    /// <summary>Why the choices that are kept cannot be read; the usual ones are shown.</summary>
    public UnreadableRow? Odd { get; private set; }

    private Task<WatchedEvidence?> WatchedAsync(KeptFormula kept) => studies.EvidenceAsync(kept.Key, kept.Formula);

    private LabelType Type => LabelType.From(Path.Combine(host.WebRootPath, "built"));

    /// <summary>Shows it.</summary>
    public Task<IActionResult> OnGetAsync([FromRoute] long id) => WithAsync(id, async kept =>
        {
            var label = await labels.FindAsync(id);
            (Kept, LabelVersion, Odd) = (kept, label.Version, label.Odd);
            View = LabelView.Of(kept.Formula, label.Plan, await LotsAsync(), await WatchedAsync(kept), knowledge, Type);
            return Page();
        });

    /// <summary>A sheet of labels, as chosen.</summary>
    public Task<IActionResult> OnGetPdfAsync([FromRoute] long id) => WithAsync(id, async kept =>
        {
            var plan = (await labels.FindAsync(id)).Plan;
            var size = LabelSize.Parse(plan.PrintsLid ? plan.Lid : plan.Layout);
            var content = LabelView.ContentOf(kept.Formula, plan, await LotsAsync(), await WatchedAsync(kept), knowledge);
            return File(
                LabelSheet.Pdf(
                    LabelArt.Of(content, size, plan.WithCode, Type),
                    plan.Count,
                    plan.SheetFor(plan.Region ?? knowledge.Settings.Region),
                    Type
                ),
                "application/pdf",
                "labels.pdf"
            );
        });

    /// <summary>Its texts as a table.</summary>
    public Task<IActionResult> OnGetCsvAsync([FromRoute] long id) =>
        WithAsync(id, async kept =>
            File(
                System.Text.Encoding.UTF8.GetBytes(
                    LabelTable.Csv(
                        LabelView.ContentOf(
                            kept.Formula,
                            (await labels.FindAsync(id)).Plan,
                            await LotsAsync(),
                            await WatchedAsync(kept),
                            knowledge
                        )
                    )
                ),
                "text/csv",
                "label.csv"
            )
        );

    /// <summary>Keeps what is chosen and answers with what it makes of the label; claims and declarations are kept when the field says so,
    /// until then only judged.</summary>
    public Task<IActionResult> OnPostAsync([FromRoute] long id) => WithAsync(id, async kept =>
        {
            var form = RequestDoor.Form(Request);
            var typed = new TypedFields(form);
            var plan = PlanOf(typed);
            if (typed.Problems.Concat(plan.Problems()).ToList() is { Count: > 0 } problems)
                throw new DocumentException(problems);
            Func<Formula, Formula>? said = null;
            if (form.ContainsKey("claims"))
            {
                var claims = typed
                    .Text("claims")
                    .ReplaceLineEndings("\n")
                    .Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
                // What a document declares that is not computed has no box here; it stays.
                var edits = new FormulaEdit[]
                {
                    Set("label.claims", claims),
                    Set(
                        "label.declares",
                        [
                            .. typed.All("declares").Where(word => word.Length > 0),
                            .. kept.Formula.Label.Declares.Where(word => knowledge.Catalogue.Rules.FreeFrom.Find(word) is null),
                        ]
                    ),
                };
                said = formula => edits.Aggregate(formula, (now, edit) => edit.Apply(now, knowledge.Catalogue.Herbs));
            }

            var (label, version) = await labels.KeepAsync(
                id,
                plan,
                typed.Version("version"),
                form.ContainsKey("keep") ? said : null,
                typed.Version("formulaVersion")
            );
            kept = kept with { Formula = said?.Invoke(kept.Formula) ?? kept.Formula };
            Response.Headers["X-Versions"] = string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{label} {version}");
            return Partial("_Label", LabelView.Of(kept.Formula, plan, await LotsAsync(), await WatchedAsync(kept), knowledge, Type));

            static SetField Set(string field, string[] words) => new(field, System.Text.Json.JsonSerializer.SerializeToElement(words));
        });

    /// <summary>Takes back the last step of the formula.</summary>
    public Task<IActionResult> OnPostUndoAsync([FromRoute] long id, [FromForm] long formulaVersion) => WithAsync(id, async kept =>
        {
            await store.UndoAsync(id, formulaVersion);
            return RedirectToPage(new { id });
        });

    private async Task<IActionResult> WithAsync(long id, Func<KeptFormula, Task<IActionResult>> answer) =>
        await store.FindAsync(id) is { } kept ? await answer(kept) : NotFound();

    private LabelPlan PlanOf(TypedFields typed)
    {
        string Size(string name) =>
            typed.Text(name) == Own
                ? typed.Text($"{name}-own").Replace(" ", "", StringComparison.Ordinal).Replace('×', 'x')
                : typed.Text(name);
        var plan = new LabelPlan
        {
            // The region of the settings is none of its own, so that it follows them.
            Region =
                Vocabulary.TryParse<Region>(typed.Text("region"), out var region) && region != knowledge.Settings.Region ? region : null,
            Layout = Size("layout"),
            Lid = Size("lid"),
            PrintsLid = typed.Text("print") == "lid" && Size("lid").Length > 0,
            NetGrams = typed.Number("grams", "a weight in grams"),
            Batch = typed.Text("batch"),
            MadeOn = typed.Date("made"),
            Count = typed.Number("count", "a number of labels") switch
            {
                null => 1,
                { } count when count == decimal.Truncate(count) && count is > 0 and <= LabelPlan.MostLabels => (int)count,
                _ => 0,
            },
            WithCode = typed.Text("code").Length > 0,
        };
        var usual = plan.SheetFor(plan.Region ?? knowledge.Settings.Region);
        var sheet = new SheetPlan(
            Vocabulary.TryParse<SheetPaper>(typed.Text("paper"), out var paper) ? paper : usual.Paper,
            typed.Number("margin", "a margin in mm") ?? usual.Margin,
            typed.Number("gap", "a gap in mm") ?? usual.Gap,
            typed.Number("right", "a shift in mm") ?? 0m,
            typed.Number("down", "a shift in mm") ?? 0m
        );
        return sheet == usual ? plan : plan with { Sheet = sheet };
    }

    /// <summary>Lots that are not used up: the one that ends first is used first.</summary>
    private async Task<ImmutableArray<Lot>> LotsAsync() => [.. (await lots.ListAsync()).Where(lot => lot.RemainingGrams > 0m)];
}
