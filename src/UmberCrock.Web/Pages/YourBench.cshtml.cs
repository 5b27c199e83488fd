using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Learning;
using UmberCrock.Storage;
using UmberCrock.Web.Studies;

namespace UmberCrock.Web.Pages;

/// <summary>Your bench: what was foreseen and what was seen of it, by kind, over time; what that teaches, and whether predictions go by
/// it.</summary>
internal sealed class YourBenchModel(
    StudyStore studies,
    BenchStore bench,
    FormulaStore formulas,
    SettingStore settings,
    Knowledge knowledge
) : PageModel
{
    private const int MostMarks = 600;
    private const int FormulasTried = 30;
    private const int FormulasShown = 4;

    /// <summary>What came true.</summary>
    public TruthView View { get; private set; } = null!;

    /// <summary>What it teaches.</summary>
    public LearntView Learnt { get; private set; } = null!;

    /// <summary>Why something was not done; null where all went well.</summary>
    public string? Refusal { get; private set; }

    /// <summary>Shows it.</summary>
    public async Task OnGetAsync()
    {
        var today = studies.Today;
        var learnt = await bench.LearntAsync();
        var truth = (await studies.TruthAsync(TruthView.SinceOf(today), MostMarks)).With(learnt.Rungs);
        View = new TruthView(truth, today, knowledge.Catalogue.Rules);
        var (places, _) = await formulas.PageAsync(ShelfQuestion.All, 0, FormulasTried);
        var known = places
            .Select(place => place.Kept)
            .OfType<KeptFormula>()
            .Where(kept =>
                kept.Formula.Lines.Length > 0 && kept.Formula.Lines.All(line => knowledge.Book.Find(line.Ingredient) is not null)
            )
            .ToList();
        var by = knowledge.Settings.Bench ?? learnt.Learning.Strengths;
        Learnt = new LearntView(
            learnt,
            knowledge.Settings.Bench,
            [
                .. known
                    .Select(kept =>
                        (kept.Id, kept.Formula.Name, Moved: FormulaMoved.Of(kept.Formula, knowledge.Book, by, knowledge.Settings))
                    )
                    .Where(one => one.Moved.IsMoved)
                    .OrderByDescending(one => one.Moved.YoursBand != one.Moved.Band)
                    .ThenByDescending(one => Math.Max(Math.Abs(one.Moved.Softens), Math.Abs(one.Moved.Sets)))
                    .Take(FormulasShown),
            ],
            known.Count,
            await settings.VersionAsync()
        );
    }

    /// <summary>Predictions go by what the bench learnt.</summary>
    public async Task<IActionResult> OnPostUseAsync(long version)
    {
        var learnt = (await bench.LearntAsync()).Learning;
        return learnt.Accepted
            ? await KeepAsync(learnt.Strengths with { LearntOn = studies.Today, Looks = learnt.Used }, version)
            : await RefuseAsync(StatusCodes.Status422UnprocessableEntity, learnt.Refusal!.ToString());
    }

    /// <summary>Predictions go by the book again, to the last digit.</summary>
    public Task<IActionResult> OnPostBookAsync(long version) => KeepAsync(null, version);

    private async Task<IActionResult> KeepAsync(Core.Settings.BenchStrengths? strengths, long version)
    {
        try
        {
            await settings.KeepAsync(knowledge.Settings with { Bench = strengths }, knowledge.Workshop, version);
            return RedirectToPage();
        }
        catch (StaleException stale)
        {
            return await RefuseAsync(StatusCodes.Status409Conflict, $"{stale.Message} Look again, then press again.");
        }
    }

    private async Task<IActionResult> RefuseAsync(int status, string why)
    {
        await OnGetAsync();
        Refusal = why;
        Response.StatusCode = status;
        return Page();
    }
}
