using System.Collections.Immutable;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Ingredients;

/// <summary>Who stands behind a dose.</summary>
public enum DoseKind
{
    /// <summary>A legal maximum: hard.</summary>
    Legal,

    /// <summary>An industry standard: hard.</summary>
    IndustryStandard,

    /// <summary>A safety panel's assessed level.</summary>
    SafetyPanel,

    /// <summary>What suppliers recommend.</summary>
    Supplier,

    /// <summary>What formulators do; no published document.</summary>
    CommonPractice,
}

/// <summary>Which rule book applies.</summary>
public enum Region
{
    /// <summary>European Union and United Kingdom.</summary>
    Eu,

    /// <summary>United States.</summary>
    Us,
}

/// <summary>The kinds of product a rule speaks of; an empty list means any.</summary>
public sealed record DoseScope
{
    /// <summary>Forms.</summary>
    public ImmutableArray<ProductForm> Forms { get; init; } = [];

    /// <summary>Body zones.</summary>
    public ImmutableArray<Zone> Zones { get; init; } = [];

    /// <summary>Who wears it.</summary>
    public ImmutableArray<Audience> Audiences { get; init; } = [];

    /// <summary>Left on or rinsed off.</summary>
    public ImmutableArray<Exposure> Exposures { get; init; } = [];

    /// <summary>True when the formula is of the kind this rule speaks of.</summary>
    public bool Covers(Formula formula)
        => Holds(Forms, formula.Form) && Holds(Zones, formula.Zone) && Holds(Audiences, formula.Audience) && Holds(Exposures, formula.Exposure);

    /// <summary>What it narrows, in the contract's words: "stick, lip-balm; face"; empty when it is for any.</summary>
    public string Describe()
        => string.Join("; ", new[] { Say(Forms), Say(Zones), Say(Audiences), Say(Exposures) }.Where(words => words.Length > 0));

    /// <summary>
    /// True when this scope is a special case of the other: it narrows everything the other narrows, and more.
    /// Two scopes that narrow different things (a zone, an audience) do not override each other; then the stricter rule counts.
    /// </summary>
    public bool Narrows(DoseScope other)
        => NarrowsBy(Forms, other.Forms) && NarrowsBy(Zones, other.Zones) && NarrowsBy(Audiences, other.Audiences)
            && NarrowsBy(Exposures, other.Exposures) && Narrowness > other.Narrowness;

    private int Narrowness => (Forms.IsEmpty ? 0 : 1) + (Zones.IsEmpty ? 0 : 1) + (Audiences.IsEmpty ? 0 : 1) + (Exposures.IsEmpty ? 0 : 1);

    private static string Say<T>(ImmutableArray<T> values) where T : struct, Enum => string.Join(", ", values.Select(Json.Vocabulary.Word));

    private static bool Holds<T>(ImmutableArray<T> allowed, T value) => allowed.IsEmpty || allowed.Contains(value);

    private static bool NarrowsBy<T>(ImmutableArray<T> mine, ImmutableArray<T> theirs) => theirs.IsEmpty || !mine.IsEmpty;
}

/// <summary>One statement about a dose, in weight percent of the formula.</summary>
public sealed record DoseRule
{
    /// <summary>Who says so.</summary>
    public required DoseKind Kind { get; init; }

    /// <summary>The rule book it belongs to; null for any.</summary>
    public Region? Region { get; init; }

    /// <summary>Least percent, or null.</summary>
    public decimal? MinPercent { get; init; }

    /// <summary>Most percent, or null.</summary>
    public decimal? MaxPercent { get; init; }

    /// <summary>What it applies to.</summary>
    public DoseScope Applies { get; init; } = new();

    /// <summary>The school that holds this rule; null when all do.</summary>
    public SchoolCondition? Schools { get; init; }

    /// <summary>What else to know, in words.</summary>
    public string? Condition { get; init; }

    /// <summary>Where it comes from, in full.</summary>
    public required string Source { get; init; }

    /// <summary>How sure it is.</summary>
    public required Confidence Confidence { get; init; }

    /// <summary>True when the rule speaks of this formula under these choices.</summary>
    public bool Governs(Formula formula, EvaluationSettings settings)
        => (Region is null || Region == settings.Region) && Schools?.Holds(settings) != false && Applies.Covers(formula);

    /// <summary>True when passing the maximum stops the formula.</summary>
    public bool IsHard => Kind is DoseKind.Legal or DoseKind.IndustryStandard && MaxPercent is not null;
}

/// <summary>A hard limit on a substance, counted over every line that brings it.</summary>
/// <param name="Subject">EU names of the substances that count together.</param>
/// <param name="Rule">The limit.</param>
public sealed record SubstanceLimit(ImmutableArray<string> Subject, DoseRule Rule);

/// <summary>A working window of whole classes, for the ingredients of them that state none.</summary>
/// <param name="Classes">The classes.</param>
/// <param name="Rule">The window.</param>
public sealed record ClassWindow(ImmutableArray<IngredientClass> Classes, DoseRule Rule);

/// <summary>A ceiling on the sum of a group of ingredients, such as all essential oils.</summary>
public sealed record GroupLimit
{
    /// <summary>Name of the group, as it is said in findings.</summary>
    public required string Group { get; init; }

    /// <summary>The classes that count.</summary>
    public ImmutableArray<IngredientClass> Classes { get; init; } = [];

    /// <summary>Single ingredients that count, by slug.</summary>
    public ImmutableArray<string> Ingredients { get; init; } = [];

    /// <summary>The school that holds this ceiling; null when all do.</summary>
    public SchoolCondition? Schools { get; init; }

    /// <summary>Ceiling, weight percent.</summary>
    public required decimal MaxPercent { get; init; }

    /// <summary>What passing it means.</summary>
    public required Severity Severity { get; init; }

    /// <summary>What it applies to.</summary>
    public DoseScope Applies { get; init; } = new();

    /// <summary>True when an ingredient counts.</summary>
    public bool Counts(Ingredient ingredient) => Classes.Contains(ingredient.Class) || Ingredients.Contains(ingredient.Slug);

    /// <summary>Why.</summary>
    public required string Why { get; init; }

    /// <summary>Where it comes from, in full.</summary>
    public required string Source { get; init; }

    /// <summary>How sure it is.</summary>
    public required Confidence Confidence { get; init; }
}
