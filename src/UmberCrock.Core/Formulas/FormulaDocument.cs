using System.Text.Json;
using System.Text.Json.Serialization;

namespace UmberCrock.Core.Formulas;

/// <summary>A formula inside another document is written as its own document.</summary>
internal sealed class FormulaDocument : JsonConverter<Formula>
{
    /// <inheritdoc/>
    public override Formula Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        using var document = JsonDocument.ParseValue(ref reader);
        return FormulaReader.Read(document.RootElement, "/formula");
    }

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, Formula value, JsonSerializerOptions options) =>
        FormulaWriter.Write(value).WriteTo(writer, options);
}
