using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Topics.Cooling;

namespace UmberCrock.Core.Batches;

/// <summary>Reads events of a batch as the contract words them (docs/formats/batch-events.schema.json).</summary>
public static class BatchEventReader
{
    /// <summary>The most events that one request may carry.</summary>
    public const int MostEvents = 500;

    /// <summary>The most that a line or a batch may weigh, g.</summary>
    public const decimal MostGrams = 100_000m;

    /// <summary>The longest text of an event, letters.</summary>
    public const int LongestText = 1000;

    private const decimal Coldest = -40m;
    private const decimal Hottest = 200m;
    private const int LongestName = 120;
    private const int MostPieces = 10_000;
    private const int MostParts = 20;

    /// <summary>Reads a list of events with the times that they name.</summary>
    /// <param name="element">The list.</param>
    /// <param name="pointer">Where it stands in the whole body.</param>
    /// <exception cref="DocumentException">It is no list of events; what is wrong is named by its member.</exception>
    public static ImmutableArray<(BatchEvent Event, DateTimeOffset? At)> Read(JsonElement element, string pointer)
    {
        if (element.ValueKind != JsonValueKind.Array || element.GetArrayLength() is 0 or > MostEvents)
            throw new DocumentException(pointer, $"must be a list of 1 to {MostEvents} events.");
        var problems = new List<DocumentProblem>();
        var events = element
            .EnumerateArray()
            .Select((item, at) => ReadOne(new JsonWalker(item, $"{pointer}/{at}", problems), stored: false))
            .ToList();
        return problems.Count == 0 ? [.. events.Select(one => (one.Event!, one.At))] : throw new DocumentException(problems);
    }

    /// <summary>Reads an event as it was kept.</summary>
    /// <exception cref="DocumentException">It is no event that is known here.</exception>
    public static BatchEvent Stored(string document)
    {
        using var parsed = JsonDocument.Parse(document, ContractJson.Strict with { MaxDepth = StoredDepth });
        var problems = new List<DocumentProblem>();
        var (read, _) = ReadOne(new JsonWalker(parsed.RootElement, "", problems), stored: true);
        return problems.Count == 0 && read is not null ? read : throw new DocumentException(problems);
    }

    private const int StoredDepth = 32;

    private static (BatchEvent? Event, DateTimeOffset? At) ReadOne(JsonWalker walker, bool stored)
    {
        var type = walker.Text("type", null, 40);
        var read = type switch
        {
            "started" when stored => new BatchStarted(Plan(walker)),
            "tared" => new ScaleTared(walker.Number("grams", required: false, 0m, MostGrams)),
            "weighed" => new LineWeighed(
                walker.Index("line"),
                Grams(walker, "grams"),
                Named(walker, "lot", LongestName),
                stored ? Named(walker, "lotKey", 40) : null
            ),
            "checked" => new ScaleChecked(Grams(walker, "grams"), walker.Number("read", required: true, 0m, MostGrams) ?? 0m),
            "unweighed" => new LineUnweighed(walker.Index("line")),
            "stepDone" => new StepFinished(walker.Index("number")),
            "stepSkipped" => new StepSkipped(walker.Index("number"), Text(walker, "reason")),
            "temperature" => new PotRead(
                walker.Number("celsius", required: true, Coldest, Hottest) ?? 0m,
                walker.Text("from", "typed", 10) is var from
                    && (from is "typed" or "probe" || Refused(walker, "from", "must be probe or typed."))
                    && from == "typed"
            ),
            "moved" => new PotMoved(walker.Word<Surroundings>("to", null)),
            "added" => new LinesAdded(Lines(walker, required: true)),
            "note" => new BatchNoted(Text(walker, "text")),
            "abandoned" => new BatchAbandoned(Text(walker, "reason")),
            "closed" => new BatchClosed(Text(walker, "by", LongestName)),
            "revoked" => new EntryRevoked(walker.Index("of")),
            _ => ReadRest(type, walker, stored),
        };
        var at = stored ? null : AtOf(walker);
        if (read is null && walker.HasText("type"))
            walker.Refuse(walker.At("type"), $"\"{type}\" is not an event that can be appended.");
        else if (read is not null)
            walker.RefuseUnknown();
        return (read, at);
    }

    private static BatchEvent? ReadRest(string type, JsonWalker walker, bool stored) =>
        type switch
        {
            "split" => new BatchSplit(Parts(walker)),
            "rescued" => new PotRescued(
                Additions(walker),
                stored && walker.Has("plan") ? walker.Raw("plan")?.Deserialize<RescuePlan>(ContractJson.Options) : null
            ),
            "filled" => new ContainersFilled(
                Text(walker, "container", LongestName),
                Count(walker, "count"),
                Grams(walker, "grams"),
                Pieces(walker, "pieces") ?? []
            ),
            "correction" => new EntryCorrected(
                walker.Index("of"),
                Text(walker, "text"),
                walker.Child("set") is { } set ? Set(set, stored) : null
            ),
            "handedOut" => new PiecesHandedOut(
                Count(walker, "count"),
                walker.Word<PieceOutcome>("as", null),
                PlainText.OneLine(walker.Text("to", "", LongestName)),
                PlainText.OneLine(walker.Text("note", "", LongestText))
            ),
            "returned" => new PiecesReturned(Count(walker, "count"), Text(walker, "why")),
            "complaint" => new ComplaintMade(
                Text(walker, "text"),
                [.. walker.Texts("symptoms", 30, 40)],
                PlainText.OneLine(walker.Text("to", "", LongestName))
            ),
            "recalled" => new BatchRecalled(Text(walker, "reason")),
            _ => null,
        };

