using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Emulsions;

namespace UmberCrock.Core.Tests.Said;

/// <summary>What is said of water, emulsifiers and powders, with the arithmetic done by hand.</summary>
public class MixingSayingTests
{
    /// <summary>What rinses off wants 10 to 25 %; water wants a quarter of itself, rounded up to a tenth, and 1 % at least.</summary>
    [Theory]
    [InlineData(
        Exposure.RinseOff,
        "beeswax 8, sunflower-oil-high-oleic",
        FindingCodes.EmulsifierMissing,
        "caution: Nothing makes it rinse off\n0.00 % emulsifier; to rinse off it wants 10 to 25 %. Beeswax takes up a little water but is "
            + "no emulsifier.\nlines 0\n- Add 10.00 emulsifying wax: 10 emulsifying-wax-nf in A"
    )]
    [InlineData(
        Exposure.RinseOff,
        "shea-butter-refined 20, sunflower-oil-high-oleic",
        FindingCodes.EmulsifierMissing,
        "caution: Nothing makes it rinse off\n0.00 % emulsifier; to rinse off it wants 10 to 25 %.\n"
            + "- Add 10.00 emulsifying wax: 10 emulsifying-wax-nf in A"
    )]
    [InlineData(
        Exposure.RinseOff,
        "shea-butter-refined 20, polysorbate-80 5, sunflower-oil-high-oleic",
        FindingCodes.EmulsifierLow,
        "caution: Too little emulsifier to rinse off\n5.00 % emulsifier; to rinse off it wants 10 to 25 %.\nlines 1\n"
            + "- Polysorbate 80 to 10.00: 1 to 10\n- Add 10.00 emulsifying wax: 10 emulsifying-wax-nf in A"
    )]
    [InlineData(
        Exposure.RinseOff,
        "shea-butter-refined 20, polysorbate-80 10, sunflower-oil-high-oleic",
        FindingCodes.EmulsifierLow,
        "nothing"
    )]
    [InlineData(
        Exposure.LeaveOn,
        "water 8, polyglyceryl-4-oleate 1, jojoba-oil",
        FindingCodes.EmulsifierLow,
        "caution: Too little emulsifier to hold its water\n1.00 % emulsifier; to hold its water it wants about 2.00 %.\nlines 1\n"
            + "- Polyglyceryl-4 oleate to 2.00: 1 to 2\n- Add 2.00 emulsifying wax: 2 emulsifying-wax-nf in A"
    )]
    [InlineData(Exposure.LeaveOn, "water 8.1, polyglyceryl-4-oleate 2.1, jojoba-oil", FindingCodes.EmulsifierLow, "nothing")]
    [InlineData(Exposure.LeaveOn, "water 1, polyglyceryl-4-oleate 1, jojoba-oil", FindingCodes.EmulsifierLow, "nothing")]
    [InlineData(Exposure.LeaveOn, "water 0.9, jojoba-oil", FindingCodes.EmulsifierMissing, "nothing")]
    public void Emulsifiers(Exposure exposure, string lines, string code, string said) =>
        Saying.Of(Lines(ProductForm.Balm, lines) with { Exposure = exposure }, code).ShouldBe(said);

    [Theory]
    [InlineData(ProductForm.Bar, true, "note: Nothing makes it turn milky on wet skin")]
    [InlineData(ProductForm.MassageBar, true, "note: Nothing makes it turn milky on wet skin")]
    [InlineData(ProductForm.Bar, false, "nothing")]
    [InlineData(ProductForm.Balm, true, "nothing")]
    [InlineData(ProductForm.ConditionerBar, false, "caution: Nothing makes it rinse off")]
    public void What_calls_for_one(ProductForm form, bool wet, string title) =>
        Saying
            .Of(Lines(form, "shea-butter-refined 40, cocoa-butter 40, jojoba-oil") with { WetUse = wet }, FindingCodes.EmulsifierMissing)
            .Split('\n')[0]
            .ShouldBe(title);

    /// <summary>
    /// Required: (8 x 12 + 10 x 10 + 67 x 7) / 85 = 7.82. Sorbitan oleate supplies 4.3. To 15 of it 15 x 3.52 / (14.9 - 7.82) = 7.5 of
    /// polysorbate 60; traded, 15 x 3.52 / (14.9 - 4.3) = 5.0.
    /// </summary>
    [Fact]
    public void An_emulsifier_that_does_not_suit_its_oils() =>
        Saying
            .Of(Rinsed("beeswax 8, sorbitan-oleate 15, lanolin 10, sunflower-oil-high-oleic"), FindingCodes.EmulsifierMismatch)
            .ShouldBe(
                "caution: The emulsifier is too oil-loving\nIt supplies HLB 4.3; the oils want 7.8 (known for 100 % of them). "
                    + "Within 2.5 it "
                    + "works.\nlines 1\n- Trade 5.00 for polysorbate 60: 1 to 10, 5 polysorbate-60 in A\n"
                    + "- Add 7.50 polysorbate 60: 7.5 polysorbate-60 in A"
            );

