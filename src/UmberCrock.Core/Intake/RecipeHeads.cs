using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Intake;

/// <summary>Lines of a recipe that head something: groups of ingredients, and the name beside what it makes.</summary>
internal static class RecipeHeads
{
    private static readonly string[] Joining = ["and", "the", "phase", "optional", "your"];

    /// <summary>The stage of a line that is nothing but words of groups: "Oils and butters:", "Scent (optional)"; null of others.</summary>
    public static Stage? GroupOf(string line, IntakeRules rules)
    {
        var words = Words(line.Split('(')[0]).Where(word => !Joining.Contains(word));
        var left = $" {string.Join(' ', words)} ";
        Stage? stage = null;
        foreach (var group in rules.Groups)
        {
            foreach (var word in group.Words.OrderByDescending(word => word.Length))
            {
                if (!left.Contains($" {word} ", StringComparison.Ordinal))
                    continue;
                (left, stage) = (left.Replace($" {word} ", " ", StringComparison.Ordinal), stage ?? group.Stage);
            }
        }

        return left.Trim().Length == 0 ? stage : null;
    }

    /// <summary>"Garden hand balm (makes 12 tins)": the name stands before what it makes; null where nothing there is a name.</summary>
    public static string? NameOf(string line, IntakeRules rules)
    {
        var before = line.Split(' ').TakeWhile(word => !Words(word).Any(rules.Claims.Contains)).ToList();
        var isName = before.Exists(word => Words(word) is [{ Length: > 2 } said, ..] && !rules.NamesNot.Contains(said));
        return isName ? string.Join(' ', before).Trim(' ', '#', '*', '-', '(', ',', ':', ';', '.') : null;
    }

    /// <summary>"A bit of honey" is honey: a name without the words for an amount that nobody weighed.</summary>
    public static string WithoutVague(string name, IntakeRules rules) =>
        string.Join(
            ' ',
            name.Split(' ').Where(word => Words(word) is [var said, ..] && !rules.Vague.Contains(said) && said is not ("a" or "of"))
        );

    private static string[] Words(string line) => IngredientSearch.Fold(line).Split(' ', StringSplitOptions.RemoveEmptyEntries);
}
