using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Emulsions;

/// <summary>What an emulsifier must do (data/rules/emulsifiers.json).</summary>
public sealed record EmulsifierRules : IRules<EmulsifierRules>
{
    static RuleFile IRules<EmulsifierRules>.File { get; } = new("emulsifiers.json", EmulsionsJson.Default);

    /// <summary>In what is rinsed off, from this weight percent.</summary>
    public required decimal RinseOffPercentFrom { get; init; }

    /// <summary>Upper end of the emulsifier in what is rinsed off, weight percent.</summary>
    public required decimal RinseOffPercentTo { get; init; }

    /// <summary>Less emulsifier than this counts as none, weight percent.</summary>
    public required decimal MissingBelowPercent { get; init; }

    /// <summary>Water calls for one from this weight percent.</summary>
    public required decimal WaterPercentFrom { get; init; }

    /// <summary>Parts of emulsifier to a part of water.</summary>
    public required decimal EmulsifierPerWater { get; init; }

    /// <summary>Supplied and required HLB may differ by this.</summary>
    public required double MismatchBy { get; init; }

    /// <summary>Only where the required HLB of this share of the oils is known, 0 to 1.</summary>
    public required double CoveredShareFrom { get; init; }

    /// <summary>Slugs of waxes that take up a little water and are taken for an emulsifier.</summary>
    [Names(Named.Ingredient)]
    public required ImmutableArray<string> TakenForOne { get; init; }

    /// <summary>Slug of what is offered for skin.</summary>
    [Names(Named.Ingredient)]
    public required string OfferedForSkin { get; init; }

    /// <summary>Slug of what is offered for hair.</summary>
    [Names(Named.Ingredient)]
    public required string OfferedForHair { get; init; }

    /// <summary>Slugs of partners that raise the HLB.</summary>
    [Names(Named.Ingredient)]
    public required ImmutableArray<string> PartnersHigh { get; init; }

    /// <summary>Slugs of partners that lower it.</summary>
    [Names(Named.Ingredient)]
    public required ImmutableArray<string> PartnersLow { get; init; }

    /// <summary>The document that the figures of emulsifiers come from.</summary>
    public required string Source { get; init; }

    /// <summary>How far the figures of emulsifiers can be trusted.</summary>
    public required Confidence Confidence { get; init; }
}

/// <summary>Emulsifier against oil. HLB: hydrophile-lipophile balance (Griffin 1949).</summary>
/// <param name="RequiredHlb">Mass-weighted over the oils whose required HLB is published; null when none is.</param>
/// <param name="SuppliedHlb">Mass-weighted over the nonionic emulsifiers; null when there are none.</param>
/// <param name="EmulsifierPercent">All emulsifiers, weight percent. Waxes that take up water (beeswax, lanolin) are none.</param>
/// <param name="EmulsifierToOil">Parts of emulsifier to a part of oil phase; null without oil.</param>
/// <param name="CationicPercent">Those of them that conditioning emulsifiers bring: outside HLB, judged by dose.</param>
/// <param name="CoveredPercent">Share of the oil phase whose required HLB is published, percent.</param>
/// <param name="Confidence">How far the report on the emulsion can be trusted.</param>
public sealed record EmulsionReport(
    double? RequiredHlb,
    double? SuppliedHlb,
    decimal EmulsifierPercent,
    double? EmulsifierToOil,
    decimal CationicPercent,
    double CoveredPercent,
    Confidence Confidence
)
{
    /// <summary>True for what makes oil and water one: nonionic emulsifiers with an HLB, and cationic ones.</summary>
    public static bool Emulsifies(Ingredient ingredient) =>
        ingredient.Class == IngredientClass.ConditioningEmulsifier
        || (ingredient.Class == IngredientClass.Emulsifier && ingredient.Hlb is not null);

    /// <summary>Null when there is neither an emulsifier nor a call for one.</summary>
    internal static EmulsionReport? Of(ResolvedFormula resolved)
    {
        var present = resolved.PartsInOrder.Where(part => part.Mass > 0m).ToList();
        var emulsifiers = present.Where(part => Emulsifies(part.Ingredient)).ToList();
        var total = emulsifiers.Sum(part => part.Mass);
        if (total == 0m && EmulsionFindings.CallOf(resolved) == Call.None)
            return null;
        var oils = present.Where(part => part.Ingredient.Solubility == Solubility.Oil && !Emulsifies(part.Ingredient)).ToList();
        var oil = oils.Sum(part => part.Mass);
        var covered = oils.Where(part => part.Ingredient.RequiredHlb is not null).ToList();
        var coveredMass = (double)covered.Sum(part => part.Mass);
        var nonionic = emulsifiers.Where(part => part.Ingredient.Hlb is not null).ToList();
        return new EmulsionReport(
            coveredMass > 0 ? covered.Sum(part => (double)part.Mass * part.Ingredient.RequiredHlb!.Value) / coveredMass : null,
            nonionic.Count > 0
                ? nonionic.Sum(part => (double)part.Mass * part.Ingredient.Hlb!.Value) / (double)nonionic.Sum(part => part.Mass)
                : null,
            total,
            oil > 0m ? (double)(total / oil) : null,
            emulsifiers.Where(part => part.Ingredient.Class == IngredientClass.ConditioningEmulsifier).Sum(part => part.Mass),
            oil > 0m ? 100 * coveredMass / (double)oil : 0,
            covered
                .Select(part => part.Ingredient.RequiredHlb!.Confidence)
                .Concat(nonionic.Select(part => part.Ingredient.Hlb!.Confidence))
                .Append(resolved.Rules.Emulsifiers.Confidence)
                .Min()
        );
    }
}

/// <summary>Why a formula needs an emulsifier.</summary>
internal enum Call
{
    /// <summary>It does not.</summary>
    None,

    /// <summary>It holds water.</summary>
    Water,

    /// <summary>It meets water in use and is left on.</summary>
    Wet,

    /// <summary>It must rinse off.</summary>
    RinseOff,
}
