using System.Text.Json;
using System.Text.Unicode;

namespace UmberCrock.Core.Documents;

/// <summary>
/// Texts and names of members that cannot be read: an escaped lone surrogate, or bytes that are no UTF-8, are valid to a JSON parser and
/// fail only when they are asked
/// for. They are refused when a document is parsed, so that no reader behind it need ask.
/// </summary>
internal static class JsonTexts
{
    /// <summary>The document itself, when all its texts can be read.</summary>
    /// <exception cref="DocumentException">Some cannot; the pointers name them.</exception>
    public static JsonDocument Checked(JsonDocument document, ReadOnlySpan<byte> utf8)
    {
        // Only an escape or bad bytes can be unreadable: most documents hold neither and are not walked.
        if (utf8.IndexOf("\\u"u8) < 0 && Utf8.IsValid(utf8))
            return document;
        var problems = new List<DocumentProblem>();
        Walk(document.RootElement, "", problems);
        if (problems.Count == 0)
            return document;
        document.Dispose();
        throw new DocumentException(problems);
    }

    private static void Walk(JsonElement element, string pointer, List<DocumentProblem> problems)
    {
        switch (element.ValueKind)
        {
            case JsonValueKind.String when !CanRead(() => element.GetString()!, out _):
                problems.Add(new DocumentProblem(pointer.Length == 0 ? "/" : pointer, "holds text that is not valid Unicode."));
                break;
            case JsonValueKind.Array:
                foreach (var (item, index) in element.EnumerateArray().Select((item, index) => (item, index)))
                    Walk(item, $"{pointer}/{index}", problems);
                break;
            case JsonValueKind.Object:
                foreach (var member in element.EnumerateObject())
                {
                    if (CanRead(() => member.Name, out var name))
                        Walk(member.Value, $"{pointer}/{name.Replace("~", "~0").Replace("/", "~1")}", problems);
                    else
                        problems.Add(
                            new DocumentProblem(pointer.Length == 0 ? "/" : pointer, "has a member whose name is not valid Unicode.")
                        );
                }

                break;
        }
    }

    private static bool CanRead(Func<string> read, out string text)
    {
        try
        {
            text = read();
            return true;
        }
        catch (InvalidOperationException)
        {
            text = "";
            return false;
        }
    }
}
