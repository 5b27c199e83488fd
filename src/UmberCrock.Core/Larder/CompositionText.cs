using System.Globalization;
using System.Text.RegularExpressions;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Larder;

/// <summary>A substance of a blend as a line of text: "Cera Alba | Beeswax | 70 to 85". The US name and the percents may be left
/// out.</summary>
public static partial class CompositionText
{
    /// <summary>A substance with its percents, as a table file keeps it.</summary>
    public static string Write(Component component) =>
        $"{component.Inci.Eu} | {component.Inci.Us} | {component.LowPercent.ToString(CultureInfo.InvariantCulture)}"
        + (component.HighPercent == component.LowPercent ? "" : $" to {component.HighPercent.ToString(CultureInfo.InvariantCulture)}");

    /// <summary>Reads a substance; null when the text is not one. Without percents it is 100.</summary>
    public static Component? Read(string text)
    {
        var match = Pattern().Match(text);
        if (!match.Success)
            return null;
        var eu = match.Groups["eu"].Value.Trim();
        var low = match.Groups["low"].Success ? decimal.Parse(match.Groups["low"].ValueSpan, CultureInfo.InvariantCulture) : 100m;
        return new Component(
            new InciName(eu, match.Groups["us"].Success ? match.Groups["us"].Value.Trim() : eu),
            low,
            match.Groups["high"].Success ? decimal.Parse(match.Groups["high"].ValueSpan, CultureInfo.InvariantCulture) : low
        );
    }

    [GeneratedRegex(
        @"^(?<eu>[^|]{1,200})(\|(?<us>[^|]{1,200}))??(\| ?(?<low>[0-9]{1,3}(\.[0-9]{1,6})?)( to (?<high>[0-9]{1,3}(\.[0-9]{1,6})?))?)?$",
        RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture
    )]
    private static partial Regex Pattern();
}
