using System.Diagnostics;
using System.Text.Json;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Documents;

/// <summary>
/// Reads one JSON object member by member, collecting every problem with its pointer instead of stopping at the first.
/// A member that is wrong reads as its fallback, so that reading can go on.
/// </summary>
internal sealed class JsonWalker
{
    private readonly JsonElement element;
    private readonly List<DocumentProblem> problems;
    private readonly HashSet<string> known = new(StringComparer.Ordinal);

    public JsonWalker(JsonElement element, string pointer, List<DocumentProblem> problems)
    {
        this.element = element;
        this.problems = problems;
        Pointer = pointer;
        IsObject = element.ValueKind == JsonValueKind.Object;
        if (!IsObject)
            Refuse(pointer, $"must be an object, not {KindWord(element.ValueKind)}.");
    }

    public string Pointer { get; }

    public bool IsObject { get; }

    public void Refuse(string pointer, string reason) => problems.Add(new DocumentProblem(pointer.Length == 0 ? "/" : pointer, reason));

    public string At(string name) => $"{Pointer}/{name.Replace("~", "~0").Replace("/", "~1")}";

    public bool Has(string name) => IsObject && element.TryGetProperty(name, out _);

    /// <summary>True for a member that is there and is text.</summary>
    public bool HasText(string name) => IsObject && element.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String;

    public string Text(string name, string? fallback, int longest = 200)
    {
        if (!Take(name, fallback is null, out var value))
            return fallback ?? "";
        if (value.ValueKind != JsonValueKind.String)
            return Wrong(name, "must be text", value, fallback ?? "");
        var text = value.GetString()!;
        return text.Length > longest ? Wrong(name, $"is longer than {longest} characters", null, fallback ?? "") : text;
    }

    public T Word<T>(string name, T? fallback)
        where T : struct, Enum
    {
        if (!Take(name, fallback is null, out var value))
            return fallback ?? default;
        if (value.ValueKind == JsonValueKind.String && Vocabulary.TryParse<T>(value.GetString(), out var parsed))
            return parsed;
        return Wrong(name, $"must be one of {string.Join(", ", Vocabulary.All<T>())}", null, fallback ?? default);
    }

    public bool Flag(string name, bool fallback)
    {
        if (!Take(name, required: false, out var value))
            return fallback;
        return value.ValueKind is JsonValueKind.True or JsonValueKind.False
            ? value.GetBoolean()
            : Wrong(name, "must be true or false", value, fallback);
    }

    public int Index(string name)
    {
        if (!Take(name, required: true, out var value))
            return 0;
        return value.ValueKind == JsonValueKind.Number && value.TryGetInt32(out var number) && number >= 0
            ? number
            : Wrong(name, "must be a whole number from 0", value, 0);
    }

    /// <summary>A number from <paramref name="low"/> to <paramref name="high"/> with at most four decimals; null when absent and not
    /// required.</summary>
    public decimal? Number(string name, bool required, decimal low, decimal high)
    {
        if (!Take(name, required, out var value))
            return null;
        if (value.ValueKind != JsonValueKind.Number)
            return Wrong<decimal?>(name, "must be a number", value, null);
        if (!value.TryGetDecimal(out var number) || number < low || number > high)
            return Wrong<decimal?>(name, $"must be from {low} to {high}", null, null);
        // A number such as 1e-40 reads as zero: it has more than four decimals all the same.
        var tiny = number == 0m && value.GetDouble() != 0d;
        return tiny || decimal.Round(number, 4) != number
            ? Wrong<decimal?>(name, "has more than four decimals", null, null)
            : Decimals.Trim(number);
    }

    public JsonWalker? Child(string name) => Take(name, required: false, out var value) ? new JsonWalker(value, At(name), problems) : null;

    public List<JsonWalker> Children(string name, bool required, int most) =>
        [.. Items(name, required, most).Select((item, index) => new JsonWalker(item, $"{At(name)}/{index}", problems))];

    public List<string> Texts(string name, int most, int longest)
    {
        var texts = new List<string>();
        foreach (var (item, index) in Items(name, required: false, most).Select((item, index) => (item, index)))
        {
            var text = item.ValueKind == JsonValueKind.String ? item.GetString() : null;
            if (text is null || text.Length > longest)
                Refuse($"{At(name)}/{index}", $"must be text of at most {longest} characters.");
            else
                texts.Add(text);
        }

        return texts;
    }

    public JsonElement? Raw(string name) => Take(name, required: true, out var value) ? value : null;

    /// <summary>Refuses every member that no call before this one has asked for.</summary>
    public void RefuseUnknown()
    {
        if (!IsObject)
            return;
        foreach (var member in element.EnumerateObject())
        {
            if (!known.Contains(member.Name))
                Refuse(At(member.Name), "is not a member of this document. If a newer version wrote it, update this application.");
        }
    }

    private IEnumerable<JsonElement> Items(string name, bool required, int most)
    {
        if (!Take(name, required, out var value))
            return [];
        if (value.ValueKind != JsonValueKind.Array)
            return Wrong<IEnumerable<JsonElement>>(name, "must be a list", value, []);
        return value.GetArrayLength() > most
            ? Wrong<IEnumerable<JsonElement>>(name, $"holds more than {most} entries", null, [])
            : value.EnumerateArray();
    }

    private bool Take(string name, bool required, out JsonElement value)
    {
        known.Add(name);
        value = default;
        if (IsObject && element.TryGetProperty(name, out value) && value.ValueKind != JsonValueKind.Null)
            return true;
        if (required && IsObject)
            Refuse(At(name), "is missing.");
        return false;
    }

    private T Wrong<T>(string name, string reason, JsonElement? found, T fallback)
    {
        Refuse(At(name), found is { } value ? $"{reason}, not {KindWord(value.ValueKind)}." : $"{reason}.");
        return fallback;
    }

    private static string KindWord(JsonValueKind kind) =>
        kind switch
        {
            JsonValueKind.Object => "an object",
            JsonValueKind.Array => "a list",
            JsonValueKind.String => "text",
            JsonValueKind.Number => "a number like this",
            JsonValueKind.True or JsonValueKind.False => "true or false",
            JsonValueKind.Null or JsonValueKind.Undefined => "null",
            _ => throw new UnreachableException(),
        };
}
