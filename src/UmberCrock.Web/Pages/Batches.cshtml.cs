using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;

namespace UmberCrock.Web.Pages;

/// <summary>Batches: those that are open, and what was made, newest first; or those of one formula side by side.</summary>
internal sealed class BatchesModel(BatchStore batches, FormulaStore formulas, LotStore lots, Knowledge knowledge, TimeProvider clock)
    : PageModel
{
    private const int OnAPage = 100;

    /// <summary>A batch that is over, beside others of its formula.</summary>
    public sealed record Compared(BatchPlace Place, BatchYield Yield, BatchCost Cost, int Deviations, double Minutes);

    /// <summary>A batch with a lot in it: how much, and where its pieces are.</summary>
    public sealed record Holding(BatchPlace Place, decimal Grams, int OnShelf, IReadOnlyList<PiecesGone> Gone);

    /// <summary>The mark of the lot that is traced; null when none is.</summary>
    public string? LotMark { get; private set; }

    /// <summary>What the lot is of.</summary>
    public string? LotOf { get; private set; }

    /// <summary>The batches that hold it.</summary>
    public IReadOnlyList<Holding> Holdings { get; private set; } = [];

    /// <summary>Open batches.</summary>
    public IReadOnlyList<BatchPlace> Open { get; private set; } = [];

    /// <summary>Those that are over.</summary>
    public IReadOnlyList<BatchPlace> Over { get; private set; } = [];

    /// <summary>How many are over in all.</summary>
    public int Total { get; private set; }

    /// <summary>The batches of one formula side by side; null when all are listed.</summary>
    public IReadOnlyList<Compared>? OfFormula { get; private set; }

    /// <summary>Name of that formula.</summary>
    public string? FormulaName { get; private set; }

    /// <summary>Those that cannot be read.</summary>
    public IReadOnlyList<UnreadableRow> Odd { get; private set; } = [];

    /// <summary>The page, from 0.</summary>
    public int At { get; private set; }

    /// <summary>The year that a table is offered of.</summary>
    public int Year => clock.GetLocalNow().Year;

    /// <summary>True when there are older ones.</summary>
    public bool HasMore => (At + 1) * OnAPage < Total;

    /// <summary>Shows them.</summary>
    public async Task<IActionResult> OnGetAsync(long? formula, string? lot, int? at)
    {
        At = Math.Clamp(at ?? 0, 0, int.MaxValue / OnAPage - 1);
        var key = formula is { } id ? await formulas.KeyOfAsync(id) : null;
        if (formula is not null && key is null)
            return NotFound();
        (Open, _) = await batches.ListAsync(new BatchQuestion(true, key, lot), 0, OnAPage);
        (Over, Total) = await batches.ListAsync(new BatchQuestion(false, key, lot), At * OnAPage, OnAPage);
        if (key is not null)
            await CompareAsync(formula!.Value);
        if (!string.IsNullOrWhiteSpace(lot))
            await TraceAsync(lot);
        return Page();
    }

    /// <summary>A year as a table: what was bought, used, made and handed out.</summary>
    public async Task<IActionResult> OnGetYearAsync(int? year)
    {
        var now = clock.GetLocalNow();
        var of = Math.Clamp(year ?? now.Year, 2000, 9998);
        DateTimeOffset First(int one) => new(new DateTime(one, 1, 1), TimeSpan.Zero);
        // A day to either side: a day is the maker's own, wherever the clock stood.
        var made = await batches.BetweenAsync(First(of).AddDays(-1), First(of + 1).AddDays(1));
        var prices = await lots.PricesAsync();
        // A lot in the bin was bought all the same, where something was made of it.
        var used = await lots.ByKeysAsync([.. made.SelectMany(state => state.LotKeys).Distinct(StringComparer.Ordinal)]);
        var bought = (await lots.ListAsync()).Concat(used.Values).DistinctBy(lot => lot.Id);
        var table = YearTable.Write(of, bought, made, knowledge.Catalogue, key => prices.GetValueOrDefault(key));
        return File(Encoding.UTF8.GetBytes(table), "text/csv", string.Create(CultureInfo.InvariantCulture, $"batches-{of}.csv"));
    }

    private async Task TraceAsync(string lot)
    {
        var (holdings, odd) = (new List<Holding>(), new List<UnreadableRow>());
        LotMark = PlainText.OneLine(lot);
        foreach (var place in Open.Concat(Over))
        {
            try
            {
                var state = (await batches.FindAsync(place.Id))!.Log.State;
                var parts = state
                    .Weighed.SelectMany((parts, line) => parts.Select(part => (part, line)))
                    .Where(one => one.part.LotKey == lot || one.part.Lot == lot)
                    .ToList();
                if (parts.Count == 0)
                    continue;
                (LotMark, LotOf) = (parts[0].part.Lot, state.Plan.Lines[parts[0].line].Name);
                holdings.Add(new(place, parts.Sum(one => one.part.Grams), state.OnShelf, state.Gone));
            }
            catch (UnreadableRowException refused)
            {
                odd.Add(refused.Row);
            }
        }

        (Holdings, Odd) = (holdings, odd);
    }

    private async Task CompareAsync(long formula)
    {
        FormulaName = (await formulas.FindAsync(formula))?.Formula.Name;
        var (prices, compared, odd) = (await lots.PricesAsync(), new List<Compared>(), new List<UnreadableRow>());
        foreach (var place in Over)
        {
            try
            {
                var state = (await batches.FindAsync(place.Id))!.Log.State;
                var made = MadeFormula.Of(state, knowledge.Catalogue, knowledge.Settings);
                compared.Add(
                    new(
                        place,
                        BatchYield.Of(state),
                        BatchCost.Of(state, lot => prices.GetValueOrDefault(lot), knowledge.Workshop),
                        Deviation.Of(state, made, knowledge.Catalogue.Rules).Count,
                        ((state.EndedAt ?? state.StartedAt) - state.StartedAt).TotalMinutes
                    )
                );
            }
            catch (UnreadableRowException refused)
            {
                odd.Add(refused.Row);
            }
        }

        (OfFormula, Odd) = (compared, odd);
    }
}
