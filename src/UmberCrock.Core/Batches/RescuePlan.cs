using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Batches;

/// <summary>What a rescue adds to the plan of a batch: a line for each addition, and the steps from melting again to the first
/// look.</summary>
/// <param name="Formula">The formula that the pot becomes, a line for each addition in a phase of its own at the end.</param>
/// <param name="Lines">What is weighed more.</param>
/// <param name="Steps">What is done, numbered on.</param>
public sealed record RescuePlan(
    [property: System.Text.Json.Serialization.JsonConverter(typeof(FormulaDocument))] Formula Formula,
    ImmutableArray<PlannedLine> Lines,
    ImmutableArray<MethodStep> Steps
)
{
    private const int MostAdditions = 20;

    /// <summary>Plans a rescue of a batch as it stands.</summary>
    /// <param name="state">The batch.</param>
    /// <param name="additions">What is stirred in.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <exception cref="DocumentException">Not all is weighed yet, or an ingredient is not known.</exception>
    public static RescuePlan Of(
        BatchState state,
        ImmutableArray<RescueAddition> additions,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        Check(state);
        for (var at = 0; at < additions.Length; at++)
        {
            if (catalogue.Find(additions[at].Ingredient) is null)
                throw new DocumentException($"/additions/{at}/ingredient", $"\"{additions[at].Ingredient}\" is not in the larder.");
        }

        if (additions.Length is 0 or > MostAdditions || state.Plan.Lines.Length + additions.Length > Formula.MaxLines)
            throw new DocumentException("/additions", $"are 1 to {MostAdditions}, and a batch has at most {Formula.MaxLines} lines.");
        var phase = new Phase($"R{state.Rescues.Length + 1}", "Rescue", Stage.Melt);
        var formula = FormulaOf(state, additions, phase, catalogue);
        var method = MakingMethod.Of(
            formula,
            new MethodRequest(
                state.InPotGrams + additions.Sum(addition => addition.Grams),
                [.. state.Plan.Containers.Select(one => new MethodContainer(one.Name, (double)one.Millilitres, one.Count, one.Material))],
                state.Plan.RoomCelsius,
                settings.Method,
                null
            ),
            catalogue,
            settings
        );
        var first = state.Plan.Lines.Length;
        return new RescuePlan(
            formula,
            [.. additions.Select(addition => Planned(addition, phase, StepFor(state.Plan, addition.Grams), catalogue))],
            RescueSteps.Of(
                method,
                line => line < first && state.IsMixed(line),
                line => line >= first,
                state.Plan.Method.Steps.Length,
                catalogue.Rules
            )
        );
    }

    /// <summary>Refuses a rescue of a batch that is not all weighed: it is judged by what is in the pot.</summary>
    internal static void Check(BatchState state)
    {
        if (!state.IsAllWeighed || state.InPotGrams <= 0m)
            throw new DocumentException("/type", "waits until all that was planned is weighed: a rescue goes by what is in the pot.");
    }

    private static Formula FormulaOf(BatchState state, ImmutableArray<RescueAddition> additions, Phase phase, Catalogue catalogue)
    {
        var formula = state.Plan.Formula with
        {
            Phases = state.Plan.Formula.Phases.Add(phase),
            Lines = state.Plan.Formula.Lines.AddRange(additions.Select(addition => new FormulaLine(phase.Id, addition.Ingredient, 0m))),
        };
        return AsMade.Of(
            formula,
            [
                .. Enumerable
                    .Range(0, state.Weighed.Length)
                    .Select(line => state.Plan.Lines[line].Strained ? state.GramsOf(line) ?? 0m : state.InPot(line)),
                .. additions.Select(addition => addition.Grams),
            ],
            catalogue.Herbs
        );
    }

    /// <summary>The step of the finest scale that as much was planned on, g; of the kitchen's where none was.</summary>
    private static decimal StepFor(BatchPlan plan, decimal grams) =>
        plan
            .Lines.Where(line => line.TargetGrams >= grams)
            .Select(line => line.StepGrams ?? plan.ScaleStepGrams)
            .Append(plan.ScaleStepGrams)
            .Min();

    private static PlannedLine Planned(RescueAddition addition, Phase phase, decimal step, Catalogue catalogue)
    {
        var within = BatchPlanner.WithinOf(addition.Grams, step, catalogue.Rules);
        return new PlannedLine(
            addition.Ingredient,
            catalogue.Find(addition.Ingredient)!.Name,
            phase.Id,
            addition.Grams,
            Math.Max(0m, addition.Grams - within),
            addition.Grams + within,
            0m,
            false,
            step
        );
    }
}

