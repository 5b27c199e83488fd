using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.FreeFrom;

namespace UmberCrock.Core.Topics.Labels;

/// <summary>What is wrong with a text that is to stand on the label.</summary>
/// <param name="Code">The code of the finding that the text leads to.</param>
/// <param name="Severity">How much the wording matters: stop, caution or note.</param>
/// <param name="Words">The words it is about, folded.</param>
/// <param name="Why">Why the wording must not stand, in words that teach.</param>
/// <param name="Better">A wording that stands; null where there is none.</param>
/// <param name="Source">The document that the rule on wording comes from.</param>
public sealed record ClaimProblem(string Code, Severity Severity, string Words, string Why, string? Better, string Source);

/// <summary>
/// Judges the words of a label: cosmetic against medicine, sun, untrue of this formula, vague. Forgiving of case, accents, plural, hyphens,
/// spaced letters and
/// numbers in words; it reads words and knows no meaning, so that what it passes is not thereby lawful.
/// </summary>
internal static class ClaimCheck
{
    /// <summary>Three words name an ingredient at most.</summary>
    private const int LongestName = 3;

    /// <summary>A name after "with" is an ingredient's when it fits this well.</summary>
    private const double SureName = 0.97;

    /// <summary>The problems of a text, worst first; empty when it stands.</summary>
    public static ImmutableArray<ClaimProblem> Of(string text, ResolvedFormula resolved)
    {
        var words = WordsOf(text);
        if (words.Length == 0)
            return [];
        var rules = resolved.Rules.Claims;
        ClaimWord[] read = [.. words.Select(ClaimWord.Of)];
        var (untrue, judged) = Properties(words, read, resolved, rules);
        return
        [
            .. ClaimPhrases
                .Of(resolved.Rules)
                .Rules.Where(entry => entry.Rule.Region is null || entry.Rule.Region == resolved.Settings.Region)
                .Select(entry => Problem(words, read, entry, rules, judged))
                .OfType<ClaimProblem>()
                .Concat(untrue)
                .Concat(Absent(words, resolved, rules))
                .DistinctBy(problem => (problem.Code, problem.Words))
                .OrderBy(problem => problem.Severity),
        ];
    }

    /// <summary>Words of a text: small letters without accents, hyphens parted, letters that stand alone joined ("S.P.F." is
    /// "spf").</summary>
    internal static string[] WordsOf(string text)
    {
        var words = new List<string>();
        var wasLetter = false;
        foreach (var word in IngredientSearch.Fold(text).Split(' ', StringSplitOptions.RemoveEmptyEntries).SelectMany(Parted))
        {
            var isLetter = word.Length == 1 && char.IsLetter(word[0]);
            if (isLetter && wasLetter)
                words[^1] += word;
            else
                words.Add(word);
            wasLetter = isLetter;
        }

        return [.. words];
    }

    /// <summary>"spf30" is two words.</summary>
    private static IEnumerable<string> Parted(string word)
    {
        var digits = word.AsSpan().IndexOfAnyInRange('0', '9');
        return digits > 0 ? [word[..digits], word[digits..]] : [word];
    }

    private static ClaimProblem? Problem(
        string[] words,
        ClaimWord[] text,
        (ClaimRule Rule, ImmutableArray<ClaimPhrase> Words, ImmutableArray<ClaimPhrase> Unless) entry,
        ClaimRules rules,
        HashSet<int> judged
    )
    {
        var rule = entry.Rule;
        foreach (var phrase in entry.Words)
        {
            foreach (var at in phrase.In(text))
            {
                bool Touches(int start, int length) => start < at + phrase.Length && at < start + length;
                if (
                    Enumerable.Range(at, phrase.Length).Any(judged.Contains)
                    || entry.Unless.Any(innocent => innocent.In(text).Any(start => Touches(start, innocent.Length)))
                    || (rule.Negatable && IsDenied(words, at, rules))
                )
                    continue;
                return new ClaimProblem(
                    rule.Code,
                    rule.Severity,
                    string.Join(' ', words[at..(at + phrase.Length)]),
                    rule.Why,
                    rule.Better,
                    rule.Source
                );
            }
        }

        return null;
    }

