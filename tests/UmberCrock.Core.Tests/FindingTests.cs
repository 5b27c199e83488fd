using UmberCrock.Core.Demo;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Tests;

/// <summary>Each finding where it must and must not appear, and its fix cures it.</summary>
public class FindingTests
{
    [Fact]
    public void Zinc_oxide_above_25_percent_stops()
    {
        var stick = Some.Demo("Noontide zinc stick");
        var finding = Some.Found(stick, FindingCodes.OverLimit).ShouldNotBeNull();
        finding.Severity.ShouldBe(Severity.Stop);
        finding.Title.ShouldBe("Zinc Oxide is 1.00 over its limit");
        finding.Source.ShouldContain("1223/2009 Annex VI entries 30 and 30a");
        Some.Found(Some.Edited(stick, finding.Fixes[0].Edits), FindingCodes.OverLimit).ShouldBeNull();
    }

    /// <summary>Regulation (EC) 1223/2009 Annex V entry 29, from memory: the limit is on phenoxyethanol itself, not on the blend.</summary>
    [Fact]
    public void Phenoxyethanol_is_counted_in_the_blend()
    {
        const string Blend = "preservative-phenoxyethanol-ethylhexylglycerin";
        Some.Found(Some.Formula(ProductForm.Balm, (Blend, 1.05m), ("olive-oil", null)), FindingCodes.OverLimit)
            .ShouldBeNull("1.05 x 92 % is under 1");
        Some.Found(Some.Formula(ProductForm.Balm, (Blend, 1.2m), ("olive-oil", null)), FindingCodes.OverLimit).ShouldNotBeNull();
    }

    /// <summary>From memory of the BfR opinion on tea tree oil (2003) and the industry recommendation of 2002: at most 1 %.</summary>
    [Fact]
    public void An_industry_standard_on_an_ingredient_is_hard()
    {
        var balm = Some.Formula(ProductForm.Balm, ("tea-tree-oil", 1.4m), ("beeswax", 15m), ("jojoba-oil", null));
        var finding = Some.Found(balm, FindingCodes.OverLimit).ShouldNotBeNull();
        finding.Title.ShouldBe("Tea tree oil is 0.40 over its limit");
        Some.Found(Some.Edited(balm, finding.Fixes[0].Edits), FindingCodes.OverLimit).ShouldBeNull();
    }

    [Fact]
    public void A_substance_is_summed_over_lines_that_are_fine_alone()
    {
        var split = Some.Formula(ProductForm.Sunscreen, ("zinc-oxide", 15m), ("zinc-oxide-coated", 15m), ("castor-oil", null));
        var finding = Some.Found(split, FindingCodes.OverLimit).ShouldNotBeNull();
        finding.Lines.ShouldBe([0, 1]);
        Some.Found(Some.Edited(split, finding.Fixes[0].Edits), FindingCodes.OverLimit).ShouldBeNull();
    }

    [Theory]
    [InlineData(26, FindingCodes.AboveWindow)]
    [InlineData(10, FindingCodes.BelowWindow)]
    public void Beeswax_outside_its_window_in_a_stick(int percent, string code)
    {
        var stick = Some.Formula(ProductForm.Stick, ("beeswax", percent), ("shea-butter-refined", 10m), ("olive-oil", null));
        var finding = Some.Found(stick, code).ShouldNotBeNull();
        finding.Lines.ShouldBe([0]);
        var cured = Some.Edited(stick, finding.Fixes[0].Edits);
        Some.Found(cured, code).ShouldBeNull();
        Some.Totals(cured).Total.ShouldBe(100m);
    }

    [Fact]
    public void Without_a_balance_line_a_fix_takes_from_the_largest_oil_and_says_so()
    {
        var stick = Some.Formula(ProductForm.Stick, ("beeswax", 28m), ("olive-oil", 60m), ("castor-oil", 12m));
        var fix = Some.Found(stick, FindingCodes.AboveWindow)!.Fixes[0];
        fix.Effect.ShouldBe("oil to 63.00");
        var cured = Some.Edited(stick, fix.Edits);
        cured.Lines.Select(line => line.Percent).ShouldBe([25m, 63m, 12m]);
    }

    /// <summary>Common practice: scent goes into a stick off the heat, 10 to 12 C above where it sets; nothing is spoilt by that.</summary>
    [Fact]
    public void A_warm_stage_is_as_warm_as_its_mix_and_scent_bears_it()
    {
        var stick = Some.Formula(ProductForm.Stick, ("beeswax", 25m), ("jojoba-oil", null), ("lavender-oil", 1m)) with
        {
            Phases = [new("A", "Melt", Stage.Melt), new("B", "Warm", Stage.Warm)],
        };
        stick = stick with { Lines = stick.Lines.SetItem(2, stick.Lines[2] with { Phase = "B" }) };
        var found = Some.Found(stick, FindingCodes.StageTooHot)!;
        var set = Some.Evaluate(stick).Melt.SetPointCelsius!.Value;
        found.Severity.ShouldBe(Severity.Note);
        found.Detail.Plain.ShouldContain($"at about {set + 11:0} °C");
        found.Detail.Plain.ShouldContain(
            "catches a flame from 71 °C",
            customMessage: "lavender's flash point, from memory of safety data sheets"
        );
        Some.Found(stick with { Lines = stick.Lines.SetItem(2, new("B", "bakuchiol", 1m)) }, FindingCodes.StageTooHot)!
            .Severity.ShouldBe(Severity.Caution, "heat destroys it");
    }

