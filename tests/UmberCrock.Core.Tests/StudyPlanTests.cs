using System.Collections.Immutable;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Studies;

namespace UmberCrock.Core.Tests;

/// <summary>Plans of looks: days as ISO/TR 18811 advises (from memory: soon, then weekly, then monthly over three months), dates by the
/// calendar, and only what a form can show.</summary>
public class StudyPlanTests
{
    private static readonly DateOnly Made = new(2026, 3, 2);

    private static ImmutableArray<StudyCheck> Of(Formula formula, StudyRequest? request = null) =>
        StudyPlan.Of(
            StudyForecast.Of(formula, Some.Evaluate(formula), Some.Catalogue),
            request ?? new StudyRequest(Made, [], null, IsShipped: false),
            Some.Catalogue.Rules
        );

    private static readonly Formula Balm = Some.Lines(ProductForm.Balm, "beeswax 25", "olive-oil");

    /// <summary>2 March 2026 and 42 days is 13 April, and 84 days is 25 May: counted on a calendar.</summary>
    [Fact]
    public void Looks_fall_on_their_days()
    {
        var checks = Of(Balm);
        checks
            .Where(check => check.Condition == StudyCondition.Room && check.Jar == 1)
            .Select(check => check.Day)
            .ShouldBe([1, 2, 7, 14, 21, 28, 42, 56, 70, 84]);
        checks.First(check => check.Day == 42).Date.ShouldBe(new DateOnly(2026, 4, 13));
        checks.First(check => check.Day == 84).Date.ShouldBe(new DateOnly(2026, 5, 25));
        checks.Select(check => check.Day).ShouldBe(checks.Select(check => check.Day).Order());
    }

    [Fact]
    public void Two_jars_stand_in_each_usual_place_and_every_check_has_its_name()
    {
        var checks = Of(Balm);
        checks
            .Select(check => (check.Condition, check.Celsius))
            .Distinct()
            .ShouldBe(
                [(StudyCondition.Room, 20m), (StudyCondition.Warm, 40m), (StudyCondition.Cold, 4m), (StudyCondition.FreezeThaw, 22m)],
                ignoreOrder: true
            );
        checks.Select(check => check.Jar).Distinct().ShouldBe([1, 2]);
        checks.Length.ShouldBe(2 * ((3 * 10) + 3));
        checks.Select(check => check.Id).ShouldBeUnique();
        Of(Balm).Select(check => check.Id).ShouldBe(checks.Select(check => check.Id), "the same for the same question");
    }

    [Theory]
    [InlineData(false, 3)]
    [InlineData(true, 6)]
    public void What_is_shipped_is_frozen_more_often(bool shipped, int rounds) =>
        Of(Balm, new StudyRequest(Made, [new(StudyCondition.FreezeThaw, null)], 1, shipped))
            .Select(check => check.Round)
            .ShouldBe(Enumerable.Range(1, rounds).Select(round => (int?)round));

    [Fact]
    public void A_maker_chooses_places_of_her_own()
    {
        var checks = Of(
            Balm,
            new StudyRequest(
                Made,
                [new(StudyCondition.Other, 55m), new(StudyCondition.Other, -5m), new(StudyCondition.Light, null)],
                1,
                false
            )
        );
        checks
            .Where(check => check.Day == 1)
            .Select(check => (check.Id, check.Celsius))
            .ShouldBe([("other-1-d1", 55m), ("other2-1-d1", -5m), ("light-1-d1", 20m)]);
    }

    /// <summary>Expected, written first, of what each can show: a balm in a tin grain and oil, nothing to part; a whip its height; an
    /// oil no oil around it and no texture; what stands at no warm temperature colour and smell.</summary>
    [Theory]
    [InlineData(ProductForm.Balm, StudyCondition.Room, "colour odour sweat bleed grain cracks band", "beeswax 25", "olive-oil")]
    [InlineData(ProductForm.Balm, StudyCondition.Warm, "colour odour sweat bleed band", "beeswax 25", "olive-oil")]
    [InlineData(ProductForm.BodyOil, StudyCondition.Cold, "colour odour layers", "olive-oil 60", "jojoba-oil")]
    [InlineData(
        ProductForm.WhippedButter,
        StudyCondition.Room,
        "colour odour sweat bleed grain layers band height",
        "shea-butter-refined 80",
        "jojoba-oil"
    )]
    [InlineData(ProductForm.Bar, StudyCondition.Warm, "colour odour", "cocoa-butter 70", "coconut-oil")]
    public void Only_what_this_form_can_show_is_asked(ProductForm form, StudyCondition place, string look, params string[] lines) =>
        string.Join(' ', Of(Some.Lines(form, lines)).First(check => check.Condition == place).Look).ShouldBe(look);

    [Fact]
    public void What_is_used_wet_is_looked_at_for_mould()
    {
        var scrub = Some.Lines(ProductForm.Bar, "beeswax 30", "cocoa-butter 40", "jojoba-oil");
        Of(scrub)[0].Look.ShouldNotContain("mould");
        Of(scrub with { WetUse = true })[0].Look.ShouldContain("mould");
    }
}
