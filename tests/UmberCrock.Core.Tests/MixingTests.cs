using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Tests;

/// <summary>Water, preservatives, polar and powdery ingredients, heat, plant matter, allergens and what may be declared. Common
/// practice.</summary>
public class MixingTests
{
    [Theory]
    [InlineData("water")]
    [InlineData("aloe-juice")]
    [InlineData("hydrosol-rose")]
    [InlineData("honey")]
    public void Water_without_a_preservative_stops_and_either_fix_cures(string slug)
    {
        var balm = Some.Formula(ProductForm.Balm, (slug, 3m), ("beeswax", 15m), ("jojoba-oil", null));
        var finding = Some.Found(balm, FindingCodes.WaterUnpreserved).ShouldNotBeNull();
        finding.Severity.ShouldBe(Severity.Stop);
        finding.Fixes.Length.ShouldBe(2);
        foreach (var fix in finding.Fixes)
            Some.Found(Some.Edited(balm, fix.Edits), FindingCodes.WaterUnpreserved).ShouldBeNull(fix.Title.Plain);
        Some.Found(balm, FindingCodes.WaterPresent).ShouldNotBeNull();
    }

    [Fact]
    public void A_balance_line_of_water_that_holds_nothing_is_not_fed_by_a_fix()
    {
        var balm = Some.Formula(ProductForm.Balm, ("honey", 3m), ("beeswax", 15m), ("jojoba-oil", 82m), ("water", null));
        var finding = Some.Found(balm, FindingCodes.WaterPresent).ShouldNotBeNull();
        finding.Fixes.ShouldBeEmpty("what honey leaves free would become water");
    }

    [Fact]
    public void A_trace_of_preservative_preserves_nothing_and_an_antioxidant_never_does()
    {
        var balm = Some.Formula(
            ProductForm.Balm,
            ("water", 3m),
            ("preservative-phenoxyethanol-caprylyl-glycol", 0.05m),
            ("tocopherol-mixed", 0.5m),
            ("beeswax", 15m),
            ("jojoba-oil", null)
        );
        Some.Found(balm, FindingCodes.WaterUnpreserved).ShouldNotBeNull();
        Some.Found(balm, FindingCodes.AntioxidantNotPreservative)!.Severity.ShouldBe(Severity.Caution);
        var preserved = Some.Edited(balm, [new SetPercent(1, 1m)]);
        Some.Found(preserved, FindingCodes.WaterUnpreserved).ShouldBeNull();
        Some.Found(preserved, FindingCodes.AntioxidantNotPreservative).ShouldBeNull();
    }

    [Fact]
    public void Wet_use_advises_a_preservative_and_dry_use_does_not()
    {
        var bar = Some.Formula(ProductForm.Bar, ("beeswax", 25m), ("shea-butter-refined", 25m), ("jojoba-oil", null));
        Some.Found(bar, FindingCodes.WetUseUnpreserved).ShouldBeNull();
        var finding = Some.Found(bar with { WetUse = true }, FindingCodes.WetUseUnpreserved).ShouldNotBeNull();
        finding.Severity.ShouldBe(Severity.Caution);
        Some.Found(Some.Edited(bar with { WetUse = true }, finding.Fixes[0].Edits), FindingCodes.WetUseUnpreserved).ShouldBeNull();
        Some.Found(Some.Formula(ProductForm.Balm, ("glycerin", 2m), ("beeswax", 15m), ("jojoba-oil", null)), FindingCodes.WetUseUnpreserved)
            .ShouldNotBeNull("a humectant draws water");
    }

    [Theory]
    [InlineData("glycerin")]
    [InlineData("panthenol-liquid")]
    [InlineData("niacinamide")]
    [InlineData("allantoin")]
    public void Oil_holds_nothing_polar_unless_an_emulsifier_does(string slug)
    {
        var balm = Some.Formula(ProductForm.Balm, (slug, 2m), ("beeswax", 15m), ("jojoba-oil", null));
        var finding = Some.Found(balm, FindingCodes.PolarNotSoluble).ShouldNotBeNull();
        Some.Found(Some.Edited(balm, finding.Fixes[0].Edits), FindingCodes.PolarNotSoluble).ShouldBeNull();
        Some.Found(
                Some.Formula(ProductForm.Balm, (slug, 2m), ("lecithin", 2m), ("beeswax", 15m), ("jojoba-oil", null)),
                FindingCodes.PolarNotSoluble
            )
            .ShouldBeNull();
    }

