using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;

namespace UmberCrock.Core.Tests.Said;

/// <summary>What is said of doses, with the arithmetic done by hand.</summary>
public class DoseSayingTests
{
    /// <summary>100 less the lines by hand; the largest oil takes up what is off, when it can.</summary>
    [Theory]
    [InlineData(
        "beeswax 20, olive-oil 90",
        "stop: The total is 10.00 over\nThe lines make 110.00 instead of 100.00.\n- Balance with oil: 1 balances"
    )]
    [InlineData(
        "castor-oil 40, beeswax 20, olive-oil 30",
        "stop: The total is 10.00 short\nThe lines make 90.00 instead of 100.00.\n- Balance with oil: 0 balances"
    )]
    [InlineData(
        "shea-butter-refined 100, olive-oil 5",
        "stop: The total is 5.00 over\nThe lines make 105.00 instead of 100.00.\n- Balance with oil: 1 balances"
    )]
    [InlineData("shea-butter-refined 101, olive-oil 5", "stop: The total is 6.00 over\nThe lines make 106.00 instead of 100.00.")]
    [InlineData("beeswax 20, shea-butter-refined 70", "stop: The total is 10.00 short\nThe lines make 90.00 instead of 100.00.")]
    [InlineData(
        "olive-oil, beeswax 60, shea-butter-refined 45",
        "stop: The total is 5.00 over\nLines set by hand make 105.00; the balance line cannot go below 0."
    )]
    [InlineData(
        "beeswax 60, shea-butter-refined 45, olive-oil",
        "stop: The total is 5.00 over\nLines set by hand make 105.00; the balance line cannot go below 0."
    )]
    [InlineData("beeswax 20, olive-oil 80", "nothing")]
    public void The_total(string lines, string said) => Saying.Of(Lines(ProductForm.Balm, lines), FindingCodes.TotalNot100).ShouldBe(said);

    /// <summary>
    /// The blend holds 88 to 92 % phenoxyethanol: 1.2 x 0.92 = 1.104, which is 0.104 over 1, said as 0.11; 1.2 / 1.104 = 1.0869 is the most
    /// of it. Coated zinc oxide is 96 to 99 %: 15 + 0.99 x 15 = 29.85; each by 25 / 29.85 = 0.8375 is 12.56. Tea tree oil: 1 %, an industry
    /// standard on the oil.
    /// </summary>
    [Theory]
    [InlineData(
        "beeswax 15, preservative-phenoxyethanol-ethylhexylglycerin 1.2, jojoba-oil",
        "stop: Phenoxyethanol is 0.11 over its limit\nThe most allowed here is 1.00 %, counted at the most that its sources may "
            + "hold (1.10).\n"
            + "lines 1\n- Set to 1.08: 1 to 1.08"
    )]
    [InlineData(
        "zinc-oxide 15, zinc-oxide-coated 15, castor-oil",
        "stop: Zinc Oxide is 4.85 over its limit\nThe most allowed here is 25.00 %, counted at the most that its sources may "
            + "hold (29.85).\n"
            + "lines 0, 1\n- Zinc Oxide to 25.00: 0 to 12.56, 1 to 12.56"
    )]
    [InlineData(
        "zinc-oxide 26, castor-oil",
        "stop: Zinc Oxide is 1.00 over its limit\nThe most allowed here is 25.00 %.\nlines 0\n- Set to 25.00: 0 to 25"
    )]
    [InlineData("castor-oil 74, zinc-oxide", "stop: Zinc Oxide is 1.00 over its limit\nThe most allowed here is 25.00 %.\nlines 1")]
    [InlineData("zinc-oxide 25, castor-oil", "nothing")]
    [InlineData(
        "tea-tree-oil 1.4, jojoba-oil",
        "stop: Tea tree oil is 0.40 over its limit\nThe most that may be used here is 1.00 %.\nlines 0\n- Set to 1.00: 0 to 1"
    )]
    [InlineData(
        "tea-tree-oil 0.8, jojoba-oil, tea-tree-oil 0.6",
        "stop: Tea tree oil is 0.40 over its limit\nThe most that may be used here is 1.00 %.\nlines 0, 2\n- Set to 1.00: 0 to "
            + "0.57, 2 to 0.42"
    )]
    [InlineData("tea-tree-oil 1, jojoba-oil", "nothing")]
    public void Hard_limits(string lines, string said) =>
        Saying.Of(Lines(ProductForm.Sunscreen, lines), FindingCodes.OverLimit).ShouldBe(said);

