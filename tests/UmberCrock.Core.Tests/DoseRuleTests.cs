using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;

namespace UmberCrock.Core.Tests;

/// <summary>Limits that count over several lines, phototoxic oils, schools and regions.</summary>
public class DoseRuleTests
{
    /// <summary>Regulation (EC) 1223/2009 Annex V entry 29 (from memory): 1 % of phenoxyethanol itself, whatever brings it.</summary>
    [Fact]
    public void A_substance_spread_over_two_blends_is_caught()
    {
        var one = Some.Formula(
            ProductForm.Balm,
            ("preservative-phenoxyethanol-caprylyl-glycol", 0.9m),
            ("beeswax", 15m),
            ("jojoba-oil", null)
        );
        var other = Some.Formula(
            ProductForm.Balm,
            ("preservative-phenoxyethanol-ethylhexylglycerin", 0.9m),
            ("beeswax", 15m),
            ("jojoba-oil", null)
        );
        var both = Some.Formula(
            ProductForm.Balm,
            ("preservative-phenoxyethanol-caprylyl-glycol", 0.9m),
            ("preservative-phenoxyethanol-ethylhexylglycerin", 0.9m),
            ("beeswax", 15m),
            ("jojoba-oil", null)
        );
        Some.Found(one, FindingCodes.OverLimit).ShouldBeNull();
        Some.Found(other, FindingCodes.OverLimit).ShouldBeNull();
        var finding = Some.Found(both, FindingCodes.OverLimit).ShouldNotBeNull();
        finding.Severity.ShouldBe(Severity.Stop);
        finding.Title.ToString().ShouldStartWith("Phenoxyethanol");
        finding.Lines.ShouldBe([0, 1]);
        Some.Evaluate(both).Lines[0].Place.ShouldBe(Place.OverLimit);
        Some.Found(Some.Edited(both, finding.Fixes[0].Edits), FindingCodes.OverLimit).ShouldBeNull();
    }

    /// <summary>Annex III entry 324 (from memory): methyl salicylate 0.06 % from all sources; wintergreen oil is nearly all of
    /// it.</summary>
    [Fact]
    public void A_limit_on_what_nature_put_in_counts()
    {
        var balm = Some.Formula(ProductForm.Balm, ("wintergreen-oil", 0.1m), ("beeswax", 15m), ("jojoba-oil", null));
        var finding = Some.Found(balm, FindingCodes.OverLimit).ShouldNotBeNull();
        finding.Title.ToString().ShouldStartWith("Methyl Salicylate");
        var cured = Some.Edited(balm, finding.Fixes[0].Edits);
        cured.Lines[0].Percent!.Value.ShouldBeInRange(0.055m, 0.0605m);
        Some.Found(cured, FindingCodes.OverLimit).ShouldBeNull();
    }

    /// <summary>Regulation (EU) 2024/996 (from memory): 0.05 % retinol equivalents on the body, 0.3 % elsewhere; the palmitate holds 55
    /// %.</summary>
    [Theory]
    [InlineData(Zone.Body, 0.08, false)]
    [InlineData(Zone.Body, 0.10, true)]
    [InlineData(Zone.Face, 0.50, false)]
    [InlineData(Zone.Face, 0.60, true)]
    public void Vitamin_a_counts_as_retinol_and_the_special_case_wins(Zone zone, double percent, bool over)
    {
        var balm = Some.Formula(ProductForm.Balm, ("retinyl-palmitate", (decimal)percent), ("beeswax", 15m), ("jojoba-oil", null)) with
        {
            Zone = zone,
        };
        (Some.Found(balm, FindingCodes.OverLimit) is not null).ShouldBe(over);
    }

    /// <summary>IFRA standards (from memory): bergamot 0.4, lemon 2.0, lime 0.7, grapefruit 4.0, bitter orange 1.25; shares add up to
    /// 1.</summary>
    [Theory]
    [InlineData("bergamot-oil", 0.4, "lemon-oil-expressed", 0, null)]
    [InlineData("bergamot-oil", 0.45, "lemon-oil-expressed", 0, Severity.Stop)]
    [InlineData("bergamot-oil", 0.3, "lemon-oil-expressed", 0.6, Severity.Stop)] // 0.75 + 0.30
    [InlineData("bergamot-oil", 0.2, "lemon-oil-expressed", 0.6, null)] // 0.50 + 0.30
    [InlineData("bergamot-oil-bergapten-free", 0.6, "lemon-oil-distilled", 0.4, null)]
    [InlineData("sweet-orange-oil", 0.5, "mandarin-oil", 0.5, null)]
    public void Two_phototoxic_oils_add_up(string one, double onePercent, string other, double otherPercent, Severity? severity)
    {
        var balm = Some.Formula(
            ProductForm.Balm,
            (one, (decimal)onePercent),
            (other, (decimal)otherPercent),
            ("beeswax", 15m),
            ("jojoba-oil", null)
        );
        var finding = Some.Found(balm, FindingCodes.Phototoxic);
        finding?.Severity.ShouldBe(severity!.Value);
        (finding is null).ShouldBe(severity is null);
        if (finding is not null)
            Some.Found(Some.Edited(balm, finding.Fixes[0].Edits), FindingCodes.Phototoxic).ShouldBeNull();
    }

