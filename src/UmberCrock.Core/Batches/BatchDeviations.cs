using UmberCrock.Core.Documents;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Batches;

/// <summary>Where a batch was not made as it was planned.</summary>
/// <param name="What">What was otherwise, in a few words.</param>
/// <param name="Did">What that did or meant.</param>
/// <param name="Line">The line it is about; null where it is about none.</param>
/// <param name="Step">The step it is about; null where it is about none.</param>
public sealed record Deviation(Message What, Message Did, int? Line, int? Step)
{
    /// <summary>The deviations of a batch: doses outside their tolerance, lines and steps left out, heat, what came out.</summary>
    /// <param name="state">The batch.</param>
    /// <param name="made">The formula it became; null while it is not all there.</param>
    /// <param name="rules">The rules that the formula is judged by.</param>
    public static IReadOnlyList<Deviation> Of(BatchState state, MadeFormula? made, RuleBook rules)
    {
        var figures = rules.Of<BatchRules>();
        return
        [
            .. Scale(state, figures),
            .. Doses(state, made),
            .. Rescues(state),
            .. Steps(state),
            .. Heat(state, figures),
            .. CameOut(state, figures),
        ];
    }

    /// <summary>A scale that was off by more than a line may be.</summary>
    private static IEnumerable<Deviation> Scale(BatchState state, BatchRules rules) =>
        state
            .Checks.Where(check => Math.Abs(check.Read - check.Grams) > rules.ToleranceSteps * state.Plan.ScaleStepGrams)
            .Select(check => new Deviation(
                $"The scale says {Short(check.Read).Grams} of {Short(check.Grams).Grams}",
                "The weights of this batch may be off in the same measure.",
                null,
                null
            ));

    private static IEnumerable<Deviation> Rescues(BatchState state)
    {
        foreach (var rescue in state.Rescues)
            yield return new(
                $"Rescued with {string.Join(", ", rescue.Additions.Select(one => $"{Two(one.Grams)} g of {NameOf(state, one)}"))}",
                "The pot was melted again; the steps that were open were begun anew.",
                null,
                null
            );
    }

    private static string NameOf(BatchState state, RescueAddition addition) =>
        state.Plan.Lines.Last(line => line.Ingredient == addition.Ingredient).Name;

    private static IEnumerable<Deviation> Doses(BatchState state, MadeFormula? made)
    {
        for (var line = 0; line < state.Weighed.Length; line++)
        {
            var planned = state.Plan.Lines[line];
            if (state.GramsOf(line) is not { } grams)
            {
                if (state.Phase != BatchPhase.Open && planned.TargetGrams > 0m)
                    yield return new($"{planned.Name} left out", $"{Short(planned.TargetGrams).Grams} were planned.", line, null);
                continue;
            }

            if (grams >= planned.LowGrams && grams <= planned.HighGrams)
                continue;
            var off = Math.Abs(grams - planned.TargetGrams);
            yield return new(
                $"{planned.Name} {Two(off)} {(grams > planned.TargetGrams ? "over" : "short")}, kept",
                Found(line, made),
                line,
                null
            );
        }
    }

    private static Message Found(int line, MadeFormula? made)
    {
        if (made is null)
            return "What it does is judged when all is weighed.";
        var now = made.Evaluation.Lines[line].Percent;
        Message findings =
            made.Added.IsEmpty && made.Removed.IsEmpty ? "Findings: as planned."
            : made.Added.IsEmpty ? $"No longer found: {string.Join(", ", made.Removed)}."
            : (Message)$"Found now: {string.Join(", ", made.Added)}.";
        return $"{Two(now).Percent} as made. {findings}";
    }

    private static IEnumerable<Deviation> Steps(BatchState state) =>
        state
            .Steps.Values.Where(step => step.Skipped is not (null or BatchFold.BegunAnew))
            .Select(step => new Deviation(
                $"Step {step.Number} left out: {state.Plan.Method.Steps[step.Number - 1].Title}",
                step.Skipped!,
                null,
                step.Number
            ));

    /// <summary>The pot went hotter than any step wanted it.</summary>
    private static IEnumerable<Deviation> Heat(BatchState state, BatchRules rules)
    {
        var hottest = state.Plan.Method.Steps.MaxBy(step => step.HighCelsius ?? 0);
        if (state.Temperatures.IsEmpty || hottest?.HighCelsius is not { } high)
            yield break;
        var peak = state.Temperatures.Max(reading => reading.Celsius);
        if ((double)peak > high + (double)rules.HotterCelsius)
            yield return new(
                $"The pot went to {Short(peak).Celsius}",
                $"{Celsius(high)} is the most that a step wants. Heat costs keeping, and what is in it may not bear it.",
                null,
                hottest.Number
            );
        foreach (var line in state.Added.Keys)
        {
            var step = state.Plan.Method.Steps.FirstOrDefault(one => one.Stage == MethodStage.Add && one.Lines.Contains(line));
            var read = state.Temperatures.LastOrDefault(reading => reading.At <= state.Added[line]);
            if (step?.HighCelsius is { } most && read is not null && (double)read.Celsius > most + (double)rules.HotterCelsius)
                yield return new(
                    $"{state.Plan.Lines[line].Name} went in at {Short(read.Celsius).Celsius}",
                    $"{Celsius(most)} at most was planned: some of it is lost.",
                    line,
                    step.Number
                );
        }
    }

    private static IEnumerable<Deviation> CameOut(BatchState state, BatchRules rules)
    {
        if (state.Filled.IsEmpty)
            yield break;
        var yield = BatchYield.Of(state);
        if (yield.FilledGrams > yield.InPotGrams)
            yield return new(
                "More was filled than was weighed in",
                $"{Two(yield.FilledGrams).Grams} out of {Two(yield.InPotGrams).Grams}: one of the weights is wrong.",
                null,
                null
            );
        else if (yield.Percent < rules.YieldFromPercent)
            yield return new(
                $"{Two(yield.LeftGrams).Grams} did not come out",
                $"{Two(yield.Percent!.Value).Percent} of the pot was filled; {Short(rules.YieldFromPercent).Percent} is usual.",
                null,
                null
            );
    }
}
