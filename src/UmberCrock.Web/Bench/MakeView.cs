using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Trials;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Bench;

/// <summary>What can be had where the whole cannot: the nearest there is, or another form.</summary>
/// <param name="Title">What it is, in a few words.</param>
/// <param name="Changes">What changes, in words; empty when nothing does.</param>
/// <param name="Texture">Its band and firmness at the temperature that was asked about.</param>
/// <param name="Edits">What it takes, as JSON; null when nothing changes.</param>
internal sealed record MakeOffer(string Title, IReadOnlyList<string> Changes, string Texture, string? Edits);

/// <summary>A change of the whole formula, shown before it is taken.</summary>
/// <param name="Changes">What changes, in words.</param>
/// <param name="Findings">Findings that come or go, and those that stay.</param>
/// <param name="Facts">What each is like: its name, before and after.</param>
/// <param name="Refusals">Why it cannot be done; empty when it can.</param>
/// <param name="Edits">What it takes, as JSON; null when there is nothing to take.</param>
/// <param name="Offers">What can be had instead; empty when it can be done.</param>
internal sealed record MakeView(
    IReadOnlyList<string> Changes,
    IReadOnlyList<ComparedFinding> Findings,
    IReadOnlyList<(string Name, string Before, string After)> Facts,
    ImmutableArray<string> Refusals,
    string? Edits,
    IReadOnlyList<MakeOffer> Offers
)
{
    /// <summary>The word for findings settled one after another.</summary>
    public const string SettledWord = "settled";

    /// <summary>The fixes it takes in their order, each with what it is for; empty where it is no settling.</summary>
    public IReadOnlyList<(string Finding, string Fix)> Steps { get; private init; } = [];

    /// <summary>What a formula can be made, by word, with the label of each.</summary>
    public static IReadOnlyList<(string Word, string Label)> Choices(FreeFromRules freeFrom) =>
        [
            (SettledWord, "settled: all that its findings offer"),
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
        ) with
        {
            Offers =
            [
                .. answer.Nearest is { Edits.Length: > 0 } nearest ? [Offer("The nearest there is", nearest)] : Array.Empty<MakeOffer>(),
                .. answer.Ways.Select(way =>
                    Offer($"As a {catalogue.Rules.Forms.Of(way.Form).Label.ToLowerInvariant()} it can be had", way.Moved)
                ),
            ],
        };

        MakeOffer Offer(string title, Rebalanced moved)
        {
            var at = target.AtCelsius ?? target.Climate?.HighCelsius ?? Climate.RoomCelsius;
            var band = moved.Evaluation.Melt.Bands.MinBy(band => Math.Abs(band.Celsius - at))!;
            return new MakeOffer(
                title,
                ChangesOf(formula, moved.Formula, catalogue),
                $"{Texture(band)} at {Shown.Temperature(band.Celsius, "0.#")}",
                JsonSerializer.Serialize(moved.Edits, ContractJson.Options)
            );
        }
    }

    /// <summary>Settles what its findings offer.</summary>
    public static MakeView Settled(Formula formula, Catalogue catalogue, EvaluationSettings settings)
    {
        var settled = Settlement.Of(formula, catalogue, settings);
        return Of(formula, settled.Edits, [], catalogue, settings) with
        {
            Steps = [.. settled.Steps.Select(step => (step.Finding.Title.ToString(), step.Fix.Title.ToString()))],
        };
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
        var changed = FormulaEdit.ApplyAll(formula, edits, catalogue.Herbs);
        var (before, after) = (Evaluator.Sweep(formula, catalogue, settings), Evaluator.Sweep(changed, catalogue, settings));
        return new MakeView(
            ChangesOf(formula, changed, catalogue),
            [
                .. ComparedFinding
                    .Between(before, after)
                    .Where(finding => finding.Before != finding.After || finding.Severity == Vocabulary.Word(Severity.Stop)),
            ],
            [
                (
                    $"at {Shown.Temperature(Climate.RoomCelsius)}",
                    Texture(before.Melt.At(Climate.RoomCelsius)),
                    Texture(after.Melt.At(Climate.RoomCelsius))
                ),
                ("keeps", Months(before), Months(after)),
                ("verdict", Vocabulary.Word(before.Verdict), Vocabulary.Word(after.Verdict)),
            ],
            refusals,
            edits.IsEmpty ? null : JsonSerializer.Serialize(edits, ContractJson.Options),
            []
        );
    }

    private static IReadOnlyList<string> ChangesOf(Formula formula, Formula changed, Catalogue catalogue) =>
        [
            .. FormulaComparison
                .Of(formula, changed, catalogue.Herbs)
                .Words(slug => catalogue.Find(slug)!.Name)
                .Select(change => change.ToString()),
        ];

    private static string Texture(BandAt at) => $"{BandStretches.Word(at.Band)}, firmness {at.Firmness:0.0}";

    private static string Months(EvaluationResult evaluation) =>
        evaluation.Keeping.Months is { } months ? $"{months:0} months" : "not known";
}
