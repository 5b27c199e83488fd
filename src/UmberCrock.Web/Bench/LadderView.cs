using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Trials;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Bench;

/// <summary>A rung as the page shows it.</summary>
/// <param name="Index">Its place, from 0.</param>
/// <param name="Rung">Its doses, formula and results.</param>
/// <param name="IsMiddle">True for the formula the ladder is made of.</param>
/// <param name="Strip">Its texture from 0 to 40 C.</param>
/// <param name="Predicted">Its band in the room.</param>
/// <param name="Own">What is found of it and not of every rung, worst first.</param>
/// <param name="Observed">What was found of it; null when nothing is kept.</param>
internal sealed record RungView(
    int Index,
    Rung Rung,
    bool IsMiddle,
    TextureStrip Strip,
    Band Predicted,
    IReadOnlyList<Finding> Own,
    RungObservation? Observed
)
{
    /// <summary>How the prediction fared: its shape and its words; null where nobody looked.</summary>
    public (string Severity, string Words)? Fared =>
        Observed?.Band is not { } seen
            ? null
            : ((int)seen - (int)Predicted) switch
            {
                0 => ("good", "borne out"),
                var off => (
                    Math.Abs(off) > 1 ? "caution" : "note",
                    $"{Math.Abs(off)} band{(Math.Abs(off) == 1 ? "" : "s")} {(off > 0 ? "firmer" : "softer")} than predicted"
                ),
            };
}

/// <summary>A line of the weigh sheets: what each rung's test takes of an ingredient.</summary>
internal sealed record LadderWeight(string Name, ImmutableArray<decimal> Grams, bool Differs);

/// <summary>A ladder laid out: its rungs from most of the raised line to least, and what to weigh.</summary>
internal sealed record LadderView(
    string Raised,
    string Lowered,
    IReadOnlyList<Finding> Shared,
    IReadOnlyList<RungView> Rungs,
    IReadOnlyList<LadderWeight> Weights,
    IReadOnlyList<Finding> WeighFindings,
    decimal TestGrams,
    decimal ScaleStepGrams
)
{
    /// <summary>Lays a plan out.</summary>
    /// <exception cref="DocumentException">It is no ladder.</exception>
    public static LadderView Of(LadderPlan plan, Catalogue catalogue, EvaluationSettings settings, decimal scaleStepGrams)
    {
        var rungs = Ladder.Of(plan.Formula, plan.Raise, plan.Lower, plan.Step, plan.Rungs, catalogue, settings);
        var sheets = rungs
            .Select(rung => WeighSheet.Of(rung.Formula, catalogue, settings, new WeighRequest(plan.TestGrams, [], 0m, scaleStepGrams, 0m)))
            .ToList();
        string Name(int line) => catalogue.Find(plan.Formula.Lines[line].Ingredient)!.Name;
        var shared = rungs
            .Select(rung => rung.Evaluation.Findings.Select(finding => finding.Code))
            .Aggregate((codes, more) => codes.Intersect(more))
            .ToHashSet(StringComparer.Ordinal);
        return new LadderView(
            Name(plan.Raise),
            Name(plan.Lower),
            [.. rungs[rungs.Length / 2].Evaluation.Findings.Where(finding => shared.Contains(finding.Code))],
            [.. rungs.Select((rung, at) => RungOf(rung, at, plan, shared, catalogue))],
            [
                .. Enumerable
                    .Range(0, plan.Formula.Lines.Length)
                    .Select(line => new LadderWeight(
                        Name(line),
                        [.. sheets.Select(sheet => sheet.Lines[line].ShownGrams)],
                        line == plan.Raise || line == plan.Lower
                    )),
            ],
            [
                .. sheets
                    .SelectMany(sheet => sheet.Findings)
                    .Where(finding => finding.Severity != Severity.Note)
                    .DistinctBy(finding => finding.Title),
            ],
            plan.TestGrams,
            scaleStepGrams
        );
    }

    private static RungView RungOf(Rung rung, int at, LadderPlan plan, HashSet<string> shared, Catalogue catalogue) =>
        new(
            at,
            rung,
            at == plan.Rungs / 2,
            TextureStrip.Of(rung.Evaluation.Melt, rung.Formula, catalogue.Rules),
            rung.Evaluation.Melt.At(Climate.RoomCelsius).Band,
            [.. rung.Evaluation.Findings.Where(finding => !shared.Contains(finding.Code))],
            plan.Observations.FirstOrDefault(observed => observed.Rung == at)
        );
}
