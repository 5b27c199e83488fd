using UmberCrock.Core.Findings;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests.Intake;

/// <summary>
/// Single lines in the styles people write. Sizes of units are the legal definitions: NIST Handbook 44 Appendix C (ounce 28.349523125 g,
/// pound 453.59237 g,
/// teaspoon 4.92892159375 mL, tablespoon 14.78676478125 mL, cup 236.5882365 mL, fluid ounce 29.5735295625 mL), the SI, and the metric
/// kitchen (5, 15, 250 mL).
/// Names and styles are common practice.
/// </summary>
public class IntakeLineTests
{
    [Theory]
    [InlineData("20 g beeswax", "beeswax", 20, "g", 20)]
    [InlineData("20g beeswax", "beeswax", 20, "g", 20)]
    [InlineData("beeswax 20 g", "beeswax", 20, "g", 20)]
    [InlineData("Beeswax: 20 grams", "beeswax", 20, "g", 20)]
    [InlineData("Beeswax - 20 gr.", "beeswax", 20, "g", 20)]
    [InlineData("- 20 g beeswax", "beeswax", 20, "g", 20)]
    [InlineData("• beeswax (20 g)", "beeswax", 20, "g", 20)]
    [InlineData("* 20 g organic beeswax pellets, grated", "beeswax", 20, "g", 20)]
    [InlineData("beeswax ....... 20 g", "beeswax", 20, "g", 20)]
    [InlineData("12.5 g beeswax", "beeswax", 12.5, "g", 12.5)]
    [InlineData("12,5 g beeswax", "beeswax", 12.5, "g", 12.5)]
    [InlineData(".5 g vitamin E", "tocopherol-mixed", 0.5, "g", 0.5)]
    [InlineData("1,000 g coconut oil", "coconut-oil", 1000, "g", 1000)]
    [InlineData("1.250,5 g coconut oil", "coconut-oil", 1250.5, "g", 1250.5)]
    [InlineData("500 mg allantoin", "allantoin", 500, "mg", 0.5)]
    [InlineData("1.5 kg tallow", "tallow", 1.5, "kg", 1500)]
    [InlineData("1 oz cocoa butter", "cocoa-butter", 1, "oz", 28.3495)]
    [InlineData("2 ounces of cocoa butter", "cocoa-butter", 2, "oz", 56.699)]
    [InlineData("1/4 lb lanolin", "lanolin", 0.25, "lb", 113.3981)]
    [InlineData("1 1/2 oz shea butter", "shea-butter-refined", 1.5, "oz", 42.5243)]
    [InlineData("1-1/2 oz shea butter", "shea-butter-refined", 1.5, "oz", 42.5243)]
    [InlineData("1½ oz shea butter", "shea-butter-refined", 1.5, "oz", 42.5243)]
    [InlineData("½ oz. shea butter", "shea-butter-refined", 0.5, "oz", 14.1748)]
    [InlineData("2 oz (57 g) sweet almond oil", "sweet-almond-oil", 2, "oz", 56.699)]
    [InlineData("1/4 cup (55 g) sweet almond oil", "sweet-almond-oil", 55, "g", 55)]
    [InlineData("54 g sweet almond oil or any liquid oil", "sweet-almond-oil", 54, "g", 54)]
    [InlineData("20-30 g beeswax", "beeswax", 25, "g", 25)]
    [InlineData("20 to 30 g beeswax", "beeswax", 25, "g", 25)]
    [InlineData("20 – 30 g beeswax", "beeswax", 25, "g", 25)]
    [InlineData("twenty grams of beeswax", "beeswax", 20, "g", 20)]
    [InlineData("half an ounce of beeswax", "beeswax", 0.5, "oz", 14.1748)]
    [InlineData("about 20 g of good local beeswax", "beeswax", 20, "g", 20)]
    public void By_weight(string line, string slug, double amount, string unit, double grams)
    {
        var read = One(line);
        (read.Ingredient, (double)read.Amount!.Value, read.Unit).ShouldBe((slug, amount, unit));
        ((double)read.Grams!.Value).ShouldBe(grams, 0.0001);
        read.Weighed.ShouldBeTrue();
        read.Line.ShouldBe(0);
    }

