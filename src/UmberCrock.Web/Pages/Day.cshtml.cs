using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Bench;

namespace UmberCrock.Web.Pages;

/// <summary>A line of the day's form.</summary>
/// <param name="Formula">Number of the formula.</param>
/// <param name="Grams">The batch in grams, as typed.</param>
internal sealed record DayRow(long Formula, string Grams);

/// <summary>A day with several batches: what is made, when each step begins, what is fetched and bought.</summary>
internal sealed class DayModel(FormulaStore formulas, LotStore lots, Knowledge knowledge, TimeProvider clock) : PageModel
{
    /// <summary>The formulas to choose from.</summary>
    public IReadOnlyList<(long Id, string Name)> Offered { get; private set; } = [];

    /// <summary>The batches, as chosen and typed.</summary>
    public IReadOnlyList<DayRow> Rows { get; private set; } = [];

    /// <summary>How many pots stand on the stove.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Places { get; set; }

    /// <summary>Time of day at which it starts, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Start { get; set; }

    /// <summary>Time of day by which it ends, as typed; before the start where both are.</summary>
    [BindProperty(SupportsGet = true)]
    public string? End { get; set; }

    /// <summary>The day; null while nothing is chosen, or when it cannot be.</summary>
    public DayView? View { get; private set; }

    /// <summary>Why there is none.</summary>
    public string? Refusal { get; private set; }

    /// <summary>Shows it.</summary>
    public async Task OnGetAsync(long[] f, string[] g)
    {
        Offered = await formulas.NamesAsync(but: null);
        Rows = [.. f.Zip(g.Concat(Enumerable.Repeat("", f.Length)), (id, grams) => new DayRow(id, grams)).Where(row => row.Formula > 0)];
        await LayAsync();
    }

    /// <summary>The day as a calendar file.</summary>
    public async Task<IActionResult> OnGetCalendarAsync(long[] f, string[] g)
    {
        await OnGetAsync(f, g);
        return View is null
            ? Page()
            : File(Encoding.UTF8.GetBytes(DayCalendar.Of(View.Plan, View.Names, clock.GetUtcNow())), "text/calendar", "batch-day.ics");
    }

    private async Task LayAsync()
    {
        if (Rows.Count == 0)
            return;
        try
        {
            var request = await AskedAsync();
            var missing = Shortage.Of(
                DayView.SheetsOf(request, knowledge),
                await lots.ListAsync(),
                knowledge.Catalogue,
                DateOnly.FromDateTime(clock.GetLocalNow().DateTime)
            );
            View = DayView.Of(DayPlanner.Of(request, knowledge.Catalogue, knowledge.Settings), request, missing, knowledge);
        }
        catch (DocumentException refused)
        {
            Refusal = string.Join(" ", refused.Problems.Select(Sentence));
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }
    }

    private string Sentence(DocumentProblem problem)
    {
        // "/batches/1/formula/lines": which of them it is about.
        var parts = problem.Pointer.Split('/');
        var isOfBatch = parts.Length > 2 && parts[1] == "batches" && int.TryParse(parts[2], CultureInfo.InvariantCulture, out _);
        var at = isOfBatch ? int.Parse(parts[2], CultureInfo.InvariantCulture) : -1;
        var name = at >= 0 && at < Rows.Count ? Offered.FirstOrDefault(one => one.Id == Rows[at].Formula).Name : null;
        return name is null ? $"{problem.Reason}" : $"{name}: its lines {problem.Reason}";
    }

    private async Task<DayRequest> AskedAsync()
    {
        if (Rows.Count > DayRequest.MostBatches)
            throw new DocumentException("/", $"A day holds at most {DayRequest.MostBatches} batches.");
        var batches = new List<DayBatch>();
        foreach (var row in Rows)
        {
            var kept = await formulas.FindAsync(row.Formula)
                ?? throw new DocumentException("/", "One of the formulas is not there any more.");
            var grams = string.IsNullOrWhiteSpace(row.Grams) ? kept.BatchGrams : Typed.Number(row.Grams, "a batch in grams");
            if (grams < knowledge.Workshop.ScaleStepGrams || grams > FormulaStore.LargestBatchGrams)
                throw new DocumentException(
                    "/",
                    $"A batch has {knowledge.Workshop.ScaleStepGrams:0.###} to {FormulaStore.LargestBatchGrams:0} g."
                );
            batches.Add(new DayBatch(kept.Formula, grams));
        }

        var places = string.IsNullOrWhiteSpace(Places) ? 1 : Typed.Whole(Places, "how many pots stand on the stove");
        if (places is < 1 or > DayRequest.MostPlaces)
            throw new DocumentException("/", $"A stove has 1 to {DayRequest.MostPlaces} places.");
        var end = TimeOf(End);
        var start = end is null ? TimeOf(Start) ?? NextTen() : (DateTimeOffset?)null;
        return new DayRequest([.. batches], places, (double)Climate.RoomCelsius, knowledge.Settings.Method, start, end);
    }

    /// <summary>A time of the coming day: today where it is still to come, else tomorrow.</summary>
    private DateTimeOffset? TimeOf(string? typed)
    {
        if (string.IsNullOrWhiteSpace(typed))
            return null;
        var now = clock.GetLocalNow();
        if (
            !TimeOnly.TryParseExact(
                typed.Trim(),
                ["H:mm", "HH:mm", "H.mm"],
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var time
            )
        )
            throw new DocumentException("/", $"\"{Words.Cut(typed, 20)}\" is no time of day such as 13:10.");
        var today = new DateTimeOffset(now.Date + time.ToTimeSpan(), now.Offset);
        return today > now ? today : today.AddDays(1);
    }

    private DateTimeOffset NextTen()
    {
        var now = clock.GetLocalNow();
        return new DateTimeOffset(now.Date.AddMinutes((Math.Floor(now.TimeOfDay.TotalMinutes / 10) + 1) * 10), now.Offset);
    }

    /// <summary>The question of this page, for the calendar file.</summary>
    public string Question =>
        "?handler=Calendar"
        + string.Concat(Rows.Select(row => $"&f={row.Formula.ToString(CultureInfo.InvariantCulture)}&g={Uri.EscapeDataString(row.Grams)}"))
        + $"&places={Uri.EscapeDataString(Places ?? "")}&start={Uri.EscapeDataString(Start ?? "")}&end={Uri.EscapeDataString(End ?? "")}";
}
