using UmberCrock.Core.Formulas;
using UmberCrock.Core.Physics;

namespace UmberCrock.Core.Tests.Reference;

/// <summary>Stokes, hindered settling, viscosity, density and Newton's cooling against textbooks and handbooks, from memory of the
/// documents that physics.csv names.</summary>
public class CoolingAndSettlingTests
{
    /// <summary>Martin's Physical Pharmacy: zinc oxide of 5.6 g/cm3 falls 0.0073 cm/s in a medium of 1.01 g/cm3 and 1 cP; Stokes diameter
    /// 5.4 um.</summary>
    [Fact]
    public void Zinc_oxide_falls_as_in_the_textbook() => (Stokes.MetresPerSecond(5.6, 1.01, 5.4 / 2, 1) * 100).ShouldBe(0.0073, 0.0001);

    /// <summary>NCERT Physics XI: a copper ball of 2 mm radius falls 0.065 m/s in an oil of 1500 kg/m3; viscosity 0.99 Pa s.</summary>
    [Fact]
    public void A_copper_ball_falls_as_in_the_textbook() => Stokes.MetresPerSecond(8.9, 1.5, 2000, 990).ShouldBe(0.065, 0.001);

    /// <summary>NCERT Physics XI: an oil drop of 0.02 mm radius and 1200 kg/m3 falls 5.8 cm/s in air of 0.018 mPa s.</summary>
    [Fact]
    public void An_oil_drop_falls_as_in_the_textbook() => (Stokes.MetresPerSecond(1.2, 0, 20, 0.018) * 100).ShouldBe(5.8, 0.05);

    /// <summary>Richardson and Zaki 1954, exponent 4.65 at low Reynolds number: a tenth of spheres slows each to 0.613, three tenths to
    /// 0.190 (worked by hand).</summary>
    [Theory]
    [InlineData(0, 1)]
    [InlineData(0.1, 0.6127)]
    [InlineData(0.3, 0.1904)]
    public void A_crowd_hinders(double share, double factor) => Stokes.Hindrance(share).ShouldBe(factor, 0.0005);

    /// <summary>
    /// Handbook viscosities (CRC) at temperatures, within 12 %: between its reference points an oil follows Arrhenius only roughly.
    /// </summary>
    [Theory]
    [InlineData("castor-oil", "dynamic viscosity of castor oil at 10 C", 10)]
    [InlineData("castor-oil", "dynamic viscosity of castor oil at 20 C", 20)]
    [InlineData("castor-oil", "dynamic viscosity of castor oil at 30 C", 30)]
    [InlineData("castor-oil", "dynamic viscosity of castor oil at 40 C", 40)]
    [InlineData("castor-oil", "dynamic viscosity of castor oil at 60 C", 60)]
    [InlineData("olive-oil", "dynamic viscosity of olive oil at 20 C", 20)]
    [InlineData("olive-oil", "dynamic viscosity of olive oil at 40 C", 40)]
    [InlineData("olive-oil", "dynamic viscosity of olive oil at 70 C", 70)]
    [InlineData("sunflower-oil", "dynamic viscosity of sunflower oil at 25 C", 25)]
    [InlineData("sunflower-oil", "dynamic viscosity of sunflower oil at 60 C", 60)]
    [InlineData("jojoba-oil", "dynamic viscosity of jojoba oil at 40 C", 40)]
    [InlineData("fractionated-coconut-oil", "dynamic viscosity of medium-chain triglycerides at 40 C", 40)]
    public void Viscosity_is_that_of_the_handbook(string slug, string quantity, double celsius)
    {
        var published = PublishedTables.Quantity(quantity);
        Viscosity((slug, 100m), celsius).ShouldBe(published, 0.12 * published);
    }

