using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Tests;

/// <summary>A whole formula made something else at one stroke, and what is different between two formulas.</summary>
public class SwitchTests
{
    private static readonly Formula Balm = Some.Lines(
        ProductForm.Balm,
        "beeswax 14",
        "lanolin 5",
        "coconut-oil 12",
        "shea-butter-refined 15",
        "sweet-almond-oil",
        "tocopherol-mixed 0.5",
        "lavender-oil 0.3"
    );

    public static TheoryData<string, string> Declared =>
        new()
        {
            { "vegan", "vegan" },
            { "without-bee", "beeFree" },
            { "without-nut", "nutFree" },
            { "without-coconut", "coconutFree" },
            { "without-lanolin", "lanolinFree" },
            { Switch.Unscented, "fragranceFree" },
        };

    [Theory]
    [MemberData(nameof(Declared))]
    public void A_switched_formula_may_declare_what_it_became(string kind, string property)
    {
        var made = Of(Balm, kind);
        made.Refusals.ShouldBeEmpty();
        made.Before.Declares.Holds(property).ShouldBeFalse("else there would be nothing to do");
        made.After.Declares.Holds(property).ShouldBeTrue();
        Some.Totals(made.Formula).Total.ShouldBe(100m);
        Some.Edited(Balm, made.Edits).Lines.ShouldBe(made.Formula.Lines);
        made.After.Findings.Count(finding => finding.Severity == Severity.Stop)
            .ShouldBeLessThanOrEqualTo(made.Before.Findings.Count(finding => finding.Severity == Severity.Stop));
        Of(made.Formula, kind).Edits.ShouldBeEmpty("it is so already");
    }

    [Fact]
    public void For_hot_weather_it_holds_its_shape_at_the_heat_of_summer_or_says_why_not()
    {
        var stick = Some.Lines(ProductForm.Stick, "beeswax 18", "candelilla-wax 4", "cocoa-butter 12", "sunflower-oil-high-oleic");
        var made = Of(stick, Switch.HotWeather);
        made.Refusals.ShouldBeEmpty();
        made.Formula.Climate.HighCelsius.ShouldBe(Some.Catalogue.Rules.Climates.HotWeatherCelsius);
        made.After.Findings.ShouldNotContain(finding => finding.Code == FindingCodes.TooSoftWarm);

        var soft = Of(
            Some.Lines(ProductForm.Stick, "beeswax 12", "sunflower-oil-high-oleic") with
            {
                Climate = new Climate(5, 55),
            },
            Switch.HotWeather
        );
        soft.Edits.ShouldBeEmpty();
        soft.Refusals.ShouldContain(reason => reason.Plain.Contains("55 °C"));
    }

    [Fact]
    public void Nothing_in_the_larder_that_would_do_is_said() =>
        Of(Balm, "without-bee", [Some.Catalogue.Find("zinc-oxide")!]).Refusals.ShouldHaveSingleItem().Plain.ShouldContain("beeswax");

    [Fact]
    public void What_is_different_is_said_in_words()
    {
        var after = Some.Edited(
            Balm,
            [new SetPercent(0, 16.5m), new RemoveLine(1), new AddLine("A", "carnauba-wax", 2m), ClimateOf(5, 34)]
        );
        var comparison = FormulaComparison.Of(Balm, after, Some.Catalogue.Herbs);
        comparison
            .Words(slug => Some.Catalogue.Find(slug)!.Name)
            .ShouldBe([
                "beeswax 14 to 16.50",
                "carnauba wax in at 2",
                "lanolin out, was 5",
                "climate: 5 to 30 °C to 5 to 34 °C",
                "sweet almond oil follows to 53.70",
            ]);
        FormulaComparison.Of(Balm, Balm, Some.Catalogue.Herbs).IsSame.ShouldBeTrue();
        FormulaComparison.Of(after, Balm, Some.Catalogue.Herbs).Doses.Single(dose => dose.Ingredient == "lanolin").By.ShouldBe(5m);
    }

    /// <summary>Lines of the same ingredient count together, wherever they stand.</summary>
    [Fact]
    public void Doses_are_compared_by_ingredient()
    {
        var one = Some.Lines(ProductForm.Balm, "beeswax 14", "shea-butter-refined 20", "sunflower-oil-high-oleic");
        var two = Some.Lines(ProductForm.Balm, "shea-butter-refined 12", "beeswax 14", "shea-butter-refined 8", "sunflower-oil-high-oleic");
        FormulaComparison.Of(one, two, Some.Catalogue.Herbs).Doses.ShouldAllBe(dose => dose.IsSame);
    }

    private static SetField ClimateOf(int low, int high) =>
        new("climate", System.Text.Json.JsonSerializer.SerializeToElement(new { lowCelsius = low, highCelsius = high }));

    private static SwitchProposal Of(Formula formula, string kind, IReadOnlyCollection<Ingredient>? present = null) =>
        Switch.Of(formula, kind, present ?? Some.Catalogue.Ingredients, Some.Catalogue, EvaluationSettings.Default);

    /// <summary>Written first: of the good formulas that hold beeswax, wool fat or tallow, a maker makes nearly all vegan without a new
    /// caution; where candelilla alone would crumble, with a blend. Left over are a pot of wool fat that becomes one of shea,
    /// which grains unless it is cooled fast, and a bar that is wax and hard butter only.</summary>
    [Fact]
    public void What_is_made_vegan_is_what_a_maker_would_make()
    {
        var (tried, cautioned) = (0, new List<string>());
        foreach (var row in PanelCases.Rows("good"))
        {
            var (formula, settings) = PanelCases.Formula(row[1], row[2]);
            var made = Switch.Of(formula, "vegan", Some.Catalogue.Ingredients, Some.Catalogue, settings);
            if (made.Edits.IsEmpty)
                continue;
            tried++;
            made.Refusals.ShouldBeEmpty(row[0]);
            made.After.Declares.Holds("vegan").ShouldBeTrue(row[0]);
            var before = made.Before.Findings.Select(finding => finding.Code).ToHashSet();
            if (made.After.Findings.Any(finding => finding.Severity != Severity.Note && !before.Contains(finding.Code)))
                cautioned.Add(row[0]);
        }

        tried.ShouldBeGreaterThanOrEqualTo(70);
        cautioned.ShouldBe(["Nipple balm of wool fat", "Hand ointment of lanolin", "Lotion bar with shea"], ignoreOrder: true);
        var thirds = PanelCases.Rows("good").Single(row => row[0] == "Thirds");
        Of(PanelCases.Formula(thirds[1], thirds[2]).Formula, "vegan")
            .Formula.Lines.Select(line => line.Ingredient)
            .ShouldContain("cetyl-alcohol", "candelilla alone would crumble, and a fatty alcohol lets it yield");
    }
}
