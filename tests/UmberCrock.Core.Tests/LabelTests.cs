using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Labels;

namespace UmberCrock.Core.Tests;

/// <summary>The EU ingredient list, after Regulation (EC) 1223/2009 Article 19(1)(g), from memory.</summary>
public class LabelTests
{
    [Fact]
    public void Descending_by_weight_then_below_one_percent_then_colourants() =>
        List(("beeswax", 20m), ("olive-oil", null), ("tocopherol", 0.3m), ("mica", 5m), ("lavender-oil", 0.5m))
            .ShouldBe(
                "Olea Europaea Fruit Oil, Cera Alba, Lavandula Angustifolia Oil, Tocopherol, Linalyl Acetate, Linalool, Camphor, "
                    + "Geraniol, Limonene, Mica, CI 77891"
            );

    [Fact]
    public void A_component_is_summed_over_all_that_bring_it()
    {
        var items = Some.Evaluate(
            Some.Formula(ProductForm.Balm, ("emulsifying-wax-nf", 10m), ("cetearyl-alcohol", 5m), ("olive-oil", null))
        ).Label.Eu.Items;
        var alcohol = items.Single(item => item.Inci == "Cetearyl Alcohol");
        alcohol.PercentLow.ShouldBe(12m);
        alcohol.PercentHigh.ShouldBe(13.5m);
    }

    [Fact]
    public void Overlapping_ranges_leave_the_order_uncertain()
    {
        var items = Some.Evaluate(
            Some.Formula(ProductForm.Balm, ("emulsifying-wax-nf", 10m), ("shea-butter-refined", 2m), ("olive-oil", null))
        ).Label.Eu.Items;
        items.Single(item => item.Inci == "Polysorbate 60").OrderCertain.ShouldBeFalse();
        items.Single(item => item.Inci == "Olea Europaea Fruit Oil").OrderCertain.ShouldBeTrue();
    }

    [Fact]
    public void Whom_to_ask_is_said_where_the_order_is_open()
    {
        var item = Some.Evaluate(
                Some.Formula(ProductForm.Balm, ("emulsifying-wax-nf", 10m), ("shea-butter-refined", 2m), ("olive-oil", null))
            )
            .Label.Eu.Items.Single(item => item.Inci == "Polysorbate 60");
        item.Settles.ShouldNotBeNull().ShouldContain("how much Polysorbate 60 is in the emulsifying wax");
    }

    [Fact]
    public void What_holds_exactly_as_much_is_a_tie() =>
        Some.Evaluate(Some.Formula(ProductForm.Balm, ("beeswax", 10m), ("cocoa-butter", 10m), ("olive-oil", null)))
            .Label.Eu.Items.Count(item => item.Tie)
            .ShouldBe(2);

    /// <summary>21 CFR 701.3, from memory: common names in brackets, and the colours by their listed names, which three iron oxides
    /// share.</summary>
    [Fact]
    public void The_United_States_have_their_own_names()
    {
        var us = Some.Evaluate(
            Some.Formula(
                ProductForm.Stick,
                ("shea-butter-refined", 20m),
                ("iron-oxide-red", 2m),
                ("iron-oxide-yellow", 1m),
                ("lavender-oil", 0.5m),
                ("sunflower-oil-high-oleic", null)
            )
        ).Label.Us;
        us.List.ShouldBe(
            "Helianthus Annuus (Sunflower) Seed Oil, Butyrospermum Parkii (Shea) Butter, Lavandula Angustifolia (Lavender) Oil, Iron Oxides"
        );
        us.Items[^1].PercentHigh.ShouldBe(3m);
        us.Allergens.ShouldBeEmpty("naming them waits for a rule");
    }

    /// <summary>
    /// Regulation (EC) 1223/2009 Annex III, from memory: named above 0.001 % left on, 0.01 % rinsed off. Lavender by ISO 3515 holds 20 to
    /// 43 % linalool: 0.01 % of the oil brings
    /// 0.002 to 0.0043 %, certainly above; its 0.1 to 1 % limonene brings at most 0.0001 %, certainly below.
    /// </summary>
    [Theory]
    [InlineData(0.01, "Linalool", true)]
    [InlineData(0.004, "Linalool", false)]
    [InlineData(0.2, "Limonene", false)]
    [InlineData(2, "Limonene", true)]
    public void Allergens_are_named_above_their_threshold_certainly_or_possibly(double lavender, string name, bool certain) =>
        Allergens(lavender).Single(allergen => allergen.Inci == name).Certain.ShouldBe(certain);

