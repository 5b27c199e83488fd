using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Topics.Doses;

/// <summary>Where a dose stands against its window and its hard limit.</summary>
public enum Place
{
    /// <summary>The dose is under its working window.</summary>
    Below,

    /// <summary>The dose is well inside its window.</summary>
    Inside,

    /// <summary>Inside, within 10 % of the window's width from an edge.</summary>
    Near,

    /// <summary>Over the window, not over a hard limit.</summary>
    Above,

    /// <summary>The dose is over a hard limit.</summary>
    OverLimit,

    /// <summary>No window is known that the dose could be held against.</summary>
    Unknown,
}

/// <summary>Whether a hard limit is on an ingredient or on a substance in it.</summary>
public enum LimitKind
{
    /// <summary>The limit is on the ingredient as such.</summary>
    Ingredient,

    /// <summary>The limit is on a substance that the ingredient holds.</summary>
    Substance,

    /// <summary>The ingredient, for the sake of sunlight.</summary>
    Sunlight,
}

/// <summary>A hard limit as it bears on one ingredient: what the ingredient itself may be dosed at.</summary>
/// <param name="Percent">The most of the ingredient that keeps its substance within the limit when it is its only source, weight
/// percent.</param>
/// <param name="Substance">What the limit is on: an INCI name, or null when it is on the ingredient as such.</param>
/// <param name="Share">Highest share of the substance in the ingredient, 0 to 1.</param>
/// <param name="Source">The document that the hard limit comes from.</param>
/// <param name="Condition">What else the hard limit asks for, in words.</param>
/// <param name="Kind">Whether the limit is on the ingredient or on a substance in it.</param>
public sealed record LimitOnIngredient(decimal Percent, string? Substance, decimal Share, string Source, string? Condition, LimitKind Kind);

/// <summary>The window and limit that hold for an ingredient in a formula.</summary>
/// <param name="Percent">What the formula holds of the ingredient, over all its lines.</param>
/// <param name="Window">The working window, or null when none is known.</param>
/// <param name="Limit">The hard limit, or null when there is none.</param>
/// <param name="Place">Where the dose stands against that window and limit.</param>
public sealed record DosePlacement(decimal Percent, DoseRule? Window, LimitOnIngredient? Limit, Place Place)
{
    private const decimal NearShare = 0.1m;

    /// <summary>Places the dose of every ingredient: by slug, in the order of first appearance.</summary>
    internal static OrderedDictionary<string, DosePlacement> All(ResolvedFormula resolved)
    {
        var placements = new OrderedDictionary<string, DosePlacement>(StringComparer.Ordinal);
        foreach (var ingredient in resolved.Ingredients)
        {
            if (!placements.ContainsKey(ingredient.Slug))
                placements.Add(ingredient.Slug, Of(resolved, ingredient));
        }

        return placements;
    }

    /// <summary>Places an ingredient's dose, summed over the lines that hold it.</summary>
    /// <param name="resolved">The formula with its ingredients looked up.</param>
    /// <param name="ingredient">The ingredient that is asked about.</param>
    public static DosePlacement Of(ResolvedFormula resolved, Ingredient ingredient)
    {
        var percent = resolved.DoseOf(resolved.LinesOf(ingredient.Slug));
        var window = WindowFor(resolved.Formula, ingredient, resolved.Rules, resolved.Settings);
        var limit = LimitFor(resolved, ingredient);
        return new DosePlacement(
            percent,
            window,
            limit,
            IsOverLimit(resolved, ingredient, percent, limit) ? Place.OverLimit : PlaceOf(percent, window)
        );
    }

