using System.Globalization;
using System.Text.RegularExpressions;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Settings;

/// <summary>Codes of batches by the maker's pattern: what stands in braces is the day or the running number, the rest stands as it
/// is.</summary>
public static partial class BatchCode
{
    /// <summary>Day and running number: 261127-1.</summary>
    public const string Usual = "{yy}{MM}{dd}-{n}";

    private const int MostDigits = 4;

    [GeneratedRegex(@"\{(?<what>[A-Za-z]*)\}", RegexOptions.CultureInvariant, matchTimeoutMilliseconds: 1000)]
    private static partial Regex Braced();

    /// <summary>The code of a batch by a pattern, its day and its number.</summary>
    /// <param name="pattern">The pattern; one that holds together.</param>
    /// <param name="day">The day on which the batch begins.</param>
    /// <param name="number">The running number, from 1.</param>
    public static string Of(string pattern, DateOnly day, int number) =>
        Braced()
            .Replace(pattern, braced => braced.Groups["what"].Value switch
                {
                    "yyyy" => day.ToString("yyyy", CultureInfo.InvariantCulture),
                    "yy" => day.ToString("yy", CultureInfo.InvariantCulture),
                    "MM" => day.ToString("MM", CultureInfo.InvariantCulture),
                    "dd" => day.ToString("dd", CultureInfo.InvariantCulture),
                    var digits => number.ToString($"D{digits.Length}", CultureInfo.InvariantCulture),
                });

    /// <summary>What is wrong with a pattern; null when it holds together.</summary>
    /// <param name="pattern">The pattern as typed.</param>
    public static Message? Problem(string? pattern)
    {
        if (
            string.IsNullOrWhiteSpace(pattern)
            || pattern.Length > Workshop.LongestPattern
            || pattern.Any(letter => letter is < ' ' or > '~')
        )
            return $"A pattern of batch codes has 1 to {Workshop.LongestPattern} plain letters.";
        var words = Braced().Matches(pattern).Select(braced => braced.Groups["what"].Value).ToList();
        if (Braced().Replace(pattern, "").AsSpan().ContainsAny('{', '}') || words.Exists(word => !IsKnown(word)))
            return "In braces stand yyyy, yy, MM, dd or n, nn, nnn: {yy}{MM}{dd}-{n}.";
        return words.Exists(IsNumber) ? (Message?)null : "Without a running number {n} two batches would have one code.";
    }

    private static bool IsNumber(string word) => word.Length is > 0 and <= MostDigits && word.All(letter => letter == 'n');

    private static bool IsKnown(string word) => word is "yyyy" or "yy" or "MM" or "dd" || IsNumber(word);
}
