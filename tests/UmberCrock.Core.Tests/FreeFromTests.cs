using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Tests;

/// <summary>What people keep away from: what holds it and what does not is written down first, from the trade's lists, from
/// memory.</summary>
public class FreeFromTests
{
    private static FreeFromRules Rules => Some.Catalogue.Rules.FreeFrom;

    public static TheoryData<string> Properties => [.. Rules.Rows.Select(row => row.Property)];

    public static TheoryData<string> Switches => [.. Switch.Kinds(Some.Catalogue.Rules).Where(kind => kind != Switch.HotWeather)];

    [Theory]
    [InlineData("vegan", "beeswax lanolin tallow honey", "candelilla-wax zinc-oxide dimethicone")]
    [InlineData("beeFree", "beeswax honey propolis-extract", "lanolin candelilla-wax")]
    [InlineData("nutFree", "sweet-almond-oil hazelnut-oil peanut-oil shea-butter-refined", "sesame-oil sunflower-oil")]
    [InlineData("peanutFree", "peanut-oil", "sweet-almond-oil soybean-oil")]
    [InlineData("sesameFree", "sesame-oil", "peanut-oil sunflower-oil")]
    [InlineData("soyFree", "soybean-oil", "rapeseed-oil tocopheryl-acetate")]
    [InlineData("glutenFree", "wheat-germ-oil colloidal-oatmeal", "rice-starch corn-starch")]
    [InlineData("coconutFree", "coconut-oil fractionated-coconut-oil", "palm-kernel-oil babassu-oil")]
    [InlineData(
        "palmFree",
        "palm-oil palm-kernel-oil stearic-acid cetyl-alcohol emulsifying-wax-nf fractionated-coconut-oil ascorbyl-palmitate",
        "beeswax behenyl-alcohol coconut-oil shea-butter-refined"
    )]
    [InlineData("lanolinFree", "lanolin", "beeswax tallow")]
    [InlineData("mineralOilFree", "mineral-oil petrolatum paraffin-wax microcrystalline-wax ozokerite", "zinc-oxide kaolin squalane")]
    [InlineData("siliconeFree", "dimethicone zinc-oxide-coated", "silica-microspheres zinc-oxide kaolin")]
    [InlineData("fragranceFree", "lavender-oil fragrance-oil vanilla-co2", "calendula-infused-oil jojoba-oil")]
    [InlineData("essentialOilFree", "lavender-oil", "fragrance-oil vanilla-co2")]
    [InlineData("waterFree", "water honey", "castor-oil lanolin")]
    public void What_holds_it_is_told_from_what_does_not(string property, string holds, string free)
    {
        var row = Rules.Find(property)!;
        foreach (var slug in holds.Split(' '))
            row.IsIn(Some.Catalogue.Find(slug)!).ShouldBeTrue(slug);
        foreach (var slug in free.Split(' '))
            row.IsIn(Some.Catalogue.Find(slug)!).ShouldBeFalse(slug);
    }

    [Theory]
    [MemberData(nameof(Properties))]
    public void Each_is_declared_only_without_it(string property)
    {
        var row = Rules.Find(property)!;
        var breaker = Some.Catalogue.Ingredients.First(row.IsIn);
        var formula = Some.Formula(ProductForm.Balm, ("candelilla-wax", 12m), (breaker.Slug, 3m), ("jojoba-oil", null));
        Some.Evaluate(formula).Declares.Holds(property).ShouldBeFalse();
        var declared = formula with { Label = new FormulaLabel([], [property]) };
        Some.Found(declared, FindingCodes.DeclareUntrue).ShouldNotBeNull().Lines.ShouldBe([1]);
        var without = formula with
        {
            Lines = [formula.Lines[0], formula.Lines[1] with { Percent = 0m }, formula.Lines[2]],
            Label = declared.Label,
        };
        Some.Evaluate(without).Declares.Holds(property).ShouldBeTrue("a line of nothing is not in it");
        Some.Found(without, FindingCodes.DeclareUntrue).ShouldBeNull();
    }

    [Theory]
    [MemberData(nameof(Properties))]
    public void Each_phrase_of_a_claim_is_untrue_with_it_and_stands_without_it(string property)
    {
        var row = Rules.Find(property)!;
        var with = ResolvedFormula.Of(
            Some.Formula(
                ProductForm.Balm,
                ("candelilla-wax", 12m),
                (Some.Catalogue.Ingredients.First(row.IsIn).Slug, 3m),
                ("jojoba-oil", null)
            ),
            Some.Catalogue,
            EvaluationSettings.Default
        );
        var without = ResolvedFormula.Of(
            Some.Formula(ProductForm.Balm, ("candelilla-wax", 12m), ("jojoba-oil", null)),
            Some.Catalogue,
            EvaluationSettings.Default
        );
        foreach (var phrase in row.Phrases)
        {
            ClaimCheck.Of(phrase, with).ShouldContain(problem => problem.Code == FindingCodes.ClaimUntrue, phrase);
            ClaimCheck
                .Of(phrase, without)
                .ShouldNotContain(problem => problem.Code == FindingCodes.ClaimUntrue || (problem.Severity == Severity.Stop), phrase);
        }
    }

    /// <summary>From memory of the EU's common criteria for claims: what is lawful may not be run down, even where it is true.</summary>
    [Theory]
    [InlineData("silicone-free", true)]
    [InlineData("palm oil free", true)]
    [InlineData("without mineral oil", true)]
    [InlineData("nut-free", false)]
    [InlineData("sesame-free", false)]
    [InlineData("fragrance-free", false)]
    public void What_runs_down_is_cautioned_even_where_it_is_true(string claim, bool cautioned) =>
        (
            Some.Found(
                Some.Formula(ProductForm.Balm, ("candelilla-wax", 12m), ("jojoba-oil", null)) with
                {
                    Label = new FormulaLabel([claim], []),
                },
                FindingCodes.ClaimVague
            )
            is not null
        ).ShouldBe(cautioned);

    [Theory]
    [MemberData(nameof(Switches))]
    public void A_formula_that_is_so_already_is_left_as_it_is(string kind) =>
        Switch
            .Of(
                Some.Formula(ProductForm.Balm, ("candelilla-wax", 12m), ("jojoba-oil", null)),
                kind,
                Some.Catalogue.Ingredients,
                Some.Catalogue,
                EvaluationSettings.Default
            )
            .Edits.ShouldBeEmpty();

    [Fact]
    public void A_property_that_there_is_not_is_a_fault() =>
        Should.Throw<InvalidOperationException>(() =>
            Some.Evaluate(Some.Formula(ProductForm.Balm, ("jojoba-oil", null))).Declares.Holds("beefree")
        );

    [Fact]
    public void A_word_that_nothing_is_avoided_by_is_refused_with_those_there_are() =>
        Should
            .Throw<DocumentException>(() => Rules.Avoiding("moonlight", "/avoid/0"))
            .Problems[0]
            .Reason.Plain.ShouldBe(
                "must be one of: animal, bee, nut, peanut, sesame, soy, gluten, coconut, palm, lanolin, mineral-oil, silicone."
            );
}
