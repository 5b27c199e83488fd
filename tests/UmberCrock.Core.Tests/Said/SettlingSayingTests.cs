using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Suspension;

namespace UmberCrock.Core.Tests.Said;

/// <summary>How powders sink and what is offered against it.</summary>
public class SettlingSayingTests
{
    /// <summary>
    /// Stokes: 2/9 x (5610 - 958) x 9.81 x r^2 / viscosity, hindered by the crowd (Richardson and Zaki): 12 g of 5.61 are 2.139 mL, 88 g of
    /// 0.958 are 91.86, so 2.276 % of the volume, and (1 - 0.02276)^4.65 = 0.8985. Clumps of 8 micrometres.
    /// </summary>
    [Fact]
    public void A_clump_in_castor_oil()
    {
        var report = Of("zinc-oxide 12, castor-oil")!;
        var metresPerSecond = 2.0 / 9 * (5610 - 958) * 9.81 * 8e-6 * 8e-6 / (report.MillipascalSeconds / 1000) * 0.8985;
        report.VelocityMillimetresPerHour.ShouldBe(metresPerSecond * 1000 * 3600, 0.01 * report.VelocityMillimetresPerHour);
        (report.FallMillimetres, report.StirUntilCelsius).ShouldBe((null, null));
        report.PourCelsius.ShouldBe(29, "nine above the room, for nothing in it sets");
        Saying
            .Of(Lines("zinc-oxide 12, castor-oil"), FindingCodes.Settling)
            .ShouldContain("mm an hour, and the mix never sets: shake before use.");
    }

    [Theory]
    [InlineData("zinc-oxide 12, polyhydroxystearic-acid 0.36, beeswax 8, castor-oil", "zinc-oxide", true)]
    [InlineData("zinc-oxide 12, polyhydroxystearic-acid 0.35, beeswax 8, castor-oil", "zinc-oxide", false)]
    [InlineData("zinc-oxide 12, polyhydroxystearic-acid 0.2, lecithin 0.16, beeswax 8, castor-oil", "zinc-oxide", true)]
    [InlineData("zinc-oxide-coated 12, beeswax 8, castor-oil", "zinc-oxide-coated", true)]
    [InlineData("zinc-oxide-coated 12, zinc-oxide 2, polyhydroxystearic-acid 0.06, beeswax 8, castor-oil", "zinc-oxide", true)]
    [InlineData("zinc-oxide-coated 10, iron-oxide-red 2, beeswax 8, castor-oil", "iron-oxide-red", false)] // its clumps fall faster
    [InlineData("zinc-oxide 0.9, iron-oxide-red 0.9, beeswax 8, castor-oil", null, false)] // 1.8 together, neither of them 1
    [InlineData("zinc-oxide 1, beeswax 8, castor-oil", "zinc-oxide", false)]
    [InlineData("beeswax 8, castor-oil", null, false)]
    public void What_sinks(string lines, string? powder, bool dispersed)
    {
        var report = Of(lines);
        report?.Powder.ShouldBe(powder);
        (report is null).ShouldBe(powder is null);
        (report?.Dispersed ?? false).ShouldBe(dispersed);
    }

    /// <summary>A dispersant at 0.03 of the powder, half a percent at least, rounded up to a tenth: of 12 % 0.5, of 25 % 0.8.</summary>
    [Fact]
    public void What_is_offered()
    {
        var thin = Saying.Of(Lines("zinc-oxide 12, beeswax 8, fractionated-coconut-oil"), FindingCodes.Settling);
        thin.ShouldStartWith("note: Zinc oxide (non-nano) sinks\nIt falls ");
        thin.ShouldContain("2 mm shows. Stir until ");
        thin.ShouldContain("\nlines 0\n");
        Saying
            .Of(Lines("zinc-oxide 25, polyhydroxystearic-acid 0.1, beeswax 8, fractionated-coconut-oil"), FindingCodes.Settling)
            .ShouldContain("to 0.80: 1 to 0.8");
    }

    private static SettlingReport? Of(string lines)
    {
        var a = new Assessment(ResolvedFormula.Of(Lines(lines), Some.Catalogue, EvaluationSettings.Default));
        return a.Settling;
    }

    private static Formula Lines(string lines) => Some.Lines(ProductForm.Sunscreen, lines.Split(", "));
}
