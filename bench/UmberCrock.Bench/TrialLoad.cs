using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Trials;

namespace UmberCrock.Bench;

/// <summary>Taking in, swapping, climbing and rebalancing, of 40 and 30 lines, in this process.</summary>
internal static class TrialLoad
{
    private const int Warm = 20;
    private const int Rounds = 60;

    public static void Run()
    {
        var (catalogue, settings, formula) = (Catalogue.Shipped, EvaluationSettings.Default, ThirtyLines.Formula);
        var recipe = string.Join(
            '\n',
            Enumerable
                .Range(0, 40)
                .Select(at => $"{1 + (at % 4)} tbsp {catalogue.Ingredients[at * 5 % catalogue.Ingredients.Length].Name}, about")
        );
        Measure("intake of 40 lines", () => IntakeReader.Read(recipe, catalogue, settings, new IntakeOptions()));
        Measure("swap candidates", () => Swap.Candidates(formula, 0, null, [], catalogue.Ingredients, catalogue, settings));
        Measure("ladder of 9 rungs", () => Ladder.Of(formula, 0, 12, 0.25m, 9, catalogue, settings));
        Measure("rebalance to limits and windows", () => Rebalanced(RebalanceTarget.None));
        Measure("rebalance to the climate", () => Rebalanced(new RebalanceTarget(null, null, formula.Climate)));
        Measure("rebalance to a stick at 25 C", () => Rebalanced(new RebalanceTarget(Band.Stick, 25m, null)));
        Measure("rebalance to what cannot be had", () => Rebalanced(new RebalanceTarget(Band.Brittle, 40m, null)));
        Measure("make it vegan", () => Switch.Of(formula, "vegan", catalogue.Ingredients, catalogue, settings));

        object Rebalanced(RebalanceTarget target) => Rebalance.Of(formula, [], target, catalogue, settings);
    }

    private static void Measure(string what, Func<object> act)
    {
        for (var round = 0; round < Warm; round++)
            act();
        var times = new List<double>();
        for (var round = 0; round < Rounds; round++)
        {
            var start = System.Diagnostics.Stopwatch.GetTimestamp();
            act();
            times.Add(System.Diagnostics.Stopwatch.GetElapsedTime(start).TotalMilliseconds);
        }

        Console.WriteLine($"{what}: {Percentiles.Describe(times)}");
    }
}
