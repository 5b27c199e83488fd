using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Texture;

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

    /// <summary>A temperature in C between the ends a melt is known for.</summary>
    /// <exception cref="DocumentException">It is none.</exception>
    public static decimal Celsius(string? typed)
    {
        var celsius = Number(typed ?? "", "a temperature in °C");
        return celsius >= Climates.Coldest && celsius <= MeltReport.HottestCelsius
            ? celsius
            : throw new DocumentException("/text", $"A temperature is from {Climates.Coldest:0} to {MeltReport.HottestCelsius} °C.");
    }

    private static string Shortened(string typed) => typed.Length <= 20 ? typed : $"{typed[..20]}…";
}
