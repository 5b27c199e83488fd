using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace UmberCrock.Core.Documents;

/// <summary>How every document of the contract is written: camelCase, enum words in kebab case, text unescaped UTF-8.</summary>
public static class ContractJson
{
    /// <summary>Deepest nesting that is read. A formula document needs four levels.</summary>
    public const int MaxDepth = 16;

    /// <summary>Compact form, for the API and storage.</summary>
    public static JsonSerializerOptions Options { get; } = Create(indented: false);

    /// <summary>Indented form, for files that people open.</summary>
    public static JsonSerializerOptions Indented { get; } = Create(indented: true);

    /// <summary>Strict reading: comments, trailing commas and members named twice are refused.</summary>
    public static JsonDocumentOptions Strict { get; } = new() { MaxDepth = MaxDepth, AllowDuplicateProperties = false };

    private static JsonSerializerOptions Create(bool indented) =>
        new(JsonSerializerDefaults.Web)
        {
            WriteIndented = indented,
            Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
            Converters =
            {
                new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false),
                new MessageConverter(),
            },
            UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
            NumberHandling = JsonNumberHandling.Strict,
            // A row of data without its source, or any other part, is refused when it is read.
            RespectRequiredConstructorParameters = true,
            RespectNullableAnnotations = true,
        };
}
