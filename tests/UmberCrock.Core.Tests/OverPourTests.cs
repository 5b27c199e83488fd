using System.Collections.Immutable;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests;

/// <summary>Three ways out of an over-pour, against arithmetic by hand and by trying.</summary>
public class OverPourTests
{
    private static readonly Formula Salve = Some.Lines(ProductForm.Balm, "beeswax 20", "shea-butter-refined 30", "olive-oil");

    private static ImmutableArray<OverPourOutcome> Ways(
        Formula formula,
        decimal batch,
        int line,
        decimal grams,
        bool mixed,
        params LineGrams[] weighed
    ) => OverPour.Ways(formula, new OverPourRequest(batch, [.. weighed], line, grams, mixed), Some.Catalogue, EvaluationSettings.Default);

    /// <summary>By hand: 200 g want 40 of beeswax and 44 are in, 60 of shea weighed. Kept: 204 g of 21.57 %. Spooned: 4 out. Rescaled:
    /// 44 / 0.2 = 220 g, so 6 g of shea more.</summary>
    [Fact]
    public void Three_ways_by_hand()
    {
        var ways = Ways(Salve, 200, 0, 44, mixed: false, new LineGrams(1, 60));
        ways.Select(way => way.Way).ShouldBe([OverPourWay.Keep, OverPourWay.SpoonOut, OverPourWay.Rescale]);
        ways.ShouldAllBe(way => way.Possible && !way.LargerThanPot);
        ways.Select(way => way.BatchGrams).ShouldBe([204m, 200m, 220m]);
        ways[0].Changes.ShouldBeEmpty();
        ways[1].Changes.ShouldBe([new LineGrams(0, -4)]);
        ways[2].Changes.ShouldBe([new LineGrams(1, 6)]);
        Some.Totals(ways[0].Formula).Percents.ShouldBe([21.5686m, 29.4118m, 49.0196m]);
        Some.Totals(ways[2].Formula).Percents.ShouldBe([20m, 30m, 50m]);
    }

    /// <summary>What is mixed into others does not come out, and the others are raised to the largest that is in.</summary>
    [Fact]
    public void What_is_mixed_stays_in()
    {
        var ways = Ways(Salve, 200, 0, 44, mixed: true, new LineGrams(1, 72));
        ways[1].Possible.ShouldBeFalse();
        ways[2].BatchGrams.ShouldBe(240m);
        ways[2].Changes.ShouldBeEmpty();
    }

    /// <summary>A pot holds a quarter more than it was chosen for.</summary>
    [Theory]
    [InlineData(49.99, false)]
    [InlineData(50, false)]
    [InlineData(50.01, true)]
    public void What_is_more_than_the_pot_holds_is_said(double grams, bool larger) =>
        Ways(Salve, 200, 0, (decimal)grams, mixed: false)[2].LargerThanPot.ShouldBe(larger);

    /// <summary>Too much lavender: kept, the formula goes over what is judged well; rescaled, it does not.</summary>
    [Fact]
    public void What_it_does_to_the_formula_is_judged()
    {
        var scented = Some.Lines(ProductForm.Balm, "beeswax 20", "olive-oil", "lavender-oil 0.8");
        var ways = Ways(scented, 100, 2, 3m, mixed: true);
        ways[0].FindingsAdded.ShouldNotBeEmpty();
        ways[0].Verdict.ShouldNotBe(Verdict.Clear);
        ways[2].FindingsAdded.ShouldBeEmpty();
        ways[2].BatchGrams.ShouldBe(375m);
    }

    [Theory]
    [InlineData(39.9)]
    [InlineData(40)]
    public void What_is_not_over_is_refused(double grams) =>
        Should.Throw<DocumentException>(() => Ways(Salve, 200, 0, (decimal)grams, mixed: false)).Message.ShouldContain("not over");

    [Fact]
    public void Lines_that_are_not_there_or_twice_are_refused()
    {
        Should.Throw<DocumentException>(() => Ways(Salve, 200, 3, 44, mixed: false)).Message.ShouldContain("0 to 2");
        Should.Throw<DocumentException>(() => Ways(Salve, 200, 0, 44, mixed: false, new LineGrams(0, 44))).Message.ShouldContain("twice");
        Should.Throw<DocumentException>(() => Ways(Salve, 200, 0, 44, mixed: false, new LineGrams(9, 1))).Message.ShouldContain("0 to 2");
        var open = Some.Lines(ProductForm.Balm, "beeswax 20", "olive-oil 70");
        Should.Throw<DocumentException>(() => Ways(open, 200, 0, 44, mixed: false)).Message.ShouldContain("not 100");
    }

    /// <summary>Of random batches: percents of the rescaled are those of the plan, no smaller batch holds what is in.</summary>
    [Fact]
    public void Rescaling_is_the_least_that_holds_the_percents()
    {
        var random = new Random(44);
        for (var round = 0; round < 200; round++)
        {
            var batch = 50 + random.Next(500);
            var totals = Some.Totals(Salve);
            var over = totals.GramsOf(0, batch) * (1m + ((decimal)random.NextDouble() * 0.5m) + 0.001m);
            var shea = totals.GramsOf(1, batch) * (0.9m + ((decimal)random.NextDouble() * 0.4m));
            var ways = Ways(Salve, batch, 0, over, mixed: true, new LineGrams(1, shea));
            var largest = Math.Max(over / 0.2m, shea / 0.3m);
            ways[2].BatchGrams.ShouldBe(largest, 0.0002m);
            Some.Totals(ways[2].Formula).Percents.ShouldBe([20m, 30m, 50m]);
            ways.ShouldAllBe(way => Some.Totals(way.Formula).Total == 100m);
            ways[0].BatchGrams.ShouldBe(over + shea + totals.GramsOf(2, batch), 0.0002m);
        }
    }
}
