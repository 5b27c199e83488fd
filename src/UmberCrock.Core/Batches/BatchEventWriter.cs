using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Batches;

/// <summary>Writes events of a batch as the contract words them, to be kept and to be answered.</summary>
public static class BatchEventWriter
{
    /// <summary>An event as it is kept, without number and time.</summary>
    public static string ToText(BatchEvent happened) => Write(happened, stored: true).ToJsonString(ContractJson.Options);

    /// <summary>An event as it is answered, with number, time and where it came from; a plan is answered apart.</summary>
    public static JsonObject Write(LoggedEvent logged)
    {
        var written = new JsonObject
        {
            ["sequence"] = logged.Sequence,
            ["at"] = logged.At,
            ["device"] = logged.Device,
        };
        foreach (var (name, value) in Write(logged.Event, stored: false).ToList())
            written[name] = value?.DeepClone();
        return written;
    }

    /// <summary>The word of an event in the contract.</summary>
    public static string TypeOf(BatchEvent happened) => Write(happened, stored: false)["type"]!.GetValue<string>();

    private static JsonObject Write(BatchEvent happened, bool stored) =>
        happened switch
        {
            BatchStarted one => stored
                ? Of("started", ("plan", JsonSerializer.SerializeToNode(one.Plan, ContractJson.Options)))
                : Of("started", ("formula", one.Plan.Formula.Name), ("batchGrams", one.Plan.BatchGrams)),
            ScaleTared one => one.Grams is { } grams ? Of("tared", ("grams", grams)) : Of("tared"),
            ScaleChecked one => Of("checked", ("grams", one.Grams), ("read", one.Read)),
            LineWeighed one => Weighed(one, stored),
            LineUnweighed one => Of("unweighed", ("line", one.Line)),
            StepFinished one => Of("stepDone", ("number", one.Number)),
            StepSkipped one => Of("stepSkipped", ("number", one.Number), ("reason", one.Reason)),
            PotRead one => Of("temperature", ("celsius", one.Celsius), ("from", one.Typed ? "typed" : "probe")),
            PotMoved one => Of("moved", ("to", Vocabulary.Word(one.To))),
            LinesAdded one => Of("added", ("lines", Numbers(one.Lines))),
            BatchSplit one => Of("split", ("parts", Parts(one.Parts))),
            PotRescued one => Rescued(one, stored),
            BatchNoted one => Of("note", ("text", one.Text)),
            ContainersFilled one => Filled(one),
            BatchAbandoned one => Of("abandoned", ("reason", one.Reason)),
            BatchClosed one => Of("closed", ("by", one.By)),
            EntryRevoked one => Of("revoked", ("of", one.Of)),
            EntryCorrected one => Corrected(one, stored),
            PiecesHandedOut one => Of(
                "handedOut",
                ("count", one.Count),
                ("as", Vocabulary.Word(one.As)),
                ("to", one.To),
                ("note", one.Note)
            ),
            PiecesReturned one => Of("returned", ("count", one.Count), ("why", one.Why)),
            ComplaintMade one => Of(
                "complaint",
                ("text", one.Text),
                ("symptoms", new JsonArray([.. one.Symptoms.Select(word => (JsonNode)word)])),
                ("to", one.To)
            ),
            BatchRecalled one => Of("recalled", ("reason", one.Reason)),
            _ => throw new ArgumentOutOfRangeException(nameof(happened), happened, "An event the contract has no word for."),
        };

    private static JsonObject Weighed(LineWeighed one, bool stored)
    {
        var written = Of("weighed", ("line", one.Line), ("grams", one.Grams));
        foreach (var (name, value) in one.Lot is { } lot ? Lot(lot, stored ? one.LotKey : null).ToList() : [])
            written[name] = value?.DeepClone();
        return written;
    }

    private static JsonObject Lot(string lot, string? key) =>
        key is null ? new() { ["lot"] = lot } : new() { ["lot"] = lot, ["lotKey"] = key };

    private static JsonObject Rescued(PotRescued one, bool stored)
    {
        var additions = one.Additions.Select(addition =>
            (JsonNode)new JsonObject { ["ingredient"] = addition.Ingredient, ["grams"] = addition.Grams }
        );
        var written = Of("rescued", ("additions", new JsonArray([.. additions])));
        if (stored && one.Plan is not null)
            written["plan"] = JsonSerializer.SerializeToNode(one.Plan, ContractJson.Options);
        return written;
    }

    private static JsonObject Filled(ContainersFilled one)
    {
        var written = Of("filled", ("container", one.Container), ("count", one.Count), ("grams", one.Grams));
        if (!one.Pieces.IsEmpty)
            written["pieces"] = Numbers(one.Pieces);
        return written;
    }

    private static JsonObject Corrected(EntryCorrected one, bool stored)
    {
        var written = Of("correction", ("of", one.Of), ("text", one.Text));
        if (one.Set is not { } set)
            return written;
        written["set"] =
            set.Grams is { } grams ? new JsonObject { ["grams"] = grams }
            : set.Pieces is { } pieces ? new JsonObject { ["pieces"] = Numbers(pieces) }
            : set.Lot is { } lot ? Lot(lot, stored ? set.LotKey : null)
            : set.Celsius is { } celsius ? new JsonObject { ["celsius"] = celsius }
            : new JsonObject { ["count"] = set.Count };
        return written;
    }

    private static JsonArray Parts(ImmutableArray<BatchPart> parts) =>
        new([
            .. parts.Select(part =>
            {
                var written = new JsonObject { ["name"] = part.Name, ["share"] = part.Share };
                if (!part.Lines.IsEmpty)
                    written["lines"] = Numbers(part.Lines);
                return written;
            }),
        ]);

    private static JsonArray Numbers<T>(ImmutableArray<T> numbers) =>
        new([.. numbers.Select(number => (JsonNode)JsonValue.Create(number)!)]);

    private static JsonObject Of(string type, params ReadOnlySpan<(string Name, JsonNode? Value)> members)
    {
        var written = new JsonObject { ["type"] = type };
        foreach (var (name, value) in members)
            written[name] = value;
        return written;
    }
}
