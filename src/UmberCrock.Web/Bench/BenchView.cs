using System.Diagnostics;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Topics.Making;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Storage;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Bench;

/// <summary>A line of the ledger.</summary>
internal sealed record LineView(int Index, EvaluatedLine Line, Hatch Hatch, string Grams, DoseGauge Gauge, string State, string StateClass);

/// <summary>A phase of the ledger.</summary>
internal sealed record PhaseView(Phase Phase, string Hint, string Percent, string Grams, IReadOnlyList<LineView> Lines);

/// <summary>A fix on a button: what it says, and the edits it sends.</summary>
internal sealed record FixView(string Title, string? Effect, string Edits, string? GhostCurve);

/// <summary>A finding beside its button.</summary>
/// <param name="Finding">What was found.</param>
/// <param name="Fix">The way out that is offered first; null where there is none.</param>
/// <param name="Other">Another way out; null where there is none.</param>
internal sealed record FindingView(Finding Finding, FixView? Fix, FixView? Other);

/// <summary>Everything the bench shows of one formula.</summary>
internal sealed record BenchView
{
    /// <summary>The formula as kept.</summary>
    public required KeptFormula Kept { get; init; }

    /// <summary>What the core says of it.</summary>
    public required EvaluationResult Evaluation { get; init; }

    /// <summary>Its totals.</summary>
    public required FormulaTotals Totals { get; init; }

    /// <summary>The ledger.</summary>
    public required IReadOnlyList<PhaseView> Phases { get; init; }

    /// <summary>The crock.</summary>
    public required CrockDrawing Crock { get; init; }

    /// <summary>The melt chart.</summary>
    public required MeltDrawing Melt { get; init; }

    /// <summary>Feel, keeping, emulsifier and powders.</summary>
    public required OutlookView Outlook { get; init; }

    /// <summary>The total's instrument.</summary>
    public required TotalScale Scale { get; init; }

    /// <summary>The findings.</summary>
    public required IReadOnlyList<FindingView> Findings { get; init; }

    /// <summary>Key of the study in which a look failed; null where none did.</summary>
    public long? FailedStudy { get; private init; }

    /// <summary>True when more than one stop or caution has a way out, so that they can be settled together.</summary>
    public bool CanSettle => Findings.Count(finding => finding is { Fix: not null, Finding.Severity: not Severity.Note }) > 1;

    /// <summary>"1 stop, 2 cautions, 1 note".</summary>
    public string FindingsText
    {
        get
        {
            var parts = new[] { (Severity.Stop, "stop"), (Severity.Caution, "caution"), (Severity.Note, "note") }
                .Select(kind => (Count: Findings.Count(finding => finding.Finding.Severity == kind.Item1), kind.Item2))
                .Where(kind => kind.Count > 0)
                .Select(kind => $"{kind.Count} {kind.Item2}{(kind.Count == 1 ? "" : "s")}")
                .ToList();
            return parts.Count == 0 ? "none" : string.Join(", ", parts);
        }
    }

    /// <summary>True when the rules of the United States hold.</summary>
    public required bool IsUs { get; init; }

    /// <summary>The ingredient list of the region.</summary>
    public IngredientList Label => Evaluation.Label.Of(IsUs ? Region.Us : Region.Eu);

    /// <summary>What there is of a name of the list, in words.</summary>
    public static string ShareOf((string Inci, ListedIngredient? Item, ListedAllergen? Allergen) entry) =>
        entry switch
        {
            { Item: { } item } =>
                $"{Range(item.PercentLow, item.PercentHigh)} %{(item.Settles is { } settles ? $"; to settle its place, {settles}" : "")}",
            { Allergen: { } allergen } => $"fragrance allergen from {string.Join(", ", allergen.From).ToLowerInvariant()}, "
                + $"{Range(allergen.PercentLow, allergen.PercentHigh)} %: {(allergen.Certain ? "certainly" : "possibly")} to be named",
            _ => "",
        };

    private static string Range(decimal low, decimal high) =>
        low == high ? Shown.Short(decimal.Round(low, 4)) : $"{Shown.Short(decimal.Round(low, 4))} to {Shown.Short(decimal.Round(high, 4))}";

    /// <summary>How close lines stand: few have the room there is, many stand tighter.</summary>
    public string Spacing =>
        Evaluation.Lines.Length > MostAtEase ? "tight"
        : Evaluation.Lines.Length + Phases.Count <= MostRoomy ? "roomy"
        : "";

    /// <summary>So many lines stand as the look has them.</summary>
    private const int MostAtEase = 14;

    /// <summary>So many lines and phases have room for taller rows on a desk of 800 px.</summary>
    private const int MostRoomy = 10;

    /// <summary>Evaluates a kept formula and lays it out.</summary>
    public static BenchView Of(KeptFormula kept, Knowledge knowledge)
    {
        var (catalogue, settings) = (knowledge.Catalogue, knowledge.Settings);
        var evaluation = knowledge.Evaluate(kept.Formula, kept.Document);
        if (knowledge.FailureOf(kept.Key, kept.Formula) is { } failed)
            evaluation = evaluation.With(failed);
        var totals = FormulaTotals.Of(kept.Formula, catalogue.Herbs);
        var crock = CrockDrawing.Of(evaluation, catalogue, kept.Formula.Phases.Select(phase => phase.Id));
        return new BenchView
        {
            Kept = kept,
            Evaluation = evaluation,
            Totals = totals,
            Phases = [.. kept.Formula.Phases.Select(phase => PhaseOf(phase, kept, evaluation, totals, catalogue))],
            FailedStudy = knowledge.Failures.GetValueOrDefault(kept.Key)?.Study,
            IsUs = settings.Region == Region.Us,
            Crock = crock,
            Melt = MeltDrawing.Of(evaluation.Melt, kept.Formula, catalogue.Rules, MeltScale.Bench),
            Outlook = OutlookView.Of(evaluation, kept.Formula, catalogue, settings),
            Scale = TotalScale.Of(totals),
            Findings =
            [
                .. evaluation.Findings.Select(finding => new FindingView(
                    finding,
                    FixOf(finding.Fixes.FirstOrDefault(), kept.Formula, evaluation, catalogue),
                    FixOf(finding.Fixes.Skip(1).FirstOrDefault(), kept.Formula, evaluation, catalogue)
                )),
            ],
        };
    }

