using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Studies;

namespace UmberCrock.Storage.Saved;

/// <summary>A study as it is saved: its events, in order.</summary>
internal sealed record SavedStudy(StudyRow Row)
{
    private const string Format = "umber-crock/kept-study";
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
            if (Row.DeletedAt is { } deleted)
                json.WriteNumber("deletedAt", deleted);
            json.WriteStartArray("events");
            foreach (var kept in Row.Events.OrderBy(kept => kept.Sequence))
            {
                json.WriteStartObject();
                json.WriteNumber("sequence", kept.Sequence);
                json.WriteString("at", DateTimeOffset.FromUnixTimeMilliseconds(kept.At).ToOffset(TimeSpan.FromMinutes(kept.OffsetMinutes)));
                json.WriteString("device", kept.Device);
                json.WritePropertyName("event");
                SavedDocument.Write(json, kept.Document);
                json.WriteEndObject();
            }

            json.WriteEndArray();
            json.WriteEndObject();
        }

        return text.ToArray();
    }

    /// <summary>Reads a document; its events are read and folded.</summary>
    /// <param name="utf8">The document.</param>
    /// <param name="knowledge">The rules by which lists are filled.</param>
    /// <exception cref="Exception">It is no such document, or something in it cannot be read: any of those of
    /// <see cref="RowReading.IsOdd"/>.</exception>
    public static SavedStudy Parse(ReadOnlyMemory<byte> utf8, Knowledge knowledge)
    {
        using var document = JsonDocument.Parse(utf8, SavedDocument.Reading);
        var root = document.RootElement;
        if (root.GetProperty("format").GetString() != Format || root.GetProperty("version").GetInt32() > Version)
            throw new DocumentException("/format", $"must be \"{Format}\" of version {Version} or before.");
        var log = StudyLog.Of(
            root.GetProperty("events")
                .EnumerateArray()
                .Select(saved => new LoggedStudyEvent(
                    saved.GetProperty("sequence").GetInt64(),
                    saved.GetProperty("at").GetDateTimeOffset(),
                    saved.GetProperty("device").GetString()!,
                    StudyLog.Stored(saved.GetProperty("event").GetRawText())
                ))
        );
        var row = StudyStore.RowOf(log);
        row.Key = SavedFormula.KeyOf(root);
        row.DeletedAt = root.TryGetProperty("deletedAt", out var deleted) ? deleted.GetInt64() : null;
        StudyStore.Fill(row, log, from: 0, knowledge);
        return new SavedStudy(row);
    }
}
