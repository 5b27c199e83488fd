using System.Globalization;
using System.Text.Json;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Json;
using UmberCrock.Core.Labels;
using UmberCrock.Web.Labels;
using static UmberCrock.Web.Api.JsonMembers;

namespace UmberCrock.Web.Api;

/// <summary>The body of POST /api/v1/label.</summary>
/// <param name="Formula">The formula.</param>
/// <param name="Size">The kind of label.</param>
/// <param name="Details">What only the maker knows.</param>
/// <param name="Settings">The maker's choices, with the region that was asked for.</param>
/// <param name="Count">How many, for a sheet.</param>
/// <param name="WithCode">True for a code with batch and list.</param>
/// <param name="Letter">True for letter paper.</param>
internal sealed record LabelRequest(Formula Formula, LabelSize Size, LabelDetails Details, EvaluationSettings Settings, int Count, bool WithCode, bool Letter)
{
    private const int MostLabels = 500;
    private const int LongestText = 500;
    private const decimal MostGrams = 100_000m;

    /// <summary>Reads the body.</summary>
    /// <exception cref="DocumentException">A member is missing, unknown or out of bounds.</exception>
    public static LabelRequest Read(JsonElement body, EvaluationSettings settings)
    {
        var members = Of(body, "formula", "layout", "region", "batch", "netGrams", "madeOn", "responsible", "count", "code", "paper");
        string Text(string name) => !members.TryGetValue(name, out var value) ? ""
            : value.ValueKind == JsonValueKind.String && value.GetString()!.Length <= LongestText ? value.GetString()!
            : throw new DocumentException($"/{name}", $"must be a text of at most {LongestText} letters.");
        bool Truth(string name, bool otherwise) => !members.TryGetValue(name, out var value) ? otherwise
            : value.ValueKind is JsonValueKind.True or JsonValueKind.False ? value.GetBoolean() : throw new DocumentException($"/{name}", "must be true or false.");
        DateOnly? made = Text("madeOn") is { Length: > 0 } day
            ? DateOnly.TryParseExact(day, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date) ? date : throw new DocumentException("/madeOn", "must be a day, as 2026-11-30.")
            : null;
        return new LabelRequest(
            FormulaReader.Read(members.Required("formula"), "/formula"),
            LabelSize.Parse(members.ContainsKey("layout") ? Text("layout") : LabelSize.All[0].Key),
            new LabelDetails(members.TryGetValue("netGrams", out var net) ? Number(net, "/netGrams", 0.01m, MostGrams) : null, Text("batch"), made, Text("responsible")),
            members.TryGetValue("region", out var region) ? settings with { Region = Word<Region>(region, "/region") } : settings,
            members.TryGetValue("count", out var count) ? Whole(count, "/count", 1, MostLabels) : 1,
            Truth("code", true), Text("paper") switch { "" or "a4" => false, "letter" => true, _ => throw new DocumentException("/paper", "must be \"a4\" or \"letter\".") });
    }
}
