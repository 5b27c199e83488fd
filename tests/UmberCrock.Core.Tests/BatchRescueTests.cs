using System.Text.Json;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Tests;

/// <summary>A pot that is rescued, parted, or weighed on a scale that was checked. What is expected was written first, by hand.</summary>
public sealed class BatchRescueTests
{
    private static readonly DateTimeOffset Morning = new(2026, 11, 27, 9, 0, 0, TimeSpan.FromHours(1));

    /// <summary>Beeswax 20, shea 30, olive oil 50: 48, 72 and 120 g of 240.</summary>
    private static readonly Formula Salve = Some.Lines(ProductForm.Balm, "beeswax 20", "shea-butter-refined 30", "olive-oil 50");

    private static BatchLog Begun(decimal step = 0.1m) =>
        BatchLog.Start(
            BatchPlanner.Of(
                Salve,
                new BatchRequest(null, null, 240m, [], 0m, step, 21),
                "261127-1",
                Some.Catalogue,
                EvaluationSettings.Default
            ),
            Morning,
            "a test"
        );

    private static BatchLog After(BatchLog log, params BatchEvent[] events) =>
        events.Aggregate(log, (now, one) => now.Append(now.Events[^1].At.AddMinutes(1), "a test", one));

    private static BatchLog Weighed =>
        After(Begun(), new LineWeighed(0, 48m, null, null), new LineWeighed(1, 72m, null, null), new LineWeighed(2, 120m, null, null));

    private static PotRescued Rescue(BatchLog log, params RescueAddition[] additions) =>
        new([.. additions], RescuePlan.Of(log.State, [.. additions], Some.Catalogue, EvaluationSettings.Default));

    /// <summary>All steps of the plan done, the pot read at 68 and 30 C, four tins filled: too soft.</summary>
    private static BatchLog TooSoft
    {
        get
        {
            var log = Weighed;
            log = After(log, new PotRead(68m, true), new PotRead(30m, true));
            log = After(log, [.. log.State.Plan.Method.Steps.Take(5).Select(step => new StepFinished(step.Number))]);
            return After(log, new PotMoved(Surroundings.Fridge), new ContainersFilled("tin", 4, 236m, []));
        }
    }

    /// <summary>By hand: 12 g of beeswax to 240 g make 252: 48, 72, 120 and 12 of 252 are 19.0476, 28.5714, 47.6191 and 4.7619 %.</summary>
    [Fact]
    public void A_rescue_goes_on_in_the_same_batch()
    {
        var before = TooSoft;
        var planned = before.State.Plan.Method.Steps.Length;
        var log = After(before, Rescue(before, new RescueAddition("beeswax", 12m)));
        var state = log.State;
        state.Plan.Lines.Length.ShouldBe(4);
        (state.Plan.Lines[3].TargetGrams, state.Plan.Lines[3].LowGrams, state.Plan.Lines[3].HighGrams).ShouldBe((12m, 11.8m, 12.2m));
        state.Plan.BatchGrams.ShouldBe(252m);
        FormulaTotals.Of(state.Plan.Formula, Some.Catalogue.Herbs).Percents.ShouldBe([19.0476m, 28.5714m, 47.6191m, 4.7619m]);
        state.IsAllWeighed.ShouldBeFalse();
        state.OnShelf.ShouldBe(0, "what was filled goes back into the pot");
        state.Place.ShouldBe(Surroundings.Room);
        state.Steps.Count.ShouldBe(planned, "those that were open are begun anew");
        BatchCooling.Of(state, []).ShouldBeNull("it cools by what is read from now on");
        MadeFormula.FormulaOf(state).ShouldBeNull("until it is weighed");
        var made = After(log, new LineWeighed(3, 12m, null, null), new PotRead(66m, true), new PotRead(60m, true)).State;
        MadeFormula.Of(made, Some.Catalogue, EvaluationSettings.Default)!.Evaluation.Lines[3].Percent.ShouldBe(4.7619m);
        BatchCooling.Of(made, [])!.Value.Request.StartCelsius.ShouldBe(66);
        Deviation.Of(made, null, Some.Catalogue.Rules).Select(one => one.What.Plain).ShouldContain("Rescued with 12.00 g of Beeswax");
    }

    /// <summary>Weigh, melt again, then on: no step for what is in already, what is added is in once.</summary>
    [Fact]
    public void Its_steps_are_those_that_a_maker_would_do()
    {
        var before = TooSoft;
        var steps = Rescue(before, new RescueAddition("beeswax", 12m), new RescueAddition("arrowroot-starch", 5m)).Plan!.Steps;
        steps.Select(step => step.Number).ShouldBe(Enumerable.Range(before.State.Plan.Method.Steps.Length + 1, steps.Length));
        steps[0].Stage.ShouldBe(MethodStage.Weigh);
        steps[0].Lines.ShouldBe([3, 4]);
        var melt = steps.Single(step => step.Stage == MethodStage.Melt);
        melt.Lines.ShouldContain(3);
        melt.TargetCelsius.ShouldNotBeNull().ShouldBeGreaterThan(63, "beeswax melts at 62 to 64 C (Ph. Eur., from memory)");
        melt.Caution!.Plain.ShouldContain("second heat");
        var into = steps.Where(step => step.Stage != MethodStage.Weigh).SelectMany(step => step.Lines).ToList();
        into.Where(line => line >= 3).Order().ShouldBe([3, 4]);
        into.ShouldNotContain(0);
        steps.ShouldContain(step => step.Stage == MethodStage.Pour);
    }

