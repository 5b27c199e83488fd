using System.Collections.Immutable;

namespace UmberCrock.Core.Diagnosis;

/// <summary>How people say that a thing went wrong.</summary>
/// <param name="Symptom">What it shows.</param>
/// <param name="Words">What stands behind a word such as "went" or "is".</param>
/// <param name="Whole">What says it alone.</param>
internal sealed record SaidRow(Symptom Symptom, ImmutableArray<string> Words, ImmutableArray<string> Whole);

/// <summary>How a recipe says that it went wrong (data/rules/causes.json).</summary>
/// <param name="After">Words that something went wrong follows: went, came out, is.</param>
/// <param name="Between">Words that may stand between: very, a bit.</param>
/// <param name="Unless">Words before it in a sentence that make it a warning, a condition or a denial.</param>
/// <param name="Rows">What is said.</param>
internal sealed record SaidRules(
    ImmutableArray<string> After,
    ImmutableArray<string> Between,
    ImmutableArray<string> Unless,
    ImmutableArray<SaidRow> Rows
);

/// <summary>Finds what a text says went wrong, sentence by sentence: "it went a bit grainy", and not "or it goes grainy".</summary>
internal static class SaidSymptoms
{
    private static readonly char[] Ends = ['.', '!', '?', ';', '\n', '(', ')'];

    /// <summary>The symptoms, in the order of the rules.</summary>
    /// <param name="text">What was written.</param>
    /// <param name="rules">How it is said.</param>
    public static ImmutableArray<Symptom> In(string text, SaidRules rules)
    {
        var sentences = text.Split(Ends, StringSplitOptions.RemoveEmptyEntries).Select(sentence => Plain(sentence, rules)).ToList();
        return [.. rules.Rows.Where(row => sentences.Exists(sentence => Says(sentence, row, rules))).Select(row => row.Symptom)];
    }

    /// <summary>Words alone, a blank between each and around all; those that may stand between are left out.</summary>
    private static string Plain(string sentence, SaidRules rules)
    {
        var letters = sentence.Select(sign =>
            sign is '\'' or '’' ? '\''
            : char.IsLetter(sign) ? char.ToLowerInvariant(sign)
            : ' '
        );
        var plain = $" {string.Join(' ', string.Concat(letters).Split(' ', StringSplitOptions.RemoveEmptyEntries))} ";
        foreach (var between in rules.Between)
            plain = plain.Replace($" {between} ", " ", StringComparison.Ordinal);
        return plain;
    }

    private static bool Says(string sentence, SaidRow row, SaidRules rules) =>
        row.Whole.Any(said => sentence.IndexOf($" {said} ", StringComparison.Ordinal) is >= 0 and var at && IsMeant(sentence, at, rules))
        || row.Words.Any(word =>
            sentence.IndexOf($" {word} ", StringComparison.Ordinal) is >= 0 and var at
            && rules.After.Any(after => sentence.AsSpan(0, at).EndsWith($" {after}", StringComparison.Ordinal))
            && IsMeant(sentence, at, rules)
        );

    private static bool IsMeant(string sentence, int at, SaidRules rules) =>
        !rules.Unless.Any(word => sentence.AsSpan(0, at + 1).Contains($" {word} ", StringComparison.Ordinal));
}
