using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Printing;

/// <summary>What a scale can weigh (data/rules/scale.json).</summary>
/// <param name="CarefulClasses">Classes whose dose is small and matters.</param>
/// <param name="LeastSteps">They want at least so many steps of the scale.</param>
/// <param name="NoticeablePercent">Rounding that moves a dose by more than this share of it is noticed, percent.</param>
/// <param name="Dilutions">Premixes that are offered, percent of the ingredient in oil, the strongest first.</param>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
internal sealed record ScaleRules(
    ImmutableArray<IngredientClass> CarefulClasses,
    int LeastSteps,
    decimal NoticeablePercent,
    ImmutableArray<decimal> Dilutions,
    string Source,
    Confidence Confidence
) : IRules<ScaleRules>
{
    static RuleFile IRules<ScaleRules>.File { get; } = new("scale.json", PrintingJson.Default);
}

/// <summary>Some containers of one kind, to be filled to a share of their volume.</summary>
public sealed record Container(string Name, decimal Millilitres, int Count, decimal FillPercent);

/// <summary>What is to be weighed: a batch in grams, or what fills some containers.</summary>
/// <param name="BatchGrams">The batch; null to go by the containers.</param>
/// <param name="Containers">The containers that the batch is to fill.</param>
/// <param name="LossPercent">Share of the batch that stays in the pot, percent.</param>
/// <param name="ScaleResolutionGrams">The smallest step that the scale shows, g.</param>
/// <param name="OverrunPercent">Air that is whipped in, percent of the volume.</param>
/// <param name="Fine">A second scale for what is light; null for one scale.</param>
public sealed record WeighRequest(
    decimal? BatchGrams,
    ImmutableArray<Container> Containers,
    decimal LossPercent,
    decimal ScaleResolutionGrams,
    decimal OverrunPercent,
    FineScale? Fine = null
)
{
    /// <summary>The step of the finest scale that holds a weight, g; cups are not counted.</summary>
    /// <param name="grams">The weight, g.</param>
    public decimal StepFor(decimal grams) =>
        Fine is { } fine && grams <= fine.MostGrams ? Math.Min(fine.StepGrams, ScaleResolutionGrams) : ScaleResolutionGrams;
}

/// <summary>A line of a weigh sheet: what is weighed, and how far it may be off.</summary>
/// <param name="Ingredient">Slug of the ingredient that is weighed.</param>
/// <param name="Phase">Id of the phase that it is weighed for.</param>
/// <param name="TargetGrams">The exact mass of the line, g.</param>
/// <param name="ShownGrams">What to weigh: a multiple of the scale's step.</param>
/// <param name="RelativeErrorPercent">Shown against target, percent of the target; 0 where there is none.</param>
/// <param name="Strained">True for herbs that are strained out: they are weighed, and no part of the sum.</param>
/// <param name="HeldBackGrams">How much more of it is weighed, because herbs hold that much back, g, in steps of the scale.</param>
/// <param name="StepGrams">Step of the scale that it is weighed on, g.</param>
public sealed record WeighLine(
    string Ingredient,
    string Phase,
    decimal TargetGrams,
    decimal ShownGrams,
    decimal RelativeErrorPercent,
    bool Strained,
    decimal HeldBackGrams,
    [property: JsonIgnore] decimal StepGrams
);

/// <summary>Masses to weigh out for a batch, on the maker's scale.</summary>
/// <param name="BatchGrams">What the batch comes to on this scale, g.</param>
/// <param name="Lines">The lines of the weigh sheet, in the order of the formula.</param>
/// <param name="SumGrams">Sum of what is shown, herbs that are strained out left aside: the batch, exactly.</param>
/// <param name="Findings">Doses that this scale cannot weigh, and those that rounding moves.</param>
public sealed record WeighSheet(decimal BatchGrams, ImmutableArray<WeighLine> Lines, decimal SumGrams, ImmutableArray<Finding> Findings)
{
    private const decimal Whole = 100m;

