using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Tests;

/// <summary>Findings settled together; what a practitioner would take first was written down before it was run.</summary>
public class SettlementTests
{
    private static Settlement Settled(Formula formula) => Settlement.Of(formula, Some.Catalogue, EvaluationSettings.Default);

    private static EvaluationResult Judged(Formula formula) => Evaluator.Sweep(formula, Some.Catalogue, EvaluationSettings.Default);

    /// <summary>Honey in a balm is water without a keeper: it is left out (common practice); then nothing has to be preserved.</summary>
    [Fact]
    public void The_cause_is_taken_out_and_what_followed_from_it_is_not_cured()
    {
        var honeyed = Some.Formula(
            ProductForm.Balm,
            ("beeswax", 12m),
            ("sweet-almond-oil", null),
            ("shea-butter-refined", 15m),
            ("tocopherol-mixed", 0.5m),
            ("honey", 5m)
        );
        Judged(honeyed).Findings.ShouldContain(finding => finding.Severity != Severity.Note && finding.Lines.Contains(4));
        var settled = Settled(honeyed);
        settled
            .Formula.Lines.Select(line => line.Ingredient)
            .ShouldBe(["beeswax", "sweet-almond-oil", "shea-butter-refined", "tocopherol-mixed"]);
        Judged(settled.Formula).Verdict.ShouldBe(Verdict.Clear);
    }

    /// <summary>25 % zinc oxide is the most allowed; the fix is to the limit, and nothing else is touched.</summary>
    [Theory]
    [InlineData(24.99, 0)]
    [InlineData(25, 0)]
    [InlineData(25.01, 1)]
    public void A_dose_over_its_limit_is_set_to_it_and_one_at_it_is_left(double percent, int steps)
    {
        var settled = Settled(Zinc((decimal)percent));
        settled.Steps.Count(step => step.Finding.Code == FindingCodes.OverLimit).ShouldBe(steps);
        settled.Formula.Lines[2].Percent.ShouldBe(Math.Min(25m, (decimal)percent));
    }

    [Fact]
    public void Nothing_is_moved_in_a_formula_that_has_nothing_to_settle()
    {
        var good = Some.Formula(
            ProductForm.Balm,
            ("beeswax", 12m),
            ("sweet-almond-oil", null),
            ("shea-butter-refined", 15m),
            ("tocopherol-mixed", 0.5m)
        );
        Judged(good).Verdict.ShouldBe(Verdict.Clear);
        var settled = Settled(good);
        settled.Steps.ShouldBeEmpty();
        settled.Formula.ShouldBeSameAs(good);
    }

    /// <summary>Each step leaves less to say, its edits lead from the one formula to the other, and none is the maker’s choice.</summary>
    [Fact]
    public void Every_demo_formula_is_settled_by_steps_that_each_leave_less()
    {
        foreach (var formula in UmberCrock.Core.Demo.DemoFormulas.Read())
        {
            var settled = Settled(formula);
            FormulaEdit.ApplyAll(formula, settled.Edits, Some.Catalogue.Herbs).ShouldBeEquivalentTo(settled.Formula);
            settled.Edits.ShouldNotContain(edit => edit is SetField);
            var (before, after) = (Judged(formula), Judged(settled.Formula));
            Troubles(after).ShouldBeLessThanOrEqualTo(Troubles(before) - settled.Steps.Length, formula.Name);
        }

        static int Troubles(EvaluationResult result) => result.Findings.Count(finding => finding.Severity != Severity.Note);
    }

    private static Formula Zinc(decimal percent) =>
        Some.Formula(
            ProductForm.Stick,
            ("beeswax", 22m),
            ("sunflower-oil-high-oleic", null),
            ("zinc-oxide", percent),
            ("polyhydroxystearic-acid", 2m)
        );
}
