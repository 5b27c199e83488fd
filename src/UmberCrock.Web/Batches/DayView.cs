using System.Globalization;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Printing;
using UmberCrock.Storage;

namespace UmberCrock.Web.Batches;

/// <summary>A block of the day's drawing: a step, px from the top.</summary>
internal sealed record DayBlock(double Y, double Height, bool Attended, string Words);

/// <summary>What is fetched for a day: all of an ingredient, and what each batch takes of it.</summary>
internal sealed record DayFetch(string Name, decimal Grams, IReadOnlyList<decimal?> ByBatch, decimal Missing);

/// <summary>A day with several batches as it is shown: a line of time for each, thick where the maker stands by.</summary>
/// <param name="Plan">The day.</param>
/// <param name="Names">Names of the batches.</param>
/// <param name="Columns">The blocks of each batch.</param>
/// <param name="Windows">The pour windows, px from the top, by batch.</param>
/// <param name="Hours">The hours, px from the top.</param>
/// <param name="Height">Height of the drawing, px.</param>
/// <param name="Fetch">What is fetched.</param>
internal sealed record DayView(
    DayPlan Plan,
    IReadOnlyList<string> Names,
    IReadOnlyList<IReadOnlyList<DayBlock>> Columns,
    IReadOnlyList<(int Batch, double Y, double Height)> Windows,
    IReadOnlyList<(double Y, string Words)> Hours,
    double Height,
    IReadOnlyList<DayFetch> Fetch
)
{
    /// <summary>Width of the drawing of one batch, px.</summary>
    public const double ColumnWidth = 120;

    /// <summary>Room for the hours at the left, px.</summary>
    public const double LeftWidth = 56;

    private const double PixelsPerMinute = 3;
    private const double Top = 34;
    private const double Bottom = 14;
    private const int TicksEvery = 15;

    /// <summary>The name of a batch, as much as stands over its column.</summary>
    public string Head(int batch) => Names[batch].Length > 17 ? $"{Names[batch][..16]}…" : Names[batch];

    /// <summary>The steps of the day, those of a later day left to their own list.</summary>
    public IEnumerable<DayStep> Today => Plan.Steps.Where(step => step.StartsAt < Plan.EndsAt);

    /// <summary>What is done on a later day.</summary>
    public IEnumerable<DayStep> Later => Plan.Steps.Where(step => step.StartsAt >= Plan.EndsAt && step.Attended);

    /// <summary>Sets the day out.</summary>
    public static DayView Of(DayPlan plan, DayRequest request, IReadOnlyList<Shortage> missing, Knowledge knowledge)
    {
        double Y(DateTimeOffset at) => Top + ((at - plan.StartsAt).TotalMinutes * PixelsPerMinute);
        var end = Y(plan.EndsAt);
        return new DayView(
            plan,
            [.. request.Batches.Select(batch => batch.Formula.Name)],
            [
                .. request.Batches.Select(
                    (_, batch) =>
                        plan
                            .Steps.Where(step => step.Batch == batch && step.StartsAt < plan.EndsAt)
                            .Select(step => new DayBlock(
                                Y(step.StartsAt),
                                Math.Min(end, Y(step.EndsAt)) - Y(step.StartsAt),
                                step.Attended,
                                step.Title
                            ))
                            .ToList()
                ),
            ],
            [.. plan.Windows.Select(window => (window.Batch, Y(window.OpensAt), Math.Min(end, Y(window.ShutsAt)) - Y(window.OpensAt)))],
            [.. Ticks(plan).Select(at => (Y(at), at.Minute == 0 ? at.ToString("HH:mm", CultureInfo.InvariantCulture) : ""))],
            end + Bottom,
            [.. FetchOf(request, missing, knowledge)]
        );
    }

    /// <summary>What is weighed for the batches of a day.</summary>
    public static IEnumerable<WeighSheet> SheetsOf(DayRequest day, Knowledge knowledge) =>
        day.Batches.Select(batch =>
            WeighSheet.Of(
                batch.Formula,
                knowledge.Catalogue,
                knowledge.Settings,
                new WeighRequest(batch.BatchGrams, [], 0m, knowledge.Workshop.ScaleStepGrams, 0m, knowledge.Workshop.Fine)
            )
        );

    private static IEnumerable<DateTimeOffset> Ticks(DayPlan plan)
    {
        var first = Math.Ceiling(plan.StartsAt.TimeOfDay.TotalMinutes / TicksEvery) * TicksEvery;
        for (
            var at = plan.StartsAt - plan.StartsAt.TimeOfDay + TimeSpan.FromMinutes(first);
            at <= plan.EndsAt;
            at = at.AddMinutes(TicksEvery)
        )
            yield return at;
    }

    private static IEnumerable<DayFetch> FetchOf(DayRequest request, IReadOnlyList<Shortage> missing, Knowledge knowledge)
    {
        var sheets = SheetsOf(request, knowledge).ToList();
        decimal? In(WeighSheet sheet, string slug) =>
            sheet.Lines.Where(line => line.Ingredient == slug).Sum(line => line.ShownGrams + line.HeldBackGrams) is > 0m and var grams
                ? grams
                : null;
        return sheets
            .SelectMany(sheet => sheet.Lines.Select(line => line.Ingredient))
            .Distinct(StringComparer.Ordinal)
            .Select(slug => new DayFetch(
                knowledge.Catalogue.Find(slug)!.Name,
                sheets.Sum(sheet => In(sheet, slug) ?? 0m),
                [.. sheets.Select(sheet => In(sheet, slug))],
                missing.FirstOrDefault(one => one.Ingredient.Slug == slug)?.Missing ?? 0m
            ));
    }
}
