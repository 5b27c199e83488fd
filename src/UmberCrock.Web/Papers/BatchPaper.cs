using System.Globalization;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Materials;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Papers;

/// <summary>
/// All of a batch on paper, for an assessor or an authority: formula, limits with their sources, method, record, lots, label.
/// </summary>
internal static class BatchPaper
{
    /// <summary>More readings than these are thinned out evenly: a probe keeps one a minute.</summary>
    private const int MostReadings = 120;

    /// <summary>What stands on it.</summary>
    /// <param name="kept">The batch.</param>
    /// <param name="labels">Its labels; null where they cannot be.</param>
    /// <param name="lots">The lots that were used, by key.</param>
    /// <param name="knowledge">What it is judged by now.</param>
    public static IEnumerable<PaperBlock> Of(
        KeptBatch kept,
        BatchLabels? labels,
        IReadOnlyDictionary<string, Lot> lots,
        Knowledge knowledge
    )
    {
        var state = kept.Log.State;
        var made = MadeFormula.Of(state, knowledge.Catalogue, knowledge.Settings);
        var evaluation = made?.Evaluation ?? EvaluatedPlan(state, knowledge);
        return
        [
            .. Head(kept),
            .. evaluation is null ? [] : Formula(state, made, evaluation).Concat(Limits(evaluation, knowledge)),
            .. Foreseen(state),
            .. Method(state),
            .. Record(kept, made, knowledge),
            .. Lots(state, lots),
            .. labels is null ? [] : Label(labels),
        ];
    }

    private static EvaluationResult? EvaluatedPlan(BatchState state, Knowledge knowledge)
    {
        try
        {
            return Evaluator.Evaluate(state.Plan.Formula, knowledge.Catalogue, knowledge.Settings);
        }
        catch (DocumentException)
        {
            return null;
        }
    }

    private static IEnumerable<PaperBlock> Head(KeptBatch kept)
    {
        var (state, formula) = (kept.Log.State, kept.Log.State.Plan.Formula);
        yield return new PaperText(
            $"Batch {state.Plan.Code}, begun {When(state.StartedAt)}"
                + state.Phase switch
                {
                    BatchPhase.Closed => $", closed {When(state.EndedAt!.Value)} by {state.EndedBy}.",
                    BatchPhase.Abandoned => $", given up {When(state.EndedAt!.Value)}: {state.EndedBy}.",
                    BatchPhase.Open => ", still open.",
                    _ => throw new ArgumentOutOfRangeException(nameof(kept)),
                }
        );
        yield return new PaperText(
            $"{Words.Of(formula.Form)}, {Words.Of(formula.Zone)}, {Words.Of(formula.Audience)}, {Words.Of(formula.Exposure)}"
                + $"{(formula.WetUse ? ", meets water in use" : "")}{(formula.SunUse ? ", worn in the sun" : "")}; its climate is "
                + $"{Shown.Temperatures(formula.Climate.LowCelsius, formula.Climate.HighCelsius)}."
        );
        yield return new PaperText(
            "This is the maker's record with what a program computes from it. It is no safety assessment: that is for a qualified "
                + "assessor, and local rules hold. Limits are from memory of the documents they name; check the current text."
        );
        if (state.Plan.Speed > 1)
            yield return new PaperText($"Practised at {Shown.Short((decimal)state.Plan.Speed)} times the clock: not a batch to hand out.");
        if (state.Recalled)
            yield return new PaperText("Called back: no piece of it is to be used.");
    }

    private static IEnumerable<PaperBlock> Formula(BatchState state, MadeFormula? made, EvaluationResult evaluation)
    {
        yield return new PaperHeading(made is null ? "Formula, as planned" : "Formula, as made");
        yield return new PaperTable(
            [
                new("ingredient", 0.25),
                new("on the list as", 0.29),
                new("planned, g", 0.12, true),
                new("weighed, g", 0.12, true),
                new("%", 0.1, true),
                new("lots", 0.12),
            ],
            [
                .. state.Plan.Lines.Select(
                    (line, at) =>
                        (IReadOnlyList<string>)
                            [
                                line.Name + (line.Strained ? ", strained out" : ""),
                                at < evaluation.Lines.Length ? evaluation.Lines[at].Inci : "",
                                Shown.Two(line.TargetGrams),
                                state.GramsOf(at) is { } grams ? Shown.Two(grams) : "-",
                                at < evaluation.Lines.Length ? Shown.Two(evaluation.Lines[at].Percent) : "",
                                string.Join(", ", state.Weighed[at].Select(part => part.Lot).OfType<string>().Distinct()),
                            ]
                ),
            ]
        );
        for (var part = 0; part < state.Parts.Length; part++)
            yield return new PaperText(
                $"Part {state.Parts[part].Name}, {Shown.Short(100m * state.Parts[part].Share)} %: "
                    + string.Join(
                        ", ",
                        BatchParts
                            .GramsOf(state, part)
                            .Select((grams, line) => (grams, line))
                            .Where(one => one.grams > 0m)
                            .Select(one => $"{Shown.Two(one.grams)} g {state.Plan.Lines[one.line].Name}")
                    )
            );
    }