    [Theory]
    [InlineData(Zone.Body, Audience.Adult, 1.0, null)]
    [InlineData(Zone.Body, Audience.Adult, 1.1, Severity.Caution)]
    [InlineData(Zone.Face, Audience.Adult, 0.6, Severity.Caution)]
    [InlineData(Zone.Body, Audience.Child, 0.6, Severity.Caution)]
    [InlineData(Zone.Body, Audience.Child, 2.2, Severity.Stop)]
    [InlineData(Zone.Body, Audience.Adult, 5.2, Severity.Stop)]
    public void Essential_oils_have_a_ceiling_together(Zone zone, Audience audience, double percent, Severity? severity)
    {
        var half = (decimal)percent / 2;
        var balm = Some.Formula(
            ProductForm.Balm,
            ("lavender-oil", half),
            ("cedarwood-oil", half),
            ("beeswax", 15m),
            ("jojoba-oil", null)
        ) with
        {
            Zone = zone,
            Audience = audience,
        };
        var finding = Some.Found(balm, FindingCodes.GroupOver);
        finding?.Severity.ShouldBe(severity!.Value);
        (finding is null).ShouldBe(severity is null);
        if (finding is not null)
            Some.Found(Some.Edited(balm, finding.Fixes[0].Edits), FindingCodes.GroupOver).ShouldBeNull();
    }

    [Theory]
    [InlineData("total short", 40, 50)]
    [InlineData("total over", 60, 50)]
    public void Percents_that_do_not_make_100_stop(string _, int oil, int butter)
    {
        var finding = Some.Found(
                Some.Formula(ProductForm.Butter, ("olive-oil", oil), ("shea-butter-refined", butter)),
                FindingCodes.TotalNot100
            )
            .ShouldNotBeNull();
        finding.Severity.ShouldBe(Severity.Stop);
        finding.Title.ToString().ShouldContain("10.00");
    }

    [Fact]
    public void A_balance_line_that_would_be_negative_stops() =>
        Some.Found(
                Some.Formula(ProductForm.Balm, ("beeswax", 60m), ("shea-butter-refined", 45m), ("olive-oil", null)),
                FindingCodes.TotalNot100
            )!
            .Title.ShouldBe("The total is 5.00 over");

    [Fact]
    public void Water_is_no_longer_water_free()
    {
        var balm = Some.Formula(ProductForm.Balm, ("water", 5m), ("beeswax", 15m), ("jojoba-oil", null));
        var finding = Some.Found(balm, FindingCodes.WaterPresent).ShouldNotBeNull();
        Some.Found(Some.Edited(balm, finding.Fixes[0].Edits), FindingCodes.WaterPresent).ShouldBeNull();
        Some.Found(Some.Demo("Newborn oar-cradle balm"), FindingCodes.WaterPresent).ShouldBeNull();
    }

    [Fact]
    public void Unprotected_polyunsaturated_oil_wants_an_antioxidant_and_the_fix_brings_its_own_phase()
    {
        var oil = Some.Formula(ProductForm.OilGel, ("glyceryl-behenate", 8m), ("rosehip-oil", null)) with
        {
            Phases = [new("A", "Melt", Stage.Melt)],
        };
        var finding = Some.Found(oil, FindingCodes.AntioxidantMissing).ShouldNotBeNull();
        var cured = Some.Edited(oil, finding.Fixes[0].Edits);
        cured.Phases[^1].Stage.ShouldBe(Stage.Cool);
        Some.Found(cured, FindingCodes.AntioxidantMissing).ShouldBeNull();
        Some.Found(Some.Formula(ProductForm.OilGel, ("glyceryl-behenate", 8m), ("jojoba-oil", null)), FindingCodes.AntioxidantMissing)
            .ShouldBeNull("wax esters hold no linoleic acid");
    }

    [Fact]
    public void Sun_use_is_always_said_and_a_claim_stops()
    {
        var stick = Some.Demo("Blade-hand stick");
        Some.Found(stick, FindingCodes.SunscreenUntested)!.Severity.ShouldBe(Severity.Caution);
        Some.Found(stick with { Label = new(["Waterproof SPF 30"], []) }, FindingCodes.SunscreenUntested)!.Severity.ShouldBe(Severity.Stop);
        Some.Found(stick with { SunUse = false }, FindingCodes.SunscreenUntested).ShouldBeNull();
        Some.Found(stick with { SunUse = false, Form = ProductForm.SunscreenStick }, FindingCodes.SunscreenUntested)
            .ShouldNotBeNull("implied by the form");
    }

    [Fact]
    public void The_demo_shows_a_stop_a_caution_and_a_clear_one() =>
        DemoFormulas.Read().Select(formula => Some.Evaluate(formula).Verdict).Distinct().Order().ShouldBe(Enum.GetValues<Verdict>());

    [Fact]
    public void Every_finding_of_the_demo_says_what_why_and_where_from()
    {
        foreach (var finding in DemoFormulas.Read().SelectMany(formula => Some.Evaluate(formula).Findings))
        {
            FindingCodes.All.Select(code => code.Code).ShouldContain(finding.Code);
            new[] { finding.Title.Plain, finding.Detail.Plain, finding.Why.Plain, finding.Source }.ShouldAllBe(text => text.Length > 5);
        }
    }
}
