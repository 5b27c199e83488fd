using System.Collections.Immutable;
using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text.RegularExpressions;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Intake;

/// <summary>
/// Names that hold what otherwise parts, ends or measures: "polysorbate 80", "phenoxyethanol and ethylhexylglycerin". Where a line has
/// one written out, a word without meaning stands in for it until the line is taken apart.
/// </summary>
internal sealed partial class HiddenNames
{
    private const string Stand = "zqxhidden";
    private static readonly ConditionalWeakTable<Catalogue, HiddenNames> Made = [];
    private readonly ImmutableArray<string> names;

    private HiddenNames(Catalogue catalogue)
    {
        var rules = catalogue.Rules.Intake;
        names =
        [
            .. catalogue
                .Ingredients.SelectMany(ingredient => ingredient.AlsoKnownAs.Prepend(ingredient.Name))
                .Concat(catalogue.Rules.Names.Foreign.SelectMany(row => row.Names))
                .Where(name =>
                    IngredientSearch
                        .Fold(name)
                        .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                        .Any(word => char.IsAsciiDigit(word[0]) || rules.Stops.Contains(word) || rules.Joins.Contains(word))
                )
                .Distinct(StringComparer.OrdinalIgnoreCase)
                .OrderByDescending(name => name.Length)
                .ThenBy(name => name, StringComparer.Ordinal),
        ];
    }

    /// <summary>Those of a catalogue, found once.</summary>
    public static HiddenNames For(Catalogue catalogue) => Made.GetValue(catalogue, made => new HiddenNames(made));

    /// <summary>A line with a word in the place of each such name.</summary>
    public string Hide(string line)
    {
        for (var at = 0; at < names.Length; at++)
        {
            var from = line.IndexOf(names[at], StringComparison.OrdinalIgnoreCase);
            var to = from + names[at].Length;
            if (from >= 0 && (from == 0 || !char.IsLetterOrDigit(line[from - 1])) && (to == line.Length || !char.IsLetterOrDigit(line[to])))
                line = string.Create(CultureInfo.InvariantCulture, $"{line[..from]} {Stand}{at} {line[to..]}");
        }

        return line;
    }

    /// <summary>A text with the names where words stood for them.</summary>
    public string Show(string text) =>
        Stands()
            .Replace(text, match =>
                int.TryParse(match.Groups["at"].Value, NumberStyles.None, CultureInfo.InvariantCulture, out var at) && at < names.Length
                    ? names[at]
                    : match.Value
            );

    [GeneratedRegex(@"\bzqxhidden(?<at>[0-9]{1,4})\b", RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture)]
    private static partial Regex Stands();
}
