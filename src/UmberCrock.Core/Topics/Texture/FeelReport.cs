using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>How ratings of neat materials add up on skin (data/rules/feel.json).</summary>
internal sealed record FeelRules : IRules<FeelRules>
{
    static RuleFile IRules<FeelRules>.File { get; } = new("feel.json", TextureJson.Default);

    /// <summary>Greasiness that one weight percent of a fully absorbent powder takes away.</summary>
    public required double GreasePerPowder { get; init; }

    /// <summary>Drag that one weight percent of crystals brings at skin temperature.</summary>
    public required double DragPerSolid { get; init; }

    /// <summary>Ratings of tack up to this one do not stick.</summary>
    public required double TackFrom { get; init; }

    /// <summary>Excess of tack, times share, at which the scale is 63 % full.</summary>
    public required double TackScale { get; init; }

    /// <summary>Absorbent powder, weight percent, at which the scale is 63 % full.</summary>
    public required double PowderScale { get; init; }

    /// <summary>Slug of the powder that is offered against grease.</summary>
    [Names(Named.Ingredient)]
    public required string PowderOffered { get; init; }

    /// <summary>How much of it, weight percent.</summary>
    public required decimal PowderOfferedPercent { get; init; }

    /// <summary>Slug of the dry oil that is offered against grease and tack.</summary>
    [Names(Named.Ingredient)]
    public required string DryOil { get; init; }

    /// <summary>How much of it, weight percent.</summary>
    public required decimal DryOilPercent { get; init; }

    /// <summary>Where the figures come from.</summary>
    public required string Source { get; init; }

    /// <summary>How sure they are.</summary>
    public required Confidence Confidence { get; init; }
}

/// <summary>How a formula feels on skin, each from 0 (not at all) to 10.</summary>
/// <param name="Greasiness">Mass-weighted rating of the oils, less what powders take up.</param>
/// <param name="Drag">Mass-weighted rating, and the crystals that are left at skin temperature.</param>
/// <param name="Tack">Ratings above a threshold, mass-weighted, on a scale that fills up.</param>
/// <param name="Powderiness">Absorbent powders, on a scale that fills up.</param>
/// <param name="Confidence">How sure it is: ratings of feel are nobody's measurement.</param>
public sealed record FeelReport(double Greasiness, double Drag, double Tack, double Powderiness, Confidence Confidence)
{
    private const double Full = 10;

    /// <summary>Adds up the ratings of what a formula holds.</summary>
    /// <param name="resolved">The formula with its ingredients looked up.</param>
    /// <param name="firmness">The firmness model of the formula's oil phase.</param>
    public static FeelReport Of(ResolvedFormula resolved, FirmnessModel firmness)
    {
        var rules = resolved.Rules.Feel;
        double grease = 0,
            drag = 0,
            tack = 0,
            powder = 0;
        foreach (var (ingredient, percent) in resolved.PartsInOrder)
        {
            if (ingredient.Feel is not { } feel)
                continue;
            var share = (double)percent / 100;
            grease += share * feel.Greasiness;
            drag += share * feel.Drag;
            tack += share * Math.Max(0, feel.Tack - rules.TackFrom);
            if (ingredient.Solubility == Solubility.InsolublePowder)
                powder += (double)percent * feel.Absorbency / Full;
        }

        var solidAtSkin = firmness.SolidsAt(firmness.Rules.SkinCelsius).Sum(solid => solid.Percent);
        return new FeelReport(
            Math.Clamp(grease - (rules.GreasePerPowder * powder), 0, Full),
            Math.Clamp(drag + (rules.DragPerSolid * solidAtSkin), 0, Full),
            Fill(tack, rules.TackScale),
            Fill(powder, rules.PowderScale),
            rules.Confidence
        );
    }

    /// <summary>Fast at first, never past full: 10 (1 - exp(-amount / scale)).</summary>
    private static double Fill(double amount, double scale) => Full * (1 - Math.Exp(-amount / scale));
}
