using System.Globalization;

namespace UmberCrock.Core.Units;

/// <summary>On which scale temperatures are written for a reader; what is kept and computed is always in degrees Celsius.</summary>
public enum TemperatureScale
{
    /// <summary>Degrees Celsius: water freezes at 0 and boils at 100.</summary>
    Celsius,

    /// <summary>Degrees Fahrenheit: water freezes at 32 and boils at 212.</summary>
    Fahrenheit,
}

/// <summary>Temperatures on the scale of a reader (t/°F = 1.8 t/°C + 32: NIST SP 811, appendix B.8).</summary>
public static class Degrees
{
    private const decimal FahrenheitOfOne = 1.8m;
    private const decimal FahrenheitOfZero = 32m;

    /// <summary>The scale that a provider of formats asks for; Celsius where it asks for none.</summary>
    /// <param name="provider">A culture; null for that of the running thread, as numbers of .NET have it.</param>
    public static TemperatureScale ScaleOf(IFormatProvider? provider) =>
        (provider ?? CultureInfo.CurrentCulture).GetFormat(typeof(TemperatureScale)) is TemperatureScale scale
            ? scale
            : TemperatureScale.Celsius;

    /// <summary>A temperature in degrees of the scale that is wanted.</summary>
    /// <param name="celsius">The temperature in C.</param>
    /// <param name="scale">The scale wanted.</param>
    public static decimal On(TemperatureScale scale, decimal celsius) =>
        scale == TemperatureScale.Fahrenheit ? (celsius * FahrenheitOfOne) + FahrenheitOfZero : celsius;

    /// <summary>How far two temperatures lie apart, in degrees of a scale.</summary>
    /// <param name="celsius">Their distance in C.</param>
    /// <param name="scale">The scale wanted.</param>
    public static decimal Apart(TemperatureScale scale, decimal celsius) =>
        scale == TemperatureScale.Fahrenheit ? celsius * FahrenheitOfOne : celsius;

    /// <summary>What was read on a scale, in C.</summary>
    /// <param name="degrees">The reading in degrees of that scale; any that a program would ever hold.</param>
    /// <param name="scale">The scale it was read on.</param>
    public static decimal ToCelsius(TemperatureScale scale, decimal degrees) =>
        scale == TemperatureScale.Fahrenheit ? (degrees - FahrenheitOfZero) / FahrenheitOfOne : degrees;

    /// <summary>The sign of a scale: °C or °F.</summary>
    /// <param name="scale">The scale.</param>
    public static string Sign(TemperatureScale scale) =>
        scale switch
        {
            TemperatureScale.Celsius => "°C",
            TemperatureScale.Fahrenheit => "°F",
            _ => throw new ArgumentOutOfRangeException(nameof(scale), scale, "No such scale."),
        };
}
