using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Drawing;

/// <summary>The instrument under the ledger: 99 to 101, and the words beside the sum.</summary>
internal sealed record TotalScale(double MarkerX, bool IsParked, DoseMarker Marker, string Words)
{
    /// <summary>Left end of the scale, px.</summary>
    public const double Left = 10;

    /// <summary>Right end.</summary>
    public const double Right = 214;

    private const double LowPercent = 99;
    private const double HighPercent = 101;

    /// <summary>All ticks, one each 0.05, longer at 0.1 and 0.5.</summary>
    public static string Ticks =>
        string.Concat(
            Enumerable
                .Range(0, 41)
                .Select(tick => $"M{Svg.N(X(LowPercent + (tick * 0.05)))} 18v{Svg.N(tick % 10 == 0 ? 10 : tick % 2 == 0 ? 6 : 3.5)}")
        );

    /// <summary>Px of a total.</summary>
    public static double X(double percent) =>
        Left + ((Math.Clamp(percent, LowPercent, HighPercent) - LowPercent) / (HighPercent - LowPercent) * (Right - Left));

    /// <summary>Reads a total.</summary>
    public static TotalScale Of(FormulaTotals totals)
    {
        var parked = (double)totals.Total is < LowPercent or > HighPercent;
        var x = X((double)totals.Total);
        return totals.Off switch
        {
            0m => new(x, parked, DoseMarker.Bead, $"{Shown.Two(0m)} off, exactly full"),
            < 0m => new(x, parked, DoseMarker.Wedge, $"{Shown.Two(-totals.Off)} short"),
            _ => new(x, parked, DoseMarker.Block, $"{Shown.Two(totals.Off)} over"),
        };
    }
}
