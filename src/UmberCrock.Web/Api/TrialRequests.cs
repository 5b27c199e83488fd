using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Json;
using UmberCrock.Core.Making;
using static UmberCrock.Web.Api.JsonMembers;

namespace UmberCrock.Web.Api;

/// <summary>The bodies of POST /api/v1/weigh-sheet and /api/v1/ladder.</summary>
internal static class TrialRequests
{
    private const decimal LargestBatch = 1_000_000m;
    private const int MostContainers = 100;

    /// <summary>A batch in grams or containers, and the scale.</summary>
    public static (Formula Formula, WeighRequest Request) Weigh(JsonElement body)
    {
        var members = Of(body, "formula", "batchGrams", "containers", "lossPercent", "scaleResolutionGrams", "overrunPercent");
        decimal Optional(string name, decimal least, decimal most, decimal otherwise) => members.TryGetValue(name, out var value) ? Number(value, $"/{name}", least, most) : otherwise;
        var formula = FormulaReader.Read(members.Required("formula"), "/formula");
        var batch = members.TryGetValue("batchGrams", out var grams) ? Number(grams, "/batchGrams", 0.001m, LargestBatch) : (decimal?)null;
        var containers = members.TryGetValue("containers", out var list) ? Containers(list) : [];
        if (batch is null == containers.IsEmpty)
            throw new DocumentException("/batchGrams", "or /containers: give one of the two.");
        return (formula, new WeighRequest(
            batch, containers, Optional("lossPercent", 0m, 50m, 0m), Optional("scaleResolutionGrams", 0.001m, 100m, 0.01m), Optional("overrunPercent", 0m, 300m, 0m)));
    }

    /// <summary>A formula, the two lines, the step and the rungs.</summary>
    public static (Formula Formula, int Raise, int Lower, decimal Step, int Rungs) Ladder(JsonElement body)
    {
        var members = Of(body, "formula", "raise", "lower", "step", "rungs");
        return (
            FormulaReader.Read(members.Required("formula"), "/formula"),
            Whole(members.Required("raise"), "/raise", 0, Formula.MaxLines), Whole(members.Required("lower"), "/lower", 0, Formula.MaxLines),
            Number(members.Required("step"), "/step", 0m, 100m), Whole(members.Required("rungs"), "/rungs", 1, Core.Trials.Ladder.MostRungs));
    }

    private static ImmutableArray<Container> Containers(JsonElement list)
    {
        if (list.ValueKind != JsonValueKind.Array || list.GetArrayLength() is 0 or > MostContainers)
            throw new DocumentException("/containers", $"must be a list of 1 to {MostContainers} containers.");
        return [.. list.EnumerateArray().Select((item, at) => Container(item, $"/containers/{at}"))];
    }

    private static Container Container(JsonElement item, string pointer)
    {
        if (item.ValueKind != JsonValueKind.Object)
            throw new DocumentException(pointer, "must be an object with name, millilitres, count and fillPercent.");
        var members = Of(item, "name", "millilitres", "count", "fillPercent");
        return new Container(
            members.TryGetValue("name", out var name) && name.ValueKind == JsonValueKind.String ? name.GetString()! : "container",
            Number(members.Required("millilitres", pointer), $"{pointer}/millilitres", 0.1m, 100_000m),
            Whole(members.Required("count", pointer), $"{pointer}/count", 1, 10_000),
            members.TryGetValue("fillPercent", out var fill) ? Number(fill, $"{pointer}/fillPercent", 1m, 100m) : 100m);
    }
}
