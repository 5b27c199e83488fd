using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Tests;

/// <summary>Rows of small trials.</summary>
public class LadderTests
{
    private static readonly Formula Whip = Some.Lines(
        ProductForm.WhippedButter,
        "shea-butter-refined 60",
        "coconut-oil 10",
        "arrowroot-starch 8",
        "sweet-almond-oil"
    );

    [Theory]
    [InlineData(0, 3)] // the balance line gives
    [InlineData(3, 0)] // the balance line takes
    [InlineData(0, 1)] // it stays out of it
    public void Two_lines_move_by_the_step_and_all_else_stays(int raise, int lower)
    {
        var rungs = Ladder.Of(Whip, raise, lower, 2m, 5, Some.Catalogue, EvaluationSettings.Default);
        rungs.Length.ShouldBe(5);
        var middle = Some.Totals(Whip).Percents;
        for (var at = 0; at < 5; at++)
        {
            var percents = Some.Totals(rungs[at].Formula).Percents;
            percents[raise].ShouldBe(middle[raise] + (2m * (at - 2)));
            percents[lower].ShouldBe(middle[lower] - (2m * (at - 2)));
            (rungs[at].PercentRaised, rungs[at].PercentLowered).ShouldBe((percents[raise], percents[lower]));
            Enumerable.Range(0, 4).Where(line => line != raise && line != lower).ShouldAllBe(line => percents[line] == middle[line]);
            percents.Sum().ShouldBe(100m);
            rungs[at].Evaluation.Melt.ClearPointCelsius.ShouldBe(Some.Evaluate(rungs[at].Formula).Melt.ClearPointCelsius);
        }

        rungs[2]
            .Formula.ShouldBe(
                Whip with
                {
                    Phases = rungs[2].Formula.Phases,
                    Lines = rungs[2].Formula.Lines,
                    Label = rungs[2].Formula.Label,
                }
            );
    }

    /// <summary>Common practice: more shea in the place of oil is firmer, rung by rung.</summary>
    [Fact]
    public void More_butter_is_firmer_rung_by_rung() =>
        Ladder
            .Of(Whip, 0, 3, 3m, 7, Some.Catalogue, EvaluationSettings.Default)
            .Select(rung => rung.Evaluation.Melt.At(20m).Firmness)
            .ShouldBeInOrder();

    [Theory]
    [InlineData(0, 0, 2, 5, "/lower")]
    [InlineData(9, 0, 2, 5, "/raise")]
    [InlineData(0, 9, 2, 5, "/lower")]
    [InlineData(0, 3, 2, 4, "/rungs")]
    [InlineData(0, 3, 0, 5, "/step")]
    [InlineData(0, 1, 8, 5, "/step")]
    public void What_cannot_be_climbed_is_refused(int raise, int lower, int step, int rungs, string pointer) =>
        Should
            .Throw<DocumentException>(() => Ladder.Of(Whip, raise, lower, step, rungs, Some.Catalogue, EvaluationSettings.Default))
            .Problems[0]
            .Pointer.ShouldBe(pointer);
}
