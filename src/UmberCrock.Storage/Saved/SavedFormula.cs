using System.Globalization;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Trials;

namespace UmberCrock.Storage.Saved;

/// <summary>A formula with all that hangs on it, as one JSON document of a saved file: as it stands, every step of its history, its
/// revisions, label and ladders.</summary>
/// <param name="Row">The formula with its steps and revisions.</param>
/// <param name="Label">The choices for its label; null for none.</param>
/// <param name="Ladders">Its ladders with what was found.</param>
internal sealed record SavedFormula(FormulaRow Row, LabelRow? Label, IReadOnlyList<LadderRow> Ladders)
{
    private const string Format = "umber-crock/kept-formula";
    private const int Version = 1;
    private const string HerbsMember = "herbsCounted";
    private static readonly JsonWriterOptions Writing = new() { Encoder = ContractJson.Options.Encoder };

    /// <summary>The document. A formula that cannot be read stands in it as text, exactly as it is kept.</summary>
    public byte[] ToJson()
    {
        using var text = new MemoryStream();
        using (var json = new Utf8JsonWriter(text, Writing))
        {
            json.WriteStartObject();
            json.WriteString("format", Format);
            json.WriteNumber("version", Version);
            json.WriteString("key", Row.Key);
            json.WriteNumber("batchGrams", Row.BatchGrams);
            json.WriteStartArray("tags");
            foreach (var tag in Tags.Read(Row.Tags))
                json.WriteStringValue(tag);
            json.WriteEndArray();
            Time(json, "changedAt", Row.ChangedAt);
            Time(json, "deletedAt", Row.DeletedAt);
            WriteHerbs(json, Row.Document, Row.HerbsCounted);
            Document(json, "formula", Row.Document);
            json.WriteStartObject("history");
            json.WriteNumber("at", Row.Step);
            json.WriteStartArray("steps");
            foreach (var step in Row.Steps.OrderBy(step => step.Number))
            {
                json.WriteStartObject();
                json.WriteNumber("number", step.Number);
                Document(json, "formula", step.Document);
                json.WriteEndObject();
            }

            json.WriteEndArray();
            json.WriteEndObject();
            json.WriteStartArray("revisions");
            foreach (var revision in Row.Revisions.OrderBy(revision => revision.Number))
            {
                json.WriteStartObject();
                json.WriteNumber("number", revision.Number);
                json.WriteString("name", revision.Name);
                Time(json, "keptAt", revision.KeptAt);
                WriteHerbs(json, revision.Document, revision.HerbsCounted);
                Document(json, "formula", revision.Document);
                json.WriteEndObject();
            }

            json.WriteEndArray();
            if (Label is not null)
                Document(json, "label", Label.Document);
            json.WriteStartArray("ladders");
            foreach (var ladder in Ladders.OrderBy(ladder => ladder.Id))
                Write(json, ladder);
            json.WriteEndArray();
            json.WriteEndObject();
        }

        return text.ToArray();
    }

    /// <summary>Reads a document; every formula in it is read.</summary>
    /// <param name="utf8">The document.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    /// <exception cref="Exception">It is no such document, or something in it cannot be read: any of those of
    /// <see cref="RowReading.IsOdd"/>.</exception>
    public static SavedFormula Parse(ReadOnlyMemory<byte> utf8, IReadOnlySet<string> herbs)
    {
        using var document = JsonDocument.Parse(utf8, SavedDocument.Reading);
        var root = document.RootElement;
        if (root.GetProperty("format").GetString() != Format || root.GetProperty("version").GetInt32() > Version)
            throw new DocumentException("/format", $"must be \"{Format}\" of version {Version} or before.");
        var (formula, text) = Formula(root);
        var history = root.GetProperty("history");
        var row = FormulaRows.New(formula, text, herbs);
        row.Key = KeyOf(root);
        row.HerbsCounted = HerbsCounted(root);
        if (root.TryGetProperty("tags", out var tags))
            row.Tags = Tags.ToText(tags.EnumerateArray().Select(tag => Tags.One(tag.GetString())).Take(Tags.Most));
        row.BatchGrams = root.GetProperty("batchGrams").GetDecimal()
            is var batch
                and >= FormulaStore.SmallestBatchGrams
                and <= FormulaStore.LargestBatchGrams
            ? batch
            : FormulaStore.UsualBatchGrams;
        (row.ChangedAt, row.DeletedAt, row.Step) = (
            Time(root, "changedAt")!.Value,
            Time(root, "deletedAt"),
            history.GetProperty("at").GetInt32()
        );
        foreach (var step in history.GetProperty("steps").EnumerateArray())
            row.Steps.Add(new StepRow { Number = step.GetProperty("number").GetInt32(), Document = Formula(step).Text });
        (row.FirstStep, row.LastStep) = (row.Steps.Min(step => step.Number), row.Steps.Max(step => step.Number));
        if (row.Steps.FirstOrDefault(step => step.Number == row.Step)?.Document != row.Document)
            throw new DocumentException("/history", "does not lead to the formula as it stands.");
        foreach (var revision in root.GetProperty("revisions").EnumerateArray())
            row.Revisions.Add(
                new RevisionRow
                {
                    Number = revision.GetProperty("number").GetInt32(),
                    Name = revision.GetProperty("name").GetString()!,
                    KeptAt = Time(revision, "keptAt")!.Value,
                    Document = Formula(revision).Text,
                    HerbsCounted = HerbsCounted(revision),
                }
            );
        var label = root.TryGetProperty("label", out var choices) ? new LabelRow { Document = choices.GetRawText(), Version = 1 } : null;
        if (label is not null)
            _ = LabelStore.Read(label);
        List<LadderRow> ladders = [.. root.GetProperty("ladders").EnumerateArray().Select(Ladder)];
        ladders.ForEach(ladder => LadderStore.Read(ladder));
        return new SavedFormula(row, label, ladders);
    }

