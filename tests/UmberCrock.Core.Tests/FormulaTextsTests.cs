using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Tests;

/// <summary>A formula written as text, as Markdown and as a table says everything, and is taken in again.</summary>
public class FormulaTextsTests
{
    public static TheoryData<string> Names => [.. Demo.DemoFormulas.Read().Select(formula => formula.Name)];

    [Theory]
    [MemberData(nameof(Names))]
    public void A_text_and_a_table_are_taken_in_as_the_same_doses(string name)
    {
        var formula = Demo.DemoFormulas.Read().Single(one => one.Name == name);
        var percents = FormulaTotals.Of(formula, Some.Catalogue.Herbs).Percents;
        var expected = formula.Lines.Select((line, at) => (line.Ingredient, Decimals.Trim(percents[at]))).Order().ToList();
        var texts = Of(formula);
        DosesOf(texts.Plain()).ShouldBe(expected);
        DosesOf(RecipeTable.ToText(RecipeTable.ReadCsv(texts.Csv()), Some.Catalogue)).ShouldBe(expected);
    }

    /// <summary>Markdown has a row a line, a total, and no name that breaks its table.</summary>
    [Fact]
    public void Markdown_keeps_its_table()
    {
        var formula = Demo.DemoFormulas.Read().First(one => one.Name == "Blade-hand stick") with
        {
            Name = "A | B * C",
            Notes = "two\nlines",
        };
        var text = Of(formula).Markdown();
        text.ShouldStartWith("# A \\| B \\* C\n");
        text.Split('\n').Count(line => line.StartsWith("| ", StringComparison.Ordinal)).ShouldBe(formula.Lines.Length + 3);
        text.ShouldContain("|  | **Total** |  | **100.00** | **240.00** |");
        text.ShouldEndWith("two lines\n");
    }

    private static FormulaTexts Of(Formula formula) =>
        FormulaTexts.Of(
            formula,
            Evaluator.Evaluate(formula, Some.Catalogue, EvaluationSettings.Default),
            Region.Eu,
            240m,
            Some.Catalogue.Herbs
        );

    private static List<(string Ingredient, decimal Percent)> DosesOf(string text)
    {
        var read = IntakeReader.Read(text, Some.Catalogue, EvaluationSettings.Default, new IntakeOptions()).Formula!;
        var percents = FormulaTotals.Of(read, Some.Catalogue.Herbs).Percents;
        return [.. read.Lines.Select((line, at) => (line.Ingredient, Decimals.Trim(percents[at]))).Order()];
    }
}
