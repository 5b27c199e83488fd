using System.Globalization;

namespace UmberCrock.Web.Drawing;

/// <summary>Where a weight stands against its dose.</summary>
internal enum DoseState
{
    /// <summary>Nothing of it is weighed yet.</summary>
    ToCome,

    /// <summary>Less than the tolerance wants.</summary>
    Under,

    /// <summary>Within the tolerance.</summary>
    Within,

    /// <summary>More than the tolerance wants.</summary>
    Over,
}

/// <summary>A tick of the large gauge: where, how high, and the figure below it.</summary>
internal sealed record GaugeTick(double X, bool IsLong, string? Figure, bool IsTarget);

/// <summary>A dose with its tolerance on a line: small in the list, large for the one that is being weighed. Px.</summary>
/// <param name="From">The weight at the left end, g.</param>
/// <param name="PixelsPerGram">Scale, px/g.</param>
/// <param name="Width">Length, px.</param>
internal sealed record ToleranceGauge(decimal From, double PixelsPerGram, double Width)
{
    /// <summary>Length of the small gauge, px.</summary>
    public const double SmallWidth = 96;

    /// <summary>Length of the large gauge, px.</summary>
    public const double LargeWidth = 520;

    private const int TolerancesBelow = 6;
    private const int TolerancesAbove = 4;

    /// <summary>Twice the tolerance on either side.</summary>
    public static ToleranceGauge Small(decimal target, decimal low, decimal high) => Of(target, low, high, 2, 2, SmallWidth);

    /// <summary>Six tolerances below the dose, where it is poured towards, and four above.</summary>
    public static ToleranceGauge Large(decimal target, decimal low, decimal high) =>
        Of(target, low, high, TolerancesBelow, TolerancesAbove, LargeWidth);

    /// <summary>A weight's place, px; what is off the gauge stands at its end.</summary>
    public double X(decimal grams) => Math.Clamp((double)(grams - From) * PixelsPerGram, 0, Width);

    /// <summary>The state of a weight.</summary>
    public static DoseState StateOf(decimal? actual, decimal low, decimal high) =>
        actual is not { } grams ? DoseState.ToCome
        : grams < low ? DoseState.Under
        : grams > high ? DoseState.Over
        : DoseState.Within;

    /// <summary>Ticks of the large gauge: a figure every two tolerances, a tick every half.</summary>
    /// <param name="target">The dose, g.</param>
    /// <param name="high">The upper end of its tolerance, g.</param>
    /// <param name="places">Decimals of the scale.</param>
    public IEnumerable<GaugeTick> Ticks(decimal target, decimal high, int places)
    {
        var tolerance = high - target;
        for (var half = -2 * TolerancesBelow; half <= 2 * TolerancesAbove; half++)
        {
            var grams = target + (half * tolerance / 2m);
            var figure = half % 4 == 0 && grams >= 0m ? grams.ToString($"F{places}", CultureInfo.CurrentCulture) : null;
            yield return new((double)(grams - From) * PixelsPerGram, half % 4 == 0, figure, half == 0);
        }
    }

    private static ToleranceGauge Of(decimal target, decimal low, decimal high, int below, int above, double width)
    {
        var tolerance = Math.Max(high - target, target - low);
        var span = (below + above) * tolerance;
        return new(target - (below * tolerance), span > 0m ? width / (double)span : 0, width);
    }
}
