using System.Globalization;
using System.Text.Json;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Trials;
using UmberCrock.Core.Units;
using UmberCrock.Tests;

namespace UmberCrock.Core.Tests;

/// <summary>The core knows no culture: whoever asks, on whatever thread, in whatever order, the answer is the same; its figures are written
/// where they are read.</summary>
public class CultureTests
{
    private static readonly CultureInfo Comma = new("") { NumberFormat = { NumberDecimalSeparator = ",", NegativeSign = "~" } };

    public static TheoryData<string> Codes => [.. FindingExamples.ByCode.Keys];

    public static TheoryData<string> Demos => [.. DemoFormulas.Read().Select(formula => formula.Name)];

    [Theory]
    [MemberData(nameof(Codes))]
    public void Every_finding_says_the_same_whoever_asks(string code) => Same(() => Some.Evaluate(FindingExamples.ByCode[code]));

    [Theory]
    [MemberData(nameof(Demos))]
    public void Everything_said_of_a_formula_is_the_same_whoever_asks(string name)
    {
        var formula = Some.Demo(name);
        Same(() => Some.Evaluate(formula));
        Same(() =>
            FormulaComparison
                .Of(
                    formula,
                    Some.Edited(formula, [new SetPercent(0, 3.25m)]) with
                    {
                        Climate = new Climate(2.5m, 31.5m),
                    },
                    Some.Catalogue.Herbs
                )
                .Words(slug => slug)
        );
        Same(() => Evaluator.Explain(formula, Some.Catalogue, EvaluationSettings.Default));
        Same(() => WeighSheet.Of(formula, Some.Catalogue, EvaluationSettings.Default, new WeighRequest(12.5m, [], 2.5m, 0.1m, 0m)));
        Same(() => Ladder.Of(formula, 0, formula.Lines.Length - 1, 0.25m, 3, Some.Catalogue, EvaluationSettings.Default));
        Same(() => Swap.Candidates(formula, 0, null, [], Some.Catalogue.Ingredients, Some.Catalogue, EvaluationSettings.Default));
        Same(() =>
            LabelContent.Of(
                formula,
                new LabelDetails(12.5m, "B1", new DateOnly(2026, 11, 27), "", []),
                Some.Catalogue,
                EvaluationSettings.Default with
                {
                    Region = Region.Us,
                }
            )
        );
        Same(() => Rebalance.Of(formula, [0], new RebalanceTarget(Band.HardBar, 38.5m, null), Some.Catalogue, EvaluationSettings.Default));
    }

    [Fact]
    public void Recipes_and_refusals_are_read_the_same_whoever_asks()
    {
        Same(() =>
            IntakeReader.Read(
                "beeswax 12.5 g\nolive oil 1.5 tbsp\nshea 2 oz\nlavender 2000 drops\nmystery 3.5 g\nmakes 101.5 g",
                Some.Catalogue,
                EvaluationSettings.Default,
                new IntakeOptions()
            )
        );
        Same(() => (EvaluationSettings.Default with { DropsPerMillilitre = 0.5m, TraceBelowPercent = 0.25m }).Problems().ToList());
        Same(() => OwnIngredients.ToText([.. Some.Catalogue.Ingredients.Take(5)]));
    }

    [Fact]
    public void A_message_keeps_its_figures_and_is_written_for_its_reader()
    {
        Message message = $"Set to {Decimals.Two(12.5m).Percent} at {Decimals.Celsius(-3.25, "0.0")}, {1.5:0.00} of {7}";
        message.Plain.ShouldBe("Set to 12.50 % at −3.3 °C, 1.50 of 7");
        message.ToString(null, Comma).ShouldBe("Set to 12,50 % at ~3,3 °C, 1,50 of 7");
        message
            .Figures.Select(figure => (figure.Value, figure.Measure))
            .ShouldBe([(12.5m, Measure.Percent), (-3.25m, Measure.Celsius), (1.5m, Measure.Number), (7m, Measure.Number)]);
        JsonSerializer.Serialize(message, ContractJson.Options).ShouldBe("\"Set to 12.50 % at −3.3 °C, 1.50 of 7\"");
    }

    /// <summary>Computes once as it is and once on a thread that writes decimals with a comma, and compares what the two say.</summary>
    private static void Same(Func<object> compute)
    {
        var here = JsonSerializer.Serialize(compute(), ContractJson.Options);
        object? there = null;
        Exception? failed = null;
        var thread = new Thread(() =>
        {
            CultureInfo.CurrentCulture = Comma;
            try
            {
                there = compute();
            }
            catch (InvalidOperationException problem)
            {
                failed = problem;
            }
        });
        thread.Start();
        thread.Join();
        failed.ShouldBeNull();
        var other = JsonSerializer.Serialize(there, ContractJson.Options);
        var differs = here.Zip(other).TakeWhile(pair => pair.First == pair.Second).Count();
        Around(other, differs).ShouldBe(Around(here, differs));
    }

    /// <summary>The text about a place: an answer is too long to be shown whole.</summary>
    private static string Around(string text, int at) => text[Math.Clamp(at - 100, 0, text.Length)..Math.Min(text.Length, at + 40)];

    private static object Refused(Func<object> compute)
    {
        try
        {
            return compute();
        }
        catch (DocumentException refused)
        {
            return refused.Problems;
        }
    }
}
