using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Printing;

/// <summary>Which part of a container a label is for.</summary>
public enum LabelFace
{
    /// <summary>Goes around the container: everything, in columns.</summary>
    Wrap,

    /// <summary>The front of a round box; what is asked for stands on its base or on a leaflet.</summary>
    Lid,

    /// <summary>All but the front, in a round.</summary>
    Base,
}

/// <summary>A kind of label: the word for it, its name, its size in mm, and what it is for. Lids and bases are round.</summary>
public sealed partial record LabelSize(string Key, string Name, double Width, double Height, LabelFace Face)
{
    private const double Smallest = 15,
        Largest = 190;

    /// <summary>The kinds there are; others are written "60x40", "round-45" or "base-45".</summary>
    public static ImmutableArray<LabelSize> All { get; } =
    [
        new("tube-wrap", "tube wrap 90 × 50", 90, 50, LabelFace.Wrap),
        new("jar-side", "jar side 120 × 30", 120, 30, LabelFace.Wrap),
        new("round-38", "round 38", 38, 38, LabelFace.Lid),
        new("round-50", "round 50", 50, 50, LabelFace.Lid),
        new("tin-60", "tin lid 60", 60, 60, LabelFace.Lid),
        new("base-38", "round base 38, with the list", 38, 38, LabelFace.Base),
        new("base-50", "round base 50, with the list", 50, 50, LabelFace.Base),
        new("base-60", "tin base 60, with the list", 60, 60, LabelFace.Base),
    ];

    /// <summary>True for lids and bases, which are round.</summary>
    public bool Round => Face != LabelFace.Wrap;

    /// <summary>The kind of label that a word means.</summary>
    /// <exception cref="DocumentException">It is none, or no size that can be printed.</exception>
    public static LabelSize Parse(string word) =>
        Read(word) is ({ } size, _) ? size : throw new DocumentException("/layout", Read(word).Refusal!);

    /// <summary>The kind a word means, or why it means none.</summary>
    public static (LabelSize? Size, string? Refusal) Read(string word)
    {
        if (All.FirstOrDefault(size => size.Key == word) is { } known)
            return (known, null);
        var own = OwnSize().Match(word);
        if (!own.Success)
            return (
                null,
                $"is one of {string.Join(", ", All.Select(size => size.Key))}, or an own size in mm, such as \"60x40\", "
                    + $"\"round-45\" or \"base-45\"."
            );
        double Side(string group) => double.Parse(own.Groups[group].Value, CultureInfo.InvariantCulture);
        var (width, height) = own.Groups["across"].Success ? (Side("across"), Side("across")) : (Side("width"), Side("height"));
        if (width is < Smallest or > Largest || height is < Smallest or > Largest)
            return (null, $"is from {Smallest} to {Largest} mm on each side.");
        return own.Groups["face"].Value switch
        {
            "round" => (new LabelSize(word, $"round {width:0.#}", width, width, LabelFace.Lid), null),
            "base" => (new LabelSize(word, $"round base {width:0.#}", width, width, LabelFace.Base), null),
            _ => (new LabelSize(word, $"{width:0.#} × {height:0.#}", width, height, LabelFace.Wrap), null),
        };
    }

    [GeneratedRegex(
        @"^((?<face>round|base)-(?<across>[0-9]{1,4}(\.[0-9])?)|(?<width>[0-9]{1,4}(\.[0-9])?)x(?<height>[0-9]{1,4}(\.[0-9])?))$",
        RegexOptions.ExplicitCapture | RegexOptions.NonBacktracking
    )]
    private static partial Regex OwnSize();
}
