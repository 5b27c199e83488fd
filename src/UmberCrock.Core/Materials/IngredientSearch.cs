using System.Collections.Frozen;
using System.Globalization;
using System.Text;

namespace UmberCrock.Core.Materials;

/// <summary>Finds ingredients by any name they go by, forgiving of accents, case and a slip of the pen.</summary>
public static class IngredientSearch
{
    /// <summary>Words of at least this many letters may hold one slip, of twice as many two.</summary>
    private const int LettersPerSlip = 4;

    private static readonly FrozenDictionary<char, string> Accents = new[]
    {
        ("a", "\u00e0\u00e1\u00e2\u00e3\u00e4\u00e5\u0101\u0103\u0105"),
        ("ae", "\u00e6"),
        ("c", "\u00e7\u0107\u0109\u010b\u010d"),
        ("d", "\u010f\u0111\u00f0"),
        ("e", "\u00e8\u00e9\u00ea\u00eb\u0113\u0115\u0117\u0119\u011b"),
        ("g", "\u011d\u011f\u0121\u0123"),
        ("h", "\u0125\u0127"),
        ("i", "\u00ec\u00ed\u00ee\u00ef\u0129\u012b\u012d\u012f\u0131"),
        ("l", "\u013a\u013c\u013e\u0142"),
        ("n", "\u00f1\u0144\u0146\u0148"),
        ("o", "\u00f2\u00f3\u00f4\u00f5\u00f6\u00f8\u014d\u014f\u0151"),
        ("oe", "\u0153"),
        ("r", "\u0155\u0157\u0159"),
        ("s", "\u015b\u015d\u015f\u0161"),
        ("ss", "\u00df"),
        ("t", "\u0163\u0165\u0167"),
        ("u", "\u00f9\u00fa\u00fb\u00fc\u0169\u016b\u016d\u016f\u0171\u0173"),
        ("w", "\u0175"),
        ("y", "\u00fd\u00ff\u0177"),
        ("z", "\u017a\u017c\u017e"),
    }
        .SelectMany(group => group.Item2.Select(letter => KeyValuePair.Create(letter, group.Item1)))
        .ToFrozenDictionary();

    /// <summary>
    /// Lower case without accents; what is no letter or digit becomes a space. Accents are taken off by a table of our own: the
    /// framework's normalization does nothing where the machine has no ICU.
    /// </summary>
    public static string Fold(string text)
    {
        var folded = new StringBuilder(text.Length);
        foreach (var letter in text)
        {
            var lower = char.ToLowerInvariant(letter);
            if (Accents.TryGetValue(lower, out var plain))
                folded.Append(plain);
            else if (CharUnicodeInfo.GetUnicodeCategory(lower) != UnicodeCategory.NonSpacingMark && lower is not ('\'' or '\u2019'))
                folded.Append(char.IsLetterOrDigit(lower) ? lower : ' ');
        }

        return folded.ToString();
    }

    /// <summary>Text folded to its words alone, one blank between each: letters, digits and blanks.</summary>
    /// <param name="text">The text as it was typed.</param>
    public static string FoldedWords(string text) => string.Join(' ', Fold(text).Split(' ', StringSplitOptions.RemoveEmptyEntries));

    /// <summary>Everything an ingredient can be found by, folded: its name first.</summary>
    public static string TextOf(Ingredient ingredient) =>
        string.Join(
            '\n',
            new[] { ingredient.Name, ingredient.Slug, ingredient.Inci.Eu, ingredient.Inci.Us }.Concat(ingredient.AlsoKnownAs).Select(Fold)
        );

    /// <summary>
    /// Those of the candidates that the query means, best first: names that start with it, names that hold its words, other names that do,
    /// then what differs by a letter or two. All of them in their order for an empty query.
    /// </summary>
    /// <param name="candidates">The ingredients that are searched.</param>
    /// <param name="query">What was typed.</param>
    public static IReadOnlyList<Ingredient> Rank(IEnumerable<Ingredient> candidates, string? query)
    {
        var words = Fold(query ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return
        [
            .. candidates
                .Select(ingredient => (ingredient, rank: words.Length == 0 ? 0 : RankOf(ingredient, words)))
                .Where(found => found.rank >= 0)
                .OrderBy(found => found.rank)
                .Select(found => found.ingredient),
        ];
    }

    private static int RankOf(Ingredient ingredient, string[] words)
    {
        var name = Fold(ingredient.Name);
        if (Array.TrueForAll(words, word => name.Contains(word, StringComparison.Ordinal)))
            return name.StartsWith(words[0], StringComparison.Ordinal) ? 0 : 1;
        var text = TextOf(ingredient);
        if (Array.TrueForAll(words, word => text.Contains(word, StringComparison.Ordinal)))
            return 2;
        var known = text.Split([' ', '\n'], StringSplitOptions.RemoveEmptyEntries);
        var slips = 0;
        foreach (var word in words)
        {
            var least = known.Min(candidate => Slips(word, candidate));
            if (least > word.Length / LettersPerSlip)
                return -1;
            slips += least;
        }

        return 2 + slips;
    }

    /// <summary>Letters to add, drop, change or swap with a neighbour to make one word the start of the other (optimal string
    /// alignment).</summary>
    private static int Slips(string word, string candidate)
    {
        if (candidate.Contains(word, StringComparison.Ordinal))
            return 0;
        var width = Math.Min(candidate.Length, word.Length + 1);
        var rows = new int[word.Length + 1, width + 1];
        for (var i = 0; i <= word.Length; i++)
            rows[i, 0] = i;
        for (var j = 0; j <= width; j++)
            rows[0, j] = j;
        for (var i = 1; i <= word.Length; i++)
        {
            for (var j = 1; j <= width; j++)
            {
                var same = word[i - 1] == candidate[j - 1] ? 0 : 1;
                rows[i, j] = Math.Min(Math.Min(rows[i - 1, j] + 1, rows[i, j - 1] + 1), rows[i - 1, j - 1] + same);
                if (i > 1 && j > 1 && word[i - 1] == candidate[j - 2] && word[i - 2] == candidate[j - 1])
                    rows[i, j] = Math.Min(rows[i, j], rows[i - 2, j - 2] + 1);
            }
        }

        // The rest of a longer word is what has not been typed yet.
        var best = rows[word.Length, width];
        for (var j = Math.Max(0, word.Length - 1); j < width; j++)
            best = Math.Min(best, rows[word.Length, j]);
        return best;
    }
}
