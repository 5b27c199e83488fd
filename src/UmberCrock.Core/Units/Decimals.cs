namespace UmberCrock.Core.Units;

/// <summary>Exact decimal amounts, and figures as sentences and screens show them.</summary>
public static class Decimals
{
    /// <summary>The same number without trailing zeros, so that 18.00 and 18 are stored and compared alike.</summary>
    public static decimal Trim(decimal value) => value / 1.0000000000000000000000000000m;

    /// <summary>A dose or a mass: two decimals.</summary>
    public static Figure Two(decimal value) => new(value, "0.00");

    /// <summary>A bound or a setting: whole, or with the decimals it needs, at least two of them.</summary>
    public static Figure Short(decimal value) => new(value, value == decimal.Truncate(value) ? "0" : "0.00##");

    /// <summary>A temperature that a model gives, C.</summary>
    /// <param name="value">The temperature, C.</param>
    /// <param name="format">A .NET number format.</param>
    public static Figure Celsius(double value, string format = "0") => new((decimal)value, format, Measure.Celsius);

    /// <summary>A temperature that a maker set, C.</summary>
    /// <param name="value">The temperature, C.</param>
    /// <param name="format">A .NET number format.</param>
    public static Figure Celsius(decimal value, string format = "0.##") => new(value, format, Measure.Celsius);
}
