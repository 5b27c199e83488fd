using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Keeping;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Tests.Borders;

/// <summary>Thresholds of labels, of texture, and of what is read and weighed.</summary>
internal static partial class RuleBorders
{
    public static IEnumerable<Border> Labels =>
        [
            new("label/allergenLeaveOnPercent", Side.Above, Scented, Linalool, NamesLinalool) { Step = 1e-6 },
            new("label/allergenRinseOffPercent", Side.Above, Scented with { Exposure = Exposure.RinseOff }, Linalool, NamesLinalool)
            {
                Step = 1e-6,
            },
            new(
                "label/freeOrderBelowPercent",
                Side.Below,
                Some.Lines(ProductForm.Balm, "lanolin 1.5", "beeswax 15", "jojoba-oil"),
                _ => 1.5,
                a => Listed(a, "Lanolin").AnyOrder
            ),
            new(
                "label/mainlyFromPercent",
                Side.From,
                Some.Lines(ProductForm.Balm, "lavender-oil 0.005", "beeswax 15", "jojoba-oil"),
                a => (double)a.Resolved.Ingredients[0].Composition.Max(part => part.HighPercent),
                a => IngredientList.Eu(a.Resolved).Items.Any(item => item.Inci.StartsWith("Lavandula", StringComparison.Ordinal))
            )
            {
                Settings = new() { TraceBelowPercent = 1m },
            },
            new(
                "label/longestBestBeforeMonths",
                Side.Above,
                Balm,
                a => Math.Floor(a.Keeping.Months!.Value),
                a => Durability.Of(a.Resolved, null, [])!.OpenMonths is not null
            )
            {
                Step = 1,
            },
        ];

    public static IEnumerable<Border> Texture =>
        [
            new(
                "feel/tackFrom",
                Side.Above,
                Some.Lines(ProductForm.Balm, "lanolin 50", "lanolin"),
                a => a.Resolved.Ingredients[0].Feel!.Tack,
                a => a.Feel.Tack > 0
            ),
            new(
                "texture/knownWithin",
                Side.Below,
                Soft,
                a => a.Resolved.Rules.Texture.FromOf(TextureFindings.LeastWarm(a.Resolved)) - a.Firmness.At(30).Firmness,
                FindingCodes.TooSoftWarm,
                Severity.Note
            ),
            .. Enumerable.Range(1, Some.Catalogue.Rules.Texture.Bands.Length - 1).Select(BandBorder),
            // A whip holds its air from a firmness less this slack.
            new(
                "texture/structure/whipSlack",
                Side.Above,
                Whip,
                a =>
                    StructureFindings.HoldsAirFrom(a.Resolved.Rules.Texture)
                    + a.Resolved.Rules.Texture.Structure.WhipSlack
                    - a.Firmness.At(26).Firmness,
                FindingCodes.WhipCollapse
            ),
            new(
                "texture/structure/brittleShare",
                Side.From,
                Crumbly,
                a => StructureFindings.BrittleShare(a.Firmness),
                FindingCodes.Brittle
            ),
            new("texture/structure/brittleFromFirmness", Side.From, Crumbly, a => a.Firmness.At(20).Firmness, FindingCodes.Brittle),
            new("texture/structure/meltedBelowSolid", Side.From, Weeping, a => a.Firmness.At(30).SolidPercent, FindingCodes.OilBleed),
            new(
                "texture/structure/oilHeldByFamily/beeswax",
                Side.Above,
                Some.Lines(ProductForm.Ointment, "beeswax 8", "jojoba-oil"),
                a => a.Firmness.LiquidPercentAt(30) / a.Firmness.At(30).SolidPercent,
                FindingCodes.OilBleed
            ),
            new(
                "texture/structure/grainHighPercent",
                Side.From,
                Some.Lines(ProductForm.Butter, "shea-butter-refined 40", "jojoba-oil"),
                _ => 40,
                FindingCodes.GrainRisk,
                Severity.Caution
            ),
            new(
                "texture/structure/grainCautionPercent",
                Side.From,
                Some.Lines(ProductForm.Butter, "shea-butter-refined 50", "jojoba-oil"),
                _ => 50,
                FindingCodes.GrainRisk,
                Severity.Caution
            ),
            new(
                "texture/structure/grainSomePercent",
                Side.From,
                Some.Lines(ProductForm.Butter, "cupuacu-butter 40", "jojoba-oil"),
                _ => 40,
                FindingCodes.GrainRisk,
                Severity.Note
            ),
        ];

    public static IEnumerable<Border> Reading =>
        [
            new(
                "intake/sureScore",
                Side.From,
                Balm,
                a => IngredientMatcher.For(a.Resolved.Catalogue).Find("golden river jojoba oil")[0].Score,
                a => Read(a, "10 g golden river jojoba oil").Lines[0].Ingredient is not null
            ),
            new("intake/method/coolToCelsius", Side.Above, Balm, _ => 45, a => StageTold(a, 45) != Stage.Cool) { Step = 1 },
            new("intake/method/warmToCelsius", Side.Above, Balm, _ => 62, a => StageTold(a, 62) != Stage.Warm) { Step = 1 },
            new(
                "intake/slippedTimes",
                Side.Above,
                Balm,
                a => (double)(Slipped(a).Lines[2].Percent!.Value / MostTocopherol(a)),
                a => Slipped(a).Findings.Any(finding => finding.Code == FindingCodes.IntakeTenfold)
            ),
            new("intake/nameScore", Side.From, Balm, _ => 1, a => Read(a, "jojoba oil").Lines.Length == 1),
            new(
                "intake/claimWithin",
                Side.Above,
                Balm,
                _ => 0.03,
                a => Read(a, "Makes 100 g\nbeeswax 20 g\njojoba oil 77 g").Findings.Any(finding => finding.Code == FindingCodes.IntakeTotal)
            ),
            new(
                "names/likelyScore",
                Side.From,
                Balm,
                a => IngredientMatcher.For(a.Resolved.Catalogue).Find("golden river jojoba oil")[0].Score,
                a =>
                    IngredientMatcher
                        .For(a.Resolved.Catalogue)
                        .Find("golden river jojoba oil")
                        .Any(match => match.Ingredient.Slug == "jojoba-oil")
            ),
            new("claims/negationWithin", Side.Above, Balm, _ => 3, a => Problems(a, "Never once made with honey").Length > 0) { Step = 1 },
            // Half a gram of scent on a scale that shows a tenth: five steps.
            new("scale/leastSteps", Side.Below, Weighed, _ => 5, a => WeighedFindings(a).Contains(FindingCodes.Unweighable)) { Step = 1 },
            // 12.34 g are shown as 12.3: 0.04 of 12.34.
            new(
                "scale/noticeablePercent",
                Side.Above,
                Weighed,
                _ => (double)(4m / 12.34m),
                a => WeighedFindings(a).Contains(FindingCodes.Rounding)
            ),
        ];
}
