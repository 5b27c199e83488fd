using UmberCrock.Core.Batches;
using UmberCrock.Core.Printing;
using UmberCrock.Storage;

namespace UmberCrock.Web.Batches;

/// <summary>A day with several batches as it is shown.</summary>
internal static class DayView
{
    /// <summary>What is weighed for the batches of a day.</summary>
    public static IEnumerable<WeighSheet> SheetsOf(DayRequest day, Knowledge knowledge) =>
        day.Batches.Select(batch =>
            WeighSheet.Of(
                batch.Formula,
                knowledge.Catalogue,
                knowledge.Settings,
                new WeighRequest(batch.BatchGrams, [], 0m, knowledge.Workshop.ScaleStepGrams, 0m)
            )
        );
}