    [Fact]
    public void A_phototoxic_oil_in_daylight_is_always_said_and_rinsed_off_or_covered_it_is_free()
    {
        var balm = Some.Formula(ProductForm.Balm, ("bergamot-oil", 0.3m), ("beeswax", 15m), ("jojoba-oil", null));
        Some.Found(balm, FindingCodes.Phototoxic).ShouldBeNull();
        Some.Found(balm with { SunUse = true }, FindingCodes.Phototoxic)!.Severity.ShouldBe(Severity.Caution);
        var strong = balm with { Lines = balm.Lines.SetItem(0, balm.Lines[0] with { Percent = 0.9m }) };
        Some.Found(strong, FindingCodes.Phototoxic)!.Severity.ShouldBe(Severity.Stop);
        Some.Evaluate(strong).Lines[0].HardLimitPercent.ShouldBe(0.4m);
        Some.Found(strong with { Exposure = Exposure.RinseOff }, FindingCodes.Phototoxic).ShouldBeNull();
        Some.Found(strong with { Zone = Zone.Feet }, FindingCodes.Phototoxic).ShouldBeNull();
    }

    [Fact]
    public void The_looser_scent_school_raises_window_and_ceiling_and_is_named()
    {
        var balm = Some.Formula(ProductForm.Balm, ("lavender-oil", 1.5m), ("beeswax", 15m), ("olive-oil", null));
        var looser = EvaluationSettings.Default with { Scent = ScentSchool.Looser };
        Some.Found(balm, FindingCodes.GroupOver)!.Why.ToString().ShouldContain("stricter school");
        Some.Found(balm, FindingCodes.AboveWindow).ShouldNotBeNull();
        Some.Found(balm, FindingCodes.GroupOver, looser).ShouldBeNull();
        Some.Found(balm, FindingCodes.AboveWindow, looser).ShouldBeNull();
        var strong = balm with { Lines = balm.Lines.SetItem(0, balm.Lines[0] with { Percent = 3.5m }) };
        Some.Found(strong, FindingCodes.GroupOver, looser)!.Why.ToString().ShouldContain("looser school");
    }

    [Fact]
    public void Regions_have_rules_of_their_own()
    {
        var balm = Some.Formula(
            ProductForm.Balm,
            ("preservative-phenoxyethanol-caprylyl-glycol", 2m),
            ("beeswax", 15m),
            ("jojoba-oil", null)
        );
        Some.Found(balm, FindingCodes.OverLimit).ShouldNotBeNull();
        Some.Found(balm, FindingCodes.OverLimit, EvaluationSettings.Default with { Region = Region.Us })
            .ShouldBeNull("the annexes do not bind there");
        var lips = Some.Formula(ProductForm.LipBalm, ("ultramarine-blue", 0.5m), ("beeswax", 20m), ("jojoba-oil", null)) with
        {
            Zone = Zone.Lips,
        };
        Some.Found(lips, FindingCodes.AudienceStop).ShouldBeNull();
        Some.Found(lips, FindingCodes.AudienceStop, EvaluationSettings.Default with { Region = Region.Us })
            .ShouldNotBeNull("21 CFR 73.2725");
    }

    [Fact]
    public void An_ingredient_without_a_window_takes_that_of_its_class()
    {
        var window = DosePlacement.WindowFor(
            Some.Formula(ProductForm.Balm),
            Some.Catalogue.Find("marula-oil")!,
            Some.Catalogue.Rules,
            EvaluationSettings.Default
        );
        window!.MaxPercent.ShouldBe(100m);
        Some.Evaluate(Some.Formula(ProductForm.Balm, ("water", 5m), ("jojoba-oil", null)))
            .Lines[0]
            .Place.ShouldBe(Place.Unknown, "no window is known, and it is not called fine");
    }
}
