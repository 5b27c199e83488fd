using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests.Intake;

/// <summary>Whole recipes as people write them, of our own making; how they are written is common practice.</summary>
public class IntakeRecipeTests
{
    /// <summary>Recipe; its name; form; slugs in the order of the formula; phases; codes found.</summary>
    public static TheoryData<string, string, ProductForm, string, string, string> Recipes =>
        new()
        {
            {
                DemoRecipe.Text,
                "Cold-oar hand balm",
                ProductForm.Balm,
                "beeswax shea-butter-refined sweet-almond-oil cocoa-butter arrowroot-starch tocopherol-mixed lavender-oil",
                "Melt Cool",
                "intake-unmatched intake-total intake-tenfold intake-volume"
            },
            {
                "Lip balm\n\n- 20g beeswax\n- 25 g shea butter (refined)\n- 54.5g sweet almond oil or jojoba\n- 0,5 g vitamin "
                    + "E\n\nMelt the beeswax for 20 minutes at 75 C.\nPour into 10 tubes.",
                "Lip balm",
                ProductForm.LipBalm,
                "beeswax shea-butter-refined sweet-almond-oil tocopherol-mixed",
                "Melt Cool",
                ""
            },
            {
                "PHASE A\nBeeswax ......... 18%\nCandelilla wax: 4 %\nCocoa butter - 12 %\nshea butter 12%\nHigh oleic sunflower "
                    + "oil q.s. to 100\nPHASE B\nTocopherol 0.5%\nLavandula angustifolia oil 0.3 %",
                "Recipe taken in",
                ProductForm.Balm,
                "beeswax candelilla-wax cocoa-butter shea-butter-refined sunflower-oil-high-oleic tocopherol lavender-oil",
                "Melt Cool",
                ""
            },
            {
                "# Whipped body butter\n1 cup raw shea butter\n1/2 cup coconut oil\n½ cup olive oil\n2 heaped tbsp arrowroot "
                    + "powder\n10-20 drops sweet orange essential oil\nWhip for 10 minutes.",
                "Whipped body butter",
                ProductForm.WhippedButter,
                "shea-butter-refined coconut-oil olive-oil arrowroot-starch sweet-orange-oil",
                "Melt Powder Cool",
                "intake-volume intake-range"
            },
            {
                "Lotion bars (equal parts)\n1 part beeswax\n1 part cocoa butter\n1 part sweet almond oil",
                "Lotion bars (equal parts)",
                ProductForm.Bar,
                "beeswax cocoa-butter sweet-almond-oil",
                "Melt",
                ""
            },
            {
                "Boat-shed zinc stick\nHot:\nbeeswax 12 g\ncandelilla wax 8 g\ncastor oil 6 g\nsunflower oil 46 g\nSlurry:\nzinc "
                    + "oxide 25 g\npolyhydroxystearic acid 2 g\nCool down:\nvitamin e 1 g\nTotal 100 g",
                "Boat-shed zinc stick",
                ProductForm.SunscreenStick,
                "beeswax candelilla-wax castor-oil sunflower-oil zinc-oxide polyhydroxystearic-acid tocopherol-mixed",
                "Melt Powder Cool",
                ""
            },
            {
                "Ferry pony hoof salve\nyields 250 g\nbeeswax 35 g\nlanolin 40 g\ntallow 50 g\nolive oil 100 g\ntea tree oil 1 g",
                "Ferry pony hoof salve",
                ProductForm.Ointment,
                "beeswax lanolin tallow olive-oil tea-tree-oil",
                "Melt Cool",
                "intake-total"
            },
            {
                "Bosun's beard balm\n1 oz beeswax\n1/2 oz shea butter\n2 1/2 oz jojoba\n1/4 tsp cedarwood",
                "Bosun's beard balm",
                ProductForm.Balm,
                "beeswax shea-butter-refined jojoba-oil cedarwood-oil",
                "Melt Cool",
                "intake-volume"
            },
            { "Cera Alba 20\nOlea Europaea Fruit Oil 80", "Recipe taken in", ProductForm.Balm, "beeswax olive-oil", "Melt", "" },
            {
                "Conditioner bar for swimmers\nbehentrimonium methosulfate 25: 50 g\ncetyl alcohol 25 g\ncocoa butter 15 "
                    + "g\ncoconut oil 10 g",
                "Conditioner bar for swimmers",
                ProductForm.ConditionerBar,
                "behentrimonium-methosulfate-25 cetyl-alcohol cocoa-butter coconut-oil",
                "Melt",
                ""
            },
            {
                "Summer stick\n2 oz beeswax\n2 oz mango butter\n3 oz fractionated coconut oil\n1 % vitamin E",
                "Summer stick",
                ProductForm.Stick,
                "beeswax mango-butter fractionated-coconut-oil tocopherol-mixed",
                "Melt Cool",
                ""
            },
            {
                "Winter feet\n\n20 grams beeswax\n10 grams lanolin, anhydrous\n1 pinch of turmeric\n70 grams olive oil infused "
                    + "with calendula flowers\n3 drops peppermint",
                "Winter feet",
                ProductForm.Balm,
                "beeswax lanolin calendula-infused-oil peppermint-oil",
                "Melt Cool",
                "intake-unmatched intake-volume"
            },
            {
                "Coxswain's oil gel\nOil phase\ndextrin palmitate 8 g\ncaprylic capric triglyceride 91.5 g\nAfter "
                    + "cooling\ntocopheryl acetate 0.5 g",
                "Coxswain's oil gel",
                ProductForm.OilGel,
                "dextrin-palmitate fractionated-coconut-oil tocopheryl-acetate",
                "Melt Cool",
                ""
            },
        };

