using UmberCrock.Web.Batches;

namespace UmberCrock.Web.Tests;

/// <summary>What is called out over the stove, just before, at and just after each border.</summary>
public sealed class StoveAlarmTests
{
    private static readonly DateTimeOffset Noon = new(2026, 11, 23, 12, 0, 0, TimeSpan.Zero);

    [Theory]
    [InlineData(-1, null)]
    [InlineData(0, StoveAlarm.Open)]
    [InlineData(1079, StoveAlarm.Open)]
    [InlineData(1080, StoveAlarm.Soon)]
    [InlineData(1199, StoveAlarm.Soon)]
    [InlineData(1200, StoveAlarm.Late)]
    [InlineData(9000, StoveAlarm.Late)]
    public void The_window_opens_at_noon_and_shuts_after_twenty_minutes_two_before_which_it_is_about_to(int seconds, string? called) =>
        StoveAlarm.At(Noon.AddSeconds(seconds), Noon, Noon.AddMinutes(20), 2).ShouldBe(called);

    [Fact]
    public void Nothing_is_called_out_where_no_window_is_foreseen()
    {
        StoveAlarm.At(Noon, null, Noon, 2).ShouldBeNull();
        StoveAlarm.At(Noon, Noon, null, 2).ShouldBeNull();
    }
}
