using System.Globalization;
using System.Text.RegularExpressions;

namespace UmberCrock.Web.Devices;

/// <summary>What a device says in one line of docs/formats/devices.md.</summary>
internal abstract partial record DeviceLine
{
    /// <summary>Reads a line without its end.</summary>
    /// <returns>Null where it is none of the protocol.</returns>
    public static DeviceLine? Parse(string line)
    {
        if (WeightWords().Match(line) is { Success: true } weight)
            return weight.Groups["over"].Success
                ? new WeightLine(null, false)
                : new WeightLine(Number(weight.Groups["grams"].Value), weight.Groups["state"].Value == "steady");
        if (TemperatureWords().Match(line) is { Success: true } temperature)
            return new TemperatureLine(temperature.Groups["none"].Success ? null : Number(temperature.Groups["celsius"].Value));
        return null;
    }

    private static decimal Number(string text) => decimal.Parse(text, NumberStyles.Float, CultureInfo.InvariantCulture);

    [GeneratedRegex(
        @"^weight ((?<over>over)|(?<grams>[+-][0-9]{1,6}(\.[0-9]{1,4})?) g (?<state>moving|steady))$",
        RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture
    )]
    private static partial Regex WeightWords();

    [GeneratedRegex(
        @"^temperature ((?<none>none)|(?<celsius>[+-]?[0-9]{1,4}(\.[0-9]{1,3})?) C)$",
        RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture
    )]
    private static partial Regex TemperatureWords();
}

/// <summary>A weight.</summary>
/// <param name="Grams">What lies on the scale, g; null where it is more than the scale bears.</param>
/// <param name="Steady">True once it stands still.</param>
internal sealed record WeightLine(decimal? Grams, bool Steady) : DeviceLine;

/// <summary>A temperature.</summary>
/// <param name="Celsius">What the probe feels, C; null where there is no sensor.</param>
internal sealed record TemperatureLine(decimal? Celsius) : DeviceLine;