    /// <summary>Beeswax of a stick: 12 to 25 %. Of two lines each gives in proportion; a balance line is not set.</summary>
    [Theory]
    [InlineData(
        "beeswax 26, olive-oil",
        FindingCodes.AboveWindow,
        "caution: Beeswax is 1.00 above its window\nFor this kind of product 12 to 25 % is usual.\nlines 0\n- Set to 25.00: 0 to 25"
    )]
    [InlineData(
        "beeswax 16, olive-oil, beeswax 12",
        FindingCodes.AboveWindow,
        "caution: Beeswax is 3.00 above its window\nFor this kind of product 12 to 25 % is usual.\nlines 0, 2\n"
            + "- Set to 25.00: 0 to 14.28, 2 to 10.71"
    )]
    [InlineData(
        "olive-oil 70, beeswax",
        FindingCodes.AboveWindow,
        "caution: Beeswax is 5.00 above its window\nFor this kind of product 12 to 25 % is usual.\nlines 1"
    )]
    [InlineData(
        "beeswax 10, olive-oil",
        FindingCodes.BelowWindow,
        "note: Beeswax is 2.00 under its window\nFor this kind of product 12 to 25 % is usual.\nlines 0\n- Set to 12.00: 0 to 12"
    )]
    [InlineData(
        "beeswax 5, olive-oil, beeswax 5",
        FindingCodes.BelowWindow,
        "note: Beeswax is 2.00 under its window\nFor this kind of product 12 to 25 % is usual.\nlines 0, 2"
    )]
    public void Windows(string lines, string code, string said) => Saying.Of(Lines(ProductForm.Stick, lines), code).ShouldBe(said);

    /// <summary>
    /// Limits in sunlight: bergamot 0.4, expressed lime 0.7. 0.3 / 0.4 + 0.5 / 0.7 = 1.464; by that 0.3 comes to 0.204 and 0.5 to 0.341,
    /// together 0.546. The larger dose is named first.
    /// </summary>
    [Theory]
    [InlineData(
        "bergamot-oil 0.9, jojoba-oil",
        false,
        "stop: Bergamot oil (expressed) is 0.50 over its sunlight limit\n0.90 %; what stays on skin may hold 0.40 %.\nlines 0\n"
            + "- Set to 0.40: 0 to 0.4"
    )]
    [InlineData(
        "bergamot-oil 0.3, jojoba-oil, lime-oil-expressed 0.5",
        false,
        "stop: Phototoxic oils together are over their limit\n"
            + "Lime oil (expressed) and bergamot oil (expressed) take 1.46 times what they may together.\nlines 0, 2\n"
            + "- Ease to 0.54: 0 to 0.2, 2 to 0.34"
    )]
    [InlineData(
        "lime-oil-expressed 0.5, jojoba-oil, bergamot-oil 0.3",
        false,
        "stop: Phototoxic oils together are over their limit\n"
            + "Lime oil (expressed) and bergamot oil (expressed) take 1.46 times what they may together.\nlines 0, 2\n"
            + "- Ease to 0.54: 0 to 0.34, 2 to 0.2"
    )]
    [InlineData(
        "jojoba-oil 99, bergamot-oil",
        false,
        "stop: Bergamot oil (expressed) is 0.60 over its sunlight limit\n1.00 %; what stays on skin may hold 0.40 %.\nlines 1"
    )]
    [InlineData("bergamot-oil 0.2, jojoba-oil", false, "nothing")]
    [InlineData(
        "bergamot-oil 0.2, jojoba-oil",
        true,
        "caution: Bergamot oil (expressed) in the sun\nWithin the limit (0.50 of 1), but this is worn in daylight.\nlines 0\n"
            + "- Leave it out: without 0"
    )]
    [InlineData("jojoba-oil 100, bergamot-oil 0", true, "nothing")]
    public void Sunlight(string lines, bool sun, string said) =>
        Saying.Of(Lines(ProductForm.Balm, lines) with { Zone = Zone.Face, SunUse = sun }, FindingCodes.Phototoxic).ShouldBe(said);