    private static PhaseView PhaseOf(Phase phase, KeptFormula kept, EvaluationResult evaluation, FormulaTotals totals, Catalogue catalogue)
    {
        var lines = Enumerable
            .Range(0, evaluation.Lines.Length)
            .Where(index => evaluation.Lines[index].Phase == phase.Id)
            .Select(index => LineOf(index, kept, evaluation, totals, catalogue))
            .ToList();
        var percent = lines.Where(line => !line.Line.Strained).Sum(line => line.Line.Percent);
        return new PhaseView(
            phase,
            HintOf(phase, lines, catalogue),
            Shown.Two(percent),
            Shown.Two(percent * kept.BatchGrams / 100m),
            lines
        );
    }

    private static LineView LineOf(int index, KeptFormula kept, EvaluationResult evaluation, FormulaTotals totals, Catalogue catalogue)
    {
        var line = evaluation.Lines[index];
        var (state, stateClass) = StateOf(line);
        return new LineView(
            index,
            line,
            Hatches.Of(catalogue.Find(line.Ingredient)!),
            Shown.Two(totals.GramsOf(index, kept.BatchGrams)),
            DoseGauge.Of(line),
            state,
            stateClass
        );
    }

    private static (string State, string Class) StateOf(EvaluatedLine line)
    {
        return line.Place switch
        {
            Place.OverLimit when line.HardLimitPercent is { } limit && line.Percent > limit => (
                $"{Shown.Two(line.Percent - limit)} over limit",
                "over"
            ),
            Place.OverLimit => ("over limit in sum", "over"),
            Place.Above => ($"{Shown.Two(line.Percent - line.MaxPercent!.Value)} above", "near"),
            Place.Below => ($"{Shown.Two(line.MinPercent!.Value - line.Percent)} under", "near"),
            _ when line.Balance => ("to 100", "bal"),
            Place.Near when DoseGauge.IsNearTop(line) => ("near the top", "near"),
            _ when line.Strained => ("strained out", "mute"),
            Place.Unknown => ("no window known", "mute"),
            // A small dose of a window wants no hand.
            Place.Near or Place.Inside => ("", ""),
            _ => throw new UnreachableException(),
        };
    }

    private static string HintOf(Phase phase, List<LineView> lines, Catalogue catalogue)
    {
        var bears = lines
            .Select(line => catalogue.Find(line.Line.Ingredient)!.AddBelowCelsius?.Value)
            .OfType<double>()
            .DefaultIfEmpty(0)
            .Min();
        return phase.Stage switch
        {
            Stage.Melt => "until clear",
            Stage.Warm => "into the melt, off the heat",
            Stage.Powder => "wetted first, stirred in",
            Stage.Cool => bears > 0 && bears <= catalogue.Rules.HottestCoolCelsius
                ? $"below {Shown.Temperature(bears)}, last"
                : "last, as cool as it pours",
            Stage.Whip => "while whipping",
            Stage.Water => "water phase",
            Stage.Infuse => "infuse and strain first",
            _ => throw new UnreachableException(),
        };
    }

    private static FixView? FixOf(Fix? fix, Formula formula, EvaluationResult evaluation, Catalogue catalogue)
    {
        if (fix is null)
            return null;
        var edits = System.Text.Json.JsonSerializer.Serialize(fix.Edits, ContractJson.Options);
        return new FixView(fix.Title.ToString(), fix.Effect?.ToString(), edits, GhostOf(fix, formula, evaluation, catalogue));
    }

    /// <summary>The melt curve a fix would lead to; null where it would look the same.</summary>
    private static string? GhostOf(Fix fix, Formula formula, EvaluationResult evaluation, Catalogue catalogue)
    {
        var curve = Evaluator.MeltAfter(fix) is { } melt
            ? MeltScale.Bench.CurveOf(melt)
            : CurveOf(FormulaEdit.ApplyAll(formula, fix.Edits, catalogue.Herbs), catalogue);
        return curve == MeltScale.Bench.CurveOf(evaluation.Melt) ? null : curve;
    }

    /// <summary>The melt curve of a formula as path data for the bench's chart; of an ingredient that is no longer known nothing is
    /// drawn.</summary>
    public static string CurveOf(Formula formula, Catalogue catalogue)
    {
        var percents = FormulaTotals.Of(formula, catalogue.Herbs).Percents;
        var parts = formula
            .Lines.Select((line, index) => (Ingredient: catalogue.Find(line.Ingredient), Percent: percents[index]))
            .Where(part => part.Ingredient is not null)
            .Select(part => new MeltPart(part.Ingredient!, part.Percent))
            .ToList();
        return MeltScale.Bench.CurveOf(MeltReport.Of(parts, formula.Climate, catalogue.Rules.Texture));
    }
}
