using UmberCrock.Core.Batches;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Tests;

/// <summary>A pot that was stirred to trace says where it set: by a reading of the pot that is fresh, and by nothing else.</summary>
public sealed class BatchSetTests
{
    private static readonly DateTimeOffset Start = new(2026, 11, 27, 9, 0, 0, TimeSpan.Zero);

    /// <summary>A bar whose fats grow grains: it is stirred to trace.</summary>
    private static readonly Formula Bar = Some.Lines(
        ProductForm.Bar,
        "beeswax 6",
        "cocoa-butter 40",
        "shea-butter-refined 30",
        "olive-oil"
    );

    private static (BatchLog Log, int Trace) Begun()
    {
        var plan = BatchPlanner.Of(
            Bar,
            new BatchRequest(null, null, 240m, [new("bar mould 60 mL", 60m, 4, 90m)], 0m, 0.1m, 21),
            "261127-1",
            Some.Catalogue,
            EvaluationSettings.Default
        );
        return (BatchLog.Start(plan, Start, "a test"), plan.Method.Steps.Single(step => step.Stage == MethodStage.Trace).Number);
    }

    /// <summary>Three minutes old at most: a pot cools by a degree or two in that time (judgement).</summary>
    [Theory]
    [InlineData(179, true)]
    [InlineData(180, true)]
    [InlineData(181, false)]
    public void The_reading_is_a_fresh_one(int seconds, bool known)
    {
        var (log, trace) = Begun();
        log = log.Append(Start.AddMinutes(40), "a test", new PotRead(33.5m, Typed: true))
            .Append(Start.AddMinutes(40).AddSeconds(seconds), "a test", new StepFinished(trace))
            .Append(Start.AddMinutes(60), "a test", new PotRead(21m, Typed: false));
        var set = BatchTelling.SetOf(log.State);
        (set?.Celsius, set?.Formula).ShouldBe(known ? (33.5m, Bar) : (null, null));
    }

    [Fact]
    public void Without_a_trace_or_a_reading_nothing_is_known()
    {
        var (log, trace) = Begun();
        BatchTelling.SetOf(log.Append(Start.AddMinutes(40), "a test", new PotRead(33.5m, Typed: true)).State).ShouldBeNull();
        BatchTelling.SetOf(log.Append(Start.AddMinutes(40), "a test", new StepFinished(trace)).State).ShouldBeNull();
        log = log.Append(Start.AddMinutes(40), "a test", new PotRead(33.5m, Typed: true))
            .Append(Start.AddMinutes(41), "a test", new StepSkipped(trace, "no time"));
        BatchTelling.SetOf(log.State).ShouldBeNull();
    }
}