    private static IEnumerable<PaperBlock> Limits(EvaluationResult evaluation, Knowledge knowledge)
    {
        yield return new PaperHeading("Windows and limits");
        yield return new PaperTable(
            [new("ingredient", 0.24), new("%", 0.09, true), new("usual, %", 0.14), new("limit, %", 0.1, true), new("source", 0.43)],
            [
                .. evaluation.Lines.Select(line =>
                    (IReadOnlyList<string>)
                        [
                            line.Name,
                            Shown.Two(line.Percent),
                            line is { MinPercent: { } least, MaxPercent: { } most }
                                ? $"{Shown.Short(least)} to {Shown.Short(most)}"
                                : "not known",
                            line.HardLimitPercent is { } limit ? Shown.Short(limit) : "",
                            string.Join("; ", line.Sources),
                        ]
                ),
            ]
        );
        var region = knowledge.Settings.Region == Core.Settings.Region.Us ? "the US" : "EU and UK";
        yield return new PaperHeading($"Findings by the rules of {region}");
        if (evaluation.Findings.IsEmpty)
            yield return new PaperText("None.");
        else
            yield return new PaperTable(
                [new("weight", 0.1), new("finding", 0.5), new("source", 0.4)],
                [
                    .. evaluation.Findings.Select(finding =>
                        (IReadOnlyList<string>)[Vocabulary.Word(finding.Severity), $"{finding.Title}. {finding.Detail}", finding.Source]
                    ),
                ]
            );
    }

