using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Trials;
using static UmberCrock.Web.Hosting.JsonMembers;

namespace UmberCrock.Web.Api;

/// <summary>The bodies of POST /api/v1/weigh-sheet, /ladder, /swap and /rebalance.</summary>
internal static class TrialRequests
{
    private const decimal LargestBatch = 1_000_000m;
    private const int MostContainers = 100;

    /// <summary>A batch in grams or containers, and the scale.</summary>
    public static (Formula Formula, WeighRequest Request) Weigh(JsonElement body, IReadOnlySet<string> herbs)
    {
        var members = Of(body, "formula", "batchGrams", "containers", "lossPercent", "scaleResolutionGrams", "overrunPercent");
        decimal Optional(string name, decimal least, decimal most, decimal otherwise) =>
            members.TryGetValue(name, out var value) ? Number(value, $"/{name}", least, most) : otherwise;
        var formula = FormulaMember.Read(members.Required("formula"), "/formula", herbs);
        var batch = members.TryGetValue("batchGrams", out var grams) ? Number(grams, "/batchGrams", 0.001m, LargestBatch) : (decimal?)null;
        var containers = members.TryGetValue("containers", out var list) ? Containers(list) : [];
        if (batch is null == containers.IsEmpty)
            throw new DocumentException("/batchGrams", "or /containers: give one of the two.");
        return (
            formula,
            new WeighRequest(
                batch,
                containers,
                Optional("lossPercent", 0m, 50m, 0m),
                Optional("scaleResolutionGrams", 0.001m, 100m, 0.01m),
                Optional("overrunPercent", 0m, 300m, 0m)
            )
        );
    }

    /// <summary>A formula, the two lines, the step and the rungs.</summary>
    public static (Formula Formula, int Raise, int Lower, decimal Step, int Rungs) Ladder(JsonElement body, IReadOnlySet<string> herbs)
    {
        var members = Of(body, "formula", "raise", "lower", "step", "rungs");
        return (
            FormulaMember.Read(members.Required("formula"), "/formula", herbs),
            Whole(members.Required("raise"), "/raise", 0, Formula.MaxLines),
            Whole(members.Required("lower"), "/lower", 0, Formula.MaxLines),
            Number(members.Required("step"), "/step", 0m, 100m),
            Whole(members.Required("rungs"), "/rungs", 1, Core.Trials.Ladder.MostRungs)
        );
    }

    /// <summary>A formula, a line, what it is swapped for, and what to avoid.</summary>
    public static (Formula Formula, int Line, string? To, ImmutableArray<FreeFromRow> Avoid) Swap(
        JsonElement body,
        IReadOnlySet<string> herbs,
        FreeFromRules freeFrom
    )
    {
        var members = Of(body, "formula", "line", "to", "avoid");
        if (members.TryGetValue("to", out var to) && to.ValueKind != JsonValueKind.String)
            throw new DocumentException("/to", "must be the slug of an ingredient, or null.");
        if (members.TryGetValue("avoid", out var avoid) && avoid.ValueKind != JsonValueKind.Array)
            throw new DocumentException("/avoid", $"must be a list of: {string.Join(", ", freeFrom.AvoidWords)}.");
        return (
            FormulaMember.Read(members.Required("formula"), "/formula", herbs),
            Whole(members.Required("line"), "/line", 0, Formula.MaxLines),
            to.ValueKind == JsonValueKind.String ? to.GetString() : null,
            avoid.ValueKind == JsonValueKind.Array
                ?
                [
                    .. avoid
                        .EnumerateArray()
                        .Select(
                            (item, at) =>
                                freeFrom.Avoiding(item.ValueKind == JsonValueKind.String ? item.GetString() : null, $"/avoid/{at}")
                        ),
                ]
                : []
        );
    }

    /// <summary>A formula, the lines that keep their dose, and what is to be reached.</summary>
    public static (Formula Formula, ImmutableArray<int> Locked, RebalanceTarget Target) Rebalance(
        JsonElement body,
        IReadOnlySet<string> herbs
    )
    {
        var members = Of(body, "formula", "lock", "target");
        var formula = FormulaMember.Read(members.Required("formula"), "/formula", herbs);
        if (members.TryGetValue("lock", out var locked) && locked.ValueKind != JsonValueKind.Array)
            throw new DocumentException("/lock", "must be a list of lines, by their index from 0.");
        return (
            formula,
            locked.ValueKind == JsonValueKind.Array
                ? [.. locked.EnumerateArray().Select((line, at) => Whole(line, $"/lock/{at}", 0, Formula.MaxLines)).Distinct()]
                : [],
            members.TryGetValue("target", out var target) ? Target(target, formula, herbs) : RebalanceTarget.None
        );
    }

    /// <summary>What is to be reached: a band at a temperature, a climate, or nothing but limits and windows.</summary>
    internal static RebalanceTarget Target(JsonElement target, Formula formula, IReadOnlySet<string> herbs)
    {
        var members = At(target, "/target", "band", "atCelsius", "climate");
        if (
            members.ContainsKey("band") != members.ContainsKey("atCelsius")
            || (members.ContainsKey("band") && members.ContainsKey("climate"))
        )
            throw new DocumentException("/target", "must hold band and atCelsius, or climate, or nothing.");
        if (members.TryGetValue("climate", out var climate))
        {
            try
            {
                // Read as the formula's own would be.
                return new RebalanceTarget(null, null, new SetField("climate", climate).Apply(formula, herbs).Climate);
            }
            catch (DocumentException refused)
            {
                throw new DocumentException("/target/climate", string.Join(" ", refused.Problems.Select(problem => problem.Reason)));
            }
        }

        return members.TryGetValue("band", out var band)
            ? new RebalanceTarget(
                Word<Band>(band, "/target/band"),
                Number(members["atCelsius"], "/target/atCelsius", Climates.Coldest, MeltReport.HottestCelsius),
                null
            )
            : RebalanceTarget.None;
    }

    private static ImmutableArray<Container> Containers(JsonElement list)
    {
        if (list.ValueKind != JsonValueKind.Array || list.GetArrayLength() is 0 or > MostContainers)
            throw new DocumentException("/containers", $"must be a list of 1 to {MostContainers} containers.");
        return [.. list.EnumerateArray().Select((item, at) => Container(item, $"/containers/{at}"))];
    }

    private static Container Container(JsonElement item, string pointer)
    {
        var members = At(item, pointer, "name", "millilitres", "count", "fillPercent");
        return new Container(
            members.TryGetValue("name", out var name) && name.ValueKind == JsonValueKind.String ? name.GetString()! : "container",
            Number(members.Required("millilitres", pointer), $"{pointer}/millilitres", 0.1m, 100_000m),
            Whole(members.Required("count", pointer), $"{pointer}/count", 1, 10_000),
            members.TryGetValue("fillPercent", out var fill) ? Number(fill, $"{pointer}/fillPercent", 1m, 100m) : 100m
        );
    }
}
