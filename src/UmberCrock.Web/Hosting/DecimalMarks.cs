using System.Globalization;

namespace UmberCrock.Web.Hosting;

/// <summary>How numbers are written for people.</summary>
internal static class DecimalMarks
{
    /// <summary>The invariant culture with a decimal comma.</summary>
    public static CultureInfo Comma { get; } = Make();

    private static CultureInfo Make()
    {
        var culture = (CultureInfo)CultureInfo.InvariantCulture.Clone();
        culture.NumberFormat.NumberDecimalSeparator = ",";
        culture.NumberFormat.NumberGroupSeparator = "\u2009";
        return CultureInfo.ReadOnly(culture);
    }
}
