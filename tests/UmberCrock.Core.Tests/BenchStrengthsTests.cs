using System.Collections.Immutable;
using System.Globalization;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Learning;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Tests;

/// <summary>Predictions by a bench's own strengths: as much stronger as it says, and gone without a trace when switched off.</summary>
public class BenchStrengthsTests
{
    private static readonly Formula Balm = Some.Lines(ProductForm.Balm, "beeswax 18", "olive-oil");

    private static BenchStrengths Strengths(double waxes, double shea = 1, double shift = 0) =>
        new(ImmutableDictionary<string, double>.Empty.Add("waxes", waxes).Add("shea-type", shea), shift);

    private static EvaluationResult Of(Formula formula, BenchStrengths? bench) =>
        Evaluator.Evaluate(formula, Some.Catalogue.By(bench), EvaluationSettings.Default);

    /// <summary>All that holds a balm of beeswax and oil is wax: its firmness is in the ratio of the factor at every temperature.</summary>
    [Theory]
    [InlineData(0.5)]
    [InlineData(0.8)]
    [InlineData(2)]
    public void Firmness_is_in_the_ratio_of_the_factor(double factor)
    {
        var (book, bench) = (Of(Balm, null).Melt, Of(Balm, Strengths(factor)).Melt);
        (book.ByYourBench, bench.ByYourBench).ShouldBe((false, true));
        foreach (var (was, comes) in book.Curve.Zip(bench.Curve))
        {
            comes.Firmness.ShouldBe(was.Firmness * factor, 1e-9);
            comes.SolidPercent.ShouldBe(was.SolidPercent, "how much is solid is not the bench's");
        }
    }

    /// <summary>Cocoa butter and shea share their crystal; a bench whose shea is weaker leaves cocoa butter as it is.</summary>
    [Fact]
    public void Shea_is_weaker_and_cocoa_butter_is_not()
    {
        var weak = Strengths(1, shea: 0.7);
        var cocoa = Some.Lines(ProductForm.Bar, "cocoa-butter 60", "olive-oil");
        Of(cocoa, weak).Melt.At(20).Firmness.ShouldBe(Of(cocoa, null).Melt.At(20).Firmness, 1e-12);
        var shea = Some.Lines(ProductForm.Balm, "shea-butter-refined 60", "olive-oil");
        Of(shea, weak).Melt.At(20).Firmness.ShouldBe(0.7 * Of(shea, null).Melt.At(20).Firmness, 1e-9);
        var both = Some.Lines(ProductForm.Bar, "cocoa-butter 30", "shea-butter-refined 30", "olive-oil");
        var ratio = Of(both, weak).Melt.At(20).Firmness / Of(both, null).Melt.At(20).Firmness;
        ratio.ShouldBeInRange(0.71, 0.99);
    }

    [Fact]
    public void Set_points_move_by_the_shift_and_the_explanation_says_so()
    {
        var (book, bench) = (Of(Balm, null), Of(Balm, Strengths(1, shift: -1.4)));
        bench.Melt.SetPointCelsius!.Value.ShouldBe(book.Melt.SetPointCelsius!.Value - 1.4, 1e-9);
        var told = Evaluator
            .Explain(Balm, Some.Catalogue.By(Strengths(0.8, shift: -1.4)), EvaluationSettings.Default)
            .Single(topic => topic.Topic == "texture");
        told.Equations[^1].ToString().ShouldEndWith("by your bench −1.4 °C on that");
        told.Values[0].Value.ToString().ShouldContain("× 0.80 by your bench");
    }

    /// <summary>Whatever a bench learnt, by the book it is the same answer to the last digit.</summary>
    [Fact]
    public void Switched_off_nothing_of_it_is_left()
    {
        var random = new Random(5);
        foreach (var formula in Demo.DemoFormulas.Read())
        {
            var before = EvaluationText(Of(formula, null));
            var learnt = Some.Catalogue.By(Strengths(0.5 + (1.5 * random.NextDouble()), 0.7, random.NextDouble() * 4));
            EvaluationText(Evaluator.Evaluate(formula, learnt.By(null), EvaluationSettings.Default)).ShouldBe(before);
        }
    }

    private static string EvaluationText(EvaluationResult result) =>
        string.Join(
            ';',
            result
                .Melt.Curve.Select(point => point.Firmness.ToString("R", CultureInfo.InvariantCulture))
                .Append(result.Melt.SetPointCelsius?.ToString("R", CultureInfo.InvariantCulture))
                .Concat(result.Findings.Select(finding => finding.Title.ToString()))
        );

