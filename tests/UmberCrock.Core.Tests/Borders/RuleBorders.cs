using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Keeping;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Topics.Making;
using UmberCrock.Core.Topics.Stability;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Tests.Borders;

/// <summary>Every single threshold of the rules, and on which side of it something is seen. Written down before it was run.</summary>
internal static partial class RuleBorders
{
    private static readonly Formula Balm = Some.Lines(ProductForm.Balm, "beeswax 20", "sunflower-oil 30", "jojoba-oil");

    private static readonly Formula Rinsed = Some.Lines(
        ProductForm.Balm,
        "beeswax 8",
        "cetearyl-alcohol 6",
        "polysorbate-80 5",
        "sunflower-oil-high-oleic"
    ) with
    {
        Exposure = Exposure.RinseOff,
    };

    /// <summary>An emulsifier for water in oil where oil is to go into water; wax and an own mineral have no required HLB.</summary>
    private static readonly Formula OilLoving = Some.Lines(
        ProductForm.Balm,
        "beeswax 8",
        "sorbitan-oleate 15",
        "lanolin 10",
        "sunflower-oil-high-oleic"
    ) with
    {
        Exposure = Exposure.RinseOff,
    };

    private static readonly Formula Wet = Some.Lines(ProductForm.Balm, "water 8", "polyglyceryl-4-oleate 2", "beeswax 15", "jojoba-oil");

    private static readonly Formula Zinc = Some.Lines(ProductForm.Sunscreen, "zinc-oxide 12", "beeswax 8", "fractionated-coconut-oil");

    private static readonly Formula Scented = Some.Lines(ProductForm.Balm, "lavender-oil 0.4", "beeswax 15", "jojoba-oil");

    public static IEnumerable<Border> Doses =>
        Enumerable
            .Range(0, Some.Catalogue.Rules.Phototoxic.Oils.Length)
            .Select(row => new Border(
                $"phototoxic/oils/{row}/maxPercent",
                Side.Above,
                Some.Lines(ProductForm.Balm, $"{Some.Catalogue.Rules.Phototoxic.Oils[row].Ingredient} 0.9", "beeswax 15", "jojoba-oil"),
                _ => 0.9,
                FindingCodes.Phototoxic,
                Severity.Stop
            ));

    public static IEnumerable<Border> Keeping =>
        [
            new(
                "antioxidants/polyunsaturatedPercentFrom",
                Side.From,
                Balm,
                a => (double)AntioxidantFindings.PolyunsaturatedPercent(a.Resolved),
                FindingCodes.AntioxidantMissing
            ),
            new(
                "antioxidants/cautionPercentFrom",
                Side.From,
                Balm,
                a => (double)AntioxidantFindings.PolyunsaturatedPercent(a.Resolved),
                FindingCodes.AntioxidantMissing,
                Severity.Caution
            ),
            new(
                "antioxidants/antioxidantPercentFrom",
                Side.Below,
                With(Balm, "tocopherol-mixed", 0.3m),
                _ => 0.3,
                FindingCodes.AntioxidantMissing
            ),
            new(
                "months/countsFromPercent",
                Side.From,
                Some.Lines(ProductForm.Balm, "beeswax 20", "hemp-seed-oil 2", "jojoba-oil"),
                _ => 2,
                a => a.Keeping.Weakest == "hemp-seed-oil"
            ),
            new(
                "months/antioxidantActsFromPolyunsaturated",
                Side.From,
                With(Balm, "tocopherol-mixed", 0.3m) with
                {
                    Climate = new Climate(10, 34),
                },
                a => a.Keeping.PolyunsaturatedPercent!.Value,
                a => a.Keeping.Factors.Any(factor => factor.Factor > 1)
            ),
            new(
                "months/antioxidantActsToLinolenic",
                Side.Above,
                Some.Lines(ProductForm.Balm, "beeswax 15", "flaxseed-oil 10", "tocopherol-mixed 0.3", "sunflower-oil") with
                {
                    Climate = new Climate(10, 34),
                },
                a => a.Keeping.LinolenicPercent,
                a => a.Keeping.Factors.All(factor => factor.Factor < 1)
            ),
            new(
                "months/warmFromCelsius",
                Side.From,
                Balm with
                {
                    Climate = new Climate(10, 27),
                },
                _ => 27,
                a => a.Keeping.Factors.Any(factor => factor.Words.ToString().Contains("warmth", StringComparison.Ordinal))
            ),
            new(
                "rancidity/polyunsaturatedFrom",
                Side.From,
                Balm with
                {
                    Climate = new Climate(10, 34),
                },
                a => a.Keeping.PolyunsaturatedPercent!.Value,
                FindingCodes.Rancidity
            ),
            new(
                "rancidity/linolenicMonthsBelow",
                Side.Below,
                Some.Lines(ProductForm.Balm, "beeswax 15", "chia-seed-oil"),
                a => a.Keeping.Months!.Value,
                FindingCodes.Rancidity
            ),
            new("rancidity/monthsBelow", Side.Below, Balm, a => a.Keeping.Months!.Value, FindingCodes.Rancidity),
        ];

    private static bool Smells(Assessment a, string of) =>
        StabilityReport.Of(a, []).Notes.Any(note => note.Code == "turns-first" && note.Text.ToString().Contains(of));