    [Fact]
    public void The_sums_behind_it()
    {
        var report = Report(Rinsed("beeswax 8, sorbitan-oleate 10, polysorbate-80 5, lanolin 10, sunflower-oil-high-oleic"))!;
        // (10 x 4.3 + 5 x 15) / 15.
        report.SuppliedHlb!.Value.ShouldBe(7.8667, 1e-3);
        report.RequiredHlb!.Value.ShouldBe(665.0 / 85, 1e-9);
        report.EmulsifierPercent.ShouldBe(15m);
        report.EmulsifierToOil!.Value.ShouldBe(15.0 / 85, 1e-9);
        report.CoveredPercent.ShouldBe(100);
        report.CationicPercent.ShouldBe(0m);
        Report(Lines(ProductForm.Balm, "beeswax 20, jojoba-oil")).ShouldBeNull();
        Report(Rinsed("polysorbate-80 100"))!.EmulsifierToOil.ShouldBeNull();
        Report(Rinsed("behentrimonium-methosulfate-25 20, jojoba-oil"))!.CationicPercent.ShouldBe(20m);
    }

    [Theory]
    [InlineData(
        "glycerin 2, beeswax 15, jojoba-oil",
        "caution: Oil does not hold glycerin\n2.00 % water-loving; 2.00 % emulsifier would hold it, there is 0.00 %.\nlines 0\n"
            + "- Leave it out: without 0"
    )]
    [InlineData(
        "glycerin 2, water 1.9, lecithin 1, beeswax 15, jojoba-oil",
        "caution: Oil does not hold glycerin\n2.00 % water-loving; 2.00 % emulsifier would hold it, there is 1.00 %.\nlines 0\n"
            + "- Leave it out: without 0"
    )]
    [InlineData("glycerin 2, water 2, beeswax 15, jojoba-oil", "nothing")] // it dissolves in that
    [InlineData("glycerin 0.09, beeswax 15, jojoba-oil", "nothing")]
    public void What_oil_does_not_hold(string lines, string said) =>
        Saying.Of(Lines(ProductForm.Balm, lines), FindingCodes.PolarNotSoluble).ShouldBe(said);

    /// <summary>
    /// Handbook of Pharmaceutical Excipients, from memory: castor oil is practically insoluble in mineral oil unless mixed with another
    /// vegetable oil. How much of it joins them is judged: as much as of the lesser.
    /// </summary>
    [Theory]
    [InlineData(
        "beeswax 20, castor-oil 30, mineral-oil",
        "caution: Castor oil and mineral oil do not mix\n30.00 and 50.00 %, and 0.00 % of other oils; 30.00 % would join "
            + "them.\nlines 1, 2\n"
            + "- Sunflower oil (high oleic) instead: 2 is sunflower-oil-high-oleic"
    )]
    [InlineData("beeswax 20, castor-oil 10, mineral-oil 20, olive-oil", "nothing")]
    [InlineData("beeswax 20, castor-oil 10, squalane 20, olive-oil", "nothing")]
    [InlineData("beeswax 20, olive-oil 10, mineral-oil", "nothing")]
    [InlineData("beeswax 20, castor-oil 0.9, mineral-oil", "nothing")]
    public void Oils_that_do_not_mix(string lines, string said) =>
        Saying.Of(Lines(ProductForm.Balm, lines), FindingCodes.Immiscible).ShouldBe(said);

    /// <summary>Talc takes up 50 g on 100 g: 70 of it 35, and there are 30. Half of the way is 70 x (1 + 30 / 35) / 2 = 65.</summary>
    [Theory]
    [InlineData(
        "talc 70, jojoba-oil",
        "caution: More powder than the fat can wet\nTalc takes up 35.00 parts of oil; there are 30.00.\nlines 0\n"
            + "- Ease powders to 65.00: 0 to 65\n- Ease powders to 60.00: 0 to 60"
    )]
    [InlineData(
        "jojoba-oil 30, talc",
        "caution: More powder than the fat can wet\nTalc takes up 35.00 parts of oil; there are 30.00.\nlines 1"
    )]
    [InlineData("talc 66, jojoba-oil", "nothing")]
    public void More_powder_than_the_fat_can_wet(string lines, string said) =>
        Saying.Of(Lines(ProductForm.PressedBalm, lines), FindingCodes.PowderOverload).ShouldBe(said);

    private static EmulsionReport? Report(Formula formula) =>
        EmulsionReport.Of(ResolvedFormula.Of(formula, Some.Catalogue, EvaluationSettings.Default));

    private static Formula Rinsed(string lines) => Lines(ProductForm.Balm, lines) with { Exposure = Exposure.RinseOff };

    private static Formula Lines(ProductForm form, string lines) => Some.Lines(form, lines.Split(", "));
}
