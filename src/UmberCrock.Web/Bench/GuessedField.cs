using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Web.Pages;

namespace UmberCrock.Web.Bench;

/// <summary>Something a recipe's name may tell, with what else it could be.</summary>
/// <param name="Name">The name of its field.</param>
/// <param name="Label">What it is, in a word or two.</param>
/// <param name="Value">The word it was chosen to be; empty where it goes by the recipe's words.</param>
/// <param name="Because">What told the guess; null where nothing was guessed.</param>
/// <param name="Choices">All it could be, by word; the first goes by the recipe's words and names what that comes to.</param>
internal sealed record GuessedField(
    string Name,
    string Label,
    string Value,
    string? Because,
    IReadOnlyList<(string Word, string Text)> Choices
)
{
    /// <summary>Form, wearer, zone and sun of a recipe that was read.</summary>
    public static IEnumerable<GuessedField> Of(IntakeReport report, Chosen chosen)
    {
        var formula = report.Formula;
        yield return Make(report, "form", "Form", chosen.Form, Words.Of(formula.Form), AllOf<ProductForm>(Words.Of));
        yield return Make(report, "audience", "Worn by", chosen.Audience, Words.Of(formula.Audience), AllOf<Audience>(Words.Of));
        yield return Make(report, "zone", "Where", chosen.Zone, Words.Of(formula.Zone), AllOf<Zone>(Words.Of));
        yield return Make(report, "sunUse", "In the sun", chosen.SunUse, formula.SunUse ? "yes" : "no", [("true", "yes"), ("false", "no")]);
    }

    private static GuessedField Make(
        IntakeReport report,
        string name,
        string label,
        string? chosen,
        string now,
        IEnumerable<(string Word, string Text)> all
    )
    {
        var choices = all.ToList();
        var value = choices.Exists(choice => choice.Word == chosen) ? chosen! : "";
        return new GuessedField(
            name,
            label,
            value,
            report.Guesses.FirstOrDefault(guess => guess.Field == name)?.Because,
            [("", value.Length == 0 ? now : "by its name"), .. choices]
        );
    }

    private static IEnumerable<(string Word, string Text)> AllOf<T>(Func<T, string> words)
        where T : struct, Enum => Enum.GetValues<T>().Select(value => (Vocabulary.Word(value), words(value)));
}
