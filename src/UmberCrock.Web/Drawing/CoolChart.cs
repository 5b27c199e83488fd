using System.Globalization;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Topics.Cooling;

namespace UmberCrock.Web.Drawing;

/// <summary>A mark on an axis of the chart.</summary>
internal sealed record ChartMark(double At, string Figure, bool Strong = false);

/// <summary>How the pot cooled so far and how it will: temperature over the clock. Px.</summary>
internal sealed class CoolChart
{
    private const double LeastSpanMinutes = 20;
    private const double SmallHeight = 220;
    private readonly DateTimeOffset from;
    private readonly double minutes;

    private CoolChart(DateTimeOffset from, double minutes, double cold, double hot, double width, double height)
    {
        (this.from, this.minutes, Cold, Hot, Width, Height) = (from, minutes, cold, hot, width, height);
    }

    /// <summary>Width of the drawing area.</summary>
    public double Width { get; }

    /// <summary>Height of the drawing area.</summary>
    public double Height { get; }

    /// <summary>Temperature at the foot, C.</summary>
    public double Cold { get; }

    /// <summary>Temperature at the head, C.</summary>
    public double Hot { get; }

    /// <summary>What was read: crosses.</summary>
    public IReadOnlyList<(double X, double Y)> Readings { get; private init; } = [];

    /// <summary>The curve through what was read.</summary>
    public string Fitted { get; private init; } = "";

    /// <summary>The forecast after it.</summary>
    public string Forecast { get; private init; } = "";

    /// <summary>Its band of doubt.</summary>
    public string Ribbon { get; private init; } = "";

    /// <summary>What was foreseen before anything was read.</summary>
    public string Foreseen { get; private init; } = "";

    /// <summary>Moments at which the forecast began anew.</summary>
    public IReadOnlyList<(double X, double Y)> Restarts { get; private init; } = [];

    /// <summary>Clock times along the foot.</summary>
    public IReadOnlyList<ChartMark> Times { get; private init; } = [];

    /// <summary>Temperatures along the side.</summary>
    public IReadOnlyList<ChartMark> Degrees { get; private init; } = [];

    /// <summary>A temperature's place from the head, px.</summary>
    public double Y(double celsius) => Math.Clamp((Hot - celsius) / (Hot - Cold) * Height, 0, Height);

    /// <summary>A moment's place from the left, px.</summary>
    public double X(double minutesFromStart) => Math.Clamp(minutesFromStart / minutes * Width, 0, Width);

    /// <summary>A moment's place from the left, px.</summary>
    public double X(DateTimeOffset at) => X((at - from).TotalMinutes);

    /// <summary>Lays a forecast out.</summary>
    /// <param name="report">The forecast.</param>
    /// <param name="from">The moment that its minutes count from.</param>
    /// <param name="state">The batch.</param>
    /// <param name="width">Width, px.</param>
    /// <param name="height">Height, px.</param>
    public static CoolChart Of(CoolingReport report, DateTimeOffset from, BatchState state, double width, double height)
    {
        var readings = state.Temperatures.Where(reading => reading.At >= from).ToList();
        var last = (readings[^1].At - from).TotalMinutes;
        var end = report.PourWindow?.ShutsMinutes ?? report.Targets.Select(target => target.Minutes).Max() ?? last;
        var shownMinutes = Math.Max(LeastSpanMinutes, Math.Max(last, end) * 1.12);
        var cold = Math.Floor((Math.Min((double)readings.Min(reading => reading.Celsius), report.SurroundingsCelsius) - 0.5) / 10) * 10;
        var hot = Math.Ceiling(((double)readings.Max(reading => reading.Celsius) + 0.5) / 10) * 10;
        var chart = new CoolChart(from, shownMinutes, cold, hot, width, height);
        var shown = report.Curve.Where(point => point.Minutes <= shownMinutes).ToList();
        var (before, after) = (shown.Where(point => point.Minutes <= last).ToList(), shown.Where(point => point.Minutes >= last).ToList());
        return new CoolChart(from, shownMinutes, cold, hot, width, height)
        {
            Readings = [.. readings.Select(reading => (chart.X(reading.At), chart.Y((double)reading.Celsius)))],
            Fitted = Svg.Path(before.Select(point => (chart.X(point.Minutes), chart.Y(point.Celsius)))),
            Forecast = Svg.Path(before.TakeLast(1).Concat(after).Select(point => (chart.X(point.Minutes), chart.Y(point.Celsius)))),
            Ribbon =
                after.Count < 2
                    ? ""
                    : Svg.Path(
                        after
                            .Select(point => (chart.X(point.Minutes), chart.Y(point.High)))
                            .Concat(after.AsEnumerable().Reverse().Select(point => (chart.X(point.Minutes), chart.Y(point.Low))))
                    ) + "Z",
            Foreseen = ForeseenOf(chart, state, (double)readings[0].Celsius, shownMinutes),
            Restarts = [.. report.Restarts.Select(restart => (chart.X(restart.Minutes), chart.Y(At(report, restart.Minutes))))],
            Times = [.. TimesOf(chart, from, shownMinutes)],
            Degrees =
            [
                .. Enumerable
                    .Range((int)cold / 10, ((int)(hot - cold) / 10) + 1)
                    .Where(ten => height > SmallHeight || ten % 2 == 0)
                    .Select(ten => new ChartMark(chart.Y(ten * 10), Shown.Degree(ten * 10m))),
            ],
        };
    }

    /// <summary>The curve that was stored when the batch began, from where it is as warm as the first reading.</summary>
    private static string ForeseenOf(CoolChart chart, BatchState state, double start, double until)
    {
        if (state.Plan.Foreseen.Cooling is not { } foreseen)
            return "";
        var zero = foreseen.Curve.LastOrDefault(point => point.Celsius >= start)?.Minutes ?? 0;
        return Svg.Path(
            foreseen
                .Curve.Where(point => point.Minutes >= zero && point.Minutes - zero <= until)
                .Select(point => (chart.X(point.Minutes - zero), chart.Y(point.Celsius)))
        );
    }

    private static double At(CoolingReport report, double moment) =>
        report.Curve.LastOrDefault(point => point.Minutes <= moment)?.Celsius ?? report.Curve[0].Celsius;

    private static IEnumerable<ChartMark> TimesOf(CoolChart chart, DateTimeOffset from, double until)
    {
        var step =
            until <= 30 ? 5
            : until <= 75 ? 10
            : until <= 200 ? 30
            : 60;
        var first = (step - (from.TimeOfDay.TotalMinutes % step)) % step;
        for (var at = first; at <= until; at += step)
            yield return new(chart.X(at), from.AddMinutes(at).ToString("HH:mm", CultureInfo.InvariantCulture));
    }
}