/// <summary>The steps of a rescue: weigh what is added, melt the pot again, then on as the method of the new formula has it.</summary>
public static class RescueSteps
{
    /// <summary>The steps, numbered on from those there were.</summary>
    /// <param name="method">The method of the formula that the pot becomes.</param>
    /// <param name="isIn">True for a line that is in the pot already.</param>
    /// <param name="isNew">True for a line that the rescue adds.</param>
    /// <param name="after">How many steps there were.</param>
    /// <param name="rules">The words of its own two steps (data/rules/method.json).</param>
    public static ImmutableArray<MethodStep> Of(MethodReport method, Func<int, bool> isIn, Func<int, bool> isNew, int after, RuleBook rules)
    {
        var steps = ImmutableArray.CreateBuilder<MethodStep>();
        var all = method.Steps.Where(step => step.Stage == MethodStage.Weigh).SelectMany(step => step.Lines).Distinct().ToList();
        var melt = method.Steps.Where(step => step.Stage is MethodStage.Melt or MethodStage.Join).MaxBy(step => step.TargetCelsius ?? 0);
        var (isWeighed, isMelted) = (false, false);
        foreach (var step in method.Steps)
        {
            ImmutableArray<int> lines = [.. step.Lines.Where(line => isNew(line) || !isIn(line))];
            switch (step.Stage)
            {
                case MethodStage.Weigh when !isWeighed:
                    isWeighed = true;
                    steps.Add(Weigh(step, rules.Method.Of("rescue-weigh"), [.. all.Where(isNew)], all.Count));
                    break;
                case MethodStage.Melt or MethodStage.Join or MethodStage.Water when !isMelted && melt is not null:
                    isMelted = true;
                    steps.Add(
                        Worded(melt, rules.Method.Of("rescue-melt")) with
                        {
                            Lines = [.. MeltedOf(method).Where(isNew)],
                            Parts = null,
                        }
                    );
                    break;
                case MethodStage.Slurry or MethodStage.Paste or MethodStage.Powder when lines.Any(isNew):
                case MethodStage.Add when lines.Length > 0:
                    steps.Add(step with { Lines = lines, Parts = null });
                    break;
                case MethodStage.Cool
                or MethodStage.Trace
                or MethodStage.Chill
                or MethodStage.Whip
                or MethodStage.Pour
                or MethodStage.Set
                or MethodStage.Unmould
                or MethodStage.Finish
                or MethodStage.Rest
                or MethodStage.Look
                or MethodStage.Clean:
                    steps.Add(step with { Lines = lines, Parts = null });
                    break;
                default:
                    break;
            }
        }

        return [.. steps.Select((step, at) => step with { Number = after + at + 1, At = null })];
    }

    private static IEnumerable<int> MeltedOf(MethodReport method) =>
        method
            .Steps.Where(step => step.Stage is MethodStage.Melt or MethodStage.Join or MethodStage.Water)
            .SelectMany(step => step.Lines)
            .Distinct();

    /// <summary>Weighing takes its share of the minutes that all lines would take.</summary>
    private static MethodStep Weigh(MethodStep step, StepRow row, ImmutableArray<int> lines, int all)
    {
        var share = all == 0 ? 1.0 : (double)lines.Length / all;
        return Worded(step, row) with
        {
            Lines = lines,
            Parts = null,
            Minutes = Math.Ceiling(step.Minutes * share),
            MinutesLow = Math.Ceiling(step.MinutesLow * share),
            MinutesHigh = Math.Ceiling(step.MinutesHigh * share),
        };
    }

    private static MethodStep Worded(MethodStep step, StepRow row) =>
        step with
        {
            Stage = row.Stage,
            Title = row.Title,
            Text = row.Text,
            Until = row.Until,
            Caution = row.Caution is { } caution ? (Message)caution : null,
            Why = row.Why,
            Source = row.Source,
        };
}
