using System.Text;
using System.Text.Json;

namespace UmberCrock.Core.Checking;

/// <summary>In which line of a text each member of a JSON document stands.</summary>
internal sealed class JsonPlaces
{
    private readonly Dictionary<string, int> lines = new(StringComparer.Ordinal);

    /// <summary>Walks a text that is JSON.</summary>
    public JsonPlaces(string text)
    {
        var utf8 = Encoding.UTF8.GetBytes(text);
        var reader = new Utf8JsonReader(utf8);
        var path = new Stack<(string Pointer, int Next)>();
        var (line, seen, name) = (1, 0, (string?)null);
        while (reader.Read())
        {
            for (; seen < reader.TokenStartIndex; seen++)
                line += utf8[seen] == '\n' ? 1 : 0;
            switch (reader.TokenType)
            {
                case JsonTokenType.PropertyName:
                    name = reader.GetString()!.Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal);
                    break;
                case JsonTokenType.EndObject or JsonTokenType.EndArray:
                    path.Pop();
                    break;
                default:
                    var pointer = "";
                    if (path.TryPop(out var around))
                    {
                        pointer = $"{around.Pointer}/{name ?? $"{around.Next}"}";
                        path.Push((around.Pointer, around.Next + 1));
                    }

                    lines[pointer] = line;
                    name = null;
                    if (reader.TokenType is JsonTokenType.StartObject or JsonTokenType.StartArray)
                        path.Push((pointer, 0));
                    break;
            }
        }
    }

    /// <summary>The line of a pointer, from 1; of what is not there, that of what it would stand in.</summary>
    public int LineOf(string pointer)
    {
        while (!lines.ContainsKey(pointer) && pointer.LastIndexOf('/') is var end and >= 0)
            pointer = pointer[..end];
        return lines.GetValueOrDefault(pointer, 1);
    }
}
