namespace UmberCrock.Web.Hosting;

/// <summary>
/// The one clock of the bench, for a demonstration: it runs so many times faster than the world. Events, alarms, forecasts, timers and what
/// plays a scale or a probe all go by it.
/// </summary>
internal sealed class BenchClock : TimeProvider
{
    /// <summary>The fastest it runs: an hour of cooling in a minute.</summary>
    public const int Fastest = 60;

    private readonly TimeProvider real;
    private readonly DateTimeOffset origin;
    private readonly long start;

    /// <summary>Makes a clock that now says what the real one does.</summary>
    /// <param name="speed">Times real time, from 1 to <see cref="Fastest"/>.</param>
    /// <param name="real">The real clock.</param>
    public BenchClock(int speed, TimeProvider real)
    {
        (Speed, this.real) = (speed, real);
        (origin, start) = (real.GetUtcNow(), real.GetTimestamp());
    }

    /// <summary>Times real time.</summary>
    public int Speed { get; }

    /// <inheritdoc/>
    public override TimeZoneInfo LocalTimeZone => real.LocalTimeZone;

    /// <inheritdoc/>
    public override long TimestampFrequency => real.TimestampFrequency;

    /// <summary>How fast a clock runs, times real time.</summary>
    public static int SpeedOf(TimeProvider clock) => clock is BenchClock bench ? bench.Speed : 1;

    /// <inheritdoc/>
    public override DateTimeOffset GetUtcNow() => origin + (real.GetElapsedTime(start) * Speed);

    /// <inheritdoc/>
    public override long GetTimestamp() => start + ((real.GetTimestamp() - start) * Speed);

    /// <inheritdoc/>
    public override ITimer CreateTimer(TimerCallback callback, object? state, TimeSpan dueTime, TimeSpan period) =>
        real.CreateTimer(callback, state, Real(dueTime), Real(period));

    private TimeSpan Real(TimeSpan bench) => bench > TimeSpan.Zero ? bench / Speed : bench;
}
