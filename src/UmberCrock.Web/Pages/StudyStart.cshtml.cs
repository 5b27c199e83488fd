using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Studies;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Studies;

namespace UmberCrock.Web.Pages;

/// <summary>Starts a study of a batch or of a rung: where jars stand and how many.</summary>
internal sealed class StudyStartModel(
    StudyStore studies,
    BatchStore batches,
    LadderStore ladders,
    FormulaStore formulas,
    LotStore lots,
    Knowledge knowledge
) : PageModel
{
    /// <summary>The batch whose jars are watched; null for a rung.</summary>
    public KeptBatch? Batch { get; private set; }

    /// <summary>The ladder whose rung is watched; null for a batch.</summary>
    public KeptLadder? Ladder { get; private set; }

    /// <summary>Which rung, from 0.</summary>
    public int Rung { get; private set; }

    /// <summary>What the product is called.</summary>
    public string Name => Batch?.Log.State.Plan.Name ?? Formula.Name;

    /// <summary>The code on its jars.</summary>
    public string Code => Batch?.Log.State.Plan.Code ?? $"rung {Rung + 1}";

    /// <summary>The day it was made.</summary>
    public DateOnly MadeOn => Batch?.Log.State.MadeOn ?? DateOnly.FromDateTime(Ladder!.MadeAt.LocalDateTime);

    /// <summary>The places that can be chosen, with how warm each is, and whether it is usual.</summary>
    public IReadOnlyList<(StudyCondition Condition, decimal Celsius, bool IsVial, bool IsUsual)> Choices { get; private set; } = [];

    /// <summary>How many jars stand in each place when nothing is said.</summary>
    public int UsualJars { get; private set; }

    /// <summary>True where the forecast was not kept when the batch began.</summary>
    public bool IsForeseenLater => Batch is not null && Batch.Log.State.Plan.Foreseen.Study is null;

    /// <summary>Why it was not begun.</summary>
    public string? Refusal { get; private set; }

    /// <summary>Shows the choices.</summary>
    public async Task<IActionResult> OnGetAsync(long? batch, long? ladder, int rung = 0) =>
        await ShowAsync(batch, ladder, rung) ? Page() : NotFound();

    /// <summary>Begins it.</summary>
    public async Task<IActionResult> OnPostAsync([FromQuery] long? batch, [FromQuery] long? ladder, [FromQuery] int rung = 0)
    {
        if (!await ShowAsync(batch, ladder, rung))
            return NotFound();
        try
        {
            var request = StudyForm.Request(RequestDoor.Form(Request), MadeOn);
            var begun = await studies.StartAsync(await SetupAsync(request), RequestDoor.DeviceOf(Request));
            return RedirectToPage("/Study", new { id = begun.Id });
        }
        catch (DocumentException refused)
        {
            (Refusal, Response.StatusCode) = (BatchWords.Sentences(refused), StatusCodes.Status422UnprocessableEntity);
            return Page();
        }
    }

    private Formula Formula =>
        Batch?.Log.State.Plan.Formula
        ?? Core.Trials.Ladder.Of(
            Ladder!.Plan.Formula,
            Ladder.Plan.Raise,
            Ladder.Plan.Lower,
            Ladder.Plan.Step,
            Ladder.Plan.Rungs,
            knowledge.Catalogue,
            knowledge.Settings
        )[Rung].Formula;

    private async Task<StudySetup> SetupAsync(StudyRequest request)
    {
        if (Batch is not { } made)
            return StudySetup.Of(
                Formula,
                await formulas.KeyOfAsync(Ladder!.FormulaId),
                Code,
                request,
                knowledge.Catalogue,
                knowledge.Settings
            );
        var used = await lots.ByKeysAsync([.. made.Log.State.LotKeys]);
        return BatchStudy.Of(made.Log.State, made.Key, request, used.Values, knowledge.Catalogue, knowledge.Settings);
    }

    private async Task<bool> ShowAsync(long? batch, long? ladder, int rung)
    {
        Rung = rung;
        if (batch is { } id)
            Batch = await batches.FindAsync(id);
        else if (ladder is { } of)
            Ladder = await ladders.FindAsync(of);
        if (Batch is null && (Ladder is null || rung < 0 || rung >= Ladder.Plan.Rungs))
            return false;
        if (Batch is { Log.State.Phase: not BatchPhase.Closed })
            return false;
        var forecast = Batch?.Log.State.Plan.Foreseen.Study
            ?? StudyForecast.Of(Formula, Evaluator.Evaluate(Formula, knowledge.Catalogue, knowledge.Settings), knowledge.Catalogue);
        (Choices, UsualJars) = (StudyPlan.Places(forecast, knowledge.Catalogue.Rules), StudyPlan.UsualJars(knowledge.Catalogue.Rules));
        return true;
    }
}
