using UmberCrock.Core.Units;

namespace UmberCrock.Web.Drawing;

/// <summary>
/// A value inside its published range: brackets are the range, the bead is the value that is used. An own value is a diamond, joined to
/// the ring of the catalogue's. Px on a track of 158.
/// </summary>
internal sealed record RangeGauge(
    double Low,
    double High,
    double Value,
    double? Before,
    string LowText,
    string HighText,
    string Label,
    bool HasRange
)
{
    /// <summary>Length of the track, px.</summary>
    public const double Width = 158;

    private const double Spare = 0.45;

    /// <summary>Lays a property out.</summary>
    /// <param name="words">What it is called.</param>
    /// <param name="used">The value that stands.</param>
    /// <param name="catalogue">The catalogue's, when an own value stands in its place; else null.</param>
    public static RangeGauge Of(string words, Quantity used, Quantity? catalogue)
    {
        var range = catalogue ?? used;
        var (least, most) = (Math.Min(range.Low, used.Value), Math.Max(range.High, used.Value));
        var span = most - least;
        var hasRange = range.High > range.Low;
        var (from, to) = span > 0 ? (least - (span * Spare), most + (span * Spare)) : (least - 1, least + 1);
        double X(double value) => (value - from) / (to - from) * Width;
        return new RangeGauge(
            X(range.Low),
            X(range.High),
            X(used.Value),
            catalogue is null ? null : X(catalogue.Value),
            Text(range.Low),
            Text(range.High),
            hasRange
                ? $"{words} {Text(used.Value)}, published {Text(range.Low)} to {Text(range.High)}"
                : $"{words} {Text(used.Value)}, no range known",
            hasRange
        );
    }

    /// <summary>A figure with three significant digits, the real minus sign.</summary>
    public static string Text(double value) =>
        (
            Math.Abs(value) >= 100 ? value.ToString("0")
            : Math.Abs(value) >= 10 ? value.ToString("0.#")
            : value.ToString("0.###")
        ).Replace('-', '\u2212');
}
