using System.Collections.Immutable;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;

namespace UmberCrock.Core.Doses;

/// <summary>Where a dose stands against its window and its hard limit.</summary>
public enum Place
{
    /// <summary>Under the window.</summary>
    Below,

    /// <summary>Well inside.</summary>
    Inside,

    /// <summary>Inside, within 10 % of the window's width from an edge.</summary>
    Near,

    /// <summary>Over the window, not over a hard limit.</summary>
    Above,

    /// <summary>Over a hard limit.</summary>
    OverLimit,

    /// <summary>No window is known.</summary>
    Unknown,
}

/// <summary>A hard limit as it bears on one ingredient: what the ingredient itself may be dosed at.</summary>
/// <param name="Percent">The most of the ingredient that keeps its substance within the limit when it is its only source, weight percent.</param>
/// <param name="Substance">What the limit is on: an INCI name, or null when it is on the ingredient as such.</param>
/// <param name="Share">Highest share of the substance in the ingredient, 0 to 1.</param>
/// <param name="Rule">The limit.</param>
public sealed record LimitOnIngredient(decimal Percent, string? Substance, decimal Share, DoseRule Rule);

/// <summary>The window and limit that hold for an ingredient in a formula.</summary>
/// <param name="Percent">What the formula holds of the ingredient, over all its lines.</param>
/// <param name="Window">The working window, or null when none is known.</param>
/// <param name="Limit">The hard limit, or null when there is none.</param>
/// <param name="Place">Where the dose stands.</param>
public sealed record DosePlacement(decimal Percent, DoseRule? Window, LimitOnIngredient? Limit, Place Place)
{
    private const decimal NearShare = 0.1m;

    /// <summary>Places an ingredient's dose, summed over the lines that hold it.</summary>
    public static DosePlacement Of(ResolvedFormula resolved, Ingredient ingredient)
    {
        var percent = resolved.PercentOf(resolved.LinesOf(ingredient.Slug));
        var window = WindowFor(resolved.Formula, ingredient);
        var limit = LimitFor(resolved, ingredient);
        return new DosePlacement(
            percent, window, limit,
            IsOverLimit(resolved, ingredient, percent, limit) ? Place.OverLimit : PlaceOf(percent, window));
    }

    /// <summary>
    /// The working window for this kind of product. Among rules that are not hard and state a maximum, a special case overrides the
    /// rule it narrows; of those left, the one with the lowest maximum counts.
    /// </summary>
    public static DoseRule? WindowFor(Formula formula, Ingredient ingredient)
        => MostSpecific(ingredient.Doses.Where(rule => !rule.IsHard && rule.MaxPercent is not null && rule.Applies.Covers(formula)))
            .MinBy(rule => rule.MaxPercent);

    /// <summary>The tightest hard limit on an ingredient: its own, or one on a substance it holds.</summary>
    public static LimitOnIngredient? LimitFor(ResolvedFormula resolved, Ingredient ingredient)
    {
        var own = MostSpecific(ingredient.Doses.Where(rule => rule.IsHard && Applies(rule, resolved)))
            .Select(rule => new LimitOnIngredient(rule.MaxPercent!.Value, null, 1m, rule));
        var onSubstances =
            from limit in SubstanceLimitsFor(resolved)
            let share = ingredient.Composition.Where(component => limit.Subject.Contains(component.Inci.Eu)).Sum(component => component.HighPercent) / 100m
            where share > 0m
            select new LimitOnIngredient(decimal.Round(limit.Rule.MaxPercent!.Value / share, 4, MidpointRounding.ToZero), limit.Subject[0], share, limit.Rule);
        return own.Concat(onSubstances).MinBy(limit => limit.Percent);
    }

    /// <summary>The limits on substances that hold for a formula.</summary>
    public static IEnumerable<SubstanceLimit> SubstanceLimitsFor(ResolvedFormula resolved)
        => resolved.Catalogue.SubstanceLimits.Where(limit => Applies(limit.Rule, resolved));

    private static bool Applies(DoseRule rule, ResolvedFormula resolved)
        => (rule.Region is null || rule.Region == resolved.Settings.Region) && rule.Applies.Covers(resolved.Formula);

    private static ImmutableArray<DoseRule> MostSpecific(IEnumerable<DoseRule> rules)
    {
        var all = rules.ToImmutableArray();
        return [.. all.Where(rule => !all.Any(other => other.Kind == rule.Kind && other.Applies.Narrows(rule.Applies)))];
    }

    /// <summary>Over its own limit, or bringing a substance that is over its limit in sum.</summary>
    private static bool IsOverLimit(ResolvedFormula resolved, Ingredient ingredient, decimal percent, LimitOnIngredient? limit)
        => percent > limit?.Percent
            || SubstanceLimitsFor(resolved).Any(substance =>
                ingredient.Composition.Any(component => substance.Subject.Contains(component.Inci.Eu))
                && substance.Subject.Sum(name => resolved.Substances.GetValueOrDefault(name)?.HighPercent ?? 0m) > substance.Rule.MaxPercent);

    private static Place PlaceOf(decimal percent, DoseRule? window)
    {
        if (window?.MaxPercent is not { } most)
            return Place.Unknown;
        var least = window.MinPercent ?? 0m;
        if (percent > most)
            return Place.Above;
        if (percent < least)
            return Place.Below;
        var edge = (most - least) * NearShare;
        return percent > most - edge || percent < least + edge ? Place.Near : Place.Inside;
    }
}
