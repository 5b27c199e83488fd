using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Tests;

/// <summary>The EU ingredient list, after Regulation (EC) 1223/2009 Article 19(1)(g), from memory.</summary>
public class LabelTests
{
    [Fact]
    public void Descending_by_weight_then_below_one_percent_then_colourants()
        => List(("beeswax", 20m), ("olive-oil", null), ("tocopherol", 0.3m), ("mica", 5m), ("lavender-oil", 0.5m))
            .ShouldBe("Olea Europaea Fruit Oil, Cera Alba, Lavandula Angustifolia Oil, Tocopherol, Mica, CI 77891");

    [Fact]
    public void A_component_is_summed_over_all_that_bring_it()
    {
        var items = Some.Evaluate(Some.Formula(ProductForm.Balm, ("emulsifying-wax-nf", 10m), ("cetearyl-alcohol", 5m), ("olive-oil", null))).Label.Eu!.Items;
        var alcohol = items.Single(item => item.Inci == "Cetearyl Alcohol");
        alcohol.PercentLow.ShouldBe(12m);
        alcohol.PercentHigh.ShouldBe(13.5m);
    }

    [Fact]
    public void Overlapping_ranges_leave_the_order_uncertain()
    {
        var items = Some.Evaluate(Some.Formula(ProductForm.Balm, ("emulsifying-wax-nf", 10m), ("shea-butter-refined", 2m), ("olive-oil", null))).Label.Eu!.Items;
        items.Single(item => item.Inci == "Polysorbate 60").OrderCertain.ShouldBeFalse();
        items.Single(item => item.Inci == "Olea Europaea Fruit Oil").OrderCertain.ShouldBeTrue();
    }

    private static string List(params (string, decimal?)[] lines) => Some.Evaluate(Some.Formula(ProductForm.Stick, lines)).Label.Eu!.List;
}
