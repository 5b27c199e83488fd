using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Bench;

/// <summary>One of two formulas side by side: what it is called, and what the core says of it.</summary>
internal sealed record ComparedSide(string Title, Formula Formula, EvaluationResult Evaluation, FormulaCost Cost);

/// <summary>An ingredient's dose in both, on a scale of <see cref="Width"/> px that all rows share.</summary>
internal sealed record ComparedDose(string Name, Hatch Hatch, DoseChange Change, double? Before, double? After)
{
    /// <summary>Length of the scale, px.</summary>
    public const double Width = 190;

    /// <summary>"+2.00", or nothing where nothing changed.</summary>
    public string By => Change.IsSame ? "" : $"{(Change.By > 0 ? "+" : "")}{Shown.Two(Change.By)}";
}

/// <summary>A finding of either: the worst severity, its title, and where it is found.</summary>
internal sealed record ComparedFinding(string Severity, string Title, bool Before, bool After)
{
    /// <summary>Findings of both; one is the same in both when its code is and it is about one ingredient at least that it was about
    /// before, or about the whole formula. Those of the second come first, as it orders them.</summary>
    public static IReadOnlyList<ComparedFinding> Between(EvaluationResult before, EvaluationResult after)
    {
        bool IsSame(Finding one, Finding other) =>
            one.Code == other.Code
            && (
                one.Lines.IsEmpty
                || other.Lines.IsEmpty
                || one.Lines.Select(line => before.Lines[line].Ingredient)
                    .Intersect(other.Lines.Select(line => after.Lines[line].Ingredient))
                    .Any()
            );
        return
        [
            .. after.Findings.Select(finding => new ComparedFinding(
                Vocabulary.Word(finding.Severity),
                finding.Title.ToString(),
                before.Findings.Any(had => IsSame(had, finding)),
                true
            )),
            .. before
                .Findings.Where(finding => !after.Findings.Any(has => IsSame(finding, has)))
                .Select(finding => new ComparedFinding(Vocabulary.Word(finding.Severity), finding.Title.ToString(), true, false)),
        ];
    }
}

/// <summary>A feel in both.</summary>
internal sealed record ComparedFeel(string Word, double Before, double After);

/// <summary>Two formulas side by side.</summary>
internal sealed record CompareView(
    ComparedSide Before,
    ComparedSide After,
    IReadOnlyList<string> Words,
    IReadOnlyList<ComparedDose> Doses,
    IReadOnlyList<ComparedFinding> Findings,
    MeltDrawing Melt,
    string EarlierCurve,
    IReadOnlyList<ComparedFeel> Feel
)
{
    /// <summary>Lays both out.</summary>
    public static CompareView Of(ComparedSide before, ComparedSide after, Catalogue catalogue)
    {
        var comparison = FormulaComparison.Of(before.Formula, after.Formula, catalogue.Herbs);
        var most = Math.Max(1m, comparison.Doses.Select(dose => Math.Max(dose.Before ?? 0m, dose.After ?? 0m)).DefaultIfEmpty(1m).Max());
        double? X(decimal? percent) => percent is { } dose ? (double)(dose / most) * ComparedDose.Width : null;
        return new CompareView(
            before,
            after,
            [.. comparison.Words(slug => catalogue.Find(slug)?.Name ?? slug).Select(change => change.ToString())],
            [
                .. comparison.Doses.Select(dose => new ComparedDose(
                    catalogue.Find(dose.Ingredient)!.Name,
                    Hatches.Of(catalogue.Find(dose.Ingredient)!),
                    dose,
                    X(dose.Before),
                    X(dose.After)
                )),
            ],
            ComparedFinding.Between(before.Evaluation, after.Evaluation),
            MeltDrawing.Of(after.Evaluation.Melt, after.Formula, catalogue.Rules, MeltScale.Bench),
            MeltScale.Bench.CurveOf(before.Evaluation.Melt),
            [
                new("grease", before.Evaluation.Feel.Greasiness, after.Evaluation.Feel.Greasiness),
                new("drag", before.Evaluation.Feel.Drag, after.Evaluation.Feel.Drag),
                new("tack", before.Evaluation.Feel.Tack, after.Evaluation.Feel.Tack),
                new("powder", before.Evaluation.Feel.Powderiness, after.Evaluation.Feel.Powderiness),
            ]
        );
    }
}