    private static BatchPlan Plan(JsonWalker walker) =>
        walker.Raw("plan")?.Deserialize<BatchPlan>(ContractJson.Options) ?? throw new DocumentException("/plan", "is missing.");

    private static CorrectedValue Set(JsonWalker set, bool stored)
    {
        var value = new CorrectedValue(
            set.Has("grams") ? Grams(set, "grams") : null,
            Pieces(set, "pieces"),
            Named(set, "lot", LongestName),
            stored ? Named(set, "lotKey", 40) : null,
            set.Number("celsius", required: false, Coldest, Hottest),
            set.Has("count") ? Count(set, "count") : null
        );
        set.RefuseUnknown();
        if (new object?[] { value.Grams, value.Pieces, value.Lot, value.Celsius, value.Count }.Count(one => one is not null) != 1)
            set.Refuse(set.Pointer, "must hold one of grams, pieces, lot, celsius, count.");
        return value;
    }

    private static ImmutableArray<BatchPart> Parts(JsonWalker walker) =>
        [
            .. walker
                .Children("parts", required: true, MostParts)
                .Select(part =>
                {
                    var read = new BatchPart(
                        Text(part, "name", LongestName),
                        part.Number("share", required: true, 0.0001m, 1m) ?? 1m,
                        Lines(part, required: false)
                    );
                    part.RefuseUnknown();
                    return read;
                }),
        ];

    private static ImmutableArray<RescueAddition> Additions(JsonWalker walker)
    {
        ImmutableArray<RescueAddition> additions =
        [
            .. walker
                .Children("additions", required: true, MostParts)
                .Select(addition =>
                {
                    var read = new RescueAddition(Text(addition, "ingredient", LongestName), Grams(addition, "grams"));
                    addition.RefuseUnknown();
                    return read;
                }),
        ];
        if (additions.IsEmpty && walker.Has("additions"))
            walker.Refuse(walker.At("additions"), $"must be a list of 1 to {MostParts}.");
        return additions;
    }

    private static decimal Grams(JsonWalker walker, string name)
    {
        var grams = walker.Number(name, required: true, 0m, MostGrams);
        if (grams == 0m)
            walker.Refuse(walker.At(name), $"must be above 0 and at most {MostGrams:0}.");
        return grams ?? 1m;
    }

    private static int Count(JsonWalker walker, string name)
    {
        var count = walker.Index(name);
        if (count is < 1 or > MostPieces && walker.Has(name))
            walker.Refuse(walker.At(name), $"must be a whole number from 1 to {MostPieces}.");
        return count;
    }

    private static string Text(JsonWalker walker, string name, int longest = LongestText)
    {
        var text = PlainText.Lines(walker.Text(name, null, longest)).Trim();
        if (text.Length == 0 && walker.HasText(name))
            walker.Refuse(walker.At(name), "must not be empty.");
        return text;
    }

    private static string? Named(JsonWalker walker, string name, int longest) =>
        PlainText.OneLine(walker.Text(name, "", longest)) is { Length: > 0 } text ? text : null;

    private static ImmutableArray<int> Lines(JsonWalker walker, bool required) =>
        !walker.Has("lines") && !required
            ? []
            : Numbers(
                walker,
                "lines",
                Formulas.Formula.MaxLines,
                value => value.TryGetInt32(out var line) && line >= 0 ? line : (int?)null,
                "must be an index of a line."
            );

    private static ImmutableArray<decimal>? Pieces(JsonWalker walker, string name) =>
        walker.Has(name)
            ? Numbers(
                walker,
                name,
                MostPieces,
                value => value.TryGetDecimal(out var grams) && grams is > 0m and <= MostGrams ? decimal.Round(grams, 4) : (decimal?)null,
                $"must be grams above 0, at most {MostGrams:0}."
            )
            : null;

    private static ImmutableArray<T> Numbers<T>(JsonWalker walker, string name, int most, Func<JsonElement, T?> read, string otherwise)
        where T : struct
    {
        if (walker.Raw(name) is not { } list)
            return [];
        if (list.ValueKind != JsonValueKind.Array || list.GetArrayLength() is 0 || list.GetArrayLength() > most)
        {
            walker.Refuse(walker.At(name), $"must be a list of 1 to {most} numbers.");
            return [];
        }

        var numbers = list.EnumerateArray().Select(value => value.ValueKind == JsonValueKind.Number ? read(value) : null).ToList();
        var odd = numbers.FindIndex(number => number is null);
        if (odd >= 0)
            walker.Refuse($"{walker.At(name)}/{odd}", otherwise);
        return [.. numbers.OfType<T>()];
    }

    private static DateTimeOffset? AtOf(JsonWalker walker)
    {
        if (!walker.Has("at"))
            return null;
        if (
            walker.Raw("at") is { ValueKind: JsonValueKind.String } text
            && text.TryGetDateTimeOffset(out var at)
            && at.UtcDateTime.Year is > 1970 and < 9000
        )
            return at;
        walker.Refuse(walker.At("at"), "must be a moment such as 2026-11-27T13:20:00+01:00.");
        return null;
    }

    private static bool Refused(JsonWalker walker, string name, string reason)
    {
        walker.Refuse(walker.At(name), reason);
        return false;
    }
}