    private static IEnumerable<PaperBlock> Foreseen(BatchState state)
    {
        var foreseen = state.Plan.Foreseen;
        yield return new PaperHeading("Foreseen when it began");
        yield return new PaperText(
            $"By {state.Plan.By}, program {state.Plan.Program}. "
                + (foreseen.SetPointCelsius is { } set ? $"It sets at {Shown.Temperature(set, "0.#")}" : "It never sets")
                + (foreseen.ClearPointCelsius is { } clear ? $" and is clear from {Shown.Temperature(clear, "0.#")}. " : ". ")
                + (foreseen.Months is { } months ? $"It keeps {months:0.#} months. " : "")
                + string.Join(", ", foreseen.Bands.Select(band => $"{Shown.Temperature(band.Celsius)} {BandStretches.Word(band.Band)}"))
                + "."
        );
        foreach (var note in foreseen.Notes)
            yield return new PaperText($"{note.Text} {note.Because}");
    }

    private static IEnumerable<PaperBlock> Method(BatchState state)
    {
        yield return new PaperHeading("Method, and what was done");
        yield return new PaperTable(
            [new("", 0.05), new("step", 0.55), new($"to, {Shown.DegreeSign}", 0.1, true), new("min", 0.08, true), new("done", 0.22)],
            [
                .. state.Plan.Method.Steps.Select(step =>
                    (IReadOnlyList<string>)
                        [
                            step.Number.ToString(CultureInfo.CurrentCulture),
                            $"{step.Title}. {step.Text}",
                            step.TargetCelsius is { } celsius ? Shown.Degree(celsius) : "",
                            $"{step.Minutes:0}",
                            state.Steps.GetValueOrDefault(step.Number) is { } outcome
                                ? $"{When(outcome.At)}{(outcome.Skipped is { } why ? $", left out: {why}" : "")}"
                                : "not yet",
                        ]
                ),
            ]
        );
    }

    private static IEnumerable<PaperBlock> Record(KeptBatch kept, MadeFormula? made, Knowledge knowledge)
    {
        var state = kept.Log.State;
        yield return new PaperHeading("Record");
        var yielded = BatchYield.Of(state);
        yield return new PaperText(
            $"{Shown.Two(yielded.InPotGrams)} g in the pot; {Shown.Two(yielded.FilledGrams)} g filled in {yielded.Pieces} pieces"
                + $"{(yielded.Percent is { } percent ? $", {Shown.Two(percent)} %" : "")}; {yielded.OnShelf} on the shelf."
        );
        foreach (var deviation in Deviation.Of(state, made, knowledge.Catalogue.Rules))
            yield return new PaperText($"Deviation: {deviation.What}. {deviation.Did}");
        foreach (var correction in state.Corrections)
            yield return new PaperText(
                $"Correction of entry {correction.Of}, {When(correction.At)}: {correction.Now ?? "a word"}"
                    + $"{(correction.Old is { } old ? $" (was {old})" : "")}. {correction.Text}"
            );
        var readings = kept.Log.Events.Where(logged => logged.Event is PotRead { Typed: false }).ToList();
        var every = Math.Max(1, (readings.Count + MostReadings - 1) / MostReadings);
        var left = readings.Where((_, at) => at % every != 0).ToHashSet();
        yield return new PaperTable(
            [new("", 0.06, true), new("when", 0.2), new("entry", 0.56), new("where", 0.18)],
            [
                .. kept
                    .Log.Events.Where(logged => !left.Contains(logged))
                    .Select(logged =>
                        (IReadOnlyList<string>)
                            [
                                logged.Sequence.ToString(CultureInfo.CurrentCulture),
                                When(logged.At),
                                BatchWords.Of(logged) + (kept.Log.Revoked.Contains(logged.Sequence) ? ", taken back" : ""),
                                logged.Device,
                            ]
                    ),
            ]
        );
        if (left.Count > 0)
            yield return new PaperText($"{left.Count} readings of the probe between these are left out here; the record holds them.");
    }

    private static IEnumerable<PaperBlock> Lots(BatchState state, IReadOnlyDictionary<string, Lot> lots)
    {
        yield return new PaperHeading("Lots");
        yield return new PaperTable(
            [new("ingredient", 0.3), new("lot", 0.15), new("g", 0.1, true), new("from", 0.2), new("bought", 0.125), new("use by", 0.125)],
            [
                .. state.Weighed.SelectMany(
                    (parts, line) =>
                        parts
                            .GroupBy(part => (part.Lot, part.LotKey))
                            .Select(group =>
                            {
                                var lot = group.Key.LotKey is { } key ? lots.GetValueOrDefault(key) : null;
                                return (IReadOnlyList<string>)
                                    [
                                        state.Plan.Lines[line].Name,
                                        group.Key.Lot ?? "not said",
                                        Shown.Two(group.Sum(part => part.Grams)),
                                        lot?.Supplier ?? "",
                                        Day(lot?.BoughtOn),
                                        Day(lot?.UseBy),
                                    ];
                            })
                ),
            ]
        );
        if (!state.Gone.IsEmpty)
            yield return new PaperText(
                $"Pieces: {string.Join("; ", state.Gone.Select(gone => $"{gone.Count} {BatchWords.Of(gone.As)} "
                    + $"{gone.At:d MMM yyyy}{(gone.To.Length > 0 ? $", {gone.To}" : "")}"))}."
            );
    }

    private static IEnumerable<PaperBlock> Label(BatchLabels labels)
    {
        yield return new PaperHeading("Label");
        if (labels.Label.Content is not { } content)
        {
            yield return new PaperText(labels.Label.Refusal ?? "It cannot be laid out.");
            yield break;
        }

        yield return new PaperTable(
            [new("text", 0.5), new("follows from", 0.28), new("source", 0.22)],
            [.. content.Texts.Select(text => (IReadOnlyList<string>)[$"{text.Text}", $"{text.Because}", text.Source])]
        );
        yield return new PaperTable(
            [new("asked for", 0.4), new("there", 0.14), new("detail", 0.24), new("source", 0.22)],
            [
                .. content.Checks.Select(check =>
                    (IReadOnlyList<string>)
                        [
                            check.Words,
                            check.Has switch
                            {
                                true => "yes",
                                false => "no",
                                null => "to be given",
                            },
                            $"{check.Detail}",
                            check.Source,
                        ]
                ),
            ]
        );
    }

    private static string When(DateTimeOffset at) => at.ToString("d MMM yyyy HH:mm", CultureInfo.CurrentCulture);

    private static string Day(DateOnly? day) => day?.ToString("d MMM yyyy", CultureInfo.CurrentCulture) ?? "";
}