    /// <summary>What is said of a computed property: untrue where it is not so; the words of one that is so are not judged again.</summary>
    private static (List<ClaimProblem> Untrue, HashSet<int> Judged) Properties(
        string[] words,
        ClaimWord[] text,
        ResolvedFormula resolved,
        ClaimRules rules
    )
    {
        var declares = Declares.Of(resolved);
        var (untrue, judged) = (new List<ClaimProblem>(), new HashSet<int>());
        foreach (var (property, phrases) in ClaimPhrases.Of(resolved.Rules).Properties)
        {
            foreach (var (at, length) in phrases.SelectMany(phrase => phrase.In(text).Select(at => (at, phrase.Length))))
            {
                if (IsDenied(words, at, rules))
                    continue;
                if (!declares.Holds(property.Property))
                    untrue.Add(
                        new ClaimProblem(
                            FindingCodes.ClaimUntrue,
                            Severity.Stop,
                            string.Join(' ', words[at..(at + length)]),
                            $"It is not so: {string.Join(", ", Declares.Breakers(resolved, property)
                                .Select(ingredient => $"{ingredient.Name.ToLowerInvariant()} is in it"))}.",
                            null,
                            rules.Source
                        )
                    );
                else if (!property.RunsDown)
                    judged.UnionWith(Enumerable.Range(at, length));
            }
        }

        return (untrue, judged);
    }

    /// <summary>Ingredients said to be in it that are not.</summary>
    private static IEnumerable<ClaimProblem> Absent(string[] words, ResolvedFormula resolved, ClaimRules rules)
    {
        var matcher = IngredientMatcher.For(resolved.Catalogue);
        for (var at = 0; at < words.Length - 1; at++)
        {
            if (!rules.ContainsWords.Contains(words[at]) || IsDenied(words, at, rules))
                continue;
            for (var length = Math.Min(LongestName, words.Length - at - 1); length > 0; length--)
            {
                var name = string.Join(' ', words[(at + 1)..(at + 1 + length)]);
                var meant = matcher.Find(name).Where(match => match.Score >= SureName).Select(match => match.Ingredient).ToList();
                if (meant.Count == 0)
                    continue;
                if (
                    !meant.Exists(ingredient =>
                        resolved
                            .Ingredients.Where((_, line) => resolved.Holds(line))
                            .Any(own => own.Slug == ingredient.Slug || own.Inci.Eu == ingredient.Inci.Eu)
                    )
                )
                    yield return new ClaimProblem(
                        FindingCodes.ClaimUntrue,
                        Severity.Stop,
                        name,
                        $"There is no {name} in it.",
                        null,
                        rules.Source
                    );
                break;
            }
        }
    }

    private static bool IsDenied(string[] words, int at, ClaimRules rules)
    {
        for (var before = at - 1; before >= Math.Max(0, at - rules.NegationWithin); before--)
        {
            if (rules.Negations.Contains(words[before]))
                return before + 1 >= words.Length || !rules.UnlessNegatedBy.Contains(words[before + 1]);
        }

        return false;
    }
}

/// <summary>Texts of a label judged against one formula, each once.</summary>
internal sealed class JudgedTexts(ResolvedFormula resolved)
{
    private readonly Dictionary<string, ImmutableArray<ClaimProblem>> judged = new(StringComparer.Ordinal);

    /// <summary>The problems of a text, worst first; empty when it stands.</summary>
    public ImmutableArray<ClaimProblem> Of(string text)
    {
        if (!judged.TryGetValue(text, out var problems))
            judged[text] = problems = ClaimCheck.Of(text, resolved);
        return problems;
    }
}
