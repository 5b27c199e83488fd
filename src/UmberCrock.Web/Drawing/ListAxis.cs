using System.Globalization;

namespace UmberCrock.Web.Drawing;

/// <summary>A logarithmic axis of weight percent, beside an ingredient list.</summary>
/// <param name="Least">Left end, percent.</param>
/// <param name="Most">Right end, percent.</param>
/// <param name="Marks">Percents that are written.</param>
internal sealed record ListAxis(double Least, double Most, IReadOnlyList<double> Marks)
{
    /// <summary>Length, px.</summary>
    public const double Width = 222;

    /// <summary>Of the ingredient list: 0.2 to 100 percent.</summary>
    public static ListAxis Main { get; } = new(0.2, 100, [0.3, 1, 3, 10, 30]);

    /// <summary>Of allergens: 0.0002 to 1 percent.</summary>
    public static ListAxis Allergens { get; } = new(0.0002, 1, [0.001, 0.01, 0.1]);

    /// <summary>Px of a percent; what is outside stands at an end.</summary>
    public double X(double percent) => Math.Log(Math.Clamp(percent, Least, Most) / Least) / Math.Log(Most / Least) * Width;

    /// <summary>Px of a percent.</summary>
    public double X(decimal percent) => X((double)percent);

    /// <summary>A mark in words.</summary>
    public static string Word(double mark) => mark.ToString("0.####", CultureInfo.CurrentCulture);
}