    /// <summary>
    /// The working window for this kind of product: the ingredient's own, or that of its class. Among rules that are not hard and state
    /// a maximum, a special case overrides the rule it narrows; of those left, the one with the lowest maximum counts. Where none is for
    /// this form by name, those of the form it takes its windows from count.
    /// </summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="ingredient">The ingredient that is asked about.</param>
    /// <param name="rules">The rules of doses.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    public static DoseRule? WindowFor(Formula formula, Ingredient ingredient, RuleBook rules, EvaluationSettings settings)
    {
        var classes = rules.ClassWindows.Where(window => window.Classes.Contains(ingredient.Class));
        bool NamesForm(DoseRule rule) => rule.Applies.Forms.Contains(formula.Form);
        var kin =
            rules.Forms.Of(formula.Form).WindowsOf is { } form && !ingredient.Doses.Concat(classes).Any(NamesForm)
                ? formula with
                {
                    Form = form,
                }
                : formula;
        bool IsWindow(DoseRule rule) => !rule.IsHard && rule.MaxPercent is not null && rule.Governs(kin, settings);
        return Tightest(ingredient.Doses.Where(IsWindow)) ?? Tightest(classes.Where(IsWindow));
    }

    /// <summary>The tightest hard limit on an ingredient: its own, one on a substance it holds, or that of sunlight.</summary>
    /// <param name="resolved">The formula with its ingredients looked up.</param>
    /// <param name="ingredient">The ingredient that is asked about.</param>
    public static LimitOnIngredient? LimitFor(ResolvedFormula resolved, Ingredient ingredient)
    {
        var own = MostSpecific(ingredient.Doses.Where(rule => rule.IsHard && rule.Governs(resolved.Formula, resolved.Settings)))
            .Select(rule => new LimitOnIngredient(rule.MaxPercent!.Value, null, 1m, rule.Source, rule.Condition, LimitKind.Ingredient));
        var onSubstances =
            from limit in resolved.SubstanceLimits
            where BroughtBy(resolved, limit, ingredient)
            let share = ingredient.ShareOf(limit.Subject).High
            select new LimitOnIngredient(
                decimal.Round(limit.Rule.MaxPercent!.Value / share, 4, MidpointRounding.ToZero),
                limit.Subject[0],
                share,
                limit.Rule.Source,
                limit.Rule.Condition,
                LimitKind.Substance
            );
        var sunlight = resolved.Rules.Phototoxic.Bind(resolved.Formula)
            ? resolved
                .Rules.Phototoxic.Oils.Where(oil => oil.Ingredient == ingredient.Slug)
                .Select(oil => new LimitOnIngredient(oil.MaxPercent, null, 1m, oil.Source, null, LimitKind.Sunlight))
            : [];
        return own.Concat(onSubstances).Concat(sunlight).MinBy(limit => limit.Percent);
    }

    private static DoseRule? Tightest(IEnumerable<DoseRule> rules) => MostSpecific(rules).MinBy(rule => rule.MaxPercent);

    private static ImmutableArray<DoseRule> MostSpecific(IEnumerable<DoseRule> rules)
    {
        var all = rules.ToImmutableArray();
        return [.. all.Where(rule => !all.Any(other => other.Kind == rule.Kind && other.Applies.Narrows(rule.Applies)))];
    }

    /// <summary>Over its own limit, or bringing a substance that is over its limit in sum.</summary>
    private static bool IsOverLimit(ResolvedFormula resolved, Ingredient ingredient, decimal percent, LimitOnIngredient? limit) =>
        percent > limit?.Percent
        || resolved.SubstanceLimits.Any(substance =>
            substance.HighPercent > substance.Rule.MaxPercent && BroughtBy(resolved, substance, ingredient)
        );

    private static bool BroughtBy(ResolvedFormula resolved, BoundSubstance substance, Ingredient ingredient) =>
        substance.Lines.Any(line => ReferenceEquals(resolved.Ingredients[line], ingredient));

    private static Place PlaceOf(decimal percent, DoseRule? window)
    {
        if (window?.MaxPercent is not { } most)
            return Place.Unknown;
        var least = window.MinPercent ?? 0m;
        if (percent > most)
            return Place.Above;
        if (percent < least)
            return Place.Below;
        // What may be the whole of a formula has no edge to come near to.
        var edge = most < 100m ? (most - least) * NearShare : 0m;
        return percent > most - edge || percent < least + edge ? Place.Near : Place.Inside;
    }
}
