using System.Collections.Immutable;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Formulas;

/// <summary>Words of a maker's own by which formulas are found: kept beside a formula, no part of it.</summary>
public static class Tags
{
    /// <summary>Longest tag that is kept, letters.</summary>
    public const int Longest = 30;

    /// <summary>Most tags that one formula bears.</summary>
    public const int Most = 12;

    private const char Between = '|';

    /// <summary>A tag as it is kept: in small letters, without blanks around it.</summary>
    /// <param name="typed">The tag as typed.</param>
    /// <exception cref="DocumentException">It is empty, too long, or holds signs that no tag has.</exception>
    public static string One(string? typed)
    {
        var tag = string.Join(' ', (typed ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
            .ToLowerInvariant();
        return tag.Length is > 0 and <= Longest && !tag.Any(letter => letter is Between or ',' || char.IsControl(letter))
            ? tag
            : throw new DocumentException("/tag", $"A tag is a word or two, at most {Longest} letters, no comma.");
    }

    /// <summary>Tags as one text to be kept, each between bars, so that one can be looked for; empty for none.</summary>
    /// <param name="tags">The tags.</param>
    public static string ToText(IEnumerable<string> tags)
    {
        var kept = tags.Distinct(StringComparer.Ordinal).Order(StringComparer.Ordinal).ToList();
        return kept.Count == 0 ? "" : $"{Between}{string.Join(Between, kept)}{Between}";
    }

    /// <summary>What a text of tags holds where it bears one of them.</summary>
    /// <param name="tag">The tag that is looked for.</param>
    public static string Within(string tag) => $"{Between}{tag}{Between}";

    /// <summary>Reads the text that tags are kept as.</summary>
    /// <param name="text">The text.</param>
    public static ImmutableArray<string> Read(string text) => [.. text.Split(Between, StringSplitOptions.RemoveEmptyEntries)];
}
