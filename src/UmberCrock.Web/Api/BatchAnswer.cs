using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Storage;

namespace UmberCrock.Web.Api;

/// <summary>A batch as the API answers it.</summary>
internal static class BatchAnswer
{
    /// <summary>Everything of a batch.</summary>
    /// <param name="kept">The batch.</param>
    /// <param name="knowledge">What it is judged by now.</param>
    /// <param name="prices">Price of a kilogram by the key of a lot.</param>
    public static JsonObject Of(KeptBatch kept, Knowledge knowledge, IReadOnlyDictionary<string, decimal?> prices)
    {
        var (log, state, plan) = (kept.Log, kept.Log.State, kept.Log.State.Plan);
        var made = MadeFormula.Of(state, knowledge.Catalogue, knowledge.Settings);
        return new JsonObject
        {
            ["id"] = kept.Id,
            ["code"] = plan.Code,
            ["name"] = plan.Name,
            ["sequence"] = log.Sequence,
            ["state"] = Vocabulary.Word(state.Phase),
            ["startedAt"] = state.StartedAt,
            ["endedAt"] = state.EndedAt,
            ["formula"] = FormulaWriter.Write(plan.Formula),
            ["batchGrams"] = plan.BatchGrams,
            ["scaleStepGrams"] = plan.ScaleStepGrams,
            ["containers"] = Node(plan.Containers),
            ["lines"] = new JsonArray([.. Enumerable.Range(0, plan.Lines.Length).Select(line => LineOf(state, line))]),
            ["steps"] = new JsonArray([.. plan.Method.Steps.Select(step => StepOf(state, step))]),
            ["foreseen"] = Node(plan.Foreseen),
            ["program"] = plan.Program,
            ["by"] = plan.By,
            ["inPotGrams"] = state.InPotGrams,
            ["place"] = Vocabulary.Word(state.Place),
            ["parts"] = Node(state.Parts),
            ["asMade"] = made is null
                ? null
                : new JsonObject
                {
                    ["formula"] = FormulaWriter.Write(made.Formula),
                    ["evaluation"] = Node(made.Evaluation),
                    ["findingsAdded"] = Node(made.Added),
                    ["findingsRemoved"] = Node(made.Removed),
                },
            ["deviations"] = Node(Deviation.Of(state, made, knowledge.Catalogue.Rules)),
            ["yield"] = Node(BatchYield.Of(state)),
            ["cost"] = Node(BatchCost.Of(state, key => prices.GetValueOrDefault(key), knowledge.Workshop)),
            ["corrections"] = Node(state.Corrections),
            ["recalled"] = state.Recalled,
            ["events"] = Events(log.Events, log.Revoked),
        };
    }

    /// <summary>Events in order, each saying whether it was taken back.</summary>
    public static JsonArray Events(IEnumerable<LoggedEvent> events, ImmutableHashSet<long> revoked) =>
        new([
            .. events.Select(logged =>
            {
                var written = BatchEventWriter.Write(logged);
                if (revoked.Contains(logged.Sequence))
                    written["takenBack"] = true;
                return written;
            }),
        ]);

    /// <summary>A batch in a list.</summary>
    public static JsonObject Of(BatchPlace place) =>
        new()
        {
            ["id"] = place.Id,
            ["code"] = place.Code,
            ["name"] = place.Name,
            ["sequence"] = place.Sequence,
            ["state"] = Vocabulary.Word(place.Phase),
            ["startedAt"] = place.StartedAt,
            ["endedAt"] = place.EndedAt,
            ["batchGrams"] = place.BatchGrams,
            ["filledGrams"] = place.FilledGrams,
            ["pieces"] = place.Pieces,
        };

    private static JsonObject LineOf(BatchState state, int line)
    {
        var planned = state.Plan.Lines[line];
        return new JsonObject
        {
            ["line"] = line,
            ["ingredient"] = planned.Ingredient,
            ["name"] = planned.Name,
            ["phase"] = planned.Phase,
            ["targetGrams"] = planned.TargetGrams,
            ["actualGrams"] = state.GramsOf(line),
            ["lowGrams"] = planned.LowGrams,
            ["highGrams"] = planned.HighGrams,
            ["strained"] = planned.Strained,
            ["heldBackGrams"] = planned.HeldBackGrams,
            ["addedAt"] = state.Added.TryGetValue(line, out var at) ? at : null,
            ["lots"] = new JsonArray([
                .. state
                    .Weighed[line]
                    .GroupBy(part => part.Lot)
                    .Where(lot => lot.Key is not null)
                    .Select(lot => new JsonObject { ["lot"] = lot.Key, ["grams"] = lot.Sum(part => part.Grams) }),
            ]),
        };
    }

    private static JsonObject StepOf(BatchState state, Core.Topics.Method.MethodStep step)
    {
        var written = Node(step)!.AsObject();
        var outcome = state.Steps.GetValueOrDefault(step.Number);
        written["state"] =
            outcome is null ? "open"
            : outcome.Skipped is null ? "done"
            : "skipped";
        written["doneAt"] = outcome?.At;
        if (outcome?.Skipped is { } reason)
            written["skippedBecause"] = reason;
        return written;
    }

    private static JsonNode? Node<T>(T value) => JsonSerializer.SerializeToNode(value, ContractJson.Options);
}
