using System.Diagnostics;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Topics.Doses;

namespace UmberCrock.Web.Drawing;

/// <summary>What marks the dose on its gauge.</summary>
internal enum DoseMarker
{
    /// <summary>Round umber bead: inside.</summary>
    Bead,

    /// <summary>Ochre wedge: near an edge, or outside the window short of a limit.</summary>
    Wedge,

    /// <summary>Iron block: over a limit.</summary>
    Block,

    /// <summary>Open ring: the balance line.</summary>
    Ring,
}

/// <summary>A number under the gauge.</summary>
internal sealed record GaugeNumber(double X, string Text, bool IsLimit);

/// <summary>
/// The dose gauge: a linear track from 0. A hard limit sits at 84 % of it, so that all limit posts stand in one column; without one
/// the window's top sits at 70 %.
/// </summary>
internal sealed record DoseGauge
{
    /// <summary>Length of the track, px.</summary>
    public const double Width = 166;

    private const double LimitAt = 0.84 * Width;
    private const double WindowTopAt = 0.70 * Width;
    private const double LeastNumberGap = 24;

    /// <summary>Left end of the window band, or null when no window is known.</summary>
    public double? BandFrom { get; private init; }

    /// <summary>Right end of the window band.</summary>
    public double BandTo { get; private init; }

    /// <summary>Where the limit post stands, or null.</summary>
    public double? LimitX { get; private init; }

    /// <summary>Where the dose stands.</summary>
    public double MarkerX { get; private init; }

    /// <summary>True when the dose is off the end of the track and its marker is parked there.</summary>
    public bool IsParked { get; private init; }

    /// <summary>The marker.</summary>
    public DoseMarker Marker { get; private init; }

    /// <summary>The numbers below the track.</summary>
    public IReadOnlyList<GaugeNumber> Numbers { get; private init; } = [];

    /// <summary>For a screen reader.</summary>
    public required string Label { get; init; }

    /// <summary>Lays the gauge of a line out.</summary>
    public static DoseGauge Of(EvaluatedLine line)
    {
        var scale = ScaleOf(line);
        var reach = (double)line.Percent * scale;
        var over = line.Place == Place.OverLimit;
        double? limitX = line.HardLimitPercent is null ? null : LimitAt;
        return new DoseGauge
        {
            BandFrom = line.MaxPercent is null ? null : Math.Min(Width, (double)(line.MinPercent ?? 0m) * scale),
            BandTo = Math.Min(Width, (double)(line.MaxPercent ?? 0m) * scale),
            LimitX = limitX,
            // The block stands just past the post even when it is over by a hair.
            MarkerX = Math.Clamp(over ? Math.Max(reach, (limitX ?? 0) + 7) : reach, 0, Width - 7),
            IsParked = reach > Width,
            Marker = MarkerOf(line),
            Numbers = NumbersOf(line, scale),
            Label = LabelOf(line),
        };
    }

    /// <summary>True of a dose that is nearer to its window's top than to its bottom.</summary>
    public static bool IsNearTop(EvaluatedLine line) => line.MaxPercent - line.Percent < line.Percent - (line.MinPercent ?? 0m);

    private static double ScaleOf(EvaluatedLine line)
    {
        if (line.HardLimitPercent is { } limit and > 0m)
            return LimitAt / (double)limit;
        return line.MaxPercent is { } most and > 0m ? WindowTopAt / (double)most : WindowTopAt / Math.Max(1, (double)line.Percent);
    }

    private static DoseMarker MarkerOf(EvaluatedLine line) =>
        line.Place switch
        {
            Place.OverLimit => DoseMarker.Block,
            Place.Above or Place.Below => DoseMarker.Wedge,
            Place.Near when !line.Balance && IsNearTop(line) => DoseMarker.Wedge,
            Place.Near or Place.Inside or Place.Unknown => line.Balance ? DoseMarker.Ring : DoseMarker.Bead,
            _ => throw new UnreachableException(),
        };

    private static List<GaugeNumber> NumbersOf(EvaluatedLine line, double scale)
    {
        var numbers = new List<GaugeNumber>();
        void Add(decimal? percent, bool isLimit)
        {
            if (percent is not { } value)
                return;
            var x = (double)value * scale;
            // From the right: the limit matters most; a number that would touch its neighbour is left out.
            if (x <= Width && numbers.TrueForAll(number => Math.Abs(number.X - x) >= LeastNumberGap))
                numbers.Add(new GaugeNumber(Math.Clamp(x, 6, Width - 6), Shown.Short(value), isLimit));
        }

        Add(line.HardLimitPercent is { } limit ? decimal.Round(limit, 2) : null, isLimit: true);
        Add(line.MaxPercent, isLimit: false);
        Add(line.MinPercent, isLimit: false);
        return numbers;
    }

    private static string LabelOf(EvaluatedLine line)
    {
        var window = line.MaxPercent is { } most
            ? $"window {Shown.Short(line.MinPercent ?? 0m)} to {Shown.Short(most)}"
            : "no window known";
        var limit = line.HardLimitPercent is { } hard ? $", limit {Shown.Short(decimal.Round(hard, 2))}" : "";
        return $"{Shown.Two(line.Percent)} percent, {window}{limit}";
    }
}