    private static Formula Weighed => Some.Lines(ProductForm.Balm, "lavender-oil 0.5", "beeswax 12.34", "jojoba-oil");

    private static IntakeReport Read(Assessment a, string text) =>
        IntakeReader.Read(text, a.Resolved.Catalogue, a.Resolved.Settings, new IntakeOptions());

    private static IntakeReport Slipped(Assessment a) => Read(a, "20 g beeswax\n75 g olive oil\n5 g mixed tocopherols");

    private static decimal MostTocopherol(Assessment a) =>
        DosePlacement
            .WindowFor(Slipped(a).Formula, a.Resolved.Catalogue.Find("tocopherol-mixed")!, a.Resolved.Rules, a.Resolved.Settings)!
            .MaxPercent!.Value;

    private static Stage StageTold(Assessment a, int celsius) =>
        Read(a, $"20 g beeswax\n80 g olive oil\nMelt the beeswax. At {celsius} C add the olive oil.").Formula.Phases[^1].Stage;

    private static ImmutableArray<ClaimProblem> Problems(Assessment a, string text) => ClaimCheck.Of(text, a.Resolved);

    private static IEnumerable<string> WeighedFindings(Assessment a) =>
        WeighSheet
            .Of(a.Resolved.Formula, a.Resolved.Catalogue, a.Resolved.Settings, new WeighRequest(100m, [], 0m, 0.1m, 0m))
            .Findings.Select(finding => finding.Code);

    private static Formula Parting(params string[] oils) => Some.Lines(ProductForm.Balm, ["beeswax 30", "castor-oil 2", .. oils]);

    private static Formula Soft =>
        Some.Lines(ProductForm.Stick, "beeswax 13", "cocoa-butter 40", "jojoba-oil") with
        {
            Climate = new Climate(5, 30),
        };

    private static Formula Whip =>
        Some.Lines(ProductForm.WhippedButter, "shea-butter-refined 60", "jojoba-oil") with
        {
            Climate = new Climate(5, 26),
        };

    private static Formula Crumbly => Some.Lines(ProductForm.Stick, "candelilla-wax 14", "jojoba-oil");

    private static Formula Weeping =>
        Some.Lines(ProductForm.Ointment, "shea-butter-refined 45", "jojoba-oil") with
        {
            Climate = new Climate(5, 30),
        };

    /// <summary>A stick whose fragrance goes in below where the mix sets.</summary>
    private static Formula Late => In(Some.Lines(ProductForm.Stick, "beeswax 25", "jojoba-oil", "bakuchiol 1"), 2, "B");

    private static Formula With(Formula formula, string slug, decimal percent) =>
        formula.Lines.Any(line => line.Ingredient == slug)
            ? formula with
            {
                Lines = [.. formula.Lines.Select(line => line.Ingredient == slug ? line with { Percent = percent } : line)],
            }
            : formula with
            {
                Lines = formula.Lines.Add(new FormulaLine("A", slug, percent)),
            };

    private static Formula In(Formula formula, int line, string phase) =>
        formula with
        {
            Lines = formula.Lines.SetItem(line, formula.Lines[line] with { Phase = phase }),
        };

    /// <summary>Oil that goes cold into a melt of beeswax.</summary>
    private static Formula Cold(decimal percent) =>
        In(Some.Lines(ProductForm.Stick, "beeswax 25", "jojoba-oil", $"castor-oil {percent:0}"), 2, "B");

    private static (double Addition, double Hot) Joins(Assessment a)
    {
        var rules = a.Resolved.Rules;
        var border = a.Firmness.ThickensAtCelsius()!.Value;
        return ((border - (0.7 * rules.Pouring.MeltCelsius)) / 0.3, (border - (0.3 * rules.Pouring.AdditionCelsius)) / 0.7);
    }

    /// <summary>Something that bears little heat, in a phase of that stage.</summary>
    private static Formula Heated(int row) =>
        Some.Lines(ProductForm.Balm, "lavender-oil 1", "jojoba-oil") with
        {
            Phases = [new("A", "Here", Some.Catalogue.Rules.Stages.Stages[row].Stage)],
        };

    private static double Linalool(Assessment a) => (double)a.Resolved.SumOf(["Linalool"]).High;

    private static bool NamesLinalool(Assessment a) => IngredientList.Eu(a.Resolved).Allergens.Any(allergen => allergen.Inci == "Linalool");

    private static ListedIngredient Listed(Assessment a, string inci) =>
        IngredientList.Eu(a.Resolved).Items.Single(item => item.Inci == inci);

    /// <summary>A mix of beeswax whose firmness lies nearest to where a band begins.</summary>
    private static Border BandBorder(int band)
    {
        var from = Some.Catalogue.Rules.Texture.Bands[band].FromFirmness;
        var percent = Enumerable
            .Range(1, 600)
            .Select(tenth => tenth / 10m)
            .MinBy(wax => Math.Abs(Some.FirmnessAt(20, ("beeswax", wax), ("jojoba-oil", 100m - wax)) - from));
        return new Border(
            $"texture/bands/{band}/fromFirmness",
            Side.From,
            Some.Formula(ProductForm.Balm, ("beeswax", percent), ("jojoba-oil", null)),
            a => a.Firmness.At(20).Firmness,
            a => a.Firmness.BandAt(20) == Some.Catalogue.Rules.Texture.Bands[band].Band
        );
    }
}
