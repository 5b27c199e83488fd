using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Trials;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Pages;

/// <summary>A pot that is made and wrong, of a batch or of a formula: the least that can be added, three ways.</summary>
internal sealed class RescueModel(FormulaStore formulas, BatchStore batches, BatchActs acts, LotStore lots, Knowledge knowledge) : PageModel
{
    private const string Limits = "limits";
    private const string OfClimate = "climate";
    private const string OfBand = "band";

    /// <summary>Number of the batch that the pot is; null where it is a formula's.</summary>
    public long? BatchId { get; private set; }

    /// <summary>Number of the formula; null where the pot is a batch's.</summary>
    public long? FormulaId { get; private set; }

    /// <summary>What is in the pot.</summary>
    public Formula Pot { get; private set; } = null!;

    /// <summary>True while the batch's record is open.</summary>
    public bool IsOpen { get; private set; }

    /// <summary>True once all that was planned is weighed: a rescue goes by what is in the pot.</summary>
    public bool IsAllWeighed { get; private set; }

    /// <summary>The number that its first step has: numbered on from the method of the batch.</summary>
    public int FirstStep { get; private set; } = 1;

    /// <summary>Sequence number of the last entry of the batch.</summary>
    public long After { get; private set; }

    /// <summary>What is said of it; null where it cannot be.</summary>
    public RescueView? View { get; private set; }

    /// <summary>Why it cannot be.</summary>
    public string? Refusal { get; private set; }

    /// <summary>What people keep away from.</summary>
    public FreeFromRules FreeFrom => knowledge.Catalogue.Rules.FreeFrom;

    /// <summary>How much is in the pot, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Grams { get; set; }

    /// <summary>What it shall be: "limits", "climate" or "band".</summary>
    [BindProperty(SupportsGet = true)]
    public string? Want { get; set; }

    /// <summary>The texture that is wanted.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Band { get; set; }

    /// <summary>The temperature at which it is wanted, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Celsius { get; set; }

    /// <summary>What is left out, by its word.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Without { get; set; }

    /// <summary>Which way is shown.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Way { get; set; }

    /// <summary>How much goes in all together, as typed; empty for the least that cures.</summary>
    [BindProperty(SupportsGet = true)]
    public string? More { get; set; }

    /// <summary>How much is in the pot by the book, g.</summary>
    public decimal KnownGrams { get; private set; }

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync([FromRoute] long? id, [FromRoute] long? batch)
    {
        if (!await FindAsync(id, batch))
            return NotFound();
        await WorkOutAsync();
        return Page();
    }

    /// <summary>The same page with another way or another amount.</summary>
    /// <param name="way">The way that is shown; null for the larder's.</param>
    /// <param name="more">What goes in, g; null for the least that cures.</param>
    public string Link(int? way, decimal? more) =>
        QueryString
            .Create(
                new Dictionary<string, string?>(StringComparer.Ordinal)
                {
                    ["grams"] = Grams,
                    ["want"] = Want,
                    ["band"] = Band,
                    ["celsius"] = Celsius,
                    ["without"] = Without,
                    ["way"] = way?.ToString(CultureInfo.InvariantCulture),
                    ["more"] = more is { } typed ? Shown.Two(typed) : null,
                }
            )
            .ToString();

    /// <summary>Takes the advice into an open batch: its lines and steps go on from here.</summary>
    public async Task<IActionResult> OnPostWriteAsync([FromRoute] long? batch)
    {
        if (batch is not { } number || !await FindAsync(null, batch))
            return NotFound();
        await WorkOutAsync();
        if (View is not { Additions.Count: > 0 } view)
            return Page();
        var outcome = await acts.AppendAsync(Request, number, () => new PotRescued([.. view.Chosen.Cure!.Additions], null));
        if (outcome.Kept is not null)
            return Redirect($"/batches/{number.ToString(CultureInfo.InvariantCulture)}");
        (Refusal, Response.StatusCode) = (outcome.Refusal, outcome.Status);
        return Page();
    }

    /// <summary>Keeps what the pot becomes as a formula of its own.</summary>
    public async Task<IActionResult> OnPostKeepAsync([FromRoute] long? id, [FromRoute] long? batch)
    {
        if (!await FindAsync(id, batch))
            return NotFound();
        await WorkOutAsync();
        if (View?.Chosen.Cure is not { } cure)
            return Page();
        var name = $"{Pot.Name}, rescued";
        var kept = await formulas.AddAsync(
            cure.Formula with
            {
                Name = name.Length <= FormulaReader.LongestName ? name : Pot.Name,
            },
            decimal.Round(View.PotGrams + cure.AddedGrams, 2)
        );
        return Redirect($"/bench/{kept.ToString(CultureInfo.InvariantCulture)}");
    }

    private async Task<bool> FindAsync(long? id, long? batch)
    {
        if (batch is { } number)
        {
            if (await batches.FindAsync(number) is not { Log: var log })
                return false;
            var state = log.State;
            Pot = (MadeFormula.FormulaOf(state) ?? state.Plan.Formula) with { Name = state.Plan.Name };
            KnownGrams = state.InPotGrams > 0m ? state.InPotGrams : state.Plan.BatchGrams;
            (BatchId, IsOpen, After) = (number, state.Phase == BatchPhase.Open, log.Sequence);
            (IsAllWeighed, FirstStep) = (state.IsAllWeighed, state.Plan.Method.Steps.Length + 1);
            return true;
        }

        if (id is not { } formula || await formulas.FindAsync(formula) is not { } kept)
            return false;
        (Pot, KnownGrams, FormulaId) = (kept.Formula, kept.BatchGrams, formula);
        return true;
    }

    private async Task WorkOutAsync()
    {
        try
        {
            var grams = string.IsNullOrWhiteSpace(Grams) ? KnownGrams : Typed.Number(Grams, "what is in the pot in grams");
            if (grams is < 1m or > BatchEventReader.MostGrams)
                throw new DocumentException("/", $"A pot holds 1 to {BatchEventReader.MostGrams:0} g.");
            View = RescueView.Of(
                Pot,
                grams,
                Target(),
                string.IsNullOrEmpty(Without) ? null : Without,
                Way,
                string.IsNullOrWhiteSpace(More) ? null : Typed.Number(More, "what goes in, in grams"),
                await lots.ListAsync(),
                knowledge
            );
        }
        catch (DocumentException refused)
        {
            Refusal = string.Join(
                " ",
                refused.Problems.Select(problem =>
                    problem.Pointer == "/formula/lines" ? $"Its lines {problem.Reason}" : problem.Reason.ToString()
                )
            );
            // What is not complete opens and says so; what was typed wrong is refused.
            if (!string.IsNullOrWhiteSpace(Grams + Celsius + Without + Band + More))
                Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }
    }

    private RebalanceTarget Target() =>
        Want switch
        {
            null or "" or OfClimate => new RebalanceTarget(null, null, Pot.Climate),
            Limits => RebalanceTarget.None,
            OfBand => new RebalanceTarget(
                Vocabulary.TryParse<Band>(Band, out var wanted) ? wanted : throw new DocumentException("/", "Choose a texture."),
                Typed.Celsius(Celsius),
                null
            ),
            _ => throw new DocumentException("/", "Choose what it shall be."),
        };
}
