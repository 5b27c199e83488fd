using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Trials;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Pages;

/// <summary>A ladder of small tests around a formula: what to expect of each rung, what to weigh, what was found, and which becomes the
/// next revision.</summary>
internal sealed class LadderModel(FormulaStore store, LadderStore ladders, BinStore bin, Knowledge knowledge) : PageModel
{
    private const int UsualRungs = 5;
    private const decimal SmallestTest = 1m;

    /// <summary>How many rungs can be chosen.</summary>
    public static IReadOnlyList<int> RungCounts { get; } = [3, 5, 7, 9, 11];

    /// <summary>The formula.</summary>
    public KeptFormula Kept { get; private set; } = null!;

    /// <summary>What the fields show; null when the formula has too few lines for a ladder.</summary>
    public LadderPlan? Plan { get; private set; }

    /// <summary>The ladder laid out; null when it cannot be.</summary>
    public LadderView? View { get; private set; }

    /// <summary>Why it cannot be.</summary>
    public string? Refusal { get; private set; }

    /// <summary>Key of the ladder that is shown; null for one that is not kept.</summary>
    public long? LadderId { get; private set; }

    /// <summary>The ladders that are kept.</summary>
    public IReadOnlyList<KeptLadder> Ladders { get; private set; } = [];

    /// <summary>Ladders that cannot be read.</summary>
    public IReadOnlyList<UnreadableRow> Odd { get; private set; } = [];

    /// <summary>The version of the ladder that is shown; 0 for one that is not kept.</summary>
    public long LadderVersion { get; private set; }

    /// <summary>What was typed of the rungs and not kept, in the place of what is; null otherwise.</summary>
    public IReadOnlyList<RungObservation>? TypedOfRungs { get; private set; }

    /// <summary>What is shown of a rung: what was typed, or what is kept.</summary>
    public RungObservation? FoundOf(int rung, RungObservation? kept) =>
        TypedOfRungs is null ? kept : TypedOfRungs.FirstOrDefault(found => found.Rung == rung);

    /// <summary>Name of an ingredient.</summary>
    public string NameOf(string slug) => knowledge.Catalogue.Find(slug)?.Name ?? slug;

    /// <summary>The dose of a line of the plan's formula.</summary>
    public decimal DoseOf(int line) => FormulaTotals.Of(Plan!.Formula, knowledge.Catalogue.Herbs).Doses[line];

    /// <summary>Shows a kept ladder, or what a new one would be.</summary>
    public Task<IActionResult> OnGetAsync(
        [FromRoute] long id,
        long? ladder,
        int? raise,
        int? lower,
        string? step,
        int? rungs,
        string? grams
    ) => ShowAsync(id, ladder, kept => Asked(kept.Formula, raise, lower, step, rungs, grams));