    [Fact]
    public void A_rescue_is_taken_back_as_if_it_had_not_been()
    {
        var before = TooSoft;
        var log = After(before, Rescue(before, new RescueAddition("beeswax", 12m)));
        Text(After(log, new EntryRevoked(log.Sequence)).State).ShouldBe(Text(before.State));
        var on = After(log, new LineWeighed(3, 12m, null, null));
        Should
            .Throw<DocumentException>(() => After(on, new EntryRevoked(log.Sequence)))
            .Problems.Single()
            .Reason.Plain.ShouldContain("Take that back first");
        var stored = on.Events.Select(one => one with { Event = BatchEventReader.Stored(BatchEventWriter.ToText(one.Event)) });
        Text(BatchLog.Of(stored).State).ShouldBe(Text(on.State), "as it is kept");
        static string Text(BatchState state) => JsonSerializer.Serialize(state, ContractJson.Options);
    }

    /// <summary>Scales of 1 g and, to 100 g, 0.01 g: 12 g of wax go on the fine one, 0.12 g off at most; 110 g on the other.</summary>
    [Theory]
    [InlineData(12, 0.01, 0.12)]
    [InlineData(72, 0.01, 0.72)]
    [InlineData(110, 1, 2)]
    public void What_is_added_goes_on_the_scale_that_held_as_much(double grams, double step, double off)
    {
        var request = new BatchRequest(null, null, 240m, [], 0m, 1m, 21, Fine: new FineScale(0.01m, 100m));
        var plan = BatchPlanner.Of(Salve, request, "261127-1", Some.Catalogue, EvaluationSettings.Default);
        var log = After(
            BatchLog.Start(plan, Morning, "a test"),
            new LineWeighed(0, 48m, null, null),
            new LineWeighed(1, 72m, null, null),
            new LineWeighed(2, 120m, null, null)
        );
        var line = Rescue(log, new RescueAddition("beeswax", (decimal)grams)).Plan!.Lines[0];
        (line.StepGrams, line.HighGrams - line.TargetGrams).ShouldBe(((decimal?)(decimal)step, (decimal)off));
    }

    [Fact]
    public void A_pot_that_is_not_all_there_waits()
    {
        var half = After(Begun(), new LineWeighed(0, 48m, null, null));
        Pointer(() => Rescue(half, new RescueAddition("beeswax", 12m))).ShouldBe("/type");
        Pointer(() => After(half, new PotRescued([new("beeswax", 12m)], Rescue(Weighed, new RescueAddition("beeswax", 12m)).Plan)))
            .ShouldBe("/type");
        Pointer(() => Rescue(Weighed, new RescueAddition("beeswax", 12m), new RescueAddition("moonshine", 1m)))
            .ShouldBe("/additions/1/ingredient");
        Pointer(() => Rescue(Weighed)).ShouldBe("/additions");
        static string Pointer(Action act) => Should.Throw<DocumentException>(act).Problems.Single().Pointer;
    }

    /// <summary>Two steps of a scale that shows tenths are 0.2 g.</summary>
    [Theory]
    [InlineData(100.2, false)]
    [InlineData(99.8, false)]
    [InlineData(100.21, true)]
    [InlineData(99.79, true)]
    public void A_scale_that_is_off_is_told(double read, bool told)
    {
        var log = After(Begun(), new ScaleChecked(100m, (decimal)read));
        Deviation.Of(log.State, null, Some.Catalogue.Rules).Any(one => one.What.Plain.Contains("The scale says")).ShouldBe(told);
    }

    /// <summary>By hand: a quarter of 48 and 72 with all the oil is 12, 18, 120; three quarters without it 36 and 54.</summary>
    [Fact]
    public void A_part_is_its_share_and_what_is_its_own()
    {
        var state = After(Weighed, new BatchSplit([new("red", 0.25m, [2]), new("plain", 0.75m, [])])).State;
        BatchParts.GramsOf(state, 0).ShouldBe([12m, 18m, 120m]);
        BatchParts.GramsOf(state, 1).ShouldBe([36m, 54m, 0m]);
        FormulaTotals.Of(BatchParts.FormulaOf(state, 0)!, Some.Catalogue.Herbs).Percents.ShouldBe([8m, 12m, 80m]);
        BatchParts.FormulaOf(state, 1)!.Lines.Select(line => line.Ingredient).ShouldBe(["beeswax", "shea-butter-refined"]);
        var both = After(Weighed, new BatchSplit([new("red", 0.25m, [2]), new("blue", 0.5m, [2]), new("plain", 0.25m, [])])).State;
        BatchParts.GramsOf(both, 0)[2].ShouldBe(40m, "a third of 120 g: 0.25 of 0.75");
        Enumerable.Range(0, 3).Sum(part => BatchParts.GramsOf(both, part).Sum()).ShouldBe(240m);
    }

    [Theory]
    [InlineData(BatchCode.Usual, 1, "261127-1")]
    [InlineData("UC{nnn}/{yyyy}", 7, "UC007/2026")]
    [InlineData("{nn}", 123, "123")]
    public void A_code_follows_the_pattern(string pattern, int number, string code)
    {
        BatchCode.Problem(pattern).ShouldBeNull();
        BatchCode.Of(pattern, new DateOnly(2026, 11, 27), number).ShouldBe(code);
    }

    [Theory]
    [InlineData("")]
    [InlineData("{yy}{MM}{dd}")]
    [InlineData("{n")]
    [InlineData("{DD}-{n}")]
    [InlineData("{nnnnn}")]
    [InlineData("Bär {n}")]
    [InlineData("a pattern that is far too long {n}")]
    public void A_pattern_that_cannot_be_is_refused(string pattern) => BatchCode.Problem(pattern).ShouldNotBeNull();
}
