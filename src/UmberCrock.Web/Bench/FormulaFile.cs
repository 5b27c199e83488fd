using UmberCrock.Core.Formulas;
using UmberCrock.Core.Printing;
using UmberCrock.Storage;

namespace UmberCrock.Web.Bench;

/// <summary>A formula as a file.</summary>
/// <param name="Text">What is in it.</param>
/// <param name="Type">Its media type.</param>
/// <param name="Name">What it is called.</param>
internal sealed record FormulaFile(string Text, string Type, string Name)
{
    /// <summary>As plain text, Markdown or a table; as this application keeps it for every other word.</summary>
    public static FormulaFile Of(KeptFormula kept, string? kind, Knowledge knowledge)
    {
        var name = string.Concat(
                kept.Formula.Name.Select(letter => char.IsAsciiLetterOrDigit(letter) ? char.ToLowerInvariant(letter) : '-')
            )
            .Trim('-');
        var stem = name.Length == 0 ? "formula" : name;
        return kind switch
        {
            "text" => new(Texts(kept, knowledge).Plain(), "text/plain", $"{stem}.txt"),
            "markdown" => new(Texts(kept, knowledge).Markdown(), "text/markdown", $"{stem}.md"),
            "table" => new(Texts(kept, knowledge).Csv(), "text/csv", $"{stem}.csv"),
            _ => new(FormulaWriter.ToText(kept.Formula, indented: true), "application/json", $"{stem}.formula.json"),
        };
    }

    private static FormulaTexts Texts(KeptFormula kept, Knowledge knowledge) =>
        FormulaTexts.Of(
            kept.Formula,
            knowledge.Evaluate(kept.Formula, kept.Document),
            knowledge.Settings.Region,
            kept.BatchGrams,
            knowledge.Catalogue.Herbs
        );
}
