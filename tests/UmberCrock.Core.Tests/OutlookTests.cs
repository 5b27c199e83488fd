using UmberCrock.Core.Demo;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;
using UmberCrock.Tests;

namespace UmberCrock.Core.Tests;

/// <summary>Feel, keeping, settling, confidence, stability notes and explanations. What is not said to be from a document is common
/// practice.</summary>
public class OutlookTests
{
    /// <summary>Common practice: recipes that everyone starts from glide, are not greasy beyond what is expected, do not stick and are not
    /// chalky.</summary>
    [Theory]
    [InlineData(ProductForm.Balm, "beeswax 20", "olive-oil")]
    [InlineData(ProductForm.LipBalm, "beeswax 25", "shea-butter-refined 15", "castor-oil 15", "sunflower-oil-high-oleic")]
    [InlineData(ProductForm.Bar, "beeswax 33.3", "cocoa-butter 33.3", "sweet-almond-oil")]
    [InlineData(ProductForm.WhippedButter, "shea-butter-refined 70", "arrowroot-starch 6", "sweet-almond-oil")]
    [InlineData(ProductForm.Ointment, "beeswax 10", "olive-oil")]
    [InlineData(ProductForm.ConditionerBar, "behentrimonium-methosulfate-25 40", "cetyl-alcohol 30", "cocoa-butter")]
    public void The_recipes_everyone_starts_from_feel_right(ProductForm form, params string[] lines) =>
        Some.Evaluate(Some.Lines(form, lines))
            .Findings.Select(finding => finding.Code)
            .ShouldNotContain(code =>
                code == FindingCodes.Drag || code == FindingCodes.Greasy || code == FindingCodes.Tacky || code == FindingCodes.Chalky
            );

    /// <summary>Common practice: powder dries a butter, wax makes it drag, castor oil makes it stick, and a dry ester takes grease
    /// away.</summary>
    [Fact]
    public void Feel_moves_the_way_practitioners_say()
    {
        FeelReport Of(params string[] lines) => Some.Evaluate(Some.Lines(ProductForm.Balm, lines)).Feel;
        var plain = Of("beeswax 15", "shea-butter-refined 15", "olive-oil");
        Of("beeswax 15", "shea-butter-refined 15", "arrowroot-starch 10", "olive-oil").Greasiness.ShouldBeLessThan(plain.Greasiness);
        Of("beeswax 15", "shea-butter-refined 15", "arrowroot-starch 10", "olive-oil").Powderiness.ShouldBeGreaterThan(plain.Powderiness);
        Of("beeswax 30", "shea-butter-refined 15", "olive-oil").Drag.ShouldBeGreaterThan(plain.Drag);
        Of("beeswax 15", "shea-butter-refined 15", "castor-oil 30", "olive-oil").Tack.ShouldBeGreaterThan(plain.Tack);
        Of("beeswax 15", "shea-butter-refined 15", "coco-caprylate 30", "olive-oil").Greasiness.ShouldBeLessThan(plain.Greasiness);
    }

    /// <summary>What has run shows nothing (ISO/TR 18811, from memory: conditions that do not change the product beyond use): warm jars
    /// stand at the hottest of 40, 37 and 30 C that the form stands. A wax balm stands 40, an oil is kept there as it is; a bar that melts
    /// at 30 stands at none, and a closed vial at 40 shows colour and smell. (Of the bar with cocoa butter 8 % of wax were expected to
    /// do for 30 C first; by its own curve it is an ointment there.)</summary>
    [Theory]
    [InlineData(ProductForm.Bar, null, "cocoa-butter 70", "coconut-oil")]
    [InlineData(ProductForm.Bar, 40, "beeswax 30", "cocoa-butter 40", "jojoba-oil")]
    [InlineData(ProductForm.Bar, 30, "cocoa-butter 55", "beeswax 11", "jojoba-oil")]
    [InlineData(ProductForm.Balm, 40, "beeswax 25", "olive-oil")]
    [InlineData(ProductForm.BodyOil, 40, "olive-oil 60", "jojoba-oil")]
    public void The_warm_shelf_is_one_it_can_stand_on(ProductForm form, int? celsius, params string[] lines)
    {
        var result = Some.Evaluate(Some.Lines(form, lines) with { Climate = new Climate(5, 30) }).Stability;
        result.WarmCelsius.ShouldBe(celsius);
        var warm = result.Plan.Where(check => check.Condition.ToString().StartsWith("warm", StringComparison.Ordinal)).ToList();
        warm.Select(check => check.Condition.ToString())
            .Distinct()
            .ShouldBe([celsius is { } stands ? $"warm, {stands} °C" : "warm, a closed vial, 40 °C"]);
        if (celsius is null)
            warm.ShouldAllBe(check => check.Look.Length == 1 && check.Look[0] == "colour and smell against the first day");
    }

