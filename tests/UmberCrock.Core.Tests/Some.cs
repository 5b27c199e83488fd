using UmberCrock.Core.Demo;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Tests;

/// <summary>Formulas and mixes for examples.</summary>
internal static class Some
{
    public static Catalogue Catalogue => Catalogue.Shipped;

    /// <summary>A formula of one melt phase A and one cool phase B; a null percent makes the balance line.</summary>
    public static Formula Formula(ProductForm form, params (string Slug, decimal? Percent)[] lines) =>
        new()
        {
            Name = "Example",
            Form = form,
            Phases = [new("A", "Melt", Stage.Melt), new("B", "Cool", Stage.Cool)],
            Lines = [.. lines.Select(line => new FormulaLine("A", line.Slug, line.Percent))],
        };

    /// <summary>The same from "slug percent"; a line without a percent is the balance.</summary>
    public static Formula Lines(ProductForm form, params string[] lines) =>
        Formula(
            form,
            [
                .. lines
                    .Select(line => line.Split(' '))
                    .Select(words =>
                        (
                            words[0],
                            words.Length > 1 ? decimal.Parse(words[1], System.Globalization.CultureInfo.InvariantCulture) : (decimal?)null
                        )
                    ),
            ]
        );

    public static FormulaTotals Totals(Formula formula) => FormulaTotals.Of(formula, Catalogue.Herbs);

    public static Formula Edited(Formula formula, IEnumerable<FormulaEdit> edits) => FormulaEdit.ApplyAll(formula, edits, Catalogue.Herbs);

    public static Formula Demo(string name) => DemoFormulas.Read().Single(formula => formula.Name == name);

    public static EvaluationResult Evaluate(Formula formula) => Evaluator.Evaluate(formula, Catalogue, EvaluationSettings.Default);

    /// <summary>What is found by the rules and choices of an assessment, without fixes.</summary>
    public static IEnumerable<Finding> Evaluate(Assessment a) =>
        Evaluator.Sweep(a.Resolved.Formula, a.Resolved.Catalogue, a.Resolved.Settings).Findings;

    public static Finding? Found(Formula formula, string code, EvaluationSettings settings) =>
        Evaluator.Evaluate(formula, Catalogue, settings).Findings.FirstOrDefault(finding => finding.Code == code);

    public static Finding? Found(Formula formula, string code) =>
        Evaluate(formula).Findings.FirstOrDefault(finding => finding.Code == code);

    public static MeltModel Mix(params (string Slug, decimal Mass)[] parts) =>
        MeltModel.Of(parts.Select(part => new MeltPart(Catalogue.Find(part.Slug)!, part.Mass)));

    public static FirmnessModel Firmness(params (string Slug, decimal Mass)[] parts) =>
        new([.. parts.Select(part => new MeltPart(Catalogue.Find(part.Slug)!, part.Mass))], Catalogue.Rules.Texture);

    public static double FirmnessAt(double celsius, params (string Slug, decimal Mass)[] parts) =>
        MeltReport
            .Of([.. parts.Select(part => new MeltPart(Catalogue.Find(part.Slug)!, part.Mass))], new Climate(5, 30), Catalogue.Rules.Texture)
            .Curve[(int)celsius]
            .Firmness;
}