    /// <summary>Keeps a ladder, so that what is found can be written to it.</summary>
    public async Task<IActionResult> OnPostKeepAsync([FromRoute] long id, int? raise, int? lower, string? step, int? rungs, string? grams)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        try
        {
            var plan = Asked(kept.Formula, raise, lower, step, rungs, grams);
            _ = Ladder.Of(plan.Formula, plan.Raise, plan.Lower, plan.Step, plan.Rungs, knowledge.Catalogue, knowledge.Settings);
            return RedirectToPage(new { id, ladder = await ladders.AddAsync(id, plan) });
        }
        catch (DocumentException)
        {
            return await OnGetAsync(id, null, raise, lower, step, rungs, grams);
        }
    }

    /// <summary>Keeps what was found of the rungs.</summary>
    public async Task<IActionResult> OnPostObserveAsync([FromRoute] long id, [FromQuery] long ladder, [FromForm] long version)
    {
        if (await ladders.FindAsync(ladder) is not { } kept || kept.FormulaId != id)
            return NotFound();
        var form = RequestDoor.Form(Request);
        List<RungObservation> typed =
        [
            // A rung that the request leaves out stays as it is.
            .. Enumerable
                .Range(0, kept.Plan.Rungs)
                .Where(rung => form.ContainsKey($"note-{rung}"))
                .Select(rung => new RungObservation(
                    rung,
                    Vocabulary.TryParse<Band>(form[$"band-{rung}"], out var band) ? band : null,
                    Vocabulary.TryParse<Grain>(form[$"grain-{rung}"], out var grain) ? grain : null,
                    form[$"note-{rung}"].ToString()
                )),
        ];
        try
        {
            await ladders.ObserveAsync(ladder, version, typed);
            return RedirectToPage(new { id, ladder });
        }
        catch (DocumentException refused)
        {
            (Refusal, Response.StatusCode) = (refused.Problems[0].Reason.ToString(), StatusCodes.Status422UnprocessableEntity);
        }
        catch (StaleException)
        {
            (Refusal, Response.StatusCode) = (
                $"Another window kept something of this ladder meanwhile: {Others(kept, typed)}. What you typed stands here; "
                    + $"keep it once more to set yours.",
                StatusCodes.Status409Conflict
            );
        }

        TypedOfRungs = typed;
        return await ShowAsync(id, ladder, _ => kept.Plan);
    }

    /// <summary>Puts a ladder into the bin.</summary>
    public async Task<IActionResult> OnPostDeleteAsync([FromRoute] long id, [FromQuery] long ladder, [FromForm] long version) =>
        await bin.DeleteLadderAsync(id, ladder, version) ? RedirectToPage(new { id, ladder = (long?)null }) : NotFound();

    /// <summary>Where what is kept by now is not what was typed.</summary>
    private static string Others(KeptLadder kept, List<RungObservation> typed)
    {
        var words = kept
            .Plan.Observations.Where(found => !typed.Contains(found))
            .Select(found =>
                $"rung {found.Rung + 1} "
                + $"{string.Join(", ", new[] { found.Band is { } band ? Vocabulary.Word(band).Replace('-', ' ')
                    : "", found.Grain is { } grain ? $"grain {Vocabulary.Word(grain)}" : "", found.Note.Length > 0 ? $"“{found.Note}”"
                    : "" }.Where(word => word.Length > 0))}".TrimEnd()
            )
            .ToList();
        return words.Count == 0 ? "the same as yours" : string.Join("; ", words);
    }

    /// <summary>Makes a rung the formula as it stands, kept as the next revision.</summary>
    public async Task<IActionResult> OnPostTakeAsync(
        [FromRoute] long id,
        [FromQuery] long ladder,
        [FromQuery] int rung,
        [FromForm] long formulaVersion
    )
    {
        if (await ladders.FindAsync(ladder) is not { } kept || kept.FormulaId != id || rung < 0 || rung >= kept.Plan.Rungs)
            return NotFound();
        var plan = kept.Plan;
        var chosen = Ladder.Of(plan.Formula, plan.Raise, plan.Lower, plan.Step, plan.Rungs, knowledge.Catalogue, knowledge.Settings)[rung];
        try
        {
            var name = Shortened(
                $"ladder, {NameOf(plan.Formula.Lines[plan.Raise].Ingredient).ToLowerInvariant()} {Shown.Short(chosen.PercentRaised)}"
            );
            return await store.ChangeAndKeepAsync(id, formulaVersion, _ => chosen.Formula, name) is null
                ? NotFound()
                : RedirectToPage("/Bench", new { id });
        }
        catch (StaleException)
        {
            (Refusal, Response.StatusCode) = (
                "Another window changed the formula meanwhile. Look at it on the bench first; take the rung once more if you "
                    + "still want it.",
                StatusCodes.Status409Conflict
            );
            return await ShowAsync(id, ladder, _ => plan);
        }
    }

    private async Task<IActionResult> ShowAsync(long id, long? ladder, Func<KeptFormula, LadderPlan> asked)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        Kept = kept;
        (Ladders, Odd) = await ladders.ListAsync(id);
        var found = ladder is null ? null : Ladders.FirstOrDefault(other => other.Id == ladder);
        if (ladder is not null && found is null)
            return NotFound();
        (LadderId, LadderVersion) = (found?.Id, found?.Version ?? 0);
        try
        {
            Plan = found?.Plan ?? Usual(kept.Formula);
            Plan = found?.Plan ?? asked(kept);
            View = LadderView.Of(Plan, knowledge.Catalogue, knowledge.Settings, knowledge.Workshop.ScaleStepGrams);
        }
        catch (DocumentException refused)
        {
            Refusal = string.Join(" ", refused.Problems.Select(problem => $"{Field(problem.Pointer)} {problem.Reason}"));
            // Where nothing was asked for yet, it is only said that the usual ladder does not fit.
            if (Request.Query.Count > 0 || HttpMethods.IsPost(Request.Method))
                Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }

        return Page();
    }

    private LadderPlan Asked(Formula formula, int? raise, int? lower, string? step, int? rungs, string? grams)
    {
        var usual = Usual(formula);
        var test = string.IsNullOrWhiteSpace(grams) ? usual.TestGrams : Typed.Number(grams, "grams of a test");
        if (test is < SmallestTest or > FormulaStore.LargestBatchGrams)
            throw new DocumentException("/grams", $"A test is from {SmallestTest:0} to {FormulaStore.LargestBatchGrams:0} g.");
        return usual with
        {
            Raise = raise ?? usual.Raise,
            Lower = lower ?? usual.Lower,
            Step = string.IsNullOrWhiteSpace(step) ? usual.Step : Typed.Number(step, "a step in percent"),
            Rungs = rungs ?? usual.Rungs,
            TestGrams = test,
        };
    }

    /// <summary>More of the first that gives body against what is left to 100, by one percent.</summary>
    private LadderPlan Usual(Formula formula)
    {
        if (formula.Lines.Length < 2)
            throw new DocumentException("/raise", "A ladder wants two lines: one that is raised and one that gives.");
        var classes = formula.Lines.Select(line => knowledge.Catalogue.Find(line.Ingredient)?.Class).ToList();
        var percents = FormulaTotals.Of(formula, knowledge.Catalogue.Herbs).Percents;
        var lower = formula.BalanceIndex >= 0 ? formula.BalanceIndex : Enumerable.Range(0, percents.Length).MaxBy(line => percents[line]);
        var raise = classes.FindIndex(kind => kind is IngredientClass.Wax or IngredientClass.HardButter or IngredientClass.SoftButter);
        if (raise < 0 || raise == lower)
            raise = lower == 0 ? 1 : 0;
        return new LadderPlan(formula, raise, lower, 1m, UsualRungs, 20m, []);
    }

    private static string Field(string pointer) =>
        pointer switch
        {
            "/step" => "The step",
            "/rungs" => "The number of rungs",
            "/raise" => "The raised line",
            "/lower" => "The line that gives",
            _ => "",
        };

    private static string Shortened(string name) => name.Length <= RevisionStore.LongestName ? name : name[..RevisionStore.LongestName];
}
