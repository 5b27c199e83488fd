using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests.Said;

/// <summary>A finding as it is read: its words, the lines it speaks of, what its fixes do.</summary>
internal static class Saying
{
    /// <summary>What is said under a code; "nothing" when it is not found.</summary>
    public static string Of(Formula formula, string code, EvaluationSettings? settings = null) =>
        Evaluator
            .Evaluate(formula, Some.Catalogue, settings ?? EvaluationSettings.Default)
            .Findings.Where(finding => finding.Code == code)
            .Select(Of)
            .DefaultIfEmpty("nothing")
            .Aggregate((one, other) => $"{one}\n{other}");

    /// <summary>Severity and title; the detail; the lines, when there are any; a fix a line.</summary>
    private static string Of(Finding finding) =>
        string.Join(
            '\n',
            new[]
            {
                $"{Vocabulary.Word(finding.Severity)}: {finding.Title}",
                $"{finding.Detail}",
                finding.Lines.IsEmpty ? "" : $"lines {string.Join(", ", finding.Lines)}",
            }
                .Concat(finding.Fixes.Select(fix => $"- {fix.Title}: {string.Join(", ", fix.Edits.Select(Of))}"))
                .Where(text => text.Length > 0)
        );

    private static string Of(FormulaEdit edit) =>
        edit switch
        {
            SetPercent set => FormattableString.Invariant($"{set.Line} to {set.Percent:0.####}"),
            SetBalance balance => $"{balance.Line} balances",
            RemoveLine remove => $"without {remove.Line}",
            AddLine add => FormattableString.Invariant($"{add.Percent:0.####} {add.Ingredient} in {add.Phase}"),
            ReplaceIngredient replace => $"{replace.Line} is {replace.Ingredient}",
            MoveLine move => $"{move.Line} moves",
            _ => edit.GetType().Name,
        };
}
