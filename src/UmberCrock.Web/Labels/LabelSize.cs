using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using UmberCrock.Core.Json;

namespace UmberCrock.Web.Labels;

/// <summary>A kind of label: its size in mm, and whether it is round.</summary>
internal sealed partial record LabelSize(string Key, string Name, double Width, double Height, bool Round)
{
    private const double Smallest = 15, Largest = 190;

    /// <summary>The kinds there are; others are written "60x40".</summary>
    public static ImmutableArray<LabelSize> All { get; } =
    [
        new("tube-wrap", "tube wrap 90 × 50", 90, 50, false), new("jar-side", "jar side 120 × 30", 120, 30, false), new("round-38", "round 38", 38, 38, true), new("round-50", "round 50", 50, 50, true), new("tin-60", "tin 60", 60, 60, true),
    ];

    /// <summary>The kind a word means.</summary>
    /// <exception cref="DocumentException">It is none, or no size that can be printed.</exception>
    public static LabelSize Parse(string word)
    {
        if (All.FirstOrDefault(size => size.Key == word) is { } known)
            return known;
        if (OwnSize().Match(word) is not { Success: true } own)
            throw new DocumentException("/layout", $"is one of {string.Join(", ", All.Select(size => size.Key))}, or an own size in mm, such as \"60x40\".");
        var (width, height) = (double.Parse(own.Groups["width"].Value, CultureInfo.InvariantCulture), double.Parse(own.Groups["height"].Value, CultureInfo.InvariantCulture));
        return width is >= Smallest and <= Largest && height is >= Smallest and <= Largest
            ? new LabelSize(word, $"{width:0.#} × {height:0.#}", width, height, false)
            : throw new DocumentException("/layout", $"is from {Smallest} to {Largest} mm on each side.");
    }

    [GeneratedRegex(@"^(?<width>[0-9]{1,4}(\.[0-9])?)x(?<height>[0-9]{1,4}(\.[0-9])?)$", RegexOptions.ExplicitCapture | RegexOptions.NonBacktracking)]
    private static partial Regex OwnSize();
}
