using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Trials;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Bench;

/// <summary>A change of the whole formula, shown before it is taken.</summary>
/// <param name="Changes">What changes, in words.</param>
/// <param name="Findings">Findings that come or go, and those that stay.</param>
/// <param name="Facts">What each is like: its name, before and after.</param>
/// <param name="Refusals">Why it cannot be done; empty when it can.</param>
/// <param name="Edits">What it takes, as JSON; null when there is nothing to take.</param>
internal sealed record MakeView(
    IReadOnlyList<string> Changes,
    IReadOnlyList<ComparedFinding> Findings,
    IReadOnlyList<(string Name, string Before, string After)> Facts,
    ImmutableArray<string> Refusals,
    string? Edits
)
{
    private const decimal RoomCelsius = 20m;

    /// <summary>What a formula can be made, by word, with the label of each.</summary>
    public static IReadOnlyList<(string Word, string Label)> Choices(FreeFromRules freeFrom) =>
        [
            ("limits", "within its limits and windows"),
            ("climate", "fit for a climate"),
            ("band", "a texture at a temperature"),
            (Switch.HotWeather, "fit for hot weather"),
            (Switch.Unscented, "unscented"),
            .. freeFrom.Rows.Where(row => row.Switch is not null).Select(row => (row.Switch!, row.SwitchLabel!)),
        ];

    /// <summary>Tries a rebalance.</summary>
    public static MakeView Rebalanced(
        Formula formula,
        IReadOnlyCollection<int> locked,
        RebalanceTarget target,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var answer = Rebalance.Of(formula, locked, target, catalogue, settings);
        return Of(
            formula,
            answer.Moved?.Edits ?? [],
            [.. answer.Conflicts.Select(problem => problem.Reason.ToString())],
            catalogue,
            settings
        );
    }

    /// <summary>Tries a switch.</summary>
    public static MakeView Switched(
        Formula formula,
        string kind,
        IReadOnlyCollection<Ingredient> present,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var made = Switch.Of(formula, kind, present, catalogue, settings);
        return Of(formula, made.Edits, [.. made.Refusals.Select(refusal => refusal.ToString())], catalogue, settings);
    }

    private static MakeView Of(
        Formula formula,
        ImmutableArray<FormulaEdit> edits,
        ImmutableArray<string> refusals,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var changed = FormulaEdit.ApplyAll(formula, edits);
        var (before, after) = (Evaluator.Sweep(formula, catalogue, settings), Evaluator.Sweep(changed, catalogue, settings));
        return new MakeView(
            [.. FormulaComparison.Of(formula, changed).Words(slug => catalogue.Find(slug)!.Name).Select(change => change.ToString())],
            [
                .. ComparedFinding
                    .Between(before, after)
                    .Where(finding => finding.Before != finding.After || finding.Severity == Vocabulary.Word(Severity.Stop)),
            ],
            [
                ("at 20 °C", Texture(before), Texture(after)),
                ("keeps", Months(before), Months(after)),
                ("verdict", Vocabulary.Word(before.Verdict), Vocabulary.Word(after.Verdict)),
            ],
            refusals,
            edits.IsEmpty ? null : JsonSerializer.Serialize(edits, ContractJson.Options)
        );
    }

    private static string Texture(EvaluationResult evaluation) =>
        $"{BandStretches.Word(evaluation.Melt.At(RoomCelsius).Band)}, firmness {evaluation.Melt.At(RoomCelsius).Firmness:0.0}";

    private static string Months(EvaluationResult evaluation) =>
        evaluation.Keeping.Months is { } months ? $"{months:0} months" : "not known";
}
