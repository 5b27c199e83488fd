using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Trials;

/// <summary>A set of edits that makes a formula something else, tried out but not taken.</summary>
/// <param name="Kind">The word of what the formula would become.</param>
/// <param name="Edits">What it takes; empty when it is so already or cannot be done.</param>
/// <param name="Formula">The formula as it would become.</param>
/// <param name="Before">What the program says of the formula as it is.</param>
/// <param name="After">What the program says of the formula as it would become.</param>
/// <param name="Refusals">Why it cannot be done; empty when it can.</param>
public sealed record SwitchProposal(
    string Kind,
    ImmutableArray<FormulaEdit> Edits,
    Formula Formula,
    EvaluationResult Before,
    EvaluationResult After,
    ImmutableArray<Message> Refusals
);

/// <summary>Whole-formula switches: swaps of every line that is in the way, lines taken out, or a rebalance for a hotter climate.</summary>
public static class Switch
{
    /// <summary>The word for a switch that takes out what scents.</summary>
    public const string Unscented = "unscented";

    /// <summary>What a swap of waxes can do to a texture.</summary>
    private static readonly string[] Texture =
    [
        FindingCodes.Brittle,
        FindingCodes.WrongBand,
        FindingCodes.TooSoftWarm,
        FindingCodes.OilBleed,
    ];

    /// <summary>Makes it fit for a hot summer.</summary>
    public const string HotWeather = "hot-weather";

    /// <summary>The words of what a formula can be made.</summary>
    /// <param name="rules">The rules.</param>
    public static IEnumerable<string> Kinds(RuleBook rules) =>
        [HotWeather, Unscented, .. rules.FreeFrom.Rows.Select(row => row.Switch).OfType<string>()];

    /// <summary>What a formula becomes. The result is evaluated; nothing is taken.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="kind">What it is to become, one of the words.</param>
    /// <param name="present">What there is to choose from.</param>
    /// <param name="catalogue">What is known.</param>
    /// <param name="settings">The maker's choices.</param>
    public static SwitchProposal Of(
        Formula formula,
        string kind,
        IReadOnlyCollection<Ingredient> present,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var before = Evaluator.Sweep(formula, catalogue, settings);
        var (edits, refusals) = kind switch
        {
            Unscented => (WithoutScent(ResolvedFormula.Of(formula, catalogue, settings)), ImmutableArray<Message>.Empty),
            HotWeather => Hot(formula, catalogue, settings),
            _ => Without(formula, catalogue.Rules.FreeFrom.Rows.Single(row => row.Switch == kind), present, catalogue, settings),
        };
        if (refusals.Length > 0)
            return new SwitchProposal(kind, [], formula, before, before, refusals);
        var changed = FormulaEdit.ApplyAll(formula, edits, catalogue.Herbs);
        return new SwitchProposal(kind, edits, changed, before, Evaluator.Sweep(changed, catalogue, settings), []);
    }

    /// <summary>Each line that holds it is swapped for the closest that does not, one after the other, each tried in what the one before it
    /// left.</summary>
    private static (ImmutableArray<FormulaEdit> Edits, ImmutableArray<Message> Refusals) Without(
        Formula formula,
        FreeFromRow avoid,
        IReadOnlyCollection<Ingredient> present,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var edits = ImmutableArray.CreateBuilder<FormulaEdit>();
        var (changed, refusals) = (formula, new List<Message>());
        for (var line = 0; line < changed.Lines.Length; line++)
        {
            var own = catalogue.Find(changed.Lines[line].Ingredient);
            if (own is null || !avoid.IsIn(own))
                continue;
            // What is in already is left to its own line: two lines of the same would hide what is in.
            var others = present.Where(other => changed.Lines.All(standing => standing.Ingredient != other.Slug)).ToList();
            var natural = IsNatural(own) ? others.Where(IsNatural) : others;
            if (
                (
                    Swap.Candidates(changed, line, null, [avoid], natural, catalogue, settings).FirstOrDefault()
                    ?? Swap.Candidates(changed, line, null, [avoid], others, catalogue, settings).FirstOrDefault()
                )
                is not { } candidate
            )
            {
                refusals.Add(
                    $"Nothing that is known stands in for {own.Name.ToLowerInvariant()}: take it out by hand, or put something "
                        + $"else in its place."
                );
                continue;
            }

            edits.AddRange(candidate.Edits);
            changed = candidate.Formula;
        }

        edits.AddRange(Settled(formula, changed, avoid, catalogue, settings));
        return (edits.ToImmutable(), [.. refusals]);
    }

    /// <summary>What a maker does next where the swaps alone leave it crumbly, too soft or too hard: the first cure of each that brings
    /// nothing of what is avoided and leaves fewer cautions.</summary>
    private static ImmutableArray<FormulaEdit> Settled(
        Formula before,
        Formula swapped,
        FreeFromRow avoid,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var known = Cautions(Evaluator.Sweep(before, catalogue, settings)).ToHashSet(StringComparer.Ordinal);
        var now = Evaluator.Evaluate(swapped, catalogue, settings);
        foreach (
            var fix in now
                .Findings.Where(finding => Texture.Contains(finding.Code) && !known.Contains(finding.Code))
                .SelectMany(finding => finding.Fixes)
        )
        {
            var mended = FormulaEdit.ApplyAll(swapped, fix.Edits, catalogue.Herbs);
            if (
                !mended.Lines.Any(line => avoid.IsIn(catalogue.Find(line.Ingredient)!))
                && Cautions(Evaluator.Sweep(mended, catalogue, settings)).Count() < Cautions(now).Count()
            )
                return fix.Edits;
        }

        return [];
    }

    private static IEnumerable<string> Cautions(EvaluationResult evaluation) =>
        evaluation.Findings.Where(finding => finding.Severity != Severity.Note).Select(finding => finding.Code);

    /// <summary>Who works with what grew does not mean petroleum by "vegan" (common practice): of plants and animals first, anything else
    /// where there is nothing.</summary>
    private static bool IsNatural(Ingredient ingredient) =>
        !ingredient.Origins.Contains("mineral") && !ingredient.Origins.Contains("synthetic");

    private static ImmutableArray<FormulaEdit> WithoutScent(ResolvedFormula resolved)
    {
        var scents = resolved.LinesWhere(ingredient => ingredient.Class is IngredientClass.EssentialOil or IngredientClass.Fragrance);
        return scents.IsEmpty ? [] : FixBuilder.TakeOut(resolved, "", scents).Edits;
    }

    /// <summary>The least change that keeps the form's bands up to the heat of a hot summer; a climate that is hotter already
    /// stays.</summary>
    private static (ImmutableArray<FormulaEdit> Edits, ImmutableArray<Message> Refusals) Hot(
        Formula formula,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var climate = formula.Climate with
        {
            HighCelsius = Math.Max(formula.Climate.HighCelsius, catalogue.Rules.Climates.HotWeatherCelsius),
        };
        if (formula.Lines.IsEmpty)
            return ([], []);
        var answer = Rebalance.Of(formula, [], new RebalanceTarget(null, null, climate), catalogue, settings);
        return answer.Moved is { } moved ? (moved.Edits, []) : ([], [.. answer.Conflicts.Select(problem => problem.Reason)]);
    }
}