    /// <summary>Essential oils left on: 1 % of the stricter school. 0.6 and 0.5: each by 1 / 1.1.</summary>
    [Theory]
    [InlineData(
        "lavender-oil 0.6, cedarwood-oil 0.5, jojoba-oil",
        "caution: Essential oils 0.10 over\nTogether 1.10 %; the ceiling here is 1.00 %.\nlines 0, 1\n- Ease to 1.00: 0 to 0.54, 1 to 0.45"
    )]
    [InlineData("lavender-oil 0.6, cedarwood-oil 0.4, jojoba-oil", "nothing")]
    [InlineData(
        "lavender-oil 0.6, jojoba-oil 98.8, cedarwood-oil",
        "caution: Essential oils 0.20 over\nTogether 1.20 %; the ceiling here is 1.00 %.\nlines 0, 2"
    )]
    [InlineData(
        "lavender-oil 1.1, cedarwood-oil 0, jojoba-oil",
        "caution: Essential oils 0.10 over\nTogether 1.10 %; the ceiling here is 1.00 %.\nlines 0\n- Ease to 1.00: 0 to 1"
    )]
    public void Groups(string lines, string said) => Saying.Of(Lines(ProductForm.Balm, lines), FindingCodes.GroupOver).ShouldBe(said);

    [Theory]
    [InlineData(
        Audience.Infant,
        FindingCodes.AudienceStop,
        "stop: Not for infants: Lavender oil\nThe skin barrier is thin, the skin large for the weight, and hands go to the mouth. Stricter "
            + "than the published tables.\nlines 0\n- Leave it out: without 0"
    )]
    [InlineData(Audience.Adult, FindingCodes.AudienceStop, "nothing")]
    public void Who_wears_it(Audience audience, string code, string said) =>
        Saying.Of(Lines(ProductForm.Balm, "lavender-oil 0.3, beeswax 15, jojoba-oil") with { Audience = audience }, code).ShouldBe(said);

    [Fact]
    public void A_stop_and_a_caution_for_someone_give_different_reasons()
    {
        string Why(Audience audience, string code, string lines) =>
            Some.Found(Lines(ProductForm.Balm, lines) with { Audience = audience }, code)!.Why.ToString();
        Why(Audience.Infant, FindingCodes.AudienceStop, "lavender-oil 0.3, jojoba-oil").ShouldStartWith("The one who wears it");
        Why(Audience.Pregnancy, FindingCodes.AudienceCaution, "rosemary-oil 0.3, jojoba-oil").ShouldStartWith("Not forbidden");
    }

    /// <summary>Within a tenth of the window's width of an edge: 12 to 25 is 13 wide, so up to 13.3 and from 23.7.</summary>
    [Theory]
    [InlineData(11.99, Place.Below)]
    [InlineData(12, Place.Near)]
    [InlineData(13.29, Place.Near)]
    [InlineData(13.3, Place.Inside)]
    [InlineData(23.7, Place.Inside)]
    [InlineData(23.71, Place.Near)]
    [InlineData(25, Place.Near)]
    [InlineData(25.01, Place.Above)]
    public void Where_a_dose_stands(double percent, Place place) =>
        Placed(Lines(ProductForm.Stick, FormattableString.Invariant($"beeswax {percent}, jojoba-oil")), "beeswax").Place.ShouldBe(place);

    [Fact]
    public void The_tightest_of_several_limits_counts()
    {
        // 1 / 0.92, to four decimals, not rounded up.
        const string Blend = "preservative-phenoxyethanol-ethylhexylglycerin";
        Placed(Lines(ProductForm.Balm, $"{Blend} 1, jojoba-oil"), Blend).Limit!.Percent.ShouldBe(1.0869m);
        Placed(Lines(ProductForm.Balm, "bergamot-oil 0.2, jojoba-oil") with { Zone = Zone.Face }, "bergamot-oil")
            .Limit!.Percent.ShouldBe(0.4m);
        Placed(Lines(ProductForm.Balm, "bergamot-oil 0.2, jojoba-oil") with { Exposure = Exposure.RinseOff }, "bergamot-oil")
            .Limit.ShouldBeNull();
        Placed(Lines(ProductForm.Balm, "tea-tree-oil 1, jojoba-oil"), "tea-tree-oil").Place.ShouldNotBe(Place.OverLimit);
        Placed(Lines(ProductForm.Sunscreen, "zinc-oxide 25, castor-oil"), "zinc-oxide").Place.ShouldNotBe(Place.OverLimit);
        Placed(Lines(ProductForm.Sunscreen, "zinc-oxide 26, castor-oil"), "castor-oil").Place.ShouldNotBe(Place.OverLimit);
    }

    private static DosePlacement Placed(Formula formula, string slug)
    {
        var resolved = ResolvedFormula.Of(formula, Some.Catalogue, EvaluationSettings.Default);
        return DosePlacement.Of(resolved, Some.Catalogue.Find(slug)!);
    }

    private static Formula Lines(ProductForm form, string lines) => Some.Lines(form, lines.Split(", "));
}
