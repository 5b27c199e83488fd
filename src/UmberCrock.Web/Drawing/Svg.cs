using System.Globalization;
using System.Text;

namespace UmberCrock.Web.Drawing;

/// <summary>Numbers and paths as SVG writes them.</summary>
internal static class Svg
{
    /// <summary>A coordinate with at most one decimal and a point.</summary>
    public static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);

    /// <summary>A figure on screen with one decimal and the real minus sign.</summary>
    public static string One(double value) => value.ToString("0.0", CultureInfo.CurrentCulture).Replace('-', '\u2212');

    /// <summary>A polyline as path data.</summary>
    public static string Path(IEnumerable<(double X, double Y)> points)
    {
        var path = new StringBuilder();
        foreach (var (x, y) in points)
            path.Append(path.Length == 0 ? 'M' : 'L').Append(N(x)).Append(' ').Append(N(y));
        return path.ToString();
    }
}
