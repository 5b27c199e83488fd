using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;

namespace UmberCrock.Web.Pages;

/// <summary>One formula's method: steps, the pot, the day's clock, what has to be at hand; and the card that goes to the stove.</summary>
internal sealed class MethodModel(FormulaStore store, Knowledge knowledge, TimeProvider clock) : PageModel
{
    private const int StartStepMinutes = 10;

    /// <summary>The formula.</summary>
    public KeptFormula Kept { get; private set; } = null!;

    /// <summary>The method; null when there is none.</summary>
    public MethodView? View { get; private set; }

    /// <summary>Why there is none.</summary>
    public string? Refusal { get; private set; }

    /// <summary>When the day begins.</summary>
    public DateTimeOffset StartsAt { get; private set; }

    /// <summary>The time of day at which it begins: 13:10.</summary>
    public string StartTime => StartsAt.ToString("HH:mm", CultureInfo.InvariantCulture);

    /// <summary>Temperature of the kitchen, C.</summary>
    public double RoomCelsius { get; private set; } = (double)Climate.RoomCelsius;

    /// <summary>Batch in grams, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Batch { get; set; }

    /// <summary>Temperature of the kitchen, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Room { get; set; }

    /// <summary>Time of day at which it begins, as typed: 13:10.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Start { get; set; }

    /// <summary>The batch that stood in its field before.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Shown { get; set; }

    /// <summary>How many of each container of the library, in its order, as typed; the batch follows unless it was typed last.</summary>
    [BindProperty(SupportsGet = true, Name = "count")]
    public IReadOnlyList<string?> Counts { get; set; } = [];

    /// <summary>What it is poured into; empty where only the batch is known.</summary>
    public ImmutableArray<Filled> Into { get; private set; } = [];

    /// <summary>Smallest step of the scales, g.</summary>
    public decimal StepGrams => knowledge.Workshop.FinestStepGrams;

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        Kept = kept;
        StartsAt = NextTen(clock.GetLocalNow());
        try
        {
            var batch = Asked();
            var sheet = WeighSheet.Of(
                kept.Formula,
                knowledge.Catalogue,
                knowledge.Settings,
                new WeighRequest(
                    Into.IsEmpty ? batch : null,
                    [.. Into.Select(filled => filled.Weighed)],
                    Into.IsEmpty ? 0m : knowledge.Workshop.LossPercent,
                    knowledge.Workshop.ScaleStepGrams,
                    0m,
                    knowledge.Workshop.Fine
                )
            );
            var method = MakingMethod.Of(
                kept.Formula,
                new MethodRequest(
                    sheet.BatchGrams,
                    [.. Into.Select(filled => filled.Poured)],
                    RoomCelsius,
                    knowledge.Settings.Method,
                    StartsAt
                ),
                knowledge.Catalogue,
                knowledge.Settings
            );
            View = MethodView.Of(kept.Formula, method, sheet, knowledge.Catalogue, RoomCelsius);
        }
        catch (DocumentException refused)
        {
            Refusal = string.Join(" ", refused.Problems.Select(problem => problem.Reason));
            // What is not complete yet has no method, and nothing was asked that could not be: the page opens and says so.
            if (!string.IsNullOrWhiteSpace(Batch + Room + Start + string.Concat(Counts)))
                Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }

        return Page();
    }

    /// <summary>The batch for the pages after this one: as typed, or as the containers want it.</summary>
    public string? BatchAsked => Into.IsEmpty ? Batch : View?.BatchGrams.ToString("0.###", CultureInfo.InvariantCulture);

    /// <summary>The address of this page with another start.</summary>
    public string StartingBy(int minutes) =>
        $"?batch={Uri.EscapeDataString(Batch ?? "")}&room={Uri.EscapeDataString(Room ?? "")}"
        + $"&start={StartsAt.AddMinutes(minutes).ToString("HH:mm", CultureInfo.InvariantCulture)}"
        + (Into.IsEmpty ? null : string.Concat(Counts.Select(count => $"&count={Uri.EscapeDataString(count ?? "")}")));

    private decimal Asked()
    {
        if (!string.IsNullOrWhiteSpace(Start))
        {
            StartsAt = TimeOnly.TryParseExact(
                Start.Trim(),
                ["H:mm", "HH:mm", "H.mm"],
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var time
            )
                ? new DateTimeOffset(StartsAt.Date + time.ToTimeSpan(), StartsAt.Offset)
                : throw new DocumentException("/start", $"\"{Words.Cut(Start, 20)}\" is no time of day such as 13:10.");
        }

        if (!string.IsNullOrWhiteSpace(Room))
        {
            var typed = Typed.Temperature(Room);
            RoomCelsius = typed is >= MethodRequest.ColdestRoom and <= MethodRequest.HottestRoom
                ? (double)typed
                : throw new DocumentException(
                    "/room",
                    $"A kitchen has {Drawing.Shown.Temperatures(MethodRequest.ColdestRoom, MethodRequest.HottestRoom)}."
                );
        }

        if (!Filled.IsOverruled(Batch, Shown))
            Into = Filled.Of(knowledge.Workshop.Containers, Counts);
        if (string.IsNullOrWhiteSpace(Batch) || !Into.IsEmpty)
            return Kept.BatchGrams;
        var batch = Typed.Number(Batch, "a batch in grams");
        return batch >= StepGrams && batch <= FormulaStore.LargestBatchGrams
            ? batch
            : throw new DocumentException("/batch", $"A batch has {StepGrams:0.###} to {FormulaStore.LargestBatchGrams:0} g.");
    }

    private static DateTimeOffset NextTen(DateTimeOffset now)
    {
        var minutes = (Math.Floor(now.TimeOfDay.TotalMinutes / StartStepMinutes) + 1) * StartStepMinutes;
        return new DateTimeOffset(now.Date.AddMinutes(minutes), now.Offset);
    }
}
