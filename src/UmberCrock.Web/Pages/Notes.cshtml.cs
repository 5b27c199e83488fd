using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Evaluation;
using UmberCrock.Storage;

namespace UmberCrock.Web.Pages;

/// <summary>One formula's stability notes and plan of checks, to read and to print.</summary>
internal sealed class NotesModel(FormulaStore store, Knowledge knowledge) : PageModel
{
    /// <summary>The formula.</summary>
    public KeptFormula Kept { get; private set; } = null!;

    /// <summary>What the core says of it.</summary>
    public EvaluationResult Evaluation { get; private set; } = null!;

    /// <summary>Shows them.</summary>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        Kept = kept;
        Evaluation = knowledge.Evaluate(kept.Formula, kept.Document);
        return Page();
    }
}
