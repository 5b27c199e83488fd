using System.Globalization;

namespace UmberCrock.Core.Documents;

/// <summary>Text as people see it: without what has no look of its own and could only mislead, such as a NUL or a mark that turns the order
/// of reading.</summary>
public static class PlainText
{
    private const string ZeroWidthJoiners = "\u200C\u200D";

    /// <summary>One line, trimmed: control and format characters are left out, but for the joiners that some scripts are written with; a
    /// tab or a new line is a blank.</summary>
    public static string OneLine(string text) =>
        new string([.. text.Select(letter => letter is '\n' or '\r' or '\t' ? ' ' : letter).Where(IsSeen)]).Trim();

    /// <summary>Several lines: as <see cref="OneLine"/>, with its line breaks and tabs.</summary>
    public static string Lines(string text) => new([.. text.Where(letter => letter is '\n' or '\t' || IsSeen(letter))]);

    private static bool IsSeen(char letter) =>
        ZeroWidthJoiners.Contains(letter)
        || CharUnicodeInfo.GetUnicodeCategory(letter) is not (UnicodeCategory.Control or UnicodeCategory.Format);
}
