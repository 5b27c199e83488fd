using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;

namespace UmberCrock.Core.Tests.Reference;

/// <summary>Limits against the documents they come from (from memory of them).</summary>
public class LimitTests
{
    /// <summary>
    /// Every legal maximum of the European and United States rows that names a substance of ours holds in the rules at least as strictly
    /// for the use it speaks of. US rows with a minimum are ranges for drug actives, no limits of a cosmetic; a blank maximum is a purity
    /// condition.
    /// </summary>
    [Theory]
    [InlineData("Zinc Oxide", Region.Eu, Zone.Body, Exposure.LeaveOn, 25)] // Regulation (EC) 1223/2009 Annex VI entry 30
    [InlineData("Zinc Oxide", Region.Us, Zone.Body, Exposure.LeaveOn, 25)] // OTC Monograph M020
    [InlineData("Titanium Dioxide", Region.Eu, Zone.Face, Exposure.LeaveOn, 25)] // Annex VI entry 27
    [InlineData("Titanium Dioxide", Region.Us, Zone.Face, Exposure.LeaveOn, 25)] // OTC Monograph M020
    [InlineData("Phenoxyethanol", Region.Eu, Zone.Body, Exposure.LeaveOn, 1)] // Annex V entry 29
    [InlineData("Sorbic Acid", Region.Eu, Zone.Body, Exposure.LeaveOn, 0.6)] // Annex V entry 4
    [InlineData("Benzyl Alcohol", Region.Eu, Zone.Body, Exposure.LeaveOn, 1)] // Annex V entry 34
    [InlineData("Dehydroacetic Acid", Region.Eu, Zone.Body, Exposure.LeaveOn, 0.6)] // Annex V entry 13
    [InlineData("Benzoic Acid", Region.Eu, Zone.Body, Exposure.LeaveOn, 0.5)] // Annex V entry 1
    [InlineData("Benzoic Acid", Region.Eu, Zone.Body, Exposure.RinseOff, 2.5)] // Annex V entry 1
    [InlineData("Salicylic Acid", Region.Eu, Zone.Face, Exposure.LeaveOn, 2)] // Annex III entry 98
    [InlineData("Salicylic Acid", Region.Eu, Zone.Hair, Exposure.RinseOff, 3)] // Annex III entry 98
    [InlineData("Salicylic Acid", Region.Eu, Zone.Body, Exposure.LeaveOn, 0.5)] // Annex III entry 98, Regulation (EU) 2021/850
    [InlineData("Salicylic Acid", Region.Eu, Zone.Lips, Exposure.LeaveOn, 0.5)] // same
    [InlineData("Retinol equivalents", Region.Eu, Zone.Face, Exposure.LeaveOn, 0.3)] // Regulation (EU) 2024/996
    [InlineData("Retinol equivalents", Region.Eu, Zone.Body, Exposure.LeaveOn, 0.05)] // Regulation (EU) 2024/996
    [InlineData("BHT", Region.Eu, Zone.Body, Exposure.LeaveOn, 0.8)] // Annex III entry 325
    [InlineData("Methyl Salicylate", Region.Eu, Zone.Body, Exposure.LeaveOn, 0.06)] // Annex III entry 324
    [InlineData("Methyl Salicylate", Region.Eu, Zone.Lips, Exposure.LeaveOn, 0.03)] // Annex III entry 324
    [InlineData("Methyl Eugenol", Region.Eu, Zone.Face, Exposure.LeaveOn, 0.0002)] // Annex III entry 102
    [InlineData("Methyl Eugenol", Region.Eu, Zone.Face, Exposure.RinseOff, 0.001)] // Annex III entry 102
    [InlineData("Isoeugenol", Region.Eu, Zone.Body, Exposure.LeaveOn, 0.02)] // Annex III entry 73
    [InlineData("Behentrimonium Chloride", Region.Eu, Zone.Hair, Exposure.RinseOff, 5)] // Regulation (EU) 866/2014
    [InlineData("Behentrimonium Chloride", Region.Eu, Zone.Hair, Exposure.LeaveOn, 3)] // Regulation (EU) 866/2014
    public void Legal_limits_are_those_of_the_annexes(string substance, Region region, Zone zone, Exposure exposure, double percent)
    {
        var formula = Some.Formula(ProductForm.Balm) with { Zone = zone, Exposure = exposure };
        SubstanceLimit
            .Governing(Some.Catalogue.Rules.SubstanceLimits, formula, EvaluationSettings.Default with { Region = region })
            .Where(limit => limit.Subject.Contains(substance))
            .Select(limit => limit.MaxPercent)
            .ShouldBe([(decimal)percent]);
    }

    /// <summary>IFRA standards on phototoxic oils: the table's rows that speak of phototoxicity and give a maximum.</summary>
    [Fact]
    public void Phototoxic_limits_are_those_of_the_industry_standards()
    {
        var published = PublishedTables
            .Rows("limits")
            .Where(row =>
                row["limit_kind"] == "industry-standard"
                && row["condition"].StartsWith("Phototoxicity", StringComparison.Ordinal)
                && row["slug"].Length > 0
                && row["max_percent"].Length > 0
            )
            .Select(row => (row["slug"], (decimal)PublishedTables.Number(row["max_percent"])!.Value))
            .Order()
            .ToList();
        published.Count.ShouldBe(5);
        Some.Catalogue.Rules.Phototoxic.Oils.Select(oil => (oil.Ingredient, oil.MaxPercent)).Order().ShouldBe(published);
    }

    /// <summary>Tisserand and Young, Essential Oil Safety, 2nd edition (2014): dermal maxima, rows of the table.</summary>
    [Fact]
    public void Dermal_maxima_are_hard_limits_of_their_oils()
    {
        var rows = PublishedTables
            .Rows("limits")
            .Where(row => row["authority"] == "Tisserand-Young" && Some.Catalogue.Find(row["slug"]) is not null)
            .ToList();
        rows.Count.ShouldBeGreaterThan(12);
        foreach (var row in rows)
        {
            var most = (decimal)PublishedTables.Number(row["max_percent"])!.Value;
            Some.Catalogue.Find(row["slug"])!
                .Doses.Where(dose => dose.IsHard)
                .Min(dose => dose.MaxPercent)
                .ShouldNotBeNull(row["slug"])
                .ShouldBeLessThanOrEqualTo(most, row["slug"]);
        }
    }
}
