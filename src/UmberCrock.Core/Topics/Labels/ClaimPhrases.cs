using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Topics.FreeFrom;

namespace UmberCrock.Core.Topics.Labels;

/// <summary>A word of a text and its singular.</summary>
internal readonly record struct ClaimWord(string Text, string Singular)
{
    /// <summary>A word, folded.</summary>
    public static ClaimWord Of(string word) => new(word, SingularOf(word));

    private static string SingularOf(string word) =>
        word switch
        {
            [.., 's' or 'c', 'h', 'e', 's'] or [.., 'x', 'e', 's'] or [.., 's', 's', 'e', 's'] => word[..^2],
            { Length: > 3 } when word[^1] == 's' && word[^2] != 's' => word[..^1],
            _ => word,
        };
}

/// <summary>A phrase that is looked for: a pattern for each of its words.</summary>
internal sealed class ClaimPhrase(string phrase, IReadOnlyCollection<string> numbers)
{
    private readonly (ClaimWord Word, char Kind)[] patterns =
    [
        .. phrase
            .Split(' ')
            .Select(word =>
                word switch
                {
                    "#" => (default(ClaimWord), '#'),
                    ['=', .. var exact] => (ClaimWord.Of(exact), '='),
                    [.. var start, '~'] => (ClaimWord.Of(start), '~'),
                    _ => (ClaimWord.Of(word), ' '),
                }
            ),
    ];

    /// <summary>How many words it has.</summary>
    public int Length => patterns.Length;

    /// <summary>Where it stands in a text. Most phrases stand nowhere, and their first word tells.</summary>
    public IEnumerable<int> In(ClaimWord[] words)
    {
        foreach (var word in words)
        {
            if (Fits(word, patterns[0]))
                return Places(words);
        }

        return [];
    }

    private IEnumerable<int> Places(ClaimWord[] words)
    {
        for (var at = 0; at + patterns.Length <= words.Length; at++)
        {
            var offset = 0;
            while (offset < patterns.Length && Fits(words[at + offset], patterns[offset]))
                offset++;
            if (offset == patterns.Length)
                yield return at;
        }
    }

    private bool Fits(ClaimWord word, (ClaimWord Word, char Kind) pattern) =>
        pattern.Kind switch
        {
            '#' => char.IsAsciiDigit(word.Text[0]) || numbers.Contains(word.Text),
            '=' => word.Text == pattern.Word.Text,
            '~' => word.Text.StartsWith(pattern.Word.Text, StringComparison.Ordinal),
            _ => word.Singular == pattern.Word.Singular,
        };
}

/// <summary>The phrases of the rules, parted once: parting them anew for every text takes longer than the rest of an evaluation.</summary>
internal sealed class ClaimPhrases
{
    private static readonly ConditionalWeakTable<RuleBook, ClaimPhrases> Made = [];

    private ClaimPhrases(ClaimRules rules, FreeFromRules freeFrom)
    {
        ImmutableArray<ClaimPhrase> Parted(IEnumerable<string>? phrases) =>
            [.. (phrases ?? []).Select(phrase => new ClaimPhrase(phrase, rules.Numbers))];
        Rules = [.. rules.Rules.Select(rule => (rule, Parted(rule.Words), Parted(rule.Unless?.Where(phrase => phrase.Length > 0))))];
        Properties = [.. freeFrom.Rows.Select(row => (row, Parted(row.Phrases)))];
    }

    /// <summary>Every rule with its phrases, and the innocent ones.</summary>
    public ImmutableArray<(ClaimRule Rule, ImmutableArray<ClaimPhrase> Words, ImmutableArray<ClaimPhrase> Unless)> Rules { get; }

    /// <summary>Every property with its phrases.</summary>
    public ImmutableArray<(FreeFromRow Property, ImmutableArray<ClaimPhrase> Words)> Properties { get; }

    /// <summary>The phrases of a rule book.</summary>
    public static ClaimPhrases Of(RuleBook rules) => Made.GetValue(rules, made => new ClaimPhrases(made.Claims, made.FreeFrom));
}
