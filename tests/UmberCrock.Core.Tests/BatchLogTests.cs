using System.Text.Json;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Cooling;

namespace UmberCrock.Core.Tests;

/// <summary>The record of a batch: events are appended, the state is their fold. What is expected was written first.</summary>
public sealed class BatchLogTests
{
    private static readonly DateTimeOffset Morning = new(2026, 11, 27, 9, 0, 0, TimeSpan.FromHours(1));

    /// <summary>Beeswax 20, shea 30, olive oil 50: 48, 72 and 120 g of 240.</summary>
    private static readonly Formula Salve = Some.Lines(ProductForm.Balm, "beeswax 20", "shea-butter-refined 30", "olive-oil 50");

    private static BatchLog Begun(Formula? formula = null, decimal step = 0.1m) =>
        BatchLog.Start(
            BatchPlanner.Of(
                formula ?? Salve,
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

    private static DocumentProblem Refused(BatchLog log, params BatchEvent[] events) =>
        Should.Throw<DocumentException>(() => After(log, events)).Problems.Single();

    private static LineWeighed Weigh(int line, decimal grams, string? lot = null) => new(line, grams, lot, null);

    /// <summary>The larger of two scale steps and 1 % of the dose: 0.48 g of 48, 0.2 g of 12 on a scale that shows tenths.</summary>
    [Theory]
    [InlineData(20, 47.52, 48.48)]
    [InlineData(10, 23.76, 24.24)]
    [InlineData(8, 19, 19.4)]
    [InlineData(5, 11.8, 12.2)]
    public void A_dose_has_its_tolerance(double percent, double low, double high)
    {
        var oil = 100m - (decimal)percent;
        var formula = Some.Formula(ProductForm.Balm, ("beeswax", (decimal)percent), ("olive-oil", oil));
        var line = Begun(formula).State.Plan.Lines[0];
        (line.LowGrams, line.HighGrams).ShouldBe(((decimal)low, (decimal)high));
    }

    [Fact]
    public void What_is_weighed_adds_up_and_is_taken_back()
    {
        var log = After(Begun(), Weigh(0, 40m, "B4"), Weigh(0, 8.1m, "B5"), Weigh(2, 120m));
        log.State.GramsOf(0).ShouldBe(48.1m);
        log.State.Weighed[0].Select(part => part.Lot).ShouldBe(["B4", "B5"]);
        log.State.GramsOf(1).ShouldBeNull();
        log.State.IsAllWeighed.ShouldBeFalse();
        After(log, new LineUnweighed(0)).State.GramsOf(0).ShouldBe(40m);
        After(log, new LineUnweighed(0), new LineUnweighed(0)).State.GramsOf(0).ShouldBeNull();
        Refused(log, new LineUnweighed(1)).Pointer.ShouldBe("/line");
    }

    /// <summary>50 g of wax instead of 48 in 242 g: 20.66116, 29.75207 and 49.58678 %; of two ten-thousandths that rounding down leaves the
    /// largest remainders have one each.</summary>
    [Fact]
    public void As_made_is_by_what_was_weighed()
    {
        var log = After(Begun(), Weigh(0, 50m), Weigh(1, 72m));
        MadeFormula.FormulaOf(log.State).ShouldBeNull("the oil is not in yet");
        log = After(log, Weigh(2, 120m));
        var made = MadeFormula.FormulaOf(log.State)!;
        Some.Totals(made).Percents.ShouldBe([20.6611m, 29.7521m, 49.5868m]);
        Some.Totals(made).Total.ShouldBe(100m);
    }

    /// <summary>24 g of flowers keep about 24 g of oil: what is in the pot is the oil without them.</summary>
    [Fact]
    public void What_herbs_keep_is_not_in_the_pot()
    {
        var steeped = new Formula
        {
            Name = "Salve",
            Form = ProductForm.Balm,
            Phases = [new("A", "Infusion", Stage.Infuse), new("B", "Melt", Stage.Melt)],
            Lines = [new("A", "olive-oil", 80m), new("A", "calendula-flowers", 10m), new("B", "beeswax", 20m)],
        };
        var log = Begun(steeped);
        log.State.Plan.Lines.Select(line => line.TargetGrams).ShouldBe([216m, 24m, 48m]);
        log = After(log, Weigh(0, 216m), Weigh(1, 24m), Weigh(2, 48m));
        log.State.InPotGrams.ShouldBe(240m);
        Some.Totals(MadeFormula.FormulaOf(log.State)!).Doses.ShouldBe([80m, 10m, 20m]);
    }

    [Fact]
    public void What_cannot_be_is_refused_by_its_member()
    {
        var log = After(Begun(), Weigh(0, 48m), new StepFinished(1));
        Refused(log, Weigh(3, 1m)).Pointer.ShouldBe("/line");
        Refused(log, Weigh(0, 99_999m)).Pointer.ShouldBe("/grams");
        Refused(log, new StepFinished(1)).Pointer.ShouldBe("/number");
        Refused(log, new StepSkipped(99, "no")).Pointer.ShouldBe("/number");
        Refused(log, new LinesAdded([0, 7])).Pointer.ShouldBe("/lines/1");
        Refused(log, new BatchSplit([new("red", 0.5m, []), new("blue", 0.4m, [])])).Pointer.ShouldBe("/parts");
        Refused(log, new ContainersFilled("tin", 3, 90m, [30m, 30m])).Pointer.ShouldBe("/pieces");
        Refused(log, new PiecesHandedOut(1, PieceOutcome.Sold, "", "")).Pointer.ShouldBe("/type");
        Refused(log, new EntryRevoked(9)).Pointer.ShouldBe("/of");
        Refused(log, new EntryRevoked(1)).Pointer.ShouldBe("/of");
        Should
            .Throw<DocumentException>(() => log.Append(Morning, "a test", new BatchNoted("earlier")))
            .Problems.Single()
            .Pointer.ShouldBe("/at");
    }

    /// <summary>All parts together are the batch, within a hundredth: thirds are typed rounded.</summary>
    [Theory]
    [InlineData(0.4899, false)]
    [InlineData(0.49, true)]
    [InlineData(0.5, true)]
    [InlineData(0.51, true)]
    [InlineData(0.5101, false)]
    public void Parts_make_the_whole(double other, bool whole)
    {
        var split = new BatchSplit([new("red", 0.5m, []), new("blue", (decimal)other, [])]);
        if (whole)
            After(Begun(), split).State.Parts.Length.ShouldBe(2);
        else
            Refused(Begun(), split).Pointer.ShouldBe("/parts");
    }

    [Fact]
    public void A_closed_batch_is_only_corrected()
    {
        var closed = After(
            Begun(),
            Weigh(0, 48m),
            new ContainersFilled("tin", 4, 236m, [59.29m, 56.29m, 59.5m, 59.4m]),
            new BatchClosed("the bosun")
        );
        closed.State.Phase.ShouldBe(BatchPhase.Closed);
        foreach (var one in new BatchEvent[] { Weigh(1, 1m), new BatchNoted("late"), new EntryRevoked(2), new PotRead(40m, true) })
            Refused(closed, one).Pointer.ShouldBe("/type");
        var right = After(
            closed,
            new EntryCorrected(3, "a slip of the key", new(null, [59.29m, 59.29m, 59.5m, 59.4m], null, null, null, null))
        );
        right.State.Filled[0].Grams.ShouldBe(237.48m);
        right.State.Corrections.Single().Old!.ShouldContain("56.29");
        right.State.Corrections.Single().Now!.ShouldNotContain("56.29");
        ((ContainersFilled)right.Events[2].Event).Pieces[1].ShouldBe(56.29m, "what was written stands");
        Refused(right, new EntryCorrected(3, "no", new(null, null, null, null, 40m, null))).Pointer.ShouldBe("/set");
        var gone = After(right, new PiecesHandedOut(3, PieceOutcome.Sold, "the regatta", ""), new PiecesReturned(1, "too soft"));
        gone.State.OnShelf.ShouldBe(2);
        Refused(gone, new PiecesHandedOut(3, PieceOutcome.Given, "", "")).Pointer.ShouldBe("/count");
        Refused(gone, new PiecesReturned(3, "all")).Pointer.ShouldBe("/count");
    }

    [Fact]
    public void Taking_back_is_as_if_it_had_not_been()
    {
        var log = After(Begun(), Weigh(0, 48m), new PotMoved(Surroundings.Fridge));
        var back = After(log, Weigh(1, 72m), new PotRead(44m, true), new EntryRevoked(5), new EntryRevoked(4));
        (back.State with { Corrections = [] }).Weighed.ShouldBe(log.State.Weighed);
        back.State.Temperatures.ShouldBeEmpty();
        back.State.Place.ShouldBe(Surroundings.Fridge);
        Refused(back, new EntryRevoked(5)).Reason.Plain.ShouldContain("taken back");
        Refused(After(Begun(), Weigh(0, 48m), new LineUnweighed(0)), new EntryRevoked(2))
            .Reason.Plain.ShouldContain("Take that back first");
    }

    /// <summary>Any events at all fold or are refused; what folds folds again from what was kept, from every prefix; taking the last back
    /// is exact.</summary>
    [Fact]
    public void Every_sequence_folds_or_is_refused()
    {
        var random = new Random(1115);
        var (taken, refused) = (0, 0);
        for (var round = 0; round < 150; round++)
        {
            var log = Begun();
            var prefixes = new List<BatchLog> { log };
            for (var at = 0; at < 40; at++)
            {
                try
                {
                    log = After(log, Any(random, log));
                    taken++;
                    prefixes.Add(log);
                }
                catch (DocumentException problem)
                {
                    problem.Problems.Single().Pointer.ShouldStartWith("/");
                    refused++;
                }
            }

            var stored = log
                .Events.Select(one => one with { Event = BatchEventReader.Stored(BatchEventWriter.ToText(one.Event)) })
                .ToList();
            Same(BatchLog.Of(stored), log);
            var prefix = prefixes[random.Next(prefixes.Count)];
            Same(log.Events.Skip(prefix.Events.Length).Aggregate(prefix, (now, one) => now.Append(one.At, one.Device, one.Event)), log);
            if (log.State.Phase == BatchPhase.Open)
                Same(After(log, new BatchNoted("one more"), new EntryRevoked(log.Sequence + 1)), log, but: true);
        }

        taken.ShouldBeGreaterThan(1000);
        refused.ShouldBeGreaterThan(500);
    }

    private static void Same(BatchLog one, BatchLog other, bool but = false)
    {
        if (!but)
            one.Sequence.ShouldBe(other.Sequence);
        static string Of(BatchLog log)
        {
            var state = JsonSerializer.SerializeToNode(log.State, ContractJson.Options)!.AsObject();
            state.Remove("plan");
            return state.ToJsonString();
        }

        Of(one).ShouldBe(Of(other));
    }

    private static BatchEvent Any(Random random, BatchLog log)
    {
        int Some(int most) => random.Next(most);
        return Some(24) switch
        {
            0 or 1 or 2 or 3 or 4 => Weigh(Some(4), Units.Decimals.Trim((Some(3000) / 10m) + 0.1m), Some(2) == 0 ? null : $"L{Some(9)}"),
            5 or 6 => new LineUnweighed(Some(4)),
            7 => new StepFinished(Some(16)),
            8 => new StepSkipped(Some(16), "no time"),
            9 => new PotRead(Some(90), Some(2) == 0),
            10 => new PotMoved((Surroundings)Some(5)),
            11 => new LinesAdded([Some(4)]),
            12 => new BatchSplit([new("red", 0.5m, [Some(4)]), new("blue", 0.5m, [])]),
            13 => new ContainersFilled("tin", 1 + Some(3), 30m, Some(2) == 0 ? [] : [10m, 20m]),
            14 or 15 => new EntryRevoked(Some(1 + (int)log.Sequence)),
            16 => new EntryCorrected(
                1 + Some((int)log.Sequence),
                "a slip",
                Some(2) == 0 ? new(5m, null, null, null, null, null) : new(null, null, null, null, 40m, null)
            ),
            17 => new PiecesHandedOut(1 + Some(3), (PieceOutcome)Some(5), "", ""),
            18 => new ScaleTared(Some(40)),
            19 => Some(8) == 0 ? new BatchClosed("the bosun") : new BatchNoted("word"),
            20 => new PiecesReturned(1, "why"),
            21 => new ScaleChecked(100m, 100m + Some(3)),
            22 => new PotRescued(
                [new("beeswax", 5m)],
                RescuePlan.Of(log.State, [new("beeswax", 5m)], Tests.Some.Catalogue, EvaluationSettings.Default)
            ),
            _ => Some(20) == 0 ? new BatchAbandoned("burnt") : new ComplaintMade("too soft", [], ""),
        };
    }
}
