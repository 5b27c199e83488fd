using UmberCrock.Core.Texture;

namespace UmberCrock.Core.Tests.Reference;

/// <summary>What formulators know about firmness, each marked common practice; strengths and band borders were fitted to them.</summary>
public class TradeFactTests
{
    /// <summary>Common practice: 9 % beeswax in castor oil is a goopy ointment.</summary>
    [Fact]
    public void Nine_percent_beeswax_in_castor_oil_is_an_ointment()
        => BandAt20(("beeswax", 9), ("castor-oil", 91)).ShouldBe(Band.Ointment);

    /// <summary>Common practice: one fifth beeswax in oil is a firm balm, one quarter a stick.</summary>
    [Theory]
    [InlineData(20, Band.Balm)]
    [InlineData(25, Band.Stick)]
    public void A_fifth_of_beeswax_is_a_balm_a_quarter_a_stick(int percent, Band band)
        => BandAt20(("beeswax", percent), ("olive-oil", 100 - percent)).ShouldBe(band);

    /// <summary>Common practice: 20 % of a behenate gelator in oil is a jar butter.</summary>
    [Fact]
    public void A_fifth_of_gelator_is_a_jar_butter()
        => BandAt20(("glyceryl-behenate", 20), ("olive-oil", 80)).ShouldBe(Band.SoftButter);

    /// <summary>Common practice: beeswax near 13 % with hard butters is firm but scoopable.</summary>
    [Fact]
    public void Thirteen_percent_beeswax_with_hard_butters_is_a_balm()
        => BandAt20(("beeswax", 13), ("cocoa-butter", 30), ("shea-butter-refined", 20), ("olive-oil", 37)).ShouldBe(Band.Balm);

    /// <summary>Common practice: equal tenths of candelilla, cetyl alcohol and stearic acid with butters make a bar that is handled without melting.</summary>
    [Fact]
    public void Tenths_of_three_hardeners_with_butters_are_a_bar()
    {
        (string, decimal)[] bar = [("candelilla-wax", 10), ("cetyl-alcohol", 10), ("stearic-acid", 10), ("cocoa-butter", 30), ("shea-butter-refined", 20), ("olive-oil", 20)];
        BandAt20(bar).ShouldBe(Band.HardBar);
        (Some.Catalogue.Rules.Texture.BandOf(Some.FirmnessAt(33, bar)) >= Band.Balm).ShouldBeTrue("not melting in a hand at skin temperature");
    }

    /// <summary>Common practice: more shea holds a whipped butter up better in summer; 55 % beats 50 % beats 45 %, at 14.5 % starch.</summary>
    [Fact]
    public void More_shea_holds_up_better_in_summer()
    {
        var firmness = new[] { 55m, 50m, 45m }.Select(shea => Some.FirmnessAt(28, ("shea-butter-refined", shea), ("corn-starch", 14.5m), ("sweet-almond-oil", 85.5m - shea))).ToList();
        firmness.ShouldBe(firmness.OrderDescending());
        firmness[0].ShouldBeGreaterThanOrEqualTo(5.0, "55 % holds peaks: the soft-butter border 6.5 less 1.5");
        firmness[1].ShouldBeLessThan(5.0, "50 % sags");
    }

    /// <summary>Common practice: candelilla at two thirds of the weight does the work of beeswax.</summary>
    [Fact]
    public void Two_thirds_of_candelilla_are_as_firm_as_beeswax()
        => Some.FirmnessAt(20, ("candelilla-wax", 10), ("olive-oil", 90)).ShouldBe(Some.FirmnessAt(20, ("beeswax", 15), ("olive-oil", 85)), 0.6);

    private static Band BandAt20(params (string, decimal)[] parts) => Some.Catalogue.Rules.Texture.BandOf(Some.FirmnessAt(20, parts));
}
