using System.Globalization;
using System.Text.RegularExpressions;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Intake;

/// <summary>
/// When each line goes in, as the words of the method tell it: "Melt A with B. Off the heat stir in C. When below 40 °C add the essential
/// oils." A cue holds for what its sentence names and for what follows, until the next.
/// </summary>
internal static partial class ToldStages
{
    private const double FahrenheitZero = 32;
    private const double FahrenheitPerCelsius = 1.8;

    /// <summary>Below this a number is no temperature of a pot, C.</summary>
    private const double ColdestCelsius = 20;

    /// <summary>Above this a number is no temperature of a pot, C.</summary>
    private const double HottestCelsius = 120;

    /// <summary>The stage of each line that a method names, by the line's index; the first sentence that names it counts.</summary>
    public static Dictionary<int, Stage> Of(LineReading reading, MethodWords words)
    {
        var told = new Dictionary<int, Stage>();
        var named = Enumerable.Range(0, reading.Lines.Count).Select(line => WordsOf(reading.Lines[line], words)).ToList();
        Stage? before = null;
        foreach (var sentence in reading.Told.SelectMany(text => Ends().Split(text)))
        {
            var folded = Folded(sentence);
            var cues = Cues(folded, words);
            if (words.Acts.Any(act => folded.Contains($" {act} ", StringComparison.Ordinal)))
            {
                var kept = Kept(folded, words);
                for (var line = 0; line < named.Count; line++)
                {
                    if (
                        !told.ContainsKey(line)
                        && PlaceOf(kept, named[line]) is { } at
                        && (cues.FindLast(cue => cue.At <= at)?.Stage ?? before ?? cues.FirstOrDefault()?.Stage) is { } stage
                    )
                        told.Add(line, stage);
                }
            }

            before = cues.LastOrDefault()?.Stage ?? before;
        }

        return told;
    }

    /// <summary>Powders and water have a phase of their own, whatever the pot's heat.</summary>
    private static bool IsOfItsOwn(Ingredient ingredient) =>
        ingredient.Solubility == Solubility.InsolublePowder || ingredient.Class == IngredientClass.Water;

    /// <summary>"Melt all but the scent": what is left out is not named.</summary>
    private static string Kept(string folded, MethodWords words) =>
        words
            .Without.Select(word => folded.IndexOf($" {word} ", StringComparison.Ordinal))
            .Where(at => at >= 0)
            .Select(at => folded[..(at + 1)])
            .Append(folded)
            .MinBy(kept => kept.Length)!;

    /// <summary>Everything of a sentence that tells a stage, in its order.</summary>
    private static List<Cue> Cues(string folded, MethodWords words)
    {
        var cues = words
            .Cues.SelectMany(cue =>
                cue.Words.Select(word => new Cue(folded.IndexOf($" {word} ", StringComparison.Ordinal), word.Length, cue.Stage))
            )
            .Where(cue => cue.At >= 0)
            .ToList();
        // "Off the heat" holds "heat".
        cues =
        [
            .. cues.Where(cue =>
                !cues.Exists(other => other.Length > cue.Length && other.At <= cue.At && cue.At < other.At + other.Length)
            ),
        ];
        cues.Sort((one, other) => one.At.CompareTo(other.At));
        // "Melt the wax at 65 °C" is a melt, however low.
        if (
            CelsiusIn(folded, words) is var (at, celsius)
            && (cues is not [{ Stage: Stage.Melt, At: 0 }, ..] || celsius <= words.CoolToCelsius)
        )
            cues.Add(
                new Cue(
                    at,
                    0,
                    celsius <= words.CoolToCelsius ? Stage.Cool
                        : celsius <= words.WarmToCelsius ? Stage.Warm
                        : Stage.Melt
                )
            );
        return [.. cues.OrderBy(cue => cue.At)];
    }

    private static (int At, double Celsius)? CelsiusIn(string folded, MethodWords words)
    {
        var degrees = Degrees().Match(folded);
        if (degrees.Success)
        {
            var read = double.Parse(degrees.Groups["number"].Value, CultureInfo.InvariantCulture);
            return (degrees.Index, degrees.Groups["unit"].Value.StartsWith('f') ? (read - FahrenheitZero) / FahrenheitPerCelsius : read);
        }

        foreach (var before in words.Before)
        {
            var at = folded.IndexOf($" {before} ", StringComparison.Ordinal);
            if (
                at >= 0
                && double.TryParse(
                    folded[(at + before.Length + 2)..].Split(' ')[0],
                    NumberStyles.None,
                    CultureInfo.InvariantCulture,
                    out var number
                )
                && number is >= ColdestCelsius and <= HottestCelsius
            )
                return (at, number);
        }

        return null;
    }

    /// <summary>Words, each between spaces, by which a method may name a line; none for what has a phase of its own.</summary>
    private static string[] WordsOf(ReadLine line, MethodWords words) =>
        line.Ingredient is not { } ingredient || IsOfItsOwn(ingredient)
            ? []
            :
            [
                .. IngredientSearch
                    .Fold(line.Name)
                    .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                    .Where(word => word.Length > 2 && !words.Common.Contains(word))
                    .Concat(words.Every.Where(every => every.Classes.Contains(ingredient.Class)).SelectMany(every => every.Words))
                    .Select(word => $" {word} "),
            ];

    /// <summary>Where a sentence names one of some words first; null where it does not.</summary>
    private static int? PlaceOf(string folded, string[] words)
    {
        int? first = null;
        foreach (var word in words)
        {
            if (folded.IndexOf(word, StringComparison.Ordinal) is >= 0 and var at && !(at >= first))
                first = at;
        }

        return first;
    }

    private static string Folded(string text) =>
        $" {string.Join(' ', IngredientSearch.Fold(text).Split(' ', StringSplitOptions.RemoveEmptyEntries))} ";

    private sealed record Cue(int At, int Length, Stage Stage);

    [GeneratedRegex(
        " (?<number>[0-9]{2,3}) (deg|degrees?) ?(?<unit>c|f|celsius|fahrenheit)? | (?<number>[0-9]{2,3}) ?(?<unit>c|f|celsius|fahrenheit) ",
        RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture
    )]
    private static partial Regex Degrees();

    [GeneratedRegex(@"[.;!](\s|$)|\bthen\b", RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture | RegexOptions.IgnoreCase)]
    private static partial Regex Ends();
}
