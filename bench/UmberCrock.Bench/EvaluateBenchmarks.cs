using System.Text;
using System.Text.Json;
using BenchmarkDotNet.Attributes;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Bench;

/// <summary>The whole evaluation of 30 lines and its parts.</summary>
[MemoryDiagnoser]
public class EvaluateBenchmarks
{
    private readonly Catalogue catalogue = Catalogue.Shipped;
    private readonly byte[] document = Encoding.UTF8.GetBytes(FormulaWriter.ToText(ThirtyLines.Formula));
    private readonly ResolvedFormula resolved = ResolvedFormula.Of(ThirtyLines.Formula, Catalogue.Shipped, EvaluationSettings.Default);
    private readonly EvaluationResult evaluation = Evaluator.Evaluate(ThirtyLines.Formula, Catalogue.Shipped, EvaluationSettings.Default);

    [Benchmark(Baseline = true)]
    public EvaluationResult Evaluate() => Evaluator.Evaluate(ThirtyLines.Formula, catalogue, EvaluationSettings.Default);

    [Benchmark]
    public ResolvedFormula ResolveAndSum() => ResolvedFormula.Of(ThirtyLines.Formula, catalogue, EvaluationSettings.Default);

    [Benchmark]
    public MeltReport MeltAndTexture() => MeltReport.Of(resolved.Parts, resolved.Formula.Climate, catalogue.Rules.Texture);

    [Benchmark]
    public int PlaceEveryDose() => resolved.Ingredients.Count(ingredient => DosePlacement.Of(resolved, ingredient).Place == Place.Inside);

    /// <summary>A thousand variants of one formula, a wax in steps against the balance line: what a ladder or a search asks for.</summary>
    [Benchmark]
    public int SweepOfAThousand() =>
        Enumerable
            .Range(0, 1000)
            .Count(step =>
                Evaluator
                    .Sweep(
                        new SetPercent(0, 1m + (step / 100m)).Apply(ThirtyLines.Formula, catalogue.Herbs),
                        catalogue,
                        EvaluationSettings.Default
                    )
                    .Verdict == Verdict.Clear
            );

    [Benchmark]
    public double OneTemperature() => MeltModel.Of(resolved.Parts).SolidPercent(20);

    [Benchmark]
    public IngredientList IngredientListEu() => IngredientList.Eu(resolved);

    [Benchmark]
    public Formula ReadDocument() => FormulaReader.Parse(document);

    [Benchmark]
    public byte[] WriteAnswer() => JsonSerializer.SerializeToUtf8Bytes(evaluation, ContractJson.Options);
}
