using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;

namespace UmberCrock.Web.Pages;

/// <summary>One formula's weigh sheet: a batch in grams or for containers, in steps of the maker's scale; to read and to print.</summary>
internal sealed class WeighModel(FormulaStore store, Knowledge knowledge) : PageModel
{
    private const decimal MostOverrun = 300m;

    /// <summary>Step of the scale, g.</summary>
    public decimal StepGrams =>
        Typed.Between(Step, knowledge.Workshop.ScaleStepGrams, Workshop.ScaleSteps[0], 100m, "a step of the scale in grams");

    /// <summary>What usually stays in the pot.</summary>
    public string UsualLoss => Drawing.Shown.Short(knowledge.Workshop.LossPercent);

    /// <summary>Containers of the maker's library that can be filled.</summary>
    public ImmutableArray<ContainerKind> Containers => knowledge.Workshop.Containers;

    /// <summary>The formula.</summary>
    public KeptFormula Kept { get; private set; } = null!;

    /// <summary>What the core says of it.</summary>
    public EvaluationResult Evaluation { get; private set; } = null!;

    /// <summary>The sheet; null when it could not be made.</summary>
    public WeighSheet? Sheet { get; private set; }

    /// <summary>Why there is none.</summary>
    public string? Refusal { get; private set; }

    /// <summary>Batch in grams, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Batch { get; set; }

    /// <summary>Step of the scale, as chosen.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Step { get; set; }

    /// <summary>How many of each container, in the order of the library, as typed.</summary>
    [BindProperty(SupportsGet = true, Name = "count")]
    public IReadOnlyList<string?> Counts { get; set; } = [];

    /// <summary>What stays in the pot, percent.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Loss { get; set; }

    /// <summary>Air whipped in, percent of the volume.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Overrun { get; set; }

    /// <summary>The batch that stood in the field before, as it was shown.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Shown { get; set; }

    /// <summary>True when a batch was typed over the one that containers gave: the batch wins, for it was touched last.</summary>
    public bool ByBatch { get; private set; }

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        Kept = kept;
        Evaluation = knowledge.Evaluate(kept.Formula, kept.Document);
        try
        {
            Sheet = WeighSheet.Of(kept.Formula, knowledge.Catalogue, knowledge.Settings, Asked());
        }
        catch (DocumentException refused)
        {
            Refusal = string.Join(" ", refused.Problems.Select(problem => problem.Reason));
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }

        return Page();
    }

    /// <summary>Name of an ingredient.</summary>
    public string NameOf(string slug) => knowledge.Catalogue.Find(slug)!.Name;

    /// <summary>What was typed for a container.</summary>
    public string? CountOf(int container) => container < Counts.Count ? Counts[container] : null;

    private WeighRequest Asked()
    {
        var filled = Filled.Of(Containers, Counts);
        ByBatch = !filled.IsEmpty && Filled.IsOverruled(Batch, Shown);
        if (ByBatch)
            (filled, Counts) = ([], []);
        return new WeighRequest(
            filled.IsEmpty ? Typed.Between(Batch, Kept.BatchGrams, 0.001m, FormulaStore.LargestBatchGrams, "a batch in grams") : null,
            [.. filled.Select(container => container.Weighed)],
            Typed.Between(Loss, knowledge.Workshop.LossPercent, 0m, Workshop.MostLossPercent, "a loss in percent"),
            StepGrams,
            Typed.Between(Overrun, 0m, 0m, MostOverrun, "air in percent"),
            knowledge.Workshop.Fine
        );
    }
}
