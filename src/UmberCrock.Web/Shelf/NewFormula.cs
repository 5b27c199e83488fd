using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Shelf;

/// <summary>A formula to start from.</summary>
internal static class NewFormula
{
    /// <summary>A formula with phases ready and one carrier oil that takes what is left to 100.</summary>
    /// <exception cref="DocumentException">The name is empty or too long, or a choice is not one of those offered.</exception>
    public static Formula Of(string? name, string? form, string? audience, Climate climate, FormRules forms)
    {
        var problems = new List<DocumentProblem>();
        if (string.IsNullOrWhiteSpace(name) || name.Trim().Length > 200)
            problems.Add(new DocumentProblem("/name", "A formula needs a name of at most 200 letters."));
        if (!Vocabulary.TryParse<ProductForm>(form, out var product))
            problems.Add(new DocumentProblem("/form", "Choose what it will be."));
        if (!Vocabulary.TryParse<Audience>(audience, out var wearer))
            problems.Add(new DocumentProblem("/audience", "Choose who will wear it."));
        if (problems.Count > 0)
            throw new DocumentException(problems);

        return forms.Of(product).Start(name!.Trim()) with
        {
            Audience = wearer,
            Climate = climate,
            Phases = [new("A", "Waxes, butters and oils", Stage.Melt), new("B", "Cool additions", Stage.Cool)],
            Lines = [new("A", "sunflower-oil-high-oleic", null)],
        };
    }
}