    [Fact]
    public void Heat_sensitive_additions_belong_in_the_cool_phase_and_both_lines_move()
    {
        var butter = Some.Formula(
            ProductForm.Butter,
            ("retinyl-palmitate", 0.05m),
            ("shea-butter-refined", 50m),
            ("retinyl-palmitate", 0.02m),
            ("jojoba-oil", null)
        );
        var finding = Some.Found(butter, FindingCodes.StageTooHot).ShouldNotBeNull();
        finding.Lines.ShouldBe([0, 2]);
        finding.Detail.ToString().ShouldContain("75 °C");
        var cured = Some.Edited(butter, finding.Fixes[0].Edits);
        Some.Found(cured, FindingCodes.StageTooHot).ShouldBeNull();
        cured.Lines.Select(line => line.Phase).Order().ShouldBe(["A", "A", "B", "B"]);
        // A stick sets long before it is as cool as that: moving it there would only close the window.
        Some.Found(
                Some.Formula(ProductForm.Stick, ("retinyl-palmitate", 0.05m), ("beeswax", 25m), ("jojoba-oil", null)),
                FindingCodes.StageTooHot
            )!
            .Fixes.ShouldBeEmpty();
        Some.Found(
                Some.Formula(ProductForm.Stick, ("carnauba-wax", 10m), ("jojoba-oil", null), ("ascorbyl-palmitate", 0.1m)),
                FindingCodes.StageTooHot
            )
            .ShouldBeNull("it bears 80 C and the melt is clear below that");
    }

    [Fact]
    public void Plant_matter_is_infused_and_strained()
    {
        var balm = Some.Formula(ProductForm.Balm, ("hibiscus-powder", 2m), ("beeswax", 15m), ("jojoba-oil", null));
        var finding = Some.Found(balm, FindingCodes.BotanicalRaw).ShouldNotBeNull();
        var cured = Some.Edited(balm, finding.Fixes[0].Edits);
        cured.Phases[^1].Stage.ShouldBe(Stage.Infuse);
        Some.Found(cured, FindingCodes.BotanicalRaw).ShouldBeNull();
    }

    /// <summary>ISO 787-5: at its oil absorption a powder and its oil are a stiff paste. Silica takes up 150 g per 100 g.</summary>
    [Theory]
    [InlineData("silica-microspheres", 42, true)]
    [InlineData("silica-microspheres", 38, false)]
    [InlineData("zinc-oxide", 40, false)]
    public void More_powder_than_the_fat_can_wet(string slug, int percent, bool overload) =>
        (
            Some.Found(Some.Formula(ProductForm.Balm, (slug, percent), ("jojoba-oil", null)), FindingCodes.PowderOverload) is not null
        ).ShouldBe(overload);

    [Fact]
    public void Allergen_sources_are_named_in_one_note()
    {
        var finding = Some.Found(
                Some.Formula(ProductForm.Balm, ("beeswax", 15m), ("sweet-almond-oil", 20m), ("wheat-germ-oil", 5m), ("jojoba-oil", null)),
                FindingCodes.AllergenSource
            )
            .ShouldNotBeNull();
        finding.Severity.ShouldBe(Severity.Note);
        finding.Title.ShouldBe("Name the tree nut, wheat and bee products");
        finding.Detail.ToString().ShouldContain("Sweet almond oil");
        Some.Found(Some.Formula(ProductForm.Balm, ("candelilla-wax", 10m), ("jojoba-oil", null)), FindingCodes.AllergenSource)
            .ShouldBeNull();
    }

    [Fact]
    public void Declared_properties_follow_from_what_is_in_it()
    {
        Not(("candelilla-wax", 10m), ("jojoba-oil", null)).ShouldBe("");
        Not(("beeswax", 15m), ("lanolin", 10m), ("jojoba-oil", null)).ShouldBe("vegan beeFree lanolinFree");
        Not(
                ("shea-butter-refined", 10m),
                ("fractionated-coconut-oil", 20m),
                ("lavender-oil", 0.3m),
                ("soybean-oil", 5m),
                ("jojoba-oil", null)
            )
            .ShouldBe("nutFree soyFree coconutFree palmFree fragranceFree essentialOilFree");
        Not(("water", 1m), ("wheat-germ-oil", 5m), ("fragrance-oil", 0.2m), ("jojoba-oil", null))
            .ShouldBe("glutenFree fragranceFree waterFree");
        Not(("beeswax", 0m), ("jojoba-oil", null)).ShouldBe("", "a line of nothing is not in it");
    }

    private static string Not(params (string, decimal?)[] lines) =>
        string.Join(
            ' ',
            Some.Evaluate(Some.Formula(ProductForm.Balm, lines))
                .Declares.Properties.Where(property => !property.Holds)
                .Select(property => property.Property)
        );
}