    [Theory]
    [MemberData(nameof(Recipes))]
    public void A_recipe_becomes_a_formula(string text, string name, ProductForm form, string slugs, string stages, string codes)
    {
        var report = Read(text);
        report.Formula.Name.ShouldBe(name);
        report.Formula.Form.ShouldBe(form);
        string.Join(' ', report.Formula.Lines.Select(line => line.Ingredient)).ShouldBe(slugs);
        string.Join(' ', report.Formula.Phases.Select(phase => phase.Stage)).ShouldBe(stages);
        report.Findings.Select(finding => finding.Code).Order().ShouldBe(codes.Split(' ', StringSplitOptions.RemoveEmptyEntries).Order());
        Some.Totals(report.Formula).Total.ShouldBe(100m);
    }

    /// <summary>Worked by hand: 3 tbsp of beeswax at 0.55 g/mL are 24.40 g; with 1.00 g for 10 g of vitamin E the sum falls by 9 g and it
    /// is 0.43 %.</summary>
    [Fact]
    public void The_noticeboard_recipe_is_measured_and_doubted()
    {
        var report = Read(DemoRecipe.Text);
        report.ClaimedTotalGrams.ShouldBe(200m);
        report.TotalGrams.ShouldBe(report.Lines.Sum(line => line.Grams ?? 0m));
        report.Lines[0].Grams!.Value.ShouldBe(24.40m, 0.01m);
        report.Asides.Select(aside => aside.Kind).ShouldBe([AsideKind.Name, AsideKind.Heading, AsideKind.Heading, AsideKind.Claim]);
        var tenfold = report.Findings.Single(finding => finding.Code == FindingCodes.IntakeTenfold);
        tenfold.Lines.ShouldBe([6]);
        tenfold.Fixes.Single().Title.ShouldBe("Read 1.00 g");
        var mended = Some.Edited(report.Formula, tenfold.Fixes.Single().Edits);
        mended.Lines.Single(line => line.Ingredient == "tocopherol-mixed").Percent.ShouldBe(0.43m);
        report
            .Lines.Where(line => line.Percent is not null)
            .ShouldAllBe(line => line.PercentLow <= line.Percent && line.Percent <= line.PercentHigh);
    }

