using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Batches;

/// <summary>What to do with a line of which too much went in.</summary>
public enum OverPourWay
{
    /// <summary>It stays in; what is not weighed yet is weighed as planned.</summary>
    Keep,

    /// <summary>What is too much comes out again, while it lies unmixed.</summary>
    SpoonOut,

    /// <summary>Every other line is raised, so that the percents hold.</summary>
    Rescale,
}

/// <summary>A line and grams of it: weighed, or to be put in, or below 0 to be taken out.</summary>
public sealed record LineGrams(int Line, decimal Grams);

/// <summary>A batch in which a line went over its dose.</summary>
/// <param name="BatchGrams">The batch as it was planned, g.</param>
/// <param name="Weighed">The other lines that are weighed, with what is in of each.</param>
/// <param name="Line">The line that went over.</param>
/// <param name="Grams">All that is in of it, g.</param>
/// <param name="Mixed">True once it is mixed into others: nothing comes out any more.</param>
public sealed record OverPourRequest(decimal BatchGrams, ImmutableArray<LineGrams> Weighed, int Line, decimal Grams, bool Mixed);

/// <summary>One way out of an over-pour, with the formula that it makes.</summary>
/// <param name="Way">What is done with what is too much.</param>
/// <param name="Possible">False where it cannot be done any more.</param>
/// <param name="BatchGrams">What the batch then comes to, g.</param>
/// <param name="LargerThanPot">True where it may be more than a pot holds that was chosen for the plan.</param>
/// <param name="Changes">What is put in of lines that are weighed already, g; below 0 what is taken out.</param>
/// <param name="Formula">The formula as it is then made.</param>
/// <param name="Verdict">What the worst of its findings makes of it.</param>
/// <param name="FindingsAdded">Codes that are not found in the plan.</param>
/// <param name="FindingsRemoved">Codes of the plan that are found no more.</param>
public sealed record OverPourOutcome(
    OverPourWay Way,
    bool Possible,
    decimal BatchGrams,
    bool LargerThanPot,
    ImmutableArray<LineGrams> Changes,
    Formula Formula,
    Verdict Verdict,
    ImmutableArray<string> FindingsAdded,
    ImmutableArray<string> FindingsRemoved
);

/// <summary>The three ways out when more went in than was wanted, each evaluated.</summary>
public static class OverPour
{
    private const int Decimals = 4;

    /// <summary>The ways: keep, spoon out, rescale.</summary>
    /// <param name="formula">The formula as it was planned.</param>
    /// <param name="request">What is in the cups and the pot.</param>
    /// <param name="catalogue">What is known.</param>
    /// <param name="settings">The maker's choices.</param>
    /// <exception cref="DocumentException">A line is not there or named twice, the lines do not make 100, or nothing is over.</exception>
    public static ImmutableArray<OverPourOutcome> Ways(
        Formula formula,
        OverPourRequest request,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var totals = FormulaTotals.Of(formula, catalogue.Herbs);
        Check(formula, totals, request);
        decimal[] plan = [.. Enumerable.Range(0, formula.Lines.Length).Select(line => totals.GramsOf(line, request.BatchGrams))];
        var actual = request.Weighed.ToDictionary(weighed => weighed.Line, weighed => weighed.Grams);
        var before = Evaluator.Sweep(formula, catalogue, settings).Codes();
        decimal[] InPot(decimal own) =>
            [.. plan.Select((grams, line) => line == request.Line ? own : actual.GetValueOrDefault(line, grams))];

        OverPourOutcome Outcome(OverPourWay way, bool possible, decimal[] grams, ImmutableArray<LineGrams> changes)
        {
            var made = AsMade.Of(formula, grams, catalogue.Herbs);
            var evaluation = Evaluator.Sweep(made, catalogue, settings);
            var after = evaluation.Codes();
            return new(
                way,
                possible,
                Round(grams.Sum()),
                grams.Sum() > request.BatchGrams * catalogue.Rules.Of<BatchRules>().PotHoldsTimes,
                changes,
                made,
                evaluation.Verdict,
                [.. after.Except(before)],
                [.. before.Except(after)]
            );
        }

        var rescaled = Rescaled(totals, plan, actual, request);
        return
        [
            Outcome(OverPourWay.Keep, true, InPot(request.Grams), []),
            Outcome(
                OverPourWay.SpoonOut,
                !request.Mixed,
                InPot(plan[request.Line]),
                [new LineGrams(request.Line, Round(plan[request.Line] - request.Grams))]
            ),
            Outcome(
                OverPourWay.Rescale,
                true,
                rescaled,
                [
                    .. actual
                        .OrderBy(weighed => weighed.Key)
                        .Select(weighed => new LineGrams(weighed.Key, Round(rescaled[weighed.Key] - weighed.Value)))
                        .Where(change => change.Grams > 0m),
                ]
            ),
        ];
    }

    /// <summary>The batch is the largest of actual over percent: of each line as much as its percent asks, never less than is in.</summary>
    private static decimal[] Rescaled(FormulaTotals totals, decimal[] plan, Dictionary<int, decimal> actual, OverPourRequest request)
    {
        var batch = actual
            .Append(new(request.Line, request.Grams))
            .Where(weighed => totals.Doses[weighed.Key] > 0m)
            .Select(weighed => 100m * weighed.Value / totals.Doses[weighed.Key])
            .Append(request.BatchGrams)
            .Max();
        // A line of no percent that is in all the same stays in.
        return
        [
            .. plan.Select(
                (_, line) => Math.Max(totals.GramsOf(line, batch), line == request.Line ? request.Grams : actual.GetValueOrDefault(line))
            ),
        ];
    }

    private static void Check(Formula formula, FormulaTotals totals, OverPourRequest request)
    {
        if (totals.Off != 0m)
            throw new DocumentException("/formula/lines", $"make {Units.Decimals.Trim(totals.Total)} and not 100. Settle the total first.");
        if (request.Line >= formula.Lines.Length)
            throw new DocumentException("/line", $"is not a line of the formula: they run from 0 to {formula.Lines.Length - 1}.");
        for (var at = 0; at < request.Weighed.Length; at++)
        {
            var line = request.Weighed[at].Line;
            if (line >= formula.Lines.Length)
                throw new DocumentException(
                    $"/weighed/{at}/line",
                    $"is not a line of the formula: they run from 0 to {formula.Lines.Length - 1}."
                );
            if (line == request.Line || request.Weighed.Take(at).Any(other => other.Line == line))
                throw new DocumentException($"/weighed/{at}/line", "is named twice: each line once, the one that went over apart.");
        }

        var target = totals.GramsOf(request.Line, request.BatchGrams);
        if (request.Grams <= target)
            throw new DocumentException("/grams", $"is not over: {Round(target)} g are wanted. Go on weighing.");
    }

    private static decimal Round(decimal grams) => Units.Decimals.Trim(decimal.Round(grams, Decimals));
}
