using System.Text;
using System.Text.Json;
using UmberCrock.Core.Documents;

namespace UmberCrock.Storage.Saved;

/// <summary>A document inside another: as it is or, where it is no JSON at all, as its text, so that nothing is lost.</summary>
internal static class SavedDocument
{
    /// <summary>How saved documents are parsed: they nest deeper than those they hold.</summary>
    public static JsonDocumentOptions Reading { get; } = new() { MaxDepth = ContractJson.MaxDepth + 24, AllowDuplicateProperties = false };

    /// <summary>Writes it as a value.</summary>
    public static void Write(Utf8JsonWriter json, string document)
    {
        if (IsObject(document))
            json.WriteRawValue(document, skipInputValidation: true);
        else
            json.WriteStringValue(document);
    }

    private static bool IsObject(string text)
    {
        try
        {
            using var document = JsonDocument.Parse(Encoding.UTF8.GetBytes(text), Reading);
            return document.RootElement.ValueKind == JsonValueKind.Object;
        }
        catch (Exception odd) when (odd is JsonException or InvalidOperationException)
        {
            return false;
        }
    }
}
