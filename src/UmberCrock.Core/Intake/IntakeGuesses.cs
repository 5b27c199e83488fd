using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Intake;

/// <summary>What the words of a recipe's name tell of what it is and who wears it, each with the word that tells it.</summary>
internal static class IntakeGuesses
{
    /// <summary>A formula without lines that has its name, form, wearer and zone, and what of these was guessed.</summary>
    public static (Formula Worn, ImmutableArray<IntakeGuess> Guesses) Of(
        string? name,
        IntakeOptions options,
        FormRules forms,
        IntakeRules rules
    )
    {
        var words = IngredientSearch.Fold(name ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var sentence = $" {string.Join(' ', words)} ";
        var told = forms
            .Forms.SelectMany(form => form.Names.Select(word => (Form: form, Word: word)))
            .FirstOrDefault(one => sentence.Contains($" {one.Word} ", StringComparison.Ordinal));
        // A balm where no word tells: the one that can be anything soft.
        var start = forms
            .Of(options.Form ?? told.Form?.Form ?? ProductForm.Balm)
            .Start(name is { Length: > 0 } ? name[..Math.Min(name.Length, FormulaReader.LongestName)] : "Recipe taken in");
        var guesses = ImmutableArray.CreateBuilder<IntakeGuess>();
        if (options.Form is null && told.Form is not null)
            guesses.Add(new IntakeGuess("form", Vocabulary.Word(start.Form), Said(told.Word)));

        T? Guess<T>(string field, T? chosen, Func<WearerWords, T?> of, Func<T, string> word)
            where T : struct
        {
            if (chosen is not null)
                return chosen;
            var found = rules
                .Wearers.Where(row => of(row) is not null && (row.Unless is null || !words.Contains(row.Unless)))
                .Select(row => (Row: row, Word: row.Words.FirstOrDefault(words.Contains)))
                .FirstOrDefault(one => one.Word is not null);
            if (found.Row is null)
                return null;
            var value = of(found.Row)!.Value;
            guesses.Add(new IntakeGuess(field, word(value), Said(found.Word!)));
            return value;
        }

        var audience = Guess("audience", options.Audience, row => row.Audience, Vocabulary.Word);
        var zone = Guess("zone", options.Zone, row => row.Zone, Vocabulary.Word);
        var sun = Guess("sunUse", options.SunUse, row => row.SunUse ? true : null, value => value ? "true" : "false");
        return (
            start with
            {
                Audience = audience ?? start.Audience,
                Zone = zone ?? start.Zone,
                SunUse = sun ?? start.SunUse,
            },
            guesses.ToImmutable()
        );
    }

    private static string Said(string word) => $"the name says \"{word}\"";
}
