using System.Text.Json;
using System.Text.Json.Serialization;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Documents;

/// <summary>Writes a sentence as text with a decimal point, whoever reads; reads it as data files write it.</summary>
internal sealed class MessageConverter : JsonConverter<Message>
{
    /// <inheritdoc />
    public override Message Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        Message.Parse(reader.GetString() ?? "");

    /// <inheritdoc />
    public override void Write(Utf8JsonWriter writer, Message value, JsonSerializerOptions options) => writer.WriteStringValue(value.Plain);
}
