using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Tests.Reference;

/// <summary>Griffin's worked examples and those of The HLB System (from memory; rows "worked_example" of hlb.csv).</summary>
public class HlbTests
{
    /// <summary>Griffin 1954: HLB = 20 (1 - S / A) of an ester with saponification number S of an acid with acid number A.</summary>
    [Theory]
    [InlineData(161, 198, "glyceryl-stearate")]
    [InlineData(45.5, 276, "polysorbate-20")]
    public void An_ester_of_the_catalogue_has_the_hlb_of_its_structure(double saponification, double acid, string slug) =>
        Some.Catalogue.Find(slug)!.Hlb!.Value.ShouldBe(20 * (1 - (saponification / acid)), 0.1);

    /// <summary>Blends by weight: 70 % polysorbate 80 with 30 % sorbitan oleate 11.8; half and half 9.65; 60 % polysorbate 60 with 40 %
    /// sorbitan stearate 10.8.</summary>
    [Theory]
    [InlineData("polysorbate-80", 7, "sorbitan-oleate", 3, 11.8)]
    [InlineData("polysorbate-80", 5, "sorbitan-oleate", 5, 9.65)]
    [InlineData("polysorbate-60", 6, "sorbitan-stearate", 4, 10.8)]
    public void A_blend_supplies_the_weighted_mean(string one, int first, string other, int second, double hlb) =>
        Some.Evaluate(Some.Formula(ProductForm.Balm, (one, first), (other, second), ("olive-oil", null)))
            .Emulsion!.SuppliedHlb!.Value.ShouldBe(hlb, 0.06);

    /// <summary>
    /// The alligation of The HLB System: for required HLB 12 a mix of polysorbate 80 (15.0) and sorbitan oleate (4.3) holds 72 % of the
    /// first.
    /// The fix that is offered mixes them so for the oil at hand.
    /// </summary>
    [Fact]
    public void The_fix_for_a_mismatch_mixes_by_alligation()
    {
        var bar = Some.Formula(ProductForm.Bar, ("sorbitan-oleate", 15m), ("beeswax", 20m), ("mineral-oil", null)) with
        {
            Exposure = Exposure.RinseOff,
        };
        var finding = Some.Found(bar, FindingCodes.EmulsifierMismatch).ShouldNotBeNull();
        var before = Some.Evaluate(bar).Emulsion!;
        var after = Some.Evaluate(Some.Edited(bar, finding.Fixes[0].Edits)).Emulsion!;
        after.SuppliedHlb!.Value.ShouldBe(after.RequiredHlb!.Value, 0.5);
        before.SuppliedHlb!.Value.ShouldBe(4.3, 0.01);
    }

    /// <summary>Beeswax has a required HLB of 12 as an oil and supplies none: no dose of it emulsifies.</summary>
    [Theory]
    [InlineData("beeswax")]
    [InlineData("lanolin")]
    public void An_absorbing_wax_is_never_taken_for_an_emulsifier(string wax)
    {
        var bar = Some.Formula(ProductForm.Bar, (wax, 30m), ("olive-oil", null)) with { Exposure = Exposure.RinseOff };
        Some.Evaluate(bar).Emulsion!.EmulsifierPercent.ShouldBe(0m);
        var finding = Some.Found(bar, FindingCodes.EmulsifierMissing).ShouldNotBeNull();
        finding.Detail.ToString().ShouldContain("is no emulsifier");
        finding.Lines.ShouldBe([0]);
    }

    /// <summary>Conditioning emulsifiers are outside HLB and are judged by dose: 25 % of the blend is enough in a conditioner bar (common
    /// practice).</summary>
    [Fact]
    public void A_cationic_blend_is_judged_by_its_dose()
    {
        Formula Bar(decimal dose) =>
            Some.Formula(
                ProductForm.ConditionerBar,
                ("behentrimonium-methosulfate-25", dose),
                ("cetyl-alcohol", 30m),
                ("cocoa-butter", null)
            ) with
            {
                Exposure = Exposure.RinseOff,
            };
        var enough = Some.Evaluate(Bar(25m));
        enough.Emulsion!.CationicPercent.ShouldBe(25m);
        enough.Emulsion.SuppliedHlb.ShouldBeNull();
        enough.Findings.ShouldNotContain(finding => finding.Code.StartsWith("emulsifier", StringComparison.Ordinal));
        Some.Found(Bar(5m), FindingCodes.EmulsifierLow).ShouldNotBeNull();
    }
}
