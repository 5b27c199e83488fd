using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Batches;

/// <summary>What is stirred into a pot that is made already.</summary>
public sealed record RescueAddition(string Ingredient, decimal Grams);

/// <summary>A pot that was wrong, with what cures it.</summary>
/// <param name="Additions">What goes in, g, most first; empty where nothing has to.</param>
/// <param name="AddedGrams">All additions together, g.</param>
/// <param name="Formula">The formula that the pot becomes.</param>
/// <param name="Evaluation">What the program says of it.</param>
public sealed record Rescued(ImmutableArray<RescueAddition> Additions, decimal AddedGrams, Formula Formula, EvaluationResult Evaluation);

/// <summary>What a rescue comes to: a cure, or what adding cannot cure.</summary>
/// <param name="Cure">The cure; null when there is none.</param>
/// <param name="Conflicts">What cannot be had by adding; empty with a cure.</param>
public sealed record RescueAnswer(Rescued? Cure, ImmutableArray<DocumentProblem> Conflicts);

/// <summary>The least that can be added to a pot that is made already and wrong, so that it meets limits, windows and a target.</summary>
public static class Rescue
{
    /// <summary>A cure that brings a new caution is tried again without what it is made of, so many times.</summary>
    private const int MostTries = 6;

    /// <summary>Cures a pot by the least that is added.</summary>
    /// <param name="formula">What is in the pot; its lines make 100.</param>
    /// <param name="potGrams">How much is in it, g.</param>
    /// <param name="target">What is to be reached besides limits and windows.</param>
    /// <param name="from">Slugs of what may be taken; what is in the pot may not be taken unless it is named.</param>
    /// <param name="catalogue">What is known.</param>
    /// <param name="settings">The maker's choices.</param>
    /// <exception cref="DocumentException">The lines do not make 100.</exception>
    public static RescueAnswer Of(
        Formula formula,
        decimal potGrams,
        RebalanceTarget target,
        IReadOnlyCollection<string> from,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var totals = FormulaTotals.Of(formula, catalogue.Herbs);
        if (totals.Off != 0m)
            throw new DocumentException(
                "/formula/lines",
                $"make {Units.Decimals.Trim(totals.Total)} and not 100: what is in the pot is all of it."
            );
        ImmutableArray<FormulaEdit> climate = target.Climate is { } wanted && wanted != formula.Climate ? [ClimateEdit.To(wanted)] : [];
        var pot = FormulaEdit.ApplyAll(formula, climate, catalogue.Herbs);
        var before = Evaluator.Sweep(pot, catalogue, settings);
        var all = Candidates(ResolvedFormula.Of(pot, catalogue, settings), from);
        RescueAnswer Try(ImmutableArray<Ingredient> candidates) => Best(pot, before, candidates, potGrams, target, catalogue, settings);
        var answer = Try(all);
        if (answer.Cure is not null || all.IsEmpty)
            return answer;
        // So many ways lead on that each is taken a little and none far enough: fewer are tried, what is in the pot already first.
        return Parts(pot, all).Select(Try).Where(tried => tried.Cure is not null).MinBy(tried => tried.Cure!.AddedGrams) ?? answer;
    }

    private static IEnumerable<ImmutableArray<Ingredient>> Parts(Formula pot, ImmutableArray<Ingredient> all)
    {
        yield return [.. all.Where(ingredient => pot.Lines.Any(line => line.Ingredient == ingredient.Slug))];
        yield return [.. all.Where(ingredient => ingredient.Class == IngredientClass.Oil)];
        yield return [.. all.Where(ingredient => ingredient.Class != IngredientClass.Oil)];
    }