    /// <summary>The border: just above the softest texture that stands it stands there, just below it does not, whatever the wax.</summary>
    [Fact]
    public void It_stands_from_the_border_of_its_texture_on()
    {
        var rules = Some.Catalogue.Rules.Texture;
        var (stood, fell) = (0, 0);
        for (var wax = 1m; wax <= 30m; wax += 0.25m)
        {
            var formula = Some.Lines(ProductForm.Bar, $"beeswax {wax}", "cocoa-butter 30", "olive-oil");
            var result = Some.Evaluate(formula);
            decimal? hottest = new[] { 40m, 37m, 30m }
                .Where(celsius => result.Melt.Curve[(int)celsius].Firmness >= rules.FromOf(Band.SoftButter))
                .Select(celsius => (decimal?)celsius)
                .Max();
            result.Stability.WarmCelsius.ShouldBe(hottest, $"{wax} % beeswax");
            (stood, fell) = hottest is null ? (stood, fell + 1) : (stood + 1, fell);
        }

        (stood > 0, fell > 0).ShouldBe((true, true));
    }

    /// <summary>Common practice: linseed turns like paint, almond like old nuts, a fat of short saturated chains goes soapy.</summary>
    [Theory]
    [InlineData("paint", "flaxseed-oil 30", "beeswax 15", "olive-oil")]
    [InlineData("paint", "rosehip-oil 30", "beeswax 15", "olive-oil")]
    [InlineData("nuts", "beeswax 15", "sweet-almond-oil")]
    [InlineData("soap", "coconut-oil 60", "cocoa-butter")]
    public void What_turns_smells_as_its_fats_do(string of, params string[] lines)
    {
        var note = Some.Evaluate(Some.Lines(ProductForm.Balm, lines)).Stability.Notes.Single(note => note.Code == "turns-first");
        note.Text.ToString().ShouldContain(of);
        if (of != "paint")
            note.Text.ToString().ShouldNotContain("paint");
    }

    /// <summary>Common practice, and every chocolate maker's: cocoa butter can bloom; shea does not.</summary>
    [Fact]
    public void Cocoa_butter_can_bloom()
    {
        bool Blooms(params string[] lines) =>
            Some.Evaluate(Some.Lines(ProductForm.Bar, lines)).Stability.Notes.Any(note => note.Code == "may-bloom");
        Blooms("cocoa-butter 40", "beeswax 20", "jojoba-oil").ShouldBeTrue();
        Blooms("shea-butter-refined 40", "beeswax 20", "jojoba-oil").ShouldBeFalse();
    }

    /// <summary>By weight, oils that each keep a and b months keep 1 / (share / a + share / b): rates of turning add up.</summary>
    [Fact]
    public void Both_schools_of_how_long_it_keeps()
    {
        var balm = Some.Lines(ProductForm.Balm, "jojoba-oil 80", "sunflower-oil 20");
        var (jojoba, sunflower) = (
            Some.Catalogue.Find("jojoba-oil")!.ShelfLifeMonths!.Value,
            Some.Catalogue.Find("sunflower-oil")!.ShelfLifeMonths!.Value
        );
        var report = Some.Evaluate(balm).Keeping;
        report.Weakest.ShouldBe("sunflower-oil");
        report.MonthsByWeakest!.Value.ShouldBe(sunflower, 1e-9);
        report.MonthsByWeight!.Value.ShouldBe(1 / ((0.8 / jojoba) + (0.2 / sunflower)), 1e-9);
        report.Months.ShouldBe(report.MonthsByWeakest);
        Evaluator
            .Evaluate(balm, Some.Catalogue, EvaluationSettings.Default with { BestBefore = BestBeforeSchool.Weighted })
            .Keeping.Months.ShouldBe(report.MonthsByWeight);
    }

