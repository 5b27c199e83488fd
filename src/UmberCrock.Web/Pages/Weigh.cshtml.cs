using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Json;
using UmberCrock.Core.Making;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;

namespace UmberCrock.Web.Pages;

/// <summary>One formula's weigh sheet: a batch in grams or for containers, in steps of the maker's scale; to read and to print.</summary>
public sealed class WeighModel(FormulaStore store, Knowledge knowledge) : PageModel
{
    private const decimal MostMillilitres = 100_000m;
    private const int MostContainers = 10_000;
    private const decimal MostLoss = 50m;
    private const decimal MostOverrun = 300m;

    /// <summary>Steps of common kitchen and jeweller's scales, g.</summary>
    public static ImmutableArray<decimal> Steps { get; } = [0.001m, 0.01m, 0.1m, 0.5m, 1m];

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
    public string Step { get; set; } = "0.1";

    /// <summary>Containers: how many.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Count { get; set; }

    /// <summary>Millilitres of each.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Millilitres { get; set; }

    /// <summary>What stays in the pot, percent.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Loss { get; set; }

    /// <summary>Air whipped in, percent of the volume.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Overrun { get; set; }

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync(long id)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        Kept = kept;
        Evaluation = Evaluator.Evaluate(kept.Formula, knowledge.Catalogue, knowledge.Settings);
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

    private WeighRequest Asked()
    {
        var containers = !string.IsNullOrWhiteSpace(Count) && !string.IsNullOrWhiteSpace(Millilitres);
        return new WeighRequest(
            containers ? null : Number(Batch, Kept.BatchGrams, 0.001m, FormulaStore.LargestBatchGrams, "a batch in grams"),
            containers ? [new Container("container", Number(Millilitres, 0m, 0.1m, MostMillilitres, "millilitres of a container"), (int)Number(Count, 0m, 1m, MostContainers, "a number of containers"), 100m)] : [],
            Number(Loss, 0m, 0m, MostLoss, "a loss in percent"), Number(Step, 0.1m, Steps[0], 100m, "a step of the scale in grams"), Number(Overrun, 0m, 0m, MostOverrun, "air in percent"));
    }

    private static decimal Number(string? typed, decimal otherwise, decimal least, decimal most, string what)
    {
        if (string.IsNullOrWhiteSpace(typed))
            return otherwise;
        var value = Typed.Number(typed, what);
        return value >= least && value <= most ? value : throw new DocumentException("/", $"{typed} is out of bounds for {what}: from {least:0.###} to {most:0}.");
    }
}
