using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;

namespace UmberCrock.Core.Tests.Reference;

/// <summary>The melt engine against the textbook.</summary>
public class IdealSolubilityTests
{
    private const double JoulesPerCalorie = 4.184;

    /// <summary>
    /// From memory of Martin's Physical Pharmacy, ideal-solubility example: naphthalene, heat of fusion 4500 cal/mol, melting point
    /// 80 C, gives a mole fraction of 0.27 at 20 C.
    /// </summary>
    [Fact]
    public void Naphthalene_at_20_degrees_as_in_the_textbook() =>
        MeltModel
            .SaturationMoleFraction(20, new MeltingSpecies(1, 80, 4500 * JoulesPerCalorie / 1000, 128.17, "naphthalene"))
            .ShouldBe(0.27, 0.005);

    /// <summary>From memory of the CRC Handbook: 80.2 C, 19.0 kJ/mol; ideal mole fraction at 25 C 0.30; Hildebrand and Scott measured 0.295
    /// in benzene.</summary>
    [Fact]
    public void Naphthalene_at_25_degrees_as_computed_and_measured()
    {
        var fraction = MeltModel.SaturationMoleFraction(25, new MeltingSpecies(1, 80.2, 19.0, 128.17, "naphthalene"));
        fraction.ShouldBe(0.30, 0.005);
        fraction.ShouldBe(0.295, 0.01);
    }

    [Fact]
    public void At_and_above_its_melting_point_a_species_does_not_saturate() =>
        MeltModel.SaturationMoleFraction(80.2, new MeltingSpecies(1, 80.2, 19.0, 128.17, "naphthalene")).ShouldBe(1);

    /// <summary>The saturated solution has a mole fraction equal to x_sat: solid plus liquid balance, on one wax in one oil.</summary>
    [Fact]
    public void The_liquid_beside_crystals_is_just_saturated()
    {
        var wax = Some.Catalogue.Find("beeswax")!;
        var oil = Some.Catalogue.Find("olive-oil")!;
        var species = wax.Species[0];
        var mix = Some.Mix(("beeswax", 20), ("olive-oil", 80));
        var solid = mix.SolidPercent(45);

        var dissolved = ((20 * species.MassShare) - solid) / species.GramsPerMole;
        var solvent = (20 * (1 - species.MassShare) / wax.LiquidGramsPerMole!.Value) + (80 / oil.LiquidGramsPerMole!.Value);
        (dissolved / (dissolved + solvent)).ShouldBe(MeltModel.SaturationMoleFraction(45, species), 1e-9);
    }

    /// <summary>At the clear point the last crystal goes: a hair above all is liquid, a hair below it is not.</summary>
    [Fact]
    public void The_clear_point_is_where_the_last_crystal_melts()
    {
        var mix = Some.Mix(("candelilla-wax", 10), ("cocoa-butter", 20), ("castor-oil", 70));
        var clear = mix.ClearPointCelsius()!.Value;
        mix.SolidPercent(clear + 0.01).ShouldBe(0, 1e-9);
        mix.SolidPercent(clear - 0.1).ShouldBeGreaterThan(0);
    }
}
