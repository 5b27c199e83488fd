using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Studies;

namespace UmberCrock.Core.Batches;

/// <summary>Plans the study of a batch: held against what was foreseen when the batch began.</summary>
public static class BatchStudy
{
    /// <summary>The setup of a study of a batch that was made.</summary>
    /// <param name="state">The batch.</param>
    /// <param name="batchKey">Its key.</param>
    /// <param name="request">Where its jars stand and how many; the day of making is that of the batch.</param>
    /// <param name="lots">Lots that are in it, as the larder has them.</param>
    /// <param name="catalogue">The ingredients and rules of today.</param>
    /// <param name="settings">The maker's choices.</param>
    public static StudySetup Of(
        BatchState state,
        string batchKey,
        StudyRequest request,
        IEnumerable<Lot> lots,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var plan = state.Plan;
        var evaluation = Evaluator.Evaluate(plan.Formula, catalogue, settings);
        // A batch that began before its forecast was kept is held against today's book, and says so.
        var forecast = plan.Foreseen.Study ?? StudyForecast.Of(plan.Formula, evaluation, catalogue);
        var first = lots.Select(lot => (Lot: lot, End: catalogue.Find(lot.Ingredient) is { } known ? lot.EndsOn(known) : lot.UseBy))
            .Where(one => one.End is not null)
            .OrderBy(one => one.End)
            .FirstOrDefault();
        return new StudySetup(
            plan.Name,
            plan.Formula,
            plan.FormulaKey,
            batchKey,
            plan.Code,
            request.MadeOn,
            forecast,
            plan.Foreseen.Study is null,
            plan.Foreseen.Study is null ? StudySetup.ByWhom(catalogue) : plan.By,
            StudyPlan.Of(forecast, request, catalogue.Rules),
            first.End,
            first.Lot is { } lot ? $"{catalogue.Find(lot.Ingredient)?.Name ?? lot.Ingredient}, lot {lot.Code}" : null,
            plan.Foreseen.Months,
            evaluation.Keeping.Weakest is { } weakest ? catalogue.Find(weakest)?.Name : null
        );
    }
}
