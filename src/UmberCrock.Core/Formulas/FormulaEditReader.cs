using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Formulas;

/// <summary>Reads and writes edits as the contract words them (docs/formats/edits.schema.json).</summary>
public static class FormulaEditReader
{
    /// <summary>The most edits one request may carry.</summary>
    public const int MaxEdits = 500;

    /// <summary>Reads a list of edits; <paramref name="pointer"/> is where the list stands in the whole body.</summary>
    /// <exception cref="DocumentException">Not a list of edits.</exception>
    public static IReadOnlyList<FormulaEdit> Read(JsonElement element, string pointer)
    {
        if (element.ValueKind != JsonValueKind.Array)
            throw new DocumentException(pointer, "must be a list of edits.");
        if (element.GetArrayLength() > MaxEdits)
            throw new DocumentException(pointer, $"holds more than {MaxEdits} edits.");
        var problems = new List<DocumentProblem>();
        var edits = element
            .EnumerateArray()
            .Select((item, index) => ReadOne(new JsonWalker(item, $"{pointer}/{index}", problems)))
            .OfType<FormulaEdit>()
            .ToList();
        return problems.Count == 0 ? edits : throw new DocumentException(problems);
    }

    /// <summary>An edit as the JSON that the API takes.</summary>
    public static JsonObject Write(FormulaEdit edit) =>
        edit switch
        {
            SetPercent set => Of(edit, ("line", set.Line), ("percent", set.Percent)),
            SetBalance set => Of(edit, ("line", set.Line)),
            ReplaceIngredient replace => Of(edit, ("line", replace.Line), ("ingredient", replace.Ingredient)),
            AddLine add => Of(edit, ("phase", add.Phase), ("ingredient", add.Ingredient), ("percent", add.Percent)),
            RemoveLine remove => Of(edit, ("line", remove.Line)),
            MoveLine move => Of(edit, ("line", move.Line), ("phase", move.Phase), ("position", move.Position)),
            AddPhase add => add.Position is { } position
                ? Of(edit, ("phase", add.Phase), ("name", add.Name), ("stage", Vocabulary.Word(add.Stage)), ("position", position))
                : Of(edit, ("phase", add.Phase), ("name", add.Name), ("stage", Vocabulary.Word(add.Stage))),
            RemovePhase remove => Of(edit, ("phase", remove.Phase)),
            SetField set => Of(edit, ("field", set.Field), ("value", JsonNode.Parse(set.Value.GetRawText()))),
            _ => throw new ArgumentOutOfRangeException(nameof(edit), edit.Op, "An edit the contract has no word for."),
        };

    private static FormulaEdit? ReadOne(JsonWalker walker)
    {
        var op = walker.Text("op", null);
        FormulaEdit? edit = op switch
        {
            "setPercent" => new SetPercent(walker.Index("line"), walker.Number("percent", true, 0m, 100m) ?? 0m),
            "setBalance" => new SetBalance(walker.Index("line")),
            "replaceIngredient" => new ReplaceIngredient(walker.Index("line"), walker.Text("ingredient", null, 120)),
            "addLine" => new AddLine(
                walker.Text("phase", null, 4),
                walker.Text("ingredient", null, 120),
                walker.Number("percent", true, 0m, 100m) ?? 0m
            ),
            "removeLine" => new RemoveLine(walker.Index("line")),
            "moveLine" => new MoveLine(walker.Index("line"), walker.Text("phase", null, 4), walker.Index("position")),
            "addPhase" => new AddPhase(
                walker.Text("phase", null, 4),
                walker.Text("name", ""),
                walker.Word<Stage>("stage", null),
                walker.Has("position") ? walker.Index("position") : null
            ),
            "removePhase" => new RemovePhase(walker.Text("phase", null, 4)),
            "setField" => new SetField(walker.Text("field", null), walker.Raw("value")?.Clone() ?? default),
            _ => null,
        };
        if (edit is null && walker.Has("op"))
            walker.Refuse(walker.At("op"), $"\"{op}\" is not an edit.");
        else
            walker.RefuseUnknown();
        return edit;
    }

    private static JsonObject Of(FormulaEdit edit, params ReadOnlySpan<(string Name, object? Value)> members)
    {
        var written = new JsonObject { ["op"] = edit.Op };
        foreach (var (name, value) in members)
            written[name] = value as JsonNode ?? JsonSerializer.SerializeToNode(value, ContractJson.Options);
        return written;
    }
}

/// <summary>Writes edits inside answers as the contract words them; edits are read by <see cref="FormulaEditReader"/> only.</summary>
internal sealed class FormulaEditConverter : JsonConverter<FormulaEdit>
{
    public override FormulaEdit Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        throw new NotSupportedException("Edits are read by FormulaEditReader, which says what is wrong with them.");

    public override void Write(Utf8JsonWriter writer, FormulaEdit value, JsonSerializerOptions options) =>
        FormulaEditReader.Write(value).WriteTo(writer, options);
}
