using UmberCrock.Core.Ingredients;

namespace UmberCrock.Core.Tests.Reference;

/// <summary>Catalogue values against published ranges, the document named beside each row (from memory of it).</summary>
public class CatalogueValueTests
{
    [Theory]
    // Codex CXS 210-1999, table 1
    [InlineData("coconut-oil", "C12:0", 45.1, 53.2)]
    [InlineData("coconut-oil", "C14:0", 16.8, 21.0)]
    [InlineData("coconut-oil", "C16:0", 7.5, 10.2)]
    [InlineData("coconut-oil", "C18:1", 5.0, 10.0)]
    [InlineData("sunflower-oil", "C16:0", 5.0, 7.6)]
    [InlineData("sunflower-oil", "C18:1", 14.0, 39.4)]
    [InlineData("sunflower-oil", "C18:2", 48.3, 74.0)]
    // Codex CXS 33-1981, appendix
    [InlineData("olive-oil", "C16:0", 7.5, 20.0)]
    [InlineData("olive-oil", "C18:1", 55.0, 83.0)]
    [InlineData("olive-oil", "C18:2", 3.5, 21.0)]
    [InlineData("olive-oil", "C18:3", 0, 1.0)]
    // Codex CXS 211-1999, table 1
    [InlineData("tallow", "C16:0", 20.0, 30.0)]
    [InlineData("tallow", "C18:0", 15.0, 30.0)]
    [InlineData("tallow", "C18:1", 30.0, 45.0)]
    // Codex CXS 325R-2017
    [InlineData("shea-butter-refined", "C18:0", 25.0, 50.0)]
    [InlineData("shea-butter-refined", "C18:1", 32.0, 62.0)]
    [InlineData("shea-butter-refined", "C18:2", 1.0, 11.0)]
    // USP-NF Cocoa Butter
    [InlineData("cocoa-butter", "C16:0", 23.0, 30.0)]
    [InlineData("cocoa-butter", "C18:0", 31.0, 37.0)]
    [InlineData("cocoa-butter", "C18:1", 31.0, 38.0)]
    // Ph. Eur. Almond oil, virgin (0261)
    [InlineData("sweet-almond-oil", "C18:1", 62.0, 86.0)]
    [InlineData("sweet-almond-oil", "C18:2", 20.0, 30.0)]
    // Ph. Eur. Castor oil, virgin (0051)
    [InlineData("castor-oil", "C18:1-OH", 85.0, 92.0)]
    [InlineData("castor-oil", "C18:2", 2.5, 7.0)]
    // Ph. Eur. Triglycerides, medium-chain (0868)
    [InlineData("fractionated-coconut-oil", "C8:0", 50.0, 80.0)]
    [InlineData("fractionated-coconut-oil", "C10:0", 20.0, 50.0)]
    public void Fatty_acids_lie_in_the_published_range(string slug, string acid, double low, double high)
        => Some.Catalogue.Find(slug)!.FattyAcids[acid].ShouldBeInRange(low, high);

    [Theory]
    [InlineData("beeswax", 61, 66)] // Ph. Eur. Beeswax, yellow (0070), drop point
    [InlineData("candelilla-wax", 68.5, 72.5)] // FCC Candelilla Wax
    [InlineData("carnauba-wax", 80, 88)] // Ph. Eur. Carnauba wax (0597)
    [InlineData("lanolin", 38, 44)] // Ph. Eur. Wool fat (0134)
    [InlineData("cocoa-butter", 31, 35)] // USP-NF Cocoa Butter
    [InlineData("coconut-oil", 23, 26)] // Ph. Eur. Coconut oil, refined (0377)
    public void Melting_points_lie_in_the_published_range(string slug, double low, double high)
        => Some.Catalogue.Find(slug)!.MeltingPoint!.Value.ShouldBeInRange(low, high);

    [Theory]
    [InlineData("olive-oil", 0.910, 0.916)] // Codex CXS 33-1981
    [InlineData("sunflower-oil", 0.918, 0.923)] // Codex CXS 210-1999
    [InlineData("castor-oil", 0.952, 0.965)] // Ph. Eur. and BP, Castor oil
    [InlineData("fractionated-coconut-oil", 0.93, 0.96)] // Ph. Eur. (0868)
    [InlineData("zinc-oxide", 5.6, 5.62)] // CRC Handbook, true density
    public void Densities_lie_in_the_published_range(string slug, double low, double high)
        => Some.Catalogue.Find(slug)!.Density!.Value.ShouldBeInRange(low, high);

    /// <summary>Regulation (EC) 1223/2009 Annex VI entry 30 and Annex V entry 29, from memory.</summary>
    [Theory]
    [InlineData("Zinc Oxide", Region.Eu, 25)]
    [InlineData("Zinc Oxide", Region.Us, 25)] // OTC Monograph M020
    [InlineData("Phenoxyethanol", Region.Eu, 1)]
    public void Legal_limits_are_those_of_the_annexes(string substance, Region region, int percent)
        => Some.Catalogue.SubstanceLimits.Single(limit => limit.Subject.Contains(substance) && limit.Rule.Region == region).Rule.MaxPercent.ShouldBe(percent);
}
