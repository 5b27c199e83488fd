using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Json;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Shelf;

/// <summary>A formula on the shelf.</summary>
public sealed record ShelfLine(
    long Id, string Name, string Kind, SmallCrock Crock, TextureStrip Texture, Verdict Verdict, string Severity, string Finding, string Detail, string Changed, string Revision);

/// <summary>The shelf.</summary>
public sealed record ShelfView(IReadOnlyList<ShelfLine> Lines, int Total, int Stops, string? Find, Verdict? Show)
{
    /// <summary>The climate most formulas share; a strip whose own differs says so.</summary>
    public string? UsualClimate => Lines.GroupBy(line => line.Texture.ClimateText).OrderByDescending(group => group.Count()).FirstOrDefault()?.Key;

    /// <summary>Evaluates every formula and lays the shelf out.</summary>
    public static ShelfView Of(
        IReadOnlyList<KeptFormula> formulas, string? find, string? show, Catalogue catalogue, EvaluationSettings settings, DateTimeOffset now)
    {
        var lines = formulas.Select(kept => LineOf(kept, catalogue, settings, now)).ToList();
        Verdict? only = Vocabulary.TryParse<Verdict>(show, out var verdict) ? verdict : null;
        return new ShelfView([.. lines.Where(line => only is null || line.Verdict == only)], lines.Count, lines.Count(line => line.Verdict == Verdict.Stop), find, only);
    }

    private static ShelfLine LineOf(KeptFormula kept, Catalogue catalogue, EvaluationSettings settings, DateTimeOffset now)
    {
        var evaluation = Evaluator.Evaluate(kept.Formula, catalogue, settings);
        var worst = evaluation.Findings.FirstOrDefault();
        var formula = kept.Formula;
        return new ShelfLine(
            kept.Id, formula.Name, $"{Words.Of(formula.Form)}, {Words.Of(formula.Zone)}, {Words.Of(formula.Audience)}",
            SmallCrock.Of(evaluation, catalogue), TextureStrip.Of(evaluation.Melt, formula, catalogue.Rules.Texture),
            evaluation.Verdict,
            worst is null ? "good" : Vocabulary.Word(worst.Severity),
            worst?.Title ?? "Nothing found", worst?.Detail ?? "all known doses inside",
            Words.When(kept.ChangedAt, now),
            Words.Revision(kept));
    }
}
