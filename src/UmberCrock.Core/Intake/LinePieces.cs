using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Intake;

/// <summary>
/// One line of a recipe that names several ingredients, cut into lines of one each: "30 g beeswax, 70 g olive oil", "melt A with B, then
/// add C", "equal parts of A, B and C", "1:4 A : B". What lies between two amounts and behind the first separator is no name.
/// </summary>
internal static partial class LinePieces
{
    private static readonly string[] Marks = [",", ";", "+", "&", "."];

    /// <summary>The line itself where it names one ingredient or none.</summary>
    /// <param name="line">The line.</param>
    /// <param name="rules">Words that part two ingredients.</param>
    /// <param name="grammar">What an amount looks like.</param>
    /// <param name="isName">True of words that surely name an ingredient.</param>
    public static ImmutableArray<string> Of(string line, IntakeRules rules, AmountGrammar grammar, Func<string, bool> isName)
    {
        if (Shares(line, rules, isName) is { IsEmpty: false } shares)
            return shares;
        var (amounts, separators) = Marked(line, rules, grammar);
        if (amounts.Count < 2)
            return [line];
        var named = isName(line[..amounts[0].From]) && !isName(line[amounts[^1].To..]);
        var pieces = new List<string>();
        var from = named ? 0 : amounts[0].From;
        for (var at = 1; at < amounts.Count; at++)
        {
            // Two amounts with nothing between that parts them are one, said twice: "20 g / 0.7 oz".
            var parted = separators.FindIndex(mark => mark.From >= amounts[at - 1].To && mark.To <= amounts[at].From);
            if (parted < 0)
                continue;
            pieces.Add(line[from..separators[parted].From]);
            from = named ? separators[parted].To : amounts[at].From;
        }

        pieces.Add(line[from..]);
        // Each piece must name something: "melt at 70 g per minute, 20 minutes" is no list.
        return pieces.Count > 1 && pieces.TrueForAll(piece => isName(piece)) ? [.. pieces] : [line];
    }

    private static (List<(int From, int To)> Amounts, List<(int From, int To)> Separators) Marked(
        string line,
        IntakeRules rules,
        AmountGrammar grammar
    )
    {
        var (amounts, separators) = (new List<(int From, int To)>(), new List<(int From, int To)>());
        var bracketed = new List<(int From, int To)>();
        var open = 0;
        for (var tokens = IntakeTokens.Of(line); !tokens.IsAtEnd; )
        {
            var found = grammar.Amount(tokens);
            var from = tokens.Position < 0 ? 0 : tokens.First().Position.Absolute;
            if (found.HasValue)
            {
                if (found.Value.Unit is not null)
                    (open == 0 ? amounts : bracketed).Add(
                        (from, found.Remainder.IsAtEnd ? line.Length : found.Remainder.First().Position.Absolute)
                    );
                tokens = found.Remainder;
                continue;
            }

            var token = tokens.ConsumeToken();
            var text = token.Value.ToStringValue();
            open = Math.Max(
                0,
                open
                    + (
                        text is "(" or "[" ? 1
                        : text is ")" or "]" ? -1
                        : 0
                    )
            );
            if (open == 0 && (Marks.Contains(text) || rules.Joins.Contains(IngredientSearch.Fold(text).Trim())))
                separators.Add((from, from + text.Length));
            tokens = token.Remainder;
        }

        // "Beeswax (20 g), olive oil (80 g)": brackets count where nothing stands outside them.
        return (amounts.Count > 0 ? amounts : bracketed, separators);
    }

    /// <summary>"Equal parts of" and "1:2:1": so many parts of each.</summary>
    private static ImmutableArray<string> Shares(string line, IntakeRules rules, Func<string, bool> isName)
    {
        var ratio = Ratio().Match(line);
        var equal = rules.EqualParts.FirstOrDefault(words => line.Contains(words, StringComparison.OrdinalIgnoreCase));
        if (!ratio.Success && equal is null)
            return [];
        var rest = ratio.Success
            ? line[(ratio.Index + ratio.Length)..]
            : line[(line.IndexOf(equal!, StringComparison.OrdinalIgnoreCase) + equal!.Length)..];
        string[] names = [.. Between().Split(rest).Select(name => name.Trim(' ', '.', '(', ')')).Where(name => name.Length > 0)];
        if (names.Length < 2 || !names.All(isName))
            return [];
        var parts = ratio.Success ? ratio.Value.Split(':', StringSplitOptions.TrimEntries) : [.. names.Select(_ => "1")];
        return parts.Length == names.Length
            ? [.. names.Select((name, at) => string.Create(CultureInfo.InvariantCulture, $"{parts[at]} parts {name}"))]
            : [];
    }

    [GeneratedRegex(@"[0-9]+([.,][0-9]+)?(\s*:\s*[0-9]+([.,][0-9]+)?)+", RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture)]
    private static partial Regex Ratio();

    [GeneratedRegex(
        @"\s*(,|;|:|\+|&|\band\b|\bto\b)\s*",
        RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture | RegexOptions.IgnoreCase
    )]
    private static partial Regex Between();
}