    [Fact]
    public void Below_the_threshold_nothing_is_named_and_rinsing_off_raises_it()
    {
        Allergens(0.002).ShouldBeEmpty();
        Allergens(0.01).ShouldNotContain(allergen => allergen.Inci == "Limonene");
        var rinsed = Some.Formula(ProductForm.ConditionerBar, ("lavender-oil", 0.02m), ("cetearyl-alcohol", null)) with
        {
            Exposure = Exposure.RinseOff,
        };
        Some.Evaluate(rinsed).Label.Eu.Allergens.ShouldBeEmpty();
        Some.Evaluate(rinsed with { Exposure = Exposure.LeaveOn }).Label.Eu.Allergens.ShouldNotBeEmpty();
    }

    [Fact]
    public void Traces_below_a_chosen_level_are_no_ingredients()
    {
        var formula = Some.Formula(ProductForm.Balm, ("rosemary-antioxidant", 0.1m), ("jojoba-oil", null));
        var settings = EvaluationSettings.Default with { TraceBelowPercent = 0.05m };
        Some.Evaluate(formula).Label.Eu.Items.Length.ShouldBe(3);
        Evaluation
            .Evaluator.Evaluate(formula, Some.Catalogue, settings)
            .Label.Eu.List.ShouldBe("Simmondsia Chinensis Seed Oil, Helianthus Annuus Seed Oil");
    }

    /// <summary>Article 19(1)(g), from memory: any order holds below 1 %. 10 % of a blend with 6 to 12 % of one is 0.6 to 1.2 %: beside 1.1
    /// % of another either may be the larger; beside 0.9 % it does not matter.</summary>
    [Theory]
    [InlineData(1.1, false)]
    [InlineData(0.9, true)]
    public void A_range_across_the_1_percent_line_is_open_only_against_what_reaches_it(double beeswax, bool certain)
    {
        var blend = Some.Catalogue.Find("cetearyl-alcohol")! with
        {
            Slug = "own:blend",
            Name = "Blend",
            Composition = [new(new("Cetyl Alcohol", "Cetyl Alcohol"), 6m, 12m), new(new("Stearyl Alcohol", "Stearyl Alcohol"), 88m, 94m)],
        };
        var catalogue = Some.Catalogue.With([blend], []);
        var items = Evaluation
            .Evaluator.Evaluate(
                Some.Formula(ProductForm.Balm, ("own:blend", 10m), ("beeswax", (decimal)beeswax), ("olive-oil", null)),
                catalogue,
                EvaluationSettings.Default
            )
            .Label.Eu.Items;
        var open = items.Single(item => item.Inci == "Cetyl Alcohol");
        open.AnyOrder.ShouldBeTrue("its middle is 0.9");
        open.OrderCertain.ShouldBe(certain);
        items.Single(item => item.Inci == "Cera Alba").OrderCertain.ShouldBe(certain);
    }

    [Fact]
    public void What_is_added_on_purpose_is_no_trace()
    {
        var settings = EvaluationSettings.Default with { TraceBelowPercent = 0.1m };
        Evaluation
            .Evaluator.Evaluate(Some.Formula(ProductForm.Balm, ("tocopherol", 0.05m), ("jojoba-oil", null)), Some.Catalogue, settings)
            .Label.Eu.List.ShouldContain("Tocopherol");
    }

    [Fact]
    public void Places_that_overlap_or_tie_are_said_from_first_to_last()
    {
        var items = Some.Evaluate(
            Some.Formula(
                ProductForm.Balm,
                ("beeswax", 10m),
                ("cocoa-butter", 10m),
                ("emulsifying-wax-nf", 10m),
                ("shea-butter-refined", 2m),
                ("olive-oil", null)
            )
        ).Label.Eu.Items;
        (items[0].FirstPlace, items[0].LastPlace).ShouldBe((1, 1));
        items.Where(item => item.Tie).Select(item => (item.FirstPlace, item.LastPlace)).Distinct().ShouldBe([(2, 3)]);
        var open = items.Single(item => item.Inci == "Polysorbate 60");
        open.LastPlace.ShouldNotBeNull().ShouldBeGreaterThan(open.FirstPlace!.Value);
        open.AskAbout.ShouldBe("emulsifying-wax-nf");
    }

    private static System.Collections.Immutable.ImmutableArray<ListedAllergen> Allergens(double lavender) =>
        Some.Evaluate(Some.Formula(ProductForm.Balm, ("lavender-oil", (decimal)lavender), ("jojoba-oil", null))).Label.Eu.Allergens;

    private static string List(params (string, decimal?)[] lines) => Some.Evaluate(Some.Formula(ProductForm.Stick, lines)).Label.Eu.List;
}