    /// <summary>Outside what is believed it is refused; at the borders it stands.</summary>
    [Theory]
    [InlineData(0.499, 0, false)]
    [InlineData(0.5, 0, true)]
    [InlineData(2, 20, true)]
    [InlineData(2.001, 0, false)]
    [InlineData(1, 20.1, false)]
    [InlineData(double.NaN, 0, false)]
    [InlineData(1, double.NaN, false)]
    public void What_cannot_be_believed_is_refused(double factor, double shift, bool sound) =>
        new EvaluationSettings { Bench = Strengths(factor, shift: shift) }
            .Problems()
            .Any()
            .ShouldBe(!sound);

    [Fact]
    public void It_is_kept_as_text_and_read_back()
    {
        var settings = new EvaluationSettings
        {
            Bench = Strengths(0.92, 0.78, -1.4) with { LearntOn = new DateOnly(2026, 3, 18), Looks = 26 },
        };
        var back = EvaluationSettings.Parse(settings.ToText()).Bench.ShouldNotBeNull();
        (back.Of("waxes"), back.Of("shea-type"), back.Of("lauric"), back.SetPointShiftCelsius).ShouldBe((0.92, 0.78, 1, -1.4));
        (back.LearntOn, back.Looks).ShouldBe((new DateOnly(2026, 3, 18), 26));
        EvaluationSettings.Parse("{}").Bench.ShouldBeNull();
    }

    /// <summary>A rung is looked at in the room; its formula is the middle's with one dose raised and the other lowered.</summary>
    [Fact]
    public void Rungs_that_were_felt_are_looks_and_forecasts()
    {
        var middle = Some.Lines(ProductForm.Balm, "beeswax 20", "olive-oil 80");
        var plan = new LadderPlan(
            middle,
            0,
            1,
            2m,
            3,
            20m,
            [
                new RungObservation(0, Band.Ointment, null, ""),
                new RungObservation(1, null, null, "not made"),
                new RungObservation(2, null, Grain.None, ""),
            ]
        );
        var look = BenchSeen.Of(plan, new DateOnly(2026, 3, 1), Some.Catalogue.Herbs).ShouldHaveSingleItem();
        look.Look.Formula.Lines.Select(line => line.Percent).ShouldBe([18m, 82m]);
        (look.Look.Celsius, look.Look.Band, look.Look.HoursAfterPour).ShouldBe((20m, Band.Ointment, null));
        var mark = BenchSeen.RungsOf([look], Some.Catalogue, EvaluationSettings.Default).ShouldHaveSingleItem();
        (mark.Outcome, mark.Lean).ShouldBe((Studies.ForecastOutcome.NotSeen, -1), "18 % of beeswax is a balm by the book");
    }

    /// <summary>Of a study only jars in the room whose firmness was felt: a warm box is not as warm as its name says.</summary>
    [Fact]
    public void Jars_in_the_room_that_were_felt_are_looks()
    {
        var log = StudyLogTests.Look(StudyLogTests.Look(StudyLogTests.Study(), "room-1-d84"), "warm-1-d42");
        var look = BenchSeen.Of(log).ShouldHaveSingleItem();
        (look.Look.Celsius, look.Look.Band, look.Look.HoursAfterPour).ShouldBe((20m, Band.Balm, 84 * 24));
        (look.Where, look.On).ShouldBe(("day 84 in the room", StudyLogTests.Made.AddDays(84)));
    }

    /// <summary>Waxes at four fifths: a balm holds its band less far and sets sooner; a formula without wax is not moved.</summary>
    [Fact]
    public void It_says_what_it_would_change()
    {
        var moved = FormulaMoved.Of(Balm, Some.Catalogue, Strengths(0.8), EvaluationSettings.Default);
        (moved.IsMoved, moved.Band, moved.YoursBand, moved.Sets < 0).ShouldBe((true, Band.Balm, Band.SoftButter, true));
        // At nineteen twentieths it is a balm still, up to a cooler end.
        moved = FormulaMoved.Of(Balm, Some.Catalogue, Strengths(0.95), EvaluationSettings.Default);
        (moved.YoursBand, moved.Softens < -0.5).ShouldBe((Band.Balm, true));
        var other = Some.Lines(ProductForm.WhippedButter, "shea-butter-refined 75", "olive-oil");
        FormulaMoved.Of(other, Some.Catalogue, Strengths(0.8), EvaluationSettings.Default).IsMoved.ShouldBeFalse();
    }
}
