using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Materials;

/// <summary>Who stands behind the bounds of a dose.</summary>
public enum DoseKind
{
    /// <summary>A law sets the maximum; it is a hard limit.</summary>
    Legal,

    /// <summary>An industry's standard sets the maximum; it is a hard limit.</summary>
    IndustryStandard,

    /// <summary>A safety panel's assessed level.</summary>
    SafetyPanel,

    /// <summary>What suppliers of the material recommend.</summary>
    Supplier,

    /// <summary>What formulators do; no published document.</summary>
    CommonPractice,
}

/// <summary>The kinds of product a rule speaks of; an empty list means any.</summary>
public sealed record DoseScope
{
    /// <summary>A scope that every product is in.</summary>
    public static DoseScope Any { get; } = new();

    /// <summary>Forms of product it holds for; null for all.</summary>
    public ImmutableArray<ProductForm> Forms
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Parts of the body it holds for; null for all.</summary>
    public ImmutableArray<Zone> Zones
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Wearers it holds for; null for all.</summary>
    public ImmutableArray<Audience> Audiences
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Left on, rinsed off, or null for both.</summary>
    public ImmutableArray<Exposure> Exposures
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>True when the formula is of the kind this rule speaks of.</summary>
    public bool Covers(Formula formula) =>
        Holds(Forms, formula.Form)
        && Holds(Zones, formula.Zone)
        && Holds(Audiences, formula.Audience)
        && Holds(Exposures, formula.Exposure);

    /// <summary>What it narrows, in the contract's words: "stick, lip-balm; face"; empty when it is for any.</summary>
    public string Describe() =>
        string.Join("; ", new[] { Say(Forms), Say(Zones), Say(Audiences), Say(Exposures) }.Where(words => words.Length > 0));

    /// <summary>
    /// True when this scope is a special case of the other: it narrows everything the other narrows, and more.
    /// Two scopes that narrow different things (a zone, an audience) do not override each other; then the stricter rule counts.
    /// </summary>
    public bool Narrows(DoseScope other) =>
        NarrowsBy(Forms, other.Forms)
        && NarrowsBy(Zones, other.Zones)
        && NarrowsBy(Audiences, other.Audiences)
        && NarrowsBy(Exposures, other.Exposures)
        && Narrowness > other.Narrowness;

    private int Narrowness => (Forms.IsEmpty ? 0 : 1) + (Zones.IsEmpty ? 0 : 1) + (Audiences.IsEmpty ? 0 : 1) + (Exposures.IsEmpty ? 0 : 1);

    private static string Say<T>(ImmutableArray<T> values)
        where T : struct, Enum => string.Join(", ", values.Select(Vocabulary.Word));

    private static bool Holds<T>(ImmutableArray<T> allowed, T value) => allowed.IsEmpty || allowed.Contains(value);

    private static bool NarrowsBy<T>(ImmutableArray<T> mine, ImmutableArray<T> theirs) => theirs.IsEmpty || !mine.IsEmpty;
}

/// <summary>One statement about a dose, in weight percent of the formula.</summary>
public record DoseRule
{
    /// <summary>Who says so: a law, an industry, a supplier, practice.</summary>
    public required DoseKind Kind { get; init; }

    /// <summary>The rule book it belongs to; null for any.</summary>
    public Region? Region { get; init; }

    /// <summary>Least weight percent that does its work, or null.</summary>
    public decimal? MinPercent { get; init; }

    /// <summary>Most weight percent, counted in, or null.</summary>
    public decimal? MaxPercent { get; init; }

    /// <summary>The products and wearers that the rule holds for.</summary>
    public DoseScope Applies
    {
        get;
        init => field = value ?? DoseScope.Any;
    } = DoseScope.Any;

    /// <summary>The school that holds this rule; null when all do.</summary>
    public SchoolCondition? Schools { get; init; }

    /// <summary>What else is to be known before it is dosed so, in words.</summary>
    public string? Condition { get; init; }

    /// <summary>The document that the dose comes from, in full.</summary>
    public required string Source { get; init; }

    /// <summary>How far the bounds of the dose can be trusted.</summary>
    public required Confidence Confidence { get; init; }

    /// <summary>True when the rule speaks of this formula under these choices.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    public bool Governs(Formula formula, EvaluationSettings settings) =>
        (Region is null || Region == settings.Region) && Schools?.Holds(settings) != false && Applies.Covers(formula);

    /// <summary>True when passing the maximum stops the formula.</summary>
    public bool IsHard => Kind is DoseKind.Legal or DoseKind.IndustryStandard && MaxPercent is not null;
}

/// <summary>A hard limit on a substance, counted over every line that brings it.</summary>
public sealed record SubstanceLimit : DoseRule
{
    /// <summary>EU names of the substances that count together.</summary>
    public required ImmutableArray<string> Subject { get; init; }

    /// <summary>Those that hold for a formula under the maker's choices; a special case overrides the limit it narrows.</summary>
    /// <param name="limits">All limits on the substance.</param>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    public static ImmutableArray<SubstanceLimit> Governing(IEnumerable<SubstanceLimit> limits, Formula formula, EvaluationSettings settings)
    {
        var governing = limits.Where(limit => limit.Governs(formula, settings)).ToList();
        return
        [
            .. governing.Where(limit =>
                !governing.Exists(other =>
                    other.Subject.SequenceEqual(limit.Subject) && other.Kind == limit.Kind && other.Applies.Narrows(limit.Applies)
                )
            ),
        ];
    }
}

/// <summary>Hard limits on substances (data/rules/limits.json).</summary>
/// <param name="Limits">The hard limits, a row for each substance and use.</param>
public sealed record SubstanceLimits(ImmutableArray<SubstanceLimit> Limits) : IRules<SubstanceLimits>
{
    static RuleFile IRules<SubstanceLimits>.File { get; } = new("limits.json", MaterialsJson.Default);
}

/// <summary>A working window of whole classes, for the ingredients of them that state none.</summary>
public sealed record ClassWindow : DoseRule
{
    /// <summary>The classes of raw material that the window is for.</summary>
    public required ImmutableArray<IngredientClass> Classes { get; init; }
}

/// <summary>Working windows of classes (data/rules/windows.json).</summary>
/// <param name="Windows">The windows, a row for each class and use.</param>
public sealed record ClassWindows(ImmutableArray<ClassWindow> Windows) : IRules<ClassWindows>
{
    static RuleFile IRules<ClassWindows>.File { get; } = new("windows.json", MaterialsJson.Default);
}
