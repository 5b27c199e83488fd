using UmberCrock.Core.Batches;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests;

/// <summary>What of a batch is a deviation, and what is not: written before it was run.</summary>
public sealed class DeviationTests
{
    private static readonly Formula Salve = Some.Lines(ProductForm.Balm, "beeswax 20", "shea-butter-refined 30", "olive-oil 50");

    /// <summary>Made as planned, nothing is said.</summary>
    [Fact]
    public void A_batch_as_planned_has_none() => Of(Made(48m, 234m)).ShouldBeEmpty();

    /// <summary>1 % of 48 g is 0.48 g.</summary>
    [Theory]
    [InlineData(48.48, 0)]
    [InlineData(48.49, 1)]
    [InlineData(47.52, 0)]
    [InlineData(47.51, 1)]
    public void A_dose_outside_its_tolerance_is_one(double grams, int many) =>
        Of(Made((decimal)grams, 234m)).Count(one => one.Line == 0).ShouldBe(many);

    /// <summary>From 92 % of the pot nothing is said: 220.8 of 240 g.</summary>
    [Theory]
    [InlineData(220.7, 1)]
    [InlineData(220.8, 0)]
    [InlineData(220.9, 0)]
    [InlineData(240, 0)]
    [InlineData(240.1, 1)]
    public void A_pot_that_did_not_come_out_is_one(double filled, int many) => Of(Made(48m, (decimal)filled)).Count.ShouldBe(many);

    /// <summary>3 C above the hottest that a step wants.</summary>
    [Theory]
    [InlineData(2.9, 0)]
    [InlineData(3.0, 0)]
    [InlineData(3.1, 1)]
    public void A_pot_that_went_too_hot_is_one(double above, int many)
    {
        var log = Made(48m, 234m);
        var high = log.State.Plan.Method.Steps.Max(step => step.HighCelsius ?? 0);
        Of(After(log, new PotRead((decimal)(high + above), Typed: true))).Count.ShouldBe(many);
    }

    [Fact]
    public void A_step_left_out_is_one_with_its_reason()
    {
        var one = Of(After(Made(48m, 234m), new StepSkipped(3, "no second pot"))).ShouldHaveSingleItem();
        (one.Step, one.Did.Plain).ShouldBe((3, "no second pot"));
    }

    [Fact]
    public void What_was_never_weighed_is_one_when_the_record_is_closed()
    {
        var log = Begun();
        Of(After(log, new LineWeighed(0, 48m, null, null))).ShouldBeEmpty("it is still being weighed");
        Of(After(log, new LineWeighed(0, 48m, null, null), new BatchClosed("the bosun"))).Select(one => one.Line).ShouldBe([1, 2]);
    }

    /// <summary>Materials by the price of their lots, containers by theirs; what has none is named. 48 g at 14 the kilo are 0.67.</summary>
    [Fact]
    public void Cost_is_by_lots_and_what_has_no_price_is_named()
    {
        var log = After(
            Begun(),
            new LineWeighed(0, 48m, "B4", "key"),
            new LineWeighed(1, 72m, "S2", "other"),
            new LineWeighed(2, 120m, null, null),
            new ContainersFilled("tin 60 mL", 4, 236m, [])
        );
        var cost = BatchCost.Of(
            log.State,
            key => key == "key" ? 14m : null,
            Workshop.Default with
            {
                HourPrice = 12m,
                MarginPercent = 50m,
            }
        );
        (cost.Materials, cost.Containers, cost.Batch, cost.Piece, cost.HundredGrams).ShouldBe((0.67m, 1.20m, 1.87m, 0.47m, 0.79m));
        cost.Unpriced.ShouldBe(["Shea butter (refined)", "Olive oil"]);
        var hours = (decimal)(log.State.Plan.Method.AttendedMinutes / 60);
        cost.PiecePrice!.Value.ShouldBe((1.872m + (12m * hours)) * 1.5m / 4m, 0.005m);
    }

    private static IReadOnlyList<Deviation> Of(BatchLog log) =>
        Deviation.Of(log.State, MadeFormula.Of(log.State, Some.Catalogue, EvaluationSettings.Default), Some.Catalogue.Rules);

    private static BatchLog Made(decimal wax, decimal filled) =>
        After(
            Begun(),
            new LineWeighed(0, wax, null, null),
            new LineWeighed(1, 72m, null, null),
            new LineWeighed(2, 240m - 72m - wax, null, null),
            new ContainersFilled("tin 60 mL", 4, filled, [])
        );

    private static BatchLog After(BatchLog log, params BatchEvent[] events) =>
        events.Aggregate(log, (now, one) => now.Append(now.Events[^1].At, "a test", one));

    private static BatchLog Begun() =>
        BatchLog.Start(
            BatchPlanner.Of(
                Salve,
                new BatchRequest(null, null, 240m, [new("tin 60 mL", 60m, 4, 90m, Price: 0.30m)], 0m, 0.1m, 21),
                "261127-1",
                Some.Catalogue,
                EvaluationSettings.Default
            ),
            new DateTimeOffset(2026, 11, 27, 9, 0, 0, TimeSpan.Zero),
            "a test"
        );
}
