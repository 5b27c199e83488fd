using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Method;
using static UmberCrock.Web.Hosting.JsonMembers;

namespace UmberCrock.Web.Api;

/// <summary>Bodies of the calls about batches.</summary>
internal static class BatchRequests
{
    private const int MostContainers = 100;

    /// <summary>A batch that is to begin: a formula or the number of a kept one, grams or containers, a name.</summary>
    /// <param name="body">The request.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    /// <param name="workshop">Scale, loss and room of the maker.</param>
    public static (Formula? Formula, long? FormulaId, BatchRequest Request) Start(
        JsonElement body,
        IReadOnlySet<string> herbs,
        Workshop workshop
    )
    {
        var members = Of(body, "formula", "formulaId", "batchGrams", "containers", "name", "room");
        var formula = members.TryGetValue("formula", out var document) ? FormulaMember.Read(document, "/formula", herbs) : null;
        var id = members.TryGetValue("formulaId", out var number) ? Whole(number, "/formulaId", 1, int.MaxValue) : (long?)null;
        if (formula is null == id is null)
            throw new DocumentException("/formula", "or /formulaId: give one of the two.");
        var grams = members.TryGetValue("batchGrams", out var batch)
            ? Number(batch, "/batchGrams", 0.1m, BatchEventReader.MostGrams)
            : (decimal?)null;
        var containers = members.TryGetValue("containers", out var list) ? Containers(list) : [];
        if (grams is null && containers.IsEmpty)
            throw new DocumentException("/batchGrams", "or /containers: say how much is made.");
        var name = members.ContainsKey("name") ? PlainText.OneLine(members.Text("name")) : "";
        if (name.Length > FormulaReader.LongestName)
            throw new DocumentException("/name", $"has at most {FormulaReader.LongestName} letters.");
        return (
            formula,
            id,
            new BatchRequest(
                name.Length > 0 ? name : null,
                null,
                grams,
                containers,
                grams is null ? workshop.LossPercent : 0m,
                workshop.ScaleStepGrams,
                (double)(
                    members.TryGetValue("room", out var room)
                        ? Number(room, "/room", MethodRequest.ColdestRoom, MethodRequest.HottestRoom)
                        : Climate.RoomCelsius
                ),
                Fine: workshop.Fine
            )
        );
    }

    /// <summary>Events, and the last one that the caller knows.</summary>
    public static (long After, ImmutableArray<(BatchEvent Event, DateTimeOffset? At)> Events) Append(JsonElement body)
    {
        var members = Of(body, "after", "events");
        return (Whole(members.Required("after"), "/after", 0, int.MaxValue), BatchEventReader.Read(members.Required("events"), "/events"));
    }

    private static ImmutableArray<PlannedContainer> Containers(JsonElement list)
    {
        if (list.ValueKind != JsonValueKind.Array || list.GetArrayLength() is 0 or > MostContainers)
            throw new DocumentException("/containers", $"must be a list of 1 to {MostContainers} containers.");
        return
        [
            .. list.EnumerateArray()
                .Select(
                    (item, at) =>
                    {
                        var pointer = $"/containers/{at}";
                        var members = At(item, pointer, "name", "millilitres", "count", "fillPercent", "material", "price");
                        var name =
                            members.TryGetValue("name", out var text) && text.ValueKind == JsonValueKind.String ? text.GetString()! : "";
                        return name.Length > 120
                            ? throw new DocumentException($"{pointer}/name", "has at most 120 letters.")
                            : new PlannedContainer(
                                PlainText.OneLine(name),
                                Number(members.Required("millilitres", pointer), $"{pointer}/millilitres", 0.1m, 100_000m),
                                Whole(members.Required("count", pointer), $"{pointer}/count", 1, 10_000),
                                members.TryGetValue("fillPercent", out var fill) ? Number(fill, $"{pointer}/fillPercent", 1m, 100m) : 100m,
                                members.TryGetValue("material", out var material)
                                    ? Word<ContainerMaterial>(material, $"{pointer}/material")
                                    : null,
                                members.TryGetValue("price", out var price)
                                    ? Number(price, $"{pointer}/price", 0m, Workshop.MostPrice)
                                    : null
                            );
                    }
                ),
        ];
    }
}
