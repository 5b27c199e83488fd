using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Tests;

/// <summary>
/// A calendula salve as it is made at home (common practice): herbs steeped in the oil, strained out, the oil then set with wax. The
/// expected answers were written first.
/// </summary>
public sealed class StrainedHerbTests
{
    /// <summary>82 oil and 18 wax make the hundred; 10 g of flowers are steeped for each 100 g of salve.</summary>
    private static readonly Formula Salve = Steeped(("olive-oil", 82m), ("calendula-flowers", 10m), ("beeswax", 18m));

    [Fact]
    public void Herbs_are_no_part_of_the_hundred()
    {
        var totals = Some.Totals(Salve);
        totals.Total.ShouldBe(100m);
        totals.Percents.ShouldBe([82m, 0m, 18m]);
        totals.Doses.ShouldBe([82m, 10m, 18m]);
        totals.GramsOf(1, 250m).ShouldBe(25m);
        totals.IsStrained(1).ShouldBeTrue();
        Some.Found(Salve, FindingCodes.TotalNot100).ShouldBeNull();
        Some.Found(Salve, FindingCodes.BotanicalRaw).ShouldBeNull();
    }

    [Fact]
    public void The_balance_takes_what_the_rest_leaves() =>
        Some.Totals(Steeped(("olive-oil", null), ("calendula-flowers", 10m), ("beeswax", 18m))).Percents.ShouldBe([82m, 0m, 18m]);

    /// <summary>What fills up to the hundred is a part of it.</summary>
    [Fact]
    public void A_herb_that_fills_up_stays_in()
    {
        var filled = Steeped(("olive-oil", 72m), ("calendula-flowers", null), ("beeswax", 18m));
        Some.Totals(filled).Percents.ShouldBe([72m, 10m, 18m]);
        Some.Found(filled, FindingCodes.BotanicalRaw).ShouldNotBeNull();
    }

    /// <summary>Melt, density and keeping are those of the salve without them.</summary>
    [Fact]
    public void They_change_nothing_of_what_is_in_the_jar()
    {
        var with = Some.Evaluate(Salve);
        var without = Some.Evaluate(Steeped(("olive-oil", 82m), ("calendula-flowers", 0m), ("beeswax", 18m)));
        with.Melt.Curve.ShouldBe(without.Melt.Curve);
        with.Density.ShouldBe(without.Density);
        with.Keeping.Months.ShouldBe(without.Keeping.Months);
        with.Lines[1].Percent.ShouldBe(10m);
        with.Lines[1].Strained.ShouldBeTrue();
    }

    /// <summary>The list names what went over into the oil, last, and nobody knows how much; the flowers are not in the jar.</summary>
    [Theory]
    [InlineData("calendula-flowers", "Calendula Officinalis Flower Extract", "Calendula Officinalis Flower Extract")]
    [InlineData("chamomile-flowers", "Chamomilla Recutita Flower Extract", "Chamomilla Recutita (Matricaria) Flower Extract")]
    [InlineData("chickweed", "Stellaria Media Extract", "Stellaria Media (Chickweed) Extract")]
    [InlineData("turmeric-powder", "Curcuma Longa Root Extract", "Curcuma Longa (Turmeric) Root Extract")]
    public void The_list_names_the_extract(string herb, string eu, string us)
    {
        var label = Some.Evaluate(Steeped(("olive-oil", 82m), (herb, 4m), ("beeswax", 18m))).Label;
        label.Eu.Items.Select(item => item.Inci).ShouldBe(["Olea Europaea Fruit Oil", "Cera Alba", eu]);
        label.Us.Items[^1].Inci.ShouldBe(us);
        (label.Eu.Items[^1].PercentLow, label.Eu.Items[^1].PercentHigh).ShouldBe((0m, 0.4m));
    }

    [Fact]
    public void What_is_in_a_herb_is_still_warned_of() =>
        Some.Found(
                Steeped(("olive-oil", 82m), ("comfrey-leaf", 10m), ("beeswax", 18m)) with
                {
                    Audience = Audience.Nursing,
                },
                FindingCodes.AudienceStop
            )
            .ShouldNotBeNull();

    /// <summary>200 g of salve: 20 g of flowers, which keep about 20 g of oil (1 g for each, 0.7 to 1.5, common practice).</summary>
    [Fact]
    public void The_oil_they_keep_is_weighed_with_it()
    {
        var sheet = WeighSheet.Of(Salve, Some.Catalogue, EvaluationSettings.Default, new WeighRequest(200m, [], 0m, 0.1m, 0m));
        sheet.Lines.Select(line => line.ShownGrams).ShouldBe([164m, 20m, 36m]);
        sheet.SumGrams.ShouldBe(200m);
        sheet.Lines.Select(line => line.HeldBackGrams).ShouldBe([20m, 0m, 0m]);
        var steep = MakingMethod
            .Of(Salve, MethodRequest.Usual(MethodSchools.Default) with { BatchGrams = 200m }, Some.Catalogue, EvaluationSettings.Default)
            .Steps.Single(step => step.Stage == MethodStage.Infuse);
        steep.Lines.ShouldBe([0, 1]);
        steep.Text.Plain.ShouldStartWith("Weigh 20.00 g more of the olive oil");
    }

