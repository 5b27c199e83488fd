using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Storage;

namespace UmberCrock.Web.Pages;

/// <summary>How the predictions for one formula are computed: equations, values and their sources.</summary>
internal sealed class HowModel(FormulaStore store, Knowledge knowledge) : PageModel
{
    /// <summary>The formula.</summary>
    public KeptFormula Kept { get; private set; } = null!;

    /// <summary>One for each prediction that applies.</summary>
    public ImmutableArray<Explanation> Explanations { get; private set; }

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        Kept = kept;
        Explanations = Evaluator.Explain(kept.Formula, knowledge.Catalogue, knowledge.Settings);
        return Page();
    }
}
