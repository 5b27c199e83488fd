using System.Runtime.CompilerServices;

namespace UmberCrock.Core.Materials;

/// <summary>An ingredient that a written name may mean, and how well it fits, 0 to 1.</summary>
internal sealed record IngredientMatch(Ingredient Ingredient, double Score);

/// <summary>
/// Finds what a written name means. The score is the weight of the words that a name and one of an ingredient's names share, twice, over
/// the weight of
/// both (Dice 1945); general words (oil, butter, wax) weigh half; a word with a slip of the pen counts less.
/// </summary>
internal sealed class IngredientMatcher
{
    private const double GeneralWeight = 0.4;
    private const double SlipShare = 0.8;
    private const int LettersForASlip = 5;
    private static readonly string[] NoPlural = ["ss", "us", "is"];
    private static readonly string[] General = ["oil", "butter", "wax", "powder", "extract"];
    private static readonly ConditionalWeakTable<Catalogue, IngredientMatcher> Made = [];

    private readonly List<(Ingredient Ingredient, string[] Words, double Weight)> names = [];
    private readonly Dictionary<string, List<int>> byWord = new(StringComparer.Ordinal);
    private readonly Dictionary<string, string> preferred;
    private readonly Dictionary<string, string> whole;
    private readonly NameRules rules;

    private IngredientMatcher(Catalogue catalogue)
    {
        rules = catalogue.Rules.Names;
        preferred = rules.Preferred.ToDictionary(name => Key(WordsOf(name.Key)), name => name.Value, StringComparer.Ordinal);
        var written = new List<(string Name, string Slug)>();
        var foreign = rules.Foreign.ToLookup(row => row.Ingredient, StringComparer.Ordinal);
        foreach (var ingredient in catalogue.Ingredients)
        {
            string[] all =
            [
                ingredient.Name,
                ingredient.Name.Split('(')[0],
                ingredient.Slug,
                ingredient.Inci.Eu,
                ingredient.Inci.Us,
                .. ingredient.AlsoKnownAs,
                .. foreign[ingredient.Slug].SelectMany(row => row.Names),
            ];
            written.AddRange(all.Select(name => (Whole(name), ingredient.Slug)));
            foreach (var words in all.Select(WordsOf).Where(words => words.Length > 0).DistinctBy(words => string.Join(' ', words)))
            {
                foreach (var word in words.Distinct(StringComparer.Ordinal))
                    (byWord.TryGetValue(word, out var at) ? at : byWord[word] = []).Add(names.Count);
                names.Add((ingredient, words, words.Sum(WeightOf)));
            }
        }

        whole = written
            .Distinct()
            .GroupBy(name => name.Name, StringComparer.Ordinal)
            .Where(group => group.Count() == 1)
            .ToDictionary(group => group.Key, group => group.Single().Slug, StringComparer.Ordinal);
    }

    /// <summary>The matcher of a catalogue, made once.</summary>
    public static IngredientMatcher For(Catalogue catalogue) => Made.GetValue(catalogue, made => new IngredientMatcher(made));

    /// <summary>What a name may mean, best first; of those that fit equally well, the plainest name first.</summary>
    public IReadOnlyList<IngredientMatch> Find(string name)
    {
        var words = WordsOf(name).Select(Corrected).ToArray();
        if (words.Length == 0)
            return [];
        var weight = words.Sum(word => WeightOf(word.Word));
        var shares = new Dictionary<string, double>(StringComparer.Ordinal);
        foreach (var (word, share) in words)
            shares[word] = Math.Max(share, shares.GetValueOrDefault(word));
        // A name that is written out as one ingredient's is that one, whatever its words are worth: "vitamin e pure".
        var mostly = whole.GetValueOrDefault(Told(name)) ?? preferred.GetValueOrDefault(Key(words.Select(word => word.Word)));
        return
        [
            .. shares
                .Keys.SelectMany(word => byWord.GetValueOrDefault(word) ?? [])
                .Distinct()
                .Select(at => names[at])
                .Select(candidate =>
                    (
                        candidate.Ingredient,
                        Score: 2
                            * candidate.Words.Sum(word => shares.GetValueOrDefault(word) * WeightOf(word))
                            / (candidate.Weight + weight)
                    )
                )
                .Where(match => match.Score >= rules.LikelyScore)
                .GroupBy(match => match.Ingredient.Slug, StringComparer.Ordinal)
                .Select(group => new IngredientMatch(group.First().Ingredient, group.Key == mostly ? 1 : group.Max(match => match.Score)))
                .OrderByDescending(match => match.Score)
                .ThenByDescending(match => match.Ingredient.Slug == mostly)
                .ThenBy(match => match.Ingredient.Slug.Length)
                .ThenBy(match => match.Ingredient.Slug, StringComparer.Ordinal),
        ];
    }

    /// <summary>True of words that may tell which of several ingredients is meant: "distilled", not "melted".</summary>
    public bool Tells(string words) =>
        IngredientSearch.Fold(words).Split(' ', StringSplitOptions.RemoveEmptyEntries).Any(word => !rules.Fillers.Contains(word));

    /// <summary>A name without what leads up to it: "about", "of".</summary>
    private string Told(string name) => string.Join(' ', Whole(name).Split(' ').SkipWhile(rules.Fillers.Contains));

    private static string Whole(string name) =>
        string.Join(' ', IngredientSearch.Fold(name).Split(' ', StringSplitOptions.RemoveEmptyEntries));

    /// <summary>"Oil of lemon" is "lemon oil".</summary>
    private static string Key(IEnumerable<string> words) => string.Join(' ', words.Order(StringComparer.Ordinal));

    private string[] WordsOf(string name)
    {
        var words = IngredientSearch.Fold(name).Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var telling = words.Where(word => !rules.Fillers.Contains(word)).Select(Singular).ToArray();
        return telling.Length > 0 ? telling : words;
    }

    private static string Singular(string word) =>
        word.Length > 4 && word.EndsWith("xes", StringComparison.Ordinal) ? word[..^2]
        : word.Length > 3 && word.EndsWith('s') && !NoPlural.Any(end => word.EndsWith(end, StringComparison.Ordinal)) ? word[..^1]
        : word;

    /// <summary>A single letter ("e wax", "vitamin e") tells as little as a general word.</summary>
    private static double WeightOf(string word) => word.Length == 1 || General.Contains(word) ? GeneralWeight : 1;

    /// <summary>A word that no ingredient has is taken for the nearest one that is a letter away.</summary>
    private (string Word, double Share) Corrected(string word) =>
        byWord.ContainsKey(word) || word.Length < LettersForASlip ? (word, 1)
        : byWord
            .Keys.Where(other => Math.Abs(other.Length - word.Length) <= 1 && other.Length >= LettersForASlip && IsOneSlipAway(word, other))
            .Order(StringComparer.Ordinal)
            .FirstOrDefault()
            is { } near
            ? (near, SlipShare)
        : (word, 1);

    /// <summary>True when one letter added, dropped, changed, or two neighbours swapped, makes one word the other.</summary>
    private static bool IsOneSlipAway(string one, string other)
    {
        var start = 0;
        while (start < one.Length && start < other.Length && one[start] == other[start])
            start++;
        var end = 0;
        while (end < one.Length - start && end < other.Length - start && one[^(end + 1)] == other[^(end + 1)])
            end++;
        var (left, right) = (one.Length - start - end, other.Length - start - end);
        return (left <= 1 && right <= 1) || (left == 2 && right == 2 && one[start] == other[start + 1] && one[start + 1] == other[start]);
    }
}