    /// <summary>Herbs alone in their phase steep in the oil that there is most of.</summary>
    [Fact]
    public void Herbs_alone_steep_in_the_largest_oil()
    {
        var apart = Salve with { Lines = Salve.Lines.SetItem(0, Salve.Lines[0] with { Phase = "B" }) };
        var steps = MakingMethod.Of(apart, MethodRequest.Usual(MethodSchools.Default), Some.Catalogue, EvaluationSettings.Default).Steps;
        steps.Single(step => step.Stage == MethodStage.Infuse).Lines.ShouldBe([0, 1]);
        steps.Where(step => step.Stage is MethodStage.Melt or MethodStage.Join).SelectMany(step => step.Lines).ShouldBe([2]);
    }

    /// <summary>10 g of flowers in 100 g of recipe are 11.11 g for 100 g of salve; a batch of 90 g has the grams that 100 g had.</summary>
    [Fact]
    public void Written_the_old_way_it_keeps_its_grams()
    {
        var old = Steeped(("olive-oil", 74m), ("calendula-flowers", 10m), ("beeswax", 16m));
        var now = StrainedHerbs.AsMeant(old, Some.Catalogue.Herbs);
        Some.Totals(now).Total.ShouldBe(100m);
        var batch = StrainedHerbs.BatchWithout(old, Some.Catalogue.Herbs, 100m);
        batch.ShouldBe(90m);
        for (var line = 0; line < 3; line++)
            Some.Totals(now).GramsOf(line, batch).ShouldBe(old.Lines[line].Percent!.Value, 0.0002m);
    }

    [Theory]
    [InlineData(74, 10, 16, true)]
    [InlineData(74, 10, 15.99, false)]
    [InlineData(74, 10, 26, false)]
    [InlineData(74, 0, 26, false)]
    public void Only_what_makes_a_hundred_with_its_herbs_is_written_anew(double oil, double herb, double wax, bool anew)
    {
        var formula = Steeped(("olive-oil", (decimal)oil), ("calendula-flowers", (decimal)herb), ("beeswax", (decimal)wax));
        ReferenceEquals(StrainedHerbs.AsMeant(formula, Some.Catalogue.Herbs), formula).ShouldBe(!anew);
    }

    /// <summary>Left in the melt they are part of it, and raw; the cure takes them out and oil in.</summary>
    [Fact]
    public void The_cure_of_raw_herbs_leaves_a_hundred()
    {
        var raw = Some.Lines(ProductForm.Balm, "olive-oil 72", "calendula-flowers 10", "beeswax 18");
        var found = Some.Found(raw, FindingCodes.BotanicalRaw).ShouldNotBeNull();
        var cured = Some.Edited(raw, found.Fixes[0].Edits);
        Some.Totals(cured).Total.ShouldBe(100m);
        Some.Totals(cured).Doses.Max().ShouldBe(82m);
    }

    /// <summary>164 g of oil, 36 g of wax, 20 g of flowers are 82, 18, and 10 g on each 100.</summary>
    [Fact]
    public void A_recipe_is_read_so()
    {
        var read = IntakeReader.Read(
            "164 g olive oil\n20 g dried calendula flowers\n36 g beeswax",
            Some.Catalogue,
            EvaluationSettings.Default,
            new IntakeOptions()
        );
        read.ProductGrams.ShouldBe(200m);
        read.TotalGrams.ShouldBe(220m);
        read.Lines.Select(line => line.Percent).ShouldBe([74.5455m, 9.0909m, 16.3636m]);
        Some.Totals(read.Formula).Total.ShouldBe(100m);
        Some.Totals(read.Formula).Doses.Order().ShouldBe([10m, 18m, 82m]);
    }

    [Fact]
    public void A_strained_herb_is_no_rung_of_a_ladder() =>
        Should
            .Throw<Documents.DocumentException>(() => Ladder.Of(Salve, 1, 0, 1m, 3, Some.Catalogue, EvaluationSettings.Default))
            .Problems.Single()
            .Pointer.ShouldBe("/raise");

    private static Formula Steeped(params (string Slug, decimal? Percent)[] lines) =>
        new()
        {
            Name = "Salve",
            Form = ProductForm.Balm,
            Phases = [new("A", "Infusion", Stage.Infuse), new("B", "Melt", Stage.Melt)],
            Lines = [.. lines.Select(line => new FormulaLine(line.Slug == "beeswax" ? "B" : "A", line.Slug, line.Percent))],
        };
}