    [Theory]
    [InlineData(0.8, "iron-oxide-red 1")]
    [InlineData(0.7, "calendula-flowers 2")]
    public void What_lengthens_and_shortens_it(double factor, params string[] added)
    {
        var plain = Some.Evaluate(Some.Lines(ProductForm.Balm, "beeswax 15", "sunflower-oil 60", "jojoba-oil")).Keeping;
        var other = Some.Evaluate(Some.Lines(ProductForm.Balm, ["beeswax 15", "sunflower-oil 60", .. added, "jojoba-oil"])).Keeping;
        other.Months!.Value.ShouldBe(plain.Months!.Value * factor, 1e-9);
        other.Factors.ShouldHaveSingleItem().Factor.ShouldBe(factor);
    }

    [Fact]
    public void Heat_shortens_it_and_an_antioxidant_does_nothing_where_nothing_oxidises()
    {
        var balm = Some.Lines(ProductForm.Balm, "beeswax 15", "sunflower-oil");
        Some.Evaluate(balm with { Climate = new Climate(20, 38) })
            .Keeping.Months!.Value.ShouldBe(Some.Evaluate(balm).Keeping.Months!.Value * 0.75, 1e-9);
        Some.Evaluate(Some.Lines(ProductForm.Balm, "fractionated-coconut-oil", "tocopherol-mixed 0.5")).Keeping.Factors.ShouldBeEmpty();
    }

    [Fact]
    public void A_dispersant_keeps_zinc_up_and_clumps_fall()
    {
        var bare = Some.Evaluate(FindingExamples.ByCode[FindingCodes.Settling]).Settling!;
        var dispersed = Some.Evaluate(Some.Demo("Noontide zinc stick")).Settling!;
        (bare.Dispersed, dispersed.Dispersed).ShouldBe((false, true));
        bare.FallMillimetres!.Value.ShouldBeGreaterThan(5 * dispersed.FallMillimetres!.Value);
        bare.StirUntilCelsius!.Value.ShouldBeLessThan(bare.PourCelsius);
        Some.Evaluate(Some.Lines(ProductForm.Balm, "beeswax 15", "olive-oil")).Settling.ShouldBeNull();
    }

    /// <summary>A powder in oil that never sets has no temperature to stir down to: it is shaken.</summary>
    [Fact]
    public void In_what_never_sets_it_is_shaken()
    {
        var lotion = Some.Lines(ProductForm.Ointment, "zinc-oxide 10", "sunflower-oil");
        var report = Some.Evaluate(lotion).Settling!;
        (report.StirUntilCelsius, report.FallMillimetres).ShouldBe((null, null));
        Some.Found(lotion, FindingCodes.Settling)!.Detail.ToString().ShouldContain("shake before use");
    }

    /// <summary>Powders that alone keep a paste from pouring do not set it: its crystals do, as it cools past where the first of them
    /// comes.</summary>
    [Fact]
    public void A_paste_sets_where_its_first_crystal_comes()
    {
        var melt = Some.Evaluate(Some.Lines(ProductForm.Butter, "shea-butter-refined 50", "arrowroot-starch 30", "sweet-almond-oil")).Melt;
        melt.SetPointCelsius!.Value.ShouldBe(melt.ClearPointCelsius!.Value - Some.Catalogue.Rules.Texture.Crystals["sus"], 1e-9);
    }

    [Fact]
    public void A_prediction_is_no_surer_than_what_carries_it()
    {
        MeltReport Of(params string[] lines) => Some.Evaluate(Some.Lines(ProductForm.Balm, lines)).Melt;
        Of("beeswax 15", "olive-oil").Confidence.ShouldBe(Confidence.Medium);
        Of("beeswax 15", "candelilla-wax 1", "olive-oil").Confidence.ShouldBe(Confidence.Medium, "a trace cannot be far out");
        Of("beeswax 10", "candelilla-wax 8", "olive-oil").Confidence.ShouldBe(Confidence.Low);
        Of("olive-oil").Confidence.ShouldBe(Confidence.High, "nothing crystallises in the room");
        Of("microcrystalline-wax 15", "olive-oil").FirmnessConfidence.ShouldBe(Confidence.Low, "no fact was there to fit its strength");
    }