    [Fact]
    public void A_total_that_is_short_by_a_round_number_says_a_line_may_be_missing()
    {
        var report = Read("Salve\nmakes 100 g\n20 g beeswax\n70 g olive oil");
        report.Findings.Single(finding => finding.Code == FindingCodes.IntakeTotal).Why.ToString().ShouldContain("left out");
        Read("Salve\n20 g beeswax\n80 g olive oil", new IntakeOptions(ClaimedTotalGrams: 101m))
            .Findings.ShouldBeEmpty("one percent agrees");
    }

    [Fact]
    public void Percent_of_a_weighed_recipe_is_of_the_whole() => Read("99 g olive oil\n1 % vitamin E").Lines[1].Grams.ShouldBe(1m);

    [Theory]
    [InlineData("")]
    [InlineData("\n\n\n")]
    [InlineData("🜁🜂🜃🜄 ½½½ /// ---")]
    [InlineData("\u202E g 02 xawseeb \u202C")]
    [InlineData("9999999999999999999999999999999999999999 g beeswax")]
    [InlineData("1/0 cup olive oil")]
    [InlineData("// 20 g beeswax")]
    [InlineData("0 g beeswax\n0 % olive oil")]
    [InlineData("\0\u0001\u0002 20 g beeswax \u007F")]
    public void Odd_text_is_read_or_left(string text) => Some.Totals(Read(text).Formula).Total.ShouldBeOneOf(0m, 100m);

    [Fact]
    public void A_megabyte_is_read_in_part_and_at_once()
    {
        var watch = System.Diagnostics.Stopwatch.StartNew();
        Read(string.Concat(Enumerable.Repeat("20 g beeswax and some more words of no meaning\n", 22_000)))
            .Lines.Length.ShouldBe(IntakeReader.MostLines);
        Read(new string('x', 1 << 20)).Formula.Lines.ShouldBeEmpty();
        watch.Elapsed.ShouldBeLessThan(TimeSpan.FromSeconds(5));
    }

    [Property(MaxTest = 300)]
    public Property Any_text_at_all_is_read() => Prop.ForAll(ArbMap.Default.ArbFor<string>(), text =>
        {
            var report = Read(text ?? "");
            (report.Lines.Length + report.Asides.Length).ShouldBeLessThanOrEqualTo(IntakeReader.MostLines);
            Some.Totals(report.Formula).Total.ShouldBeOneOf(0m, 100m);
        });

    /// <summary>A formula written out as a recipe and read again is the same formula, up to the hundredths that a recipe has. Left out is
    /// the one ingredient whose name holds an amount.</summary>
    [Property(MaxTest = 200)]
    public Property A_formula_that_is_printed_and_read_is_the_same_formula()
    {
        var slugs = Some
            .Catalogue.Ingredients.Where(ingredient => !ingredient.Name.Contains('%'))
            .Select(ingredient => ingredient.Slug)
            .ToArray();
        var lines = Gen.Choose(10, 900).Zip(Gen.Elements(slugs)).ListOf(6).Select(list => list.DistinctBy(line => line.Item2).ToList());
        return Prop.ForAll(lines.ToArbitrary(), made =>
        {
            var total = made.Sum(line => line.Item1);
            var read = Read(
                $"Kept recipe\n{string.Join('\n', made.Select(line => $"{Some.Catalogue.Find(line.Item2)!.Name}, {line.Item1} g"))}"
            );
            read.Lines.Select(line => line.Ingredient).ShouldBe(made.Select(line => line.Item2));
            read.Lines.Select(line => line.Percent!.Value).ShouldBe(made.Select(line => decimal.Round(100m * line.Item1 / total, 4)));
            Some.Totals(read.Formula).Total.ShouldBe(100m);
        });
    }

    private static IntakeReport Read(string text, IntakeOptions? options = null) =>
        IntakeReader.Read(text, Some.Catalogue, EvaluationSettings.Default, options ?? new IntakeOptions());
}
