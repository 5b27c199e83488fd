using System.Globalization;

namespace UmberCrock.Core.Units;

/// <summary>Small helpers for exact decimal amounts. Words take the decimal mark of the current culture; documents never do.</summary>
public static class Decimals
{
    /// <summary>The same number without trailing zeros, so that 18.00 and 18 are stored and compared alike.</summary>
    public static decimal Trim(decimal value) => value / 1.0000000000000000000000000000m;

    /// <summary>A dose or a mass as the screens show it: two decimals.</summary>
    public static string Two(decimal value) => Show(value, "0.00");

    /// <summary>A bound or a setting as the screens show it: whole, or with the decimals it needs, at least two of them.</summary>
    public static string Short(decimal value) => Show(value, value == decimal.Truncate(value) ? "0" : "0.00##");

    private static string Show(decimal value, string format)
        => value.ToString(format, CultureInfo.CurrentCulture).Replace('-', '\u2212');
}