    /// <summary>Notes restate results: each names what it rests on, and its figures are those of the evaluation.</summary>
    [Fact]
    public void Every_form_has_notes_that_say_because_and_a_plan()
    {
        foreach (var form in Enum.GetValues<ProductForm>())
        {
            var stability = Some.Evaluate(
                Some.Lines(form, "beeswax 15", "shea-butter-refined 25", "sunflower-oil", "tocopherol-mixed 0.5")
            ).Stability;
            stability.Notes.Length.ShouldBeGreaterThanOrEqualTo(2, form.ToString());
            stability.Notes.ShouldAllBe(note => note.Text.ToString().Length > 30 && note.Because.Plain.Any(char.IsAsciiDigit));
            stability.Notes.Select(note => note.Code).ShouldBeUnique();
            stability.Plan.Select(check => check.Day).ShouldBeInOrder();
            stability.Plan.ShouldAllBe(check => check.Look.Length >= 3);
        }
    }

    [Theory]
    [InlineData(FindingCodes.WhipCollapse, "falls-back")]
    [InlineData(FindingCodes.OilBleed, "bleeds-warm")]
    [InlineData(FindingCodes.Brittle, "crumbles")]
    [InlineData(FindingCodes.Settling, "sinks")]
    [InlineData(FindingCodes.GrainRisk, "may-grain")]
    [InlineData(FindingCodes.Rancidity, "turns-first")]
    [InlineData(FindingCodes.EmulsifierLow, "turns-milky")]
    [InlineData(FindingCodes.TooSoftWarm, "softens-warm")]
    [InlineData(FindingCodes.TooHardCold, "hardens-cold")]
    public void A_finding_has_its_note(string code, string note) =>
        Some.Evaluate(FindingExamples.ByCode[code]).Stability.Notes.Select(other => other.Code).ShouldContain(note);

    [Fact]
    public void An_empty_formula_has_no_notes_and_no_plan()
    {
        var stability = Some.Evaluate(Some.Formula(ProductForm.Balm)).Stability;
        (stability.Notes.Length, stability.Plan.Length).ShouldBe((0, 0));
    }

    /// <summary>Every number can be traced: each prediction of the demo is explained with equations, and every value under it has a
    /// source.</summary>
    [Fact]
    public void Every_prediction_is_explained_with_values_and_sources()
    {
        var topics = new HashSet<string>(StringComparer.Ordinal);
        foreach (var formula in DemoFormulas.Read().Concat(FindingExamples.ByCode.Values))
        {
            foreach (var explanation in Evaluator.Explain(formula, Some.Catalogue, EvaluationSettings.Default))
            {
                topics.Add(explanation.Topic);
                explanation.Equations.ShouldNotBeEmpty();
                explanation.Doubt.ToString().Length.ShouldBeGreaterThan(30);
                explanation.Values.ShouldAllBe(value => value.Source.Length > 5 && value.Value.ToString().Length > 3);
            }
        }

        topics.Order().ShouldBe(["emulsifier", "feel", "keeping", "melt", "settling", "texture"]);
        Evaluator
            .Explain(Some.Demo("Cox’s lip balm"), Some.Catalogue, EvaluationSettings.Default)
            .Select(explanation => explanation.Topic)
            .ShouldBe(["melt", "texture", "feel", "keeping"]);
    }

    [Fact]
    public void The_values_under_a_melt_are_those_of_its_fats_and_waxes()
    {
        var melt = Evaluator.Explain(Some.Demo("Cox’s lip balm"), Some.Catalogue, EvaluationSettings.Default)[0];
        melt.Values.Select(value => value.What).ShouldBe(["Beeswax", "Cocoa butter", "Shea butter (refined)"], ignoreOrder: true);
        melt.Values[0].Value.ToString().ShouldContain("melting at 63.9 °C");
    }
}
