using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using static UmberCrock.Web.Hosting.JsonMembers;

namespace UmberCrock.Web.Api;

/// <summary>The body of POST /api/v1/label.</summary>
/// <param name="Formula">The formula.</param>
/// <param name="Size">The kind of label.</param>
/// <param name="Details">What only the maker knows.</param>
/// <param name="Settings">The maker's choices, with the region that was asked for.</param>
/// <param name="Count">How many, for a sheet.</param>
/// <param name="WithCode">True for a code with batch and list.</param>
/// <param name="Sheet">How they stand on a sheet.</param>
internal sealed record LabelRequest(
    Formula Formula,
    LabelSize Size,
    LabelDetails Details,
    EvaluationSettings Settings,
    int Count,
    bool WithCode,
    SheetPlan Sheet
)
{
    private const int LongestText = 500;
    private const int MostLots = 200;

    /// <summary>Reads the body.</summary>
    /// <exception cref="DocumentException">A member is missing, unknown or out of bounds.</exception>
    public static LabelRequest Read(JsonElement body, IReadOnlySet<string> herbs, EvaluationSettings settings)
    {
        var members = Of(
            body,
            "formula",
            "layout",
            "region",
            "batch",
            "netGrams",
            "madeOn",
            "responsible",
            "lots",
            "count",
            "code",
            "sheet"
        );
        var withCode =
            !members.TryGetValue("code", out var code)
            || code.ValueKind == JsonValueKind.True
            || (code.ValueKind == JsonValueKind.False ? false : throw new DocumentException("/code", "must be true or false."));
        var chosen = members.TryGetValue("region", out var region) ? settings with { Region = Word<Region>(region, "/region") } : settings;
        var size = LabelSize.Parse(members.ContainsKey("layout") ? Text(members, "layout") : LabelSize.All[0].Key);
        var sheet = SheetOf(members, new LabelPlan().SheetFor(chosen.Region));
        return sheet.Problems(size).ToList() is { Count: > 0 } problems
            ? throw new DocumentException(problems)
            : new LabelRequest(
                FormulaMember.Read(members.Required("formula"), "/formula", herbs),
                size,
                new LabelDetails(
                    members.TryGetValue("netGrams", out var net) ? Number(net, "/netGrams", 0.01m, LabelPlan.MostGrams) : null,
                    Text(members, "batch"),
                    Day(members, "madeOn"),
                    Text(members, "responsible"),
                    LotsOf(members)
                ),
                chosen,
                members.TryGetValue("count", out var count) ? Whole(count, "/count", 1, LabelPlan.MostLabels) : 1,
                withCode,
                sheet
            );
    }

    private static SheetPlan SheetOf(Dictionary<string, JsonElement> members, SheetPlan usual)
    {
        if (!members.TryGetValue("sheet", out var sheet))
            return usual;
        var given = At(sheet, "/sheet", "paper", "margin", "gap", "right", "down");
        decimal Millimetres(string name, decimal least, decimal most, decimal otherwise) =>
            given.TryGetValue(name, out var value) ? Number(value, $"/sheet/{name}", least, most) : otherwise;
        return new SheetPlan(
            given.TryGetValue("paper", out var paper) ? Word<SheetPaper>(paper, "/sheet/paper") : usual.Paper,
            Millimetres("margin", 0m, SheetPlan.WidestMargin, usual.Margin),
            Millimetres("gap", 0m, SheetPlan.WidestGap, usual.Gap),
            Millimetres("right", -SheetPlan.WidestShift, SheetPlan.WidestShift, 0m),
            Millimetres("down", -SheetPlan.WidestShift, SheetPlan.WidestShift, 0m)
        );
    }

    private static ImmutableArray<Lot> LotsOf(Dictionary<string, JsonElement> members)
    {
        if (!members.TryGetValue("lots", out var lots))
            return [];
        if (lots.ValueKind != JsonValueKind.Array || lots.GetArrayLength() > MostLots)
            throw new DocumentException("/lots", $"must be a list of at most {MostLots} lots.");
        return
        [
            .. lots.EnumerateArray()
                .Select(
                    (lot, at) =>
                    {
                        var given = At(lot, $"/lots/{at}", "ingredient", "code", "useBy");
                        return new Lot(
                            0,
                            Text(given, "ingredient", $"/lots/{at}/ingredient"),
                            Text(given, "code", $"/lots/{at}/code"),
                            "",
                            null,
                            0m,
                            0m,
                            null,
                            null,
                            Day(given, "useBy", $"/lots/{at}/useBy"),
                            ""
                        );
                    }
                ),
        ];
    }

    private static string Text(Dictionary<string, JsonElement> members, string name, string? pointer = null) =>
        !members.TryGetValue(name, out var value) ? ""
        : value.ValueKind == JsonValueKind.String && value.GetString()!.Length <= LongestText ? value.GetString()!
        : throw new DocumentException(pointer ?? $"/{name}", $"must be a text of at most {LongestText} letters.");

    private static DateOnly? Day(Dictionary<string, JsonElement> members, string name, string? pointer = null) =>
        Text(members, name, pointer) is not { Length: > 0 } day ? null
        : DateOnly.TryParseExact(day, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date) ? date
        : throw new DocumentException(pointer ?? $"/{name}", "must be a day, as 2026-11-30.");
}
