using UmberCrock.Core.Studies;

namespace UmberCrock.Core.Tests;

/// <summary>Wilson's interval against worked values: 4 of 5 is 0.376 to 0.964, 9 of 12 is 0.468 to 0.911, 1 of 1 is 0.207 to 1, none of
/// 10 is 0 to 0.278 (from memory of tables of the score interval at 95 %; the last by z^2 / (n + z^2)).</summary>
public class BenchTruthTests
{
    [Theory]
    [InlineData(4, 5, 0.3755, 0.9638)]
    [InlineData(9, 12, 0.4677, 0.9111)]
    [InlineData(1, 1, 0.2065, 1.0)]
    [InlineData(0, 10, 0.0, 0.2775)]
    public void Wilsons_interval(int hits, int of, double low, double high)
    {
        var (share, from, to) = TruthOfKind.IntervalOf(hits, of);
        share.ShouldBe((double)hits / of);
        from.ShouldBe(low, 0.0005);
        to.ShouldBe(high, 0.0005);
    }

    /// <summary>Whatever is counted: it holds the share, within 0 and 1, and mirrors where hits and misses change.</summary>
    [Fact]
    public void It_holds_the_share_and_mirrors()
    {
        for (var of = 1; of <= 60; of++)
        {
            for (var hits = 0; hits <= of; hits++)
            {
                var (share, low, high) = TruthOfKind.IntervalOf(hits, of);
                low.ShouldBeInRange(0, share + 1e-9);
                high.ShouldBeInRange(share - 1e-9, 1);
                TruthOfKind.IntervalOf(of - hits, of).Low.ShouldBe(1 - high, 1e-9);
            }
        }
    }

    /// <summary>In part counts as a miss, open is not counted (the design's).</summary>
    [Fact]
    public void In_part_is_a_miss_and_open_is_not_counted()
    {
        var kind = new TruthOfKind(ForecastSubject.Grain, Hits: 3, InPart: 1, Missed: 1, Open: 9, Softer: 0, Firmer: 0);
        (kind.Counted, kind.Interval!.Value.Share).ShouldBe((5, 0.6));
        new TruthOfKind(ForecastSubject.Grain, 0, 0, 0, 2, 0, 0).Interval.ShouldBeNull();
    }
}
