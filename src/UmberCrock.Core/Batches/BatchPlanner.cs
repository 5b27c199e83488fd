using System.Collections.Immutable;
using System.Reflection;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Batches;

/// <summary>What is asked for when a batch begins.</summary>
/// <param name="Name">What it is called; null for the name of its formula.</param>
/// <param name="FormulaKey">Key of the formula it is made from; null where it was given as a document.</param>
/// <param name="BatchGrams">The batch in g; null to go by the containers.</param>
/// <param name="Containers">What it is to be poured into.</param>
/// <param name="LossPercent">Share of the batch that stays in the pot, percent.</param>
/// <param name="ScaleStepGrams">Smallest step of the scale, g.</param>
/// <param name="RoomCelsius">Temperature of the kitchen, C.</param>
/// <param name="Speed">How fast the bench's clock runs, times real time.</param>
/// <param name="Fine">A second scale for what is light; null for one scale.</param>
public sealed record BatchRequest(
    string? Name,
    string? FormulaKey,
    decimal? BatchGrams,
    ImmutableArray<PlannedContainer> Containers,
    decimal LossPercent,
    decimal ScaleStepGrams,
    double RoomCelsius,
    double Speed = 1,
    FineScale? Fine = null
);

/// <summary>Plans a batch: what is weighed, how it is made, and everything that is foreseen of it.</summary>
public static class BatchPlanner
{
    /// <summary>Fewest points of the foreseen curve that are kept: it is drawn small.</summary>
    private const int CurvePoints = 40;

    /// <summary>Plans a batch of a formula, with all that is foreseen of it.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="request">What the batch is to be.</param>
    /// <param name="code">The code on its jars.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <exception cref="DocumentException">The lines do not make 100, there is nothing to weigh, or an ingredient is not known.</exception>
    public static BatchPlan Of(Formula formula, BatchRequest request, string code, Catalogue catalogue, EvaluationSettings settings)
    {
        var totals = FormulaTotals.Of(formula, catalogue.Herbs);
        if (totals.Off != 0m)
            throw new DocumentException(
                "/formula/lines",
                $"make {Units.Decimals.Trim(totals.Total)} and not 100: no gram would be right. Settle the total on the bench first."
            );
        var evaluation = Evaluator.Evaluate(formula, catalogue, settings);
        var sheet = WeighSheet.Of(
            formula,
            catalogue,
            settings,
            new WeighRequest(
                request.BatchGrams,
                [.. request.Containers.Select(one => new Container(one.Name, one.Millilitres, one.Count, one.FillPercent))],
                request.LossPercent,
                request.ScaleStepGrams,
                0m,
                request.Fine
            )
        );
        if (sheet.BatchGrams is <= 0m or > BatchEventReader.MostGrams)
            throw new DocumentException("/batchGrams", $"must come to more than 0 and at most {BatchEventReader.MostGrams:0} g.");
        var method = MakingMethod.Of(
            formula,
            new MethodRequest(
                sheet.BatchGrams,
                [.. request.Containers.Select(one => new MethodContainer(one.Name, (double)one.Millilitres, one.Count, one.Material))],
                request.RoomCelsius,
                settings.Method,
                null
            ),
            catalogue,
            settings
        );
        return new BatchPlan(
            request.Name ?? formula.Name,
            code,
            formula,
            request.FormulaKey,
            sheet.BatchGrams,
            request.ScaleStepGrams,
            request.RoomCelsius,
            request.Containers,
            [.. sheet.Lines.Select(line => Planned(line, catalogue))],
            method,
            Foresee(formula, evaluation, method, (double)sheet.BatchGrams, request, catalogue, settings),
            ProgramVersion,
            StudySetup.ByWhom(catalogue),
            request.Speed
        );
    }

    /// <summary>Version of this program, as a record names it.</summary>
    public static string ProgramVersion { get; } =
        typeof(BatchPlanner).Assembly.GetCustomAttribute<AssemblyInformationalVersionAttribute>()?.InformationalVersion.Split('+')[0] ?? "";

    private static PlannedLine Planned(WeighLine line, Catalogue catalogue)
    {
        var target = line.ShownGrams + line.HeldBackGrams;
        var within = WithinOf(target, line.StepGrams, catalogue.Rules);
        return new PlannedLine(
            line.Ingredient,
            catalogue.Find(line.Ingredient)!.Name,
            line.Phase,
            target,
            Math.Max(0m, target - within),
            target + within,
            line.HeldBackGrams,
            line.Strained,
            line.StepGrams
        );
    }

    /// <summary>How far a weight may be off, g: the larger of two steps of the scale and 1 % of the dose (a tolerance of
    /// practice).</summary>
    internal static decimal WithinOf(decimal target, decimal step, RuleBook rules)
    {
        var figures = rules.Of<BatchRules>();
        return Math.Max(figures.ToleranceSteps * step, decimal.Round(target * figures.TolerancePercent / 100m, 4));
    }

    private static Foreseen Foresee(
        Formula formula,
        EvaluationResult evaluation,
        MethodReport method,
        double grams,
        BatchRequest request,
        Catalogue catalogue,
        EvaluationSettings settings
    ) =>
        new(
            evaluation.Verdict,
            evaluation.Melt.ClearPointCelsius,
            evaluation.Melt.SetPointCelsius,
            evaluation.Melt.Bands,
            evaluation.Keeping.Months,
            evaluation.Settling?.StirUntilCelsius,
            [.. evaluation.Findings.Select(finding => new ForeseenFinding(finding.Code, finding.Severity, finding.Title.Plain))],
            evaluation.Stability.Notes,
            evaluation.Stability.Plan,
            Cools(formula, evaluation, method, grams, request, catalogue, settings),
            StudyForecast.Of(formula, evaluation, catalogue)
        );

    private static CoolingReport? Cools(
        Formula formula,
        EvaluationResult evaluation,
        MethodReport method,
        double grams,
        BatchRequest request,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        if (evaluation.Melt.SetPointCelsius is not { } set)
            return null;
        // From the hottest that a step wants.
        var start = method.Steps.Max(step => step.TargetCelsius) ?? set;
        var cools = PotForecast.Of(
            formula,
            new CoolingRequest(grams, start, request.RoomCelsius, Surroundings.Room, [], [set], null, null),
            catalogue,
            settings
        );
        var every = Math.Max(1, cools.Curve.Length / CurvePoints);
        return cools with { Curve = [.. cools.Curve.Where((_, at) => at % every == 0)] };
    }
}
