using System.Text.Json;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;

namespace UmberCrock.Storage.Saved;

/// <summary>A batch as it is saved: its events, in order, and what it took of which lot.</summary>
internal sealed record SavedBatch(BatchRow Row)
{
    private const string Format = "umber-crock/kept-batch";
    private const int Version = 1;
    private static readonly JsonWriterOptions Writing = new() { Encoder = ContractJson.Options.Encoder };

    /// <summary>The document. An event that cannot be read stands in it as text, exactly as it is kept.</summary>
    public byte[] ToJson()
    {
        using var text = new MemoryStream();
        using (var json = new Utf8JsonWriter(text, Writing))
        {
            json.WriteStartObject();
            json.WriteString("format", Format);
            json.WriteNumber("version", Version);
            json.WriteString("key", Row.Key);
            json.WriteString("code", Row.Code);
            if (Row.FormulaKey is { } formula)
                json.WriteString("formulaKey", formula);
            json.WriteStartArray("events");
            foreach (var kept in Row.Events.OrderBy(kept => kept.Sequence))
            {
                json.WriteStartObject();
                json.WriteNumber("sequence", kept.Sequence);
                json.WriteString("at", TimeOf(kept));
                json.WriteString("device", kept.Device);
                json.WritePropertyName("event");
                SavedDocument.Write(json, kept.Document);
                json.WriteEndObject();
            }

            json.WriteEndArray();
            json.WriteStartArray("lots");
            foreach (
                var used in Row
                    .Lots.OrderBy(used => used.Ingredient, StringComparer.Ordinal)
                    .ThenBy(used => used.Lot, StringComparer.Ordinal)
            )
            {
                json.WriteStartObject();
                json.WriteString("ingredient", used.Ingredient);
                json.WriteString("lot", used.Lot);
                if (used.LotKey is { } key)
                    json.WriteString("lotKey", key);
                json.WriteNumber("grams", used.Grams);
                json.WriteNumber("taken", used.Taken);
                json.WriteEndObject();
            }

            json.WriteEndArray();
            json.WriteEndObject();
        }

        return text.ToArray();
    }

    /// <summary>Reads a document; its events are read and folded.</summary>
    /// <exception cref="Exception">It is no such document, or something in it cannot be read: any of those of
    /// <see cref="RowReading.IsOdd"/>.</exception>
    public static SavedBatch Parse(ReadOnlyMemory<byte> utf8)
    {
        using var document = JsonDocument.Parse(utf8, SavedDocument.Reading);
        var root = document.RootElement;
        if (root.GetProperty("format").GetString() != Format || root.GetProperty("version").GetInt32() > Version)
            throw new DocumentException("/format", $"must be \"{Format}\" of version {Version} or before.");
        var log = BatchLog.Of(
            root.GetProperty("events")
                .EnumerateArray()
                .Select(saved => new LoggedEvent(
                    saved.GetProperty("sequence").GetInt64(),
                    saved.GetProperty("at").GetDateTimeOffset(),
                    saved.GetProperty("device").GetString()!,
                    BatchEventReader.Stored(saved.GetProperty("event").GetRawText())
                ))
        );
        var plan = log.State.Plan;
        var row = new BatchRow
        {
            Key = SavedFormula.KeyOf(root),
            Code = root.GetProperty("code").GetString()!,
            Name = plan.Name,
            FormulaKey = root.TryGetProperty("formulaKey", out var formula) ? formula.GetString() : null,
            StartedAt = log.State.StartedAt.ToUnixTimeMilliseconds(),
            BatchGrams = plan.BatchGrams,
        };
        BatchStore.Fill(row, log, from: 0);
        foreach (var used in root.GetProperty("lots").EnumerateArray())
        {
            row.Lots.Add(
                new BatchLotRow
                {
                    Ingredient = used.GetProperty("ingredient").GetString()!,
                    Lot = used.GetProperty("lot").GetString()!,
                    LotKey = used.TryGetProperty("lotKey", out var key) ? key.GetString() : null,
                    Grams = used.GetProperty("grams").GetDecimal(),
                    Taken = used.GetProperty("taken").GetDecimal(),
                }
            );
        }

        return new SavedBatch(row);
    }

    private static DateTimeOffset TimeOf(BatchEventRow kept) =>
        DateTimeOffset.FromUnixTimeMilliseconds(kept.At).ToOffset(TimeSpan.FromMinutes(kept.OffsetMinutes));
}
