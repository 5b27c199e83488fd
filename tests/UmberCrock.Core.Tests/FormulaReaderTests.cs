using UmberCrock.Core.Demo;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Tests;

/// <summary>Documents are read whole or refused with every problem named.</summary>
public class FormulaReaderTests
{
    private const string Head = """
        {"format":"umber-crock/formula","version":1,"name":"X","form":"stick","phases":[{"id":"A","name":"","stage":"melt"}],
        """;

    [Fact]
    public void Reading_what_was_written_gives_the_same_formula()
    {
        foreach (var formula in DemoFormulas.Read())
            FormulaWriter.ToText(FormulaReader.Parse(FormulaWriter.ToText(formula))).ShouldBe(FormulaWriter.ToText(formula));
    }

    [Fact]
    public void What_is_left_out_has_a_fallback()
    {
        var formula = FormulaReader.Parse(Head + "\"lines\":[]}");
        formula.Zone.ShouldBe(Zone.Body);
        formula.Climate.ShouldBe(new Climate(5, 30));
        formula.Exposure.ShouldBe(Exposure.LeaveOn);
    }

    [Theory]
    [InlineData("", "/")]
    [InlineData("{", "/")]
    [InlineData("[]", "/")]
    [InlineData("""{"lines":[{"phase":"A","ingredient":"beeswax","percent":NaN}]}""", "/")]
    [InlineData("""{"name":"a","name":"b"}""", "/")]
    public void What_is_no_formula_at_all_is_refused_at_the_root(string text, string pointer) =>
        Problems(text).ShouldContain(problem => problem.Pointer == pointer);

    [Theory]
    [InlineData("""{"phase":"A","ingredient":"beeswax","percent":101}""", "/lines/0/percent")]
    [InlineData("""{"phase":"A","ingredient":"beeswax","percent":-0.1}""", "/lines/0/percent")]
    [InlineData("""{"phase":"A","ingredient":"beeswax","percent":1e400}""", "/lines/0/percent")]
    [InlineData("""{"phase":"A","ingredient":"beeswax","percent":1e-40}""", "/lines/0/percent")]
    [InlineData("""{"phase":"A","ingredient":"beeswax","percent":1.00001}""", "/lines/0/percent")]
    [InlineData("""{"phase":"A","ingredient":"beeswax","percent":"12"}""", "/lines/0/percent")]
    [InlineData("""{"phase":"A","ingredient":"beeswax"}""", "/lines/0/percent")]
    [InlineData("""{"phase":"A","ingredient":"beeswax","percent":1,"balance":true}""", "/lines/0/balance")]
    [InlineData("""{"phase":"A","ingredient":"beeswax","percent":1,"colour":"red"}""", "/lines/0/colour")]
    [InlineData("""{"phase":"Q","ingredient":"beeswax","percent":1}""", "/lines/0/phase")]
    [InlineData("""{"phase":"A","percent":1}""", "/lines/0/ingredient")]
    [InlineData("""{"phase":"A","ingredient":"a","balance":true},{"phase":"A","ingredient":"b","balance":true}""", "/lines/1/balance")]
    [InlineData("7", "/lines/0")]
    public void A_line_that_is_wrong_is_named(string line, string pointer) =>
        Problems($"{Head}\"lines\":[{line}]}}").ShouldContain(problem => problem.Pointer == pointer);

    [Theory]
    [InlineData("\"version\":1", "\"version\":2", "/version", "newer version")]
    [InlineData("\"version\":1", "\"version\":0", "/version", "reads version 1")]
    [InlineData("\"form\":\"stick\"", "\"form\":\"cake\"", "/form", "one of stick")]
    [InlineData("\"form\":\"stick\"", "\"form\":\"0\"", "/form", "one of stick")]
    [InlineData("\"form\":\"stick\"", "\"form\":\"stick, balm\"", "/form", "one of stick")]
    [InlineData("\"name\":\"X\"", "\"name\":\"  \"", "/name", "empty")]
    [InlineData("\"name\":\"X\"", "\"name\":\"\\ud800\"", "/name", "not valid Unicode")]
    [InlineData("umber-crock/formula", "other", "/format", "umber-crock/formula")]
    [InlineData("\"id\":\"A\"", "\"id\":\"A B\"", "/phases/0/id", "letters or digits")]
    public void A_member_that_is_wrong_is_named_with_the_reason(string from, string to, string pointer, string reason) =>
        Problems((Head + "\"lines\":[]}").Replace(from, to))
            .ShouldContain(problem => problem.Pointer == pointer && problem.Reason.ToString().Contains(reason));

    [Fact]
    public void All_problems_are_reported_at_once() =>
        Problems(Head.Replace("stick", "cake") + """ "zone":"moon","lines":[{"phase":"A","ingredient":"x","percent":200}],"extra":1}""")
            .Select(problem => problem.Pointer)
            .ShouldBe(["/form", "/zone", "/lines/0/percent", "/extra"], ignoreOrder: true);

    [Fact]
    public void Deep_nesting_is_refused() =>
        Problems(Head + "\"lines\":" + new string('[', 5000) + new string(']', 5000) + "}")
            .ShouldContain(problem => problem.Reason.ToString().Contains("nests deeper"));

    private static IReadOnlyList<DocumentProblem> Problems(string text) =>
        Should.Throw<DocumentException>(() => FormulaReader.Parse(text)).Problems;
}
