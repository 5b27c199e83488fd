using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Keeping;

namespace UmberCrock.Core.Tests.Said;

/// <summary>How long it keeps and what is said of it, with the arithmetic done by hand.</summary>
public class KeepingSayingTests
{
    private const string Sunflower = "beeswax 20, sunflower-oil 30, jojoba-oil";

    /// <summary>
    /// Flaxseed oil: 70.5 of 98.3 parts C18:2 and C18:3; jojoba none. 30 and 50 of the 80 whose acids are known: 0.71719 x 30 / 80 is
    /// 26.9 %. It keeps 7.5 months, and an antioxidant does not lengthen that.
    /// </summary>
    [Theory]
    [InlineData(
        "beeswax 20, flaxseed-oil 30, jojoba-oil",
        "caution: Turns within 8 months\n26.9 % of the fatty acids oxidise fast; Flaxseed oil goes first. From 20 % and below 12 months "
            + "it matters.\nlines 1\n- Camellia seed oil instead: 1 is camellia-oil"
    )]
    [InlineData("beeswax 20, sunflower-oil 30, jojoba-oil, tocopherol-mixed 0.3", "nothing")]
    [InlineData("beeswax 20, sunflower-oil 20, jojoba-oil", "nothing")]
    public void Oils_that_turn(string lines, string said) => Saying.Of(Lines(lines), FindingCodes.Rancidity).ShouldBe(said);

    /// <summary>Thirty parts with 61.5 % are 18.45; of several oils those that bring most are named, in the order they stand.</summary>
    [Theory]
    [InlineData(
        Sunflower,
        "caution: Nothing slows rancidity\nPolyunsaturated oils make 18.45 % of the formula; an antioxidant is wanted from 4 %.\nlines 1\n"
            + "- Add 0.50: 0.5 tocopherol-mixed in B"
    )]
    [InlineData(
        "castor-oil 10, olive-oil 10, hemp-seed-oil 5, sunflower-oil 20, jojoba-oil",
        "caution: Nothing slows rancidity\nPolyunsaturated oils make 17.67 % of the formula; an antioxidant is wanted from 4 %.\n"
            + "lines 1, 2, 3\n- Add 0.50: 0.5 tocopherol-mixed in B"
    )]
    [InlineData("beeswax 20, sunflower-oil 30, jojoba-oil, tocopherol-mixed 0.05", "nothing")]
    public void Nothing_slows_it(string lines, string said) => Saying.Of(Lines(lines), FindingCodes.AntioxidantMissing).ShouldBe(said);

    /// <summary>Months of the first to turn times what slows and what hastens it.</summary>
    [Theory]
    [InlineData(Sunflower, 10, 10.5)]
    [InlineData("beeswax 20, sunflower-oil 30, jojoba-oil, tocopherol-mixed 0.3", 10, 10.5)] // it never lengthens an oil's own life
    [InlineData("beeswax 20, sunflower-oil 30, jojoba-oil, iron-oxide-red 0.5, tocopherol-mixed 0.3", 10, 10.08)] // 0.8 x 1.2
    [InlineData("beeswax 20, flaxseed-oil 30, jojoba-oil, iron-oxide-red 0.5, tocopherol-mixed 0.3", 10, 6)] // too much linolenic acid
    [InlineData("beeswax 20, jojoba-oil 79.7, tocopherol-mixed 0.3", 10, 48)] // nothing there for it to slow
    [InlineData(Sunflower, 31.9, 10.5)]
    [InlineData(Sunflower, 32, 7.875)]
    [InlineData("beeswax 20, sunflower-oil 30, jojoba-oil, iron-oxide-red 0.5", 10, 8.4)]
    [InlineData("beeswax 20, sunflower-oil 30, jojoba-oil, iron-oxide-red 0", 10, 10.5)]
    [InlineData("beeswax 20, sunflower-oil 30, jojoba-oil, hibiscus-powder 2", 10, 7.35)]
    [InlineData("beeswax 20, sunflower-oil 30, jojoba-oil, iron-oxide-red 0.5, hibiscus-powder 2", 32, 4.41)]
    [InlineData("beeswax 20, hemp-seed-oil 2.9, jojoba-oil", 10, 48)] // too little of it to count
    [InlineData("beeswax 20, hemp-seed-oil 3, jojoba-oil", 10, 10.5)]
    public void Months(string lines, double warmEnd, double months) =>
        Of(Lines(lines) with { Climate = new Climate(5, (decimal)warmEnd) }).Months!.Value.ShouldBe(months, 1e-9);

    /// <summary>By weight: 100 / (20 / 48 + 30 / 10.5 + 50 / 48). Steeped plant matter is strained out and hastens nothing.</summary>
    [Fact]
    public void Months_by_the_other_school_and_of_what_is_strained()
    {
        Of(Lines(Sunflower)).MonthsByWeight!.Value.ShouldBe(23.1724, 1e-4);
        Of(Lines(Sunflower), new EvaluationSettings { BestBefore = BestBeforeSchool.Weighted }).Months!.Value.ShouldBe(23.1724, 1e-4);
        var steeped = Lines("beeswax 20, sunflower-oil 30, jojoba-oil, hibiscus-powder 2");
        steeped = steeped with
        {
            Phases = [.. steeped.Phases, new("C", "Steep", Stage.Infuse)],
            Lines = steeped.Lines.SetItem(3, steeped.Lines[3] with { Phase = "C" }),
        };
        Of(steeped).Months.ShouldBe(10.5);
    }

    /// <summary>Waxes by what is measured: beeswax 10 and 95, jojoba 82 and 92. Acids of sunflower and jojoba: C18:1 is 16.236 % and C18:2
    /// 23.272 %, so (16.236 + 10.3 x 23.272) / 100.</summary>
    [Fact]
    public void Values_of_the_blend()
    {
        var waxes = Of(Lines("beeswax 20, jojoba-oil 80"));
        waxes.IodineValue!.Value.ShouldBe(67.6, 1e-9);
        waxes.SaponificationValue!.Value.ShouldBe(92.6, 1e-9);
        var report = Of(Lines(Sunflower));
        report.KnownPercent.ShouldBe(80);
        report.PolyunsaturatedPercent!.Value.ShouldBe(23.272, 1e-3);
        report.Oxidisability!.Value.ShouldBe(2.5594, 1e-3);
        report.Weakest.ShouldBe("sunflower-oil");
        var mineral = Of(Lines("zinc-oxide 50, talc 50"));
        (mineral.Months, mineral.Weakest, mineral.IodineValue, mineral.PolyunsaturatedPercent, mineral.Oxidisability).ShouldBe(
            (null, null, null, null, null)
        );
    }

    private static KeepingReport Of(Formula formula, EvaluationSettings? settings = null) =>
        KeepingReport.Of(ResolvedFormula.Of(formula, Some.Catalogue, settings ?? EvaluationSettings.Default));

    private static Formula Lines(string lines) => Some.Lines(ProductForm.Balm, lines.Split(", "));
}