    /// <summary>Arrhenius 1887: the logarithm of a mix is the mean of its parts' logarithms, by weight here.</summary>
    [Fact]
    public void A_mix_is_as_thick_as_the_geometric_mean()
    {
        var standIn = Some.Catalogue.Find("olive-oil")!;
        MeltPart Part(string slug, decimal mass) => new(Some.Catalogue.Find(slug)!, mass);
        new LiquidViscosity([Part("castor-oil", 25m), Part("sunflower-oil", 75m)], standIn)
            .At(40)
            .ShouldBe(Math.Pow(Viscosity(("castor-oil", 100m), 40), 0.25) * Math.Pow(Viscosity(("sunflower-oil", 100m), 40), 0.75), 1e-9);
    }

    /// <summary>Volumes add: 60 g of olive oil (CRC 0.913) and 40 g of castor oil (0.960) fill 107.4 mL; beeswax and zinc oxide
    /// likewise.</summary>
    [Theory]
    [InlineData("olive-oil", 60, 0.913, "castor-oil", 40, 0.960)]
    [InlineData("sunflower-oil", 75, 0.919, "beeswax", 25, 0.960)]
    [InlineData("castor-oil", 75, 0.960, "zinc-oxide", 25, 5.61)]
    public void Density_of_a_blend_from_handbook_densities(
        string one,
        int first,
        double density,
        string other,
        int second,
        double otherDensity
    ) =>
        Some.Evaluate(Some.Formula(ProductForm.Balm, (one, first), (other, second)))
            .Density.GramsPerMillilitre!.Value.ShouldBe(100 / ((first / density) + (second / otherDensity)), 0.006);

    /// <summary>NCERT Physics XI: a pan from 94 to 86 C in 2 min in a room of 20 C; from 71 to 69 C takes 42 s. The exercise: from 60 to 30
    /// C takes 10 min (exactly).</summary>
    [Fact]
    public void A_pan_cools_as_in_the_textbook()
    {
        (Oil.Minutes(RateThrough(20, 94, 86, 2), 20, 71, 69) * 60).ShouldBe(42, 0.5);
        Oil.Minutes(RateThrough(20, 80, 50, 5), 20, 60, 30).ShouldBe(10, 0.05);
    }

    /// <summary>Stewart, Calculus: soda from 72 to 61 F in 30 min at 44 F; k 0.01663; 54.3 F after an hour; 50 F after 92.6 min.</summary>
    [Fact]
    public void Soda_cools_as_in_the_textbook()
    {
        var soda = RateThrough(44, 72, 61, 30);
        (soda / Oil.Least).ShouldBe(0.01663, 0.00001);
        Oil.After(soda, 44, 72, 60).ShouldBe(54.3, 0.05);
        Oil.Minutes(soda, 44, 72, 50).ShouldBe(92.6, 0.1);
    }

    /// <summary>Zill, Differential Equations: a cake from 300 to 200 F in 3 min at 70 F; 75 F after 20.1, 71 F after 28.6 min; the room's
    /// own temperature never.</summary>
    [Fact]
    public void A_cake_cools_as_in_the_textbook()
    {
        var cake = RateThrough(70, 300, 200, 3);
        (cake / Oil.Least).ShouldBe(0.19018, 0.00001);
        Oil.Minutes(cake, 70, 300, 75).ShouldBe(20.1, 0.05);
        Oil.Minutes(cake, 70, 300, 71).ShouldBe(28.6, 0.05);
        Oil.Minutes(cake, 70, 300, 70).ShouldBe(double.PositiveInfinity);
        Oil.Minutes(cake, 70, 300, 60).ShouldBe(double.PositiveInfinity);
    }

    /// <summary>An oil in which nothing crystallises.</summary>
    private static CoolingCurve Oil { get; } = new(new HeatContent(Some.Mix(("fractionated-coconut-oil", 100m)), 100, 2.1, null), 0);

    private static double RateThrough(double outside, double first, double later, double minutes) =>
        Oil.Minutes(1, outside, first, later) / minutes;

    private static double Viscosity((string Slug, decimal Mass) part, double celsius) =>
        new LiquidViscosity([new MeltPart(Some.Catalogue.Find(part.Slug)!, part.Mass)], Some.Catalogue.Find("olive-oil")!).At(celsius);
}
