using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests;

/// <summary>For each audience a formula that is stopped and one that passes; the document stands beside each row (from memory of
/// it).</summary>
public class AudienceTests
{
    [Theory]
    [InlineData(Audience.Infant, Zone.Body, "lavender-oil", 0.1)] // house rule, stricter than Tisserand and Young (2014)
    [InlineData(Audience.Infant, Zone.Body, "menthol", 0.2)] // AFSSAPS 2008
    [InlineData(Audience.Infant, Zone.Body, "salicylic-acid", 0.3)] // Regulation (EC) 1223/2009 Annex III entry 98
    [InlineData(Audience.Infant, Zone.Body, "comfrey-leaf", 2)] // German limits for pyrrolizidine alkaloids
    [InlineData(Audience.Child, Zone.Body, "wintergreen-oil", 0.02)] // Annex III entry 324: not under 6 years
    [InlineData(Audience.Pregnancy, Zone.Body, "lavender-oil", 0.2)] // house rule
    [InlineData(Audience.Nursing, Zone.Nipple, "peppermint-oil", 0.1)] // common practice
    [InlineData(Audience.Nursing, Zone.Body, "camphor", 0.5)] // common practice
    [InlineData(Audience.Dog, Zone.Paws, "tea-tree-oil", 0.2)] // ASPCA Animal Poison Control Center
    [InlineData(Audience.Dog, Zone.Paws, "zinc-oxide-coated", 5)] // veterinary toxicology
    [InlineData(Audience.Cat, Zone.Body, "lavender-oil", 0.1)] // ASPCA Animal Poison Control Center
    [InlineData(Audience.Cat, Zone.Paws, "zinc-oxide", 5)] // veterinary toxicology
    [InlineData(Audience.Horse, Zone.Hooves, "wintergreen-oil", 0.05)] // veterinary toxicology
    [InlineData(Audience.Adult, Zone.Eyes, "lavender-oil", 0.1)] // common practice
    public void It_is_stopped_with_the_reason(Audience audience, Zone zone, string slug, double percent)
    {
        var balm = Balm(audience, zone, (slug, (decimal)percent));
        var finding = Some.Found(balm, FindingCodes.AudienceStop).ShouldNotBeNull();
        Some.Evaluate(balm).Verdict.ShouldBe(Verdict.Stop);
        finding.Lines.ShouldBe([0]);
        finding.Detail.ToString().Length.ShouldBeGreaterThan(20);
        Some.Found(Some.Edited(balm, finding.Fixes[0].Edits), FindingCodes.AudienceStop).ShouldBeNull();
    }

    [Theory]
    [InlineData(Audience.Adult, Zone.Body)]
    [InlineData(Audience.Pregnancy, Zone.Body)]
    [InlineData(Audience.Nursing, Zone.Nipple)]
    [InlineData(Audience.Infant, Zone.NappyArea)]
    [InlineData(Audience.Child, Zone.Body)]
    [InlineData(Audience.Dog, Zone.Paws)]
    [InlineData(Audience.Cat, Zone.Paws)]
    [InlineData(Audience.Horse, Zone.Hooves)]
    public void A_plain_balm_passes(Audience audience, Zone zone)
    {
        var evaluation = Some.Evaluate(Balm(audience, zone));
        evaluation.Verdict.ShouldBe(Verdict.Clear);
        evaluation.Findings.ShouldAllBe(finding => finding.Severity == Severity.Note);
    }

    [Fact]
    public void A_balm_with_zinc_passes_for_a_nappy_area_and_a_sunscreen_for_an_infant_does_not()
    {
        Some.Found(Balm(Audience.Infant, Zone.NappyArea, ("zinc-oxide", 12m)), FindingCodes.AudienceStop).ShouldBeNull();
        Some.Found(
                Balm(Audience.Infant, Zone.Face, ("zinc-oxide", 12m)) with
                {
                    Form = ProductForm.SunscreenStick,
                },
                FindingCodes.AudienceStop
            )
            .ShouldNotBeNull();
    }

    [Fact]
    public void Pregnancy_can_be_relaxed_to_a_caution_which_says_so()
    {
        var balm = Balm(Audience.Pregnancy, Zone.Body, ("lavender-oil", 0.3m));
        var relaxed = EvaluationSettings.Default with { Pregnancy = PregnancySchool.Relaxed };
        Some.Found(balm, FindingCodes.AudienceStop)!.Detail.ToString().ShouldContain("Settings");
        Some.Found(balm, FindingCodes.AudienceStop, relaxed).ShouldBeNull();
        Some.Found(balm, FindingCodes.AudienceCaution, relaxed)!.Detail.ToString().ShouldContain("relaxed in Settings");
    }

    [Theory]
    [InlineData(Zone.Face, Audience.Adult, "coconut-oil", 20, Severity.Note)] // comedogenicity lists, a hint
    [InlineData(Zone.Lips, Audience.Adult, "fragrance-oil", 0.3, Severity.Caution)] // IFRA category 1
    [InlineData(Zone.Nipple, Audience.Nursing, "lanolin", 10, Severity.Caution)] // Ph. Eur. Wool fat, pesticide limits
    [InlineData(Zone.Body, Audience.Child, "eucalyptus-oil", 0.2, Severity.Caution)] // AFSSAPS 2008
    [InlineData(Zone.Body, Audience.Pregnancy, "salicylic-acid", 0.5, Severity.Caution)] // taken up through skin
    [InlineData(Zone.Hooves, Audience.Horse, "menthol", 0.3, Severity.Caution)] // FEI prohibited substances
    public void It_asks_for_care(Zone zone, Audience audience, string slug, double percent, Severity severity) =>
        Some.Evaluate(Balm(audience, zone, (slug, (decimal)percent)))
            .Findings.Single(finding => finding.Code == FindingCodes.AudienceCaution && finding.Lines.Contains(0))
            .Severity.ShouldBe(severity);

    private static Formula Balm(Audience audience, Zone zone, params (string, decimal?)[] more)
    {
        var balm = Some.Formula(
            ProductForm.Balm,
            [.. more, ("beeswax", 15m), ("sunflower-oil-high-oleic", null), ("tocopherol-mixed", 0.3m)]
        );
        return balm with
        {
            Audience = audience,
            Zone = zone,
            Lines = balm.Lines.SetItem(balm.Lines.Length - 1, balm.Lines[^1] with { Phase = "B" }),
        };
    }
}
