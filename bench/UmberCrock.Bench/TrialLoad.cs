using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Learning;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Trials;

namespace UmberCrock.Bench;

/// <summary>Taking in, swapping, climbing and rebalancing, of 40 and 30 lines, in this process.</summary>
internal static class TrialLoad
{
    private const int Warm = 20;
    private const int Rounds = 60;
    private const int Evaluations = 1000;

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

    /// <summary>What a bench learns from 2,000 looks at 200 formulas of 30 lines, one in ten a band off.</summary>
    public static void RunLearning()
    {
        var (catalogue, settings, random) = (Catalogue.Shipped, EvaluationSettings.Default, new Random(1));
        var looks = new List<FirmnessLook>();
        for (var of = 0; of < 200; of++)
        {
            var line = random.Next(ThirtyLines.Formula.Lines.Length - 1);
            var formula = ThirtyLines.Formula with
            {
                Lines =
                [
                    .. ThirtyLines.Formula.Lines.Select(
                        (own, at) => at == line && own.Percent is { } percent ? own with { Percent = percent * (0.5m + (of / 400m)) } : own
                    ),
                ],
            };
            var melt = Evaluator.Sweep(formula, catalogue, settings).Melt;
            for (var at = 0; at < 10; at++)
            {
                var celsius = 5 + (3 * at);
                var off = random.Next(10) == 0 ? 1 : 0;
                looks.Add(
                    new FirmnessLook(
                        formula,
                        celsius,
                        (Band)Math.Min((int)catalogue.Rules.Texture.BandOf(melt.Curve[celsius].Firmness) + off, (int)Band.Brittle),
                        24
                    )
                );
            }
        }

        Measure("learning from 2,000 looks", () => BenchFit.Of(looks, [], catalogue, settings), 3);
    }

    /// <summary>An evaluation of 30 lines with its fixes tried, and without them: time and what it allocates, in this process.</summary>
    public static void RunEvaluations()
    {
        var (catalogue, settings, formula) = (Catalogue.Shipped, EvaluationSettings.Default, ThirtyLines.Formula);
        var resolved = ResolvedFormula.Of(formula, catalogue, settings);
        Measure("with fixes tried", () => Evaluator.Evaluate(formula, catalogue, settings), Evaluations);
        Measure("findings without fixes", () => Evaluator.Sweep(formula, catalogue, settings), Evaluations);
        Measure("resolution", () => ResolvedFormula.Of(formula, catalogue, settings), Evaluations);
        Measure("with fixes and method", () => Evaluator.Evaluate(formula, catalogue, settings).Method, Evaluations);
        var method = MethodRequest.Usual(MethodSchools.Default) with { BatchGrams = 480m, StartsAt = DateTimeOffset.UnixEpoch };
        Measure("method with clock", () => MakingMethod.Of(formula, method, catalogue, settings), Evaluations);
        var readings = Enumerable
            .Range(0, 60)
            .Select(minute => new TemperatureReading(minute, 20 + (60 * Math.Exp(-minute / 30.0)), Typed: false));
        var cooling = new CoolingRequest(240, 80, 20, Surroundings.Room, [.. readings], [60, 45, 40, 30], null, null);
        Measure("cooling with 60 readings", () => PotForecast.Of(formula, cooling, catalogue, settings), Evaluations);
        Measure("melt and texture", () => MeltReport.Of(resolved.Parts, resolved.Formula.Climate, catalogue.Rules.Texture), Evaluations);
    }

    private static void Measure(string what, Func<object> act, int rounds = Rounds)
    {
        for (var round = 0; round < Math.Max(Warm, rounds); round++)
            act();
        var times = new List<double>();
        var allocated = GC.GetAllocatedBytesForCurrentThread();
        for (var round = 0; round < rounds; round++)
        {
            var start = System.Diagnostics.Stopwatch.GetTimestamp();
            act();
            times.Add(System.Diagnostics.Stopwatch.GetElapsedTime(start).TotalMilliseconds);
        }

        allocated = (GC.GetAllocatedBytesForCurrentThread() - allocated) / rounds;
        Console.WriteLine($"{what}: {Percentiles.Describe(times)}, {allocated / 1000} kB");
    }
}
