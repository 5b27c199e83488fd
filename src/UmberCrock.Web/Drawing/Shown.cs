using System.Globalization;
using UmberCrock.Core.Units;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Drawing;

/// <summary>Figures as this reader's screens show them: with the decimal mark, the temperature scale, the ounces and the currency of
/// the settings, which are those of the running request.</summary>
internal static class Shown
{
    /// <summary>The sign of the reader's scale: °C or °F.</summary>
    public static string DegreeSign => Degrees.Sign(Scale);

    /// <summary>The scale on which this reader's temperatures are.</summary>
    public static TemperatureScale Scale => Degrees.ScaleOf(CultureInfo.CurrentCulture);

    /// <summary>A dose or a mass: two decimals.</summary>
    public static string Two(decimal value) => Decimals.Two(value).ToString();

    /// <summary>A bound or a setting: whole, or with the decimals it needs.</summary>
    public static string Short(decimal value) => Decimals.Short(value).ToString();

    /// <summary>A temperature with its sign: "33.0 °C", "91.4 °F".</summary>
    /// <param name="celsius">The temperature, C.</param>
    /// <param name="format">A .NET number format.</param>
    public static string Temperature(double celsius, string format = "0") => Decimals.Celsius(celsius, format).ToString();

    /// <inheritdoc cref="Temperature(double, string)" />
    public static string Temperature(decimal celsius, string format = "0.##") => Decimals.Celsius(celsius, format).ToString();

    /// <summary>A temperature without its sign, for a field or an axis that bears it.</summary>
    /// <param name="celsius">The temperature, C.</param>
    /// <param name="format">A .NET number format.</param>
    public static string Degree(decimal celsius, string format = "0.##") => new Figure(Degrees.On(Scale, celsius), format).ToString();

    /// <inheritdoc cref="Degree(decimal, string)" />
    public static string Degree(double celsius, string format = "0") => Degree((decimal)celsius, format);

    /// <summary>Two temperatures with one sign: "5 to 30 °C".</summary>
    public static string Temperatures(decimal low, decimal high, string format = "0.##") =>
        $"{Degree(low, format)} to {Temperature(high, format)}";

    /// <summary>What weighs so much in ounces, to a hundredth: "1.75 oz"; null where this reader goes by grams alone.</summary>
    /// <param name="grams">The mass, g.</param>
    public static string? Ounces(decimal grams) =>
        MakerCulture.GramsPerOunce(CultureInfo.CurrentCulture) is { } one ? $"{Two(grams / one)} oz" : null;

    /// <summary>An amount of money with the reader's sign behind it.</summary>
    public static string Money(decimal amount) =>
        CultureInfo.CurrentCulture.NumberFormat.CurrencySymbol is { Length: > 0 } sign && CultureInfo.CurrentCulture is MakerCulture
            ? $"{Two(amount)} {sign}"
            : Two(amount);
}