    private static void Write(Utf8JsonWriter json, LadderRow ladder)
    {
        json.WriteStartObject();
        json.WriteString("key", ladder.Key);
        Time(json, "madeAt", ladder.MadeAt);
        Time(json, "deletedAt", ladder.DeletedAt);
        json.WriteNumber("raise", ladder.Raise);
        json.WriteNumber("lower", ladder.Lower);
        json.WriteNumber("step", ladder.Step);
        json.WriteNumber("rungs", ladder.Rungs);
        json.WriteNumber("testGrams", ladder.TestGrams);
        Document(json, "formula", ladder.Document);
        json.WriteStartArray("observations");
        foreach (var found in ladder.Observations.OrderBy(found => found.Rung))
        {
            json.WriteStartObject();
            json.WriteNumber("rung", found.Rung);
            if (found.Band is { } band && Enum.IsDefined(band))
                json.WriteString("band", Vocabulary.Word(band));
            if (found.Grain is { } grain && Enum.IsDefined(grain))
                json.WriteString("grain", Vocabulary.Word(grain));
            json.WriteString("note", found.Note);
            json.WriteEndObject();
        }

        json.WriteEndArray();
        json.WriteEndObject();
    }

    private static LadderRow Ladder(JsonElement saved)
    {
        var ladder = new LadderRow
        {
            Key = KeyOf(saved),
            MadeAt = Time(saved, "madeAt")!.Value,
            DeletedAt = Time(saved, "deletedAt"),
            Raise = saved.GetProperty("raise").GetInt32(),
            Lower = saved.GetProperty("lower").GetInt32(),
            Step = saved.GetProperty("step").GetDecimal(),
            Rungs = saved.GetProperty("rungs").GetInt32(),
            TestGrams = saved.GetProperty("testGrams").GetDecimal(),
            Document = Formula(saved).Text,
        };
        foreach (var found in saved.GetProperty("observations").EnumerateArray())
        {
            ladder.Observations.Add(
                new ObservationRow
                {
                    Rung = found.GetProperty("rung").GetInt32(),
                    Band = Word<Band>(found, "band"),
                    Grain = Word<Grain>(found, "grain"),
                    Note = found.GetProperty("note").GetString()!,
                }
            );
        }

        return ladder;
    }

    /// <summary>Whether herbs are counted in the hundred is said only where some may be strained out, so that all other documents stay as
    /// they were.</summary>
    private static void WriteHerbs(Utf8JsonWriter json, string document, bool counted)
    {
        if (document.Contains($"\"{Vocabulary.Word(Stage.Infuse)}\"", StringComparison.Ordinal))
            json.WriteBoolean(HerbsMember, counted);
    }

    /// <summary>Documents of earlier versions do not say it: theirs count them.</summary>
    private static bool HerbsCounted(JsonElement saved) => !saved.TryGetProperty(HerbsMember, out var counted) || counted.GetBoolean();

    private static T? Word<T>(JsonElement saved, string name)
        where T : struct, Enum =>
        !saved.TryGetProperty(name, out var word) ? null
        : Vocabulary.TryParse<T>(word.GetString(), out var value) ? value
        : throw new DocumentException($"/{name}", "is a word that is not known here.");

    /// <summary>The key that a saved thing bears.</summary>
    /// <exception cref="DocumentException">It bears none.</exception>
    internal static string KeyOf(JsonElement saved) =>
        saved.GetProperty("key").GetString() is { Length: 32 } key && key.All(char.IsAsciiHexDigit)
            ? key
            : throw new DocumentException("/key", "must be 32 hexadecimal digits.");

    private static (Formula Formula, string Text) Formula(JsonElement saved)
    {
        var text = saved.GetProperty("formula") is { ValueKind: JsonValueKind.Object } document
            ? document.GetRawText()
            : throw new DocumentException("/formula", "could not be read when it was saved.");
        return (FormulaReader.Parse(text), text);
    }

    private static void Document(Utf8JsonWriter json, string name, string document)
    {
        json.WritePropertyName(name);
        SavedDocument.Write(json, document);
    }

    private static void Time(Utf8JsonWriter json, string name, long? milliseconds)
    {
        if (milliseconds is { } time)
            json.WriteString(name, SavedTime.Text(time));
    }

    private static long? Time(JsonElement saved, string name) =>
        saved.TryGetProperty(name, out var time) ? SavedTime.Read(time.GetString()!) : null;
}

/// <summary>Times of saved files: ISO 8601, UTC, to the millisecond.</summary>
internal static class SavedTime
{
    private const string Pattern = "yyyy-MM-dd'T'HH:mm:ss.fff'Z'";

    /// <summary>A time as text.</summary>
    public static string Text(long milliseconds) =>
        DateTimeOffset.FromUnixTimeMilliseconds(milliseconds).UtcDateTime.ToString(Pattern, CultureInfo.InvariantCulture);

    /// <summary>The time that a text says.</summary>
    /// <exception cref="FormatException">It is none.</exception>
    public static long Read(string text) =>
        new DateTimeOffset(
            DateTime.ParseExact(
                text,
                Pattern,
                CultureInfo.InvariantCulture,
                DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal
            )
        ).ToUnixTimeMilliseconds();
}
