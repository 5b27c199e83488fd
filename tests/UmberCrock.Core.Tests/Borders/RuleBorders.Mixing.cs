using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Emulsions;
using UmberCrock.Core.Topics.Keeping;
using UmberCrock.Core.Topics.Making;
using UmberCrock.Core.Topics.Stability;
using UmberCrock.Core.Topics.Suspension;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Tests.Borders;

/// <summary>Thresholds of what mixes, settles, pours and stands in store.</summary>
internal static partial class RuleBorders
{
    public static IEnumerable<Border> Mixing =>
        [
            new(
                "emulsifiers/rinseOffPercentFrom",
                Side.Below,
                Rinsed,
                a => (double)a.Emulsion!.EmulsifierPercent,
                FindingCodes.EmulsifierLow
            ),
            new(
                "emulsifiers/missingBelowPercent",
                Side.Below,
                Rinsed,
                a => (double)a.Emulsion!.EmulsifierPercent,
                FindingCodes.EmulsifierMissing
            ),
            new(
                "emulsifiers/waterPercentFrom",
                Side.From,
                Some.Lines(ProductForm.Balm, "water 3", "beeswax 15", "jojoba-oil"),
                _ => 3,
                FindingCodes.EmulsifierMissing
            ),
            // The dose that is wanted is rounded up to a tenth: 8 parts of water by a quarter are 2.
            new("emulsifiers/emulsifierPerWater", Side.Below, Wet, _ => 0.25, FindingCodes.EmulsifierLow) { Step = 0.01 },
            new(
                "emulsifiers/mismatchBy",
                Side.Above,
                OilLoving,
                a => Math.Abs(a.Emulsion!.RequiredHlb!.Value - a.Emulsion!.SuppliedHlb!.Value),
                FindingCodes.EmulsifierMismatch
            ),
            new(
                "emulsifiers/coveredShareFrom",
                Side.From,
                OilLoving,
                a => a.Emulsion!.CoveredPercent / 100,
                FindingCodes.EmulsifierMismatch
            ),
            new(
                "polar/percentFrom",
                Side.From,
                Some.Lines(ProductForm.Balm, "glycerin 2", "beeswax 15", "jojoba-oil"),
                _ => 2,
                FindingCodes.PolarNotSoluble
            ),
            new(
                "polar/emulsifierPerPolar",
                Side.Below,
                Some.Lines(ProductForm.Balm, "glycerin 2", "lecithin 1", "beeswax 15", "jojoba-oil"),
                _ => 0.5,
                FindingCodes.PolarNotSoluble
            ),
            new(
                "reactions/percentFrom",
                Side.From,
                Some.Lines(ProductForm.Balm, "stearic-acid 2", "magnesium-hydroxide 5", "jojoba-oil"),
                _ => 2,
                FindingCodes.Reacts
            ),
            new("immiscible/percentFrom", Side.From, Parting("mineral-oil"), _ => 2, FindingCodes.Immiscible),
            // Two of castor oil, and three of jojoba oil.
            new("immiscible/bridgePerPart", Side.Below, Parting("mineral-oil 65", "jojoba-oil"), _ => 1.5, FindingCodes.Immiscible),
            new(
                "powders/wettableShare",
                Side.Above,
                Some.Lines(ProductForm.PressedBalm, "talc 50", "jojoba-oil"),
                a => a.Resolved.Ingredients[0].OilAbsorption!.Value / 100,
                FindingCodes.PowderOverload
            ),
            new("settling/matters", Side.From, Zinc, _ => 12, a => a.Settling is not null),
            new(
                "settling/denserBy",
                Side.From,
                Some.Lines(ProductForm.Sunscreen, "zinc-oxide 12", "castor-oil"),
                a => a.Resolved.Ingredients[0].Density!.Value - a.Resolved.Ingredients[1].Density!.Value,
                a => a.Settling is not null
            ),
            new(
                "settling/dispersantPerPowder",
                Side.From,
                With(Zinc, "polyhydroxystearic-acid", 0.6m),
                _ => 0.05,
                a => a.Settling!.Dispersed
            ),
            new("settling/fallMillimetresMost", Side.Above, Zinc, a => a.Settling!.FallMillimetres!.Value, FindingCodes.Settling),
            new("pouring/additionPercentFrom", Side.From, Cold(60m), _ => 60, FindingCodes.SeizeRisk),
            // Mixing: (70 hot + 30 cold) / 100 comes to the border of pouring.
            new("pouring/additionCelsius", Side.Above, Cold(30m), a => Joins(a).Addition, FindingCodes.SeizeRisk),
            new("pouring/meltCelsius", Side.Above, Cold(30m), a => Joins(a).Hot, FindingCodes.SeizeRisk),
            new(
                "pouring/setKnownWithinCelsius",
                Side.Below,
                Late,
                a => a.Firmness.SetPointCelsius()!.Value - a.Resolved.Ingredients[^1].AddBelowCelsius!.Value,
                FindingCodes.WindowClosed,
                Severity.Note
            ),
            .. Enumerable
                .Range(0, Some.Catalogue.Rules.Stages.Stages.Length)
                .Select(row => new Border(
                    $"stages/stages/{row}/celsius",
                    Side.Below,
                    Heated(row),
                    a => a.Resolved.Ingredients[0].AddBelowCelsius!.Value,
                    FindingCodes.StageTooHot
                )),
            new(
                "stability/grainyButterPercentFrom",
                Side.From,
                Some.Lines(ProductForm.Butter, "shea-butter-refined 15", "jojoba-oil"),
                _ => 15,
                a => StabilityReport.Of(a, []).Notes.Any(note => note.Code == "may-grain")
            ),
            new(
                "stability/bloomPercentFrom",
                Side.From,
                Some.Lines(ProductForm.Bar, "cocoa-butter 25", "beeswax 20", "jojoba-oil"),
                _ => 25,
                a => StabilityReport.Of(a, []).Notes.Any(note => note.Code == "may-bloom")
            ),
            new(
                "stability/paintFromLinolenicPercent",
                Side.From,
                Some.Lines(ProductForm.Balm, "flaxseed-oil 20", "beeswax 15", "olive-oil"),
                a => a.Keeping.LinolenicPercent,
                a => Smells(a, "paint")
            ),
            new(
                "stability/nutsFromPolyunsaturatedPercent",
                Side.From,
                Some.Lines(ProductForm.Balm, "sweet-almond-oil 40", "beeswax 15", "coconut-oil"),
                a => a.Keeping.PolyunsaturatedPercent!.Value,
                a => Smells(a, "nuts")
            ),
        ];
}
