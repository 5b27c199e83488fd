using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Labels;

/// <summary>A warning and when it stands on the label; what is empty or null narrows nothing.</summary>
/// <param name="Text">The words of the warning as they are printed.</param>
/// <param name="Source">The document that the warning comes from.</param>
/// <param name="Sun">True for what is worn in the sun, or holds a UV filter.</param>
/// <param name="Wet">True when it stands only on what meets water.</param>
/// <param name="Region">The rule book that asks for it.</param>
/// <param name="Classes">One of these classes must be in it; null for any.</param>
/// <param name="Substances">One of these is in it, by EU name.</param>
/// <param name="Audiences">It must be for one of these wearers; null for any.</param>
/// <param name="Zones">It must be worn on one of these zones; null for any.</param>
/// <param name="Phototoxic">True when it stands only where an oil that burns in the sun stays on skin that may see daylight.</param>
/// <param name="Sign">The word of the small drawing that goes with it; null for none.</param>
public sealed record LabelWarning(
    string Text,
    string Source,
    bool Sun = false,
    bool Wet = false,
    Region? Region = null,
    ImmutableArray<IngredientClass>? Classes = null,
    ImmutableArray<string>? Substances = null,
    ImmutableArray<Audience>? Audiences = null,
    ImmutableArray<Zone>? Zones = null,
    string? Sign = null,
    bool Phototoxic = false
)
{
    /// <summary>True when it stands on the label of a formula.</summary>
    public bool Stands(ResolvedFormula resolved)
    {
        var present = resolved.Ingredients.Where((_, line) => resolved.Holds(line)).ToList();
        return (Region is null || Region == resolved.Settings.Region)
            && (!Sun || resolved.Formula.MeetsSun || present.Exists(ingredient => ingredient.Class == IngredientClass.UvFilter))
            && (!Wet || resolved.Formula.WetUse)
            && (!Phototoxic || Burning(resolved).Any())
            && Classes?.Any(kind => present.Exists(ingredient => ingredient.Class == kind)) != false
            && Substances?.Any(name => resolved.SumOf([name]).High > 0m) != false
            && Audiences?.Contains(resolved.Formula.Audience) != false
            && Zones?.Contains(resolved.Formula.Zone) != false;
    }

    /// <summary>Names of the oils in it that burn skin in the sun, where that can happen.</summary>
    private static IEnumerable<string> Burning(ResolvedFormula resolved) =>
        resolved.Rules.Phototoxic is var rules && rules.Bind(resolved.Formula)
            ? resolved
                .Ingredients.Where((ingredient, line) => resolved.Holds(line) && rules.Oils.Any(oil => oil.Ingredient == ingredient.Slug))
                .Select(ingredient => ingredient.Name.ToLowerInvariant())
                .Distinct(StringComparer.Ordinal)
            : [];

    /// <summary>Why it stands on the label of a formula, in words.</summary>
    public string Because(ResolvedFormula resolved)
    {
        var reasons = new List<string>();
        if (Sun)
            reasons.Add("it is worn in the sun or holds a UV filter");
        if (Phototoxic)
            reasons.Add($"it holds {string.Join(", ", Burning(resolved))}, which burns skin in the sun");
        if (Wet)
            reasons.Add("it meets water");
        if (Classes is { } classes)
            reasons.Add(
                $"it holds {string.Join(", ", resolved.Ingredients.Where((ingredient, line) => resolved.Holds(line)
                    && classes.Contains(ingredient.Class)).Select(ingredient => ingredient.Name.ToLowerInvariant())
                    .Distinct(StringComparer.Ordinal).Order(StringComparer.Ordinal))}"
            );
        if (Substances is { } substances)
            reasons.Add($"it holds {string.Join(", ", substances.Where(name => resolved.SumOf([name]).High > 0m))}");
        if (Audiences is not null)
            reasons.Add($"it is for {Vocabulary.Word(resolved.Formula.Audience)}");
        if (Zones is not null)
            reasons.Add($"it is worn on {Vocabulary.Word(resolved.Formula.Zone)}");
        return reasons.Count > 0 ? string.Join("; ", reasons) : "it stands on every label of the region";
    }
}

/// <summary>Something that a region's law asks of every label.</summary>
/// <param name="Key">The word for what the duty is about.</param>
/// <param name="Words">What the duty asks for, in words.</param>
/// <param name="Source">The document that the duty comes from.</param>
/// <param name="Region">The region whose law asks for it; null for all.</param>
public sealed record LabelDuty(string Key, string Words, string Source, Region? Region = null);

/// <summary>How labels are made (data/rules/label.json).</summary>
public sealed record LabelRules : IRules<LabelRules>
{
    static RuleFile IRules<LabelRules>.File { get; } = new("label.json", LabelsJson.Default);

    /// <summary>A listed fragrance allergen is named above this where it stays on skin, weight percent.</summary>
    public required decimal AllergenLeaveOnPercent { get; init; }

    /// <summary>And above this where it is rinsed off.</summary>
    public required decimal AllergenRinseOffPercent { get; init; }

    /// <summary>Below this names may stand in any order.</summary>
    public required decimal FreeOrderBelowPercent { get; init; }

    /// <summary>From this share of an ingredient on a substance is what it was added for, and no trace (judgement).</summary>
    public required decimal MainlyFromPercent { get; init; }

    /// <summary>At most so much of a dried herb goes over into the oil it is steeped in, percent of the herb.</summary>
    public required decimal ExtractAtMostPercent { get; init; }

    /// <summary>The listed fragrance allergens, by the names they are printed with.</summary>
    public required ImmutableArray<string> Allergens { get; init; }

    /// <summary>What keeps no longer than this has a best-before date; what keeps longer, a period after opening.</summary>
    public required int LongestBestBeforeMonths { get; init; }

    /// <summary>Period after opening where no ingredient's is known.</summary>
    public required int UsualOpenMonths { get; init; }

    /// <summary>Grams of an avoirdupois ounce (International Yard and Pound Agreement, 1959).</summary>
    public required decimal GramsPerOunce { get; init; }

    /// <summary>Warnings, in the order they are printed.</summary>
    public required ImmutableArray<LabelWarning> Warnings { get; init; }

    /// <summary>What the laws of regions ask of a label.</summary>
    public required ImmutableArray<LabelDuty> Duties { get; init; }

    /// <summary>The document that the rules of labels come from.</summary>
    public required string Source { get; init; }

    /// <summary>How far the rules of labels can be trusted.</summary>
    public required Confidence Confidence { get; init; }

    /// <summary>The threshold for a kind of product.</summary>
    public decimal AllergenThreshold(Exposure exposure) => exposure == Exposure.LeaveOn ? AllergenLeaveOnPercent : AllergenRinseOffPercent;
}