    /// <summary>
    /// Batch of containers = sum(count x volume x fill) x density / (1 + overrun) / (1 - loss), rounded up to the scale's step; a batch in
    /// grams is rounded to
    /// the nearest. Doses are rounded down to the step, and the steps that are left go to the largest remainders, so that they sum exactly.
    /// With two scales each dose is rounded to the nearest step of the finest that holds it, and the batch is their sum.
    /// </summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <param name="request">The batch, containers and scale it is weighed for.</param>
    /// <exception cref="DocumentException">There is nothing to weigh, or the volume cannot be turned into grams.</exception>
    public static WeighSheet Of(Formula formula, Catalogue catalogue, EvaluationSettings settings, WeighRequest request)
    {
        var resolved = ResolvedFormula.Of(formula, catalogue, settings);
        if (resolved.Totals.Total <= 0m)
            throw new DocumentException("/formula/lines", "hold nothing that could be weighed.");
        var step = request.ScaleResolutionGrams;
        var steps = request.BatchGrams is { } grams
            ? decimal.Round(grams / step, MidpointRounding.AwayFromZero)
            : decimal.Ceiling(Filling(request, resolved.GramsPerMillilitre) / step);
        var planned = steps * step;
        var totals = resolved.Totals;
        decimal[] targets = [.. totals.Doses.Select(dose => planned * dose / totals.Total)];
        decimal[] stepOf = [.. targets.Select(request.StepFor)];
        decimal InSteps(decimal grams, int line) => decimal.Round(grams / stepOf[line], MidpointRounding.AwayFromZero) * stepOf[line];
        var parts = request.Fine is null
            ? Apportion([.. targets.Select((target, line) => totals.IsStrained(line) ? 0m : target)], step, (long)steps)
            : [.. targets.Select(InSteps)];
        ImmutableArray<decimal> shown = [.. parts.Select((part, line) => totals.IsStrained(line) ? InSteps(targets[line], line) : part)];
        var held = HeldBack.In(resolved);
        var lines = targets
            .Select(
                (target, line) =>
                    new WeighLine(
                        formula.Lines[line].Ingredient,
                        formula.Lines[line].Phase,
                        decimal.Round(target, 6),
                        shown[line],
                        target > 0m ? decimal.Round(Whole * (shown[line] - target) / target, 4) : 0m,
                        totals.IsStrained(line),
                        line == held?.Line ? InSteps(planned * held.Percent / totals.Total, line) : 0m,
                        stepOf[line]
                    )
            )
            .ToImmutableArray();
        var sum = lines.Where(line => !line.Strained).Sum(line => line.ShownGrams);
        return new WeighSheet(
            request.Fine is null ? planned : sum,
            lines,
            sum,
            [.. WeighFindings.Of(resolved, targets, shown, stepOf).OrderBy(finding => finding.Severity)]
        );
    }

    /// <summary>Largest remainder (Hamilton): multiples of a step that sum to so many steps, none off by a whole step.</summary>
    /// <param name="targets">What each should be; they sum to steps x step.</param>
    /// <param name="step">The step.</param>
    /// <param name="steps">How many there are to give.</param>
    public static ImmutableArray<decimal> Apportion(IReadOnlyList<decimal> targets, decimal step, long steps)
    {
        long[] whole = [.. targets.Select(target => (long)decimal.Floor(target / step))];
        var left = (int)Math.Max(0, steps - whole.Sum());
        foreach (
            var line in Enumerable
                .Range(0, targets.Count)
                .OrderByDescending(line => (targets[line] / step) - whole[line])
                .ThenBy(line => line)
                .Take(left)
        )
            whole[line]++;
        return [.. whole.Select(count => count * step)];
    }

    private static decimal Filling(WeighRequest request, double? gramsPerMillilitre)
    {
        if (gramsPerMillilitre is not { } density)
            throw new DocumentException(
                "/containers",
                "cannot be filled by weight: the density of one of the ingredients is not known. Give the batch in grams."
            );
        var millilitres = request.Containers.Sum(container => container.Count * container.Millilitres * container.FillPercent / Whole);
        return millilitres * (decimal)density / (1m + (request.OverrunPercent / Whole)) / (1m - (request.LossPercent / Whole));
    }
}
