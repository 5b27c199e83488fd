using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Studies;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Labels;
using UmberCrock.Web.Papers;
using UmberCrock.Web.Pictures;
using UmberCrock.Web.Studies;

namespace UmberCrock.Web.Pages;

/// <summary>A study: its checks, the panel of one of them, what was foreseen, and the best-before date by evidence.</summary>
internal sealed class StudyModel(
    StudyStore studies,
    FormulaStore formulas,
    BatchStore batches,
    LabelStore labels,
    PictureFolder pictures,
    Knowledge knowledge,
    IWebHostEnvironment host
) : PageModel
{
    /// <summary>What is shown.</summary>
    public StudyView View { get; private set; } = null!;

    /// <summary>Why something was not taken.</summary>
    public string? Refusal { get; private set; }

    /// <summary>What a look as it is marked now would come to; null where nothing is marked.</summary>
    public LookKept? Judged { get; private set; }

    /// <summary>The best-before date once it is kept.</summary>
    public ShelfLife? Then { get; private set; }

    /// <summary>What was marked and not taken; null where nothing was.</summary>
    public IFormCollection? Typed { get; private set; }

    /// <summary>Number of the formula it came from; null when that is gone.</summary>
    public long? FormulaId { get; private set; }

    /// <summary>Shows it.</summary>
    /// <param name="id">The study.</param>
    /// <param name="check">The check in the panel.</param>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id, string? check) => await ShowAsync(id, check) ? Page() : NotFound();

    /// <summary>All of the study on paper, for whoever judges it.</summary>
    public async Task<IActionResult> OnGetReportAsync([FromRoute] long id)
    {
        if (!await ShowAsync(id, null))
            return NotFound();
        var (setup, plan) = (View.Log.Setup, await labels.OfFormulaAsync(View.Log.Setup.FormulaKey));
        return File(
            PaperPdf.Of(
                setup.Name,
                $"{setup.Name}, study{(setup.BatchCode.Length > 0 ? $" of {setup.BatchCode}" : "")}",
                StudyPaper.Of(View, await LotsAsync(setup.BatchKey), pictures, knowledge),
                plan.SheetFor(plan.Region ?? knowledge.Settings.Region).Paper,
                LabelType.From(Path.Combine(host.WebRootPath, "built"))
            ),
            "application/pdf",
            $"study-{id.ToString(CultureInfo.InvariantCulture)}.pdf"
        );
    }

    private async Task<IReadOnlyList<(string Ingredient, string Lot, decimal Grams)>> LotsAsync(string? batchKey) =>
        batchKey is not null && await batches.FindAsync(await batches.IdOfAsync(batchKey)) is { } batch
            ?
            [
                .. batch.Log.State.Weighed.SelectMany(
                    (parts, line) => parts.Select(part => (batch.Log.State.Plan.Lines[line].Name, part.Lot ?? "not said", part.Grams))
                ),
            ]
            : [];

    /// <summary>What the look as it is marked comes to, and what that does to the date; nothing is kept.</summary>
    public async Task<IActionResult> OnPostJudgeAsync([FromRoute] long id, [FromForm] string? check)
    {
        if (!await ShowAsync(id, check))
            return NotFound();
        try
        {
            Consider();
        }
        catch (DocumentException refused)
        {
            (Refusal, Response.StatusCode) = (BatchWords.Sentences(refused), StatusCodes.Status422UnprocessableEntity);
        }

        return Partial("_Judged", this);
    }

    /// <summary>Keeps a look; shows the next check that is due.</summary>
    public async Task<IActionResult> OnPostLookAsync(
        [FromRoute] long id,
        [FromForm] string? check,
        [FromForm] string? text,
        [FromForm] string? reason
    )
    {
        var (taken, refused) = await PicturesAsync();
        return await AppendAsync(
            id,
            check,
            log =>
                refused is not null
                    ? throw refused
                    : StudyProgress.Judged(
                        log,
                        check ?? "",
                        studies.Today,
                        StudyForm.Seen(RequestDoor.Form(Request)),
                        knowledge.Catalogue.Rules
                    ) with
                    {
                        Text = PlainText.OneLine(text ?? ""),
                        Pictures = taken,
                        Own = StudyForm.Own(RequestDoor.Form(Request)),
                        Reason = PlainText.OneLine(reason ?? ""),
                    },
            then: view => view.NextDue?.Check.Id
        );
    }

    /// <summary>The pictures are read before the study is held: that takes a second.</summary>
    private async Task<(ImmutableArray<string> Names, DocumentException? Refused)> PicturesAsync()
    {
        try
        {
            return (await LookPictures.TakenAsync(RequestDoor.Form(Request), pictures), null);
        }
        catch (DocumentException refused)
        {
            return ([], refused);
        }
    }

    /// <summary>Marks everything that was missed as missed.</summary>
    public Task<IActionResult> OnPostMissedAsync([FromRoute] long id) =>
        AppendAsync(id, null, log => new ChecksMissed([
            .. StudyProgress
                .Of(log, studies.Today, knowledge.Catalogue.Rules)
                .Where(place => place.Status == CheckStatus.Missed && !log.Missed.Contains(place.Check.Id))
                .Select(place => place.Check.Id),
        ]));

    /// <summary>Takes the last entry back.</summary>
    public Task<IActionResult> OnPostUndoAsync([FromRoute] long id, [FromForm] long of, [FromForm] string? check) =>
        AppendAsync(id, check, _ => new StudyEntryRevoked(of));

    /// <summary>Ends it before its last day.</summary>
    public Task<IActionResult> OnPostEndAsync([FromRoute] long id, [FromForm] string? reason) =>
        AppendAsync(id, null, _ => new StudyEnded(PlainText.OneLine(reason ?? "")));

    /// <summary>Puts it into the bin.</summary>
    public async Task<IActionResult> OnPostDeleteAsync([FromRoute] long id, [FromForm] long after)
    {
        try
        {
            if (await studies.DeleteAsync(id, after) is not { } name)
                return NotFound();
            TempData["note"] = $"The study of {name} lies in the bin for 30 days.";
            return RedirectToPage("/Studies");
        }
        catch (StudyBehindException behind)
        {
            (Refusal, Response.StatusCode) = (behind.Message, StatusCodes.Status409Conflict);
            return await ShowAsync(id, null) ? Page() : NotFound();
        }
    }

    private async Task<IActionResult> AppendAsync(
        long id,
        string? check,
        Func<StudyLog, StudyEvent> happened,
        Func<StudyView, string?>? then = null
    )
    {
        _ = long.TryParse(RequestDoor.Form(Request)["after"], NumberStyles.None, CultureInfo.InvariantCulture, out var after);
        try
        {
            if (await studies.AppendAsync(id, after, happened, RequestDoor.DeviceOf(Request)) is not { } kept)
                return NotFound();
            var next = then is null ? check : then(new StudyView(kept, check, studies.Today, knowledge)) ?? check;
            return RedirectToPage(new { id, check = next });
        }
        catch (DocumentException refused)
        {
            (Refusal, Response.StatusCode) = (BatchWords.Sentences(refused), StatusCodes.Status422UnprocessableEntity);
        }
        catch (StudyBehindException behind)
        {
            (Refusal, Response.StatusCode) = (
                $"{behind.Message} What you marked stands here; look at what was entered, then keep it once more.",
                StatusCodes.Status409Conflict
            );
        }

        Typed = Request.Form;
        return await ShowAsync(id, check) ? Page() : NotFound();
    }

    private async Task<bool> ShowAsync(long id, string? check)
    {
        if (await studies.FindAsync(id) is not { } kept)
            return false;
        View = new StudyView(kept, check, studies.Today, knowledge);
        FormulaId = kept.Log.Setup.FormulaKey is { } formula ? await formulas.IdOfAsync(formula) : null;
        return true;
    }

    private void Consider()
    {
        var seen = StudyForm.Seen(RequestDoor.Form(Request));
        if (seen is { Band: null, HeightPercent: null } && seen.Notches.IsEmpty)
            return;
        var look = StudyProgress.Judged(View.Log, View.Chosen.Check.Id, View.Today, seen, knowledge.Catalogue.Rules) with
        {
            Own = StudyForm.Own(Request.Form),
            // The reason is asked for when it is kept; here only the date matters.
            Reason = "-",
        };
        var then = View.Log.Append(View.Log.Events[^1].At, "", look);
        (Judged, Then) = (look, View.LifeOf(then));
    }
}
