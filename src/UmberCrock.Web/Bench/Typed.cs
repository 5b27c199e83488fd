using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Bench;

/// <summary>Numbers as people type them: a decimal point or comma, a per cent sign, the real minus sign.</summary>
internal static class Typed
{
    private const decimal MostCounted = 1_000_000m;

    /// <summary>The number that was typed.</summary>
    /// <exception cref="DocumentException">It is no number; says what was wanted.</exception>
    public static decimal Number(string typed, string wanted)
    {
        var plain = typed.Trim().TrimEnd('%', ' ').Replace(',', '.').Replace('\u2212', '-');
        return decimal.TryParse(
            plain,
            NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign,
            CultureInfo.InvariantCulture,
            out var number
        )
            ? number
            : throw new DocumentException("/text", $"“{Shortened(typed)}” is not {wanted}.");
    }

    /// <summary>The number that was typed, within bounds; another where nothing was.</summary>
    /// <exception cref="DocumentException">It is no number, or out of its bounds; says which.</exception>
    public static decimal Between(string? typed, decimal otherwise, decimal least, decimal most, string wanted)
    {
        if (string.IsNullOrWhiteSpace(typed))
            return otherwise;
        var value = Number(typed, wanted);
        return value >= least && value <= most
            ? value
            : throw new DocumentException("/", $"{Shortened(typed)} is out of bounds for {wanted}: from {least:0.###} to {most:0}.");
    }

    /// <summary>A whole number from 0 that was typed.</summary>
    /// <exception cref="DocumentException">It is none, or more than is ever counted.</exception>
    public static int Whole(string? typed, string wanted)
    {
        var number = Number(string.IsNullOrWhiteSpace(typed) ? throw new DocumentException("/", $"Type {wanted} first.") : typed, wanted);
        return number >= 0m && number <= MostCounted && number == decimal.Truncate(number)
            ? (int)number
            : throw new DocumentException("/", $"“{Shortened(typed)}” is not {wanted}: a whole number up to {MostCounted:0}.");
    }

    /// <summary>A temperature as typed on the reader's scale, or on the one whose letter stands behind it, in C.</summary>
    /// <exception cref="DocumentException">It is none; says what was wanted.</exception>
    public static decimal Temperature(string typed, string what = "a temperature")
    {
        var plain = typed.Trim();
        var (scale, letters) =
            plain.EndsWith('C') || plain.EndsWith('c') ? (TemperatureScale.Celsius, 1)
            : plain.EndsWith('F') || plain.EndsWith('f') ? (TemperatureScale.Fahrenheit, 1)
            : (Shown.Scale, 0);
        var degrees = Number(plain[..^letters].TrimEnd(' ', '°'), $"{what} in {Shown.DegreeSign}");
        // A tenth of a millidegree is more than any probe tells, and what was typed in Fahrenheit is read back as it was typed.
        return Math.Round(Degrees.ToCelsius(scale, degrees), 4);
    }

    /// <summary>A temperature in C between the ends a melt is known for.</summary>
    /// <exception cref="DocumentException">It is none.</exception>
    public static decimal Celsius(string? typed)
    {
        var celsius = Temperature(typed ?? "");
        return celsius >= Climates.Coldest && celsius <= MeltReport.HottestCelsius
            ? celsius
            : throw new DocumentException(
                "/text",
                $"A temperature is from {Shown.Temperatures(Climates.Coldest, MeltReport.HottestCelsius)}."
            );
    }

    private static string Shortened(string typed) => typed.Length <= 20 ? typed : $"{typed[..20]}…";
}