    /// <summary>Millilitres by definition, times the ingredient's density: bulk density for what is poured in pieces, which is the value
    /// between a low and a high.</summary>
    [Theory]
    [InlineData("100 ml olive oil", "olive-oil", "ml", 100)]
    [InlineData("1 dl olive oil", "olive-oil", "dl", 100)]
    [InlineData("1 l olive oil", "olive-oil", "l", 1000)]
    [InlineData("2 tsp jojoba oil", "jojoba-oil", "tsp", 9.8578)]
    [InlineData("2 t jojoba", "jojoba-oil", "tsp", 9.8578)]
    [InlineData("2 teaspoons jojba oil", "jojoba-oil", "tsp", 9.8578)]
    [InlineData("3 T castor oil", "castor-oil", "tbsp", 44.3603)]
    [InlineData("3 tbsp. castor oil", "castor-oil", "tbsp", 44.3603)]
    [InlineData("3 heaped tablespoons arrowroot", "arrowroot-starch", "tbsp", 44.3603)]
    [InlineData("1/2 cup raw shea butter", "shea-butter-refined", "cup", 118.2941)]
    [InlineData("half a cup of coconut oil", "coconut-oil", "cup", 118.2941)]
    [InlineData("a cup of coconut oil", "coconut-oil", "cup", 236.5882)]
    [InlineData("2 fl oz sunflower oil", "sunflower-oil", "fl-oz", 59.1471)]
    [InlineData("2 fl. oz. sunflower oil", "sunflower-oil", "fl-oz", 59.1471)]
    [InlineData("2 fluid ounces sunflower oil", "sunflower-oil", "fl-oz", 59.1471)]
    [InlineData("1 pint olive oil", "olive-oil", "pint", 473.1765)]
    [InlineData("beeswax pellets, 3 tbsp", "beeswax", "tbsp", 44.3603)]
    public void By_volume(string line, string slug, string unit, double millilitres)
    {
        var read = One(line);
        (read.Ingredient, read.Unit, read.Weighed).ShouldBe((slug, unit, false));
        var ingredient = Some.Catalogue.Find(slug)!;
        var density = slug is "beeswax" or "arrowroot-starch" ? ingredient.BulkDensity! : ingredient.Density!;
        ((double)read.Grams!.Value).ShouldBe(millilitres * density.Value, 0.01);
        ((double)read.GramsLow!.Value).ShouldBe(millilitres * density.Low, 0.01);
        ((double)read.GramsHigh!.Value).ShouldBe(millilitres * density.High, 0.01);
        read.Assumed.ToString().ShouldContain("g/mL");
    }

    /// <summary>European Pharmacopoeia 2.1.1, from memory: 20 drops of water a millilitre; fine droppers make up to 40 (common practice),
    /// which is the low end.</summary>
    [Theory]
    [InlineData("40 drops lavender", "lavender-oil", 40, 2.0, 1.0)]
    [InlineData("40 drops of lavender essential oil", "lavender-oil", 40, 2.0, 1.0)]
    [InlineData("peppermint EO 10 drops", "peppermint-oil", 10, 0.5, 0.25)]
    [InlineData("10-20 drops sweet orange", "sweet-orange-oil", 15, 0.75, 0.25)]
    public void By_drops(string line, string slug, double drops, double millilitres, double atLeast)
    {
        var read = One(line);
        (read.Ingredient, (double)read.Amount!.Value, read.Unit, read.Weighed).ShouldBe((slug, drops, "drop", false));
        var density = Some.Catalogue.Find(slug)!.Density!;
        ((double)read.Grams!.Value).ShouldBe(millilitres * density.Value, 0.001);
        ((double)read.GramsLow!.Value).ShouldBe(atLeast * density.Low, 0.001);
        read.GramsHigh!.Value.ShouldBeGreaterThan(read.Grams.Value);
    }

    [Theory]
    [InlineData("Beeswax 18 %", "beeswax", 18)]
    [InlineData("18% beeswax", "beeswax", 18)]
    [InlineData("beeswax: 18 percent", "beeswax", 18)]
    [InlineData("CERA ALBA 18%", "beeswax", 18)]
    [InlineData("Butyrospermum Parkii Butter 12.5%", "shea-butter-refined", 12.5)]
    [InlineData("huile de coco 30 %", "coconut-oil", 30)]
    [InlineData("manteca de karité 30 %", "shea-butter-refined", 30)]
    public void By_percent(string line, string slug, double percent)
    {
        var read = One(line);
        (read.Ingredient, (double)read.Amount!.Value, read.Unit, read.Weighed).ShouldBe((slug, percent, "percent", true));
    }

    [Theory]
    [InlineData("a knob of goose grease")]
    [InlineData("20 g moon dust")]
    [InlineData("3 tbsp unobtainium powder")]
    public void What_is_not_known_is_said_and_counts_nothing(string line)
    {
        var report = Read(line);
        (report.Lines.Single().Ingredient, report.Lines.Single().Grams, report.TotalGrams).ShouldBe((null, null, 0m));
        report.Formula.Lines.ShouldBeEmpty();
        report.Findings.Single().Code.ShouldBe(FindingCodes.IntakeUnmatched);
    }

    [Theory]
    [InlineData("Melt the beeswax over a double boiler for 20 minutes at 75 C.")]
    [InlineData("Pour into 10 tubes.")]
    [InlineData("Leave overnight")]
    [InlineData("Enjoy!")]
    [InlineData("----------")]
    public void Instructions_are_no_ingredients(string line) => Read($"Balm\n20 g beeswax\n{line}").Lines.Length.ShouldBe(1);

    [Fact]
    public void Metric_spoons_are_larger() =>
        Read("1 cup olive oil", new IntakeOptions(Spoons: Spoons.Metric))
            .TotalGrams.ShouldBe(250m * (decimal)Some.Catalogue.Find("olive-oil")!.Density!.Value, 0.001m);

    [Fact]
    public void Other_readings_of_a_name_are_offered_best_first()
    {
        One("20 g shea butter").Alternatives[0].ShouldBe("shea-butter-unrefined");
        One("20 g zinc oxide").Alternatives.ShouldContain("zinc-oxide-coated");
        One("20 g beeswax").Alternatives.ShouldNotContain("beeswax");
    }

    private static IntakeLine One(string line) => Read(line).Lines.Single();

    private static IntakeReport Read(string text, IntakeOptions? options = null) =>
        IntakeReader.Read(text, Some.Catalogue, EvaluationSettings.Default, options ?? new IntakeOptions());
}
