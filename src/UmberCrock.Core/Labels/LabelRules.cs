using System.Collections.Immutable;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;

namespace UmberCrock.Core.Labels;

/// <summary>How ingredient lists are made (data/rules/label.json).</summary>
/// <param name="AllergenLeaveOnPercent">A listed fragrance allergen is named above this where it stays on skin, weight percent.</param>
/// <param name="AllergenRinseOffPercent">And above this where it is rinsed off.</param>
/// <param name="FreeOrderBelowPercent">Below this names may stand in any order.</param>
/// <param name="Allergens">The listed fragrance allergens, by the names they are printed with.</param>
/// <param name="Source">Where it comes from.</param>
/// <param name="Confidence">How sure it is.</param>
public sealed record LabelRules(
    decimal AllergenLeaveOnPercent, decimal AllergenRinseOffPercent, decimal FreeOrderBelowPercent, ImmutableArray<string> Allergens, string Source, Confidence Confidence)
{
    /// <summary>The threshold for a kind of product.</summary>
    public decimal AllergenThreshold(Exposure exposure) => exposure == Exposure.LeaveOn ? AllergenLeaveOnPercent : AllergenRinseOffPercent;
}