    /// <summary>The least that cures without a new caution; where every cure brings one, the least of those.</summary>
    private static RescueAnswer Best(
        Formula pot,
        EvaluationResult before,
        ImmutableArray<Ingredient> left,
        decimal potGrams,
        RebalanceTarget target,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        Rescued? cautioned = null;
        for (var tried = 0; tried < MostTries; tried++)
        {
            var search = new RescueSearch(pot, left, potGrams, target, catalogue, settings);
            if (search.Run() is not { } additions)
                return cautioned is null ? new RescueAnswer(null, search.Conflicts) : new RescueAnswer(cautioned, []);
            var cure = Adding(pot, potGrams, additions, catalogue, settings);
            var added = NewCautions(before, cure.Evaluation);
            var strangers = cure
                .Additions.Select(addition => addition.Ingredient)
                .Where(slug => pot.Lines.All(line => line.Ingredient != slug))
                .ToList();
            if (!added || strangers.Count == 0)
                return new RescueAnswer(cure, []);
            if (cautioned is null || cure.AddedGrams < cautioned.AddedGrams)
                cautioned = cure;
            left = [.. left.Where(ingredient => !strangers.Contains(ingredient.Slug))];
        }

        return new RescueAnswer(cautioned, []);
    }

    /// <summary>
    /// A pot is cured with what gives body and what carries. Never thinned with scent, actives, filters or water; what preserves or keeps
    /// goes in only where it is in already and short.
    /// </summary>
    private static ImmutableArray<Ingredient> Candidates(ResolvedFormula pot, IReadOnlyCollection<string> from) =>
        [
            .. pot
                .Catalogue.Ingredients.Where(ingredient => from.Contains(ingredient.Slug))
                .Where(ingredient =>
                    ingredient.Class
                        is IngredientClass.Wax
                            or IngredientClass.FattyAlcohol
                            or IngredientClass.FattyAcid
                            or IngredientClass.HardButter
                            or IngredientClass.SoftButter
                            or IngredientClass.Oil
                    || (
                        ingredient.Class
                            is IngredientClass.Antioxidant
                                or IngredientClass.Preservative
                                or IngredientClass.Emulsifier
                                or IngredientClass.ConditioningEmulsifier
                                or IngredientClass.Gelator
                        && !pot.LinesOf(ingredient.Slug).IsEmpty
                        && Topics.Doses.DosePlacement.Of(pot, ingredient).Window?.MinPercent > pot.PercentOf(pot.LinesOf(ingredient.Slug))
                    )
                ),
        ];

    /// <summary>What a pot becomes when just this is stirred into it.</summary>
    /// <param name="pot">What is in the pot; its lines make 100.</param>
    /// <param name="potGrams">How much is in it, g.</param>
    /// <param name="additions">What goes in, g; what is in the pot already joins its line, anything else comes after the last.</param>
    /// <param name="catalogue">What is known; it knows every addition.</param>
    /// <param name="settings">The maker's choices.</param>
    public static Rescued Adding(
        Formula pot,
        decimal potGrams,
        ImmutableArray<RescueAddition> additions,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var totals = FormulaTotals.Of(pot, catalogue.Herbs);
        var phase = PhaseOf(pot);
        var lines = pot.Lines.ToBuilder();
        var grams = pot.Lines.Select((_, line) => totals.GramsOf(line, potGrams)).ToList();
        foreach (var (ingredient, more) in additions)
        {
            var at = pot.Lines.TakeWhile(line => line.Ingredient != ingredient).Count();
            if (at < pot.Lines.Length)
            {
                grams[at] += more;
                continue;
            }

            lines.Add(new FormulaLine(phase.Id, ingredient, 0m));
            grams.Add(more);
        }

        var formula = AsMade.Of(pot with { Lines = lines.ToImmutable() }, grams, catalogue.Herbs);
        return new Rescued(
            [.. additions.OrderByDescending(addition => addition.Grams)],
            additions.Sum(addition => addition.Grams),
            formula,
            Evaluator.Evaluate(formula, catalogue, settings)
        );
    }

    /// <summary>Where what is new goes in: with what is melted.</summary>
    internal static Phase PhaseOf(Formula pot) => pot.Phases.FirstOrDefault(phase => phase.Stage == Stage.Melt) ?? pot.Phases[0];

    private static bool NewCautions(EvaluationResult before, EvaluationResult after) =>
        after.Findings.Any(finding =>
            finding.Severity != Severity.Note
            && before.Findings.All(other => other.Code != finding.Code || other.Severity > finding.Severity)
        );
}
