using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Pages;

/// <summary>A batch before it begins: how much, into what, and what the larder lacks.</summary>
internal sealed class StartModel(FormulaStore store, BatchStore batches, LotStore lots, Knowledge knowledge, TimeProvider clock) : PageModel
{
    private const int MostContainers = 10_000;

    /// <summary>The formula.</summary>
    public KeptFormula Kept { get; private set; } = null!;

    /// <summary>What would be weighed; null when nothing can be.</summary>
    public WeighSheet? Sheet { get; private set; }

    /// <summary>What the larder lacks.</summary>
    public IReadOnlyList<Shortage> Short { get; private set; } = [];

    /// <summary>Why it cannot begin.</summary>
    public string? Refusal { get; private set; }

    /// <summary>Containers of the maker's library.</summary>
    public ImmutableArray<ContainerKind> Containers => knowledge.Workshop.Containers;

    /// <summary>Batch in grams, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Batch { get; set; }

    /// <summary>Temperature of the kitchen, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Room { get; set; }

    /// <summary>What it is poured into: a place in the library, as chosen.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Into { get; set; }

    /// <summary>How many of them, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Count { get; set; }

    /// <summary>Shows what would be made.</summary>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        Kept = kept;
        try
        {
            await ShowAsync(Asked());
        }
        catch (DocumentException refused)
        {
            Refuse(refused, string.IsNullOrWhiteSpace(Batch + Room + Count));
        }

        return Page();
    }

    /// <summary>Begins the batch.</summary>
    public async Task<IActionResult> OnPostAsync([FromRoute] long id)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        Kept = kept;
        try
        {
            var begun = await batches.StartAsync(kept.Formula, Asked(), RequestDoor.DeviceOf(Request));
            return Redirect($"/batches/{begun.Id.ToString(CultureInfo.InvariantCulture)}");
        }
        catch (DocumentException refused)
        {
            Refuse(refused, quietly: false);
            return Page();
        }
    }

    private void Refuse(DocumentException refused, bool quietly)
    {
        Refusal = string.Join(
            " ",
            refused.Problems.Select(problem => problem.Pointer == "/formula/lines" ? $"Its lines {problem.Reason}" : $"{problem.Reason}")
        );
        if (!quietly)
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
    }

    private async Task ShowAsync(BatchRequest request)
    {
        var totals = FormulaTotals.Of(Kept.Formula, knowledge.Catalogue.Herbs);
        if (totals.Off != 0m)
            throw new DocumentException(
                "/formula/lines",
                $"make {Drawing.Shown.Two(totals.Total)} and not 100. Settle the total on the bench first."
            );
        Sheet = WeighSheet.Of(
            Kept.Formula,
            knowledge.Catalogue,
            knowledge.Settings,
            new WeighRequest(
                request.BatchGrams,
                [.. request.Containers.Select(one => new Container(one.Name, one.Millilitres, one.Count, one.FillPercent))],
                request.LossPercent,
                request.ScaleStepGrams,
                0m,
                request.Fine
            )
        );
        Short = Shortage.Of([Sheet], await lots.ListAsync(), knowledge.Catalogue, DateOnly.FromDateTime(clock.GetLocalNow().DateTime));
    }

    private BatchRequest Asked()
    {
        var room = string.IsNullOrWhiteSpace(Room) ? Climate.RoomCelsius : Typed.Temperature(Room);
        if (room is < MethodRequest.ColdestRoom or > MethodRequest.HottestRoom)
            throw new DocumentException(
                "/room",
                $"A kitchen has {Shown.Temperatures(MethodRequest.ColdestRoom, MethodRequest.HottestRoom)}."
            );
        var count = string.IsNullOrWhiteSpace(Count) ? 0m : Typed.Number(Count, "a number of containers");
        if (count < 0m || count > MostContainers || count != Math.Floor(count))
            throw new DocumentException("/count", $"Containers are counted from 0 to {MostContainers}.");
        ImmutableArray<PlannedContainer> into =
            count > 0m && Into is { } at && at >= 0 && at < Containers.Length
                ?
                [
                    new(
                        Containers[at].Name,
                        Containers[at].Millilitres,
                        (int)count,
                        Containers[at].FillPercent,
                        Containers[at].Material,
                        Containers[at].Price
                    ),
                ]
                : [];
        var byContainers = into.Length > 0 && string.IsNullOrWhiteSpace(Batch);
        var grams = string.IsNullOrWhiteSpace(Batch) ? Kept.BatchGrams : Typed.Number(Batch, "a batch in grams");
        return new BatchRequest(
            null,
            Kept.Key,
            byContainers ? null : grams,
            into,
            byContainers ? knowledge.Workshop.LossPercent : 0m,
            knowledge.Workshop.ScaleStepGrams,
            (double)room,
            BenchClock.SpeedOf(clock),
            knowledge.Workshop.Fine
        );
    }
}
